import type { PhotoFiling, PhotoRecord, PhotoSubject } from '@grim-lantern/contract';
import type { PayloadAction } from '@reduxjs/toolkit';
import { createAsyncThunk, createSlice } from '@reduxjs/toolkit';
import { newId } from './newId';
import type { WaitingPhoto } from './photoShelf';
import { photoShelf } from './photoShelf';
import { addressOf, request, whyNot } from './request';
import type { SessionState } from './session';

/** Photos of the vehicles that were looked at, and those on their way. */
export interface PhotosState {
  /** By vehicle; null where they could not be fetched. */
  readonly ofVehicle: Readonly<Record<string, readonly PhotoRecord[] | null>>;
  /** In the order taken. */
  readonly waiting: readonly WaitingPhoto[];
}

export const noPhotos: PhotosState = { ofVehicle: {}, waiting: [] };

export const loadPhotos = createAsyncThunk('photos/load', async (vehicleId: string) => {
  const answer = await request('photos', { params: { vehicleId } });
  return answer.status === 'done' ? answer.reply.photos : null;
});

/** What a new photo shows. */
export interface PhotoAbout {
  readonly vehicleId: string;
  readonly shows: PhotoSubject;
  readonly of: string | null;
  readonly jobId: string | null;
}

/** Keeps a photo here, then sends it. Rejects with a sentence where nobody is chosen. */
export const takePhoto = createAsyncThunk<
  { readonly photo: WaitingPhoto; readonly outlives: boolean },
  PhotoAbout & { readonly picture: Blob; readonly width: number; readonly height: number },
  { state: { readonly session: SessionState }; rejectValue: string }
>('photos/take', async ({ picture, ...about }, { getState, rejectWithValue }) => {
  const { technicianId, workshopId } = getState().session;
  if (technicianId === null || workshopId === null)
    return rejectWithValue('Choose who you are, above, and the photo is kept.');
  const at = new Date().toISOString();
  const photo = { ...about, id: newId(), workshopId, author: technicianId, at, caption: '', why: null };
  return { photo, outlives: await photoShelf.keep(photo, picture) };
});

/** Gives a stored photo other words, puts it away or brings it back. Rejects with a sentence. */
export const filePhoto = createAsyncThunk(
  'photos/file',
  async ({ id, ...body }: PhotoFiling & { readonly id: string }, { rejectWithValue }) => {
    const answer = await request('filePhoto', { params: { photoId: id }, body });
    return answer.status === 'done' ? answer.reply : rejectWithValue(whyNot(answer));
  },
);

export const photosSlice = createSlice({
  name: 'photos',
  initialState: noPhotos,
  reducers: {
    /** It is at the server: it waits no longer. */
    photoStored: (state, { payload }: PayloadAction<PhotoRecord>): PhotosState => ({
      ofVehicle: withRecord(state as PhotosState, payload),
      waiting: state.waiting.filter(({ id }) => id !== payload.id),
    }),
    /** What is said of one that waits has changed. */
    waitingChanged: (state, { payload }: PayloadAction<WaitingPhoto>): PhotosState => ({
      ...(state as PhotosState),
      waiting: state.waiting.map((each) => (each.id === payload.id ? payload : each)),
    }),
    /** Thrown away by hand. */
    waitingDropped: (state, { payload }: PayloadAction<string>): PhotosState => ({
      ...(state as PhotosState),
      waiting: state.waiting.filter(({ id }) => id !== payload),
    }),
  },
  extraReducers: (builder) =>
    builder
      .addCase(loadPhotos.fulfilled, (state, { payload, meta }): PhotosState => ({
        ...(state as PhotosState),
        ofVehicle: {
          ...(state.ofVehicle as PhotosState['ofVehicle']),
          [meta.arg]: payload ?? state.ofVehicle[meta.arg] ?? null,
        },
      }))
      .addCase(takePhoto.fulfilled, (state, { payload }): PhotosState => ({
        ...(state as PhotosState),
        waiting: [...state.waiting, payload.photo],
      }))
      .addCase(filePhoto.fulfilled, (state, { payload }): PhotosState => ({
        ...(state as PhotosState),
        ofVehicle: withRecord(state as PhotosState, payload),
      })),
});

function withRecord({ ofVehicle }: PhotosState, record: PhotoRecord): PhotosState['ofVehicle'] {
  const others = (ofVehicle[record.vehicleId] ?? []).filter(({ id }) => id !== record.id);
  const all = [...others, record].sort((one, other) => one.at.localeCompare(other.at));
  return { ...ofVehicle, [record.vehicleId]: all };
}

/** Fetches a picture once; later, and without a network, it comes from this device. Null where it cannot be had. */
export async function pictureOf(id: string): Promise<Blob | null> {
  const here = await photoShelf.picture(id);
  if (here !== undefined) return here;
  try {
    const response = await fetch(addressOf('photoFile', { params: { photoId: id } }));
    if (!response.ok) return null;
    const picture = await response.blob();
    await photoShelf.keepPicture(id, picture);
    return picture;
  } catch {
    return null;
  }
}
