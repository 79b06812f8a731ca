import type { BodyKind, Circuit, Place, Section } from '../circuit/circuit';
import { conditionClauses } from '../circuit/condition';
import type { WireFigure } from '../circuit/wireFigures';
import { partIdOf } from '../circuit/terminalRef';
import type { ModulePin } from '../circuit/parts/module';
import type { Part } from '../circuit/parts/part';
import { zoneById } from './bodyPlan';
import { deepEqual } from './deepEqual';
import type { NotationFlaw } from './tokens';
import { quotedText, tokensOf } from './tokens';
import { writeNotation } from './writeNotation';

/** A circuit without a part and the wires that end on it; a switch takes a control with it that moves nothing else. */
export function withoutPart(circuit: Circuit, id: string): Circuit {
  const parts = circuit.parts.filter((part) => part.id !== id);
  const sections = circuit.sections.filter(({ from, to }) => partIdOf(from) !== id && partIdOf(to) !== id);
  const removed = circuit.parts.find((part) => part.id === id);
  const control = removed?.kind === 'switch' ? removed.control : null;
  const used = parts.some(
    (part) =>
      (part.kind === 'switch' && part.control === control) ||
      (part.kind === 'module' && part.pins.some((pin) => control !== null && isDrivenBy(pin, control))),
  );
  const controls =
    control === null || used ? circuit.controls : circuit.controls.filter((each) => each.id !== control);
  return needed({ ...circuit, parts, sections, controls });
}

function isDrivenBy(pin: ModulePin, control: string): boolean {
  return (
    'drivenWhen' in pin &&
    conditionClauses(pin.drivenWhen).some((clause) => 'control' in clause && clause.control === control)
  );
}

/** A circuit without a wire. */
export function withoutSection(circuit: Circuit, id: string): Circuit {
  return needed({ ...circuit, sections: circuit.sections.filter((section) => section.id !== id) });
}

/** A circuit with a part changed; what was assumed of it and now has another value is assumed no more. */
export function withPart(circuit: Circuit, part: Part): Circuit {
  const before = circuit.parts.find(({ id }) => id === part.id);
  const changed = before === undefined ? part : knownNow<Part>(before, part);
  return needed({ ...circuit, parts: circuit.parts.map((each) => (each.id === part.id ? changed : each)) });
}

/** A circuit with a wire changed, as `withPart`. */
export function withSection(circuit: Circuit, section: Section): Circuit {
  const before = circuit.sections.find(({ id }) => id === section.id);
  const changed = before === undefined ? section : knownNow(before, section);
  return needed({
    ...circuit,
    sections: circuit.sections.map((each) => (each.id === section.id ? changed : each)),
  });
}

/**
 * A circuit in which a wire's length or size is known, not assumed.
 * @param figures - metres and mm²; what is absent stays as it is
 */
export function sectionWithFigures(
  circuit: Circuit,
  id: string,
  figures: Partial<Pick<Section, WireFigure>>,
): Circuit {
  const known = ({ assumed = [], ...section }: Section): Section => {
    const left = assumed.filter((each) => !(each in figures));
    return { ...section, ...figures, ...(left.length === 0 ? {} : { assumed: left }) };
  };
  return {
    ...circuit,
    sections: circuit.sections.map((each) => (each.id === id ? known(each) : each)),
  };
}

/** A circuit with a place changed. */
export function withPlace(circuit: Circuit, place: Place): Circuit {
  const { where, ...rest } = place;
  const changed = where === undefined ? rest : place;
  return { ...circuit, places: circuit.places.map((each) => (each.id === place.id ? changed : each)) };
}

/**
 * A circuit in which something comes off before a place is reached: what is there already by that name, else what comes off
 * there now, renamed where no other place is behind it.
 * @param name - empty where nothing comes off
 */
