import type {
  Circuit,
  ForeseenOutcome,
  InstrumentId,
  JobState,
  LedgerReading,
  OperatingState,
  OutcomeSpec,
  ProposedAction,
  Test,
} from '@grim-lantern/core';
import {
  cavityFill,
  formatQuantity,
  formatReading,
  instrumentById,
  NOTHING_WRONG,
  partById,
  placeById,
  sectionById,
} from '@grim-lantern/core';

/** A suspect's name: its section's, or the words for none. */
export function suspectName(circuit: Circuit, id: string): string {
  return id === NOTHING_WRONG ? 'nothing wrong here now' : sectionById(circuit, id).name;
}

/** `63 %`; never 0 for something possible, nor 100 for something short of certain. */
export function percent(probability: number): string {
  if (probability > 0 && probability < 0.005) return '<1 %';
  if (probability < 1 && probability >= 0.995) return '>99 %';
  return `${Math.round(probability * 100)} %`;
}

/** `3 readings`: those that stand. */
export function readingCount({ readings }: JobState): string {
  const standing = readings.filter(({ withdrawn }) => withdrawn === null).length;
  return standing === 1 ? '1 reading' : `${standing} readings`;
}

/** What an action is worth, in bits; too little to count is said in words. */
export function worth(bits: number): string {
  return bits < 0.005 ? 'nothing new' : `${bits.toFixed(2)} bit`;
}

/** `2.5 min`, or `38 min` where tenths mean nothing. */
export function minutes(value: number): string {
  return `${value < 10 ? Number(value.toFixed(1)) : Math.round(value)} min`;
}

/** `Lit`, `2.5 to 5.1 V`, `OL`: what would be seen. */
export function outcomeName(spec: OutcomeSpec): string {
  if (spec.kind === 'outcome') return spec.name;
  const { from, to, unit } = spec;
  if (spec.overload) return 'OL';
  if (from === null && to === null) return 'A number';
  if (from === null) return `Below ${formatQuantity(to ?? 0, unit)}`;
  if (to === null) return `Above ${formatQuantity(from, unit)}`;
  return `${formatQuantity(from, unit)} to ${formatQuantity(to, unit)}`;
}

/** What an outcome leaves, in as many words as fit: the suspects that carry most of what is left. */
export function leavesWords(circuit: Circuit, { leaves }: ForeseenOutcome): string {
  const named = leaves.slice(0, mostNamed).map(({ id }) => suspectName(circuit, id));
  const more = leaves.length - named.length;
  if (named.length === 0) return 'nothing stands out';
  return more > 0 ? `${named.join(', ')} and ${more} more` : named.join(', ');
}
const mostNamed = 3;

/** How a reading is shown: the instrument's own word for an outcome, a number with its unit. */
export function readingWords({ test, value }: Pick<LedgerReading, 'test' | 'value'>): string {
  const { display } = instrumentById(test.instrument);
  if (display.kind === 'number') return formatReading(value, display.scale.unit);
  if (value.kind !== 'outcome') return formatReading(value, null);
  return display.outcomes.find(({ id }) => id === value.outcome)?.name ?? value.outcome;
}

/** The instruction of a test: `Ohms to ground on C7 rear door pin 2, door side`. */
export function instruction(circuit: Circuit, test: Test): string {
  return instrumentById(test.instrument).instruction(circuit, test.at);
}

/** What is not as it rests, in a few words: `Saloon lights on · C7 parted · fuse 17: lamp 21 W`. */
export function stateWords(circuit: Circuit, state: OperatingState): string {
  const controls = circuit.controls.flatMap(({ id, name, positions }) => {
    const position = positions.find((each) => each.id === state.controls[id]);
    return position === undefined || position === positions[0]
      ? []
      : [`${name} ${position.name.toLowerCase()}`];
  });
  const apart = state.apart.map((id) => `${partById(circuit, id).name} ${apartWord(circuit, id)}`);
  const cavities = Object.keys(state.cavities).map(
    (id) => `${partById(circuit, id).name}: ${fillWords(state, id)}`,
  );
  const battery = state.batteryConnected ? [] : ['battery off'];
  const all = [...battery, ...controls, ...apart, ...cavities];
  return all.length === 0 ? 'everything at rest' : all.join(' · ');
}

/** `parted`, `pulled` or `unplugged`, as the part's kind has it. */
export function apartWord(circuit: Circuit, id: string): string {
  const { kind } = partById(circuit, id);
  return kind === 'connector' ? 'parted' : kind === 'relay' ? 'pulled' : 'unplugged';
}

/** What stands in a fuse's cavity, in words. */
export function fillWords(state: OperatingState, fuse: string): string {
  const fill = cavityFill(state, fuse);
  return fill.kind === 'lamp' ? `lamp ${fill.watts} W` : fill.kind === 'open' ? 'empty' : 'fuse fitted';
}

/** The cautions of the places where an action puts the hand, and of what it fits. */
export function cautionsOf(circuit: Circuit, { work, test }: ProposedAction): readonly string[] {
  const moved = work.moves.flatMap((move) =>
    move.kind === 'control' ? controlCaution(circuit, move.control, move.position) : [],
  );
  const atPlaces = [...new Set(work.places)].flatMap((id) => placeById(circuit, id)?.caution ?? []);
  const lampFitted = work.moves.some((move) => move.kind === 'cavity' && move.fill.kind === 'lamp');
  return [
    ...(lampFitted
      ? ['The lamp gets hot: keep it off trim. Never a larger fuse or a plain wire in its place.']
      : []),
    ...(test.instrument === 'ohmmeter' ? ['Ohms only with the power off at this point.'] : []),
    ...moved,
    ...atPlaces,
  ];
}

/** The caution of a control's position, in a list of one or none. */
export function controlCaution(circuit: Circuit, control: string, position: string): readonly string[] {
  const positions = circuit.controls.find(({ id }) => id === control)?.positions ?? [];
  return positions.flatMap(({ id, caution }) => (id === position ? (caution ?? []) : []));
}

/** What the flag on the map says, by instrument. */
export const flagWords: Readonly<Record<InstrumentId, string>> = {
  ohmmeter: 'probe here',
  voltmeter: 'probe here',
  'lamp-to-ground': 'probe here',
  'lamp-to-battery': 'probe here',
  clamp: 'clamp here',
  'cavity-lamp': 'watch here',
  load: 'watch here',
  'fresh-fuse': 'fit here',
  look: 'look here',
};
