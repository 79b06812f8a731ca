import type { RouteName } from '@grim-lantern/contract';
import { useState } from 'react';
import { request, whyNot } from '../../data/request';
import { loadSession } from '../../data/access';
import { useAppDispatch, useAppSelector } from '../../data/store';

type Door = Extract<RouteName, 'signIn' | 'signInDemo' | 'signInPin' | 'setup' | 'acceptLink'>;

/** How signing in went. */
export interface Entering {
  readonly busy: boolean;
  /** Why it did not work; null where nothing went wrong. */
  readonly why: string | null;
  /** The refusal's code, such as `sign-in/code`. */
  readonly code: string | null;
  /** Tries to sign in. @returns whether it worked */
  readonly enter: (door: Door, body: object) => Promise<boolean>;
}

/** Signing in, by whichever door. In another workshop than before the page begins anew, so that nothing of one is seen in the other. */
export function useEntering(): Entering {
  const dispatch = useAppDispatch();
  const before = useAppSelector(({ access }) =>
    access.status === 'told' ? (access.session.workshop?.id ?? null) : null,
  );
  const [state, setState] = useState<Omit<Entering, 'enter'>>({ busy: false, why: null, code: null });
  const enter = async (door: Door, body: object) => {
    setState({ busy: true, why: null, code: null });
    const answer = await request(door, { body });
    if (answer.status !== 'done') {
      const code = answer.status === 'refused' ? answer.problem.code : null;
      setState({ busy: false, why: whyNot(answer), code });
      return false;
    }
    if (before !== null && before !== answer.reply.workshop?.id) {
      location.assign('/');
      return true;
    }
    await dispatch(loadSession());
    setState({ busy: false, why: null, code: null });
    return true;
  };
  return { ...state, enter };
}
