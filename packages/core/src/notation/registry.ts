import type { Control, Place, RuledOut, Strip } from '../circuit/circuit';
import type { PartDraft, WireDraft } from './drafts';
import type { Drafts } from './finishCircuit';
import type { KindWord, Named } from './vocabulary';

/** All that a text has said so far. */
export interface Registry {
  readonly setName: (name: string) => void;
  readonly setVolts: (volts: 12 | 24) => void;
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

export function registry(): Registry {
  let [name, volts]: [string, 12 | 24] = ['Circuit', 12];
  let forward = new Map<string, PartDraft>();
  let parts = new Map<string, PartDraft>();
  let byName = new Map<string, string>();
  let forwardNames = byName;
  let wires: WireDraft[] = [];
  let controls: Control[] = [];
  let [places, strips, ruledOut]: [Place[], Strip[], RuledOut[]] = [[], [], []];
  const introduce = (draft: PartDraft, alias: string): PartDraft => {
    parts.set(draft.id, draft);
    for (const key of [draft.id, draft.name, alias]) {
      const lower = key.toLowerCase();
      if (lower !== '' && !byName.has(lower)) byName.set(lower, draft.id);
    }
    return draft;
  };
  const byId = (id: string) => parts.get(id) ?? forward.get(id) ?? null;
  const find = (called: string): PartDraft | null => {
    const key = called.toLowerCase();
    return (
      byId(called) ?? parts.get(byName.get(key) ?? '') ?? forward.get(forwardNames.get(key) ?? '') ?? null
    );
  };
  return {
    setName: (text) => (name = text),
    setVolts: (value) => (volts = value),
    volts: () => volts,
    addPlace: (place) => places.push(place),
    addStrip: (strip) => strips.push(strip),
    addControl: (control) => controls.push(control),
    addRuledOut: (each) => ruledOut.push(each),
    addWires: (added) => wires.push(...added),
    byId,
    find,
    part({ id, name: called }, word, at, alias = '') {
      const known = parts.get(id);
      if (known !== undefined) return known;
      return introduce(
        { id, name: called, word, kind: word.kind, fields: {}, assumed: new Set(), at },
        alias,
      );
    },
    freeName({ letter = 'X' }) {
      let number = 1;
      while (parts.has(`${letter}${number}`) || forward.has(`${letter}${number}`)) number++;
      return `${letter}${number}`;
    },
    relays: () => [...new Map([...forward, ...parts]).values()].filter(({ kind }) => kind === 'relay'),
    names: () => [...parts.keys()],
    secondRound() {
      [forward, forwardNames] = [parts, byName];
      [parts, byName, wires] = [new Map(), new Map(), []];
      [places, strips, ruledOut, controls] = [[], [], [], []];
    },
    drafts: () => ({
      name,
      nominalVolts: volts,
      parts: [...parts.values()],
      wires,
      places,
      strips,
      controls,
      ruledOut,
    }),
  };
}
