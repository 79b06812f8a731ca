import type { Circuit, ForeseenOutcome, JobFact, NumberScale, ReadingValue, Test } from '@grim-lantern/core';
import {
  bandOf,
  fieldUnit,
  fieldWords,
  instrumentById,
  leavesWords,
  outcomeName,
  parseReading,
  percent,
  withFieldUnit,
} from '@grim-lantern/core';
import { Delete } from 'lucide-react';
import { useId, useState } from 'react';
import type { ReactNode } from 'react';

/** What was read, as a reading's event has it. */
export type Entered = Pick<Extract<JobFact, { type: 'reading-taken' }>, 'value' | 'typed' | 'unsure'>;

interface ReadingEntryProps {
  readonly circuit: Circuit;
  readonly test: Test;
  /** What each outcome would leave; empty while it is not worked out. */
  readonly outcomes: readonly ForeseenOutcome[];
  readonly disabled: boolean;
  readonly onRead: (entered: Entered) => void;
  /** The outcome held or focused, for the map to show; null when let go. */
  readonly onHold: (outcome: ForeseenOutcome | null) => void;
}

/** Entering the reading is choosing the outcome: a button each, or a number with the bands beside it. */
export function ReadingEntry(props: ReadingEntryProps) {
  const { display } = instrumentById(props.test.instrument);
  // Doubt belongs to one question: it is let go when another takes its place.
  const question = `${props.test.instrument} ${props.test.at}`;
  const [doubted, setDoubted] = useState<string | null>(null);
  const unsure = doubted === question;
  const onRead = (value: ReadingValue, typed: string) => {
    setDoubted(null);
    props.onRead({ value, typed, ...(unsure ? { unsure } : {}) });
  };
  const Entry = display.kind === 'number' ? NumberEntry : OutcomeEntry;
  return (
    <>
      <Entry {...props} onRead={onRead} />
      <button
        type="button"
        aria-pressed={unsure}
        className={`key border-line mt-2 self-start text-[15px] ${unsure ? 'key-chosen' : 'text-dim'}`}
        onClick={() => setDoubted(unsure ? null : question)}
      >
        {unsure ? 'Not sure: the next answer counts for little' : 'Not sure?'}
      </button>
    </>
  );
}

/** The same, for each kind of display. */
type EntryProps = Omit<ReadingEntryProps, 'onRead'> & {
  readonly onRead: (value: ReadingValue, typed: string) => void;
};

function OutcomeEntry({ circuit, test, outcomes, disabled, onRead, onHold }: EntryProps) {
  const { display } = instrumentById(test.instrument);
  if (display.kind !== 'outcomes') return null;
  return (
    <div className="grid grid-cols-2 gap-2 lg:grid-cols-1">
      {display.outcomes.map(({ id, name }) => {
        const foreseen = outcomes.find(({ outcome }) => outcome.kind === 'outcome' && outcome.id === id);
        const words = foreseen === undefined ? null : described(circuit, foreseen);
        const hold = () => onHold(foreseen ?? null);
        return (
          <button
            key={id}
            type="button"
            disabled={disabled}
            data-outcome={id}
            className="border-line bg-raised hover:border-ink focus-visible:border-ink flex min-h-15 flex-col justify-center border px-3 py-1.5 sm:px-4 text-left disabled:opacity-60"
            onClick={() => onRead({ kind: 'outcome', outcome: id }, name)}
            onPointerEnter={hold}
            onPointerLeave={() => onHold(null)}
            onFocus={hold}
            onBlur={() => onHold(null)}
          >
            <OutcomeLine name={name} words={words} />
          </button>
        );
      })}
    </div>
  );
}

/** What stands beside an outcome, in words. */
function described(circuit: Circuit, outcome: ForeseenOutcome) {
  return {
    name: outcomeName(outcome.outcome),
    leaves: leavesWords(circuit, outcome),
    chance: percent(outcome.probability),
  };
}

function OutcomeLine({
  name,
  words,
}: {
  name: string;
  words: { leaves: string; chance: string } | null;
}): ReactNode {
  return (
    <>
      <span className="flex w-full items-baseline justify-between gap-3">
        <span className="text-lg leading-tight font-semibold sm:text-xl">{name}</span>
        <span className="shrink-0 font-mono text-[16px]">{words?.chance}</span>
      </span>
      <span className="text-dim text-[14px] leading-tight">{words?.leaves}</span>
    </>
  );
}

