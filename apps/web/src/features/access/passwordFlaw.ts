import { newPasswordSchema } from '@grim-lantern/contract';

/** What is wrong with a password that is being chosen, in a sentence; null where nothing is. */
export function passwordFlaw(password: string): string | null {
  const checked = newPasswordSchema.safeParse(password);
  return checked.success ? null : `Password: ${checked.error.issues[0]!.message}`;
}
