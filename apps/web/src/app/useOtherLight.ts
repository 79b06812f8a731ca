import { sessionSlice } from '../store/session';
import { useAppDispatch, useAppSelector } from '../store/store';

/** The light that is not on, and turning to it. */
export function useOtherLight() {
  const dispatch = useAppDispatch();
  const light = useAppSelector((state) => state.session.light);
  const other = light === 'night' ? 'day' : 'night';
  return { other, turn: () => dispatch(sessionSlice.actions.lightChosen(other)) } as const;
}
