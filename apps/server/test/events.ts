import type { JobEvent, JobFact } from '@grim-lantern/core';
import { randomUUID } from 'node:crypto';
import { demo } from './testServer';

/** The demo's first person, who enters everything. */
export const author = demo.technicians[0]!.id;
/** The library's van at rest. */
export const rest = {
  controls: { key: 'off', saloon: 'off', 'rear-door': 'closed' },
  batteryConnected: true,
  apart: [],
  cavities: {},
};
/** A fact as that person enters it. */
export const event = (fact: JobFact): JobEvent => ({
  ...fact,
  id: randomUUID(),
  author,
  at: '2026-11-24T08:00:00.000Z',
});
/** Volts at fuse 17. */
export const reading = (value = 12.4) =>
  event({
    type: 'reading-taken',
    test: { instrument: 'voltmeter', at: 'F17.load' },
    state: rest,
    value: { kind: 'number', value },
    typed: '12,4 V',
  });
