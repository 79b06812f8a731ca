import type { JobFile } from '@grim-lantern/contract';
import type {
  Assessment,
  Circuit,
  JobState,
  OpenQuestion,
  ProposedAction,
  AmbiguityGroup,
} from '@grim-lantern/core';
import {
  activeReadings,
  instruction,
  leavesWords,
  minutes,
  moveWords,
  openCircuit,
  openJob,
  outcomeName,
  partById,
  percent,
  readingCount,
  readingWords,
  suspectName,
  worth,
  listWords,
} from '@grim-lantern/core';

/** What a job's readings say, and what to do next. */
export interface Report {
  readonly title: string;
  readonly job: JobState;
  readonly assessment: Assessment;
  /** What is to be answered first; null where nothing is. */
  readonly question: OpenQuestion | null;
  readonly actions: readonly ProposedAction[];
  readonly ambiguityGroups: readonly AmbiguityGroup[];
}

/** What the readings of a job say, and what to do next, for people and for programs. */
export function diagnose({ title, circuit, events }: JobFile): Report {
  const session = openJob(openCircuit(circuit), events);
  return {
    title,
    job: session.job(),
    assessment: session.assessment(),
    question: session.question(),
    actions: session.plan(),
    ambiguityGroups: session.ambiguityGroups(),
  };
}

/** The report as a document for other programs. */
export function reportDocument(
  circuit: Circuit,
  { title, job, assessment, question, actions, ambiguityGroups: alike }: Report,
) {
  const { posterior, isolated, proven } = assessment;
  return {
    title,
    minutes: job.minutes,
    cause: job.cause,
    isolated,
    proven,
    unexplained: assessment.unexplained.map(({ id }) => id),
    question,
    likelyMistake: posterior.likelyMistake,
    suspects: posterior.suspects.map((suspect) => ({ name: suspectName(circuit, suspect.id), ...suspect })),
    effects: posterior.effects,
    ambiguityGroups: alike.map(({ suspects, parting }) => ({
      suspects,
      parting: parting === null ? null : instruction(circuit, parting.test),
    })),
    actions: actions.map(({ test, state, bits, work, purpose, outcomes, minutesToGo, worthIt }) => ({
      purpose,
      instruction: instruction(circuit, test),
      test,
      state,
      bits,
      minutes: work.minutes,
      money: work.money,
      minutesToGo,
      worthIt,
      moves: work.moves.map((move) => moveWords(circuit, move)),
      strips: work.strips,
      outcomes,
    })),
  };
}

/** Suspects below this are summed up in one line. */
const shownFrom = 0.01;

/** The report for people. */
export function reportText(circuit: Circuit, report: Report): string {
  const { title, job, assessment, question, actions, ambiguityGroups: alike } = report;
  const { suspects, likelyMistake } = assessment.posterior;
  const shown = suspects.filter(({ probability }) => probability >= shownFrom);
  const mistake = job.readings.find(({ id }) => id === likelyMistake);
  const lines = [
    `${title}: ${readingCount(activeReadings(job).length)}, ${minutes(job.minutes)}`,
    ...(job.cause === null
      ? []
      : [`Cause found: ${suspectName(circuit, job.cause.suspect)} (${job.cause.text})`]),
    '',
    'Suspects',
    ...shown.map(({ id, probability, kinds }) => {
      const kind = kinds[0]?.name ?? '';
      return `${percent(probability).padStart(7)}  ${suspectName(circuit, id)}${kind === 'nothing wrong' ? '' : `: ${kind}`}`;
    }),
    `         ${suspects.length - shown.length} others below ${percent(shownFrom)} each`,
    ...(mistake === undefined
      ? []
      : [
          '',
          `Fits worst: ${instruction(circuit, mistake.test)}: ${readingWords(mistake)}. Take it again, or withdraw it.`,
        ]),
    ...alike.flatMap(({ suspects: group, parting }) => [
      '',
      `These readings do not tell apart: ${listWords(group.map((id) => suspectName(circuit, id)))}.`,
      parting === null
        ? 'Nothing that can be asked here would.'
        : `${instruction(circuit, parting.test)} would (it ${worth(parting.bits)}).`,
    ]),
    ...(question === null ? [] : ['', `First: ${questionWords(circuit, question)}`]),
    ...actions.flatMap((action, index) => ['', ...actionLines(circuit, action, index + 1)]),
  ];
  return `${lines.join('\n')}\n`;
}

function questionWords(circuit: Circuit, question: OpenQuestion): string {
  if (question.kind === 'fuse') {
    return `see whether ${partById(circuit, question.fuse).name} is still whole: it may have blown meanwhile.`;
  }
  return 'say what the trouble is: a fuse that blows, what is dead or weak, what runs by itself, a battery that goes flat.';
}

function purposeWords(purpose: ProposedAction['purpose']): string | null {
  if (purpose === 'search') return null;
  if (purpose === 'doubt') return 'once more: what was read there does not fit';
  return purpose === 'proof' ? 'proof' : 'once more: the verdict hangs on it';
}

function actionLines(circuit: Circuit, action: ProposedAction, number: number): readonly string[] {
  const { test, work, bits, outcomes, purpose } = action;
  const price = `${minutes(work.minutes)}, ${purposeWords(purpose) ?? worth(bits)}`;
  const strips = work.strips.map((id) => circuit.strips.find((strip) => strip.id === id)?.name ?? id);
  const steps = [
    ...strips.map((name) => `Take off: ${name}.`),
    ...work.moves.map((move) => moveWords(circuit, move)),
  ];
  return [
    `${number}. ${instruction(circuit, test)} (${price})`,
    ...(steps.length === 0 ? [] : [`   ${steps.join(' ')}`]),
    ...outcomes.map(
      (outcome) =>
        `   ${outcomeName(outcome.outcome)} ${percent(outcome.probability)}: ${leavesWords(circuit, outcome)}`,
    ),
  ];
}
