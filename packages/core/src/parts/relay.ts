import { diodeContact } from './diode';
import type { PartCommon, PartKind } from './partKind';

/** The number printed beside each pin, by the pin's role. */
export interface RelayPins {
  readonly coilFeed: string;
  readonly coilCommand: string;
  readonly supply: string;
  readonly normallyOpen: string;
  readonly normallyClosed?: string | undefined;
}

export type RelayTerminal = keyof RelayPins;

/** Terminals by role: `coilFeed`, `coilCommand`, `supply`, `normallyOpen` and, with five pins, `normallyClosed`. */
export interface RelayPart extends PartCommon {
  readonly kind: 'relay';
  readonly coilOhms: number;
  /** A resistor across the coil that takes its spark, ohms; absent where there is none. */
  readonly suppressionOhms?: number | undefined;
  /** A diode that takes it, cathode on the coil's feed pin: the coil then works one way round only. */
  readonly suppressionDiode?: boolean | undefined;
  /** Roles, not the numbers, decide everything. */
  readonly pins: RelayPins;
  readonly centre: string;
  readonly cavity: string;
}

/** Volts over the coil at which a relay has surely pulled in, and surely dropped out, as shares of nominal. */
const pullInShare = 0.65;
const dropOutShare = 0.1;
/** A sound closed contact, ohms: below the 10 mΩ at which it is called worn. */
const contactOhms = 0.005;
/** Ohms of a coil whose turns have run together. Judgement. */
const shortedCoilOhms = 2;
/** Ohms that stand for a burnt one: a meter's milliamp does not see it, a load does. */
const burntOhms: readonly number[] = [0.1, 0.5, 3];

export const relayKind: PartKind<RelayPart> = {
  removal: 'pull',
  removalMinutes: 0.3,
  terminals: ({ pins }) => Object.keys(pins).filter((role) => pins[role as RelayTerminal] !== undefined),
  terminalLabel: (part, terminal) => `pin ${part.pins[terminal as RelayTerminal] ?? terminal}`,
  failuresShow: false,
  failures: () => [
    {
      name: 'coil open',
      rate: 0.4,
      hazard: 'open',
      effects: [{ kind: 'cut', role: 'coil', atRest: ['normallyOpen', 'normallyClosed'] }],
    },
    {
      name: 'coil shorted',
      rate: 0.1,
      hazard: 'open',
      effects: [{ kind: 'bridge', role: 'coil', ohms: shortedCoilOhms }],
    },
    {
      name: 'contact never closes',
      rate: 0.4,
      hazard: 'open',
      effects: [{ kind: 'hold', role: 'normallyOpen', joined: false }],
    },
    {
      name: 'contact welded',
      rate: 0.2,
      hazard: 'open',
      effects: [{ kind: 'hold', role: 'normallyOpen', joined: true }],
    },
    {
      name: 'burnt contact',
      rate: 0.4,
      hazard: 'open',
      effects: burntOhms.map((ohms) => ({ kind: 'added', role: 'normallyOpen', ohms })),
    },
  ],
  stamp(part, { builder, node, nominalVolts }) {
    const feed = node('coilFeed');
    const command = node('coilCommand');
    builder.resistor('coil', feed, command, part.coilOhms);
    if (part.suppressionOhms !== undefined) {
      builder.resistor('suppression', feed, command, part.suppressionOhms);
    }
    if (part.suppressionDiode === true) builder.switching(diodeContact('diode', command, feed));
    const energised = (already: boolean, volts: (node: number) => number) =>
      Math.abs(volts(feed) - volts(command)) >= nominalVolts * (already ? dropOutShare : pullInShare);
    builder.switching({
      role: 'normallyOpen',
      a: node('supply'),
      b: node('normallyOpen'),
      ohms: contactOhms,
      atRest: false,
      next: energised,
    });
    if (part.pins.normallyClosed !== undefined) {
      builder.switching({
        role: 'normallyClosed',
        a: node('supply'),
        b: node('normallyClosed'),
        ohms: contactOhms,
        atRest: true,
        next: (closed, volts) => !energised(!closed, volts),
      });
    }
  },
};
