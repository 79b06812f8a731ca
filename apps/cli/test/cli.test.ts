import type { Circuit, JobEvent } from '@grim-lantern/core';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CliProblem } from '../src/cliProblem';
import { readJob } from '../src/documents';
import { runCommand } from '../src/runCommand';

const demo = join(__dirname, '../../../demo');
const circuitFile = join(demo, 'circuits/travelling-library.json');
const circuit = JSON.parse(readFileSync(circuitFile, 'utf8')) as Circuit;
const { events } = JSON.parse(readFileSync(join(demo, 'jobs/travelling-library-fuse-17.json'), 'utf8')) as {
  events: JobEvent[];
};
const folder = mkdtempSync(join(tmpdir(), 'grim-lantern-cli-'));
afterAll(() => rmSync(folder, { recursive: true }));

function written(name: string, document: unknown): string {
  const file = join(folder, name);
  writeFileSync(file, typeof document === 'string' ? document : JSON.stringify(document));
  return file;
}
const job = (change: object = {}) => ({
  format: 'grim-lantern/job',
  version: 1,
  title: 'Fuse 17 keeps blowing',
  circuit: { file: circuitFile },
  events,
  ...change,
});
const solved = (state: string) =>
  JSON.parse(runCommand(['solve', circuitFile, '--json', '--state', state])) as {
    volts: Record<string, number | null>;
    amps: Record<string, number>;
    floating: string[];
  };
const problem = (...words: string[]) => {
  try {
    runCommand(words);
  } catch (error) {
    if (error instanceof CliProblem) return error;
    throw error;
  }
  throw new Error('Nothing was refused.');
};

describe('diagnose', () => {
  test('ranks the suspects and proposes five actions, for people and for programs', () => {
    const file = written('job.json', job());
    const text = runCommand(['diagnose', file]);
    expect(text).toMatch(/^Fuse 17 keeps blowing: 1 reading/);
    expect(text).toMatch(/Suspects\n +\d+ % {2}hinge loom, feed: short to ground/);
    expect(text).toMatch(/\n1\. .*\d min, (halves what is left|tells .*)\)/);
    const report = JSON.parse(runCommand(['diagnose', file, '--json'])) as {
      suspects: { id: string; probability: number }[];
      actions: { bits: number; minutes: number }[];
    };
    expect(report.suspects[0]?.id).toBe('W17');
    expect(report.suspects.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
    expect(report.actions).toHaveLength(5);
    for (const { bits, minutes } of report.actions) {
      expect(bits).toBeGreaterThan(0);
      expect(minutes).toBeGreaterThan(0);
    }
  });

  test('asks first what the trouble is, where nothing is known of it', () => {
    const file = written('empty.json', job({ events: [] }));
    expect(runCommand(['diagnose', file])).toMatch(/First: say what the trouble is/);
    expect(JSON.parse(runCommand(['diagnose', file, '--json']))).toMatchObject({
      question: { kind: 'complaint' },
      unexplained: [],
    });
  });

  test('says the same of a circuit within the document', () => {
    const [apart, within] = [written('a.json', job()), written('b.json', job({ circuit }))];
    expect(readJob(within)).toEqual(readJob(apart));
  });

  test.each<[string, unknown, RegExp]>([
    ['another format', job({ format: 'note' }), /^.*c\.json: format: .*\.$/],
    [
      'an unknown point',
      job({ events: [{ ...events[1], test: { instrument: 'ohmmeter', at: 'Q.1' } }] }),
      /events\.0\.test\.at: Expected .*Q\.1/,
    ],
    ['no JSON', '{"format":', /c\.json: Expected JSON\.$/],
    ['a list', [], /c\.json: Expected a JSON object\.$/],
    [
      'a circuit that is not there',
      job({ circuit: { file: 'none.json' } }),
      /none\.json: Expected a file that can be read\.$/,
    ],
  ])('refuses %s in one sentence', (_what, document, message) => {
    const refused = problem('diagnose', written('c.json', document));
    expect(refused.exitCode).toBe(1);
    expect(refused.message).toMatch(message);
    expect(refused.message).not.toMatch(/\n/);
  });
});

