import { useEffect } from 'react';
import { useAppDispatch } from './store';
import { loadWorkshop } from './workshop';

/** Asks for the workshop and its jobs when a page opens: the names of technicians, and what they work on. */
export function useFreshWorkshop(): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    void dispatch(loadWorkshop());
  }, [dispatch]);
}
