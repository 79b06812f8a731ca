import type { Circuit, Section } from '../circuit/circuit';
import { partIdOf, terminalIn } from '../circuit/terminalRef';
import { deepEqual } from './deepEqual';
import { writtenStop } from './pathTerminals';
import { readNotation } from './readNotation';
import { quotedText } from './tokens';
import { kindWord } from './vocabulary';
import { writtenPart } from './writtenPart';

/** The columns of a wire list. */
export const wireColumns = [
  'from',
  'to',
  'wire',
  'name',
  'colour',
  'mm²',
  'm',
  'via',
  'from part',
  'to part',
] as const;
export type WireColumn = (typeof wireColumns)[number] | 'from pin' | 'to pin' | 'awg' | 'ft';

/**
 * A circuit as the rows of a wire list, one for each wire, its heading first. A part is described in the row that first
 * names it, in circuit notation.
 */
export function wireListRows(circuit: Circuit): readonly (readonly string[])[] {
  const partOf = new Map(circuit.parts.map((part) => [part.id, part]));
  const described = new Set<string>();
  const describe = (id: string) => {
    if (described.has(id)) return '';
    described.add(id);
    return writtenPart(partOf.get(id)!, circuit, 'spelled out');
  };
  const end = (ref: Section['from']) => {
    const id = partIdOf(ref);
    return writtenStop(partOf.get(id)!, id, terminalIn(ref));
  };
  return [
    [...wireColumns],
    ...circuit.sections.map(({ id, name, from, to, colour, areaMm2, lengthMetres, places, assumed = [] }) => {
      const mark = (field: (typeof assumed)[number]) => (assumed.includes(field) ? '~' : '');
      return [
        end(from),
        end(to),
        id,
        name,
        `${mark('colour')}${colour}`,
        `${mark('areaMm2')}${areaMm2}`,
        `${mark('lengthMetres')}${lengthMetres}`,
        places.map((place) => `${mark('places')}${place}`).join(' '),
        describe(partIdOf(from)),
        describe(partIdOf(to)),
      ];
    }),
  ];
}

/** What of a circuit a wire list does not carry, each in a few words; empty where it carries all. */
export function wireListLosses(circuit: Circuit): readonly string[] {
  const { circuit: back } = readNotation(notationFromWireList(wireListRows(circuit)));
  const wired = new Set(circuit.sections.flatMap(({ from, to }) => [partIdOf(from), partIdOf(to)]));
  const loose = circuit.parts.filter(({ id }) => !wired.has(id)).map(({ name }) => name);
  return [
    ...(loose.length === 0 ? [] : [`parts without a wire (${loose.join('; ')})`]),
    ...(deepEqual(back.controls, circuit.controls) ? [] : ['the positions of its controls']),
    ...(deepEqual(back.places, circuit.places) && deepEqual(back.strips, circuit.strips)
      ? []
      : ['the minutes and trim of its places']),
    ...(circuit.ruledOut === undefined ? [] : ['positions that are never set together']),
    ...(back.nominalVolts === circuit.nominalVolts ? [] : ['its volts']),
    ...(back.body === circuit.body ? [] : ['what kind of vehicle it is']),
    'its name',
  ];
}

/** Headings that spreadsheets use, by the column that they mean. */
const headings: readonly (readonly [WireColumn, RegExp])[] = [
  ['from pin', /^(from (pin|terminal|cavity)|pin|pin 1|pin a)$/],
  ['to pin', /^(to (pin|terminal|cavity)|pin 2|pin b)$/],
  ['from part', /^from part$/],
  ['to part', /^to part$/],
  ['from', /^(from|start|source|component 1|end 1|end a|a)$/],
  ['to', /^(to|target|destination|component 2|end 2|end b|b)$/],
  ['wire', /^(wire|wire no\.?|wire number|number|no\.?|id|circuit no\.?)$/],
  ['name', /^(name|function|signal|description|net)$/],
  ['colour', /^(colou?r|col\.?)$/],
  ['awg', /^(awg|gauge|ga)$/],
  ['mm²', /^(mm²|mm2|size|area|section|cross.?section|csa)( .*)?$/],
  ['ft', /^(ft|feet|length,? \(?ft\)?)$/],
  ['m', /^(m|length|metres|meters|length,? \(?m\)?)$/],
  ['via', /^(via|places|location|route)$/],
];

/** The columns that a heading's cells mean; null where a cell means none that is known. */
function recognisedColumns(heading: readonly string[]): readonly (WireColumn | null)[] {
  const taken = new Set<WireColumn>();
  return heading.map((cell) => {
    const text = cell.trim().toLowerCase().replace(/\s+/g, ' ');
    const found = headings.find(([column, pattern]) => !taken.has(column) && pattern.test(text))?.[0] ?? null;
    if (found !== null) taken.add(found);
    return found;
  });
}