export function withTrim(circuit: Circuit, placeId: string, name: string, minutes: number): Circuit {
  const place = circuit.places.find(({ id }) => id === placeId);
  if (place === undefined) return circuit;
  const { strip: before, ...bare } = place;
  if (name === '') return withoutLooseTrim(withPlace(circuit, bare));
  const same = circuit.strips.find((each) => each.name === name);
  const shared = circuit.places.some(({ id, strip }) => id !== placeId && strip === before);
  const free = (id: string): string =>
    circuit.strips.some((each) => each.id === id) ? free(`${id}-2`.slice(-40)) : id;
  const id = same?.id ?? (before !== undefined && !shared ? before : free(`${placeId}-trim`.slice(0, 38)));
  const strip = { id, name, minutes };
  const strips = circuit.strips.some((each) => each.id === id)
    ? circuit.strips.map((each) => (each.id === id ? strip : each))
    : [...circuit.strips, strip];
  return withoutLooseTrim(withPlace({ ...circuit, strips }, { ...bare, strip: id }));
}

function withoutLooseTrim(circuit: Circuit): Circuit {
  const used = new Set(circuit.places.map(({ strip }) => strip));
  return { ...circuit, strips: circuit.strips.filter(({ id }) => used.has(id)) };
}

/** A circuit of a vehicle of some kind, or of none that is known. */
export function withBody({ body: _before, ...circuit }: Circuit, body: BodyKind | undefined): Circuit {
  return body === undefined ? circuit : { ...circuit, body };
}

function knownNow<T extends { readonly assumed?: readonly string[] | undefined }>(before: T, after: T): T {
  const still = (after.assumed ?? []).filter((field) =>
    deepEqual(before[field as keyof T], after[field as keyof T]),
  );
  const { assumed, ...rest } = after;
  return (assumed === undefined || still.length === 0 ? rest : { ...rest, assumed: still }) as T;
}

/** Without the places of their own of parts that are gone, with the zones that parts are now in. */
function needed(given: Circuit): Circuit {
  const zones = given.parts.flatMap(({ place }) =>
    given.places.some(({ id }) => id === place) ? [] : (zoneById(place) ?? []),
  );
  const circuit = zones.reduce(
    (grown, { place, strip }) => ({
      ...grown,
      places: [...grown.places, place],
      strips:
        strip === null || grown.strips.some(({ id }) => id === strip.id)
          ? grown.strips
          : [...grown.strips, strip],
    }),
    given,
  );
  const used = new Set([
    ...circuit.parts.map(({ place }) => place),
    ...circuit.sections.flatMap(({ places }) => places),
  ]);
  return { ...circuit, places: circuit.places.filter(({ id }) => used.has(id) || !id.startsWith('at-')) };
}

/** A text with the circuit's name changed. */
export function renamedNotation(text: string, name: string): string {
  const line = `circuit ${quotedText(name)}`;
  const named = /^[ \t]*circuit\b.*$/imu;
  return named.test(text) ? text.replace(named, () => line) : `${line}\n${text}`;
}

/**
 * The notation of a changed circuit, under the remarks of the text that it was read from: they are not lost.
 * @param flaws - what of that text could not be read
 */
export function notationAfter(before: string, flaws: readonly NotationFlaw[], circuit: Circuit): string {
  const remarks = remarksOf(before, flaws);
  const text = writeNotation(circuit);
  return remarks.length === 0 ? text : `${remarks.join('\n')}\n${text}`;
}

/** The remarks of a text, and its lines that cannot be read, as remarks. */
function remarksOf(text: string, flaws: readonly NotationFlaw[]): readonly string[] {
  const unread = new Set(flaws.map(({ line }) => line));
  return text.split(/\r\n|\r|\n/).flatMap((line, number) => {
    if (unread.has(number)) return [`# ${line}`];
    const end = tokensOf(line).at(-1)?.to ?? 0;
    const rest = line.slice(end).trim();
    return rest.startsWith('#') ? [rest] : [];
  });
}
