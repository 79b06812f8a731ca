import { partRates } from './partRates';
import type { Effect, PartFailure } from './effect';
import { diodeContact } from './diode';
import type { PartCommon, PartKind, UnknownFigure, Unknowns } from './partKind';
import { whereAssumed } from './partKind';

/** The ways in which the pins of plug-in relays usually lie. */
export const footprintIds = [
  'mini',
  'mini changeover',
  'micro',
  'micro changeover',
  'twin contact',
  'solid state',
] as const;
export type FootprintId = (typeof footprintIds)[number];

/** The number printed beside each pin, by the pin's role. */
export interface RelayPins {
  readonly coilFeed: string;
  readonly coilCommand: string;
  readonly supply: string;
  readonly normallyOpen: string;
  /** The other open contact of a relay with twin contacts. */
  readonly secondOpen?: string | undefined;
  readonly normallyClosed?: string | undefined;
}

export type RelayTerminal = keyof RelayPins;

/** Ohms at 20 °C between which the maker says that a coil lies. */
export interface CoilBand {
  readonly leastOhms: number;
  readonly mostOhms: number;
}

/**
 * Terminals by role: `coilFeed`, `coilCommand`, `supply`, `normallyOpen` and, where there is one, `secondOpen` and
 * `normallyClosed`.
 */
export interface RelayPart extends PartCommon {
  readonly kind: 'relay';
  readonly coilOhms: number;
  /** What the maker gives for the coil; the typical band when absent. */
  readonly coilBand?: CoilBand | undefined;
  /** A resistor across the coil that takes its spark, ohms; absent where there is none. */
  readonly suppressionOhms?: number | undefined;
  /** A diode that takes it, cathode on the coil's feed pin: the coil then works one way round only. */
  readonly suppressionDiode?: boolean | undefined;
  /** A transistor in place of coil and contacts: it works one way round only. */
  readonly solidState?: boolean | undefined;
  /** How its pins lie; the usual one for their number when absent. */
  readonly footprint?: FootprintId | undefined;
  /** Volts at which this one pulls in and drops out, where they are known. */
  readonly pullInVolts?: number | undefined;
  readonly dropOutVolts?: number | undefined;
  /** Roles, not the numbers, decide everything. */
  readonly pins: RelayPins;
  readonly centre: string;
  readonly cavity: string;
}

/**
 * Volts over the coil at which a relay pulls in and drops out, as shares of nominal: at most 0.65 and at least 0.1 by
 * standard; a real one lies anywhere between.
 */
export const pullInShare: UnknownFigure = { usual: 0.6, low: 0.4, high: 0.65 };
export const dropOutShare: UnknownFigure = { usual: 0.2, low: 0.1, high: 0.4 };
/** The coil that is taken for one that nobody gave, ohms: 85 Ω at 12 V, four times as much at 24 V. Judgement. */
export const usualCoilOhms = (nominalVolts: number): number => (85 * nominalVolts ** 2) / 144;
/** A sound closed contact, ohms: below the 10 mΩ at which it is called worn. */
export const contactOhms = 0.005;
/** Ohms of a coil whose turns have run together. Judgement. */
const shortedCoilOhms = 2;
/** Ohms that stand for a burnt one: a meter's milliamp does not see it, a load does. */
const burntOhms: readonly number[] = [0.03, 0.1, 0.3, 1, 3, 10, 40];

/** The contacts that close as the coil pulls. */
const openContacts = (pins: RelayPins) =>
  (['normallyOpen', 'secondOpen'] as const).filter((role) => pins[role] !== undefined);

/** A pin that its socket no longer grips: another relay in the same socket does not cure it. */
function socketPin(role: 'coilFeed' | 'coilCommand' | 'supply' | 'normallyOpen', pins: RelayPins): Effect {
  const contacts = [...openContacts(pins), ...(pins.normallyClosed === undefined ? [] : ['normallyClosed'])];
  return role === 'supply' || role === 'normallyOpen'
    ? {
        kind: 'hold',
        role: 'normallyOpen',
        joined: false,
        others: role === 'supply' ? contacts : [],
        inPlug: true,
      }
    : { kind: 'cut', role: 'coil', atRest: contacts, inPlug: true };
}

