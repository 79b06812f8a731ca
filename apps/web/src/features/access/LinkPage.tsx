import type { Reply } from '@grim-lantern/contract';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { request, whyNot } from '../../data/request';
import { ChosenLogin } from './ChosenLogin';
import { passwordFlaw } from './passwordFlaw';
import { roleMeanings, roleWords } from './roleWords';
import { useEntering } from '../frame/useEntering';

/** Where an owner's link leads: choose a login and a password, and be signed in. The token is behind “#”, which no server logs. */
export default function LinkPage() {
  const token = location.hash.slice(1);
  const navigate = useNavigate();
  const { busy, why, enter } = useEntering();
  const [about, setAbout] = useState<Reply<'lookAtLink'> | string | null>(null);
  const [login, setLogin] = useState('');
  const [password, setPassword] = useState('');
  const [flaw, setFlaw] = useState<string | null>(null);
  useEffect(() => {
    void request('lookAtLink', { body: { token } }).then((answer) => {
      if (answer.status !== 'done') return setAbout(whyNot(answer));
      setAbout(answer.reply);
      setLogin(answer.reply.login ?? '');
    });
  }, [token]);
  if (about === null) return <p className="text-dim p-5">Looking whom this link is for …</p>;
  if (typeof about === 'string') {
    return (
      <p role="alert" className="text-clash p-5">
        {about}
      </p>
    );
  }
  return (
    <main className="mx-auto flex w-full max-w-[460px] flex-col gap-4 px-4 py-8">
      <h1 className="text-3xl font-semibold">Welcome, {about.name}</h1>
      <p>
        {about.workshop} · {roleWords[about.role]}: {roleMeanings[about.role]}
      </p>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          const found = passwordFlaw(password);
          setFlaw(found);
          if (found !== null) return;
          void enter('acceptLink', { token, login, password }).then((done) => done && void navigate('/'));
        }}
      >
        <ChosenLogin
          login={login}
          onLogin={setLogin}
          password={password}
          onPassword={setPassword}
          why={flaw ?? why}
        />
        <button type="submit" className="key key-chosen" disabled={busy}>
          Save and sign in
        </button>
      </form>
    </main>
  );
}
