import tailDocument from '../../../../demo/circuits/library-tail-lamps.json';
import { checkCircuit } from '../../src/circuit/checkCircuit';
import type { Circuit } from '../../src/circuit/circuit';
import { withControl } from '../../src/circuit/operatingState';
import { overlayCircuits } from '../../src/circuit/overlayCircuits';
import { restingState } from '../../src/circuit/restingState';
import { createPredictor } from '../../src/inference/predictor';
import { inferPosterior } from '../../src/inference/posterior';
import { library } from '../library';

const tail = tailDocument as unknown as Circuit;
const both = overlayCircuits('van', [library, tail]);

test('two diagrams are one circuit in which what they share is there once', () => {
  expect(checkCircuit(both)).toEqual([]);
  const ids = both.parts.map(({ id }) => id);
  expect(new Set(ids).size).toBe(ids.length);
  expect(ids).toEqual(expect.arrayContaining(['BAT', 'G3', 'F17', 'F19', 'TL']));
  expect(both.sections.filter(({ from, to }) => from === 'BAT.+' && to === 'BUS.x')).toHaveLength(1);
  expect(both.sections).toHaveLength(library.sections.length + tail.sections.length - 2);
});

test('what is dead in one and in the other points to the ground that they share', () => {
  const predictor = createPredictor(both);
  const lit = ['lights', 'saloon'].reduce((state, id) => withControl(state, id, 'on'), restingState(both));
  const state = withControl(lit, 'rear-door', 'open');
  const seen = (at: string, outcome: string) => ({
    id: at,
    test: { instrument: 'load' as const, at },
    state,
    value: { kind: 'outcome' as const, outcome },
  });
  const dead = ['TL', 'NP', 'SL'].map((at) => seen(at, 'dead'));
  const working = ['TR', 'RL12', 'RL34'].map((at) => seen(at, 'works'));
  const [leading] = inferPosterior(predictor, [...dead, ...working]).suspects;
  expect(leading!.id).toBe('G3');
  expect(leading!.probability).toBeGreaterThan(0.7);
});

test('a wire of the same name between other ends is another wire; two things under one name are refused', () => {
  const other = {
    ...tail,
    sections: tail.sections.map((each) => (each.id === 'W50' ? { ...each, id: 'W05' } : each)),
  };
  const merged = overlayCircuits('van', [library, other]);
  expect(merged.sections.map(({ id }) => id)).toEqual(expect.arrayContaining(['W05', 'W05-2']));
  const wrong = {
    ...tail,
    parts: tail.parts.map((each) => (each.id === 'F19' ? { ...each, id: 'F17' } : each)),
  };
  expect(() => overlayCircuits('van', [library, wrong])).toThrow(/one thing under the id F17/);
  expect(() => overlayCircuits('van', [library, { ...tail, nominalVolts: 24 }])).toThrow(/12 V.*24 V/);
});
