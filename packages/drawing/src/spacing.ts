/** Px at scale 1: between columns of figures, and between figures of a column. */
export const columnGap = 108;
export const rowGap = 72;
/** Between two wires that pass through a column, or past a figure; between two that turn between the same columns. */
export const passingGap = 22;
export const trackGap = 14;
/** Round the whole. */
export const margin = { left: 30, top: 50, right: 40, bottom: 50 } as const;
