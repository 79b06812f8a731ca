import document from '../../../demo/circuits/travelling-library.json';
import type { Circuit } from '../src/circuit/circuit';
import { withCavity, withControl } from '../src/circuit/operatingState';
import { restingState } from '../src/circuit/restingState';

/** The demo's travelling library. */
export const library = document as unknown as Circuit;

const rest = restingState(library);
export const states = {
  rest,
  lightsOn: withControl(rest, 'saloon', 'on'),
  limiterOn: withCavity(withControl(rest, 'saloon', 'on'), 'F17', { kind: 'lamp', watts: 21 }),
  fuseOut: withCavity(rest, 'F17', { kind: 'open' }),
};
