import type { OperatingState } from '../../circuit/operatingState';
import { withApart } from '../../circuit/operatingState';
import { restingState } from '../../circuit/restingState';
import { NOTHING_WRONG } from '../../faults/hypotheses';
import type { RelayPart, RelayTerminal } from '../../circuit/parts/relay';
import { REFERENCE } from '../../network/network';
import type { TheveninEquivalent } from '../../solver/updatedNetwork';
import type { Predictor } from '../../inference/predictor';
import { commandStates, relayById, wholeState } from './commanded';

/** The four into which a relay's socket cuts a circuit, and the relay itself. */
export const relaySides = ['supply', 'load side', 'coil feed', 'coil command', 'relay'] as const;
export type RelaySide = (typeof relaySides)[number];

/** What is wrong at a pin of the empty socket. */
export type PinTrouble =
  | 'missing'
  | 'weak'
  | 'shorted to ground'
  | 'leaking to ground'
  | 'fed from elsewhere'
  | 'open'
  | 'never comes'
  | 'stuck on';

/** What a hypothesis does, as one sees it at the socket. */
export interface SeenAtSocket {
  /** Where it shows; none where it shows at no pin and is not within the relay. */
  readonly relaySides: readonly RelaySide[];
  /** What the first of them shows; for the relay, the failure's own name; empty where there is none. */
  readonly trouble: PinTrouble | (string & {});
}

export const sideOfPin: Readonly<Record<RelayTerminal, Exclude<RelaySide, 'relay'>>> = {
  supply: 'supply',
  normallyOpen: 'load side',
  secondOpen: 'load side',
  normallyClosed: 'load side',
  coilFeed: 'coil feed',
  coilCommand: 'coil command',
};

/**
 * Where each hypothesis shows at a relay's socket. With the relay out, all that lies behind a pin is a source of so many
 * volts behind so many ohms (Thévenin); a fault belongs to the sides whose pins it changes, in the state in which
 * the relay is meant to pull or in the one in which it is not. No list of wires decides it, so a shared feed, a load
 * in parallel and a back-feed come out as they are.
 * @returns one for each of the predictor's hypotheses
 */
export function seenAtSocket(
  predictor: Predictor,
  healthy: Predictor,
  relay: string,
): readonly SeenAtSocket[] {
  const known = remembered.get(predictor) ?? new Map<string, readonly SeenAtSocket[]>();
  remembered.set(predictor, known);
  const found = known.get(relay) ?? workedOut(predictor, healthy, relay);
  known.set(relay, found);
  return found;
}

const remembered = new WeakMap<Predictor, Map<string, readonly SeenAtSocket[]>>();

const nowhere: SeenAtSocket = { relaySides: [], trouble: '' };

function workedOut(predictor: Predictor, healthy: Predictor, relay: string): readonly SeenAtSocket[] {
  const { circuit } = predictor;
  const part = relayById(circuit, relay);
  const pins = pinsOf(part);
  const rest = restingState(circuit).controls;
  const { pulled, released } = commandStates(healthy, relay, rest);
  const states = [pulled ?? rest, released ?? rest].map((controls) =>
    withApart(wholeState(circuit, controls), relay, true),
  );
  const equivalentsWith = (hypothesis: number | null) =>
    states.map((state) => pins.map((pin) => theveninAt(predictor, state, `${relay}.${pin}`, hypothesis)));
  const sound = equivalentsWith(null);
  return predictor.hypotheses.map(({ suspect, name, fault }, h) => {
    if (suspect === NOTHING_WRONG) return nowhere;
    if (fault?.kind === 'part' && fault.part === relay) return { relaySides: ['relay'], trouble: name };
    const equivalents = equivalentsWith(h);
    const troubles = pins.flatMap((pin, p) => {
      const [before, after] = [sound, equivalents].map((each) => ({
        pulled: each[0]![p]!,
        released: each[1]![p]!,
      }));
      const trouble = troubleAt(pin, before!, after!, circuit.nominalVolts);
      return trouble === null ? [] : [{ side: sideOfPin[pin], trouble }];
    });
    const first = troubles[0];
    return first === undefined
      ? nowhere
      : { relaySides: [...new Set(troubles.map(({ side }) => side))], trouble: first.trouble };
  });
}

