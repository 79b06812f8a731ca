import type { OperatingState } from '../../circuit/operatingState';
import { withControl } from '../../circuit/operatingState';
import type { TerminalRef } from '../../circuit/terminalRef';
import type { JobState, LedgerReading } from '../../job/foldJob';
import { lastReadings } from '../../job/lastReadings';
import type { FusePart } from '../../circuit/parts/fuse';
import type { Predictor } from '../../inference/predictor';
import { fusesOf } from './surveyOrder';

/** Whether each fuse has a feed in each position of one control, all else as it stands. */
export interface FedWhen {
  readonly control: string;
  readonly positions: readonly { readonly id: string; readonly name: string }[];
  readonly fuses: readonly { readonly fuse: FusePart; readonly fed: readonly boolean[] }[];
}

/** Share of nominal volts from which a leg counts as fed. */
const fedShare = 0.5;

/** Whether a fuse's supply leg is fed in a state of the circuit. */
function isFed({ circuit, solved }: Predictor, state: OperatingState, fuse: string): boolean {
  const { solution } = solved(state, null);
  const node = solution.network.nodeOf.get(`${fuse}.feed`);
  if (node === undefined || solution.floating(node)) return false;
  return Math.abs(solution.volts(node)) >= fedShare * circuit.nominalVolts;
}

/**
 * For each control that changes which fuses are fed, in the circuit's order.
 * @param healthy - the circuit with nothing wrong
 */
export function fedWhen(healthy: Predictor, state: OperatingState): readonly FedWhen[] {
  const { circuit } = healthy;
  const fuses = fusesOf(circuit);
  return circuit.controls
    .map(({ id: control, positions }) => {
      const states = positions.map(({ id }) => withControl(state, control, id));
      return {
        control,
        positions: positions.map(({ id, name }) => ({ id, name })),
        fuses: fuses.map((fuse) => ({ fuse, fed: states.map((each) => isFed(healthy, each, fuse.id)) })),
      };
    })
    .filter((each) => each.fuses.some(({ fed }) => new Set(fed).size > 1));
}

/** What a lamp to ground shows on a leg; null while it was not laid there in this state. */
export type Leg = 'dark' | 'dim' | 'bright' | null;

export type FuseVerdict =
  | 'not read'
  | 'good'
  | 'open'
  | 'poor seat or weak feed'
  | 'no feed'
  | 'not fed in this state'
  | 'fed from behind';

/** A fuse checked leg by leg in the present state. */
export interface FuseCheck {
  readonly fuse: FusePart;
  readonly feed: Leg;
  readonly load: Leg;
  /** Whether both legs should light, were all well. */
  readonly shouldLight: boolean;
  readonly verdict: FuseVerdict;
}

/** Every fuse of the circuit, by the last lamp on each of its legs in the job's present state. */
export function fuseChecks(healthy: Predictor, job: JobState): readonly FuseCheck[] {
  const last = lastReadings(job);
  const lampOn = (at: TerminalRef) => legOf(last({ instrument: 'lamp-to-ground', at }));
  return fusesOf(healthy.circuit).map((fuse) => {
    const [feed, load] = [lampOn(`${fuse.id}.feed`), lampOn(`${fuse.id}.load`)];
    const shouldLight = isFed(healthy, job.state, fuse.id);
    return { fuse, feed, load, shouldLight, verdict: verdictOf(feed, load, shouldLight) };
  });
}

/** Both legs or no verdict: one reading across, or on one leg, tells nothing of a fuse that nothing feeds. */
function verdictOf(feed: Leg, load: Leg, shouldLight: boolean): FuseVerdict {
  if (feed === null || load === null) return 'not read';
  if (feed === 'dark' && load === 'dark') return shouldLight ? 'no feed' : 'not fed in this state';
  if (feed === 'dark') return 'fed from behind';
  if (load === 'dark') return 'open';
  return feed === 'bright' && load === 'bright' ? 'good' : 'poor seat or weak feed';
}

function legOf(reading: LedgerReading | null): Leg {
  const value = reading?.value;
  if (value?.kind !== 'outcome') return null;
  return value.outcome === 'dark' || value.outcome === 'dim' || value.outcome === 'bright'
    ? value.outcome
    : null;
}
