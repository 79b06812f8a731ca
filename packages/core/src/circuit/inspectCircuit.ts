import type { Circuit } from './circuit';
import { mostSections } from './circuit';
import { isUndrawn, undrawnName } from './undrawn';
import { partById, terminalName, terminalsOf } from './terminals';
import type { TerminalRef } from './terminalRef';
import { partIdOf, terminalIn } from './terminalRef';
import type { Part } from './parts/part';
import { ratedLampVolts } from './parts/lamp';
import { isLoad } from './parts/partKinds';
import { otherHalf, wiredWith, wiresAt } from './wiring';

/** Something in a drawing that a technician should look at before the search trusts it. */
export interface DrawingFlaw {
  /** `stops`: no sound advice is possible; `check`: it may be so, but look again. */
  readonly weight: 'stops' | 'check';
  readonly message: string;
  /** The part or section that it is about. */
  readonly at: string;
  /** An end that nothing is wired to, where that is what is wrong. */
  readonly openEnd?: TerminalRef;
}

/** Greatest usual fuse for a wire's area, amps by mm². Judgement, from common harnesses with short runs. */
const mostAmps = [
  [0.35, 5],
  [0.5, 10],
  [0.75, 15],
  [1, 15],
  [1.5, 20],
  [2.5, 30],
  [4, 40],
  [6, 60],
  [10, 80],
  [16, 125],
] as const;
/** Ratings that blade and cartridge fuses come in. */
const ratings = [
  1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 35, 40, 50, 60, 70, 80, 100, 125, 150, 175, 200, 250, 300, 400,
];
const mostBladeAmps = { 'regular blade': 40, 'mini blade': 30, 'large blade': 80, cartridge: 400 } as const;
/** Areas beyond which a wire is thicker than any cable, and than any wire that no battery, ground or link stands at. */
const mostAreaMm2 = { cable: 120, wire: 30 } as const;
const cableEnds: readonly Part['kind'][] = ['battery', 'ground', 'fusible link', 'splice'];

/**
 * What does not look right in a circuit as it stands, half drawn or whole: ends that nothing is wired to, loads without
 * a way to supply or ground, coils that nothing commands, fuses against loads and wires, what is named or placed twice.
 * One too large to be searched is told that alone. Cost: loads and fuses × the wires that hang together with each.
 */
export function inspectCircuit(circuit: Circuit): readonly DrawingFlaw[] {
  const tooLarge = sizeFlaws(circuit);
  if (tooLarge.length > 0) return tooLarge;
  const ways = waysOf(circuit);
  return [
    ...unnamed(circuit),
    ...openEnds(circuit),
    ...circuit.parts.flatMap((part) => [
      ...loadFlaws(circuit, part, ways),
      ...fuseFlaws(circuit, part, ways),
    ]),
    ...wireFlaws(circuit),
    ...twice(circuit),
  ];
}

/** What was begun without a diagram is told from the next such one by its name. */
function unnamed(circuit: Circuit): readonly DrawingFlaw[] {
  const [first] = circuit.parts;
  if (circuit.name !== undrawnName || isUndrawn(circuit) || first === undefined) return [];
  const message = `The circuit is still called “${undrawnName}”: give it the name of what it feeds.`;
  return [{ weight: 'check', message, at: first.id }];
}

/** The ends that want a wire: every terminal of what cannot work with one loose. */
export function openEndsOf(circuit: Circuit): readonly TerminalRef[] {
  const wired = wiresAt(circuit);
  return circuit.parts.flatMap((part) =>
    terminalsOf(part).filter((ref) => !wired.has(ref) && wantsWire(part, ref, wired)),
  );
}

function openEnds(circuit: Circuit): readonly DrawingFlaw[] {
  return openEndsOf(circuit).map((ref) => {
    const part = partById(circuit, partIdOf(ref));
    const message = `${terminalName(circuit, ref)} ends in nothing${question(part, ref)}`;
    return { weight: 'stops', message, at: part.id, openEnd: ref };
  });
}

function question(part: Part, ref: TerminalRef): string {
  const terminal = terminalIn(ref);
  if (part.kind === 'relay') {
    if (terminal === 'coilCommand') return ': what pulls it to ground?';
    if (terminal === 'coilFeed') return ': what feeds the coil?';
    return terminal === 'supply' ? ': what feeds the contact?' : ': what does it feed?';
  }
  if (terminal === 'feed') return ': what feeds it?';
  if (terminal === 'load') return ': what does it feed?';
  return part.kind === 'battery' && terminal === '-' ? ': which ground is it on?' : '.';
}

