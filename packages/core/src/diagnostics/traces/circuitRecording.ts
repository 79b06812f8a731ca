import type { Circuit } from '../../circuit/circuit';
import type { OperatingState } from '../../circuit/operatingState';
import { CoreError } from '../../errors';
import type { Hypothesis } from '../../faults/hypotheses';
import { loadTargets, watchedLoad } from '../../instruments/targets';
import { partById } from '../../circuit/terminals';
import type { FusePart } from '../../circuit/parts/fuse';
import { shortedTurns } from '../../circuit/parts/ohmicLoad';
import { solveTogether } from '../../solver/stateSolver';
import type { Solution } from '../../solver/solution';
import { fuseAmps } from '../survey/fuseAmps';
import type { LoadCharacter, Recording } from './recordTrace';
import type { TraceKind } from '../../instruments/traceKinds';

/** The fuse of an id. @throws {CoreError} `circuit/unknown-part` */
export function fuseById(circuit: Circuit, id: string): FusePart {
  const part = partById(circuit, id);
  if (part.kind === 'fuse') return part;
  throw new CoreError('circuit/unknown-part', `Expected a fuse: ${id} is a ${part.kind}.`, { part: id });
}

/** What a healthy circuit draws through a fuse in a state, amps. @throws {CoreError} `circuit/unknown-part` */
export function expectedAmps(circuit: Circuit, state: OperatingState, fuse: string): number {
  const solution = solveTogether(circuit, state, []);
  return Math.abs(fuseAmps({ circuit, state, solution }, fuseById(circuit, fuse)));
}

/** Ratios to the healthy current from which a load is said to be stalled, and to draw too much. */
const stalledFrom = 3;
const tooMuchFrom = 1.15;
const nothingBelow = 0.05;
/** Volts over ohms of a dead short through battery, fuse and wire: what flows at most. Judgement: 60 mΩ in all. */
const shortOhms = 0.06;

/** What is wrong while a recorder runs: a fault, and what it is called. */
export type Wrong = Pick<Hypothesis, 'fault' | 'name'>;

/** What a recorder would see with something wrong, or nothing, for so many seconds. */
export type RecordingOf = (wrong: Wrong | null, seconds: number, comesAndGoes?: boolean) => Recording;

/**
 * What a recorder in a fuse's wire would see of a circuit, whatever is wrong with it: amps from the solver, the course in
 * time from the load that draws most and from what is wrong. The healthy circuit is solved once.
 * @throws {CoreError} `circuit/unknown-part`
 */
export function recordingsOf(circuit: Circuit, state: OperatingState, fuse: string): RecordingOf {
  const part = fuseById(circuit, fuse);
  const healthy = expectedAmps(circuit, state, fuse);
  const character = characterOf(circuit, state);
  return (wrong, seconds, comesAndGoes = false) => {
    const fault = wrong?.fault ?? null;
    const solution = solveTogether(circuit, state, fault === null ? [] : [fault]);
    const amps = Math.abs(fuseAmps({ circuit, state, solution }, part));
    const blown = solution.blown.includes(fuse);
    const ratio = healthy > 0 ? amps / healthy : amps > 0 ? Infinity : 0;
    return {
      character,
      healthyAmps: healthy,
      kind: kindOf(wrong, ratio, blown, comesAndGoes),
      times: Math.max(1, Number.isFinite(ratio) ? ratio : 1),
      seconds,
      onAt: Math.min(1, seconds / 10),
      pulseHertz: 180,
      bars: 12,
      limitAmps: circuit.nominalVolts / shortOhms,
    };
  };
}

/**
 * One such recording.
 * @param comesAndGoes - whether the fault is there for moments only
 * @throws {CoreError} `circuit/unknown-part`
 */
export function circuitRecording(
  circuit: Circuit,
  state: OperatingState,
  wrong: Wrong | null,
  fuse: string,
  seconds: number,
  comesAndGoes = false,
): Recording {
  return recordingsOf(circuit, state, fuse)(wrong, seconds, comesAndGoes);
}

function kindOf(wrong: Wrong | null, ratio: number, blown: boolean, comesAndGoes: boolean): TraceKind {
  if (wrong === null) return ratio < nothingBelow ? 'nothing flows' : 'healthy';
  if (blown) return 'short in an instant';
  if (comesAndGoes && ratio < nothingBelow) return 'contact bounces';
  if (ratio < nothingBelow) return 'nothing flows';
  if (ratio >= stalledFrom) return 'stalled from the start';
  if (ratio < tooMuchFrom) return 'healthy';
  return wrong.name === shortedTurns ? 'starts high and climbs' : 'draws too much';
}

const characters: Readonly<Record<string, LoadCharacter>> = {
  motor: 'motor',
  lamp: 'lamp',
  'two-filament lamp': 'lamp',
  heater: 'heater',
  resistor: 'heater',
  solenoid: 'coil',
};

/** The character of the load that works most in a healthy circuit. */
function characterOf(circuit: Circuit, state: OperatingState): LoadCharacter {
  const solution = solveTogether(circuit, state, []);
  const loads = loadTargets(circuit).map((at) => {
    const { part } = watchedLoad(circuit, at);
    return { kind: partById(circuit, part).kind, watts: wattsAt(solution, circuit, at) };
  });
  const most = loads.sort((one, other) => other.watts - one.watts)[0];
  return characters[most?.kind ?? ''] ?? 'motor';
}

/** Volts over a load, squared, over a coarse measure of its ohms: enough to rank by. */
function wattsAt(solution: Solution, circuit: Circuit, at: string): number {
  const { part, a, b, powerShare } = watchedLoad(circuit, at);
  const volts = (terminal: string) => solution.volts(solution.network.nodeOf.get(`${part}.${terminal}`) ?? 0);
  const own = partById(circuit, part);
  const rated =
    'ohms' in own ? circuit.nominalVolts ** 2 / own.ohms : 'watts' in own ? [own.watts].flat()[0]! : 1;
  return powerShare(volts(a) - volts(b)) * rated;
}
