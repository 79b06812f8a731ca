import { useState } from 'react';
import { TextField } from '../../ui/TextField';
import { useEntering } from '../frame/useEntering';

/** Login and password, and the authenticator's digits where they are asked for. */
export function PasswordForm() {
  const { busy, why, code: refusal, enter } = useEntering();
  const [login, setLogin] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [shared, setShared] = useState(false);
  const asksCode = refusal === 'sign-in/code' || code !== '';
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        const body = { login, password, ...(code === '' ? {} : { code }), ...(shared ? { shared } : {}) };
        void enter('signIn', body);
      }}
    >
      <TextField label="Login" text={login} onType={setLogin} autoComplete="username" />
      <TextField
        label="Password"
        text={password}
        onType={setPassword}
        type="password"
        autoComplete="current-password"
      />
      {asksCode && (
        <TextField
          label="6 digits of your authenticator"
          text={code}
          onType={setCode}
          figure
          autoComplete="one-time-code"
        />
      )}
      <label className="flex min-h-11 items-center gap-3">
        <input
          type="checkbox"
          className="size-6"
          checked={shared}
          onChange={({ target }) => setShared(target.checked)}
        />
        Others use this tablet too: they switch by PIN
      </label>
      {why !== null && (
        <p role="alert" className="text-clash">
          {why}
        </p>
      )}
      <button type="submit" className="key key-chosen" disabled={busy}>
        Sign in
      </button>
    </form>
  );
}
