import { readNotation, starters } from '@grim-lantern/core';
import ELK from 'elkjs/lib/elk.bundled.js';
import { layoutHarness } from '../src';

test.each(starters.map((each) => [each.name, each] as const))(
  '%s: a relay’s wires leave its contact above and its coil below, as it is drawn',
  async (_name, { fields, text }) => {
    const { circuit } = readNotation(text(Object.fromEntries(fields.map(({ id, usual }) => [id, usual]))));
    const { terminals, figures } = await layoutHarness(new ELK(), circuit);
    for (const { part, y, height } of figures) {
      if (part.kind !== 'relay') continue;
      const above = (pin: string) => (terminals.get(`${part.id}.${pin}`)?.y ?? 0) < y + height / 2;
      const pins = ['supply', 'normallyOpen', 'coilFeed', 'coilCommand'];
      expect(pins.map((pin) => [pin, above(pin)])).toEqual([
        ['supply', true],
        ['normallyOpen', true],
        ['coilFeed', false],
        ['coilCommand', false],
      ]);
    }
    expect(figures.length).toBeGreaterThan(0);
  },
);
