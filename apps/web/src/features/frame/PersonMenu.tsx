import type { Session } from '@grim-lantern/contract';
import { ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { Link } from 'react-router';
import { Sheet } from '../../ui/Sheet';
import { useOtherLight } from './useOtherLight';
import { signOut } from '../../data/access';
import { useAppDispatch, useAppSelector } from '../../data/store';
import { PinPad } from './PinPad';
import { useEntering } from './useEntering';

type Choice = Session['device'][number];
const item = 'flex min-h-11 w-full cursor-pointer items-center px-3 outline-none data-highlighted:bg-raised';

/** Who is signed in; switching to a colleague, the own account, the workshop, signing out. */
export function PersonMenu() {
  const dispatch = useAppDispatch();
  const access = useAppSelector((state) => state.access);
  const { enter } = useEntering();
  const { other, turn } = useOtherLight();
  const [asked, setAsked] = useState<Choice | null>(null);
  if (access.status !== 'told' || access.session.person === null) return null;
  const { person, device, demo, workshop } = access.session;
  const others = device.filter(({ id }) => id !== person.id);
  const demoOthers = demo.filter(
    ({ id }) =>
      demo.some((each) => each.id === person.id) &&
      id !== person.id &&
      !others.some((each) => each.id === id),
  );
  const leave = async () => {
    await dispatch(signOut());
    // A page that begins anew holds nothing of the workshop any more.
    location.assign('/');
  };
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          className="key border-line flex max-w-32 min-w-0 items-center gap-1 sm:max-w-44"
          aria-label={`Signed in: ${person.name}`}
        >
          <span className="truncate">{person.name}</span>
          <ChevronDown size={18} aria-hidden className="shrink-0" />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            sideOffset={4}
            className="border-ink bg-ground z-30 max-h-[80vh] w-64 overflow-auto border"
          >
            <DropdownMenu.Label className="text-dim px-3 pt-2 text-[15px]">
              {workshop?.name}
            </DropdownMenu.Label>
            {others.map((each) => (
              <DropdownMenu.Item key={each.id} className={item} onSelect={() => setAsked(each)}>
                Switch to {each.name}
              </DropdownMenu.Item>
            ))}
            {demoOthers.map((each) => (
              <DropdownMenu.Item
                key={each.id}
                className={item}
                onSelect={() => void enter('signInDemo', { person: each.id })}
              >
                Switch to {each.name}
              </DropdownMenu.Item>
            ))}
            <DropdownMenu.Separator className="border-line my-1 border-t" />
            <DropdownMenu.Item className={`${item} sm:hidden`} onSelect={turn}>
              {other === 'day' ? 'Day light' : 'Night light'}
            </DropdownMenu.Item>
            <DropdownMenu.Item asChild>
              <Link to="/help" className={item}>
                Handbook and calculators
              </Link>
            </DropdownMenu.Item>
            <DropdownMenu.Item asChild>
              <Link to="/account" className={item}>
                Your account
              </Link>
            </DropdownMenu.Item>
            {person.role === 'owner' && (
              <DropdownMenu.Item asChild>
                <Link to="/workshop" className={item}>
                  Workshop and people
                </Link>
              </DropdownMenu.Item>
            )}
            <DropdownMenu.Item className={item} onSelect={() => void leave()}>
              Sign out
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {asked !== null && (
        <Sheet
          title={asked.name}
          description="Enter your PIN."
          width="max-w-[400px]"
          onClose={() => setAsked(null)}
        >
          <PinPad person={asked} onBack={() => setAsked(null)} onEntered={() => setAsked(null)} />
        </Sheet>
      )}
    </>
  );
}
