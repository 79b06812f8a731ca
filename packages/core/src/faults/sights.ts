import type { Circuit } from '../circuit/circuit';
import { kindOf } from '../parts/partKinds';

/** The places where a suspect's fault can be seen: those that a section passes, that of a part whose failures show. */
export function sights({ sections, parts }: Circuit, suspect: string): readonly string[] {
  const section = sections.find(({ id }) => id === suspect);
  if (section !== undefined) return section.places;
  const part = parts.find(({ id }) => id === suspect);
  return part !== undefined && kindOf(part).failuresShow ? [part.place] : [];
}
