import type { Session } from '@grim-lantern/contract';
import { useState } from 'react';
import { useAppSelector } from '../../data/store';
import { PasswordForm } from './PasswordForm';
import { PinPad } from '../frame/PinPad';
import { roleWords } from './roleWords';
import { useEntering } from '../frame/useEntering';

/** Who are you: with one tap in the demo, with a PIN on a shared tablet, else with login and password. */
export function SignInPage({ trouble }: { readonly trouble?: string }) {
  const access = useAppSelector((state) => state.access);
  const session = access.status === 'told' ? access.session : null;
  const waiting = useAppSelector(({ outbox }) => outbox.waiting.length);
  return (
    <main className="mx-auto flex w-full max-w-[460px] flex-col gap-6 px-4 py-8">
      <h1 className="text-3xl font-semibold">Grim Lantern</h1>
      {trouble !== undefined && (
        <p role="alert" className="text-clash">
          {trouble}
        </p>
      )}
      {waiting > 0 && (
        <p className="border-line border-l-4 pl-3">
          {waiting === 1 ? '1 entry waits' : `${waiting} entries wait`} here and will be sent once somebody is
          signed in.
        </p>
      )}
      {session?.empty === true && (
        <p>There is no workshop here yet: open the link that the start command printed.</p>
      )}
      {session !== null && session.device.length > 0 && <DevicePeople people={session.device} />}
      {session !== null && session.demo.length > 0 && <DemoPeople people={session.demo} />}
      <section aria-labelledby="by-password">
        <h2 id="by-password" className="mb-2 text-xl font-semibold">
          Sign in
        </h2>
        <PasswordForm />
      </section>
    </main>
  );
}

/** The people of a shared device: a name, then a PIN. */
function DevicePeople({ people }: { readonly people: Session['device'] }) {
  const [chosen, setChosen] = useState<Session['device'][number] | null>(null);
  return (
    <section aria-labelledby="by-pin">
      <h2 id="by-pin" className="mb-2 text-xl font-semibold">
        {chosen === null ? 'Who are you?' : chosen.name}
      </h2>
      {chosen === null ? (
        <People people={people} onChoose={setChosen} />
      ) : (
        <PinPad person={chosen} onBack={() => setChosen(null)} />
      )}
    </section>
  );
}

function DemoPeople({ people }: { readonly people: Session['demo'] }) {
  const { busy, why, enter } = useEntering();
  return (
    <section aria-labelledby="by-tap">
      <h2 id="by-tap" className="mb-1 text-xl font-semibold">
        Try the demo
      </h2>
      <p className="text-dim mb-2">An invented workshop on this machine. Tap a name.</p>
      <People
        people={people}
        disabled={busy}
        onChoose={({ id }) => void enter('signInDemo', { person: id })}
      />
      {why !== null && (
        <p role="alert" className="text-clash mt-2">
          {why}
        </p>
      )}
    </section>
  );
}

function People({
  people,
  disabled = false,
  onChoose,
}: {
  readonly people: Session['demo'];
  readonly disabled?: boolean;
  readonly onChoose: (person: Session['demo'][number]) => void;
}) {
  return (
    <ul className="flex flex-col gap-2">
      {people.map((person) => (
        <li key={person.id}>
          <button
            type="button"
            className="key flex min-h-12 w-full items-baseline justify-between gap-3 py-2 text-left"
            disabled={disabled}
            onClick={() => onChoose(person)}
          >
            <span className="text-lg break-words">{person.name}</span>
            <span className="text-dim">{roleWords[person.role]}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
