import type { RelayPart } from '../../circuit/parts/relay';
import type { BenchReadings } from './benchReadings';

/** What there is to test a relay with. */
export const benchKits = ['battery and lamp', 'bench supply'] as const;
export type BenchKit = (typeof benchKits)[number];

export interface BenchStep {
  readonly words: string;
  /** The fields that it fills. */
  readonly fills: readonly (keyof BenchReadings)[];
  readonly caution?: string;
}

/** How a relay is tested by itself, step by step, with its own pin numbers. */
export function benchProcedure(relay: RelayPart, nominalVolts: number, kit: BenchKit): readonly BenchStep[] {
  const { supply, normallyOpen, normallyClosed } = relay.pins;
  const contact = `pins ${supply} and ${normallyOpen}`;
  const resting = normallyClosed === undefined ? null : `pins ${supply} and ${normallyClosed}`;
  return [
    ...unfedSteps(relay, contact, resting),
    coilStep(relay, kit),
    {
      words: `Coil fed: ohms on ${contact}${resting === null ? '' : `, and on ${resting}`}.`,
      fills: resting === null ? ['openPulled'] : ['openPulled', 'closedPulled'],
    },
    loadStep(contact, nominalVolts, kit),
  ];
}

/** Ohms, nothing fed. */
function unfedSteps(
  { pins: { coilFeed, coilCommand, supply } }: RelayPart,
  contact: string,
  resting: string | null,
): readonly BenchStep[] {
  return [
    {
      words: `Ohms on pins ${coilFeed} and ${coilCommand}; note how warm the relay is. Then exchange the probes and read again.`,
      fills: ['coilOhms', 'celsius', 'coilReversedOhms'],
    },
    { words: `Ohms on ${contact} at rest: OL.`, fills: ['openAtRest'] },
    ...(resting === null
      ? []
      : [{ words: `Ohms on ${resting} at rest: below 1 Ω.`, fills: ['closedAtRest'] } as const]),
    {
      words: `Ohms from pin ${coilFeed} to pin ${supply}: OL. Coil and contacts touch nowhere.`,
      fills: ['acrossFrameOhms'],
    },
  ];
}

function coilStep({ pins, suppressionDiode, solidState }: RelayPart, kit: BenchKit): BenchStep {
  const coil = `pins ${pins.coilFeed} and ${pins.coilCommand}`;
  const caution =
    suppressionDiode === true || solidState === true
      ? `Plus on pin ${pins.coilFeed}, or its diode is a short.`
      : `Plus on pin ${pins.coilFeed}: there may be a diode inside that nobody drew.`;
  return kit === 'bench supply'
    ? {
        words: `Supply on ${coil}, current limit 0.5 A. Raise it slowly from 0 V until it clicks; then lower it until it lets go.`,
        fills: ['pullInVolts', 'dropOutVolts'],
        caution,
      }
    : {
        words: `Battery on ${coil}, with a 1 A fuse in the lead: it clicks. Take it off: it clicks again.`,
        fills: [],
        caution,
      };
}

/** The contact under real current. */
function loadStep(contact: string, nominalVolts: number, kit: BenchKit): BenchStep {
  const where = 'millivolts right on the two pins';
  return kit === 'bench supply'
    ? {
        words: `Coil fed, 5 to 10 A from the supply through ${contact}: ${where}.`,
        fills: ['dropVolts', 'dropAmps'],
        caution: 'Not above what the relay is marked for, and not for long: pins and leads get hot.',
      }
    : {
        words: `Coil fed, a 21 W lamp from the battery through ${contact}: it lights. Read ${where}; the lamp draws about ${nominalVolts === 24 ? '0.9' : '1.8'} A.`,
        fills: ['dropVolts', 'dropAmps'],
        caution: 'The lamp gets hot; a fuse in its lead.',
      };
}
