import type { Circuit, FusePart, OperatingState } from '@grim-lantern/core';
import { expectedAmps, fusesOf, openingBand } from '@grim-lantern/core';
import type { Remote } from 'comlink';
import type { TraceService } from '../../session/traceService';
import { fuseOnShow } from './tracePanelProps';
import type { TraceState } from './useTraces';

/** A recording as it is drawn. */
export interface TraceLine {
  readonly name: string;
  readonly remote: Remote<TraceService>;
  /** Seconds that there are of it so far. */
  readonly seconds: number;
  /** When it is first switched on: where its clock starts on the drawing. */
  readonly on: number;
}

/** What a recording is held against, amps. */
export interface FuseLevels {
  readonly expected: number;
  readonly fuse: Pick<FusePart, 'style' | 'ratingAmps'> | null;
}

/** A recording that has been read, as a line; null while there is none. */
export function lineOf(name: string, state: TraceState): TraceLine | null {
  if (state.status !== 'read') return null;
  const { remote, report } = state;
  return { name, remote, seconds: report.seconds, on: report.measures.periods[0]?.start ?? 0 };
}

/** What a healthy circuit draws through a fuse, and what the fuse is made for. */
export function fuseLevels(circuit: Circuit, state: OperatingState, fuse: string | null): FuseLevels {
  const part = fuseOnShow(fusesOf(circuit), fuse);
  if (part === undefined) return { expected: 0, fuse: null };
  return { expected: expectedAmps(circuit, state, part.id), fuse: part };
}

/** Points of a curve. */
const points = 60;

/** The current that opens a fuse after so long, soonest and latest: from what it just does not bear to six times its rating. */
export function openingCurves({ style, ratingAmps }: NonNullable<FuseLevels['fuse']>) {
  const bands = Array.from({ length: points }, (_each, i) => {
    const amps = 1.1 * ratingAmps * (6 / 1.1) ** (i / (points - 1));
    return { amps, ...(openingBand(style, amps / ratingAmps) ?? { least: Infinity, greatest: Infinity }) };
  });
  return [
    { name: 'soonest', seconds: bands.map(({ least }) => least), amps: bands.map(({ amps }) => amps) },
    { name: 'latest', seconds: bands.map(({ greatest }) => greatest), amps: bands.map(({ amps }) => amps) },
  ];
}
