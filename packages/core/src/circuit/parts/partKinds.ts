import { batteryKind } from './battery';
import { breakerKind } from './breaker';
import { connectorKind } from './connector';
import { diodeKind } from './diode';
import { fuseKind } from './fuse';
import { fusibleLinkKind } from './fusibleLink';
import { groundKind } from './ground';
import { lampKind } from './lamp';
import { moduleKind } from './module';
import type { Part } from './part';
import type { PartKind } from './partKind';
import { relayKind } from './relay';
import { ohmicLoadKind } from './ohmicLoad';
import { potentiometerKind } from './potentiometer';
import { spliceKind } from './splice';
import { switchKind } from './switch';
import { twoFilamentLampKind } from './twoFilamentLamp';

const partKinds: { readonly [K in Part['kind']]: PartKind<Extract<Part, { kind: K }>> } = {
  battery: batteryKind,
  breaker: breakerKind,
  connector: connectorKind,
  diode: diodeKind,
  fuse: fuseKind,
  'fusible link': fusibleLinkKind,
  ground: groundKind,
  lamp: lampKind,
  module: moduleKind,
  relay: relayKind,
  resistor: ohmicLoadKind,
  heater: ohmicLoadKind,
  solenoid: ohmicLoadKind,
  motor: ohmicLoadKind,
  potentiometer: potentiometerKind,
  splice: spliceKind,
  switch: switchKind,
  'two-filament lamp': twoFilamentLampKind,
};

/** The kind of a part. The pairing of a kind with its own part type is what the table above guarantees. */
export function kindOf(part: Part): PartKind<Part> {
  return partKinds[part.kind] as PartKind<Part>;
}

/** Whether parts of a kind do a work that can be noticed. */
export function isLoad(kind: Part['kind']): boolean {
  return partKinds[kind].consumers !== undefined;
}
