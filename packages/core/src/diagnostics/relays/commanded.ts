import type { Circuit } from '../../circuit/circuit';
import type { OperatingState } from '../../circuit/operatingState';
import { withApart } from '../../circuit/operatingState';
import { restingState } from '../../circuit/restingState';
import { partById } from '../../circuit/terminals';
import { CoreError } from '../../errors';
import { loadTargets, watchedLoad } from '../../instruments/targets';
import type { RelayPart } from '../../circuit/parts/relay';
import { contactOhms } from '../../circuit/parts/relay';
import type { Predictor } from '../../inference/predictor';

/** The relays of a circuit, in its order. */
export function relaysOf({ parts }: Circuit): readonly RelayPart[] {
  return parts.flatMap((part) => (part.kind === 'relay' ? [part] : []));
}

/** @throws {CoreError} `circuit/unknown-part` where there is no such part, or it is no relay */
export function relayById(circuit: Circuit, id: string): RelayPart {
  const part = partById(circuit, id);
  if (part.kind === 'relay') return part;
  throw new CoreError('circuit/unknown-part', `Expected a relay: ${id} is a ${part.kind}.`, { part: id });
}

/** Positions of the controls in which a relay is meant to pull, and in which it is not; null where there are none. */
export interface CommandStates {
  readonly pulled: OperatingState['controls'] | null;
  readonly released: OperatingState['controls'] | null;
}

/** So many combinations of controls are tried. */
const mostTried = 400;

/**
 * The positions nearest to some given ones, fewest controls moved, in which a healthy relay pulls in, and in which it
 * does not. Positions that carry a caution are left out unless they are set already.
 * @param healthy - the circuit with nothing wrong
 */
export function commandStates(
  healthy: Predictor,
  relay: string,
  from: OperatingState['controls'],
): CommandStates {
  let [pulled, released]: [OperatingState['controls'] | null, OperatingState['controls'] | null] = [
    null,
    null,
  ];
  for (const controls of nearestFirst(healthy.circuit, from)) {
    if (pulls(healthy, relay, controls)) pulled ??= controls;
    else released ??= controls;
    if (pulled !== null && released !== null) break;
  }
  return { pulled, released };
}

/** Everything whole and in place, the controls set. */
export function wholeState(circuit: Circuit, controls: OperatingState['controls']): OperatingState {
  return { ...restingState(circuit), controls };
}

/** Whether a healthy relay pulls in with the controls in these positions, and perhaps one part taken apart. */
export function pulls(
  { circuit, solved }: Predictor,
  relay: string,
  controls: OperatingState['controls'],
  apart?: string,
): boolean {
  const whole = wholeState(circuit, controls);
  const { solution } = solved(apart === undefined ? whole : withApart(whole, apart, true), null);
  const { network, joined } = solution;
  const contact = network.switches.findIndex(({ owner, role }) => owner === relay && role === 'normallyOpen');
  return joined[contact] === true;
}

/** So many combinations of controls show whether a part has to do with a command. */
const mostCompared = 40;

/** Whether taking a part apart makes a relay pull or let go in any of the nearest positions of the controls. */
export function commands(healthy: Predictor, relay: string, part: string): boolean {
  let compared = 0;
  for (const controls of nearestFirst(healthy.circuit, restingState(healthy.circuit).controls)) {
    if (compared++ >= mostCompared) return false;
    if (pulls(healthy, relay, controls) !== pulls(healthy, relay, controls, part)) return true;
  }
  return false;
}

function* nearestFirst(
  { controls }: Circuit,
  from: OperatingState['controls'],
): Generator<OperatingState['controls']> {
  const moves = controls.map(({ id, positions }) =>
    positions
      .filter((each) => each.id !== from[id] && each.caution === undefined)
      .map((each) => [id, each.id] as const),
  );
  let [layer, tried]: [
    readonly { readonly set: OperatingState['controls']; readonly next: number }[],
    number,
  ] = [[{ set: from, next: 0 }], 0];
  while (layer.length > 0) {
    for (const { set } of layer) {
      if (tried++ >= mostTried) return;
      yield set;
    }
    layer = layer.flatMap(({ set, next }) =>
      moves.flatMap((own, index) =>
        index < next
          ? []
          : own.map(([id, position]) => ({ set: { ...set, [id]: position }, next: index + 1 })),
      ),
    );
  }
}

/** A load that a relay feeds, and how much of its rated power it takes with the relay pulled. */
export interface RelayLoad {
  readonly at: string;
  readonly name: string;
  readonly share: number;
}

/** Share of rated power that a load must gain or lose with a relay to be called its own. */
const ownFrom = 0.2;

/** The loads that work, or stop working, as a relay comes into its socket while it is commanded. */
export function loadsOf(healthy: Predictor, relay: string): readonly RelayLoad[] {
  const { circuit } = healthy;
  const { pulled } = commandStates(healthy, relay, restingState(circuit).controls);
  if (pulled === null) return [];
  const within = wholeState(circuit, pulled);
  const [with_, without] = [within, withApart(within, relay, true)].map((state) =>
    loadTargets(circuit).map((at) => workOf(healthy, state, at)),
  );
  return loadTargets(circuit).flatMap((at, index) => {
    const [own, others] = [with_?.[index] ?? 0, without?.[index] ?? 0];
    return Math.abs(own - others) < ownFrom ? [] : [{ at, name: watchedLoad(circuit, at).name, share: own }];
  });
}

function workOf(healthy: Predictor, state: OperatingState, at: string): number {
  const { part, a, b, powerShare } = watchedLoad(healthy.circuit, at);
  const { solution } = healthy.solved(state, null);
  const volts = (terminal: string) => solution.volts(solution.network.nodeOf.get(`${part}.${terminal}`) ?? 0);
  return powerShare(volts(a) - volts(b));
}

/** Amps through a healthy relay's contact while it is pulled; null where no position of the controls pulls it. */
export function relayAmps(healthy: Predictor, relay: string): number | null {
  const { circuit } = healthy;
  const { pulled } = commandStates(healthy, relay, restingState(circuit).controls);
  if (pulled === null) return null;
  const { solution } = healthy.solved(wholeState(circuit, pulled), null);
  const volts = (role: string) => solution.volts(solution.network.nodeOf.get(`${relay}.${role}`) ?? 0);
  return Math.abs(volts('supply') - volts('normallyOpen')) / contactOhms;
}
