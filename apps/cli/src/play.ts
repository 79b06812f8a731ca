import { faultProblem, faultSchema, firstProblem } from '@grim-lantern/contract';
import type { Circuit, Complaint, Fault, InstrumentId, PlayedJob, PlayedStep } from '@grim-lantern/core';
import {
  allInstruments,
  complaintOf,
  createWorld,
  faultedId,
  instruction,
  instrumentById,
  minutes,
  parseReading,
  percent,
  playJob,
  readingWords,
  seededRandom,
  stateWords,
  suspectName,
  usualKit,
  listWords,
} from '@grim-lantern/core';
import { CliProblem } from './cliProblem';
import { parseState } from './parseState';
import { parseFault } from './scan';

/** What `play` is told beside the circuit. */
export interface PlayWords {
  readonly fault: readonly string[];
  readonly symptom: readonly string[];
  readonly spoil: boolean;
  readonly seed: string;
  readonly kit: string;
}

/** A job played to its end. */
export interface PlayReport {
  readonly believed: Circuit;
  readonly faults: readonly Fault[];
  readonly seed: number;
  readonly played: PlayedJob;
  /** Whether the suspect that leads at the end is what is wrong. */
  readonly right: boolean;
  /** Whether the reading that was entered wrong was marked as the likely mistake; null where none was. */
  readonly wrongNamed: boolean | null;
}

const firstReadings = 6;

/**
 * Plays a whole job: the plan goes by the circuit that is believed in, the instruments read the true one, compiled with
 * its faults.
 * @throws {CliProblem} naming the option that does not fit
 */
export function play(believed: Circuit, truth: Circuit, words: PlayWords): PlayReport {
  const seed = Number(words.seed);
  if (!Number.isSafeInteger(seed))
    throw new CliProblem(`--seed: Expected a whole number: got “${words.seed}”.`, 2);
  if (words.fault.length < 1 || words.fault.length > 2) {
    throw new CliProblem('--fault: Expected one fault, or two: --fault W09=open, or --fault with JSON.', 2);
  }
  const random = seededRandom(seed);
  const faults = words.fault.map((each) => faultOf(truth, each));
  const complaint =
    words.symptom.length > 0
      ? told(believed, words.symptom)
      : complaintOf(createWorld(truth, faults, random));
  if (complaint === null) {
    throw new CliProblem('--fault: Nobody would notice this fault. Say what is noticed with --symptom.', 2);
  }
  const world = createWorld(truth, faults, random);
  const played = playJob(believed, world, complaint, {
    random,
    kit: kitOf(words.kit),
    ...(words.spoil ? { spoilAt: Math.floor(firstReadings * random()) } : {}),
  });
  const spoiled = played.steps.findIndex((step) => step.spoiled);
  const named = played.steps.some(({ likelyMistake }) => likelyMistake === spoiled);
  const causes = faults.map((fault) => faultedId(fault)!);
  const right = causes.includes(played.suspect) || played.suspect === [...causes].sort().join('&');
  return { believed, faults, seed, played, right, wrongNamed: spoiled < 0 ? null : named };
}

/** A fault in words (`W09=open`, `W09=short to ground 0.3`), or as JSON. */
function faultOf(circuit: Circuit, words: string): Fault {
  const option = `--fault ${words}`;
  if (words.trim().startsWith('{')) {
    let document: unknown;
    try {
      document = JSON.parse(words);
    } catch {
      throw new CliProblem(`${option}: Expected JSON.`, 2);
    }
    const parsed = faultSchema.safeParse(document);
    if (!parsed.success) throw new CliProblem(`${option}: ${firstProblem(parsed.error).message}`, 2);
    const fault = parsed.data as Fault;
    const problem = faultProblem(circuit, fault);
    if (problem !== null) throw new CliProblem(`${option}: ${problem}`, 2);
    return fault;
  }
  const [, name, size] = /^(.*?)(?:\s+([0-9.]+)\s*(?:Ω|ohms?)?)?$/i.exec(words) ?? [];
  const fault = parseFault(circuit, name ?? words)?.fault;
  if (fault === null || fault === undefined) throw new CliProblem(`${option}: Expected something wrong.`, 2);
  if (size === undefined) return fault;
  const ohms = Number(size);
  if (!(ohms > 0)) throw new CliProblem(`${option}: Expected ohms above 0.`, 2);
  if (fault.kind !== 'part') {
    if ('ohms' in fault) return { ...fault, ohms };
    throw new CliProblem(`${option}: Expected no ohms: ${fault.kind} has none.`, 2);
  }
  if (!('ohms' in fault.effect)) throw new CliProblem(`${option}: Expected no ohms: it has none.`, 2);
  return { ...fault, effect: { ...fault.effect, ohms } };
}

