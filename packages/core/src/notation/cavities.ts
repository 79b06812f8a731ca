import type { Stop } from './drafts';

/** A connector's cavity and half from a pin as written: `1`, `1a`. */
export function cavityOf(
  pin: string,
  cavities: readonly string[] | null,
): { cavity: string; half: 'a' | 'b' | null } {
  if (cavities?.includes(pin) === true) return { cavity: pin, half: null };
  const match = /^(.+)([ab])$/.exec(pin);
  const whole = match !== null && (cavities === null ? /\d$/.test(match[1]!) : cavities.includes(match[1]!));
  return whole ? { cavity: match[1]!, half: match[2] as 'a' | 'b' } : { cavity: pin, half: null };
}

/**
 * A cavity for each stop at a connector that names none: the lowest numbers that no stop names. A path that starts at
 * the connector goes on from where one ended.
 */
export function unnamedCavities(stops: readonly Stop[]): ReadonlyMap<Stop, string> {
  const unnamed = stops.filter(({ arrive, leave }) => arrive === null && leave === null);
  const named = stops.flatMap(({ arrive, leave }) =>
    [arrive, leave].flatMap((pin) => (pin === null ? [] : [cavityOf(pin, null).cavity])),
  );
  const free = [...freeCavities(named, unnamed.length)];
  const waiting: string[] = [];
  return new Map(
    unnamed.map((stop) => {
      const cavity = (stop.where === 'first' ? waiting.shift() : undefined) ?? free.shift()!;
      if (stop.where === 'last') waiting.push(cavity);
      return [stop, cavity];
    }),
  );
}

/** The lowest numbers that are not taken. */
function freeCavities(taken: readonly string[], count: number): readonly string[] {
  const free: string[] = [];
  for (let number = 1; free.length < count; number++)
    if (!taken.includes(`${number}`)) free.push(`${number}`);
  return free;
}
