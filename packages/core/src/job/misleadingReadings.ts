import { listWords } from '../text/lists';
import type { Circuit } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { cavityFill, withApart, withControl } from '../circuit/operatingState';
import { restingState } from '../circuit/restingState';
import type { TerminalRef } from '../circuit/terminalRef';
import { partIdOf } from '../circuit/terminalRef';
import { partById } from '../circuit/terminals';
import { instrumentById } from '../instruments/instruments';
import { beepsBelow } from '../instruments/beeper';
import type { Prediction } from '../instruments/prediction';
import { fromScale, toScale } from '../instruments/prediction';
import { lampVoltsOn, lampThresholds, testLampWatts } from '../instruments/testLamp';
import { filamentOf } from '../circuit/parts/lamp';
import { kindOf } from '../circuit/parts/partKinds';
import { filamentAmps } from '../physics/filament';
import { REFERENCE } from '../network/network';
import { controlsMoved } from '../planning/candidateStates';
import type { TakenReading } from '../inference/takenReading';
import type { Predictor } from '../inference/predictor';
import { formatQuantity } from '../instruments/formatQuantity';
import { fits } from './fit';

/**
 * What a reading cannot mean though it seems to: one sentence worked out from the circuit, or null where it means what
 * it says.
 */
export function misleadingReading(predictor: Predictor, reading: TakenReading): string | null {
  for (const check of misleadingChecks) {
    const words = check(predictor, reading);
    if (words !== null) return words;
  }
  return null;
}

type MisleadingCheck = (predictor: Predictor, reading: TakenReading) => string | null;

/** Most names that a sentence lists. */
const mostNamed = 4;
/** A path counts when its removal raises the ohms by this share. */
const pathShare = 0.03;

/** Whether a beeper may well beep where this is predicted. */
const beepsWhen = (predicted: Prediction) => predicted.kind === 'outcomes' && predicted.chances[0]! > 0.3;

/** Ohms to ground, or a beep, that the healthy circuit shows as well: its own loads are the path. */
const throughHealthyLoads: MisleadingCheck = (predictor, { test, state, value }) => {
  const healthy = predictor.predict(state, test, null);
  if (test.instrument === 'beeper') {
    if (value.kind !== 'outcome' || value.outcome !== 'beeps' || !beepsWhen(healthy)) return null;
  } else if (test.instrument === 'ohmmeter') {
    if (value.kind !== 'number' || healthy.kind !== 'number' || value.value > 1e5) return null;
    if (!fits({ test, value }, healthy)) return null;
  } else return null;
  const paths = pathsToGround(predictor, state, test.at);
  if (paths.length === 0) return null;
  const own = formatQuantity(ohmsAt(predictor, state, test.at), 'Ω');
  return `A healthy circuit shows ${own} here too, through ${listed(paths)}: unplug ${paths.length === 1 ? 'it' : 'them'} before you call it a short.`;
};

function ohmsAt({ solved }: Predictor, state: OperatingState, at: string): number {
  const { solution } = solved(state, null);
  const node = solution.network.nodeOf.get(at);
  return node === undefined ? Infinity : solution.thevenin(node, REFERENCE).ohms;
}

/** The names of what would leave the ohms to ground at a point higher, were it unplugged: the greatest share first. */
function pathsToGround(predictor: Predictor, state: OperatingState, at: string): readonly string[] {
  const own = ohmsAt(predictor, state, at);
  return predictor.circuit.parts
    .filter(({ id, kind }) => !state.apart.includes(id) && kind !== 'connector' && id !== at.split('.')[0])
    .filter((part) => kindOf(part).removal === 'unplug')
    .map(({ id, name }) => ({ name, raised: ohmsAt(predictor, withApart(state, id, true), at) / own - 1 }))
    .filter(({ raised }) => raised > pathShare)
    .sort((one, other) => other.raised - one.raised)
    .map(({ name }) => name);
}

function listed(names: readonly string[]): string {
  if (names.length > mostNamed || names.length < 2) return listWords(names, mostNamed);
  return `${listWords(names.slice(0, -1))} and ${names.at(-1)}`;
}

