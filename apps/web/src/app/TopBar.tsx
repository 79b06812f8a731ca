import { Moon, Sun } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { sessionSlice } from '../store/session';
import { useAppDispatch, useAppSelector } from '../store/store';

/** Name of the house, what is open, who holds the tablet, and the light. */
export function TopBar({ children }: { children?: ReactNode }) {
  const dispatch = useAppDispatch();
  const { light, technicianId } = useAppSelector((state) => state.session);
  const workshop = useAppSelector((state) => state.workshop);
  const technicians = workshop.status === 'ready' ? workshop.workshop.technicians : [];
  const other = light === 'night' ? 'day' : 'night';
  return (
    <header className="border-line flex flex-wrap items-center gap-x-6 gap-y-1 border-b px-4 py-1.5 lg:px-5">
      <Link to="/" className="flex min-h-11 items-center text-lg font-semibold whitespace-nowrap">
        Grim Lantern
      </Link>
      <Link to="/vehicles" className="text-dim hover:text-ink flex min-h-11 items-center">
        Vehicles
      </Link>
      <div className="order-last min-w-0 basis-full lg:order-none lg:grow lg:basis-0">{children}</div>
      <label className="ml-auto flex items-center gap-2">
        <span className="text-dim sr-only text-[15px] sm:not-sr-only">Technician</span>
        <select
          aria-label="Technician"
          className={`field w-auto py-1 ${technicianId === null ? 'border-clash' : 'border-line'}`}
          value={technicianId ?? ''}
          onChange={({ target }) => dispatch(sessionSlice.actions.technicianChosen(target.value))}
        >
          <option value="" disabled>
            Who are you?
          </option>
          {technicians.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <button
        type="button"
        className="key border-line flex items-center gap-2"
        onClick={() => dispatch(sessionSlice.actions.lightChosen(other))}
      >
        {other === 'day' ? <Sun size={18} aria-hidden /> : <Moon size={18} aria-hidden />}
        {other === 'day' ? 'Day' : 'Night'}
      </button>
    </header>
  );
}
