import type { InstrumentId, Kit } from '@grim-lantern/core';
import { allInstruments } from '@grim-lantern/core';
import { Dialog } from 'radix-ui';
import { ownKit, sessionSlice } from '../store/session';
import { useAppDispatch, useAppSelector } from '../store/store';
import { Segments } from './Segments';

const swaps = [
  { id: 'first', name: 'Swap first' },
  { id: 'by worth', name: 'By worth' },
  { id: 'never', name: 'Pins first' },
] as const;

const lamps = [5, 21, 55] as const;

/** What the technician has to hand and likes to work with: the plan is weighed by it. */
export function KitDialog({ onClose }: { readonly onClose: () => void }) {
  const dispatch = useAppDispatch();
  const session = useAppSelector((state) => state.session);
  const kit = ownKit(session);
  const choose = (change: Partial<Kit>) => dispatch(sessionSlice.actions.kitChosen({ ...kit, ...change }));
  const disabled = session.technicianId === null;
  const place = (id: InstrumentId, where: string) => {
    const without = kit.without.filter((each) => each !== id);
    const preferred = (kit.preferred ?? []).filter((each) => each !== id);
    choose({
      without: where === 'not here' ? [...without, id] : without,
      preferred: where === 'liked' ? [...preferred, id] : preferred,
    });
  };
  const standing = (id: InstrumentId) =>
    kit.without.includes(id) ? 'not here' : kit.preferred?.includes(id) === true ? 'liked' : 'to hand';
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="bg-ground/80 fixed inset-0 z-10" />
        <Dialog.Content className="bg-ground border-ink fixed inset-x-2 top-2 bottom-2 z-20 mx-auto max-w-[640px] overflow-auto border p-5 sm:top-6 sm:bottom-auto sm:max-h-[calc(100%-48px)]">
          <div className="mb-2 flex items-center justify-between gap-3">
            <Dialog.Title className="text-2xl font-semibold">Your kit</Dialog.Title>
            <Dialog.Close className="key border-line">Close</Dialog.Close>
          </div>
          <Dialog.Description className="text-dim mb-3">
            {disabled
              ? 'Choose who you are first, above.'
              : 'What is not here is never asked for; what you like counts for fewer minutes.'}
          </Dialog.Description>
          <div className="mb-4 flex flex-col gap-3">
            <Segments
              label="A like part"
              chosen={kit.swaps ?? 'by worth'}
              positions={swaps}
              disabled={disabled}
              onChoose={(id) => choose({ swaps: swaps.find((each) => each.id === id)?.id })}
            />
            <Segments
              label="Limiter lamp"
              chosen={kit.limiter?.kind === 'lamp' ? String(kit.limiter.watts) : '21'}
              positions={lamps.map((watts) => ({ id: String(watts), name: `${watts} W` }))}
              disabled={disabled}
              onChoose={(watts) => choose({ limiter: { kind: 'lamp', watts: Number(watts) } })}
            />
          </div>
          <ul>
            {allInstruments.map(({ id, name }) => (
              <li key={id} className="border-line flex items-center justify-between gap-3 border-t py-1">
                <span className="first-letter:uppercase">{name}</span>
                <Segments
                  label=""
                  name={name}
                  chosen={standing(id)}
                  positions={[
                    { id: 'not here', name: 'Not here' },
                    { id: 'to hand', name: 'To hand' },
                    { id: 'liked', name: 'Liked' },
                  ]}
                  disabled={disabled}
                  onChoose={(where) => place(id, where)}
                />
              </li>
            ))}
          </ul>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
