import { assess } from '../../src/job/assess';
import { planNext } from '../atOnce';
import type { JobEvent } from '../../src/job/events';
import { foldJob } from '../../src/job/foldJob';
import { beforeItGoes, nothingReproduces, nothingReproducesWords } from '../../src/job/nothingReproduces';
import { proofWanted } from '../../src/job/proof';
import { createPredictor } from '../../src/inference/predictor';
import { fuseBlows, library, states } from '../library';
import { likeliestReadings } from '../likeliestReading';
import { playJob } from '../playJob';

const predictor = createPredictor(library);
const told: readonly JobEvent[] = [
  { ...fuseBlows, id: 'told', type: 'complaint-set', text: 'Once, on a bump.', comesAndGoes: true },
  { ...fuseBlows, value: { kind: 'outcome', outcome: 'at-random' } },
];
const healthy = likeliestReadings(predictor, null);
/** What is said after these events. */
function said(events: readonly JobEvent[]) {
  const job = foldJob(library, events);
  const assessment = assess(predictor, job);
  const [best] = planNext(predictor, job, assessment);
  const found = nothingReproduces(job, assessment, proofWanted(predictor, job), best);
  return { job, assessment, found };
}

describe('a fuse that blew once, with nothing behind it', () => {
  const played = playJob(predictor, told, healthy, 16, undefined, 'never').events;
  const counts = played.map((_each, index) => index + 1);
  /** What has happened when the search begins to crawl. */
  const crawling = played.slice(
    0,
    counts.find((count) => said(played.slice(0, count)).found !== null),
  );

  test('is searched first; once the search crawls it is fair to stop', () => {
    expect(said(told).found).toBeNull();
    const { job, assessment, found } = said(crawling);
    // All but the fuse that is said to have blown.
    expect(found!.healthy).toBe(job.readings.length - 1);
    expect(found!.healthy).toBeGreaterThanOrEqual(10);
    expect(found!.minutesLeft).toBeGreaterThanOrEqual(20);
    expect(nothingReproducesWords(library, assessment, found!)).toMatch(/^Nothing reproduces: \d+ readings/);
    // The lamp that stood in for the fuse comes out before the vehicle goes.
    expect(beforeItGoes(library, job)[0]).toMatch(/Fit Fuse 17 as labelled, \d+ A: never a larger one/);
  });

  test('is not left while any reading shows it', () => {
    const shown = { ...fuseBlows, id: 'again', state: states.lightsOn };
    expect(said(crawling).found).not.toBeNull();
    expect(said([...crawling, shown]).found).toBeNull();
  });
});
