import type { InstrumentId, Kit } from '@grim-lantern/core';
import { allInstruments, limiterWatts } from '@grim-lantern/core';
import { Sheet } from '../../ui/Sheet';
import { ownKit, sendKits, sessionSlice } from '../../data/session';
import { useAppDispatch, useAppSelector } from '../../data/store';
import { Segments } from '../../ui/Segments';

const swaps = [
  { id: 'first', name: 'Swap first' },
  { id: 'by worth', name: 'By worth' },
  { id: 'never', name: 'Pins first' },
] as const;

/** What the technician has to hand and likes to work with: the plan is weighed by it. */
export function KitDialog({ onClose }: { readonly onClose: () => void }) {
  const dispatch = useAppDispatch();
  const session = useAppSelector((state) => state.session);
  const kit = ownKit(session);
  const choose = (change: Partial<Kit>) => {
    dispatch(sessionSlice.actions.kitChosen({ ...kit, ...change }));
    void dispatch(sendKits());
  };
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
    <Sheet
      title="Your kit"
      description={
        disabled
          ? 'Choose who you are first, above.'
          : 'What is not here is never asked for; what you like counts for fewer minutes.'
      }
      width="max-w-[640px]"
      onClose={onClose}
    >
      <div className="mb-4 flex flex-col gap-3">
        <Segments
          label="A like part"
          chosen={kit.swaps ?? 'by worth'}
          positions={swaps}
          disabled={disabled}
          onChoose={(id) => choose({ swaps: swaps.find((each) => each.id === id)?.id })}
        />
        <Segments
          label="Lamp in place of a fuse"
          chosen={kit.limiter?.kind === 'lamp' ? String(kit.limiter.watts) : '21'}
          positions={limiterWatts.map((watts) => ({ id: String(watts), name: `${watts} W` }))}
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
    </Sheet>
  );
}
