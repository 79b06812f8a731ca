import { listWords } from './lists';
import type { Circuit } from '../circuit/circuit';
import { perCircuit } from '../circuit/perCircuit';
import { partById } from '../circuit/terminals';
import { thingsOf } from '../faults/fault';
import { NOTHING_WRONG } from '../faults/hypotheses';
import type { Test } from '../instruments/instruments';
import { instrumentById } from '../instruments/instruments';
import { watchedLoad } from '../instruments/targets';
import type { TakenReading } from '../inference/takenReading';
import type { ForeseenOutcome } from '../planning/nextActions';
import type { OutcomeSpec } from '../planning/outcomeTable';
import { formatQuantity, formatReading } from '../instruments/formatQuantity';

/**
 * A suspect's name: its section's, its part's, both of two, or the words for none. Where two are called alike, what it is and its
 * number stand behind it.
 */
export function suspectName(circuit: Circuit, id: string): string {
  if (id === NOTHING_WRONG) return 'nothing wrong here now';
  const things = thingsOf(id);
  if (things.length > 1) return things.map((each) => suspectName(circuit, each)).join(' and ');
  const section = circuit.sections.find((each) => each.id === id);
  const { name } = section ?? partById(circuit, id);
  if (timesNamed(circuit).get(alike(name)) === 1) return name;
  return `${name} (${section === undefined ? partById(circuit, id).kind : 'wire'} ${id})`;
}

const alike = (name: string) => name.trim().toLowerCase();

/** How many parts and wires have a name, whatever its capitals. */
const timesNamed = perCircuit(({ parts, sections }) => {
  const times = new Map<string, number>();
  for (const { name } of [...parts, ...sections]) times.set(alike(name), (times.get(alike(name)) ?? 0) + 1);
  return times;
});

/** What a load that is watched is called: its part's name, with its own within it. */
export function watchedLoadName(circuit: Circuit, at: string): string {
  return watchedLoad(circuit, at).name;
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

/** So many suspects are named; the rest are counted. */
const mostNamed = 3;

/** What an outcome leaves, in as many words as fit: the suspects that carry most of what is left. */
export function leavesWords(circuit: Circuit, { leaves }: ForeseenOutcome): string {
  if (leaves.length === 0) return 'nothing stands out';
  return listWords(
    leaves.map(({ id }) => suspectName(circuit, id)),
    mostNamed,
  );
}

/** How a reading is shown: the instrument's own word for an outcome, a number with its unit. */
export function readingWords({
  test,
  value,
  unsure,
}: Pick<TakenReading, 'test' | 'value' | 'unsure'>): string {
  const { display } = instrumentById(test.instrument);
  const shown =
    display.kind === 'number'
      ? formatReading(value, display.scale.unit)
      : value.kind === 'outcome'
        ? (display.outcomes.find(({ id }) => id === value.outcome)?.name ?? value.outcome)
        : formatReading(value, null);
  return unsure === true ? `${shown}, not sure` : shown;
}

/** `3 readings`. */
export function readingCount(count: number): string {
  return count === 1 ? '1 reading' : `${count} readings`;
}

/** The instruction of a test: `Ohms to ground on C7 rear door pin 2, door side`. */
export function instruction(circuit: Circuit, test: Test): string {
  return instrumentById(test.instrument).instruction(circuit, test.at);
}
