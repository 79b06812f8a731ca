import { checkedTraceHeader } from '@grim-lantern/contract';
import type { TraceRecord } from '@grim-lantern/contract';
import { channelOf, traceFileReader, tracePyramid, traceSeconds, writeOverview } from '@grim-lantern/core';
import { createHash } from 'node:crypto';
import { closeSync, openSync, readSync } from 'node:fs';

/** What is kept of a recording beside its samples; or why the file is none, in one sentence. */
export type ReadRecording =
  | { readonly refused: string; readonly field?: string }
  | {
      readonly document: Omit<TraceRecord, 'id' | 'jobId' | 'author' | 'picture'>;
      readonly overview: Uint8Array;
      readonly sha256: Uint8Array;
    };

const pieceBytes = 4e6;

/** The pieces of a file, one after another. */
export function* piecesOf(file: string): Generator<Buffer> {
  const open = openSync(file, 'r');
  try {
    for (;;) {
      const piece = Buffer.allocUnsafe(pieceBytes);
      let size = 0;
      for (let read = -1; size < pieceBytes && read !== 0; size += read) {
        read = readSync(open, piece, size, pieceBytes - size, null);
      }
      if (size === 0) return;
      yield piece.subarray(0, size);
    }
  } finally {
    closeSync(open);
  }
}

/** Reads a recording through. Cost: seconds, and some times its size in memory: work for a thread of its own. */
export function readRecording(file: string): ReadRecording {
  const reader = traceFileReader(checkedTraceHeader);
  const hash = createHash('sha256');
  for (const piece of piecesOf(file)) {
    const refused = reader.push(piece);
    if (refused !== null) return refused;
    hash.update(piece);
  }
  const found = reader.end();
  if ('refused' in found) return found;
  const { header, trace } = found;
  const current = channelOf(trace, 'A');
  if (current === null) return { refused: 'channels: Expected one in amps.', field: 'channels' };
  const { about, samples, channels } = header;
  return {
    document: {
      ...about,
      kept: true,
      samples,
      seconds: traceSeconds(trace),
      channels: channels.map(({ name, unit }) => ({ name, unit })),
    },
    overview: writeOverview(tracePyramid(current.values), trace.times),
    sha256: hash.digest(),
  };
}
