import type { PhotoSubject } from '@grim-lantern/contract';
import { useEffect, useMemo } from 'react';
import type { WaitingPhoto } from '../../data/photoShelf';
import { loadPhotos } from '../../data/photos';
import { useAppDispatch, useAppSelector } from '../../data/store';

/** A photo as it is shown: stored, or on its way. */
export interface ShownPhoto {
  readonly id: string;
  readonly shows: PhotoSubject;
  readonly of: string | null;
  readonly jobId: string | null;
  readonly at: string;
  readonly author: string;
  readonly caption: string;
  readonly width: number;
  readonly height: number;
  readonly removed: boolean;
  /** Null once it is at the server. */
  readonly waiting: WaitingPhoto | null;
}

/** The photos of a vehicle, oldest first, with those that are on their way; undefined until they were fetched, null where they cannot be. */
export function usePhotos(vehicleId: string | null): readonly ShownPhoto[] | null | undefined {
  const dispatch = useAppDispatch();
  const stored = useAppSelector(({ photos }) => (vehicleId === null ? [] : photos.ofVehicle[vehicleId]));
  const waiting = useAppSelector(({ photos }) => photos.waiting);
  useEffect(() => {
    if (vehicleId !== null) void dispatch(loadPhotos(vehicleId));
  }, [dispatch, vehicleId]);
  return useMemo(() => {
    const own = waiting.filter((each) => each.vehicleId === vehicleId);
    if (stored == null && own.length === 0) return stored;
    return [
      ...(stored ?? []).map((each) => ({ ...each, waiting: null })),
      ...own.map((each) => ({ ...each, removed: false, waiting: each })),
    ];
  }, [stored, waiting, vehicleId]);
}
