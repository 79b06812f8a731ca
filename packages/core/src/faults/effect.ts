/** What a failure does to the elements that a part puts into a network; an element is known by its role. */
export type Effect =
  /** A resistor or a filament is gone; contacts that it held stand as at rest. */
  | { readonly kind: 'cut'; readonly role: string; readonly atRest: readonly string[] }
  /** A resistor, or a contact while it is closed, has so many ohms more. */
  | { readonly kind: 'added'; readonly role: string; readonly ohms: number }
  /** So many ohms lie across an element: shorted turns, a coil shorted, a motor that stalls and draws its most. */
  | {
      readonly kind: 'bridge';
      readonly role: string;
      readonly ohms: number;
      /** Share of its work that a load still does; all of it when absent. */
      readonly works?: number;
    }
  /** A contact, a transistor or a fuse stays as it is, whatever drives it. */
  | { readonly kind: 'hold'; readonly role: string; readonly joined: boolean }
  /** A contact of the opposite type: closed where it should be open, open where it should be closed. */
  | { readonly kind: 'invert'; readonly role: string }
  /** A diode the other way round. */
  | { readonly kind: 'turn'; readonly role: string }
  /** One of its terminals touches its case. */
  | { readonly kind: 'short'; readonly terminal: string; readonly ohms: number };

/** The kinds whose hazards are known; the others go by the one that they are most like. */
export type HazardKind = 'short to ground' | 'wet path to ground' | 'open';

/** One way in which a part fails. */
export interface PartFailure {
  /** As a technician says it: `coil open`. */
  readonly name: string;
  /** How often, in the unit of `faultRates`: metres of plain wire. Judgement. */
  readonly rate: number;
  /** The kind of wire fault whose hazards make it likelier. */
  readonly hazard: HazardKind;
  /** Steps of the same failure that differ in ohms alone, rising. */
  readonly effects: readonly Effect[];
  /** Once it is there it stays: what has melted does not come and go. */
  readonly stays?: true;
}