/**
 * What the customer says, as `F17=blows@saloon=on`, `L2=dead@lights=on`, `BAT=0.5A`: a fuse, a load or the battery, what it
 * does, and the state in which it does so.
 */
function told(circuit: Circuit, symptoms: readonly string[]): Complaint {
  const readings = symptoms.map((symptom) => {
    const [what = '', where = ''] = symptom.split('@');
    const [at = '', outcome = ''] = what.split('=');
    const option = `--symptom ${symptom}`;
    const part = circuit.parts.find(({ id }) => id === at.split('~')[0]);
    if (part === undefined)
      throw new CliProblem(`${option}: Expected a fuse, a load or the battery: got “${at}”.`, 2);
    const id: InstrumentId =
      part.kind === 'fuse' ? 'fresh-fuse' : part.kind === 'battery' ? 'clamp-amps' : 'load';
    const instrument = instrumentById(id);
    if (!instrument.targets(circuit).includes(at)) {
      throw new CliProblem(`${option}: Expected one of ${instrument.targets(circuit).join(', ')}.`, 2);
    }
    const state = parseState(circuit, where);
    const { display } = instrument;
    if (display.kind === 'outcomes') {
      if (display.outcomes.some((known) => known.id === outcome)) {
        return { state, test: { instrument: id, at }, value: { kind: 'outcome', outcome } as const };
      }
      throw new CliProblem(
        `${option}: Expected one of ${display.outcomes.map((known) => known.id).join(', ')}.`,
        2,
      );
    }
    const read = parseReading(outcome, display.scale);
    if (read.status === 'refused') throw new CliProblem(`${option}: ${read.why}`, 2);
    return { state, test: { instrument: id, at }, value: read.value };
  });
  return { readings };
}

/** `usual`, `all`, or the instruments that are to hand. */
function kitOf(words: string) {
  if (words === 'usual') return usualKit;
  if (words === 'all') return { without: [] };
  const wanted = words.split(',').map((word) => word.trim());
  const ids = allInstruments.map(({ id }) => id);
  const unknown = wanted.find((word) => !ids.some((id) => id === word));
  if (unknown !== undefined) {
    throw new CliProblem(`--kit: Expected usual, all, or some of ${ids.join(', ')}: got “${unknown}”.`, 2);
  }
  return { without: ids.filter((id) => !wanted.includes(id)) };
}

/** The report as a document for other programs. */
export function playDocument({ believed, faults, seed, played, right, wrongNamed }: PlayReport) {
  const named = (id: string) => suspectName(believed, id);
  return {
    circuit: believed.name,
    faults,
    seed,
    steps: played.steps.map((step, number) => ({
      number,
      ...step,
      instruction: instruction(believed, step.test),
      read: readingWords(step),
      leading: step.leading.map((each) => ({ ...each, name: named(each.id) })),
    })),
    verdict: {
      end: played.end,
      proven: played.end === 'proven',
      suspect: played.suspect,
      name: named(played.suspect),
      between: played.between,
      right,
      wrongNamed,
      readings: played.readings,
      minutes: played.minutes,
    },
  };
}

/** The report for people. */
export function playText(report: PlayReport): string {
  const { believed, played, right, wrongNamed } = report;
  const line = (step: PlayedStep, number: number) =>
    [
      `${number}. ${instruction(believed, step.test)}: ${readingWords(step)}${step.spoiled ? ' (entered wrong)' : ''}`,
      `   ${step.purpose}; ${minutes(step.minutes)} so far; ${stateWords(believed, step.state)}`,
      `   ${step.leading.map(({ id, kind, probability }) => `${suspectName(believed, id)} (${kind}) ${percent(probability)}`).join(', ')}`,
    ].join('\n');
  const { end, suspect, between } = played;
  const verdict =
    end === 'undecided'
      ? `Undecided between ${listWords(between.map((id) => suspectName(believed, id)))}`
      : `${suspectName(believed, suspect)}: ${end}`;
  return [
    ...played.steps.map(line),
    '',
    `${verdict}. ${right ? 'Right' : 'Wrong'}. ${played.readings} readings, ${minutes(played.minutes)}.`,
    ...(wrongNamed === null ? [] : [`The wrong entry was ${wrongNamed ? '' : 'not '}named.`]),
    '',
  ].join('\n');
}
