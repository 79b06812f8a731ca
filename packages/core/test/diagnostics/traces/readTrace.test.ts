import fc from 'fast-check';
import type { ReadTrace } from '../../../src/diagnostics/traces/readTrace';
import { traceReader } from '../../../src/diagnostics/traces/readTrace';

const encoder = new TextEncoder();

/** A file given in pieces of some size, as a disk gives it. */
function read(text: string, piece = 1000) {
  const reader = traceReader();
  const bytes = encoder.encode(text);
  for (let at = 0; at < bytes.length; at += piece) {
    const refused = reader.push(bytes.subarray(at, at + piece));
    if (refused !== null) return refused;
  }
  return reader.end();
}

function whole(text: string, piece?: number): ReadTrace {
  const found = read(text, piece);
  if ('refused' in found) throw new Error(found.refused);
  return found;
}

const lines = (...all: readonly string[]) => all.join('\n');

describe('export styles', () => {
  test('comma, a header line with units in it', () => {
    const { trace } = whole(lines('Time (ms),Current (A)', '0,0.1', '1,11.25', '2,-0.5'));
    expect([...trace.times]).toEqual([0, 0.001, 0.002]);
    expect(trace.channels).toMatchObject([{ name: 'Current', unit: 'A' }]);
    expect([...trace.channels[0]!.values]).toEqual([0.1, 11.25, -0.5]);
  });

  test('semicolon with decimal comma, quoted, Windows line ends', () => {
    const { trace } = whole('"Zeit";"Strom [mA]"\r\n"0,00";"125,5"\r\n"0,25";"250"\r\n');
    expect([...trace.times]).toEqual([0, 0.25]);
    expect([...trace.channels[0]!.values]).toEqual([0.1255, 0.25]);
  });

  test('tab with a block of header lines and a sample interval in place of a clock', () => {
    const { trace } = whole(
      lines(
        'Logger export',
        'Sample interval:\t0.5 ms',
        'Channel:\tClamp',
        'Current (A)',
        '1.0',
        '2.0',
        '3.0',
      ),
    );
    expect([...trace.times]).toEqual([0, 0.0005, 0.001]);
    expect([...trace.channels[0]!.values]).toEqual([1, 2, 3]);
  });

  test('two channels with a row of units under the names', () => {
    const { trace } = whole(lines('t,Clamp,Battery', 's,A,V', '0,10.1,12.6', '0.1,10.2,12.5'));
    expect(trace.channels.map(({ name, unit }) => [name, unit])).toEqual([
      ['Clamp', 'A'],
      ['Battery', 'V'],
    ]);
  });

  test('milliseconds since 1970, and a time of day', () => {
    const { trace } = whole(lines('timestamp,A', '1764057600000,1', '1764057600250,2'));
    expect([...trace.times]).toEqual([0, 0.25]);
    const clock = whole(lines('Time;Current (A)', '09:59:59,50;1,5', '10:00:00,75;2,5')).trace;
    expect([...clock.times]).toEqual([0, 1.25]);
    expect([...clock.channels[0]!.values]).toEqual([1.5, 2.5]);
  });

  test('no header at all: the column that rises is the clock', () => {
    const { trace } = whole(lines('0.0,5.1', '0.1,5.2', '0.2,5.0'));
    expect([...trace.channels[0]!.values]).toEqual([5.1, 5.2, 5]);
  });
});

test('however the file is cut into pieces, and whatever the digits, every sample is the number that was written', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: -1e9, max: 1e9 }), fc.integer({ min: 0, max: 8 })), {
        minLength: 3,
        maxLength: 60,
      }),
      fc.integer({ min: 1, max: 90 }),
      (numbers, piece) => {
        const texts = numbers.map(([whole, places]) => (whole / 10 ** places).toFixed(places));
        const { trace } = whole(lines('t (s),I (A)', ...texts.map((text, i) => `${i},${text}`)), piece);
        expect([...trace.channels[0]!.values].map((each) => each + 0)).toEqual(
          texts.map((text) => Number(text) + 0),
        );
      },
    ),
    { seed: 17, numRuns: 60 },
  );
});

test('lines that cannot be read are counted and shown, gaps in the clock kept', () => {
  const { trace, badLines, firstBad, gaps } = whole(
    lines(
      't (s),I (A)',
      '0,1',
      '1,OL',
      '2,1',
      '3,NaN',
      '4,',
      '5,1',
      '6,1',
      '7,1',
      '60,1',
      '61,1',
      'end of file',
    ),
  );
  expect([...trace.times]).toEqual([0, 2, 5, 6, 7, 60, 61]);
  expect(badLines).toBe(4);
  expect(firstBad[0]).toEqual({ line: 3, text: '1,OL' });
  expect(gaps).toBe(1);
});

test.each([
  ['an empty file', '\n\n', /empty/],
  ['text', 'Dear Sir,\nthe fan is loud,\nyours', /No two lines of numbers/],
  ['one column', '1.5\n1.6\n1.7\n', /one column and no sample interval/],
  ['one sample', 't (s),I (A)\n0,1\n', /No two lines of numbers/],
  [
    'time that runs backwards',
    't (s),I (A)\n0,1\n1,1\n2,1\n1.5,1\n',
    /Line 5: the time runs backwards, from 2 s to 1.5 s/,
  ],
  [
    '200 channels',
    [
      `t,${Array.from({ length: 200 }, (_e, i) => `c${i} (A)`).join()}`,
      ...[0, 1, 2].map((t) => `${t}${',1'.repeat(200)}`),
    ].join('\n'),
    /200 channels: expected at most 16/,
  ],
  [
    'columns that are neither',
    't,Temp (C),Speed (rpm)\n0,20,900\n1,21,901\n2,22,902\n',
    /No column in amps or volts/,
  ],
])('%s is refused with one sentence', (_name, text, words) => {
  const found = read(text);
  expect('refused' in found ? found.refused : 'read').toMatch(words);
});
