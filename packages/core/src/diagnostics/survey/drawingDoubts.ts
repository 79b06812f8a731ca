import type { Circuit, Section } from '../../circuit/circuit';
import type { OperatingState } from '../../circuit/operatingState';
import type { Part } from '../../circuit/parts/part';
import type { SwitchLeg, SwitchPart } from '../../circuit/parts/switch';
import type { TerminalRef } from '../../circuit/terminalRef';
import { partIdOf } from '../../circuit/terminalRef';
import { partById, terminalName, terminalsOf } from '../../circuit/terminals';
import { createPredictor } from '../../inference/predictor';
import { listWords } from '../../text/lists';
import { runningLoads } from './runningLoads';

/** What loads of the real vehicle were seen to do in a state: whether each works, by the load. */
export interface SeenRunning {
  readonly state: OperatingState;
  readonly works: Readonly<Record<string, boolean>>;
}

/** One mistake in a drawing that would explain all that was seen. */
export interface DrawingDoubt {
  /** How the real one then is, in a sentence. */
  readonly message: string;
  /** The part or the wire that is drawn otherwise. */
  readonly at: string;
  /** The drawing with that put right. */
  readonly circuit: Circuit;
}

/** So many are worth comparing with a diagram. */
const mostDoubts = 5;
/** Of a larger drawing only switches and relays are tried: each thing that is tried is solved anew. */
const mostTried = 1500;

/**
 * Single mistakes of a drawing under which its loads would do what those of the real vehicle were seen to do, in every state that was
 * looked at: a switch that closes elsewhere, a wire that comes from elsewhere, ends at another pin or is not there.
 * The likeliest kinds come first.
 * @returns null where the drawing itself does what was seen. Cost: a solution for each mistake and state
 */
export function drawingDoubts(
  circuit: Circuit,
  seen: readonly SeenRunning[],
): readonly DrawingDoubt[] | null {
  if (explains(circuit, seen)) return null;
  const contacts = circuit.parts.flatMap((part) => contactDoubts(circuit, part));
  const wires = circuit.sections.flatMap((section) => endDoubts(circuit, section));
  const gone = circuit.sections.map((section) => without(circuit, section));
  const tried =
    contacts.length + wires.length + gone.length > mostTried ? contacts : [...contacts, ...wires, ...gone];
  const found: DrawingDoubt[] = [];
  for (const doubt of tried) {
    if (found.length === mostDoubts) break;
    if (explains(doubt.circuit, seen)) found.push(doubt);
  }
  return found;
}

/** Whether a drawing does all that was seen; not where it has no solution. */
function explains(circuit: Circuit, seen: readonly SeenRunning[]): boolean {
  try {
    const predictor = createPredictor(circuit, []);
    return seen.every(({ state, works }) =>
      runningLoads(predictor, state).every((load) => (works[load.at] ?? load.works) === load.works),
    );
  } catch {
    // Half a drawing: what it would do is not known.
    return false;
  }
}

const withPartAs = (circuit: Circuit, part: Part): Circuit => ({
  ...circuit,
  parts: circuit.parts.map((each) => (each.id === part.id ? part : each)),
});
const withSectionAs = (circuit: Circuit, section: Section): Circuit => ({
  ...circuit,
  sections: circuit.sections.map((each) => (each.id === section.id ? section : each)),
});

/** A switch whose leg joins in one position more or fewer, or in all others; a relay whose contacts are the other way round. */
function contactDoubts(circuit: Circuit, part: Part): readonly DrawingDoubt[] {
  if (part.kind === 'switch') return switchDoubts(circuit, part);
  if (part.kind !== 'relay' || part.pins.normallyClosed === undefined) return [];
  const [open, closed] = [`${part.id}.normallyOpen`, `${part.id}.normallyClosed`] as const;
  const other = (end: TerminalRef): TerminalRef => (end === open ? closed : end === closed ? open : end);
  const sections = circuit.sections.map((each) => ({ ...each, from: other(each.from), to: other(each.to) }));
  const message = `${part.name}: its two outputs are the other way round.`;
  return [{ at: part.id, message, circuit: { ...circuit, sections } }];
}

function switchDoubts(circuit: Circuit, part: SwitchPart): readonly DrawingDoubt[] {
  const control = circuit.controls.find(({ id }) => id === part.control);
  if (control === undefined) return [];
  const all = control.positions.map(({ id }) => id);
  const named = (ids: readonly string[]) =>
    ids.length === 0
      ? 'no position'
      : listWords(control.positions.flatMap(({ id, name }) => (ids.includes(id) ? [`“${name}”`] : [])));
  return part.legs.flatMap((leg, index) =>
    otherPositions(leg, all).map((closedIn): DrawingDoubt => {
      const pins = part.legs.length === 1 ? '' : ` between pins ${leg.a} and ${leg.b}`;
      const legs = part.legs.map((each, i) => (i === index ? { ...each, closedIn } : each));
      return {
        at: part.id,
        message: `${part.name} closes${pins} in ${named(closedIn)}, not in ${named(leg.closedIn)}.`,
        circuit: withPartAs(circuit, { ...part, legs }),
      };
    }),
  );
}

function otherPositions({ closedIn }: SwitchLeg, all: readonly string[]): readonly (readonly string[])[] {
  const opposite = all.filter((id) => !closedIn.includes(id));
  // With two positions the opposite is all there is to be said.
  if (all.length === 2) return [opposite];
  const single = all.map((id) =>
    closedIn.includes(id) ? closedIn.filter((each) => each !== id) : [...closedIn, id],
  );
  return [opposite, ...single];
}

/** A wire that ends elsewhere, as a drawing is easily mistaken. */
function endDoubts(circuit: Circuit, section: Section): readonly DrawingDoubt[] {
  return (['from', 'to'] as const).flatMap((end) => {
    const drawn = section[end];
    return likeEnds(circuit, drawn).map((other): DrawingDoubt => ({
      at: section.id,
      message: `${section.name}: ends at ${terminalName(circuit, other)}, not at ${terminalName(circuit, drawn)}.`,
      circuit: withSectionAs(circuit, { ...section, [end]: other }),
    }));
  });
}

/**
 * Where a wire may end instead: what a fuse feeds may come from another fuse, or from behind a switch or a relay; of a part with many
 * pins another may be meant. Both wires of a lamp at one pin, or a feed at the other post, nobody draws.
 */
function likeEnds(circuit: Circuit, drawn: TerminalRef): readonly TerminalRef[] {
  const part = partById(circuit, partIdOf(drawn));
  if (part.kind === 'fuse' && drawn === `${part.id}.load`) {
    return circuit.parts.flatMap((each) => (each.id === part.id ? [] : feedsFrom(each)));
  }
  const own = terminalsOf(part);
  return part.kind === 'battery' || own.length <= 2 ? [] : own.filter((terminal) => terminal !== drawn);
}

/** The terminals of a part from which loads are fed. */
function feedsFrom(part: Part): readonly TerminalRef[] {
  if (part.kind === 'fuse') return [`${part.id}.load`];
  if (part.kind === 'switch') return terminalsOf(part);
  if (part.kind !== 'relay') return [];
  return terminalsOf(part).filter((terminal) => /\.(normally|second)/.test(terminal));
}

function without(circuit: Circuit, { id, name }: Section): DrawingDoubt {
  const sections = circuit.sections.filter((each) => each.id !== id);
  return { at: id, message: `${name}: is not there.`, circuit: { ...circuit, sections } };
}