function pinsOf({ pins }: RelayPart): readonly RelayTerminal[] {
  const order = Object.keys(sideOfPin) as RelayTerminal[];
  return order.filter((role) => pins[role] !== undefined);
}

/** What is looked into at a pin against the body; nothing at all where it floats. */
interface PinPort extends TheveninEquivalent {
  readonly floats: boolean;
}

function theveninAt(
  { solved }: Predictor,
  state: OperatingState,
  terminal: `${string}.${string}`,
  hypothesis: number | null,
): PinPort {
  const { solution } = solved(state, hypothesis);
  const node = solution.network.nodeOf.get(terminal) ?? REFERENCE;
  if (solution.floating(node)) return { floats: true, volts: 0, ohms: Infinity };
  return { floats: false, ...solution.thevenin(node, REFERENCE) };
}

interface BothStates {
  readonly pulled: PinPort;
  readonly released: PinPort;
}

/** Volts, as a share of nominal, and ohms, as a factor and in all, from which a pin's source is another one. */
const otherVolts = 0.04;
const otherFactor = 1.05;
const otherOhms = 0.02;

function differs(one: PinPort, other: PinPort, nominalVolts: number): boolean {
  if (one.floats || other.floats) return one.floats !== other.floats;
  if (Math.abs(one.volts - other.volts) > otherVolts * nominalVolts) return true;
  const [least, most] = [Math.min(one.ohms, other.ohms), Math.max(one.ohms, other.ohms)];
  return most > least * otherFactor && most - least > otherOhms;
}

/** What is wrong at a pin, or null: what its source has become, in both states. */
function troubleAt(
  pin: RelayTerminal,
  before: BothStates,
  after: BothStates,
  nominalVolts: number,
): PinTrouble | null {
  const pulled = differs(before.pulled, after.pulled, nominalVolts);
  const released = differs(before.released, after.released, nominalVolts);
  if (!pulled && !released) return null;
  if (sideOfPin[pin] === 'coil command') return commandTrouble(before, after, pulled, nominalVolts);
  const state = pulled ? 'pulled' : 'released';
  const trouble = troubleOf(before[state], after[state], nominalVolts);
  if (sideOfPin[pin] === 'load side') return trouble === 'missing' ? 'open' : trouble;
  return trouble;
}

/** A command that is given when it should not be, or stands, when it should come, as it does when it should not. */
function commandTrouble(
  before: BothStates,
  after: BothStates,
  inPulled: boolean,
  nominalVolts: number,
): PinTrouble {
  const given = Math.abs(after.released.volts - before.pulled.volts) < givenVolts * nominalVolts;
  if (differs(before.released, after.released, nominalVolts) && given && after.released.ohms < neverOhms) {
    return 'stuck on';
  }
  if (!inPulled) return troubleOf(before.released, after.released, nominalVolts);
  const { pulled } = after;
  if (pulled.floats || pulled.ohms > neverOhms || !differs(pulled, before.released, nominalVolts)) {
    return 'never comes';
  }
  const trouble = troubleOf(before.pulled, pulled, nominalVolts);
  return trouble === 'missing' ? 'weak' : trouble;
}

/** Volts, as a share of nominal, within which a command pin stands where it stands when the command is given. */
const givenVolts = 0.15;
/** Ohms in the way of a coil's current past which the coil does not pull any more. */
const neverOhms = 60;
/** Ohms to the body below which a short, not a wet path, is spoken of. */
const shortOhms = 5;

function troubleOf(before: PinPort, after: PinPort, nominalVolts: number): PinTrouble {
  if (after.volts - before.volts > otherVolts * nominalVolts && !after.floats) return 'fed from elsewhere';
  if (after.floats || before.volts - after.volts > nominalVolts / 2) return 'missing';
  if (after.ohms < before.ohms) return after.ohms < shortOhms ? 'shorted to ground' : 'leaking to ground';
  return after.ohms > 3 * before.ohms + shortOhms ? 'missing' : 'weak';
}
