import { recordTrace, seededRandom } from '@grim-lantern/core';
import { File as StreamedFile } from 'node:buffer';
import { createTraceService } from '../src/worker/traceService';

/** The page's own kind of file; this environment's cannot be read piece by piece. */
const fileOf = (text: string) => new StreamedFile([text], 'recording.csv') as unknown as File;

/** A lamp switched on after a second, one sample in it a spike. */
function csv(): string {
  const recorder = { samplesPerSecond: 500, noiseAmps: 0.02, offsetAmps: 0, gain: 1 };
  const recording = {
    character: 'lamp',
    healthyAmps: 5,
    kind: 'healthy',
    times: 1,
    seconds: 10,
    onAt: 1,
    pulseHertz: 100,
    bars: 8,
    limitAmps: 100,
  } as const;
  const { times, channels } = recordTrace(recording, recorder, seededRandom(2));
  const lines = Array.from(
    times,
    (t, i) => `${t.toFixed(3)},${i === 3333 ? '99' : channels[0]!.values[i]!.toFixed(3)}`,
  );
  return `Time (s),Current (A)\n${lines.join('\n')}\n`;
}

test('a file is read piece by piece with its progress; what is drawn of it keeps its spike', async () => {
  const service = createTraceService();
  const told: number[] = [];
  const answer = await service.read(fileOf(csv()), (share) => told.push(share));
  if (answer.status === 'refused') throw new Error(answer.why);
  expect(answer.report).toMatchObject({ samples: 5000, badLines: 0, channels: [{ unit: 'A' }] });
  expect(answer.report.measures.spikes).toBe(1);
  const all = service.stretch(0, 10, 50);
  expect(all?.values).toHaveLength(100);
  expect(Math.max(...(all?.values ?? []))).toBe(99);
  // Zoomed in, every sample is there, from the one before to the one after.
  const near = service.stretch(6.6, 6.7, 500);
  expect(near?.times[0]).toBeCloseTo(6.6, 2);
  expect(near?.values.length).toBeLessThan(60);
  expect(service.fuse('regular blade', 10)?.opens).toBeNull();
});

test('what is no recording is refused with a sentence, and nothing is kept', async () => {
  const service = createTraceService();
  const answer = await service.read(fileOf('nothing here\nat all\n'), () => undefined);
  expect(answer).toMatchObject({ status: 'refused' });
  expect(service.judge(11)).toBeNull();
  expect(service.stretch(0, 1, 10)).toBeNull();
  const large = { size: 2e9, stream: () => new ReadableStream() } as unknown as File;
  expect(await service.read(large, () => undefined)).toEqual({
    status: 'refused',
    why: 'The file has 2000 MB: expected at most 500.',
  });
});