function wantsWire(part: Part, ref: TerminalRef, wired: ReadonlyMap<TerminalRef, unknown>): boolean {
  if (part.kind === 'switch' || part.kind === 'module') {
    // Pins may be left out on purpose, but a switch joins two of them at least.
    const [free, used] = [terminalsOf(part).filter((each) => !wired.has(each)), terminalsOf(part).length];
    const least = part.kind === 'switch' ? 2 : 1;
    return used - free.length < least && free[0] === ref;
  }
  if (part.kind === 'connector') {
    // A cavity with a wire on one side only.
    return wired.has(otherHalf(ref));
  }
  if (part.kind === 'relay') {
    const optional = [
      'normallyClosed',
      'secondOpen',
      ...(wired.has(`${part.id}.normallyClosed`) ? ['normallyOpen'] : []),
    ];
    return !optional.includes(terminalIn(ref));
  }
  if (part.kind !== 'two-filament lamp') return true;
  return (
    ref.endsWith('.ground') || !terminalsOf(part).some((each) => !each.endsWith('.ground') && wired.has(each))
  );
}

/** What hangs together when every switch and contact is closed. */
interface Ways {
  /**
   * The terminals that can be reached from one.
   * @param without - the part that no way leads through
   * @param through - whether a way may lead through a part
   * @param until - stops at the first terminal of which it is true
   */
  readonly from: (
    start: TerminalRef,
    without: string,
    through?: (part: Part) => boolean,
    until?: (terminal: TerminalRef) => boolean,
  ) => ReadonlySet<TerminalRef>;
  readonly supply: ReadonlySet<TerminalRef>;
  readonly ground: ReadonlySet<TerminalRef>;
}

function waysOf(circuit: Circuit): Ways {
  const ofKind = (kind: Part['kind'], terminal: string) =>
    circuit.parts.flatMap((part): readonly TerminalRef[] =>
      part.kind === kind ? [`${part.id}.${terminal}`] : [],
    );
  return {
    from(start, without, through = () => true, until) {
      const within = (at: TerminalRef) => {
        const part = partById(circuit, partIdOf(at));
        return part.id === without || !through(part) ? [] : joinedWithin(part, at);
      };
      return wiredWith(circuit, [start], within, until).terminals;
    },
    supply: new Set(ofKind('battery', '+')),
    ground: new Set([...ofKind('battery', '-'), ...ofKind('ground', 'x')]),
  };
}

/** The terminals of a part that current can go on to from one of them. */
function joinedWithin(part: Part, at: TerminalRef): readonly TerminalRef[] {
  if (part.kind === 'battery' || part.kind === 'ground') return [];
  if (part.kind === 'relay') {
    const name = terminalIn(at);
    const coil = ['coilFeed', 'coilCommand'];
    return terminalsOf(part).filter((each) => coil.includes(terminalIn(each)) === coil.includes(name));
  }
  if (part.kind === 'connector') {
    return terminalsOf(part).filter((each) => each.slice(0, -1) === at.slice(0, -1));
  }
  return terminalsOf(part);
}

function loadFlaws(circuit: Circuit, part: Part, ways: Ways): readonly DrawingFlaw[] {
  if (part.kind === 'relay') return coilFlaws(part, ways);
  if (!isLoad(part.kind)) return [];
  const terminals = terminalsOf(part);
  // A module's pin may drive either way.
  const reaches = (targets: ReadonlySet<TerminalRef>, from: TerminalRef) => {
    const ends = (at: TerminalRef) => targets.has(at) || partById(circuit, partIdOf(at)).kind === 'module';
    return [...ways.from(from, part.id, undefined, ends)].some((at) => at !== from && ends(at));
  };
  const wires = wiresAt(circuit);
  if (terminals.filter((each) => wires.has(each)).length < 2) return [];
  return (['supply', 'ground'] as const)
    .filter((name) => !terminals.some((each) => reaches(ways[name], each)))
    .map((name) => ({ weight: 'stops', message: `${part.name} has no way to ${name}.`, at: part.id }));
}

/** A coil that stands between supply and ground with nothing to switch it, and a contact fed from its far side. */
function coilFlaws(part: Extract<Part, { kind: 'relay' }>, ways: Ways): readonly DrawingFlaw[] {
  const fixed = ({ kind }: Part) => kind !== 'switch' && kind !== 'module' && kind !== 'relay';
  const has = (name: string, targets: ReadonlySet<TerminalRef>, through?: (part: Part) => boolean) => {
    const start: TerminalRef = `${part.id}.${name}`;
    const found = ways.from(start, part.id, through, (at) => targets.has(at));
    return [...found].some((at) => targets.has(at));
  };
  const { supply, ground } = ways;
  const always =
    (has('coilFeed', supply, fixed) && has('coilCommand', ground, fixed)) ||
    (has('coilCommand', supply, fixed) && has('coilFeed', ground, fixed));
  const { pins, name, id } = part;
  const turned = pins.normallyClosed === undefined && !has('supply', supply) && has('normallyOpen', supply);
  return [
    ...(always
      ? [
          {
            weight: 'check' as const,
            message: `${name} is always pulled in: nothing switches its coil.`,
            at: id,
          },
        ]
      : []),
    ...(turned
      ? [
          {
            weight: 'check' as const,
            message: `${name} is fed at pin ${pins.normallyOpen}, not ${pins.supply}: look at its pins again.`,
            at: id,
          },
        ]
      : []),
  ];
}

