import type { BodyKind, Control, Place, RuledOut, Strip } from '../circuit/circuit';
import type { FuseStyle } from '../physics/fuseColdResistance';
import type { ModulePin } from '../circuit/parts/module';
import type { Part } from '../circuit/parts/part';
import type { ShowsItself } from '../circuit/parts/partKind';
import type { FootprintId, RelayPins } from '../circuit/parts/relay';
import type { KindWord } from './vocabulary';

/** What was written about a part, whatever its kind; what is absent was not said. */
export interface PartFields {
  place?: string;
  price?: number;
  shows?: ShowsItself;
  volts?: number;
  internalOhms?: number;
  ratingAmps?: number;
  style?: FuseStyle;
  centre?: string;
  cavity?: string;
  ohms?: number;
  watts?: number;
  /** Of the second filament. */
  secondWatts?: number;
  count?: number;
  uses?: readonly [string, string];
  share?: number;
  drawAmps?: number;
  modulePins?: ModulePin[];
  coilOhms?: number;
  leastOhms?: number;
  mostOhms?: number;
  suppressionOhms?: number;
  suppressionDiode?: boolean;
  solidState?: boolean;
  footprint?: FootprintId;
  pullInVolts?: number;
  dropOutVolts?: number;
  relayPins?: Partial<RelayPins>;
  control?: string;
  legs?: readonly LegDraft[];
  cavities?: readonly string[];
  halves?: readonly [string, string];
}

/** A leg of a switch; closed in all but the resting position where nothing was said. */
export interface LegDraft {
  readonly a: string;
  readonly b: string;
  readonly closedIn: readonly string[] | null;
}

/** A part as far as it was written. */
export interface PartDraft {
  readonly id: string;
  readonly name: string;
  readonly word: KindWord;
  readonly kind: Part['kind'];
  readonly fields: PartFields;
  /** Fields written with `~`: assumed. */
  readonly assumed: Set<string>;
  /** Where it was first written. */
  readonly at: Written;
}

/** A stretch of the text. */
export interface Written {
  readonly line: number;
  readonly from: number;
  readonly to: number;
}

/** A stop of a path: a part, and the pins where the path comes in and goes on, as printed; null where not said. */
export interface Stop {
  readonly part: string;
  readonly arrive: string | null;
  readonly leave: string | null;
  /** Where on its path it stands. */
  readonly where: 'first' | 'between' | 'last';
  /** Whether the path passes a load or a relay's coil before it, and after it; whether it passes a switch after it. */
  readonly loadBefore: boolean;
  readonly loadAfter: boolean;
  readonly switchAfter: boolean;
  readonly at: Written;
}

/** What was written about a wire. */
export interface WireFields {
  id?: string;
  name?: string;
  colour?: string;
  areaMm2?: number;
  lengthMetres?: number;
  places?: readonly string[];
}

/** A wire between two stops of a path. */
export interface WireDraft {
  readonly from: Stop;
  readonly to: Stop;
  readonly fields: WireFields;
  readonly assumed: readonly string[];
}

/** How the paths use a part. */
export interface Usage {
  /** Pins as written, in order of appearance, where a path comes in and where it goes on. */
  readonly arrivals: readonly string[];
  readonly leavings: readonly string[];
  readonly stops: readonly Stop[];
  /** What hangs on the same splices as a wire to one of the stops: what works, what is at ground. */
  readonly spliced: (stop: Stop) => Spliced;
}

/** What lies behind the splices that a wire runs to. */
export interface Spliced {
  readonly work: boolean;
  readonly ground: boolean;
  readonly supply: boolean;
}

/** All that was written. */
export interface Drafts {
  readonly name: string;
  readonly nominalVolts: 12 | 24;
  readonly body: BodyKind | undefined;
  readonly parts: readonly PartDraft[];
  readonly wires: readonly WireDraft[];
  readonly places: readonly Place[];
  readonly strips: readonly Strip[];
  readonly controls: readonly Control[];
  readonly ruledOut: readonly RuledOut[];
}
