import { Moon, Sun } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { PersonMenu } from '../access/PersonMenu';
import { sessionSlice } from '../store/session';
import { useAppDispatch, useAppSelector } from '../store/store';

/** Name of the house, what is open, who is signed in, and the light. */
export function TopBar({ children }: { children?: ReactNode }) {
  const dispatch = useAppDispatch();
  const light = useAppSelector((state) => state.session.light);
  const other = light === 'night' ? 'day' : 'night';
  return (
    <header className="border-line flex flex-wrap items-center gap-x-4 gap-y-1 sm:gap-x-6 border-b px-4 py-1.5 lg:px-5">
      <Link to="/" className="flex min-h-11 items-center text-lg font-semibold whitespace-nowrap">
        Grim Lantern
      </Link>
      <Link to="/vehicles" className="text-dim hover:text-ink flex min-h-11 items-center">
        Vehicles
      </Link>
      <div className="order-last min-w-0 basis-full lg:order-none lg:grow lg:basis-0">{children}</div>
      <div className="ml-auto">
        <PersonMenu />
      </div>
      <button
        type="button"
        className="key border-line flex items-center gap-2"
        onClick={() => dispatch(sessionSlice.actions.lightChosen(other))}
      >
        {other === 'day' ? <Sun size={18} aria-hidden /> : <Moon size={18} aria-hidden />}
        <span className="sr-only sm:not-sr-only">{other === 'day' ? 'Day' : 'Night'}</span>
      </button>
    </header>
  );
}
