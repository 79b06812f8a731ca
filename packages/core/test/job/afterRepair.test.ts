import { assess } from '../../src/job/assess';
import type { JobEvent, JobFact } from '../../src/job/events';
import { foldJob, isAfterRepair } from '../../src/job/foldJob';
import { handOver } from '../../src/job/handOver';
import { createPredictor } from '../../src/inference/predictor';
import { likeliestReadings } from '../likeliestReading';
import { minibus, minibusEvents } from '../library';
import { playJob } from '../playJob';

const predictor = createPredictor(minibus);
const hypothesis = (suspect: string, kind: string) =>
  predictor.hypotheses.findIndex((each) => each.suspect === suspect && each.name === kind);
const read = (fault: number) => likeliestReadings(predictor, fault);
const chance = (events: readonly JobEvent[], suspect: string) =>
  assess(predictor, foldJob(minibus, events)).posterior.suspects.find(({ id }) => id === suspect)!
    .probability;

/** The search so far, then a cause named, mended, and the search reopened. */
function repairedInVain(events: readonly JobEvent[], suspect: string): readonly JobEvent[] {
  const facts: readonly JobFact[] = [
    { type: 'cause-found', suspect, text: 'found' },
    { type: 'repair-done', steps: [], text: 'mended' },
    { type: 'job-reopened' },
  ];
  const added = facts.map((fact, i) => ({ ...fact, id: `v${i}`, author: '', at: '2026-01-01T00:00:00Z' }));
  return [...events.map((each) => ({ ...each, id: `before ${each.id}` })), ...added];
}

describe('a repair that did not help', () => {
  const pin = hypothesis('C3', 'pin 1 backed out');
  const searched = playJob(predictor, minibusEvents, read(pin), 16, undefined, 'proven').events;

  test('leaves what it mended nearly out of the question, and its readings standing', () => {
    expect(chance(searched, 'C3')).toBeGreaterThan(0.9);
    const after = repairedInVain(searched, 'C3');
    const job = foldJob(minibus, after);
    expect(job.repaired).toEqual(['C3']);
    expect(job.readings.some((each) => isAfterRepair(job, each))).toBe(false);
    const leading = assess(predictor, job);
    expect(leading.posterior.suspects[0]!.id).not.toBe('C3');
    expect(leading.proven).toBe(false);
    expect(handOver(minibus, job, leading).join(' ')).toContain('Repaired without effect: ');
  });

  test('where another thing was wrong all along, the search finds it', () => {
    // The readings are of the pin; the relay's command wire beside it was mended on a guess.
    const other = assess(predictor, foldJob(minibus, searched)).posterior.suspects.find(
      ({ id }) => id !== 'C3' && minibus.sections.some((section) => section.id === id),
    )!;
    const played = playJob(predictor, repairedInVain(searched, other.id), read(pin), 16, undefined, 'proven');
    expect(played.suspect).toBe('C3');
  });

  test('where two things were wrong, the second is found after the first is mended', () => {
    const second = predictor.hypotheses.findIndex(
      ({ suspect, name }) => suspect === 'K2' && /coil/.test(name),
    );
    expect(second).toBeGreaterThan(0);
    const played = playJob(predictor, repairedInVain(searched, 'C3'), read(second), 20, undefined, 'proven');
    expect(played.suspect).toBe('K2');
  });
});
