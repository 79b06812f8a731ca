import type { Circuit, Section } from '../circuit/circuit';
import type { OperatingState } from '../circuit/operatingState';
import { putTogether, withControl } from '../circuit/operatingState';
import { restingState } from '../circuit/restingState';
import type { TerminalRef } from '../circuit/terminalRef';
import { partIdOf } from '../circuit/terminalRef';
import { partById, terminalName } from '../circuit/terminals';
import { otherHalf, wiredWith } from '../circuit/wiring';
import { thingsOf } from '../faults/fault';
import { NOTHING_WRONG } from '../faults/hypotheses';
import type { Part } from '../circuit/parts/part';
import type { Predictor } from '../inference/predictor';
import { instrumentById } from '../instruments/instruments';
import { fitsHealthy } from './fit';
import type { JobState, LedgerReading } from './foldJob';

/** One pin of a module that must be good before the module is judged. */
export interface ChecklistLine {
  readonly terminal: TerminalRef;
  readonly role: 'supply' | 'ground' | 'input';
  readonly name: string;
  /** The wires at the pin. */
  readonly wires: readonly Section[];
  /** The fuse, ground, switch it comes from. */
  readonly sources: readonly string[];
  /** In words, when a supply is fed: `always`, `Key run or start`; empty where nothing feeds it. */
  readonly fedWhen: string;
  /** The state to read it in, as near to the job's as may be. */
  readonly readIn: OperatingState;
  /** The last standing reading at this pin in a state in which it tells. */
  readonly reading: LedgerReading | null;
  readonly verdict: 'good' | 'bad' | 'unread';
}

/** Share of nominal volts from which a pin counts as fed. */
const fedShare = 0.75;

/**
 * Every supply, ground and input of a module: where it comes from, when it is fed, and what has been read of it.
 * @throws {CoreError} `circuit/unknown-part`
 */
export function moduleChecklist(
  predictor: Predictor,
  job: JobState,
  module: string,
): readonly ChecklistLine[] {
  const { circuit } = predictor;
  const part = partById(circuit, module);
  if (part.kind !== 'module') return [];
  const supply = part.pins.find(({ role }) => role === 'supply')?.pin;
  return part.pins.flatMap(({ pin, role }) => {
    if (role !== 'supply' && role !== 'ground' && role !== 'input') return [];
    const terminal: TerminalRef = `${module}.${pin}`;
    // While nothing runs through the module, its ground shows nothing but ohms. An input is read as it stands.
    const feeds = role === 'supply' ? pin : role === 'ground' ? supply : undefined;
    const feed = feeds === undefined ? null : feedOf(predictor, `${module}.${feeds}`);
    const tells = ({ test, state }: LedgerReading) =>
      feed === null ||
      feed.isOn(state) ||
      (role === 'ground' && instrumentById(test.instrument).onDeadPoints === true);
    const readings = job.readings.filter(
      (each) => each.withdrawn === null && each.test.at === terminal && tells(each),
    );
    const reading = readings.at(-1) ?? null;
    return {
      terminal,
      role,
      name: terminalName(circuit, terminal),
      wires: circuit.sections.filter(({ from, to }) => from === terminal || to === terminal),
      sources: sourcesOf(circuit, terminal, role),
      fedWhen: role === 'supply' && feed !== null ? feed.words : '',
      readIn: feed?.stateNear(job.state) ?? job.state,
      reading,
      verdict: reading === null ? 'unread' : fitsHealthy(predictor, reading) ? 'good' : 'bad',
    };
  });
}

/** The supplies and grounds that have been neither read nor knowingly skipped, of every module that is suspected. */
export function unreadPins(predictor: Predictor, job: JobState, suspect: string): readonly ChecklistLine[] {
  if (suspect === NOTHING_WRONG) return [];
  return thingsOf(suspect)
    .filter(
      (id) => job.skipped[id] === undefined && !predictor.circuit.sections.some((each) => each.id === id),
    )
    .flatMap((id) => moduleChecklist(predictor, job, id))
    .filter(isUnread);
}

/** Whether every supply and ground has been read; inputs may be left. */
export function isListRead(checklist: readonly ChecklistLine[]): boolean {
  return !checklist.some(isUnread);
}

function isUnread({ role, verdict }: ChecklistLine): boolean {
  return role !== 'input' && verdict === 'unread';
}

function isFed({ solved, circuit }: Predictor, state: OperatingState, terminal: TerminalRef): boolean {
  const { solution } = solved(state, null);
  const node = solution.network.nodeOf.get(terminal);
  return node !== undefined && !(solution.volts(node) < fedShare * circuit.nominalVolts);
}

/** When a supply is fed. */
interface Feed {
  readonly words: string;
  readonly isOn: (state: OperatingState) => boolean;
  /** A state in which it is fed: as near to another as may be, all put back and the battery on where that is needed. */
  readonly stateNear: (state: OperatingState) => OperatingState;
}

/** When a supply is fed, one control moved at a time from rest; null where it then never is. */
function feedOf(predictor: Predictor, terminal: TerminalRef): Feed | null {
  const { circuit } = predictor;
  const rest = restingState(circuit);
  const isOn = (state: OperatingState) => isFed(predictor, state, terminal);
  const ways = isOn(rest)
    ? [{ words: 'always', set: (state: OperatingState) => state }]
    : circuit.controls.flatMap(({ id, name, positions }) => {
        const fed = positions.filter((each) => isOn(withControl(rest, id, each.id)));
        const words = `${name} ${fed.map((each) => each.name.toLowerCase()).join(' or ')}`;
        const set = (state: OperatingState) => withControl(state, id, fed[0]!.id);
        return fed.length === 0 ? [] : [{ words, set }];
      });
  const [first] = ways;
  if (first === undefined) return null;
  return {
    words: ways.map(({ words }) => words).join('; '),
    isOn,
    stateNear(state) {
      const set = first.set(state);
      const near = [state, set, { ...set, batteryConnected: true }, putTogether(set)];
      return near.find(isOn) ?? first.set(rest);
    },
  };
}

/** What a wire of each role comes from, the likelier kinds first: the first that is there is told. */
const sourceKinds: Readonly<Record<ChecklistLine['role'], readonly (readonly Part['kind'][])[]>> = {
  supply: [['fuse', 'fusible link', 'breaker'], ['relay', 'switch'], ['battery']],
  ground: [['ground'], ['battery']],
  input: [['switch', 'potentiometer', 'module']],
};

function sourcesOf(circuit: Circuit, terminal: TerminalRef, role: ChecklistLine['role']): readonly string[] {
  const { terminals } = wiredWith(circuit, [terminal], (each) =>
    partById(circuit, partIdOf(each)).kind === 'connector' ? [otherHalf(each)] : [],
  );
  const ids = new Set([...terminals].map(partIdOf));
  ids.delete(partIdOf(terminal));
  const found = sourceKinds[role].map((kinds) =>
    circuit.parts.filter(({ id, kind }) => ids.has(id) && kinds.includes(kind)).map(({ name }) => name),
  );
  return found.find(({ length }) => length > 0) ?? [];
}
