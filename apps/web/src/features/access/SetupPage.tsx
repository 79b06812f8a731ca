import { typedNumber } from '../../ui/typedNumber';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { TextField } from '../../ui/TextField';
import { ChosenLogin } from './ChosenLogin';
import { passwordFlaw } from './passwordFlaw';
import { useEntering } from '../frame/useEntering';

/** The first page of a fresh installation: its workshop and its owner. */
export default function SetupPage() {
  const navigate = useNavigate();
  const { busy, why, enter } = useEntering();
  const [typed, setTyped] = useState({
    workshop: '',
    currency: 'EUR',
    rate: '60',
    askFrom: '50',
    name: '',
    login: '',
    password: '',
  });
  const [flaw, setFlaw] = useState<string | null>(null);
  const field = (key: keyof typeof typed) => ({
    text: typed[key],
    onType: (text: string) => setTyped((before) => ({ ...before, [key]: text })),
  });
  const submit = () => {
    const found = flawOf(typed);
    setFlaw(found);
    if (found !== null) return;
    const { workshop, currency, rate, askFrom, name, login, password } = typed;
    const body = {
      token: location.hash.slice(1),
      workshop: {
        name: workshop,
        currency: currency.toUpperCase(),
        hourlyRate: typedNumber(rate),
        askFrom: typedNumber(askFrom),
      },
      owner: { name, login, password },
    };
    void enter('setup', body).then((done) => done && void navigate('/vehicles'));
  };
  return (
    <main className="mx-auto flex w-full max-w-[560px] flex-col gap-4 px-4 py-8">
      <h1 className="text-3xl font-semibold">Your workshop</h1>
      <p className="text-dim">Everything can be changed later, under Workshop.</p>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          submit();
        }}
      >
        <TextField label="Name of the workshop" {...field('workshop')} maxLength={120} />
        <div className="grid grid-cols-3 gap-3">
          <TextField label="Currency" {...field('currency')} maxLength={3} />
          <TextField label="An hour costs" {...field('rate')} figure />
          <TextField label="Ask customer from" {...field('askFrom')} figure />
        </div>
        <TextField label="Your name" {...field('name')} maxLength={120} autoComplete="name" />
        <ChosenLogin
          login={typed.login}
          onLogin={field('login').onType}
          password={typed.password}
          onPassword={field('password').onType}
          why={flaw ?? why}
        />
        <button type="submit" className="key key-chosen" disabled={busy}>
          Make the workshop
        </button>
      </form>
    </main>
  );
}

function flawOf(typed: Readonly<Record<string, string>>): string | null {
  if (typed['workshop']?.trim() === '') return 'Name of the workshop: expected a few words.';
  if (!/^[A-Za-z]{3}$/.test(typed['currency'] ?? '')) return 'Currency: expected three letters, such as EUR.';
  for (const [key, label] of [
    ['rate', 'An hour costs'],
    ['askFrom', 'Ask customer from'],
  ] as const) {
    const value = typedNumber(typed[key] ?? '');
    if (typed[key]?.trim() === '' || !(value >= 0)) return `${label}: expected a number, such as 60.`;
  }
  if (typed['name']?.trim() === '') return 'Your name: expected some text.';
  return passwordFlaw(typed['password'] ?? '');
}
