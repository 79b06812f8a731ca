import type { Circuit } from '@grim-lantern/core';
import { GlowRibbon } from './GlowRibbon';
import type { HarnessLayout, Point } from '@grim-lantern/drawing';

const nowhere: readonly Point[] = [];

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
    <GlowRibbon
      key={id}
      section={id}
      corners={layout.wires.get(id) ?? nowhere}
      probability={glow.get(id) ?? 0}
    />
  ));
}