function fuseFlaws(circuit: Circuit, part: Part, ways: Ways): readonly DrawingFlaw[] {
  if (part.kind !== 'fuse') return [];
  const flaws: DrawingFlaw[] = [];
  const { ratingAmps, style, name, id } = part;
  if (!ratings.includes(ratingAmps) || ratingAmps > mostBladeAmps[style]) {
    flaws.push({
      weight: 'check',
      message: `${name}: a ${style} fuse of ${ratingAmps} A is unusual.`,
      at: id,
    });
  }
  const load: TerminalRef = `${id}.load`;
  const byWire = ways.from(load, id, ({ kind }) => kind === 'connector');
  const beside = partsAt(circuit, byWire).find(
    (each) => each.kind === 'fuse' && each.id > id && byWire.has(`${each.id}.load`),
  );
  if (beside !== undefined) {
    flaws.push({
      weight: 'check',
      message: `${name} and ${beside.name} feed the same wire, with nothing between them: where do they part?`,
      at: id,
    });
  }
  const behind = ways.from(load, id, (each) => !isLoad(each.kind) && each.kind !== 'module');
  const amps = partsAt(circuit, behind)
    .filter(({ kind }) => isLoad(kind))
    .reduce((sum, each) => sum + runningAmps(each, circuit.nominalVolts), 0);
  if (amps > 1.05 * ratingAmps && ![...ways.supply].some((each) => behind.has(each))) {
    const drawn = Number(amps.toPrecision(2));
    flaws.push({
      weight: 'check',
      message: `${name} is ${ratingAmps} A, its loads together about ${drawn} A.`,
      at: id,
    });
  }
  const thin = (wiresAt(circuit).get(load) ?? []).find(
    ({ from, assumed, areaMm2 }) =>
      from === load && assumed?.includes('areaMm2') !== true && ratingAmps > 1.5 * carries(areaMm2),
  );
  if (thin !== undefined) {
    flaws.push({
      weight: 'check',
      message: `${name} is ${ratingAmps} A: the wire behind it, ${thin.areaMm2} mm², is thin for that.`,
      at: thin.id,
    });
  }
  return flaws;
}

/** The parts that some terminals belong to, each once. */
const partsAt = (circuit: Circuit, terminals: ReadonlySet<TerminalRef>): readonly Part[] =>
  [...new Set([...terminals].map(partIdOf))].map((id) => partById(circuit, id));

/** Amps of the greatest usual fuse before a wire; three for one thinner than any listed. */
const carries = (areaMm2: number) =>
  Math.max(3, ...mostAmps.flatMap(([area, amps]) => (area <= areaMm2 ? [amps] : [])));

/** Amps of a load at its rated volts. */
function runningAmps(part: Part, nominalVolts: number): number {
  const volts = ratedLampVolts(nominalVolts);
  if (part.kind === 'lamp') return (part.watts * part.count) / volts;
  if (part.kind === 'two-filament lamp') return (part.watts[0] + part.watts[1]) / volts;
  return 'ohms' in part ? volts / part.ohms : 0;
}

function sizeFlaws({ sections }: Circuit): readonly DrawingFlaw[] {
  if (sections.length <= mostSections) return [];
  const message = `A search takes at most ${mostSections} wires: this drawing has ${sections.length}. Leave out what cannot be the cause.`;
  return [{ weight: 'stops', message, at: sections[mostSections]!.id }];
}

function wireFlaws(circuit: Circuit): readonly DrawingFlaw[] {
  return circuit.sections.flatMap(({ id, name, areaMm2, from, to }): readonly DrawingFlaw[] => {
    if (from === to)
      return [{ weight: 'stops', message: `${name} begins and ends at the same pin.`, at: id }];
    const cable = [from, to].some((each) => cableEnds.includes(partById(circuit, partIdOf(each)).kind));
    return areaMm2 > mostAreaMm2[cable ? 'cable' : 'wire']
      ? [
          {
            weight: 'check',
            message: `${name}: ${areaMm2} mm² is thicker than such a wire is. Was it ${areaMm2 / 100} mm²?`,
            at: id,
          },
        ]
      : [];
  });
}

/** What goes by a name that another has, and what sits in a cavity that another has. */
function twice({ parts, sections }: Circuit): readonly DrawingFlaw[] {
  const seen = new Map<string, string>();
  const again = (key: string, id: string, message: (first: string) => string): readonly DrawingFlaw[] => {
    const first = seen.get(key);
    if (first === undefined) seen.set(key, id);
    return first === undefined ? [] : [{ weight: 'check', message: message(first), at: id }];
  };
  return [
    ...[...parts, ...sections].flatMap(({ id, name }) =>
      again(`name ${name.toLowerCase()}`, id, (first) => `${first} and ${id} are both called “${name}”.`),
    ),
    ...parts.flatMap((part) =>
      part.kind === 'fuse' || part.kind === 'relay'
        ? again(
            `cavity ${part.centre} ${part.cavity}`.toLowerCase(),
            part.id,
            (first) => `${first} and ${part.id} are both in cavity ${part.cavity} of ${part.centre}.`,
          )
        : [],
    ),
  ];
}
