import type { Control } from '../circuit/circuit';
import type { SwitchLeg } from '../circuit/parts/switch';
import type { Usage } from './drafts';
import { capital } from './vocabulary';

/** What the word for a switch says where nothing else does. */
interface SwitchWord {
  /** The control that it moves. */
  readonly control: (part: string, name: string) => Control;
  /**
   * What it joins.
   * @param positions - of its control, resting one first
   */
  readonly legs: (usage: Usage, positions: readonly string[]) => readonly SwitchLeg[];
}

const reach = 0.1;

/** A control of the switch's own. @param held - whether it springs back */
const ownControl =
  (positions: readonly string[], held: boolean): SwitchWord['control'] =>
  (id, name) => ({
    id,
    name,
    minutes: reach,
    ...(held ? { momentary: true } : {}),
    positions: positions.map((each) => ({ id: each, name: capital(each) })),
  });

const startCaution = 'The engine will crank: hands clear, selector in neutral, someone at the controls.';

const ignition: SwitchWord = {
  control: () => ({
    id: 'key',
    name: 'Key',
    minutes: reach,
    positions: [
      { id: 'off', name: 'Off' },
      { id: 'run', name: 'Run' },
      { id: 'start', name: 'Start', caution: startCaution },
    ],
  }),
  legs(_usage, positions) {
    const there = (wanted: readonly string[]) => wanted.filter((each) => positions.includes(each));
    return [
      { a: '30', b: '15', closedIn: there(['run', 'start']) },
      { a: '30', b: '50', closedIn: there(['start']) },
    ];
  },
};

/** Two ways to run a motor: both its pins lie on ground at rest, and one or the other on the feed while it is held. */
const reversing: SwitchWord = {
  control: ownControl(['free', 'up', 'down'], true),
  legs(_usage, [rest, one, other]) {
    const there = (...wanted: readonly (string | undefined)[]) => wanted.filter((each) => each !== undefined);
    return [
      { a: 'B', b: '1', closedIn: there(one) },
      { a: 'G', b: '1', closedIn: there(rest, other) },
      { a: 'B', b: '2', closedIn: there(other) },
      { a: 'G', b: '2', closedIn: there(rest, one) },
    ];
  },
};

/** The legs of a plain switch, from the pins that its paths use. */
function legsUsed({ arrivals, leavings }: Usage, positions: readonly string[]): readonly SwitchLeg[] {
  const closedIn = positions.slice(1);
  const used = [...new Set([...arrivals, ...leavings])];
  // With three pins or more the one that most paths come in by is common to all.
  const common = used.find((pin) => arrivals.includes(pin)) ?? '1';
  const others = used.filter((pin) => pin !== common);
  if (others.length === 0) return [{ a: common === '2' ? '1' : common, b: '2', closedIn }];
  return others.map((pin) => ({ a: common, b: pin, closedIn }));
}

const button: SwitchWord = { control: ownControl(['released', 'pressed'], true), legs: legsUsed };

const plain: SwitchWord = { control: ownControl(['off', 'on'], false), legs: legsUsed };

const byWord: ReadonlyMap<string, SwitchWord> = new Map([
  ['ignition', ignition],
  ['reversing', reversing],
  ['button', button],
]);

/** What a word for a switch says. */
export const switchWord = (word: string): SwitchWord => byWord.get(word) ?? plain;

/**
 * The position in which a switch of two pins is closed where nothing else is said.
 * @returns null for a word that says more than off and on
 */
export function closedPosition(word: string): string | null {
  const { positions } = switchWord(word).control('', '');
  return positions.length === 2 ? positions[1]!.id : null;
}