describe('solve', () => {
  test('feeds what the state feeds, and calls floating what hangs on nothing', () => {
    const on = solved('saloon=on');
    expect(on.volts['F17.load']).toBeGreaterThan(12);
    const off = solved('saloon=on,F17=empty');
    expect(off.amps['W20']).toBe(0);
    const parted = solved('C7=apart');
    expect(parted.floating.length).toBeGreaterThan(0);
    for (const terminal of parted.floating) expect(parted.volts[terminal]).toBeNull();
  });

  test('a lamp in the cavity leaves less to what is behind it', () => {
    expect(solved('saloon=on,F17=lamp21').volts['F17.load']).toBeLessThan(6);
  });

  test('an ammeter or a fused lead stands in for the fuse, and a swapped relay works as the old one', () => {
    for (const state of ['saloon=on,F17=ammeter10', 'saloon=on,F17=lead10', 'saloon=on,K4=swapped']) {
      expect(solved(state).volts['RL12.1']).toBeGreaterThan(12);
    }
  });

  test.each([
    ['saloon=dim', /saloon=on/],
    ['C7', /C7=apart/],
    ['F17=plain', /F17=empty, F17=lamp21, F17=breaker10, F17=ammeter10, F17=lead10/],
    ['door=open', /a control or a part/],
  ])('refuses %s by the word', (state, expected) => {
    const refused = problem('solve', circuitFile, '--state', state);
    expect(refused.exitCode).toBe(2);
    expect(refused.message).toMatch(expected);
  });
});

test('netlist names every terminal, and holds what floats', () => {
  const netlist = runCommand(['netlist', circuitFile, '--state', 'C7=apart']);
  expect(netlist.split('\n')[0]).toMatch(/^\*/);
  for (const terminal of ['F17.feed', 'C7.1b']) expect(netlist).toContain(` ${terminal}\n`);
  expect(netlist).toMatch(/^RF\d+ n\d+ 0 1000000000000$/m);
  expect(netlist.trimEnd().endsWith('.end')).toBe(true);
});

test.each([[[]], [['solve']], [['dance', 'x.json']], [['solve', 'a', 'b']], [['solve', 'a', '--loud']]])(
  'anything else gets the usage: %j',
  (words) => {
    const refused = problem(...words);
    expect(refused.exitCode).toBe(2);
    expect(refused.message).toContain('./lantern diagnose');
  },
);

test('the command itself reads files from where one stands, and exits as it should', () => {
  written('here.json', job());
  const lantern = join(demo, '../lantern');
  const run = (...words: string[]) => spawnSync(lantern, words, { cwd: folder, encoding: 'utf8' });
  expect(run('diagnose', 'here.json')).toMatchObject({ status: 0, stderr: '' });
  expect(run('diagnose', 'gone.json')).toMatchObject({ status: 1, stdout: '' });
  expect(run('solve', 'gone.json', '--state')).toMatchObject({ status: 2, stdout: '' });
});

describe('survey', () => {
  const pickup = join(demo, 'circuits/pickup-drain.json');

  test('shows the millivolts over every fuse, with as many faults as are named', () => {
    const document = (...faults: string[]) =>
      JSON.parse(
        runCommand(['survey', pickup, ...faults.flatMap((each) => ['--fault', each]), '--json']),
      ) as { batteryAmps: number; fuses: { fuse: string; volts: number }[] };
    const stuck = document('TM=output 6 stuck on');
    expect(stuck.fuses).toHaveLength(24);
    const over = (of: typeof stuck, fuse: string) => of.fuses.find((each) => each.fuse === fuse)!.volts;
    // 0.25 A over 7.6 mΩ are 1.9 mV, give or take a fuse's own 15 %.
    expect(over(stuck, 'F7')).toBeGreaterThan(1e-3);
    expect(over(document(), 'F7')).toBeLessThan(5e-4);
    expect(stuck.batteryAmps).toBeGreaterThan(0.2);
    expect(runCommand(['survey', pickup])).toMatch(/At the battery: .*\n {2}Fuse 1: -?\d\.\d mV/);
  });
});

