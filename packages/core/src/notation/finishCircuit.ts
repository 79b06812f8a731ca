import type { Circuit, Control, Place, Section, Strip } from '../circuit/circuit';
import { assumedOfWire } from '../circuit/circuit';
import type { Part } from '../circuit/parts/part';
import { kindOf } from '../circuit/parts/partKinds';
import { wireGuess } from './assumedWire';
import { namedPlace, ownPlace, zoneById } from './bodyPlan';
import { unnamedCavities } from './cavities';
import type { Drafts, PartDraft, Stop, Usage, WireDraft } from './drafts';
import { commandControl, finishPart } from './finishPart';
import { refOf, throughStop, unnamedFilaments } from './pathTerminals';
import { splicedWith } from './splicedWith';
import { switchWord } from './switchWords';
import type { NotationFlaw } from './tokens';

/** The circuit of what was written, as far as it makes one, and what of it does not. */
export function finishCircuit(drafts: Drafts): {
  readonly circuit: Circuit;
  readonly flaws: readonly NotationFlaw[];
} {
  const usage = usageOf(drafts);
  const own = ownControls(drafts.parts, drafts.controls);
  const positionsOf = (id: string) =>
    [...drafts.controls, ...own].find((each) => each.id === id)?.positions.map((each) => each.id) ?? [];
  const parts = drafts.parts.map((draft) =>
    finishPart(draft, usage(draft.id), drafts.nominalVolts, positionsOf),
  );
  const partOf = new Map(parts.map((part) => [part.id, part]));
  // A part whose own line cannot be read is not there: neither are its wires.
  const wires = drafts.wires.filter(({ from, to }) => partOf.has(from.part) && partOf.has(to.part));
  const { ends, flaws } = resolved({ parts: drafts.parts, wires }, partOf, usage);
  const sections = sectionsOf(ends, partOf);
  const controls = [...drafts.controls, ...own, ...commandControls(parts, drafts.controls)];
  const { ruledOut } = drafts;
  const circuit: Circuit = {
    format: 'grim-lantern/circuit',
    version: 1,
    name: drafts.name,
    nominalVolts: drafts.nominalVolts,
    ...(drafts.body === undefined ? {} : { body: drafts.body }),
    ...placesOf(parts, sections, drafts),
    controls,
    ...(ruledOut.length === 0 ? {} : { ruledOut }),
    parts,
    sections,
  };
  return { circuit, flaws };
}

function usageOf({ parts, wires }: Pick<Drafts, 'parts' | 'wires'>): (part: string) => Usage {
  const spliced = splicedWith(parts, wires);
  const found = new Map<string, Usage & { arrivals: string[]; leavings: string[]; stops: Stop[] }>();
  const of = (part: string) => {
    const known = found.get(part) ?? { arrivals: [], leavings: [], stops: [], spliced };
    found.set(part, known);
    return known;
  };
  for (const { from, to } of wires) {
    for (const stop of [from, to]) {
      const usage = of(stop.part);
      // A stop between two wires comes twice, one after the other.
      if (usage.stops.at(-1) === stop) continue;
      usage.stops.push(stop);
      if (stop.arrive !== null) usage.arrivals.push(stop.arrive);
      if (stop.leave !== null) usage.leavings.push(stop.leave);
    }
  }
  return of;
}

interface ResolvedWire {
  readonly draft: WireDraft;
  readonly from: Section['from'];
  readonly to: Section['to'];
}

/** The wires with the terminals that they end on. */
function resolved(
  { parts, wires }: Pick<Drafts, 'parts' | 'wires'>,
  partOf: ReadonlyMap<string, Part>,
  usage: (part: string) => Usage,
) {
  const flaws: NotationFlaw[] = [];
  const unnamed = new Map(
    parts.map(({ id, kind, fields }) => {
      const { stops } = usage(id);
      if (kind === 'connector' && fields.cavities === undefined) return [id, unnamedCavities(stops)];
      const part = partOf.get(id);
      return [id, part?.kind === 'two-filament lamp' ? unnamedFilaments(part, stops) : null];
    }),
  );
  const ends = wires.flatMap((draft): readonly ResolvedWire[] => {
    const terminal = (stop: Stop, end: 'in' | 'out') => {
      const part = partOf.get(stop.part)!;
      const free =
        unnamed.get(stop.part)?.get(stop) ??
        (part.kind === 'connector' && part.cavities.length === 1 ? part.cavities[0]! : null);
      const found = throughStop(part, stop, free)[end];
      if (found === null) flaws.push({ ...stop.at, message: noTerminal(part, stop, end) });
      return found === null ? null : refOf(part, found);
    };
    const [from, to] = [terminal(draft.from, 'out'), terminal(draft.to, 'in')];
    return from === null || to === null ? [] : [{ draft, from, to }];
  });
  return { ends, flaws };
}

