import type { Circuit } from '@grim-lantern/core';
import { GlowRibbon } from './GlowRibbon';
import type { HarnessLayout } from '@grim-lantern/drawing';

/** Every section of a circuit, each with its glow. */
export function Ribbons({
  circuit,
  layout,
  glow,
}: {
  readonly circuit: Circuit;
  readonly layout: HarnessLayout;
  readonly glow: ReadonlyMap<string, number>;
}) {
  return circuit.sections.map(({ id }) => (
    <GlowRibbon key={id} section={id} corners={layout.wires.get(id) ?? []} probability={glow.get(id) ?? 0} />
  ));
}
