import { batteryKind } from './battery';
import { connectorKind } from './connector';
import { fuseKind } from './fuse';
import { groundKind } from './ground';
import { lampKind } from './lamp';
import { moduleKind } from './module';
import type { Part } from './part';
import type { PartKind } from './partKind';
import { relayKind } from './relay';
import { resistorKind } from './resistor';
import { spliceKind } from './splice';
import { switchKind } from './switch';

const partKinds: { readonly [K in Part['kind']]: PartKind<Extract<Part, { kind: K }>> } = {
  battery: batteryKind,
  connector: connectorKind,
  fuse: fuseKind,
  ground: groundKind,
  lamp: lampKind,
  module: moduleKind,
  relay: relayKind,
  resistor: resistorKind,
  splice: spliceKind,
  switch: switchKind,
};

/** The kind of a part. The pairing of a kind with its own part type is what the table above guarantees. */
export function kindOf(part: Part): PartKind<Part> {
  return partKinds[part.kind] as PartKind<Part>;
}

/** A load: something whose working or not working can be seen or heard. */
export function isLoad(part: Part): boolean {
  return part.kind === 'lamp' || part.kind === 'resistor';
}
