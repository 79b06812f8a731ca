import type { AssumedOfWire, Circuit, Control, Place, Section, Strip } from '../circuit/circuit';
import type { TerminalRef } from '../circuit/terminalRef';
import { partIdOf, terminalIn } from '../circuit/terminalRef';
import type { Part } from '../circuit/parts/part';
import type { Stop } from './drafts';
import { deepEqual } from './deepEqual';
import { wireName } from './finishCircuit';
import { readNotation } from './readNotation';
import { throughStop, writtenTerminal } from './pathTerminals';
import { quotedText } from './tokens';
import type { Fullness } from './writtenPart';
import { needsStatement, writtenId, writtenPart, writtenPartIn } from './writtenPart';
import { zoneById } from './bodyPlan';

/**
 * A circuit in the notation that `readNotation` reads: the same document comes back. What the reader would assume anyway
 * is left out; where that does not give the document back, everything is spelled out. Cost: linear in the circuit.
 */
export function writeNotation(circuit: Circuit): string {
  for (const fullness of ['short', 'with relay pins'] as const) {
    const text = written(circuit, fullness);
    if (comesBack(text, circuit)) return text;
  }
  return written(circuit, 'spelled out');
}

/** Whether a text reads as a circuit. */
function comesBack(text: string, circuit: Circuit): boolean {
  const { circuit: read, flaws } = readNotation(text);
  return flaws.length === 0 && deepEqual(read, circuit);
}

function written(circuit: Circuit, fullness: Fullness): string {
  const { name, nominalVolts, body: vehicle, ruledOut = [] } = circuit;
  const needed = fullness === 'spelled out' ? circuit : stated(circuit);
  const rest = [
    ...needed.controls.map(writtenControl),
    ...ruledOut.map(
      (each) =>
        `never ${Object.entries(each.controls)
          .map(([control, position]) => `${control}=${position}`)
          .join(' ')} ${quotedText(each.why)}`,
    ),
    ...needed.places.map(writtenPlace),
    ...needed.strips.map(writtenStrip),
  ];
  const head = [
    `circuit ${quotedText(name)}`,
    `${nominalVolts} V`,
    ...(vehicle === undefined ? [] : [`vehicle ${vehicle}`]),
  ];
  // The paths first: what one looks for when one reads it.
  return [...head, '', ...body(circuit, fullness), ...(rest.length === 0 ? [] : ['', ...rest]), ''].join(
    '\n',
  );
}

/** The places, strips and controls that the reader would not make by itself. */
function stated({ places, strips, controls, parts }: Circuit): {
  places: readonly Place[];
  strips: readonly Strip[];
  controls: readonly Control[];
} {
  const own = new Set(
    parts.flatMap((part) => (part.assumed?.includes('place') === true ? [part.place] : [])),
  );
  const zoneStrips = new Map(
    places.flatMap(({ id }) => {
      const strip = zoneById(id)?.strip;
      return strip == null ? [] : [[strip.id, strip] as const];
    }),
  );
  return {
    places: places.filter((place) => {
      const zone = zoneById(place.id);
      return zone === null
        ? !(own.has(place.id) && place.id.startsWith('at-'))
        : !deepEqual(zone.place, place);
    }),
    strips: strips.filter((strip) => !deepEqual(zoneStrips.get(strip.id), strip)),
    controls: controls.filter(({ id }) => !ownsControl(parts, id)),
  };
}

/** Whether a control is one that a switch or a module's command makes by itself. */
function ownsControl(parts: readonly Part[], id: string): boolean {
  return parts.some((part) =>
    part.kind === 'switch'
      ? part.control === id && (part.id === id || id === 'key')
      : part.kind === 'module' && part.pins.some(({ pin }) => `${part.id}-${pin}`.slice(0, 40) === id),
  );
}

function writtenPlace({ id, name, reachMinutes, strip, hazards, visibility, caution, where }: Place): string {
  return [
    `place ${id} ${quotedText(name)} reach ${reachMinutes}min`,
    ...(strip === undefined ? [] : [`behind ${strip}`]),
    ...hazards,
    `sees ${visibility}`,
    ...(where === undefined ? [] : [`where ${where[0]} ${where[1]}`]),
    ...(caution === undefined ? [] : [`caution ${quotedText(caution)}`]),
  ].join(' ');
}

const writtenStrip = ({ id, name, minutes }: Strip) => `strip ${id} ${quotedText(name)} ${minutes}min`;

function writtenControl({ id, name, minutes, momentary, positions }: Control): string {
  const held = momentary === undefined ? '' : momentary ? ' held' : ' stays';
  const each = positions.map(
    (position) =>
      `${position.id} ${quotedText(position.name)}${position.caution === undefined ? '' : ` caution ${quotedText(position.caution)}`}`,
  );
  return `control ${id} ${quotedText(name)} ${minutes}min${held}: ${each.join(', ')}`;
}