function NumberEntry({ circuit, test, outcomes, disabled, onRead, onHold }: EntryProps) {
  const { display } = instrumentById(test.instrument);
  const [typed, setTyped] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const field = useId();
  if (display.kind !== 'number') return null;
  const { scale } = display;
  const words = withFieldUnit(typed, scale);
  const parsed = parseReading(words, scale);
  const { name: unitName, example } = fieldWords(scale);
  const fits =
    parsed.status === 'read' && parsed.value.kind !== 'outcome'
      ? outcomes[
          bandOf(
            outcomes.map(({ outcome }) => outcome),
            parsed.value.kind === 'overload' ? 'overload' : parsed.value.value,
          )
        ]
      : undefined;
  const change = (text: string) => {
    setTyped(text);
    setRefused(null);
  };
  const enter = () => {
    if (parsed.status === 'refused') setRefused(parsed.why);
    else onRead(parsed.value, words);
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        enter();
      }}
    >
      <ul aria-label="What each reading would leave" className="mb-1.5">
        {outcomes.map((outcome) => {
          const { name, leaves, chance } = described(circuit, outcome);
          return (
            <li
              key={name}
              className={`border-line flex items-baseline gap-3 border-l-4 py-[2px] pl-3 lg:py-1 ${outcome === fits ? 'border-l-ink' : ''}`}
              onPointerEnter={() => onHold(outcome)}
              onPointerLeave={() => onHold(null)}
            >
              <span className="w-28 shrink-0 font-mono text-[13px] lg:w-32">{name}</span>
              <span className="text-dim min-w-0 grow text-[14px] max-sm:truncate">{leaves}</span>
              <span className="shrink-0 font-mono text-[14px]">{chance}</span>
            </li>
          );
        })}
      </ul>
      <label htmlFor={field} className="sr-only">
        Reading in {unitName}
      </label>
      <div className="flex gap-2">
        <div className="relative grow">
          <input
            id={field}
            value={typed}
            autoComplete="off"
            inputMode="decimal"
            aria-invalid={refused !== null}
            aria-describedby={`${field}-refused`}
            placeholder={example}
            className="field h-12 pr-12 font-mono text-[26px] lg:h-15 lg:text-[30px]"
            onChange={({ target }) => change(target.value)}
          />
          <span className="text-dim absolute top-1/2 right-4 -translate-y-1/2 font-mono text-xl">
            {fieldUnit(scale)}
          </span>
        </div>
        <button type="submit" disabled={disabled} className="key key-chosen px-6 text-lg">
          Enter
        </button>
      </div>
      <p id={`${field}-refused`} role="alert" className="text-clash py-1 text-[15px] lg:min-h-5">
        {refused}
      </p>
      <Keypad scale={scale} typed={typed} onType={change} />
    </form>
  );
}

const erase = 'Delete';
/** Digits as on a calculator; what a meter adds to them beside. */
const signedKeys = ['7', '8', '9', '−', 'm', erase, '4', '5', '6', '.', '1', '2', '3', '0'] as const;
const padKeys = {
  Ω: ['7', '8', '9', 'k', 'M', erase, '4', '5', '6', 'm', 'OL', '.', '1', '2', '3', '0'],
  V: signedKeys,
  A: signedKeys,
} as const;

/** For thumbs: where the pointer is a mouse, there are keys. */
function Keypad({
  scale,
  typed,
  onType,
}: {
  scale: NumberScale;
  typed: string;
  onType: (text: string) => void;
}) {
  return (
    <div role="group" aria-label="Keypad" className="grid grid-cols-6 gap-1 pointer-fine:hidden">
      {padKeys[scale.unit].map((each) => (
        <button
          key={each}
          type="button"
          aria-label={each}
          className={`key border-line flex items-center justify-center px-0 font-mono text-xl ${each === '0' || (each === '.' && scale.unit !== 'Ω') ? 'col-span-3' : ''}`}
          onClick={() => onType(typedWith(typed, each))}
        >
          {each === erase ? <Delete size={20} /> : each}
        </button>
      ))}
    </div>
  );
}

/** What stands in the field after a key: a sign goes to the front and off again, "OL" replaces it all. */
function typedWith(typed: string, key: string): string {
  if (key === erase) return typed.slice(0, -1);
  if (key === 'OL') return 'OL';
  if (key === '−') return typed.startsWith('-') ? typed.slice(1) : `-${typed}`;
  return typed + key;
}
