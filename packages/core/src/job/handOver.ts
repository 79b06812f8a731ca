import { listWords } from '../text/lists';
import type { Circuit } from '../circuit/circuit';
import { clearedBelow } from '../inference/posterior';
import type { Assessment } from './assess';
import type { JobState } from './foldJob';
import { activeReadings } from './foldJob';
import { minutes, percent } from '../text/figures';
import { pointWords } from '../text/points';
import { readingCount, suspectName } from '../text/outcomes';
import { stateWords } from '../text/states';

/** A job for whoever takes it over: what is known, what is left, how the vehicle stands, what was refused, who waits. */
export function handOver(circuit: Circuit, job: JobState, { posterior }: Assessment): readonly string[] {
  const left = posterior.suspects.filter(({ probability }) => probability >= clearedBelow);
  const cleared = posterior.suspects.length - left.length;
  const named = listWords(
    left.map(({ id, probability }) => `${suspectName(circuit, id)} ${percent(probability)}`),
    3,
  );
  return [
    `Known: ${readingCount(activeReadings(job).length)} in ${minutes(job.minutes)}; ${cleared} of ${posterior.suspects.length} suspects cleared.`,
    `Left: ${named}.${repairedWords(circuit, job)}`,
    `The vehicle: ${stateWords(circuit, job.state)}${offWords(circuit, job)}.`,
    refusedWords(circuit, job),
    waitingWords(job),
  ];
}

function repairedWords(circuit: Circuit, { repaired }: JobState): string {
  if (repaired.length === 0) return '';
  return ` Repaired without effect: ${listWords(repaired.map((id) => suspectName(circuit, id)))}.`;
}

function offWords(circuit: Circuit, { site: { stripped } }: JobState): string {
  const names = stripped.flatMap((id) => circuit.strips.find((each) => each.id === id)?.name ?? []);
  return names.length === 0 ? '' : `; off: ${listWords(names)}`;
}

function refusedWords(circuit: Circuit, { refused, refusedWhy }: JobState): string {
  if (refused.length === 0) return 'Refused: nothing.';
  const names = refused.map((point) => {
    const why = refusedWhy[point];
    return `${pointWords(circuit, point)}${why === undefined ? '' : ` (${why})`}`;
  });
  return `Refused: ${listWords(names)}.`;
}

function waitingWords({ stage, customer, cause, closed, repair }: JobState): string {
  const asked = customer.at(-1);
  switch (stage) {
    case 'waiting for the customer':
      return `Waiting for the customer: ${asked?.text ?? ''}`;
    case 'searching':
      return asked?.answer?.agreed === false
        ? `Next: the search goes on. The customer said no to: ${asked.text}`
        : 'Next: the search goes on.';
    case 'cause found':
      return `Next: repair. Cause: ${cause?.text ?? ''}`;
    case 'repaired':
      return `Next: prove it by the same measurement again. Repaired: ${repair?.text ?? ''}`;
    case 'proven':
      return 'Done: proven by the same measurement again.';
    case 'closed unproven':
      return `Closed unproven: ${closed?.why ?? ''}`;
  }
}
