import { useEffect } from 'react';
import { sendKits } from './session';
import { useAppDispatch } from './store';
import { loadWorkshop } from './workshop';

/** Asks for the workshop and its jobs when a page opens: the technicians, and what they work on and with. */
export function useFreshWorkshop(): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    void dispatch(sendKits()).then(() => dispatch(loadWorkshop()));
  }, [dispatch]);
}
