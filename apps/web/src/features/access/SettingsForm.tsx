import { typedNumber } from '../../ui/typedNumber';
import type { Workshop } from '@grim-lantern/contract';
import { lengthUnits, sizeUnits } from '@grim-lantern/core';
import { useState } from 'react';
import { Segments } from '../../ui/Segments';
import { TextField } from '../../ui/TextField';
import { request, whyNot } from '../../data/request';
import { loadSession } from '../../data/access';
import { useAppDispatch } from '../../data/store';
import { loadWorkshop } from '../../data/workshop';
import { Saved } from './Saved';

/** Name, currency, prices and units of the workshop. */
export function SettingsForm({ workshop }: { readonly workshop: Workshop }) {
  const dispatch = useAppDispatch();
  const [typed, setTyped] = useState({
    name: workshop.name,
    currency: workshop.currency,
    hourlyRate: String(workshop.hourlyRate),
    askFrom: String(workshop.askFrom),
    restLimitAmps: String(workshop.restLimitAmps),
  });
  const [units, setUnits] = useState({ lengths: workshop.lengths, sizes: workshop.sizes });
  const [said, setSaid] = useState<{ why: string | null; done: string | null }>({ why: null, done: null });
  const field = (key: keyof typeof typed) => ({
    text: typed[key],
    onType: (text: string) => setTyped((before) => ({ ...before, [key]: text })),
  });
  const save = async () => {
    const body = {
      name: typed.name,
      currency: typed.currency.toUpperCase(),
      hourlyRate: typedNumber(typed.hourlyRate),
      askFrom: typedNumber(typed.askFrom),
      restLimitAmps: typedNumber(typed.restLimitAmps),
      ...units,
    };
    const answer = await request('saveSettings', { body });
    setSaid(answer.status === 'done' ? { why: null, done: 'Saved.' } : { why: whyNot(answer), done: null });
    if (answer.status === 'done') await Promise.all([dispatch(loadSession()), dispatch(loadWorkshop())]);
  };
  return (
    <form
      aria-label="Workshop"
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <h1 className="text-3xl font-semibold">{workshop.name}</h1>
      <TextField label="Name" {...field('name')} maxLength={120} />
      <div className="grid grid-cols-1 gap-3 sm:grid-cols-3">
        <TextField label="Currency, three letters" {...field('currency')} maxLength={3} />
        <TextField label="An hour costs" {...field('hourlyRate')} figure />
        <TextField label="Ask the customer from" {...field('askFrom')} figure />
        <TextField label="Usual limit at rest, A" {...field('restLimitAmps')} figure />
        <Choice
          label="Lengths"
          positions={lengthUnits}
          chosen={units.lengths}
          onChoose={(lengths) => setUnits({ ...units, lengths })}
        />
        <Choice
          label="Wire sizes"
          positions={sizeUnits}
          chosen={units.sizes}
          onChoose={(sizes) => setUnits({ ...units, sizes })}
        />
      </div>
      <div className="flex items-center gap-4">
        <button type="submit" className="key">
          Save
        </button>
        <Saved {...said} />
      </div>
    </form>
  );
}

/** One of a few words, all in sight, under a label as the fields have it. */
function Choice<T extends string>({
  label,
  positions,
  chosen,
  onChoose,
}: {
  readonly label: string;
  readonly positions: readonly T[];
  readonly chosen: T;
  readonly onChoose: (chosen: T) => void;
}) {
  return (
    <div>
      <p className="text-dim text-[15px]">{label}</p>
      <Segments
        label=""
        name={label}
        chosen={chosen}
        positions={positions.map((each) => ({ id: each, name: each }))}
        disabled={false}
        onChoose={(id) => {
          const found = positions.find((each) => each === id);
          if (found !== undefined) onChoose(found);
        }}
      />
    </div>
  );
}
