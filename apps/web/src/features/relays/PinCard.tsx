import { useEffect, useRef } from 'react';
import type { SocketCell, SocketPin } from '@grim-lantern/core';
import { instrumentById, readingWords, roleWords } from '@grim-lantern/core';
import { OutcomeKeys } from '../entry/OutcomeKeys';
import { ReadNumber } from './ReadNumber';
import { agreements, pinInstrumentNames } from './socketWords';

interface PinCardProps {
  readonly pin: SocketPin;
  /** Whether the relay is out of its socket now. */
  readonly out: boolean;
  readonly onOther: (point: string) => void;
  /** Whether a hand has chosen it: then it comes into sight. */
  readonly wanted: boolean;
}

/** One pin: its numbers side by side, what it should show with the relay out and in, and the entry of what it shows. */
export function PinCard({ pin, out, onOther, wanted }: PinCardProps) {
  const { own, din, running, role, terminal, agreement } = pin;
  const now = out ? pin.out : pin.in;
  const then = out ? pin.in : pin.out;
  const { words, tone, sign } = agreements[agreement];
  const card = useRef<HTMLElement>(null);
  useEffect(() => {
    if (wanted) card.current?.scrollIntoView({ block: 'nearest' });
  }, [wanted]);
  return (
    <section ref={card} aria-label={`Pin ${own}`} className="border-ink border-t pt-2" data-testid="pin-card">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h3 className="text-xl font-semibold">
          Pin <span className="font-mono">{own}</span>{' '}
          <span className="font-normal">– {roleWords[role]}</span>
        </h3>
        <span className={tone}>
          {sign} {words}
        </span>
      </div>
      <p className="text-dim text-[14px]">
        {numbersWords(own, din, running)}{' '}
        <button type="button" className="min-h-11 min-w-11 underline" onClick={() => onOther(terminal)}>
          Any other reading here
        </button>
      </p>
      <ul data-fields>
        {now.map((cell, index) => (
          <CellRow
            key={cell.instrument}
            {...{ cell }}
            other={{ words: out ? 'in' : 'out', cell: then[index] }}
          />
        ))}
      </ul>
    </section>
  );
}

/** The pin in each way of numbering, side by side: `printed 85 · 85 of 30/85/86/87 · 2 of 1 to 5`. */
function numbersWords(own: string, din: string, running: string): string {
  return [
    `printed ${own}`,
    ...(din === '' ? [] : [`${din} of 30/85/86/87`]),
    ...(running === '' ? [] : [`${running} of 1 to 5`]),
  ].join(' · ');
}

function CellRow({
  cell,
  other,
}: {
  readonly cell: SocketCell;
  readonly other: { readonly words: string; readonly cell: SocketCell | undefined };
}) {
  const { instrument, expected, last, agreement, allowed } = cell;
  const { tone, sign, words } = agreements[agreement];
  return (
    <li className="border-line border-b py-2" data-testid={`cell-${instrument}`}>
      <div className="flex flex-wrap items-baseline justify-between gap-x-3">
        <span className="font-medium">{pinInstrumentNames[instrument]}</span>
        {last !== null && (
          <span className={`text-[15px] ${tone}`}>
            <span className="font-mono">{readingWords(last)}</span> {sign} {words}
          </span>
        )}
      </div>
      <p className="text-dim text-[14px]">
        healthy: <span className="text-ink font-mono">{expected}</span>
        {other.cell !== undefined && (
          <>
            {' '}
            · with the relay {other.words}: <span className="font-mono">{other.cell.expected}</span>
          </>
        )}
      </p>
      {allowed ? (
        <CellEntry {...{ cell }} />
      ) : (
        <p className="text-clash text-[14px]">
          A module stands behind this pin: no lamp here, it can destroy the module.
        </p>
      )}
    </li>
  );
}

function CellEntry({ cell: { instrument, test, state, expected, last } }: { readonly cell: SocketCell }) {
  const { display } = instrumentById(instrument);
  const name = pinInstrumentNames[instrument];
  if (display.kind === 'outcomes') {
    return (
      <OutcomeKeys
        item={{ test, healthy: expected, last }}
        {...{ name, state }}
        className="mt-1"
        keyClassName="min-h-11 grow px-2"
      />
    );
  }
  return <ReadNumber {...{ test, state, last }} label={name} />;
}
