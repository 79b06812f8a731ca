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

/** The controls that a condition reads. */
export function conditionControls(condition: Condition): readonly string[] {
  if ('control' in condition) return [condition.control];
  if ('all' in condition) return condition.all.flatMap(conditionControls);
  if ('any' in condition) return condition.any.flatMap(conditionControls);
  return conditionControls(condition.not);
}