/** Parts and paths in the document's order: a part stands where a path first names it, if its turn has come. */
function body(circuit: Circuit, fullness: Fullness): readonly string[] {
  const partOf = new Map(circuit.parts.map((part) => [part.id, part]));
  const order = new Map(circuit.parts.map((part, i) => [part.id, i]));
  const wire = wireWriter(circuit, partOf, fullness);
  const lines: string[] = [];
  let next = 0;
  const introduceTo = (end: number) => {
    for (; next < end; next++) lines.push(writtenPart(circuit.parts[next]!, circuit, fullness));
  };
  for (const chain of chainsOf(circuit, partOf)) {
    const mentioned = [...new Set(chain.flatMap(({ from, to }) => [partIdOf(from), partIdOf(to)]))];
    const fresh = mentioned.map((id) => order.get(id)!).filter((place) => place >= next);
    const inLine =
      fullness !== 'spelled out' &&
      fresh.every((place, i) => place === next + i && !needsStatement(circuit.parts[place]!));
    if (!inLine) introduceTo(Math.max(next, ...fresh.map((place) => place + 1)));
    const stop = (id: string, into: TerminalRef | null, out: TerminalRef | null) => {
      const part = partOf.get(id)!;
      const pin = writtenPins(part, nameOf(into), nameOf(out));
      if (order.get(id) !== next) return `${writtenId(id)}${pin === '' ? '' : `.${pin}`}`;
      next++;
      return writtenPartIn(part, circuit, pin, fullness);
    };
    const words = [stop(partIdOf(chain[0]!.from), null, chain[0]!.from)];
    chain.forEach((section, i) => {
      words.push(`>${wire(section)}`, stop(partIdOf(section.to), section.to, chain[i + 1]?.from ?? null));
    });
    lines.push(words.join(' '));
  }
  introduceTo(circuit.parts.length);
  return lines;
}

/** Wires one after another in the document that make one path, from each part on through it. */
function chainsOf(circuit: Circuit, partOf: ReadonlyMap<string, Part>): readonly (readonly Section[])[] {
  const chains: Section[][] = [];
  for (const section of circuit.sections) {
    const chain = chains.at(-1);
    const before = chain?.at(-1);
    const joins =
      before !== undefined &&
      partIdOf(before.to) === partIdOf(section.from) &&
      leadsOn(before, section, partOf) &&
      !chain!.some(({ from }) => partIdOf(from) === partIdOf(section.to));
    if (joins) chain!.push(section);
    else chains.push([section]);
  }
  return chains;
}

function leadsOn(before: Section, after: Section, partOf: ReadonlyMap<string, Part>): boolean {
  const part = partOf.get(partIdOf(after.from));
  if (part === undefined || part.kind === 'battery' || part.kind === 'ground') return false;
  const written = writtenTerminal(part, nameOf(before.to)!);
  return (
    throughStop(part, { ...anyStop(part), arrive: written, where: 'between' }, null).out ===
    nameOf(after.from)
  );
}

/** A stop of which nothing is said. */
function anyStop({ id: part }: Part): Stop {
  const at = { line: 0, from: 0, to: 0 };
  const nothing = { arrive: null, leave: null, loadBefore: false, loadAfter: false, switchAfter: false };
  return { ...nothing, part, where: 'first', at };
}

const nameOf = (ref: TerminalRef | null) => (ref === null ? null : terminalIn(ref));

/** Parts whose pins are always named: they have several that a path may take. */
const namesPins: readonly Part['kind'][] = [
  'relay',
  'module',
  'connector',
  'switch',
  'potentiometer',
  'two-filament lamp',
];

/** The pins of a stop as short as they can be: none where a path takes them anyway. */
function writtenPins(part: Part, into: string | null, out: string | null): string {
  const where = into === null ? 'first' : out === null ? 'last' : 'between';
  const stop: Stop = { ...anyStop(part), where };
  const fits = (each: Stop) => {
    const through = throughStop(part, each, null);
    return (into === null || through.in === into) && (out === null || through.out === out);
  };
  const plainSwitch = part.kind === 'switch' && !needsStatement(part);
  if ((!namesPins.includes(part.kind) || plainSwitch) && fits(stop)) return '';
  const [one, other] = [into, out].map((each) => (each === null ? null : writtenTerminal(part, each)));
  if (one === null || one === undefined) return other ?? '';
  if (other === null || other === undefined || fits({ ...stop, arrive: one })) return one;
  return `${one}/${other}`;
}

/** Writes what is known of each wire; its id and name only where the reader would find others. */
function wireWriter(
  { sections }: Circuit,
  partOf: ReadonlyMap<string, Part>,
  fullness: Fullness,
): (section: Section) => string {
  const spelled = fullness === 'spelled out';
  const numbered = !spelled && sections.every(({ id }, i) => id === `W${i + 1}` && !partOf.has(id));
  const names = new Set<string>();
  return (section) => {
    const { id, name, areaMm2, lengthMetres, colour, places, assumed = [] } = section;
    const usual = wireName(partOf, section, names);
    names.add(name);
    const mark = (field: AssumedOfWire) => (assumed.includes(field) ? '~' : '');
    const said = (field: AssumedOfWire) => spelled || !assumed.includes(field);
    const plainColour = /^\p{L}[\p{L}/-]*$/u.test(colour) && !/^(via|id|colou?r|W\d+)$/iu.test(colour);
    const words = [
      ...(numbered ? [] : [/^W\d+[a-z]?$/.test(id) ? id : `id=${id}`]),
      ...(name === usual && !spelled ? [] : [quotedText(name)]),
      ...(said('colour')
        ? [`${mark('colour')}${plainColour ? colour : `colour=${quotedText(colour)}`}`]
        : []),
      ...(said('areaMm2') ? [`${mark('areaMm2')}${areaMm2}mm²`] : []),
      ...(said('lengthMetres') ? [`${mark('lengthMetres')}${lengthMetres}m`] : []),
      ...(said('places') ? [`via ${places.map((place) => `${mark('places')}${place}`).join(' ')}`] : []),
    ];
    return words.length === 0 ? '' : ` (${words.join(' ')})`;
  };
}
