import fc from 'fast-check';
import type { Circuit } from '../../src/circuit/circuit';
import type { Condition } from '../../src/circuit/condition';
import { checkCircuit } from '../../src/circuit/checkCircuit';
import { inspectCircuit } from '../../src/circuit/inspectCircuit';
import { withControl } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import type { TerminalRef } from '../../src/circuit/terminalRef';
import { partById } from '../../src/circuit/terminals';
import { readCondition, writtenCondition } from '../../src/notation/conditionNotation';
import { Cursor } from '../../src/notation/cursor';
import { readNotation } from '../../src/notation/readNotation';
import { tokensOf } from '../../src/notation/tokens';
import { notationFromWireList, wireListLosses, wireListRows } from '../../src/notation/wireList';
import { writeNotation } from '../../src/notation/writeNotation';
import { assess } from '../../src/job/assess';
import { foldJob } from '../../src/job/foldJob';
import { createPredictor } from '../../src/inference/predictor';
import { library, minibus } from '../library';
import { anyCircuit } from './anyCircuit';
import { hornText } from './horn';

const read = (text: string): Circuit => {
  const { circuit, flaws } = readNotation(text);
  expect(flaws).toEqual([]);
  return circuit;
};
const messages = (text: string) =>
  readNotation(text).flaws.map(({ line, message }) => `${line + 1}: ${message}`);

test('any circuit written as text and read again is the same', () => {
  fc.assert(
    fc.property(anyCircuit, (circuit) => {
      expect(read(writeNotation(circuit))).toEqual(circuit);
    }),
    { seed: 1, numRuns: 150 },
  );
});

/** Ids that are words of the notation, or look like something else. */
const oddIds = [
  'horn',
  'fuse',
  'at',
  'in',
  'via',
  'pin',
  '5',
  'x2',
  '5A',
  'key',
  'W1',
  'W2',
  'supply',
  'when',
  'circuit',
  '30',
  'no',
  'ground',
  'F5',
  'low',
  '+',
  '2m',
  'moves',
  'pins',
  'vehicle',
  'where',
];

test('parts called by words of the notation are the same parts after it', () => {
  fc.assert(
    fc.property(anyCircuit, fc.shuffledSubarray(oddIds, { minLength: 6 }), (circuit, ids) => {
      const odd = new Map(circuit.parts.slice(0, ids.length).map(({ id }, i) => [id, ids[i]!]));
      const idOf = (id: string) => odd.get(id) ?? id;
      const ref = (terminal: TerminalRef): TerminalRef =>
        `${idOf(terminal.slice(0, terminal.indexOf('.')))}${terminal.slice(terminal.indexOf('.'))}` as TerminalRef;
      const renamed: Circuit = {
        ...circuit,
        parts: circuit.parts.map((part) => ({ ...part, id: idOf(part.id) })),
        sections: circuit.sections.map((section, i) => ({
          ...section,
          id: `w${i}`,
          from: ref(section.from),
          to: ref(section.to),
        })),
      };
      expect(read(writeNotation(renamed))).toEqual(renamed);
    }),
    { seed: 6, numRuns: 60 },
  );
});

test('what a wire list carries of any circuit comes back from it, and it says what it does not carry', () => {
  fc.assert(
    fc.property(anyCircuit, (circuit) => {
      const { circuit: back, flaws } = readNotation(notationFromWireList(wireListRows(circuit)));
      expect(flaws).toEqual([]);
      expect(back.sections).toEqual(circuit.sections);
      const byId = new Map(circuit.parts.map((part) => [part.id, part]));
      for (const part of back.parts) expect(part).toEqual(byId.get(part.id));
      const lost = circuit.parts.length > back.parts.length;
      expect(wireListLosses(circuit).some((each) => each.startsWith('parts without a wire'))).toBe(lost);
    }),
    { seed: 2, numRuns: 60 },
  );
});

test('the demo is written shortly: names and pins that the reader finds itself are left out', () => {
  for (const circuit of [library, minibus]) {
    const text = writeNotation(circuit);
    expect(read(text)).toEqual(circuit);
    expect(text.length).toBeLessThan(0.6 * JSON.stringify(circuit).length);
  }
});

test('what is known of a wire may stand on either side of its arrow, or in part on both', () => {
  for (const circuit of [library, minibus]) {
    const text = writeNotation(circuit);
    const before = text.replaceAll(/> (\([^()]*\))/g, '$1 >');
    expect(before).not.toBe(text);
    expect(read(before)).toEqual(circuit);
  }
  const wire = (text: string) => read(text).sections[0]!;
  expect(wire('battery (RD 2m) > (1.5) fuse 5 20A > ground G1')).toEqual(
    wire('battery > (RD 2m 1.5) fuse 5 20A > ground G1'),
  );
});

