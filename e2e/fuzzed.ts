import { seededRandom } from '@grim-lantern/core';
import { z } from 'zod';

type Json = Readonly<Record<string, unknown>>;

/** Texts that some layer may stumble over, and ordinary ones. */
const texts = [
  'a',
  'Fuse 17',
  '',
  '\0',
  '\ud800',
  '😀',
  '__proto__',
  'constructor',
  "'; --",
  '%',
  '9'.repeat(5000),
];
const others: readonly unknown[] = [null, true, -1, 0, 1e308, 2 ** 53, 0.1, [], {}, ...texts];

/**
 * Values that a schema describes, and values that are wrong somewhere.
 * @param schema - of the contract
 * @param share - of them that are changed in one place
 * @returns an endless source, the same for the same seed
 */
export function fuzzed(schema: z.ZodType, seed: number, share = 0.5): () => unknown {
  const json = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as Json;
  const random = seededRandom(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const definitions = (json['$defs'] ?? {}) as Readonly<Record<string, Json>>;
  return () => {
    const made = valueOf(json, definitions, pick, random, 0);
    return random() < share ? changed(made, pick, random) : made;
  };
}

function valueOf(
  schema: Json,
  definitions: Readonly<Record<string, Json>>,
  pick: <T>(list: readonly T[]) => T,
  random: () => number,
  depth: number,
): unknown {
  const again = (inner: unknown) => valueOf(inner as Json, definitions, pick, random, depth + 1);
  // A schema may be a mere yes or no.
  if (depth > 12 || typeof schema !== 'object') return null;
  if (typeof schema['$ref'] === 'string') return again(definitions[schema['$ref'].split('/').at(-1)!] ?? {});
  if ('const' in schema) return schema['const'];
  if (Array.isArray(schema['enum'])) return pick(schema['enum']);
  for (const key of ['anyOf', 'oneOf']) {
    if (Array.isArray(schema[key])) return again(pick(schema[key] as unknown[]));
  }
  if (Array.isArray(schema['allOf'])) {
    return Object.assign({}, ...schema['allOf'].map((each) => again(each) as object)) as unknown;
  }
  switch (schema['type']) {
    case 'object': {
      const required = (schema['required'] ?? []) as readonly string[];
      const properties = Object.entries((schema['properties'] ?? {}) as Json).filter(
        ([key]) => required.includes(key) || random() < 0.5,
      );
      return Object.fromEntries(properties.map(([key, inner]) => [key, again(inner)]));
    }
    case 'array': {
      const length = Math.floor(random() * 3) + Number(schema['minItems'] ?? 0);
      return Array.from({ length }, () => again(schema['items'] ?? {}));
    }
    case 'string':
      if (schema['format'] === 'uuid') return uuidOf(random);
      if (schema['format'] === 'date-time') {
        return `20${10 + Math.floor(random() * 16)}-0${1 + Math.floor(random() * 9)}-11T07:00:00.000Z`;
      }
      return pick(texts);
    case 'number':
    case 'integer':
      return pick([0, 1, 12.4, -3, 50, 1e6, Number(schema['maximum'] ?? 7), Number(schema['minimum'] ?? 2)]);
    case 'boolean':
      return random() < 0.5;
    default:
      return pick(others);
  }
}

/** The same with one value in it replaced by something else, or gone. */
function changed(value: unknown, pick: <T>(list: readonly T[]) => T, random: () => number): unknown {
  if (Array.isArray(value) && value.length > 0 && random() < 0.8) {
    const at = Math.floor(random() * value.length);
    return value.map((each: unknown, index) => (index === at ? changed(each, pick, random) : each));
  }
  if (typeof value === 'object' && value !== null && !Array.isArray(value) && random() < 0.8) {
    const keys = Object.keys(value);
    if (keys.length === 0) return { [pick(texts)]: pick(others) };
    const key = pick(keys);
    const { [key]: inner, ...rest } = value as Record<string, unknown>;
    return random() < 0.2 ? rest : { ...rest, [key]: changed(inner, pick, random) };
  }
  return pick(others);
}

function uuidOf(random: () => number): string {
  const hex = Array.from({ length: 32 }, () => Math.floor(random() * 16).toString(16));
  hex[12] = '4';
  hex[16] = 'a';
  const text = hex.join('');
  return [text.slice(0, 8), text.slice(8, 12), text.slice(12, 16), text.slice(16, 20), text.slice(20)].join(
    '-',
  );
}
