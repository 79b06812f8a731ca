import type { Circuit, Effect, Fault } from '@grim-lantern/core';
import { kindOf, terminalsOf } from '@grim-lantern/core';
import { z } from 'zod';
import { localId, shortText } from './text';

const ohms = z.number().positive('Expected ohms above 0.').max(1e7, 'Expected at most 10 MΩ.');
const position = z
  .number()
  .gt(0, 'Expected a share above 0.')
  .lt(1, 'Expected a share below 1.')
  .default(0.5);
const section = { section: localId };
const role = shortText;
const inPlug = z.literal(true).optional();

const effectSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('cut'),
    role,
    atRest: z.array(role).readonly().default([]),
    inPlug,
  }),
  z.strictObject({ kind: z.literal('added'), role, ohms, inPlug }),
  z.strictObject({ kind: z.literal('bridge'), role, ohms, works: z.number().min(0).max(1).optional() }),
  z.strictObject({
    kind: z.literal('hold'),
    role,
    joined: z.boolean(),
    others: z.array(role).readonly().optional(),
    inPlug,
  }),
  z.strictObject({ kind: z.literal('invert'), role }),
  z.strictObject({ kind: z.literal('turn'), role }),
  z.strictObject({ kind: z.literal('short'), terminal: role, ohms }),
  z.strictObject({ kind: z.literal('tie'), terminal: role, other: role, ohms }),
]);

/** One thing wrong, as a document: with a section, or within a part. */
export const faultSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('open'), ...section }),
  z.strictObject({ kind: z.literal('added resistance'), ...section, ohms }),
  z.strictObject({ kind: z.enum(['short to ground', 'short to battery']), ...section, ohms, position }),
  z.strictObject({ kind: z.literal('short to wire'), ...section, other: localId, ohms }),
  z.strictObject({ kind: z.literal('part'), part: localId, effect: effectSchema }),
]);

/** What in a fault does not fit a circuit, in one sentence; null where all does. */
export function faultProblem(circuit: Circuit, fault: Fault): string | null {
  const sections =
    fault.kind === 'part' ? [] : [fault.section, 'other' in fault ? fault.other : fault.section];
  const stray = sections.find((id) => !circuit.sections.some((each) => each.id === id));
  if (stray !== undefined) return `Expected a section of this circuit: got “${stray}”.`;
  if (fault.kind !== 'part') return null;
  const part = circuit.parts.find(({ id }) => id === fault.part);
  if (part === undefined) return `Expected a part of this circuit: got “${fault.part}”.`;
  const terminals = terminalsOf(part).map((each) => each.slice(part.id.length + 1));
  const { effect } = fault;
  const named =
    'terminal' in effect ? [effect.terminal, 'other' in effect ? effect.other : effect.terminal] : [];
  const unknown = named.find((each) => !terminals.includes(each));
  if (unknown !== undefined)
    return `Expected a terminal of ${part.id} (${terminals.join(', ')}): got “${unknown}”.`;
  if (!('role' in effect)) return null;
  const roles = [
    ...new Set(
      kindOf(part)
        .failures(part)
        .flatMap((each) => each.effects.flatMap(rolesOf)),
    ),
  ];
  return roles.includes(effect.role)
    ? null
    : `Expected an element of ${part.id} (${roles.join(', ')}): got “${effect.role}”.`;
}

function rolesOf(effect: Effect): readonly string[] {
  if (!('role' in effect)) return [];
  return effect.kind === 'hold' ? [effect.role, ...(effect.others ?? [])] : [effect.role];
}