test('a pin may stand behind the last word of what is said of a part', () => {
  const start = 'battery.- > ground GB\nbattery > fuse 1 10A > ';
  const written = (text: string) => read(`${start}${text}\nbattery > fuse 2 15A > left.tail`);
  expect(written('twin left 5/21W.brake > ground G1')).toEqual(
    written('twin left pin brake 5/21W > ground G1'),
  );
  expect(written('twin left 5/21.brake > ground G1')).toEqual(
    written('twin left pin brake 5/21W > ground G1'),
  );
  expect(written('twin left 5/21W.brake > ground G1').sections.map(({ to }) => to)).toContain('twin-left.2');
  expect(read(`${start}relay K1 85Ω.86`).sections.at(-1)!.to).toBe('K1.coilFeed');
  expect(read(`${start}motor 2 5A.1 > ground G1`).sections.at(-1)!.from).toBe('2.2');
});

test('each path to a lamp with two filaments takes the next one; a third has to say which', () => {
  const ends = (text: string) =>
    read(text).sections.flatMap(({ to }) => (to.startsWith('twin-tail.') ? [to] : []));
  const start = 'battery > fuse 1 10A > twin tail 5/21W > ground G1\n';
  expect(ends(`${start}battery > fuse 2 15A > tail`)).toEqual(['twin-tail.1', 'twin-tail.2']);
  expect(ends('battery > fuse 1 10A > twin tail 5/21W\nbattery > fuse 2 15A > tail.tail')).toEqual([
    'twin-tail.2',
    'twin-tail.1',
  ]);
  expect(ends(`${start}battery > fuse 2 15A > tail.1`)).toEqual(['twin-tail.2', 'twin-tail.1']);
  expect(messages(`${start}battery > fuse 2 15A > tail\nbattery > fuse 3 15A > tail`)).toEqual([
    '3: Which pin of Lamp tail? Write it behind a full stop: twin-tail.1.',
  ]);
});

test('a horn circuit takes fewer than 300 characters, and works as a horn does', () => {
  expect(hornText.length).toBeLessThan(300);
  const circuit = read(hornText);
  expect(checkCircuit(circuit)).toEqual([]);
  expect(inspectCircuit(circuit)).toEqual([]);
  const { predict } = createPredictor(circuit, []);
  const works = (position: string) =>
    predict(
      withControl(restingState(circuit), 'button-horn', position),
      { instrument: 'load', at: 'horn-low' },
      null,
    );
  expect(works('pressed')).not.toEqual(works('released'));
  expect(read(writeNotation(circuit))).toEqual(circuit);
});

test('what was not written is assumed and marked, and a reading far from a guess blames no part', () => {
  const circuit = read(hornText);
  expect(partById(circuit, 'F5').assumed).toEqual(['place']);
  expect(partById(circuit, 'K1').assumed).toEqual(['place', 'coilOhms']);
  expect(circuit.sections.every(({ assumed }) => assumed?.length === 4)).toBe(true);
  // Both horns to ground through their feed; half the ohms that were given, or guessed.
  const blamed = (of: Circuit) => {
    const test = { instrument: 'ohmmeter', at: 'horn-low.1' } as const;
    const state = { ...restingState(of), batteryConnected: false };
    const value = { kind: 'number', value: 0.7 } as const;
    const event = {
      id: 'r',
      author: '',
      at: '2026-01-01T00:00:00Z',
      type: 'reading-taken',
      test,
      state,
      value,
      typed: '0.7',
    } as const;
    const { suspects } = assess(createPredictor(of), foldJob(of, [event])).posterior;
    const horns = suspects.filter(({ id }) => id === 'horn-low' || id === 'horn-high');
    return horns.reduce((sum, { probability }) => sum + probability, 0);
  };
  const guessed = read(hornText.replace(/ 5A/g, ''));
  expect(partById(guessed, 'horn-low').assumed).toEqual(['place', 'ohms']);
  expect(blamed(circuit)).toBeGreaterThan(0.2);
  expect(blamed(guessed)).toBeLessThan(0.5 * blamed(circuit));
});

