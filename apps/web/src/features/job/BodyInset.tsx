import type { Circuit, Test } from '@grim-lantern/core';
import { instrumentById, percent, placeById, placesOfThing, whereOnBody } from '@grim-lantern/core';
import { MapPin } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useMemo } from 'react';
import type { BodySpot } from '../harness/BodyPlan';
import { BodyPlan } from '../harness/BodyPlan';
import type { Corner } from '../harness/freeCorner';
import { litFrom } from '../harness/litFrom';

/** So many places of suspects are lit. */
const mostLit = 8;

/** Where on the vehicle: the place of what is asked next, and where the suspects lie. Tapped, it is larger, with names. */
export function BodyInset({
  circuit,
  shown,
  standing,
  corner,
}: {
  readonly circuit: Circuit;
  readonly shown: Test | null;
  /** Probability of each section and part. */
  readonly standing: ReadonlyMap<string, number>;
  /** Where it hides least of the map. */
  readonly corner: Corner;
}) {
  const next = useMemo(() => {
    const id = shown === null ? undefined : instrumentById(shown.instrument).place(circuit, shown.at);
    return id === undefined ? null : placeById(circuit, id);
  }, [circuit, shown]);
  const lit = useMemo(() => litPlaces(circuit, standing), [circuit, standing]);
  const spots = useMemo((): readonly BodySpot[] => {
    const at = next === null || next === undefined ? null : whereOnBody(circuit, next);
    return [
      ...lit.flatMap(({ place, share }) => {
        const on = whereOnBody(circuit, place);
        return on === null ? [] : [{ id: place.id, at: on, kind: { share } }];
      }),
      ...(at === null ? [] : [{ id: 'next', at, kind: 'next' as const }]),
    ];
  }, [circuit, lit, next]);
  if (spots.length === 0) return null;
  const name = next?.name ?? lit[0]?.place.name ?? '';
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button
          type="button"
          aria-label={`Where on the vehicle: ${name}`}
          className={`bg-ground sm:bg-raised border-line short:hidden rounded-edge absolute top-[106px] right-2 flex min-h-11 w-11 flex-col justify-center border px-0.5 text-left sm:w-[168px] sm:px-1 sm:pt-1 ${corner === 'top' ? 'sm:top-2 sm:right-auto sm:left-2 lg:top-3 lg:left-3' : 'sm:top-auto sm:bottom-2 lg:right-3 lg:bottom-3'}`}
        >
          <MapPin size={18} className="mx-auto sm:hidden" aria-hidden />
          <BodyPlan
            body={circuit.body}
            spots={spots}
            label="The vehicle from above"
            className="w-full max-sm:hidden"
          />
          <span className="text-dim block w-full truncate px-0.5 text-[13px] max-sm:hidden">{name}</span>
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          side="bottom"
          sideOffset={6}
          collisionPadding={12}
          aria-label="Where on the vehicle"
          className="bg-raised border-ink z-20 w-[min(520px,calc(100vw-24px))] border p-4"
        >
          <BodyPlan body={circuit.body} spots={spots} label="The vehicle from above" className="w-full" />
          <p className="text-dim mb-2 text-[13px]">Front to the left, the vehicle’s left side below.</p>
          {next !== null && next !== undefined && (
            <p className="flex gap-2">
              <b className="grow font-semibold">{next.name}</b> next
            </p>
          )}
          <ul>
            {lit.map(({ place, share }) => (
              <li key={place.id} className="flex gap-2">
                <span className="grow">{place.name}</span>
                <span className="text-glow font-mono text-[14px]">{percent(share)}</span>
              </li>
            ))}
          </ul>
          <Popover.Arrow className="fill-ink" />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** The places of what is suspect, each with its share; a wire's is spread over the places that it passes. */
function litPlaces(circuit: Circuit, standing: ReadonlyMap<string, number>) {
  const shares = new Map<string, number>();
  for (const [id, chance] of standing) {
    if (chance < litFrom) continue;
    const places = placesOfThing(circuit, id);
    for (const place of places) shares.set(place, (shares.get(place) ?? 0) + chance / places.length);
  }
  return [...shares]
    .sort((one, other) => other[1] - one[1])
    .slice(0, mostLit)
    .flatMap(([id, share]) => {
      const place = placeById(circuit, id);
      return place === undefined ? [] : [{ place, share }];
    });
}
