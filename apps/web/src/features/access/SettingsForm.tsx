import { typedNumber } from '../../ui/typedNumber';
import type { Workshop } from '@grim-lantern/contract';
import { useState } from 'react';
import { TextField } from '../../ui/TextField';
import { request, whyNot } from '../../data/request';
import { loadSession } from '../../data/access';
import { useAppDispatch } from '../../data/store';
import { loadWorkshop } from '../../data/workshop';
import { Saved } from './Saved';

/** Name, currency and prices of the workshop. */
export function SettingsForm({ workshop }: { readonly workshop: Workshop }) {
  const dispatch = useAppDispatch();
  const [typed, setTyped] = useState({
    name: workshop.name,
    currency: workshop.currency,
    hourlyRate: String(workshop.hourlyRate),
    askFrom: String(workshop.askFrom),
  });
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
