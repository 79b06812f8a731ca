import { ChevronLeft, Moon, Search, Sun } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { openPalette } from '../palette/offered';
import { Notices } from './Notices';
import { PersonMenu } from './PersonMenu';
import { useOtherLight } from './useOtherLight';

/**
 * Name of the house, what is open, who is signed in, and the light; below it what did not reach the server.
 * @param working - whether a vehicle is worked on: on a narrow screen the bar is then one line, with a way back in place of
 * the name of the house
 */
export function TopBar({ children, working = false }: { children?: ReactNode; working?: boolean }) {
  const { other, turn } = useOtherLight();
  const house = working ? 'hidden lg:flex' : 'flex';
  return (
    <>
      <header
        className={`border-line flex shrink-0 items-center gap-x-4 gap-y-1 border-b px-4 sm:gap-x-6 lg:px-5 ${working ? 'py-[1px] pl-1 lg:pl-5' : 'flex-wrap py-1.5'}`}
      >
        {working && (
          <Link
            to="/"
            aria-label="Jobs"
            className="flex min-h-11 min-w-11 items-center justify-center lg:hidden"
          >
            <ChevronLeft size={22} aria-hidden />
          </Link>
        )}
        <Link to="/" className={`${house} min-h-11 items-center text-lg font-semibold whitespace-nowrap`}>
          Grim Lantern
        </Link>
        <Link to="/vehicles" className={`${house} text-dim hover:text-ink min-h-11 items-center`}>
          Vehicles
        </Link>
        <Link
          to="/help"
          className={`text-dim hover:text-ink min-h-11 items-center ${working ? 'hidden lg:flex' : 'hidden sm:flex'}`}
        >
          Handbook
        </Link>
        <div
          className={`min-w-0 ${working ? 'grow basis-0' : 'order-last basis-full lg:order-none lg:grow lg:basis-0'}`}
        >
          {children}
        </div>
        <button
          type="button"
          className="key border-line ml-auto hidden items-center gap-2 lg:flex"
          onClick={() => openPalette(true)}
        >
          <Search size={18} aria-hidden />
          Go to
        </button>
        <div className="ml-auto lg:ml-0">
          <PersonMenu />
        </div>
        <button
          type="button"
          className={`key border-line items-center gap-2 ${working ? 'hidden sm:flex' : 'flex'}`}
          onClick={turn}
        >
          {other === 'day' ? <Sun size={18} aria-hidden /> : <Moon size={18} aria-hidden />}
          <span className="sr-only sm:not-sr-only">{other === 'day' ? 'Day' : 'Night'}</span>
        </button>
      </header>
      <Notices />
    </>
  );
}
