import { CoreError } from '../errors';

/** One piece of a line of circuit notation, with the columns that it takes, from 0. */
export interface Token {
  readonly kind: 'word' | 'text' | '>' | '(' | ')' | ',' | ':' | '=';
  /** A quoted text without its quotes. */
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

/** What stands in a text and cannot be read, and where. */
export interface NotationFlaw {
  /** From 0. */
  readonly line: number;
  readonly from: number;
  readonly to: number;
  /** One sentence: what was expected, and what to do. */
  readonly message: string;
}

/** A line that cannot be read, from a column to another. */
export class LineFlaw extends CoreError {
  constructor(
    message: string,
    readonly from: number,
    readonly to: number,
  ) {
    super('notation/line', message);
  }
}

// A comma between two digits is a decimal mark; everywhere else it parts the items of a list.
const pattern =
  /\s+|#.*|(->|→|[>(),:=])|"((?:[^"\\]|\\.)*)"|((?:[^\s>→(),:="]|(?<=\d),(?=\d)|-(?!>))+)|(.)/gu;

/** A figure with a pin behind it, as a part's is named behind its last word: `lamp left 5W.1`, `twin left 5/21.brake`. */
const figureAndPin = /^(~?\d[\d.,/]*(?:A|W|V|Ω|ohms?)(?=\.\S)|\d[\d.,]*\/\d[\d,]*(?=\.\p{L}))\.(\S+)$/iu;

/** A word, or the words that it stands for: a figure says nothing of a pin, so `5W.1` behind a name is `5W pin 1`. */
function wordsOf(text: string, from: number, before: Token | undefined): readonly Token[] {
  const named = before?.kind === 'word' || before?.kind === 'text' ? figureAndPin.exec(text) : null;
  const whole: Token = { kind: 'word', text, from, to: from + text.length };
  if (named === null) return [whole];
  const [, figure = '', pin = ''] = named;
  const dot = from + figure.length;
  return [
    { ...whole, text: figure, to: dot },
    { ...whole, text: 'pin', from: dot, to: dot + 1 },
    { ...whole, text: pin, from: dot + 1 },
  ];
}

/** The tokens of one line; what stands after `#` is a remark. @throws {LineFlaw} on a quote that is not closed */
export function tokensOf(line: string): readonly Token[] {
  const tokens: Token[] = [];
  for (const match of line.matchAll(pattern)) {
    const [all, mark, quoted, word, other] = match;
    const [from, to] = [match.index, match.index + all.length];
    if (mark !== undefined) {
      tokens.push({ kind: mark === '->' || mark === '→' ? '>' : (mark as '>'), text: mark, from, to });
    } else if (quoted !== undefined) tokens.push({ kind: 'text', text: unquoted(all), from, to });
    else if (word !== undefined) tokens.push(...wordsOf(word, from, tokens.at(-1)));
    else if (other !== undefined) {
      throw new LineFlaw('A quote is opened here and not closed: put " at its end.', from, line.length);
    }
  }
  return tokens;
}

function unquoted(quoted: string): string {
  return quoted.slice(1, -1).replace(/\\(.)/gu, '$1');
}

/** A text in quotes. A line break becomes a space: a line is one statement. */
export function quotedText(text: string): string {
  return `"${text.replace(/[\r\n\u2028\u2029]+/g, ' ').replace(/["\\]/g, '\\$&')}"`;
}
