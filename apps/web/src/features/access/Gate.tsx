import type { ReactNode } from 'react';
import { useState } from 'react';
import { useAppSelector } from '../../data/store';
import { SignInPage } from './SignInPage';

/**
 * Lets in who is signed in. Out of the server's reach, whoever worked here last goes on: what is entered waits, and is sent once
 * the server has said that they may. Where a sign-in ends in the middle of the work, the page stays behind the question who it
 * is, with what was being typed.
 */
export function Gate({ children }: { readonly children: ReactNode }) {
  const access = useAppSelector((state) => state.access);
  const known = useAppSelector(({ session }) => session.technicianId !== null);
  const open = access.status === 'told' ? access.session.person !== null : known;
  const [opened, setOpened] = useState(false);
  if (open && !opened) setOpened(true);
  if (access.status === 'asking') return <p className="text-dim p-5">Looking who is signed in …</p>;
  return (
    <>
      {!open && <SignInPage {...(access.status === 'out-of-reach' ? { trouble: access.why } : {})} />}
      {(open || opened) && (
        <div hidden={!open} inert={!open} className="h-full">
          {children}
        </div>
      )}
    </>
  );
}
