import type { BodyKind, Control, Place, RuledOut, Strip } from '../circuit/circuit';
import type { Drafts, PartDraft, WireDraft } from './drafts';
import type { KindWord, Named } from './vocabulary';

/** All that a text has said so far. */
export interface Registry {
  readonly setName: (name: string) => void;
  readonly setVolts: (volts: 12 | 24) => void;
  readonly setBody: (body: BodyKind) => void;
  readonly volts: () => number;
  readonly addPlace: (place: Place) => void;
  readonly addStrip: (strip: Strip) => void;
  readonly addControl: (control: Control) => void;
  readonly addRuledOut: (ruledOut: RuledOut) => void;
  readonly addWires: (wires: readonly WireDraft[]) => void;
  readonly byId: (id: string) => PartDraft | null;
  /** A part by its id, or else by its name in any case. */
  readonly find: (name: string) => PartDraft | null;
  /** The part of that name, new where there is none yet; it may go by another name too. */
  readonly part: (named: Named, word: KindWord, at: PartDraft['at'], alias?: string) => PartDraft;
  /** An id with the letter and a number that no part has. */
  readonly freeName: (word: KindWord) => string;
  /** Relays, for a pin that is written without its relay. */
  readonly relays: () => readonly PartDraft[];
  /** Ids and names, for a flaw that says what there is. */
  readonly names: () => readonly string[];
  /** Forgets all but the parts' names, which may be used before they are introduced. */
  readonly secondRound: () => void;
  readonly drafts: () => Drafts;
}

/** An empty one. */
export function registry(): Registry {
  let [name, volts]: [string, 12 | 24] = ['Circuit', 12];
  let body: BodyKind | undefined;
  let forward: Names = namesOf();
  let now: Names = namesOf();
  let said = nothingSaid();
  const byId = (id: string) => now.parts.get(id) ?? forward.parts.get(id) ?? null;
  return {
    setName: (text) => (name = text),
    setVolts: (value) => (volts = value),
    setBody: (kind) => (body = kind),
    volts: () => volts,
    addPlace: (place) => said.places.push(place),
    addStrip: (strip) => said.strips.push(strip),
    addControl: (control) => said.controls.push(control),
    addRuledOut: (each) => said.ruledOut.push(each),
    addWires: (added) => said.wires.push(...added),
    byId,
    find(called) {
      const key = called.toLowerCase();
      const id =
        now.byName.get(key) ?? forward.byName.get(key) ?? now.byAlias.get(key) ?? forward.byAlias.get(key);
      return byId(called) ?? (id === undefined ? null : byId(id));
    },
    part: ({ id, name: called }, word, at, alias = '') =>
      now.parts.get(id) ??
      introduced(now, { id, name: called, word, kind: word.kind, fields: {}, assumed: new Set(), at }, alias),
    freeName({ letter = 'X' }) {
      let number = 1;
      while (byId(`${letter}${number}`) !== null) number++;
      return `${letter}${number}`;
    },
    relays: () =>
      [...new Map([...forward.parts, ...now.parts]).values()].filter(({ kind }) => kind === 'relay'),
    names: () => [...now.parts.keys()],
    secondRound() {
      forward = now;
      now = namesOf();
      said = nothingSaid();
    },
    drafts: () => ({ name, nominalVolts: volts, body, parts: [...now.parts.values()], ...said }),
  };
}

/** The parts of one round, by id, by name, and by the words behind their kind: “low” for a horn low. */
interface Names {
  readonly parts: Map<string, PartDraft>;
  readonly byName: Map<string, string>;
  readonly byAlias: Map<string, string>;
}

const namesOf = (): Names => ({ parts: new Map(), byName: new Map(), byAlias: new Map() });

interface Said {
  readonly wires: WireDraft[];
  readonly places: Place[];
  readonly strips: Strip[];
  readonly controls: Control[];
  readonly ruledOut: RuledOut[];
}

const nothingSaid = (): Said => ({ wires: [], places: [], strips: [], controls: [], ruledOut: [] });

/** Enters a part; a name that another has already is the other's. */
function introduced({ parts, byName, byAlias }: Names, draft: PartDraft, alias: string): PartDraft {
  const enter = (names: Map<string, string>, key: string) => {
    if (key !== '' && !names.has(key)) names.set(key, draft.id);
  };
  parts.set(draft.id, draft);
  enter(byName, draft.id.toLowerCase());
  enter(byName, draft.name.toLowerCase());
  enter(byAlias, alias.toLowerCase());
  return draft;
}