test('numbers are understood in the ways in which they are printed', () => {
  const one = (text: string) => {
    const { parts, sections } = read(text);
    return {
      parts: parts.map((part) => ({ ...part, assumed: [] })),
      areas: sections.map((each) => [each.areaMm2, each.lengthMetres]),
    };
  };
  const plain = one('battery > (1.5 2m) fuse 5 20A > relay K1 90Ω');
  for (const same of [
    'battery > (1,5 200cm) fuse 5 20 A > relay K1 90 ohms',
    'BATTERY -> (1.5mm2 2 m) Fuse 5 20a → relay K1 0.09k',
    'battery>(2m 1.5 mm²)fuse 5 20>relay K1 90R',
  ]) {
    expect(one(same)).toEqual(plain);
  }
  // ASTM B258: 18 AWG is 0.823 mm².
  expect(read('battery > (18AWG 10ft RD/YE) fuse 1').sections[0]).toMatchObject({
    areaMm2: 0.823,
    lengthMetres: 3.048,
    colour: 'RD/YE',
  });
  expect(partById(read('battery > lamp a 54W > ground'), 'lamp-a')).toMatchObject({ watts: 54 });
  expect(partById(read('battery > heater 135W > ground'), 'heater')).toMatchObject({ ohms: 1.35 });
});

test('the pins that the paths use say how a relay is turned and numbered', () => {
  const pins = (text: string) => (partById(read(text), 'K1') as { pins?: unknown }).pins;
  expect(pins('battery > relay K1.30\nK1.86 > ground')).toEqual({
    supply: '30',
    normallyOpen: '87',
    coilFeed: '86',
    coilCommand: '85',
  });
  expect(pins('battery > relay K1.87\nK1.30 > lamp > ground\nbattery > K1.85')).toEqual({
    supply: '87',
    normallyOpen: '30',
    coilFeed: '85',
    coilCommand: '86',
  });
  expect(pins('battery > relay K1.3\nbattery > K1.1\nK1.4 > lamp > ground')).toMatchObject({
    supply: '3',
    normallyOpen: '5',
    coilFeed: '1',
    normallyClosed: '4',
  });
  expect(pins('battery > relay 30\nrelay 87 > lamp > ground')).toBeDefined();
  // With its number, as one reads it aloud: the printed pin needs no full stop.
  const aloud =
    'battery > fuse 5 20A > relay K1 30\nF5 > K1 86\nK1 85 > button > ground G3\nK1 87 > horn 5A > ground G1';
  expect(readNotation(aloud)).toEqual(readNotation(aloud.replace(/K1 (\d)/g, 'K1.$1')));
  // Of two wires between the same parts each is told by the pins as they are printed.
  expect(readNotation(aloud).circuit.sections.map(({ name }) => name)).toContain(
    'Fuse 5 load leg to Relay K1 pin 86',
  );
  // A kind alone may carry a pin, on the first line too.
  expect(read('battery.- > ground GB').sections[0]).toMatchObject({ from: 'BAT.-', to: 'GB.x' });
});

test('words of any script are different parts, each the same wherever it is named again', () => {
  const circuit = read(
    'battery > fuse 1 > lamp يمين 5W > ground G1\nF1 > lamp يسار 5W > G1\nF1 > lamp "ضوء" 5W > G1\nF1 > lamp "مصباح" 5W\nlamp يمين > ground G2',
  );
  const lamps = circuit.parts.filter(({ kind }) => kind === 'lamp');
  expect(new Set(lamps.map(({ id }) => id)).size).toBe(4);
  expect(lamps.map(({ name }) => name)).toEqual(['Lamp يمين', 'Lamp يسار', 'ضوء', 'مصباح']);
  expect(checkCircuit(circuit)).toEqual([]);
  expect(read(writeNotation(circuit))).toEqual(circuit);
});

test('a path finds its way through connectors, switches, coils and modules', () => {
  const circuit = read(`
battery > fuse 1 10A > connector C7 > lamp a > C7.2 > ground G1
ignition IGN.15 > relay K1.86
K1.85 > module M1.4
M1.1 supply
M1.9 > switch door > G1
M1.2 > G1
fuse 1 > M1.1`);
  expect(circuit.sections.map(({ from, to }) => `${from} ${to}`)).toEqual([
    'BAT.+ F1.feed',
    'F1.load C7.1a',
    'C7.1b lamp-a.1',
    // On its way back from the load it comes from the load's side.
    'lamp-a.2 C7.2b',
    'C7.2a G1.x',
    'IGN.15 K1.coilFeed',
    'K1.coilCommand M1.4',
    'M1.9 switch-door.1',
    'switch-door.2 G1.x',
    'M1.2 G1.x',
    'F1.load M1.1',
  ]);
  expect((partById(circuit, 'M1') as { pins?: unknown }).pins).toEqual([
    { pin: '1', role: 'supply' },
    { pin: '4', role: 'low-side output', drivenWhen: { control: 'M1-4', is: 'on' } },
    { pin: '9', role: 'input', pull: 'up' },
    { pin: '2', role: 'ground' },
  ]);
  expect(circuit.controls.map(({ id }) => id)).toEqual(['key', 'switch-door', 'M1-4']);
});

