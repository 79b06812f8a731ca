import type { BatteryPart } from './battery';
import type { BreakerPart } from './breaker';
import type { ConnectorPart } from './connector';
import type { DiodePart } from './diode';
import type { FusePart } from './fuse';
import type { FusibleLinkPart } from './fusibleLink';
import type { GroundPart } from './ground';
import type { LampPart } from './lamp';
import type { ModulePart } from './module';
import type { OhmicLoadPart } from './ohmicLoad';
import type { PotentiometerPart } from './potentiometer';
import type { RelayPart } from './relay';
import type { SplicePart } from './splice';
import type { SwitchPart } from './switch';
import type { TwoFilamentLampPart } from './twoFilamentLamp';

/** Any part of a circuit, told apart by `kind`. */
export type Part =
  | BatteryPart
  | BreakerPart
  | ConnectorPart
  | DiodePart
  | FusePart
  | FusibleLinkPart
  | GroundPart
  | LampPart
  | ModulePart
  | RelayPart
  | OhmicLoadPart
  | PotentiometerPart
  | SplicePart
  | SwitchPart
  | TwoFilamentLampPart;
