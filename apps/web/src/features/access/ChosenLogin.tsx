import { TextField } from '../../ui/TextField';

/** A login and a password that are being chosen, and why they were not taken. */
export function ChosenLogin({
  login,
  onLogin,
  password,
  onPassword,
  why,
}: {
  readonly login: string;
  readonly onLogin: (text: string) => void;
  readonly password: string;
  readonly onPassword: (text: string) => void;
  readonly why: string | null;
}) {
  return (
    <>
      <TextField
        label="Login, such as your e-mail address"
        text={login}
        onType={onLogin}
        autoComplete="username"
      />
      <TextField
        label="Password, at least 12 characters"
        text={password}
        onType={onPassword}
        type="password"
        autoComplete="new-password"
      />
      {why !== null && (
        <p role="alert" className="text-clash">
          {why}
        </p>
      )}
    </>
  );
}
