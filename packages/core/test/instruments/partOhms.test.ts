import { withApart } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import { hypothesesOf } from '../../src/faults/hypotheses';
import { instrumentById } from '../../src/instruments/instruments';
import { common, lamp, shows, smallCircuit } from '../smallCircuit';

const circuit = smallCircuit(
  [
    { ...common('SO'), kind: 'solenoid', ohms: 12 },
    lamp('L', 21),
    { ...common('TL'), kind: 'two-filament lamp', watts: [5, 21], uses: ['tail', 'brake'] },
  ],
  [
    ['BAT.+', 'SO.1'],
    ['SO.2', 'G.x'],
    ['BAT.+', 'L.1'],
    ['L.2', 'G.x'],
  ],
);
const out = (id: string) => withApart(restingState(circuit), id, true);
const reads = (at: string, id: string, name: string | null, pick = 0) => {
  const fault =
    name === null
      ? null
      : hypothesesOf(circuit).filter((each) => each.suspect === id && each.name === name)[pick]!.fault;
  return shows(circuit, out(id), 'part-ohms', at, fault);
};

describe('a part measured by itself', () => {
  test('across: its own ohms, those of a cold filament a tenth of its warm ones, OL where it is open', () => {
    expect(reads('SO', 'SO', null)).toBe('12 Ω');
    expect(reads('SO', 'SO', 'coil open')).toBe('OL');
    // Half of the turns touch each other: 12 ∥ 12.
    expect(reads('SO', 'SO', 'winding partly shorted', 1)).toBe('6 Ω');
    // 13.5² / 21 W is 8.7 Ω warm.
    expect(reads('L', 'L', null)).toMatch(/^0\.7\d* Ω$/);
    expect(reads('L', 'L', 'burnt out')).toBe('OL');
    const filaments = instrumentById('part-ohms')
      .targets(circuit)
      .filter((at) => at.startsWith('TL~'));
    expect(filaments).toHaveLength(3);
  });

  test('to its case: OL when sound, the ohms of what touches it otherwise', () => {
    expect(reads('SO~case', 'SO', null)).toBe('OL');
    expect(reads('SO~case', 'SO', 'shorted to its case', 3)).toBe('0.35 Ω');
  });

  test('what is wrong in the harness’s half of its plug, or elsewhere, is not in that reading', () => {
    expect(reads('SO', 'SO', 'pin green in its plug', 4)).toBe('12 Ω');
    expect(
      shows(circuit, out('SO'), 'part-ohms', 'SO', {
        kind: 'short to ground',
        section: 'W0',
        ohms: 0.1,
        position: 0.5,
      }),
    ).toBe('12 Ω');
  });

  test('means nothing while it is plugged in, and is not asked then', () => {
    const plugged = restingState(circuit);
    expect(instrumentById('part-ohms').mayPropose(circuit, plugged, 'SO')).toBe(false);
    expect(shows(circuit, plugged, 'part-ohms', 'SO')).toMatch(/plugged in/);
  });
});
