import type { PinPlace, RelayPart, SocketLayout } from '@grim-lantern/core';
import { pinNames, pinsLaidOut } from '@grim-lantern/core';
import { useState } from 'react';
import { Segments } from '../../ui/Segments';
import { useAddRelayEntry } from './useRelayEntries';

/** A socket drawn by hand: choose a pin, tap where it lies; tap it again to turn its blade. */
export function LayoutEditor({
  relay,
  vehicleId,
  layout,
  onDone,
}: {
  readonly relay: RelayPart;
  readonly vehicleId: string;
  readonly layout: SocketLayout;
  readonly onDone: () => void;
}) {
  const [pins, setPins] = useState<readonly PinPlace[]>(() =>
    pinsLaidOut(relay, layout).filter(({ row }) => row <= 4),
  );
  const names = pinNames(relay);
  const [role, setRole] = useState(names[0]?.role ?? 'supply');
  const [problem, setProblem] = useState<string | null>(null);
  const add = useAddRelayEntry(vehicleId, relay);
  const put = (column: number, row: number) => {
    const there = pins.find((each) => each.column === column && each.row === row);
    if (there !== undefined) {
      setRole(there.role);
      setPins(pins.map((each) => (each === there ? { ...each, across: !each.across } : each)));
      return;
    }
    const before = pins.find((each) => each.role === role);
    const place = { role, column, row, across: before?.across ?? true };
    setPins([...pins.filter((each) => each.role !== role), place]);
  };
  return (
    <section aria-label="Draw the socket" className="border-line mb-3 border p-3">
      <p className="mb-2">
        As you look into the socket. Choose a pin, tap where it lies; tap it again to turn its blade.
      </p>
      <div className="mb-2 overflow-x-auto">
        <Segments
          label=""
          name="Pin to place"
          chosen={role}
          positions={names.map((each) => ({ id: each.role, name: each.own }))}
          disabled={false}
          onChoose={(id) => setRole(names.find((each) => each.role === id)?.role ?? role)}
        />
      </div>
      <div role="group" aria-label="Places" className="mx-auto grid max-w-[300px] grid-cols-5 gap-1">
        {Array.from({ length: 25 }, (_each, index) => {
          const [column, row] = [index % 5, Math.floor(index / 5)];
          const pin = pins.find((each) => each.column === column && each.row === row);
          const name = names.find((each) => each.role === pin?.role)?.own;
          return (
            <button
              key={index}
              type="button"
              aria-label={`Column ${column + 1}, row ${row + 1}${name === undefined ? '' : `: pin ${name}`}`}
              className={`flex aspect-square min-h-11 flex-col items-center justify-center border ${pin?.role === role ? 'border-ink' : 'border-line'}`}
              onClick={() => put(column, row)}
            >
              {pin !== undefined && (
                <>
                  <span className="font-mono text-[15px] font-semibold">{name}</span>
                  <span className={`bg-ink ${pin.across ? 'h-1.5 w-7' : 'h-5 w-1.5'}`} />
                </>
              )}
            </button>
          );
        })}
      </div>
      {problem !== null && (
        <p role="alert" className="text-clash mt-2">
          {problem}
        </p>
      )}
      <div className="mt-3 flex justify-end gap-2">
        <button type="button" className="key border-line" onClick={onDone}>
          Cancel
        </button>
        <button
          type="button"
          className="key key-chosen"
          disabled={add === null}
          onClick={() => {
            void add?.({ type: 'layout', layout: { pins } }).then((refused) => {
              setProblem(refused);
              if (refused === null) onDone();
            });
          }}
        >
          Save
        </button>
      </div>
    </section>
  );
}