/** Ohms below this are taken for a sound wire. */
const seemsSoundBelow = 2;

/** A low ohms reading or a beep taken as proof of what must carry amps; where the healthy circuit shows none, it is a short. */
const continuityIsNoProof: MisleadingCheck = (predictor, { test, state, value }) => {
  const { circuit } = predictor;
  const { display } = instrumentById('ohmmeter');
  if (display.kind !== 'number') return null;
  const { scale } = display;
  const healthy = predictor.predict(state, test, null);
  const low =
    test.instrument === 'beeper'
      ? value.kind === 'outcome' && value.outcome === 'beeps' && beepsWhen(healthy)
      : test.instrument === 'ohmmeter' &&
        value.kind === 'number' &&
        value.value < seemsSoundBelow &&
        healthy.kind === 'number' &&
        healthy.overload < 0.5 &&
        fromScale(scale, healthy.mean) < seemsSoundBelow;
  if (!low) return null;
  const amps = mostAmpsAt(predictor, test.at);
  if (amps < 0.5) return null;
  const seen = value.kind === 'number' ? value.value : 0;
  const unseen =
    test.instrument === 'beeper'
      ? beepsBelow
      : fromScale(scale, toScale(scale, seen) + 3.5 * scale.relative) - seen;
  const lost = Math.min(circuit.nominalVolts, unseen * amps);
  return `Another ${roughly(unseen, 'Ω')} would not show here; at the ${roughly(amps, 'A')} that flow in use it loses ${roughly(lost, 'V')}. Take the drop under load.`;
};

/** What is worked out from judged limits, in as many figures as it deserves. */
function roughly(value: number, unit: 'Ω' | 'A' | 'V'): string {
  return formatQuantity(Number(value.toPrecision(2)), unit);
}

/** The most amps that any wire at a point carries in the healthy circuit, one control moved at a time or all of them. */
function mostAmpsAt({ circuit, solved }: Predictor, at: string): number {
  const wires = circuit.sections.filter(({ from, to }) => from === at || to === at);
  const amps = usualStates(circuit).flatMap((state) => {
    const { solution } = solved(state, null);
    return wires.map(({ id }) => Math.abs(solution.sectionAmps(id, 'from')));
  });
  return Math.max(0, ...amps);
}

function usualStates(circuit: Circuit): readonly OperatingState[] {
  const rest = restingState(circuit);
  const all = circuit.controls.reduce((state, { id, positions }) => {
    const last = positions.filter(({ caution }) => caution === undefined).at(-1);
    return last === undefined ? state : withControl(state, id, last.id);
  }, rest);
  return [rest, ...controlsMoved(circuit, rest), all];
}

/** Volts on a wire that is connected to nothing. */
const floatingWire: MisleadingCheck = ({ predict }, { test, state, value }) => {
  if (test.instrument !== 'voltmeter' || value.kind !== 'number') return null;
  if (predict(state, test, null).kind !== 'floating') return null;
  return 'In this state the wire hangs on nothing: the meter shows what is not there. A lamp would stay dark.';
};

/** A lamp that stays dark taken as "no short". */
const darkIsNoProof: MisleadingCheck = ({ circuit, solved }, { test, state, value }) => {
  if (value.kind !== 'outcome' || value.outcome !== 'dark') return null;
  const fill = test.instrument === 'cavity-lamp' ? cavityFill(state, test.at) : null;
  const watts =
    fill?.kind === 'lamp' ? fill.watts : test.instrument === 'lamp-to-battery' ? testLampWatts : null;
  const { solution } = solved(state, null);
  const { supply } = solution.network;
  if (watts === null || supply === null) return null;
  const volts = solution.volts(supply);
  const ohms = mostOhmsThatGlow(watts, volts, circuit.nominalVolts);
  return `Dark does not rule out a short of more than about ${roughly(ohms, 'Ω')}: this lamp would not glow through it.`;
};

