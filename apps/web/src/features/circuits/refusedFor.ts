import { circuitSchema } from '@grim-lantern/contract';
import type { Circuit, DrawingFlaw } from '@grim-lantern/core';
import { documentFlaw } from '@grim-lantern/core';

/** What saving a circuit would be refused for; empty where it would be stored. */
export function refusedFor(circuit: Circuit): readonly DrawingFlaw[] {
  const { error } = circuitSchema.safeParse(circuit);
  return (error?.issues ?? []).map(({ path, message }) =>
    documentFlaw(circuit, { path: path.map(String).join('.'), message }),
  );
}
