import type { Circuit, TerminalRef } from '@grim-lantern/core';
import {
  growChoices,
  grownText,
  isFeedEnd,
  nextName,
  partById,
  partIdOf,
  stopAt,
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
        <OpenEnds circuit={circuit} ends={ends.filter((each) => each !== end)} onEnd={onEnd} />
      </div>
      {end !== null && joining && (
        <div className="flex flex-wrap items-center gap-2">
          <span>Tap the point that it is tied to, here or on the drawing:</span>
          {joinablePoints(circuit)
            .filter((each) => each !== end)
            .map((each) => (
              <button
                key={each}
                type="button"
                className="key border-line font-mono text-[14px]"
                onClick={() => onJoined(each)}
              >
                {stopAt(circuit, each)}
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

function OpenEnds({
  circuit,
  ends,
  onEnd,
}: {
  readonly circuit: Circuit;
  readonly ends: readonly TerminalRef[];
  readonly onEnd: (end: TerminalRef) => void;
}) {
  return (
    <ul aria-label="Open ends" className="flex flex-wrap gap-2">
      {ends.slice(0, shownEnds).map((each) => (
        <li key={each}>
          <button
            type="button"
            className="key border-line border-dashed font-mono text-[14px]"
            onClick={() => onEnd(each)}
          >
            + {stopAt(circuit, each)}
          </button>
        </li>
      ))}
      {circuit.parts
        .filter(({ kind }) => kind === 'splice')
        .slice(0, shownEnds)
        .map(({ id, name }) => (
          <li key={id}>
            <button type="button" className="key border-line" onClick={() => onEnd(`${id}.x`)}>
              Branch at {name}
            </button>
          </li>
        ))}
    </ul>
  );
}

/** Which way the circuit grows at an end. */
function heading(circuit: Circuit, end: TerminalRef | null, ends: readonly TerminalRef[]): string {
  if (end === null)
    return ends.length === 0 ? 'Tap a point to branch from it.' : 'Tap a point, or an open end:';
  const name = terminalName(circuit, end);
  return isFeedEnd(partById(circuit, partIdOf(end)), end) ? `What feeds ${name}?` : `After ${name}`;
}
