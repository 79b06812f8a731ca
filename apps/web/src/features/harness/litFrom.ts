/** Below this probability a section is cleared, and dark. */
export const litFrom = 0.01;