/** The ohms of the largest short to ground through which a lamp on the supply still visibly glows, by halving. */
export function mostOhmsThatGlow(watts: number, volts: number, nominalVolts: number): number {
  const lamp = filamentOf(watts, nominalVolts);
  const share = (ohms: number) => {
    const across = lampVoltsOn({ volts, ohms }, lamp);
    return (filamentAmps(lamp, across) * across) / watts;
  };
  let [low, high] = [0, 1e4];
  for (let round = 0; round < 50; round++) {
    const middle = (low + high) / 2;
    if (share(middle) >= lampThresholds[0]!) low = middle;
    else high = middle;
  }
  return low;
}

/** Next to nothing over a fuse that carries nothing, or is not fed. */
const nothingOverTheFuse: MisleadingCheck = ({ circuit, solved }, { test, state, value }) => {
  if (test.instrument !== 'fuse-millivolts' || value.kind !== 'number' || Math.abs(value.value) > 2e-4) {
    return null;
  }
  const { solution } = solved(state, null);
  const feed = solution.network.nodeOf.get(`${test.at}.feed`);
  const load = solution.network.nodeOf.get(`${test.at}.load`);
  if (feed === undefined || load === undefined) return null;
  const { name } = partById(circuit, test.at);
  if (solution.floating(feed) || solution.volts(feed) < 1) {
    return `${name} is not fed in this state: 0 mV says nothing of it. Take both legs to ground, in a state that feeds it.`;
  }
  const flows = Math.abs(solution.volts(feed) - solution.volts(load)) > 5e-5;
  return flows
    ? `A healthy circuit draws current through ${name} in this state: 0 mV may also be an open fuse. Take both legs to ground.`
    : `Nothing draws through ${name} in this state: 0 mV is no proof of the fuse. Take both legs to ground.`;
};

/** Volts at a relay's command pin that come through its own coil. */
const throughTheCoil: MisleadingCheck = ({ circuit, solved }, { test, state, value }) => {
  const id = partIdOf(test.at as TerminalRef);
  const part = circuit.parts.find((each) => each.id === id);
  if (part?.kind !== 'relay' || test.at !== `${id}.coilCommand` || state.apart.includes(id)) return null;
  const live =
    (test.instrument === 'voltmeter' && value.kind === 'number' && value.value > circuit.nominalVolts / 2) ||
    (test.instrument === 'lamp-to-ground' && value.kind === 'outcome' && value.outcome !== 'dark') ||
    (test.instrument === 'logic-tester' && value.kind === 'outcome' && value.outcome === 'high');
  if (!live) return null;
  const { solution } = solved(withApart(state, id, true), null);
  const node = solution.network.nodeOf.get(test.at);
  const gone = node === undefined || solution.floating(node) || solution.volts(node) < 1;
  return gone
    ? `It comes through the coil of ${part.name}: it proves the coil and its feed, and is no feed of its own.`
    : null;
};

/** A lamp that the healthy circuit lights as well. */
const healthyGlow: MisleadingCheck = (predictor, { test, state, value }) => {
  if (test.instrument !== 'cavity-lamp' && test.instrument !== 'lamp-to-battery') return null;
  if (value.kind !== 'outcome' || value.outcome === 'dark') return null;
  const { display } = instrumentById(test.instrument);
  const healthy = predictor.predict(state, test, null);
  if (display.kind !== 'outcomes' || healthy.kind !== 'outcomes') return null;
  const index = display.outcomes.findIndex(({ id }) => id === value.outcome);
  if (healthy.chances[index]! < 0.3) return null;
  const at = test.instrument === 'cavity-lamp' ? `${test.at}.load` : test.at;
  const paths = pathsToGround(predictor, state, at);
  if (paths.length === 0) return null;
  return `The healthy circuit makes it ${value.outcome} too, through ${listed(paths)}: it shows no short by itself.`;
};

/** The first that holds is told. */
const misleadingChecks: readonly MisleadingCheck[] = [
  floatingWire,
  throughTheCoil,
  throughHealthyLoads,
  healthyGlow,
  nothingOverTheFuse,
  darkIsNoProof,
  continuityIsNoProof,
];
