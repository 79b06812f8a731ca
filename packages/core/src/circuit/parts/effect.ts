/** What a failure does to the elements that a part puts into a network; an element is known by its role. */
export type Effect =
  /** A resistor or a filament is gone; contacts that it held stand as at rest. */
  | ({ readonly kind: 'cut'; readonly role: string; readonly atRest: readonly string[] } & InPlug)
  /** A resistor, or a contact while it is closed, has so many ohms more. */
  | ({ readonly kind: 'added'; readonly role: string; readonly ohms: number } & InPlug)
  /** So many ohms lie across an element: shorted turns, a coil shorted, a motor that stalls and draws its most. */
  | {
      readonly kind: 'bridge';
      readonly role: string;
      readonly ohms: number;
      /** Share of its work that a load still does; all of it when absent. */
      readonly works?: number;
    }
  /** A contact, a transistor or a fuse stays as it is, whatever drives it; several of them where one cause holds all. */
  | ({
      readonly kind: 'hold';
      readonly role: string;
      readonly joined: boolean;
      /** The roles of the others that stand still with it. */
      readonly others?: readonly string[];
    } & InPlug)
  /** A contact of the opposite type: closed where it should be open, open where it should be closed. */
  | { readonly kind: 'invert'; readonly role: string }
  /** A diode the other way round. */
  | { readonly kind: 'turn'; readonly role: string }
  /** One of its terminals touches its case. */
  | { readonly kind: 'short'; readonly terminal: string; readonly ohms: number }
  /** Two of its terminals are joined by so many ohms: a contact that never opens, a module that draws by itself. */
  | { readonly kind: 'tie'; readonly terminal: string; readonly other: string; readonly ohms: number };

/** Whether a failure lies in the harness's half of the plug: a good part in its place does not cure it. */
interface InPlug {
  readonly inPlug?: true;
}

/** Whether a failure stays behind when its part is exchanged for a good one. */
export function staysInHarness(effect: Effect): boolean {
  return 'inPlug' in effect && effect.inPlug === true;
}

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
