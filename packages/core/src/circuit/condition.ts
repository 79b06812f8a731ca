/** When a module drives an output: a boolean of controls, and of what the module's own inputs read. */
export type Condition =
  | { readonly control: string; readonly is: string }
  | { readonly input: string; readonly is: 'high' | 'low' }
  | { readonly all: readonly Condition[] }
  | { readonly any: readonly Condition[] }
  | { readonly not: Condition };

/** One clause of a condition. */
export type ConditionClause = Extract<Condition, { readonly is: string }>;

/**
 * Whether the condition holds with these control positions. An empty `all` holds, an empty `any` does not.
 * @param readsHigh - what the module's input at a pin reads
 */
export function conditionHolds(
  condition: Condition,
  controls: Readonly<Record<string, string>>,
  readsHigh: (pin: string) => boolean = () => false,
): boolean {
  const holds = (each: Condition) => conditionHolds(each, controls, readsHigh);
  if ('control' in condition) return controls[condition.control] === condition.is;
  if ('input' in condition) return readsHigh(condition.input) === (condition.is === 'high');
  if ('all' in condition) return condition.all.every(holds);
  if ('any' in condition) return condition.any.some(holds);
  return !holds(condition.not);
}

/** The single clauses of a condition: which control or input, in which position. */
export function conditionClauses(condition: Condition): readonly ConditionClause[] {
  if ('control' in condition || 'input' in condition) return [condition];
  if ('all' in condition) return condition.all.flatMap(conditionClauses);
  if ('any' in condition) return condition.any.flatMap(conditionClauses);
  return conditionClauses(condition.not);
}
