import type { Circuit } from '@grim-lantern/core';
import { liveChoices, recordTrace, seededRandom } from '@grim-lantern/core';
import { Blob as StreamedBlob, File as StreamedFile } from 'node:buffer';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { TraceAnswer } from '../../src/session/traceService';
import { createTraceService } from '../../src/session/traceService';

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

describe('in and out again', () => {
  const about = { name: 'Lamp', fuse: 'F17', side: 'left', at: '2026-11-25T09:00:00.000Z' } as const;
  const whole = (service: ReturnType<typeof createTraceService>) => service.stretch(0, 100, 10_000);
  const original = globalThis.Blob;
  beforeAll(() => {
    globalThis.Blob = StreamedBlob as unknown as typeof Blob;
  });
  afterAll(() => {
    globalThis.Blob = original;
  });

  test.each(['csv', 'file'] as const)('saved as %s and read again: the same samples', async (way) => {
    const service = createTraceService();
    await service.read(fileOf(csv()), () => undefined);
    const blob = way === 'csv' ? service.csv() : service.file(about);
    const again = createTraceService();
    const answer = await again.read(blob as unknown as File, () => undefined);
    expect(answer).toMatchObject({ status: 'read', report: { samples: 5000, badLines: 0 } });
    expect(whole(again)).toEqual(whole(service));
  });

  test('a file of the other sort that is not whole is refused', async () => {
    const service = createTraceService();
    await service.read(fileOf('{"format":"grim-lantern/trace"}\n'), () => undefined);
    const answer = await service.read(fileOf('{"format":"grim-lantern/trace"}\n'), () => undefined);
    expect(answer).toMatchObject({ status: 'refused', why: expect.stringMatching(/^version: /) as string });
    expect(await createTraceService().read(fileOf(''), () => undefined)).toMatchObject({ status: 'refused' });
  });
});

test('the simulated recorder runs by the clock, is moved by a hold, and says at the end what it was', async () => {
  jest.useFakeTimers();
  const circuit = JSON.parse(
    readFileSync(join(__dirname, '../../../../demo/circuits/hatchback-fan.json'), 'utf8'),
  ) as Circuit;
  const state = { controls: { key: 'run', coolant: 'hot' }, batteryConnected: true, apart: [], cavities: {} };
  const choice = liveChoices(circuit, state, 'F30').find(
    ({ name }) => name === 'fan feed at the cowl: open',
  )!;
  expect(choice.mayComeAndGo).toBe(true);
  const service = createTraceService();
  const ended = jest.fn<void, [TraceAnswer, string]>();
  const ticks: number[] = [];
  const run = {
    circuit,
    state,
    fuse: 'F30',
    choice: choice.id,
    comesAndGoes: true,
    seconds: 20,
    speed: 5,
    seed: 3,
  };
  service.record(run, (seconds) => ticks.push(seconds), ended);
  service.hold('radiator');
  await jest.advanceTimersByTimeAsync(2050);
  expect(ticks.at(-1)).toBeCloseTo(10, 6);
  expect(service.stretch(0, 100, 1000)?.times.at(-1)).toBeCloseTo(10, 2);
  expect(ended).not.toHaveBeenCalled();
  await jest.advanceTimersByTimeAsync(5000);
  jest.useRealTimers();
  expect(ended).toHaveBeenCalledTimes(1);
  const [answer, truth] = ended.mock.calls[0]!;
  expect(truth).toBe('fan feed at the cowl: open, coming and going at: radiator cowl, fan.');
  expect(answer).toMatchObject({ status: 'read', report: { samples: 20_000 } });
  expect(service.judge(10.8)?.verdict).toBe('contact bounces');
});
