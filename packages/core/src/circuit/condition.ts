/** When a module drives an output: a boolean of controls. */
export type Condition =
  | { readonly control: string; readonly is: string }
  | { readonly all: readonly Condition[] }
  | { readonly any: readonly Condition[] }
  | { readonly not: Condition };

/** Whether the condition holds with these control positions. An empty `all` holds, an empty `any` does not. */
export function conditionHolds(condition: Condition, controls: Readonly<Record<string, string>>): boolean {
  if ('control' in condition) return controls[condition.control] === condition.is;
  if ('all' in condition) return condition.all.every((each) => conditionHolds(each, controls));
  if ('any' in condition) return condition.any.some((each) => conditionHolds(each, controls));
  return !conditionHolds(condition.not, controls);
}

/** The single clauses of a condition: which control, in which position. */
export function conditionClauses(
  condition: Condition,
): readonly { readonly control: string; readonly is: string }[] {
  if ('control' in condition) return [condition];
  if ('all' in condition) return condition.all.flatMap(conditionClauses);
  if ('any' in condition) return condition.any.flatMap(conditionClauses);
  return conditionClauses(condition.not);
}
