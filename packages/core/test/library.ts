import minibusDocument from '../../../demo/circuits/minibus-ramp.json';
import document from '../../../demo/circuits/travelling-library.json';
import minibusJob from '../../../demo/jobs/minibus-ramp.json';
import type { Circuit } from '../src/circuit/circuit';
import { withCavity, withControl } from '../src/circuit/operatingState';
import { restingState } from '../src/circuit/restingState';
import type { JobEvent } from '../src/job/events';

/** The demo's travelling library. */
export const library = document as unknown as Circuit;

/** The demo's minibus, whose ramp relay does nothing. */
export const minibus = minibusDocument as unknown as Circuit;
export const minibusEvents = minibusJob.events as unknown as readonly JobEvent[];

const rest = restingState(library);
export const states = {
  rest,
  lightsOn: withControl(rest, 'saloon', 'on'),
  limiterOn: withCavity(withControl(rest, 'saloon', 'on'), 'F17', { kind: 'lamp', watts: 21 }),
  fuseOut: withCavity(rest, 'F17', { kind: 'open' }),
};

/** The demo job's first reading: a fresh fuse 17 blows at once. */
export const fuseBlows: Extract<JobEvent, { type: 'reading-taken' }> = {
  id: 'blown',
  author: '00000000-0000-4000-8000-000000000000',
  at: '2026-01-01T00:00:00Z',
  type: 'reading-taken',
  test: { instrument: 'fresh-fuse', at: 'F17' },
  state: states.lightsOn,
  value: { kind: 'outcome', outcome: 'blows' },
  typed: 'blows',
};
