import type { Circuit, Part, Section } from '@grim-lantern/core';
import {
  colourNotGiven,
  lengthFigure,
  partIdOf,
  readLength,
  readSize,
  sizeFigure,
  terminalName,
  withPart,
  withSection,
  withoutPart,
  withoutSection,
  zoneById,
  zoneIds,
} from '@grim-lantern/core';
import { Trash2 } from 'lucide-react';
import { useSettings } from '../../data/useSettings';
import { aboveZero } from './aboveZero';
import { Cell } from './Cell';
import { PlacesTable } from './PlacesTable';

/** The parts and wires of a circuit as a table; whatever is changed here is changed in the text and the drawing. */
export function CircuitTable({
  circuit,
  chosen,
  onChange,
  onChoose,
}: {
  readonly circuit: Circuit;
  /** Of a part or a wire. */
  readonly chosen: string | null;
  readonly onChange: (circuit: Circuit) => void;
  readonly onChoose: (id: string) => void;
}) {
  const { sizes, lengths } = useSettings();
  const places = placesToChoose(circuit);
  return (
    <div className="h-full overflow-auto px-4 py-3 lg:px-5">
      <h2 className="mb-1 text-lg font-semibold">Parts</h2>
      <table className="mb-4 w-full text-left">
        <thead className="text-dim text-[15px]">
          <tr>
            <th className="font-normal">Name</th>
            <th className="font-normal">Figure</th>
            <th className="font-normal">Place</th>
            <th aria-label="Remove" />
          </tr>
        </thead>
        <tbody>
          {circuit.parts.map((part) => (
            <tr
              key={part.id}
              className={chosen === part.id ? 'bg-raised' : ''}
              onFocus={() => onChoose(part.id)}
            >
              <td className="pr-2">
                <Cell
                  label={`Name of ${part.name}`}
                  value={part.name}
                  onChange={(name) =>
                    name.trim() !== '' && onChange(withPart(circuit, { ...part, name: name.trim() }))
                  }
                />
              </td>
              <td className="w-28 pr-2">
                <PartFigure part={part} onChange={(next) => onChange(withPart(circuit, next))} />
              </td>
              <td className="w-36 pr-2 sm:w-64 lg:w-36">
                <select
                  aria-label={`Place of ${part.name}`}
                  title={part.assumed?.includes('place') === true ? 'Assumed' : undefined}
                  className={`field border-line px-2 ${part.assumed?.includes('place') === true ? 'text-dim italic' : ''}`}
                  value={part.place}
                  onChange={({ target }) => onChange(withPart(circuit, { ...part, place: target.value }))}
                >
                  {places.map(({ id, name }) => (
                    <option key={id} value={id}>
                      {name}
                    </option>
                  ))}
                </select>
              </td>
              <td className="w-12">
                <Remove
                  label={`Remove ${part.name}`}
                  onPress={() => onChange(withoutPart(circuit, part.id))}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <h2 className="mb-1 text-lg font-semibold">Wires</h2>
      <table className="w-full text-left">
        <thead className="text-dim text-[15px]">
          <tr>
            <th className="font-normal">From, to</th>
            <th className="font-normal">Colour</th>
            <th className="font-normal">{sizes}</th>
            <th className="font-normal">{lengths}</th>
            <th aria-label="Remove" />
          </tr>
        </thead>
        <tbody>
          {circuit.sections.map((section) => (
            <WireRow
              key={section.id}
              {...{ circuit, section, onChange, onChoose }}
              isChosen={chosen === section.id || chosen === partIdOf(section.from)}
            />
          ))}
        </tbody>
      </table>
      <PlacesTable circuit={circuit} onChange={onChange} />
    </div>
  );
}

/** The places of the circuit, then the other zones of a body. */
function placesToChoose({ places }: Circuit): readonly { readonly id: string; readonly name: string }[] {
  const zones = zoneIds.flatMap((id) =>
    places.some((each) => each.id === id) ? [] : (zoneById(id)?.place ?? []),
  );
  return [...places, ...zones];
}

function WireRow({
  circuit,
  section,
  isChosen,
  onChange,
  onChoose,
}: {
  readonly circuit: Circuit;
  readonly section: Section;
  readonly isChosen: boolean;
  readonly onChange: (circuit: Circuit) => void;
  readonly onChoose: (id: string) => void;
}) {
  const { sizes, lengths } = useSettings();
  const { id, from, to, colour, areaMm2, lengthMetres, assumed = [] } = section;
  const set = (change: Partial<Section>) => onChange(withSection(circuit, { ...section, ...change }));
  return (
    <tr className={isChosen ? 'bg-raised' : ''} onFocus={() => onChoose(id)}>
      <td className="pr-2 text-[15px]">
        {terminalName(circuit, from)} → {terminalName(circuit, to)}
      </td>
      <td className="w-28 pr-2">
        <Cell
          label={`Colour of ${id}`}
          value={colour === colourNotGiven ? '' : colour}
          placeholder="not given"
          onChange={(next) => next.trim() !== '' && set({ colour: next.trim() })}
        />
      </td>
      <td className="w-20 pr-2">
        <Cell
          label={`Size of ${id}, ${sizes}`}
          value={sizeFigure(areaMm2, sizes)}
          assumed={assumed.includes('areaMm2')}
          onChange={(next) => {
            const value = readSize(next, sizes);
            if (value !== null) set({ areaMm2: value });
          }}
        />
      </td>
      <td className="w-20 pr-2">
        <Cell
          label={`Length of ${id}, ${lengths}`}
          value={lengthFigure(lengthMetres, lengths)}
          assumed={assumed.includes('lengthMetres')}
          onChange={(next) => {
            const value = readLength(next, lengths);
            if (value !== null) set({ lengthMetres: value });
          }}
        />
      </td>
      <td className="w-12">
        <Remove label={`Remove wire ${id}`} onPress={() => onChange(withoutSection(circuit, id))} />
      </td>
    </tr>
  );
}

/** The figures that parts go by: one each. */
const figures = [
  { field: 'ratingAmps', label: 'Amps', unit: 'A' },
  { field: 'watts', label: 'Watts', unit: 'W' },
  { field: 'coilOhms', label: 'Coil ohms', unit: 'Ω' },
  { field: 'ohms', label: 'Ohms', unit: 'Ω' },
] as const;

/** The figure that a part goes by, where it has one. */
function PartFigure({ part, onChange }: { readonly part: Part; readonly onChange: (part: Part) => void }) {
  const found = figures.find(({ field }) => typeof part[field as keyof Part] === 'number');
  if (found === undefined) return null;
  const { field, label, unit } = found;
  return (
    <Cell
      {...{ unit }}
      label={`${label} of ${part.name}`}
      value={`${part[field as keyof Part] as unknown as number}`}
      assumed={part.assumed?.includes(field) === true}
      onChange={(text) => aboveZero(text, (value) => onChange({ ...part, [field]: value }))}
    />
  );
}

function Remove({ label, onPress }: { readonly label: string; readonly onPress: () => void }) {
  return (
    <button type="button" aria-label={label} title={label} className="key border-line px-3" onClick={onPress}>
      <Trash2 size={16} aria-hidden />
    </button>
  );
}
