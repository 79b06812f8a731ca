import { GlowRibbon } from './GlowRibbon';
import type { HarnessLayout } from '@grim-lantern/drawing';

/** Every section of a drawing, each with its glow. */
export function Ribbons({
  layout,
  glow,
}: {
  readonly layout: HarnessLayout;
  readonly glow: ReadonlyMap<string, number>;
}) {
  return [...layout.wires].map(([id, corners]) => (
    <GlowRibbon key={id} section={id} corners={corners} probability={glow.get(id) ?? 0} />
  ));
}