describe('scan', () => {
  test('says what each module would say, healthy and with a fault', () => {
    expect(runCommand(['scan', circuitFile, '--state', 'key=run'])).toMatch(/Body module pin 5: No code/);
    expect(runCommand(['scan', circuitFile, '--state', 'key=run', '--fault', 'W09=open'])).toMatch(
      /W09=open; .*\n.*pin 5: Open or low/,
    );
    const document = JSON.parse(runCommand(['scan', circuitFile, '--fault', 'W04=open', '--json'])) as {
      items: { says: string }[];
    };
    expect(document.items.map(({ says }) => says)).toEqual(['No answer']);
  });

  test('names what could be meant by a fault that is none', () => {
    expect(problem('scan', circuitFile, '--fault', 'W09=melted')).toMatchObject({ exitCode: 2 });
    expect(problem('scan', circuitFile, '--fault', 'W09=open', '--fault', 'W04=open')).toMatchObject({
      exitCode: 2,
    });
    expect(problem('scan', circuitFile, '--fault', 'W09=melted').message).toMatch(/W09=open/);
  });
});

describe('recordings', () => {
  const fan = join(demo, 'circuits/hatchback-fan.json');
  const running = ['--state', 'key=run,coolant=hot'];

  test('the fan that drags, recorded and read again, draws too much; sound, it is healthy', () => {
    const judged = (...fault: string[]) => {
      const csv = runCommand(['record', fan, '--fuse', 'F30', ...running, ...fault]);
      const file = written('fan.csv', csv);
      return JSON.parse(runCommand(['trace', file, '--expected', '11', '--rating', '30', '--json'])) as {
        verdict: string | null;
        measures: { settledAmps: number };
        fuse: { lifeUsed: number };
      };
    };
    const dragging = judged('--fault', 'FAN=drags, draws too much');
    expect(dragging.verdict).toBe('draws too much');
    expect(dragging.measures.settledAmps).toBeGreaterThan(14);
    const sound = judged();
    expect(sound.verdict).toBe('healthy');
    expect(sound.fuse.lifeUsed).toBeLessThan(dragging.fuse.lifeUsed);
  });

  test('saved as the other sort and back: the same lines; the same seed gives the same recording', () => {
    const csv = runCommand(['record', fan, '--fuse', 'F30', ...running, '--seed', '7']);
    const [recording, back] = [join(folder, 'fan.trace'), join(folder, 'back.csv')];
    runCommand(['trace', written('fan.csv', csv), '--save', recording]);
    const text = runCommand(['trace', recording, '--rating', '30', '--save', back]);
    expect(readFileSync(back, 'utf8')).toBe(csv);
    expect(text).toContain('20000 samples over 20.0 s');
    expect(runCommand(['record', fan, '--fuse', 'F30', ...running, '--seed', '7'])).toBe(csv);
    expect(runCommand(['record', fan, '--fuse', 'F30', ...running, '--seed', '8'])).not.toBe(csv);
    expect(problem('trace', recording, '--save', join(folder, 'fan.doc')).message).toMatch(
      /--save: Expected a name/,
    );
  });

  test('what is no recording, and options that make no sense, get one sentence', () => {
    const words = written('words.csv', 'Dear Sir,\nthe fan is loud.\n');
    const recording = written('few.csv', 'Time (s),Current (A)\n0,1\n1,1\n2,1\n');
    const told = (...line: string[]) => problem(...line).message;
    expect(told('trace', words)).toMatch(/No two lines of numbers/);
    expect(told('trace', join(folder, 'none.csv'))).toMatch(/Expected a file that can be read/);
    expect(told('trace', recording, '--expected', '0')).toMatch(/--expected: Expected amps above 0/);
    expect(told('trace', recording, '--style', 'bottle')).toMatch(/--style: Expected one of/);
    expect(told('record', fan, '--fuse', 'F99')).toMatch(/--fuse: Expected a fuse/);
    expect(told('record', fan, '--fuse', 'F30', '--seconds', '0')).toMatch(/--seconds/);
  });
});

