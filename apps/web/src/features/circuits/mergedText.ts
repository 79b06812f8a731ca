import { diff3Merge } from 'node-diff3';

/** Two changes of one text laid together. */
export interface MergedText {
  readonly text: string;
  /** Lines of theirs that could not stand beside one's own: they follow as remarks. */
  readonly aside: number;
}

/**
 * One's own change and somebody else's of the same text, line by line. Where both changed the same lines one's own stand
 * and theirs follow as remarks, so that neither is lost.
 */
export function mergedText(base: string, own: string, theirs: string): MergedText {
  const lines = (text: string) => text.replace(/\n*$/, '').split('\n');
  let aside = 0;
  const merged = diff3Merge(lines(own), lines(base), lines(theirs)).flatMap(({ ok, conflict }) => {
    if (conflict === undefined) return ok ?? [];
    const fresh = conflict.b.filter((line) => !conflict.a.includes(line) && !conflict.o.includes(line));
    aside += fresh.length;
    return [...conflict.a, ...fresh.map((line) => `# theirs: ${line}`)];
  });
  return { text: `${merged.join('\n')}\n`, aside };
}
