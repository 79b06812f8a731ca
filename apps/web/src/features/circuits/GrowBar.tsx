import type { Circuit, Part, TerminalRef } from '@grim-lantern/core';
import {
  freePins,
  growChoices,
  grownText,
  isFeedEnd,
  nextName,
  partById,
  partIdOf,
  terminalName,
} from '@grim-lantern/core';
import { useState } from 'react';
import { GrowForm } from './GrowForm';

interface GrowBarProps {
  readonly circuit: Circuit;
  readonly text: string;
  readonly end: TerminalRef | null;
  /** Ends that nothing is wired to yet. */
  readonly ends: readonly TerminalRef[];
  /** Whether the next point tapped is what the end is tied to. */
  readonly joining: boolean;
  readonly onEnd: (end: TerminalRef) => void;
  readonly onJoin: (joining: boolean) => void;
  readonly onJoined: (to: TerminalRef) => void;
  readonly onGrown: (text: string, next: TerminalRef | null) => void;
}

/**
 * What comes next at the chosen end: a kind, its number and figure, and it is there. After each part the end goes on
 * behind it.
 */
export function GrowBar(props: GrowBarProps) {
  const { circuit, text, end, ends, joining, onEnd, onJoin, onJoined, onGrown } = props;
  const [word, setWord] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const choice = growChoices.find((each) => each.word === word);
  const choose = (next: string | null) => {
    setWord(next);
    setProblem(null);
  };
  if (circuit.parts.length === 0) return null;
  return (
    <section aria-label="What comes next" className="border-line border-t px-4 py-2 lg:px-5">
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <h2 className="text-lg font-semibold">{heading(circuit, end, ends)}</h2>
        <OtherEnds {...{ circuit, end, ends, onEnd }} />
      </div>
      {end !== null && joining && (
        <div className="flex flex-wrap items-center gap-2">
          <span>Tap the point that it is tied to, here or on the drawing:</span>
          {[...new Set([...joinablePoints(circuit), ...freePins(circuit)])]
            .filter((each) => each !== end)
            .map((each) => (
              <button key={each} type="button" className="key border-line" onClick={() => onJoined(each)}>
                {pointName(circuit, each)}
              </button>
            ))}
          <button type="button" className="key border-line" onClick={() => onJoin(false)}>
            Cancel
          </button>
        </div>
      )}
      {end !== null && !joining && choice === undefined && (
        <div className="flex flex-wrap gap-2">
          {growChoices.map(({ word: each, label }) => (
            <button key={each} type="button" className="key border-line" onClick={() => choose(each)}>
              {label}
            </button>
          ))}
          <button type="button" className="key border-line" onClick={() => onJoin(true)}>
            Joins …
          </button>
        </div>
      )}
      {end !== null && !joining && choice !== undefined && (
        <GrowForm
          key={`${choice.word} ${end}`}
          {...{ choice, problem }}
          usualName={nextName(circuit, choice.word)}
          onAdd={(name, figure) => {
            const grown = grownText(text, circuit, { from: end, word: choice.word, name, figure }, ends);
            if (grown.kind === 'flaw') return setProblem(grown.message);
            choose(null);
            onGrown(grown.text, grown.next);
          }}
          onCancel={() => choose(null)}
        />
      )}
    </section>
  );
}

/** Points that several things are tied to: what is fed, what is joined, what is ground. */
function joinablePoints({ parts }: Circuit): readonly TerminalRef[] {
  return parts.flatMap(({ id, kind }): readonly TerminalRef[] => {
    if (kind === 'splice' || kind === 'ground') return [`${id}.x`];
    if (kind === 'battery') return [`${id}.+`];
    return kind === 'fuse' ? [`${id}.load`] : [];
  });
}

/** How many open ends have a key of their own; the checks list them all. */
const shownEnds = 8;

/** Where it may grow instead: the other pins of the same part, other open ends, a branch at a splice, a module's next pin. */
function OtherEnds({ circuit, end, ends, onEnd }: Pick<GrowBarProps, 'circuit' | 'end' | 'ends' | 'onEnd'>) {
  const free = freePins(circuit);
  const own = free.filter((each) => end !== null && partIdOf(each) === partIdOf(end));
  // What wants a wire comes before what may go without.
  const open = [...new Set([...own, ...ends, ...free])].filter((each) => each !== end);
  const [module, setModule] = useState<string | null>(null);
  const ofKind = (kind: Part['kind']) =>
    circuit.parts.filter((part) => part.kind === kind).slice(0, shownEnds);
  return (
    <ul aria-label="Open ends" className="flex flex-wrap gap-2">
      {open.slice(0, shownEnds).map((each) => (
        <li key={each}>
          <button type="button" className="key border-line border-dashed" onClick={() => onEnd(each)}>
            + {pointName(circuit, each)}
          </button>
        </li>
      ))}
      {[...ofKind('battery'), ...ofKind('splice')].map(({ id, name, kind }) => (
        <li key={id}>
          <button
            type="button"
            className="key border-line"
            onClick={() => onEnd(kind === 'battery' ? `${id}.+` : `${id}.x`)}
          >
            Branch at {name}
          </button>
        </li>
      ))}
      {ofKind('module').map(({ id, name }) => (
        <li key={id}>
          {module === id ? (
            <NewPin
              name={name}
              onPin={(pin) => {
                setModule(null);
                onEnd(`${id}.${pin}`);
              }}
            />
          ) : (
            <button type="button" className="key border-line" onClick={() => setModule(id)}>
              New pin of {name}
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}

/** Asks which pin of a module it goes on at. */
function NewPin({ name, onPin }: { readonly name: string; readonly onPin: (pin: string) => void }) {
  const [pin, setPin] = useState('');
  const ready = /^[\w+-]{1,20}$/.test(pin);
  return (
    <form
      aria-label={`New pin of ${name}`}
      className="flex items-center gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (ready) onPin(pin);
      }}
    >
      <input
        className="field border-line w-24"
        aria-label={`Pin of ${name}`}
        placeholder="Pin"
        // The key that was pressed has become it.
        autoFocus
        maxLength={20}
        value={pin}
        onChange={({ target }) => setPin(target.value)}
      />
      <button type="submit" className="key key-chosen" disabled={!ready}>
        OK
      </button>
    </form>
  );
}

/** A point as a key says it: a ground goes by its name alone. */
function pointName(circuit: Circuit, ref: TerminalRef): string {
  const part = partById(circuit, partIdOf(ref));
  return part.kind === 'ground' ? part.name : terminalName(circuit, ref);
}

/** Which way the circuit grows at an end. */
function heading(circuit: Circuit, end: TerminalRef | null, ends: readonly TerminalRef[]): string {
  if (end === null)
    return ends.length === 0 ? 'Tap a point to branch from it.' : 'Tap a point, or an open end:';
  const name = pointName(circuit, end);
  const part = partById(circuit, partIdOf(end));
  if (part.kind === 'ground') return `What goes to ${name}?`;
  return isFeedEnd(part, end) ? `What feeds ${name}?` : `After ${name}`;
}
