import type { RelayPart } from '@grim-lantern/core';
import { benchFields, readBench } from '../../../src/features/relays/benchFields';

const relay: RelayPart = {
  id: 'K',
  name: 'K',
  place: 'here',
  kind: 'relay',
  coilOhms: 80,
  pins: { coilFeed: '86', coilCommand: '85', supply: '30', normallyOpen: '87' },
  centre: 'box',
  cavity: '1',
};
const fields = benchFields(relay);

test('what is typed as it is spoken is read: ohms, OL, millivolts, a decimal comma, degrees', () => {
  const typed = { coilOhms: '88,0', celsius: '50 °C', openAtRest: 'ol', dropVolts: '45 mV', dropAmps: '5' };
  expect(readBench(fields, typed, undefined)).toEqual({
    status: 'read',
    readings: { coilOhms: 88, celsius: 50, openAtRest: 'OL', dropVolts: 0.045, dropAmps: 5 },
  });
});

test('a field that cannot be read is named, and so is half a band', () => {
  expect(readBench(fields, { coilOhms: 'eighty' }, undefined)).toMatchObject({
    status: 'refused',
    field: 'coilOhms',
  });
  expect(readBench(fields, { celsius: '400' }, undefined)).toMatchObject({ field: 'celsius' });
  expect(readBench(fields, { leastOhms: '70' }, undefined)).toMatchObject({ field: 'mostOhms' });
  expect(readBench(fields, { leastOhms: '90', mostOhms: '70' }, undefined)).toMatchObject({
    field: 'mostOhms',
  });
});

test('only a relay with a resting contact is asked for it', () => {
  const ids = fields.map(({ id }) => id);
  expect(ids).not.toContain('closedAtRest');
  const five = benchFields({ ...relay, pins: { ...relay.pins, normallyClosed: '87a' } });
  expect(five.map(({ id }) => id)).toEqual(expect.arrayContaining(['closedAtRest', 'closedPulled']));
});