/** What goes wrong with a contact that closes as the coil pulls. */
function contactFailures(role: 'normallyOpen' | 'secondOpen'): readonly PartFailure[] {
  const which = role === 'secondOpen' ? 'second contact' : 'contact';
  return [
    {
      name: `${which} never closes`,
      rate: partRates.relayNeverCloses,
      hazard: 'open',
      effects: [{ kind: 'hold', role, joined: false }],
    },
    {
      name: `${which} welded`,
      rate: partRates.relayWelded,
      hazard: 'open',
      effects: [{ kind: 'hold', role, joined: true }],
    },
    {
      name: `burnt ${which}`,
      rate: partRates.relayBurnt,
      hazard: 'open',
      effects: burntOhms.map((ohms) => ({ kind: 'added', role, ohms })),
    },
  ];
}

export const relayKind: PartKind<RelayPart> = {
  removal: 'pull',
  removalMinutes: 0.3,
  terminals: ({ pins }) => Object.keys(pins).filter((role) => pins[role as RelayTerminal] !== undefined),
  terminalLabel: (part, terminal) => `pin ${part.pins[terminal as RelayTerminal] ?? terminal}`,
  failuresShow: false,
  failures: ({ pins, suppressionDiode }) => [
    {
      name: 'coil open',
      rate: partRates.relayCoilOpen,
      hazard: 'open',
      effects: [{ kind: 'cut', role: 'coil', atRest: [...openContacts(pins), 'normallyClosed'] }],
    },
    {
      name: 'coil shorted',
      rate: partRates.relayCoilShorted,
      hazard: 'open',
      effects: [{ kind: 'bridge', role: 'coil', ohms: shortedCoilOhms }],
    },
    ...openContacts(pins).flatMap(contactFailures),
    ...(['coilFeed', 'coilCommand', 'supply', 'normallyOpen'] as const).map((role) => ({
      name: `pin ${pins[role]} loose in its socket`,
      rate: partRates.socketPinOpen,
      hazard: 'open' as const,
      effects: [socketPin(role, pins)],
    })),
    ...(pins.normallyClosed === undefined && pins.secondOpen === undefined
      ? ([
          {
            name: 'wrong relay: opens when it pulls',
            rate: partRates.relayWrongType,
            hazard: 'open',
            effects: [{ kind: 'invert', role: 'normallyOpen' }],
            stays: true,
          },
        ] as const)
      : []),
    ...(suppressionDiode === true
      ? ([
          {
            name: 'coil pins exchanged against its diode',
            rate: partRates.relayDiodeTurned,
            hazard: 'open',
            effects: [{ kind: 'turn', role: 'diode' }],
            stays: true,
          },
        ] as const)
      : []),
  ],
  stamp(part, { builder, node, nominalVolts, unknowns }) {
    const feed = node('coilFeed');
    const command = node('coilCommand');
    builder.resistor('coil', feed, command, whereAssumed(part, 'coilOhms', part.coilOhms, unknowns));
    if (part.suppressionOhms !== undefined) {
      builder.resistor('suppression', feed, command, part.suppressionOhms);
    }
    if (part.suppressionDiode === true) builder.switching(diodeContact('diode', command, feed));
    const across = (volts: (node: number) => number) => {
      const signed = volts(feed) - volts(command);
      return part.solidState === true ? signed : Math.abs(signed);
    };
    const threshold = (already: boolean, at: Unknowns) =>
      already
        ? (part.dropOutVolts ?? nominalVolts * dropOutShare[at])
        : (part.pullInVolts ?? nominalVolts * pullInShare[at]);
    const energised = (already: boolean, volts: (node: number) => number) =>
      across(volts) >= threshold(already, unknowns);
    const doubts = (already: boolean, volts: (node: number) => number) =>
      across(volts) >= threshold(already, 'low') && across(volts) < threshold(already, 'high');
    for (const role of openContacts(part.pins)) {
      builder.switching({
        role,
        a: node('supply'),
        b: node(role),
        ohms: contactOhms,
        atRest: false,
        next: energised,
        doubtful: doubts,
      });
    }
    if (part.pins.normallyClosed !== undefined) {
      builder.switching({
        role: 'normallyClosed',
        a: node('supply'),
        b: node('normallyClosed'),
        ohms: contactOhms,
        atRest: true,
        next: (closed, volts) => !energised(!closed, volts),
        doubtful: (closed, volts) => doubts(!closed, volts),
      });
    }
  },
};
