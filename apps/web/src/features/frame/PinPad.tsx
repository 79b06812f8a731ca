import { Delete } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useEntering } from './useEntering';

/** A PIN by thumb or by keyboard. */
export function PinPad({
  person,
  onBack,
  onEntered,
}: {
  readonly person: { readonly id: string; readonly name: string };
  readonly onBack: () => void;
  readonly onEntered?: () => void;
}) {
  const { busy, why, enter } = useEntering();
  const [pin, setPin] = useState('');
  const type = (digit: string) => setPin((before) => (before + digit).slice(0, 8));
  const send = async () => {
    if (pin.length < 4 || busy) return;
    if (await enter('signInPin', { person: person.id, pin })) onEntered?.();
    setPin('');
  };
  useEffect(() => {
    const onKey = ({ key }: KeyboardEvent) => {
      if (/^[0-9]$/.test(key)) type(key);
      if (key === 'Backspace') setPin((before) => before.slice(0, -1));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <form
      aria-label={`PIN of ${person.name}`}
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <p className="border-dim bg-raised mb-3 flex min-h-12 items-center justify-center border font-mono text-2xl tracking-[0.4em]">
        <span className="sr-only">{pin.length} digits</span>
        <span aria-hidden>{'•'.repeat(pin.length) || ' '}</span>
      </p>
      <div className="mb-3 grid grid-cols-3 gap-2">
        {['1', '2', '3', '4', '5', '6', '7', '8', '9'].map((digit) => (
          <button key={digit} type="button" className="key min-h-14 text-xl" onClick={() => type(digit)}>
            {digit}
          </button>
        ))}
        <button type="button" className="key border-line min-h-14" onClick={onBack}>
          Back
        </button>
        <button type="button" className="key min-h-14 text-xl" onClick={() => type('0')}>
          0
        </button>
        <button
          type="button"
          aria-label="Delete the last digit"
          className="key border-line flex min-h-14 items-center justify-center"
          onClick={() => setPin((before) => before.slice(0, -1))}
        >
          <Delete size={22} aria-hidden />
        </button>
      </div>
      {why !== null && (
        <p role="alert" className="text-clash mb-3">
          {why}
        </p>
      )}
      <button type="submit" className="key key-chosen w-full" disabled={busy || pin.length < 4}>
        Sign in
      </button>
    </form>
  );
}
