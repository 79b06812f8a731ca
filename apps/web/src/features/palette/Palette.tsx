import { handbook } from '@grim-lantern/core';
import { Command } from 'cmdk';
import { useNavigate } from 'react-router';
import { useAppSelector } from '../../data/store';
import { Sheet } from '../../ui/Sheet';
import type { OfferedGroup } from './offered';
import { useAllOffered } from './offered';

const views = [
  { id: '/', name: 'Jobs' },
  { id: '/vehicles', name: 'Vehicles' },
  { id: '/help', name: 'Handbook and calculators' },
  { id: '/account', name: 'Your account' },
  { id: '/entries', name: 'Entries not stored' },
] as const;

/** Go anywhere by name: what this place offers with its keys, views, vehicles, articles of the handbook. */
export default function Palette({ onClose }: { readonly onClose: () => void }) {
  const navigate = useNavigate();
  const here = useAllOffered();
  const workshop = useAppSelector((state) => state.workshop);
  const vehicles = workshop.status === 'ready' ? workshop.workshop.vehicles : [];
  const to = (path: string) => () => void navigate(path);
  const groups: readonly OfferedGroup[] = [
    ...[...here].reverse(),
    { title: 'Views', items: views.map(({ id, name }) => ({ id, name, act: to(id) })) },
    {
      title: 'Vehicles',
      items: vehicles.map(({ id, name, service }) => ({
        id,
        name,
        also: service,
        act: to(`/vehicles/${id}`),
      })),
    },
    {
      title: 'Handbook',
      items: handbook.map(({ id, title }) => ({ id, name: title, act: to(`/help#${id}`) })),
    },
  ];
  return (
    <Sheet
      title="Go to"
      description="Type a few letters; arrows and Enter choose. Ctrl K opens this anywhere, ? too."
      width="max-w-[620px]"
      onClose={onClose}
    >
      <Command label="Go to" loop>
        <Command.Input autoFocus className="field mb-3" placeholder="C7, fuse box, voltage drop …" />
        <Command.List className="max-h-[60vh] overflow-auto">
          <Command.Empty className="text-dim p-2">Nothing here has that name.</Command.Empty>
          {groups.map(({ title, items }) => (
            <Command.Group
              key={title}
              heading={title}
              className="[&_[cmdk-group-heading]]:text-dim mb-2 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-[15px]"
            >
              {items.map(({ id, name, also = '', key, act }) => (
                <Command.Item
                  key={id}
                  value={`${title} ${id}`}
                  keywords={[name, also]}
                  className="data-[selected=true]:bg-ink data-[selected=true]:text-ground flex min-h-11 cursor-pointer items-center justify-between gap-3 px-3"
                  onSelect={() => {
                    onClose();
                    act();
                  }}
                >
                  <span>{name}</span>
                  {key !== undefined && <kbd className="font-mono text-[13px]">{key}</kbd>}
                </Command.Item>
              ))}
            </Command.Group>
          ))}
        </Command.List>
      </Command>
    </Sheet>
  );
}
