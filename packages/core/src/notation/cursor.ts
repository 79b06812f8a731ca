import type { Quantity } from './quantities';
import { readQuantity } from './quantities';
import type { Token } from './tokens';
import { LineFlaw } from './tokens';

/** Goes along the tokens of a line. */
export class Cursor {
  private at = 0;

  constructor(
    private readonly tokens: readonly Token[],
    /** Columns of the line: where it ends when the tokens do. */
    private readonly width: number,
  ) {}

  get done(): boolean {
    return this.at >= this.tokens.length;
  }
  /** How many tokens were taken. */
  get taken(): number {
    return this.at;
  }
  backTo(taken: number): void {
    this.at = taken;
  }
  peek(ahead = 0): Token | undefined {
    return this.tokens[this.at + ahead];
  }
  next(): Token | undefined {
    return this.tokens[this.at++];
  }
  is(kind: Token['kind']): boolean {
    return this.peek()?.kind === kind;
  }
  take(kind: Token['kind']): boolean {
    if (!this.is(kind)) return false;
    this.at++;
    return true;
  }
  isWord(word: string, ahead = 0): boolean {
    const token = this.peek(ahead);
    return token?.kind === 'word' && token.text.toLowerCase() === word;
  }
  takeWord(word: string): boolean {
    if (!this.isWord(word)) return false;
    this.at++;
    return true;
  }
  /** @throws {LineFlaw} */
  expect(kind: Token['kind']): void {
    if (!this.take(kind)) throw this.flaw(`Expected “${kind}” here.`);
  }
  /** The next word or quoted text. @throws {LineFlaw} saying what was expected */
  word(expected: string): string {
    const token = this.peek();
    if (token?.kind !== 'word' && token?.kind !== 'text') throw this.flaw(`Expected ${expected} here.`);
    this.at++;
    return token.text;
  }
  /** A quoted text, where one stands here. */
  text(): string | null {
    const token = this.peek();
    if (token?.kind !== 'text') return null;
    this.at++;
    return token.text;
  }
  /** A quantity, where one stands here; nothing is taken otherwise. */
  quantity(): Quantity | null {
    const [token, after] = [this.peek(), this.peek(1)];
    if (token?.kind !== 'word') return null;
    const read = readQuantity(token.text, after?.kind === 'word' ? after.text : undefined);
    if (read === null) return null;
    this.at += read.words;
    return read.quantity;
  }
  /** A flaw at the next token, or at the end of the line. */
  flaw(message: string): LineFlaw {
    const token = this.peek();
    return token === undefined
      ? new LineFlaw(message, Math.max(0, this.width - 1), this.width)
      : new LineFlaw(message, token.from, token.to);
  }
  /** The columns of all from a token that was taken. */
  span(taken: number): { readonly from: number; readonly to: number } {
    const first = this.tokens[taken];
    const last = this.tokens[Math.max(taken, this.at - 1)];
    return { from: first?.from ?? 0, to: last?.to ?? this.width };
  }
  /** A flaw over them. */
  flawFrom(taken: number, message: string): LineFlaw {
    const { from, to } = this.span(taken);
    return new LineFlaw(message, from, to);
  }
}
