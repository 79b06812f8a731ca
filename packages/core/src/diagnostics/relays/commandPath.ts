import type { Circuit } from '../../circuit/circuit';
import type { Condition } from '../../circuit/condition';
import { conditionHolds } from '../../circuit/condition';
import type { OperatingState } from '../../circuit/operatingState';
import { withApart } from '../../circuit/operatingState';
import type { TerminalRef } from '../../circuit/terminalRef';
import { partIdOf } from '../../circuit/terminalRef';
import { partById, terminalName, terminalsOf } from '../../circuit/terminals';
import { throughJoint } from '../../circuit/wireRuns';
import { wiredWith } from '../../circuit/wiring';
import type { Test } from '../../instruments/instruments';
import { instrumentById } from '../../instruments/instruments';
import { simplePrediction } from '../../instruments/simplePrediction';
import { runTarget } from '../../instruments/wireOhms';
import { fitsHealthy } from '../../job/fit';
import type { JobState, LedgerReading } from '../../job/foldJob';
import { lastReadings } from '../../job/lastReadings';
import type { ModulePart } from '../../circuit/parts/module';
import type { Part } from '../../circuit/parts/part';
import type { SwitchPart } from '../../circuit/parts/switch';
import type { Predictor } from '../../inference/predictor';
import { commands, relayById } from './commanded';

/** One thing that must hold for the command to be given. */
export interface CommandClause {
  /** In words: `Park brake: on`, `Body module pin 7 reads high`. */
  readonly words: string;
  /** Whether it holds as the controls stand, in a healthy vehicle. */
  readonly holds: boolean;
  /** What shows whether the vehicle itself sees it so: live data, or nothing but the control's position. */
  readonly test: Test | null;
  readonly expected: string;
  readonly last: LedgerReading | null;
  /** Whether that reading is as it should be; null where it was not taken. */
  readonly seen: boolean | null;
}

/** A switch or a module that the coil's current passes, or that gives the command. */
export interface CommandGate {
  readonly part: string;
  readonly side: 'coil feed' | 'coil command';
  readonly terminal: TerminalRef;
  readonly clauses: readonly CommandClause[];
  /** Standing readings at its own terminals: whether the last of each was as it should be. */
  readonly read: readonly { readonly reading: LedgerReading; readonly good: boolean }[];
}

/** A piece of wire on the way, and how it is read by itself. */
export interface CommandWire {
  readonly from: TerminalRef;
  readonly to: TerminalRef;
  readonly test: Test;
  /** With both its ends off. */
  readonly state: OperatingState;
  readonly last: LedgerReading | null;
  readonly good: boolean | null;
  /** What would be read along with it if an end stayed plugged in; empty where nothing would. */
  readonly warning: string;
}

export interface CommandPath {
  readonly gates: readonly CommandGate[];
  readonly wires: readonly CommandWire[];
}

/**
 * From a relay's coil outwards, both ways: what must be true for its current to flow, and the wires in between.
 * @param healthy - the circuit with nothing wrong
 */
export function commandPath(healthy: Predictor, job: JobState, relay: string): CommandPath {
  const part = relayById(healthy.circuit, relay);
  const matters = (gate: Gate) => commands(healthy, relay, gate.id);
  const sides = (['coilCommand', 'coilFeed'] as const).map((role) =>
    walk(healthy.circuit, `${part.id}.${role}`, matters),
  );
  return {
    gates: sides.flatMap(({ gates }, index) =>
      gates.map(({ terminal, part: gate }): CommandGate => ({
        part: gate.id,
        side: index === 0 ? 'coil command' : 'coil feed',
        terminal,
        clauses:
          gate.kind === 'switch'
            ? switchClauses(healthy, job, gate)
            : moduleClauses(healthy, job, gate, terminal),
        read: readAt(healthy, job, terminalsOf(gate)),
      })),
    ),
    wires: sides.flatMap(({ runs }) => runs.map((run) => wireOf(healthy, job, run))),
  };
}

type Gate = SwitchPart | ModulePart;

/**
 * Outwards from a terminal: the switches passed, the modules ended on, and the runs of wire between. A fuse is passed
 * upstream only; what makes no difference to the relay hangs on the same splice by chance.
 */
function walk(circuit: Circuit, start: TerminalRef, matters: (gate: Gate) => boolean) {
  const gates: { part: Gate; terminal: TerminalRef }[] = [];
  const runs: (readonly [TerminalRef, TerminalRef])[] = [];
  const passed = new Set<string>([partIdOf(start)]);
  const queue = [start];
  for (let from = queue.shift(); from !== undefined; from = queue.shift()) {
    const { terminals } = wiredWith(circuit, [from], (each) => throughJoint(circuit, each));
    for (const terminal of terminals) {
      const part = partById(circuit, partIdOf(terminal));
      if (passed.has(part.id)) continue;
      const upstream = protective.includes(part.kind) && terminal === `${part.id}.load`;
      const gate = part.kind === 'switch' || (part.kind === 'module' && drives(part, terminal)) ? part : null;
      if (!upstream && (gate === null || !matters(gate))) continue;
      passed.add(part.id);
      runs.push([from, terminal]);
      if (gate !== null) gates.push({ part: gate, terminal });
      if (part.kind !== 'module') queue.push(...terminalsOf(part).filter((each) => each !== terminal));
    }
  }
  return { gates, runs };
}