function noTerminal(part: Part, { arrive, leave }: Stop, end: 'in' | 'out'): string {
  const pin = end === 'in' ? (arrive ?? leave) : (leave ?? arrive);
  if (part.kind === 'module') {
    return pin === null
      ? `Which pin of ${part.name}? Write it behind a full stop: ${part.id}.1.`
      : `A path ends at a module’s pin: start a new line for what follows pin ${pin}.`;
  }
  if (pin === null) return `Which pin of ${part.name}? Write it behind a full stop: ${part.id}.1.`;
  return end === 'out' && arrive !== null && leave === null
    ? `Several ways lead on from ${part.name} pin ${pin}, or none: write both pins, such as ${part.id}.${pin}/2.`
    : `${part.name} has no pin “${pin}”.`;
}

function sectionsOf(ends: readonly ResolvedWire[], partOf: ReadonlyMap<string, Part>): readonly Section[] {
  const guess = wireGuess(partOf, ends);
  const given = new Set(
    ends.flatMap(({ draft }) => (draft.fields.id === undefined ? [] : [draft.fields.id])),
  );
  let number = 0;
  const nextId = () => {
    do number++;
    while (given.has(`W${number}`) || partOf.has(`W${number}`));
    return `W${number}`;
  };
  const names = new Set<string>();
  return ends.map(({ draft: { fields, assumed }, from, to }) => {
    const usual = guess({ from, to });
    const missing = assumedOfWire.filter((field) => fields[field] === undefined || assumed.includes(field));
    const id = fields.id ?? nextId();
    const name = fields.name ?? wireName(partOf, { from, to }, names);
    names.add(name);
    return {
      id,
      name,
      from,
      to,
      areaMm2: fields.areaMm2 ?? usual.areaMm2,
      lengthMetres: fields.lengthMetres ?? usual.lengthMetres,
      colour: fields.colour ?? usual.colour,
      places: fields.places ?? usual.places,
      ...(missing.length === 0 ? {} : { assumed: missing }),
    };
  });
}

/** What a wire is called that has no name: its ends, with their pins where that name is taken. */
export function wireName(
  partOf: ReadonlyMap<string, Part>,
  { from, to }: Pick<Section, 'from' | 'to'>,
  taken: ReadonlySet<string>,
): string {
  const [one, other] = [from, to].map((ref) => {
    const [id, terminal] = ref.split('.') as [string, string];
    const part = partOf.get(id);
    const name = part?.name ?? id;
    const pin = part === undefined ? terminal : kindOf(part).terminalLabel(part, terminal);
    return { name, full: pin === '' ? name : `${name} ${pin}` };
  }) as [{ name: string; full: string }, { name: string; full: string }];
  const short = `${one.name} to ${other.name}`.slice(0, 110);
  if (!taken.has(short)) return short;
  const long = `${one.full} to ${other.full}`.slice(0, 110);
  if (!taken.has(long)) return long;
  let n = 2;
  while (taken.has(`${long} ${n}`)) n++;
  return `${long} ${n}`;
}

/** The controls of switches that name none. */
function ownControls(parts: readonly PartDraft[], declared: readonly Control[]): readonly Control[] {
  const taken = new Set(declared.map(({ id }) => id));
  return parts.flatMap(({ id, name, kind, word, fields }): readonly Control[] => {
    if (kind !== 'switch' || fields.control !== undefined) return [];
    const control = switchWord(word.word).control(id, name);
    if (taken.has(control.id)) return [];
    taken.add(control.id);
    return [control];
  });
}

/** What stands for the commands of outputs that say nothing of them. */
function commandControls(parts: readonly Part[], declared: readonly Control[]): readonly Control[] {
  const taken = new Set(declared.map(({ id }) => id));
  return parts.flatMap((part) =>
    part.kind !== 'module'
      ? []
      : part.pins.flatMap((each): readonly Control[] => {
          const id = commandControl(part.id, each.pin);
          if (!('drivenWhen' in each) || !('control' in each.drivenWhen)) return [];
          if (each.drivenWhen.control !== id || taken.has(id)) return [];
          const positions = [
            { id: 'off', name: 'Not commanded' },
            { id: 'on', name: 'Commanded' },
          ];
          return [{ id, name: `${part.name} pin ${each.pin}`.slice(0, 120), minutes: 0.5, positions }];
        }),
  );
}

/** The places and strips that were written, then those that parts and wires need beside them. */
function placesOf(
  parts: readonly Part[],
  sections: readonly Section[],
  declared: Pick<Drafts, 'places' | 'strips'>,
): { readonly places: readonly Place[]; readonly strips: readonly Strip[] } {
  const places = new Map(declared.places.map((each) => [each.id, each]));
  const strips = new Map(declared.strips.map((each) => [each.id, each]));
  const need = (id: string, own: () => Place) => {
    if (places.has(id)) return;
    const zone = zoneById(id);
    places.set(id, zone?.place ?? own());
    const strip = zone?.strip ?? null;
    if (strip !== null && !strips.has(strip.id)) strips.set(strip.id, strip);
  };
  for (const part of parts) {
    need(part.place, () =>
      part.assumed?.includes('place') === true ? ownPlace(part, part.place) : namedPlace(part.place),
    );
  }
  for (const { places: passed } of sections) for (const id of passed) need(id, () => namedPlace(id));
  return { places: [...places.values()], strips: [...strips.values()] };
}
