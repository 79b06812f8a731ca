import type { Condition } from '../circuit/condition';
import type { Cursor } from './cursor';

/**
 * Reads when an output is driven: `key=run and (17 low or not 12 high)`, `always`, `never`. `all(…)` and `any(…)` hold
 * one clause or none.
 * @throws {LineFlaw}
 */
export function readCondition(cursor: Cursor): Condition {
  const first = clause(cursor);
  const word = (['and', 'or'] as const).find((each) => cursor.isWord(each));
  if (word === undefined) return first;
  const clauses = [first];
  while (cursor.takeWord(word)) clauses.push(clause(cursor));
  if (cursor.isWord('and') || cursor.isWord('or')) {
    throw cursor.flaw('“and” and “or” stand side by side: put parentheses round one of them.');
  }
  return word === 'and' ? { all: clauses } : { any: clauses };
}

function clause(cursor: Cursor): Condition {
  // A control or a pin may be called as one of the words is.
  const level = (cursor.isWord('high', 1) || cursor.isWord('low', 1)) && cursor.peek(2)?.kind !== '=';
  if (cursor.is('word') && (cursor.peek(1)?.kind === '=' || level)) return plainClause(cursor);
  if (cursor.takeWord('always')) return { all: [] };
  if (cursor.takeWord('never')) return { any: [] };
  if (cursor.takeWord('not')) return { not: clause(cursor) };
  for (const name of ['all', 'any'] as const) {
    if (!cursor.isWord(name) || cursor.peek(1)?.kind !== '(') continue;
    cursor.next();
    const inner = inParentheses(cursor);
    return name === 'all' ? { all: [inner] } : { any: [inner] };
  }
  return cursor.is('(') ? inParentheses(cursor) : plainClause(cursor);
}

function plainClause(cursor: Cursor): Condition {
  const name = cursor.word('a control, such as “key=run”, or an input pin, such as “17 low”');
  if (cursor.take('=')) return { control: name, is: cursor.word('a position of that control') };
  const level = (['high', 'low'] as const).find((each) => cursor.takeWord(each));
  if (level === undefined) {
    throw cursor.flaw(`Expected “${name} high”, “${name} low” or “${name}=position”.`);
  }
  return { input: name, is: level };
}

function inParentheses(cursor: Cursor): Condition {
  cursor.expect('(');
  const inner = readCondition(cursor);
  cursor.expect(')');
  return inner;
}

/** The same in words that `readCondition` reads. */
export function writtenCondition(condition: Condition): string {
  if ('control' in condition) return `${condition.control}=${condition.is}`;
  if ('input' in condition) return `${condition.input} ${condition.is}`;
  if ('not' in condition) {
    // “not high high” would be a pin called “not”.
    const odd = 'input' in condition.not && /^(high|low)$/i.test(condition.not.input);
    return `not ${odd ? `(${writtenCondition(condition.not)})` : inner(condition.not)}`;
  }
  const [name, word, clauses] =
    'all' in condition ? (['all', 'and', condition.all] as const) : (['any', 'or', condition.any] as const);
  if (clauses.length === 0) return name === 'all' ? 'always' : 'never';
  if (clauses.length === 1) return `${name}(${writtenCondition(clauses[0]!)})`;
  return clauses.map(inner).join(` ${word} `);
}

function inner(condition: Condition): string {
  const several =
    ('all' in condition && condition.all.length > 1) || ('any' in condition && condition.any.length > 1);
  return several ? `(${writtenCondition(condition)})` : writtenCondition(condition);
}
