import type { BatteryPart } from './battery';
import type { ConnectorPart } from './connector';
import type { FusePart } from './fuse';
import type { GroundPart } from './ground';
import type { LampPart } from './lamp';
import type { ModulePart } from './module';
import type { RelayPart } from './relay';
import type { ResistorPart } from './resistor';
import type { SplicePart } from './splice';
import type { SwitchPart } from './switch';

/** Any part of a circuit, told apart by `kind`. */
export type Part =
  | BatteryPart
  | ConnectorPart
  | FusePart
  | GroundPart
  | LampPart
  | ModulePart
  | RelayPart
  | ResistorPart
  | SplicePart
  | SwitchPart;