test('what cannot be read is told at its place, and the rest stands', () => {
  expect(messages('battery > fuse 5 20A\nF5 > K9.30')).toEqual([
    expect.stringContaining('2: “K9.30” is no part yet'),
  ]);
  expect(messages('fuse 5 20A\nfuse 5 15A')).toEqual(['2: Fuse 5 says 20 elsewhere and 15 here.']);
  expect(messages('battery > relay K1.31')).toEqual(['1: Relay K1 has no pin “31”.']);
  expect(messages('module M1: 1 feed')[0]).toContain('What does pin 1 do?');
  expect(messages('battery > lamp "a')).toEqual([expect.stringContaining('not closed')]);
  expect(messages('fuse > lamp')).toEqual(['1: Which fuse? Give its number: “fuse F5”.']);
  expect(messages('never "a reason alone"')[0]).toContain('Expected a control and its position');
  expect(messages('48 V')[0]).toContain('Expected a path');
  expect(readNotation('battery > fuse 5 20A >\nbattery.- > ground').circuit.sections).toHaveLength(2);
});

test('words that every object has are no words of the notation', () => {
  for (const word of ['__proto__', 'constructor', 'toString', 'valueOf', 'hasOwnProperty']) {
    for (const text of [word, `${word} "a"`, `fuse 1 ${word}=5`, `relay K1 ${word}=5`, `battery > ${word}`]) {
      expect(() => readNotation(text)).not.toThrow();
      expect(messages(text)).not.toEqual([]);
    }
  }
});

test('no text makes the reader fail, and lines that are whole stand whatever is typed after them', () => {
  const lines = writeNotation(minibus).split('\n');
  const whole = lines.length - 1;
  const sections = readNotation(lines.slice(0, whole).join('\n')).circuit.sections.length;
  fc.assert(
    fc.property(fc.string({ unit: 'binary', maxLength: 60 }), fc.nat(), (typed, at) => {
      const cut = lines
        .slice(0, whole)
        .join('\n')
        .slice(0, at % 3000);
      expect(() => readNotation(`${cut}${typed}`)).not.toThrow();
      const comment = readNotation(
        `${lines.slice(0, whole).join('\n')}\n#${typed.replace(/[\r\n\u2028\u2029]/g, ' ')}`,
      );
      expect(comment.circuit.sections).toHaveLength(sections);
    }),
    { seed: 3, numRuns: 200 },
  );
});

/** When an output is driven: any condition, its controls and pins called anything. */
const names = fc.constantFrom('key', 'not', 'all', 'always', '17', 'high', 'and', 'A-1');
const { condition } = fc.letrec<{ condition: Condition }>((tie) => ({
  condition: fc.oneof(
    { maxDepth: 4 },
    fc.record({ control: names, is: names }),
    fc.record({ input: names, is: fc.constantFrom('high' as const, 'low' as const) }),
    fc.record({ all: fc.array(tie('condition'), { maxLength: 3 }) }),
    fc.record({ any: fc.array(tie('condition'), { maxLength: 3 }) }),
    fc.record({ not: tie('condition') }),
  ),
}));

test('any condition of an output is read as it is written', () => {
  fc.assert(
    fc.property(condition, (drivenWhen) => {
      const text = writtenCondition(drivenWhen);
      expect(readCondition(new Cursor(tokensOf(text), text.length))).toEqual(drivenWhen);
    }),
    { seed: 7, numRuns: 500 },
  );
});

test('a zone of two words is written as it is said', () => {
  const { parts } = read(
    'battery.- > ground GB\nbattery > fuse 9 10A > solenoid clutch 4A at Engine bay > ground G4 at front door',
  );
  const placeOf = (id: string) => parts.find((part) => part.id === id)?.place;
  expect([placeOf('solenoid-clutch'), placeOf('G4')]).toEqual(['engine-bay', 'front-door']);
});
