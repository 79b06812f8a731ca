import { mostPhotoBytes } from '@grim-lantern/contract';
import type { PhotoFiling, PhotoRecord, PhotoSubject } from '@grim-lantern/contract';
import { imageSize } from 'image-size';
import { createHash } from 'node:crypto';
import type { Transaction, WhereOptions } from 'sequelize';
import type { Database } from '../database/database';
import type { Models, PhotoRow } from '../database/models';
import { ApiProblem } from '../errors/problems';
import { expectVehicle } from './expectVehicle';

/** A photo on its way to the shelf. */
export interface NewPhoto {
  readonly id: string;
  readonly vehicleId: string;
  readonly jobId: string | null;
  readonly author: string;
  readonly at: string;
  readonly shows: PhotoSubject;
  readonly of: string | null;
  readonly caption: string;
  readonly bytes: AsyncIterable<Uint8Array> | Iterable<Uint8Array>;
}

/** The photos of a workshop's vehicles. */
export interface PhotoRepository {
  /** Those of a vehicle, oldest first, the ones that were put away with them. */
  readonly list: (vehicleId: string) => Promise<readonly PhotoRecord[]>;
  /** Keeps one; the same again is not stored twice. */
  readonly add: (photo: NewPhoto, within?: Transaction) => Promise<PhotoRecord>;
  readonly file: (id: string, filing: PhotoFiling, within?: Transaction) => Promise<PhotoRecord>;
  /** Those of one job that were not put away, oldest first. */
  readonly ofJob: (jobId: string) => Promise<readonly PhotoRecord[]>;
  readonly picture: (id: string) => Promise<StoredPicture>;
  /** The same, of those alone that `ofJob` tells of. */
  readonly pictureOfJob: (id: string, jobId: string) => Promise<StoredPicture>;
}

/** What a photo shows, and as what type of picture. */
export interface StoredPicture {
  readonly type: string;
  readonly bytes: Buffer;
}

/** @throws {ApiProblem} from every method, where its request does not fit */
export function createPhotoRepository({ models }: Database, workshopId: string): PhotoRepository {
  const { Photo, Job } = models;
  const { known, records, pictureIn } = photoRows(Photo, workshopId);
  return {
    async list(vehicleId) {
      await expectVehicle(models, workshopId, vehicleId);
      return records({ vehicleId });
    },
    ofJob: (jobId) => records({ jobId, removedAt: null }),
    async add({ bytes: pieces, id, vehicleId, jobId, author, at, ...words }, transaction) {
      const bytes = await collected(pieces);
      const seen = sizeOf(bytes);
      await expectVehicle(models, workshopId, vehicleId, undefined, transaction);
      if (jobId !== null) {
        const jobs = await Job.count({ where: { workshopId, id: jobId, vehicleId }, ...within(transaction) });
        if (jobs === 0) throw new ApiProblem('job/unknown', 'job');
      }
      const row = {
        workshopId,
        id,
        vehicleId,
        jobId,
        authorId: author,
        at: new Date(at),
        document: { ...words, ...seen },
        sha256: createHash('sha256').update(bytes).digest(),
        bytes,
      };
      const [stored, fresh] = await Photo.findOrCreate({
        where: { workshopId, id },
        defaults: row,
        ...within(transaction),
      });
      if (!fresh && !(stored.vehicleId === vehicleId && stored.sha256.equals(row.sha256)))
        throw new ApiProblem('photo/id-taken');
      return photoRecord(stored);
    },
    async file(id, { caption, removed }, transaction) {
      const row = await known(id, transaction);
      const removedAt = removed ? (row.removedAt ?? new Date()) : null;
      const document = { ...row.document, caption };
      return photoRecord(await row.update({ document, removedAt }, within(transaction)));
    },
    picture: (id) => pictureIn({ id }),
    pictureOfJob: (id, jobId) => pictureIn({ id, jobId, removedAt: null }),
  };
}

/** The rows of one workshop's photos, and what is read from them. */
function photoRows(Photo: Models['Photo'], workshopId: string) {
  const only = async (where: WhereOptions<PhotoRow>, transaction?: Transaction): Promise<PhotoRow> => {
    const row = await Photo.findOne({ where: { ...where, workshopId }, ...within(transaction) });
    if (row === null) throw new ApiProblem('photo/unknown');
    return row;
  };
  return {
    known: (id: string, transaction?: Transaction) => only({ id }, transaction),
    /** Oldest first. */
    records: async (where: WhereOptions<PhotoRow>): Promise<readonly PhotoRecord[]> => {
      const rows = await Photo.findAll({
        where: { ...where, workshopId },
        attributes: { exclude: ['bytes'] },
        order: [
          ['at', 'ASC'],
          ['id', 'ASC'],
        ],
      });
      return rows.map(photoRecord);
    },
    pictureIn: async (where: WhereOptions<PhotoRow>): Promise<StoredPicture> => {
      const { document, bytes } = await only(where);
      return { type: document.type, bytes };
    },
  };
}

const within = (transaction?: Transaction) => (transaction === undefined ? {} : { transaction });

/** @throws {ApiProblem} at more bytes than a photo may have */
async function collected(pieces: NewPhoto['bytes']): Promise<Buffer> {
  const parts: Uint8Array[] = [];
  let total = 0;
  for await (const part of pieces) {
    total += part.length;
    if (total > mostPhotoBytes) throw new ApiProblem('photo/too-large');
    parts.push(part);
  }
  return Buffer.concat(parts);
}

const types = { jpg: 'image/jpeg', png: 'image/png', webp: 'image/webp' } as const;
const mostPixels = 20_000;

/** What a picture says of itself. @throws {ApiProblem} where it is none that a browser is sure to show */
function sizeOf(bytes: Buffer): Pick<PhotoRecord, 'type' | 'width' | 'height'> {
  const read = () => {
    try {
      return imageSize(bytes);
    } catch {
      throw new ApiProblem('photo/unreadable');
    }
  };
  const { type, width, height } = read();
  if (type !== 'jpg' && type !== 'png' && type !== 'webp') throw new ApiProblem('photo/unreadable');
  if (!(width > 0 && width <= mostPixels && height > 0 && height <= mostPixels))
    throw new ApiProblem('photo/unreadable');
  return { type: types[type], width, height };
}

function photoRecord({ id, vehicleId, jobId, authorId, at, document, removedAt }: PhotoRow): PhotoRecord {
  return {
    id,
    vehicleId,
    jobId,
    author: authorId,
    at: at.toISOString(),
    ...document,
    removed: removedAt !== null,
  };
}
