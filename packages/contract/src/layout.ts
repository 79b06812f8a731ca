import { z } from 'zod';

const pixels = z.number();
const point = z.tuple([pixels, pixels]);

/** Where everything of a circuit is drawn, px at scale 1: worked out from it once, and kept with it. */
export const keptLayoutSchema = z.object({
  /** What it was laid out from, shortened: where it differs, it is laid out anew. */
  mark: z.string(),
  width: pixels,
  height: pixels,
  /** The upper left corner of each figure. */
  figures: z.record(z.string(), point),
  /** Each section's corners, from its `from` to its `to`. */
  wires: z.record(z.string(), z.array(point)),
  terminals: z.record(z.string(), point),
});
export type KeptLayout = z.infer<typeof keptLayoutSchema>;
