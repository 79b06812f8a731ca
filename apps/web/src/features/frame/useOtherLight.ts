import { sessionSlice } from '../../data/session';
import { useAppDispatch, useAppSelector } from '../../data/store';

/** The light that is not on, and turning to it. */
export function useOtherLight() {
  const dispatch = useAppDispatch();
  const light = useAppSelector((state) => state.session.light);
  const other = light === 'night' ? 'day' : 'night';
  return { other, turn: () => dispatch(sessionSlice.actions.lightChosen(other)) } as const;
}
