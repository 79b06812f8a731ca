import { typedNumber } from '../../ui/typedNumber';
import type { JobState } from '@grim-lantern/core';
import { useState } from 'react';
import { TextField } from '../../ui/TextField';
import { money } from '../../data/money';
import { useSettings } from '../../data/useSettings';
import { useRecording } from '../entry/recording';

/** What a question to the customer starts from. */
export interface Question {
  readonly text: string;
  readonly amount: number;
  /** Out of bounds when the answer is no. */
  readonly places: readonly string[];
}

/** The customer's word: what is asked for, the answer, and what may be spent. */
export function CustomerPanel({ job, draft }: { readonly job: JobState; readonly draft: Question }) {
  const { currency } = useSettings();
  const waiting = job.customer.at(-1)?.answer === null;
  return (
    <section aria-label="Customer" className="border-line border-b py-4">
      <h2 className="text-xl font-semibold">Customer</h2>
      <ul>
        {job.customer.map(({ text, amount, answer, at }) => (
          <li key={at} className="py-1">
            Asked: {text} <span className="font-mono text-[14px]">{money(amount, currency)}</span>
            <span className={`block ${answer?.agreed === true ? 'text-agree' : 'text-clash'}`}>
              {answer === null
                ? 'No answer yet: the job waits.'
                : answer.agreed
                  ? `Yes, up to ${money(answer.amount, currency)}. ${answer.text}`
                  : `No. ${answer.text}`}
            </span>
          </li>
        ))}
      </ul>
      {job.closed !== null ? null : waiting ? (
        <Answer amount={job.customer.at(-1)?.amount ?? 0} />
      ) : (
        <Ask key={draft.text} draft={draft} />
      )}
    </section>
  );
}

function Ask({ draft }: { draft: Question }) {
  const record = useRecording();
  const { currency } = useSettings();
  const [text, setText] = useState(draft.text);
  const [amount, setAmount] = useState(draft.amount === 0 ? '' : String(Math.round(draft.amount)));
  const value = typedNumber(amount);
  const fits = text.trim() !== '' && amount.trim() !== '' && Number.isFinite(value) && value >= 0;
  return (
    <form
      className="mt-2 flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!fits) return;
        record?.({ type: 'customer-asked', text: text.trim(), amount: value, places: draft.places });
      }}
    >
      <div className="min-w-48 grow">
        <TextField
          label="Customer’s approval for"
          placeholder="take the headliner down to reach the loom"
          text={text}
          onType={setText}
          maxLength={400}
        />
      </div>
      <div className="w-32">
        <TextField label={`for up to, ${currency}`} text={amount} onType={setAmount} figure />
      </div>
      <button type="submit" className="key" disabled={record === null || !fits}>
        Ask
      </button>
    </form>
  );
}

function Answer({ amount }: { amount: number }) {
  const record = useRecording();
  const { currency } = useSettings();
  const [text, setText] = useState('');
  const [most, setMost] = useState(String(Math.round(amount)));
  const value = typedNumber(most);
  const answer = (agreed: boolean) =>
    record?.({
      type: 'customer-answered',
      agreed,
      amount: agreed && Number.isFinite(value) ? value : 0,
      text: text.trim(),
    });
  return (
    <div className="mt-2 flex flex-wrap items-end gap-2">
      <div className="min-w-48 grow">
        <TextField label="In the customer’s words" text={text} onType={setText} maxLength={400} />
      </div>
      <div className="w-32">
        <TextField label={`up to, ${currency}`} text={most} onType={setMost} figure />
      </div>
      <button type="button" className="key" disabled={record === null} onClick={() => answer(true)}>
        Yes
      </button>
      <button type="button" className="key" disabled={record === null} onClick={() => answer(false)}>
        No
      </button>
    </div>
  );
}