/** Kinds by the letters that diagrams number parts with; null where the letter says nothing sure. */
const kindsByLetter: Readonly<Record<string, string>> = {
  F: 'fuse',
  K: 'relay',
  S: 'splice',
  SP: 'splice',
  J: 'splice',
  G: 'ground',
  E: 'ground',
  GND: 'ground',
  C: 'connector',
  X: 'connector',
  M: 'motor',
  L: 'lamp',
  B: 'battery',
  BAT: 'battery',
  SW: 'switch',
  Y: 'solenoid',
  R: 'resistor',
};

/** What the columns of a wire list mean. */
export interface WireListShape {
  /** Null for a column that means nothing here. */
  readonly columns: readonly (WireColumn | null)[];
  /** Whether the first row names the columns. */
  readonly heading: boolean;
}

/** What the columns mean as far as their heading says; without one, those of `wireColumns` in their order. */
export function wireListShape(rows: readonly (readonly string[])[]): WireListShape {
  const [first = []] = rows;
  const columns = recognisedColumns(first);
  // A row of words without a number over rows that have some names them, in whatever language.
  const words =
    !first.some((cell) => /\d/.test(cell)) &&
    rows.slice(1).some((row) => row.some((cell) => /\d/.test(cell)));
  const recognised = columns.some((each) => each !== null);
  return {
    columns: recognised ? columns : first.map((_cell, i) => (i < 2 ? wireColumns[i]! : null)),
    heading: words || (columns.includes('from') && columns.includes('to')),
  };
}

/** A wire list as circuit notation, to be read and put right there. */
export function notationFromWireList(
  rows: readonly (readonly string[])[],
  { columns: meaning, heading }: WireListShape = wireListShape(rows),
): string {
  const described = new Set<string>();
  const lines = (heading ? rows.slice(1) : rows).flatMap((row) => {
    const cell = (column: WireColumn) => row[meaning.indexOf(column)]?.trim() ?? '';
    if (row.every((each) => each.trim() === '')) return [];
    const [from, to] = (['from', 'to'] as const).map((side) => end(cell(side), cell(`${side} pin`)));
    const parts = (['from', 'to'] as const).flatMap((side) => {
      const [given, name] = [cell(`${side} part`), nameIn(cell(side))];
      const known = described.has(name);
      described.add(name);
      if (given !== '') return [given];
      const guessed = known ? null : guessedPart(name);
      return guessed === null ? [] : [guessed];
    });
    const size = cell('awg') === '' ? cell('mm²') : `${cell('awg').replace(/\s*(awg|ga)$/i, '')}AWG`;
    const length = cell('ft') === '' ? withUnit(cell('m'), 'm') : withUnit(cell('ft'), 'ft');
    const colour = cell('colour');
    const wire = [
      ...(cell('wire') === ''
        ? []
        : [/^W\d+[a-z]?$/.test(cell('wire')) ? cell('wire') : `id=${idOf(cell('wire'))}`]),
      ...(cell('name') === '' ? [] : [quotedText(cell('name'))]),
      ...(colour === ''
        ? []
        : [
            colour.startsWith('~')
              ? `~colour=${quotedText(colour.slice(1))}`
              : `colour=${quotedText(colour)}`,
          ]),
      ...(size === '' ? [] : [/[a-z²]/i.test(size) ? size : `${size}mm²`]),
      ...(length === '' ? [] : [length]),
      ...(cell('via') === '' ? [] : [`via ${cell('via').replace(/[;,]/g, ' ')}`]),
    ];
    return [...parts, `${from} >${wire.length === 0 ? '' : ` (${wire.join(' ')})`} ${to}`];
  });
  return `${lines.join('\n')}\n`;
}

const withUnit = (text: string, unit: string) =>
  text === '' || /[a-z]$/i.test(text) ? text : `${text}${unit}`;
/** A wire's number as an id. */
const idOf = (text: string) => text.replace(/[^A-Za-z0-9+_-]+/g, '-').slice(0, 40);

/** What a cell names, without its pin. */
function nameIn(cell: string): string {
  const dot = cell.indexOf('.');
  return dot > 0 ? cell.slice(0, dot) : cell;
}

/** A part with its pin as a stop; what is more than a word or holds other signs is quoted. */
function end(cell: string, pin: string): string {
  const dot = cell.indexOf('.');
  const [name, own] = dot > 0 ? [cell.slice(0, dot), cell.slice(dot + 1)] : [cell, ''];
  const pinned = pin === '' ? own : pin;
  const plain = /^[A-Za-z0-9+_-]+$/.test(name) || kindWord(name.split(' ')[0] ?? '') !== undefined;
  return `${plain ? name : quotedText(name)}${pinned === '' ? '' : plain ? `.${pinned}` : ` .${pinned}`}`;
}

/** A statement for a part that a list names by letter and number only; null where its words say what it is. */
function guessedPart(name: string): string | null {
  if (kindWord(name.split(' ')[0] ?? '') !== undefined) return null;
  const letters = /^([A-Z]+)\d*[a-z]?$/.exec(name)?.[1];
  const kind = letters === undefined ? undefined : kindsByLetter[letters];
  return kind === undefined ? null : `${kind} ${name}`;
}