const protective: readonly Part['kind'][] = ['fuse', 'fusible link', 'breaker'];

function drives({ id, pins }: ModulePart, terminal: TerminalRef): boolean {
  return pins.some((each) => 'drivenWhen' in each && `${id}.${each.pin}` === terminal);
}

function switchClauses({ circuit }: Predictor, { state }: JobState, { control, legs }: SwitchPart) {
  const own = circuit.controls.find(({ id }) => id === control);
  const closing = new Set(legs.flatMap(({ closedIn }) => closedIn));
  const names = own?.positions.filter(({ id }) => closing.has(id)).map(({ name }) => name.toLowerCase());
  return [
    {
      words: `${own?.name ?? control}: ${names?.join(' or ') ?? ''}`,
      holds: closing.has(state.controls[control] ?? ''),
      test: null,
      expected: '',
      last: null,
      seen: null,
    },
  ];
}

function moduleClauses(
  healthy: Predictor,
  job: JobState,
  module: ModulePart,
  terminal: TerminalRef,
): readonly CommandClause[] {
  const pin = module.pins.find((each) => `${module.id}.${each.pin}` === terminal);
  if (pin === undefined || !('drivenWhen' in pin)) return [];
  const { circuit } = healthy;
  const { solution } = healthy.solved(job.state, null);
  const readsHigh = (input: string) =>
    solution.joined[
      solution.network.switches.findIndex(({ owner, role }) => owner === module.id && role === input)
    ] === true;
  const holds = (condition: Condition) => conditionHolds(condition, job.state.controls, readsHigh);
  const last = lastReadings(job);
  return clausesIn(pin.drivenWhen).map((clause) => {
    const inputs = inputsIn(clause);
    const [input] = inputs.length === 1 ? inputs : [];
    const test: Test | null =
      input === undefined ? null : { instrument: 'live-data', at: `${module.id}.${input}` };
    const reading = test === null ? null : last(test);
    return {
      words: clauseWords(circuit, module, clause),
      holds: holds(clause),
      test,
      expected:
        test === null
          ? ''
          : simplePrediction(instrumentById(test.instrument), healthy.predict(job.state, test, null)),
      last: reading,
      seen: reading === null ? null : fitsHealthy(healthy, reading),
    };
  });
}

/** What must hold together: the members of an `all`, else the condition whole. */
function clausesIn(condition: Condition): readonly Condition[] {
  return 'all' in condition ? condition.all.flatMap(clausesIn) : [condition];
}

function inputsIn(condition: Condition): readonly string[] {
  if ('input' in condition) return [condition.input];
  if ('all' in condition) return condition.all.flatMap(inputsIn);
  if ('any' in condition) return condition.any.flatMap(inputsIn);
  return 'not' in condition ? inputsIn(condition.not) : [];
}

function clauseWords(circuit: Circuit, module: ModulePart, condition: Condition): string {
  if ('input' in condition) {
    return `${terminalName(circuit, `${module.id}.${condition.input}`)} reads ${condition.is}`;
  }
  if ('control' in condition) {
    const control = circuit.controls.find(({ id }) => id === condition.control);
    const position = control?.positions.find(({ id }) => id === condition.is);
    return `${control?.name ?? condition.control}: ${position?.name.toLowerCase() ?? condition.is}`;
  }
  const joined = (list: readonly Condition[], word: string) =>
    list.map((each) => clauseWords(circuit, module, each)).join(` ${word} `);
  if ('all' in condition) return joined(condition.all, 'and');
  if ('any' in condition) return joined(condition.any, 'or');
  return `not (${clauseWords(circuit, module, condition.not)})`;
}

function readAt(healthy: Predictor, { readings }: JobState, terminals: readonly TerminalRef[]) {
  const found = new Map<string, LedgerReading>();
  for (const each of readings) {
    if (each.withdrawn === null && terminals.includes(each.test.at as TerminalRef)) {
      found.set(`${each.test.instrument} ${each.test.at}`, each);
    }
  }
  return [...found.values()].map((reading) => ({ reading, good: fitsHealthy(healthy, reading) }));
}

function wireOf(
  healthy: Predictor,
  job: JobState,
  [from, to]: readonly [TerminalRef, TerminalRef],
): CommandWire {
  const { circuit } = healthy;
  const test: Test = { instrument: 'wire-ohms', at: runTarget(from, to) };
  const ends = [from, to].map((each) => partById(circuit, partIdOf(each)));
  const state = ends.reduce<OperatingState>((left, { id }) => withApart(left, id, true), {
    ...job.state,
    batteryConnected: false,
  });
  const last = job.readings
    .filter(
      (each) => each.withdrawn === null && each.test.instrument === 'wire-ohms' && each.test.at === test.at,
    )
    .at(-1);
  const modules = ends.filter(({ kind }) => kind === 'module').map(({ name }) => name);
  return {
    from,
    to,
    test,
    state,
    last: last ?? null,
    good: last === undefined ? null : fitsHealthy(healthy, last),
    warning:
      modules.length === 0
        ? ''
        : `${modules.join(' and ')} unplugged first: plugged in, its own path is read as well.`,
  };
}
