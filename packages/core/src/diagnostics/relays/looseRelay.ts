import { pinNumbers } from '../../circuit/parts/pinNames';
import type { RelayPart } from '../../circuit/parts/relay';
import { usualCoilOhms } from '../../circuit/parts/relay';

/** What is printed beside a relay's pins: which numbers, and whether a contact is closed at rest. */
export interface PrintedPins {
  readonly numbers: 'din' | 'running';
  readonly changeover: boolean;
}

/**
 * A relay that no diagram shows, as much of it as its case and its socket say: enough to test it by itself.
 * @param nominalVolts - of the vehicle, V
 */
export function looseRelay(
  { centre, cavity }: Pick<RelayPart, 'centre' | 'cavity'>,
  { numbers, changeover }: PrintedPins,
  nominalVolts: 12 | 24,
): RelayPart {
  const { coilFeed, coilCommand, supply, normallyOpen, normallyClosed } = pinNumbers(numbers);
  return {
    id: 'relay',
    kind: 'relay',
    name: `Relay ${cavity}`,
    place: centre,
    centre,
    cavity,
    coilOhms: usualCoilOhms(nominalVolts),
    pins: { coilFeed, coilCommand, supply, normallyOpen, ...(changeover ? { normallyClosed } : {}) },
    assumed: ['coilOhms'],
  };
}
