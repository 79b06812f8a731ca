import type { TraceFiling, TraceRecord } from '@grim-lantern/contract';
import { overviewLevel } from '@grim-lantern/core';
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Transaction } from 'sequelize';
import type { Database } from '../database/database';
import type { TraceRow } from '../database/models';
import { ApiProblem } from '../errors/problems';
import type { Work } from '../work/work';
import { piecesOf } from '../work/readRecording';

/** A recording on its way to the shelf. */
export interface NewTrace {
  readonly id: string;
  readonly jobId: string;
  readonly author: string;
  /** A `grim-lantern/trace` file, in whatever pieces it comes. */
  readonly bytes: AsyncIterable<Uint8Array> | Iterable<Uint8Array>;
}

/** The recordings that a workshop keeps with its jobs. */
export interface TraceRepository {
  readonly list: (jobId: string) => Promise<readonly TraceRecord[]>;
  readonly add: (trace: NewTrace, within?: Transaction) => Promise<TraceRecord>;
  readonly file: (id: string, filing: TraceFiling, within?: Transaction) => Promise<TraceRecord>;
  /** The stored file, piece by piece. */
  readonly pieces: (id: string) => Promise<AsyncIterable<Uint8Array>>;
}

const mostBytes = 256e6;
/** Pieces of the picture that goes with the list. */
const pictured = 240;

/** What a shelf of recordings works with. */
export interface RepositoryParts {
  readonly database: Database;
  readonly workshopId: string;
  readonly work: Work;
}

/** A workshop’s recordings, kept in pieces in the database. */
export function createTraceRepository(parts: RepositoryParts): TraceRepository {
  const { database, workshopId } = parts;
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
    add: (trace, transaction) => add(parts, trace, transaction),
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

/** Takes a file in as it comes, has it read beside the requests, then stores it whole; one that cannot be read leaves nothing behind. */
async function add(
  { database, workshopId, work }: RepositoryParts,
  { id, jobId, author, bytes }: NewTrace,
  outer?: Transaction,
): Promise<TraceRecord> {
  const { sequelize, models } = database;
  const { Trace, TracePiece } = models;
  await expectJob(database, workshopId, jobId, outer);
  const folder = await mkdtemp(join(tmpdir(), 'lantern-recording-'));
  try {
    const file = join(folder, 'recording.trace');
    await pipeline(Readable.from(bytes), limited(mostBytes), createWriteStream(file));
    const read = await work.run('recording', { file });
    if ('refused' in read) throw new ApiProblem('trace/unreadable', read.field, read.refused);
    const { document } = read;
    const [sha256, overview] = [Buffer.from(read.sha256), Buffer.from(read.overview)];
    const row = {
      workshopId,
      id,
      jobId,
      authorId: author,
      at: new Date(document.at),
      document,
      sha256,
      overview,
    };
    const store = async (transaction: Transaction) => {
      const [stored, fresh] = await Trace.findOrCreate({
        where: { workshopId, id },
        defaults: row,
        transaction,
      });
      if (!fresh) {
        if (stored.jobId === jobId && stored.sha256.equals(sha256)) return traceRecord(stored);
        throw new ApiProblem('trace/id-taken');
      }
      let piece = 0;
      for (const part of piecesOf(file)) {
        await TracePiece.create({ workshopId, traceId: id, piece, bytes: part }, { transaction });
        piece++;
      }
      return traceRecord(stored);
    };
    return await (outer === undefined ? sequelize.transaction(store) : store(outer));
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Lets so many bytes through. @throws {ApiProblem} at more */
function limited(most: number): Transform {
  let total = 0;
  return new Transform({
    transform(part: Uint8Array, _encoding, done) {
      total += part.length;
      if (total > most) done(new ApiProblem('trace/too-large'));
      else done(null, part);
    },
  });
}

function traceRecord({ id, jobId, authorId, document, overview }: TraceRow): TraceRecord {
  const picture = overviewLevel(overview, document.samples, pictured);
  return { id, jobId, author: authorId, ...document, picture };
}
