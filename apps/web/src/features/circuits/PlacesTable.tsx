import type { BodyKind, Circuit, Place } from '@grim-lantern/core';
import { bodyKinds, whereOnBody, withBody, withPlace, withTrim } from '@grim-lantern/core';
import { MapPin } from 'lucide-react';
import { useState } from 'react';
import { typedNumber } from '../../ui/typedNumber';
import { Sheet } from '../../ui/Sheet';
import { BodyPlan } from '../harness/BodyPlan';
import { Cell } from './Cell';

/** The places of a circuit: minutes to get there, what must come off, where on the body. They price every proposal. */
export function PlacesTable({
  circuit,
  onChange,
}: {
  readonly circuit: Circuit;
  readonly onChange: (circuit: Circuit) => void;
}) {
  const [placing, setPlacing] = useState<string | null>(null);
  const placed = circuit.places.find(({ id }) => id === placing);
  return (
    <section aria-label="Places" className="mt-4">
      <h2 className="mb-1 text-lg font-semibold">Places</h2>
      <label className="mb-2 flex items-center gap-2">
        <span className="text-dim">Vehicle</span>
        <select
          className="field border-line w-auto px-2"
          value={circuit.body ?? ''}
          onChange={({ target }) =>
            onChange(withBody(circuit, target.value === '' ? undefined : (target.value as BodyKind)))
          }
        >
          <option value="">Not given</option>
          {bodyKinds.map((kind) => (
            <option key={kind} value={kind}>
              {kind[0]!.toUpperCase() + kind.slice(1)}
            </option>
          ))}
        </select>
      </label>
      <table className="w-full text-left">
        <thead className="text-dim text-[15px]">
          <tr>
            <th className="font-normal">Name</th>
            <th className="font-normal">Min</th>
            <th className="font-normal">Comes off, min</th>
            <th aria-label="On the body" />
          </tr>
        </thead>
        <tbody>
          {circuit.places.map((place) => (
            <PlaceRow key={place.id} {...{ circuit, place, onChange }} onPlace={() => setPlacing(place.id)} />
          ))}
        </tbody>
      </table>
      {placed !== undefined && (
        <Sheet
          title={placed.name}
          description="Tap where it is. Front to the left, the vehicle’s left side below."
          width="max-w-[640px]"
          onClose={() => setPlacing(null)}
        >
          <BodyPlan
            body={circuit.body}
            label="The vehicle from above"
            className="w-full"
            spots={spotsOf(circuit, placed)}
            onTap={(where) => onChange(withPlace(circuit, { ...placed, where }))}
          />
          {placed.where !== undefined && (
            <button
              type="button"
              className="key border-line mt-3"
              onClick={() => onChange(withPlace(circuit, { ...placed, where: undefined }))}
            >
              As its name has it
            </button>
          )}
        </Sheet>
      )}
    </section>
  );
}

function spotsOf(circuit: Circuit, place: Place) {
  const at = whereOnBody(circuit, place);
  return at === null ? [] : [{ id: place.id, at, kind: 'next' as const }];
}

function PlaceRow({
  circuit,
  place,
  onChange,
  onPlace,
}: {
  readonly circuit: Circuit;
  readonly place: Place;
  readonly onChange: (circuit: Circuit) => void;
  readonly onPlace: () => void;
}) {
  const { name, reachMinutes, strip: stripId } = place;
  const strip = circuit.strips.find(({ id }) => id === stripId);
  const known = whereOnBody(circuit, place) !== null;
  const minutes = (text: string, then: (value: number) => void) => {
    const value = typedNumber(text);
    if (value >= 0 && value <= 600) then(value);
  };
  return (
    <tr>
      <td className="pr-2">
        <Cell
          label={`Name of the place ${name}`}
          value={name}
          onChange={(next) =>
            next.trim() !== '' && onChange(withPlace(circuit, { ...place, name: next.trim() }))
          }
        />
      </td>
      <td className="w-16 pr-2">
        <Cell
          label={`Minutes to reach ${name}`}
          value={`${reachMinutes}`}
          onChange={(next) =>
            minutes(next, (value) => onChange(withPlace(circuit, { ...place, reachMinutes: value })))
          }
        />
      </td>
      <td className="w-40 pr-2">
        <span className="flex gap-1">
          <Cell
            label={`What comes off for ${name}`}
            value={strip?.name ?? ''}
            placeholder="nothing"
            onChange={(next) => onChange(withTrim(circuit, place.id, next.trim(), strip?.minutes ?? 5))}
          />
          {strip !== undefined && (
            <span className="w-14 shrink-0">
              <Cell
                label={`Minutes to take off ${strip.name}`}
                value={`${strip.minutes}`}
                onChange={(next) =>
                  minutes(next, (value) => onChange(withTrim(circuit, place.id, strip.name, value)))
                }
              />
            </span>
          )}
        </span>
      </td>
      <td className="w-12">
        <button
          type="button"
          aria-label={`Where ${name} is on the body${known ? '' : ': not known yet'}`}
          title="Where it is on the body"
          className={`key border-line px-3 ${known ? '' : 'text-dim border-dashed'}`}
          onClick={onPlace}
        >
          <MapPin size={16} aria-hidden />
        </button>
      </td>
    </tr>
  );
}
