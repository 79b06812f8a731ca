/**
 * The current at which a fuse opens within seconds whatever its style: at twice its rating, 5 s at most for
 * blades and 60 s for the large ones (ISO 8820-3 gates).
 */
export function surelyOpensAt(ratingAmps: number): number {
  return 2 * ratingAmps;
}
