import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Circuit } from '../src/circuit/circuit';
import { restingState } from '../src/circuit/restingState';
import { withCavity, withControl } from '../src/circuit/operatingState';

/** The demo's travelling library, read from its document. */
export const library = JSON.parse(
  readFileSync(join(__dirname, '../../../demo/circuits/travelling-library.json'), 'utf8'),
) as Circuit;

const rest = restingState(library);
export const states = {
  rest,
  lightsOn: withControl(rest, 'saloon', 'on'),
  limiterOn: withCavity(withControl(rest, 'saloon', 'on'), 'F17', { kind: 'lamp', watts: 21 }),
  fuseOut: withCavity(rest, 'F17', { kind: 'open' }),
};
