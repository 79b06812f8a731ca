/** Why things fail, as often as not, each with a sentence that a customer reads. */
export const rootCauses = [
  { id: 'chafing', sentence: 'It had rubbed against something until nothing was left between them.' },
  { id: 'heat', sentence: 'Heat had made it brittle or melted it.' },
  { id: 'water', sentence: 'Water had got in and corroded it.' },
  { id: 'age', sentence: 'It was worn out by age and use.' },
  { id: 'vibration', sentence: 'Vibration had worked it loose or broken it.' },
  { id: 'earlier work', sentence: 'Earlier work had left it damaged, or not as the maker fits it.' },
  { id: 'wrong fuse', sentence: 'A fuse of the wrong rating had let too much current through.' },
  { id: 'seized load', sentence: 'What it feeds had seized and drew too much current.' },
] as const;

/** Why a cause failed, in a sentence; what was said in other words stands as it is. */
export function rootCauseWords(root: string): string {
  return rootCauses.find(({ id }) => id === root)?.sentence ?? root;
}
