import type { Person } from '@grim-lantern/contract';
import { Secret, TOTP } from 'otpauth';
import { useState } from 'react';
import { TextField } from '../../ui/TextField';
import { TopBar } from '../frame/TopBar';
import { request, whyNot } from '../../data/request';
import { loadSession, signedIn } from '../../data/access';
import { useAppDispatch, useAppSelector } from '../../data/store';
import { FieldRow } from './FieldRow';
import { Saved } from './Saved';
import { roleMeanings, roleWords } from './roleWords';

/** The own password, PIN and second factor; signing out everywhere. */
export default function AccountPage() {
  const person = useAppSelector(signedIn);
  return (
    <div className="flex min-h-full flex-col">
      <TopBar />
      <main className="mx-auto flex w-full max-w-[560px] flex-col gap-8 px-4 py-5">
        {person === null ? (
          <p className="text-dim">The server cannot be reached: an account is changed when it is back.</p>
        ) : (
          <Account person={person} />
        )}
      </main>
    </div>
  );
}

function Account({ person }: { readonly person: Person }) {
  const dispatch = useAppDispatch();
  const everywhere = async () => {
    const answer = await request('signOutEverywhere');
    if (answer.status === 'done') location.assign('/');
    else await dispatch(loadSession());
  };
  return (
    <>
      <div>
        <h1 className="text-3xl font-semibold">{person.name}</h1>
        <p className="text-dim">
          {roleWords[person.role]}: {roleMeanings[person.role]}
        </p>
      </div>
      {person.password ? (
        <Secrets person={person} />
      ) : (
        <p>
          You have no password: people of the demo sign in with a tap. In a workshop the owner sends a link to
          choose one.
        </p>
      )}
      <section aria-labelledby="everywhere">
        <h2 id="everywhere" className="mb-2 text-xl font-semibold">
          Other devices
        </h2>
        <button type="button" className="key" onClick={() => void everywhere()}>
          Sign out everywhere
        </button>
      </section>
    </>
  );
}

function Secrets({ person }: { readonly person: Person }) {
  const dispatch = useAppDispatch();
  const [password, setPassword] = useState('');
  const [newPassword, setNewPassword] = useState('');
  const [pin, setPin] = useState('');
  const [said, setSaid] = useState<{ why: string | null; done: string | null }>({ why: null, done: null });
  const change = async (body: object, done: string) => {
    const answer = await request('changeOwnSecrets', { body: { password, ...body } });
    if (answer.status !== 'done') return setSaid({ why: whyNot(answer), done: null });
    setSaid({ why: null, done });
    [setPassword, setNewPassword, setPin].forEach((clear) => clear(''));
    await dispatch(loadSession());
  };
  return (
    <>
      <section aria-labelledby="present" className="flex flex-col gap-3">
        <h2 id="present" className="text-xl font-semibold">
          Password, PIN and second factor
        </h2>
        <TextField
          label="Present password, needed for each change"
          text={password}
          onType={setPassword}
          type="password"
          autoComplete="current-password"
        />
        <Saved {...said} />
        <FieldRow
          field={
            <TextField
              label="New password, at least 12 characters"
              text={newPassword}
              onType={setNewPassword}
              type="password"
              autoComplete="new-password"
            />
          }
        >
          <button
            type="button"
            className="key"
            disabled={newPassword === ''}
            onClick={() => void change({ newPassword }, 'Password changed; other devices are signed out.')}
          >
            Change password
          </button>
        </FieldRow>
        <FieldRow
          field={
            <TextField
              label="PIN for shared tablets, 4 to 8 digits"
              text={pin}
              onType={setPin}
              type="password"
              figure
              autoComplete="off"
            />
          }
        >
          <button
            type="button"
            className="key"
            disabled={pin === ''}
            onClick={() => void change({ pin }, 'PIN saved.')}
          >
            Save PIN
          </button>
          {person.pin && (
            <button
              type="button"
              className="key border-line"
              onClick={() => void change({ pin: null }, 'PIN removed.')}
            >
              Remove PIN
            </button>
          )}
        </FieldRow>
      </section>
      <SecondFactor person={person} onChange={(secondFactor, done) => void change({ secondFactor }, done)} />
    </>
  );
}

function SecondFactor({
  person,
  onChange,
}: {
  readonly person: Person;
  readonly onChange: (secondFactor: { secret: string; code: string } | null, done: string) => void;
}) {
  const [secret, setSecret] = useState<string | null>(null);
  const [code, setCode] = useState('');
  if (person.secondFactor) {
    return (
      <section aria-label="Second factor">
        <p className="mb-2">An authenticator is set: sign-in asks for its 6 digits.</p>
        <button
          type="button"
          className="key border-line"
          onClick={() => onChange(null, 'Second factor removed.')}
        >
          Remove second factor
        </button>
      </section>
    );
  }
  if (secret === null) {
    return (
      <section aria-label="Second factor">
        <button type="button" className="key" onClick={() => setSecret(new Secret({ size: 20 }).base32)}>
          Set up an authenticator
        </button>
      </section>
    );
  }
  const address = new TOTP({ issuer: 'Grim Lantern', label: person.name, secret: Secret.fromBase32(secret) });
  return (
    <section aria-label="Second factor" className="flex flex-col gap-3">
      <p>
        Enter this key in your authenticator, or{' '}
        <a href={address.toString()} className="underline">
          open it there
        </a>
        , then type the 6 digits that it shows.
      </p>
      <p className="font-mono break-all">{secret.replace(/(.{4})/g, '$1 ')}</p>
      <FieldRow
        field={
          <TextField label="6 digits" text={code} onType={setCode} figure autoComplete="one-time-code" />
        }
      >
        <button
          type="button"
          className="key"
          disabled={code === ''}
          onClick={() => onChange({ secret, code }, 'Second factor set.')}
        >
          Save second factor
        </button>
      </FieldRow>
    </section>
  );
}
