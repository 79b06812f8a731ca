import { checkedTraceHeader } from '@grim-lantern/contract';
import type { TraceFiling, TraceRecord } from '@grim-lantern/contract';
import {
  channelOf,
  overviewLevel,
  traceFileReader,
  tracePyramid,
  traceSeconds,
  writeOverview,
} from '@grim-lantern/core';
import { createHash } from 'node:crypto';
import type { Transaction } from 'sequelize';
import type { Database } from '../database/database';
import type { TraceRow } from '../database/models';
import { ApiProblem } from '../http/problems';

/** A recording on its way to the shelf. */
export interface NewTrace {
  readonly id: string;
  readonly jobId: string;
  readonly author: string;
  /** A `grim-lantern/trace` file, in whatever pieces it comes. */
  readonly bytes: AsyncIterable<Uint8Array> | Iterable<Uint8Array>;
}

/** The recordings that a workshop keeps with its jobs. */
export interface TraceShelf {
  readonly list: (jobId: string) => Promise<readonly TraceRecord[]>;
  readonly add: (trace: NewTrace, within?: Transaction) => Promise<TraceRecord>;
  readonly file: (id: string, filing: TraceFiling, within?: Transaction) => Promise<TraceRecord>;
  /** The stored file, piece by piece. */
  readonly pieces: (id: string) => Promise<AsyncIterable<Uint8Array>>;
}

const mostBytes = 256e6;
/** Bytes in one row. */
const pieceBytes = 4e6;
/** Pieces of the picture that goes with the list. */
const pictured = 240;

export function createTraceShelf(database: Database, workshopId: string): TraceShelf {
  const { Trace, TracePiece } = database.models;
  const known = async (id: string, transaction?: Transaction): Promise<TraceRow> => {
    const row = await Trace.findOne({ where: { workshopId, id }, ...within(transaction) });
    if (row === null) throw new ApiProblem('trace/unknown');
    return row;
  };
  return {
    async list(jobId) {
      await expectJob(database, workshopId, jobId);
      const order: [string, string][] = [
        ['at', 'ASC'],
        ['id', 'ASC'],
      ];
      return (await Trace.findAll({ where: { workshopId, jobId }, order })).map(traceRecord);
    },
    add: (trace, transaction) => add(database, workshopId, trace, transaction),
    async file(id, filing, transaction) {
      const row = await known(id, transaction);
      const document = { ...row.document, ...filing };
      return traceRecord(await row.update({ document }, within(transaction)));
    },
    async pieces(id) {
      await known(id);
      return (async function* () {
        for (let piece = 0; ; piece++) {
          const row = await TracePiece.findOne({ where: { workshopId, traceId: id, piece } });
          if (row === null) return;
          yield row.bytes;
        }
      })();
    },
  };
}

const within = (transaction?: Transaction) => (transaction === undefined ? {} : { transaction });

async function expectJob(
  { models }: Database,
  workshopId: string,
  id: string,
  transaction?: Transaction,
): Promise<void> {
  const jobs = await models.Job.count({ where: { workshopId, id }, ...within(transaction) });
  if (jobs === 0) throw new ApiProblem('job/unknown');
}

/** Reads a file as it comes, then stores it whole; one that cannot be read leaves nothing behind. */
async function add(
  database: Database,
  workshopId: string,
  { id, jobId, author, bytes }: NewTrace,
  outer?: Transaction,
): Promise<TraceRecord> {
  const { sequelize, models } = database;
  const { Trace, TracePiece } = models;
  await expectJob(database, workshopId, jobId, outer);
  const { pieces, sha256, header, trace } = await readWhole(bytes);
  const current = channelOf(trace, 'A');
  if (current === null)
    throw new ApiProblem('trace/unreadable', 'channels', 'channels: Expected one in amps.');
  const { about, samples, channels } = header;
  const document = {
    ...about,
    kept: true,
    samples,
    seconds: traceSeconds(trace),
    channels: channels.map(({ name, unit }) => ({ name, unit })),
  };
  const overview = Buffer.from(writeOverview(tracePyramid(current.values), trace.times));
  const row = { workshopId, id, jobId, authorId: author, at: new Date(about.at), document, sha256, overview };
  const store = async (transaction: Transaction) => {
    const found = await Trace.findOrCreate({ where: { workshopId, id }, defaults: row, transaction });
    const [stored, fresh] = found;
    if (!fresh) {
      if (stored.jobId === jobId && stored.sha256.equals(sha256)) return traceRecord(stored);
      throw new ApiProblem('trace/id-taken');
    }
    for (const [piece, part] of pieces.entries()) {
      await TracePiece.create({ workshopId, traceId: id, piece, bytes: part }, { transaction });
    }
    return traceRecord(stored);
  };
  return outer === undefined ? sequelize.transaction(store) : store(outer);
}

/** @throws {ApiProblem} where it is too large, or no recording */
async function readWhole(bytes: NewTrace['bytes']) {
  const reader = traceFileReader(checkedTraceHeader);
  const hash = createHash('sha256');
  const pieces: Buffer[] = [];
  let open: Uint8Array[] = [];
  let [total, size] = [0, 0];
  const close = () => {
    if (size > 0) pieces.push(Buffer.concat(open));
    [open, size] = [[], 0];
  };
  for await (const part of bytes) {
    total += part.length;
    if (total > mostBytes) throw new ApiProblem('trace/too-large');
    const refused = reader.push(part);
    if (refused !== null) throw new ApiProblem('trace/unreadable', undefined, refused.refused);
    hash.update(part);
    open.push(part);
    size += part.length;
    if (size >= pieceBytes) close();
  }
  close();
  const found = reader.end();
  if ('refused' in found) throw new ApiProblem('trace/unreadable', undefined, found.refused);
  return { ...found, pieces, sha256: hash.digest() };
}

function traceRecord({ id, jobId, authorId, document, overview }: TraceRow): TraceRecord {
  const picture = overviewLevel(overview, document.samples, pictured);
  return { id, jobId, author: authorId, ...document, picture };
}