describe('play', () => {
  const file = new URL('../../../demo/circuits/minibus-blower.json', `file://${__filename}`).pathname;
  const played = (...words: string[]) =>
    JSON.parse(runCommand(['play', file, '--json', ...words])) as {
      faults: unknown[];
      steps: { purpose: string; spoiled: boolean; leading: unknown[] }[];
      verdict: { end: string; suspect: string; right: boolean; wrongNamed: boolean | null; readings: number };
    };

  test('plays a job to its verdict, the same for the same seed, a fault in words or as JSON', () => {
    const words = played('--fault', 'HO=shorted to its case 0.2', '--seed', '1');
    expect(words.steps[0]!.purpose).toBe('complaint');
    expect(words.steps.every(({ leading }) => leading.length === 3)).toBe(true);
    expect(words.verdict).toMatchObject({ suspect: 'HO', right: true, wrongNamed: null });
    const json = '{"kind":"part","part":"HO","effect":{"kind":"short","terminal":"1","ohms":0.2}}';
    expect(played('--fault', json, '--seed', '1')).toEqual(words);
  });

  test('takes a symptom, another truth and a wrong entry', () => {
    const report = played(
      '--fault',
      'HO=coil open',
      '--symptom',
      'HO=dead@horn=pressed',
      '--truth',
      file,
      '--spoil',
      '--seed',
      '2',
    );
    expect(report.steps.filter(({ spoiled }) => spoiled)).toHaveLength(1);
    expect(typeof report.verdict.wrongNamed).toBe('boolean');
  });

  test.each<[string, string[], RegExp]>([
    ['no fault', [], /--fault: Expected one fault, or two/],
    ['a fault that is none', ['--fault', 'W17=tired'], /--fault W17=tired: Expected W17=/],
    ['a part that there is not', ['--fault', '{"kind":"open","section":"Q"}'], /Expected a section .*“Q”/],
    [
      'an element that the part has not',
      ['--fault', '{"kind":"part","part":"K1","effect":{"kind":"cut","role":"flux"}}'],
      /Expected an element of K1 \(coil, .*“flux”/,
    ],
    ['no JSON', ['--fault', '{"kind":'], /Expected JSON\.$/],
    ['a symptom of nothing', ['--fault', 'W17=open', '--symptom', 'Q=dead'], /Expected a fuse, a load/],
    ['another kit', ['--fault', 'W17=open', '--kit', 'hammer'], /--kit: Expected usual, all, or some of/],
  ])('refuses %s in one sentence', (_name, words, expected) => {
    expect(problem(...['play', file, ...words]).message).toMatch(expected);
  });
});

describe('convert', () => {
  const text = 'battery.- > ground GB\nbattery > fuse 5 20A > lamp left 21W > ground G1\n';

  test('a circuit goes through every form and comes back; a wire list says what it does not carry', () => {
    const notation = runCommand(['convert', circuitFile, '--to', 'text']);
    expect(JSON.parse(runCommand(['convert', written('library.circuit', notation), '--to', 'json']))).toEqual(
      circuit,
    );
    const list = runCommand(['convert', written('lamp.circuit', text), '--to', 'csv']);
    const back = JSON.parse(runCommand(['convert', written('lamp.csv', list), '--to', 'json'])) as Circuit;
    expect(back.sections.map(({ from, to }) => `${from} ${to}`)).toEqual([
      'BAT.- GB.x',
      'BAT.+ F5.feed',
      'F5.load lamp-left.1',
      'lamp-left.2 G1.x',
    ]);
    expect(runCommand(['convert', circuitFile, '--to', 'spice'])).toContain('.control');
  });

  test('every command takes a circuit as text; what cannot be read is told with its line', () => {
    const file = written('lamp.circuit', text);
    expect(JSON.parse(runCommand(['solve', file, '--json']))).toMatchObject({ blown: [] });
    expect(problem('solve', written('broken.circuit', `${text}F5 > lmp right`))).toMatchObject({
      message: expect.stringContaining('line 3, column 6: “lmp right” is no part yet') as string,
    });
    expect(problem('convert', file, '--to', 'paper')).toMatchObject({
      message: expect.stringContaining('text, json, csv, spice') as string,
    });
  });
});
