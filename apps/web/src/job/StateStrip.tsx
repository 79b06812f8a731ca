import type { Circuit, JobFact, OperatingState } from '@grim-lantern/core';
import {
  apartWord,
  cavityFill,
  controlCaution,
  fillWords,
  kindOf,
  limiterLamp,
  stateWords,
  withApart,
  withCavity,
  withControl,
} from '@grim-lantern/core';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { Segments } from './Segments';

interface StateStripProps {
  readonly circuit: Circuit;
  readonly state: OperatingState;
  readonly record: ((fact: JobFact) => string) | null;
}

/**
 * How the vehicle stands: always in sight, one tap to change, stored with every reading. On a narrow screen, where
 * the controls would take half of it, they stand in one line of words until they are asked for.
 */
export function StateStrip({ circuit, state, record }: StateStripProps) {
  const [open, setOpen] = useState(false);
  const set = (next: OperatingState) => record?.({ type: 'state-set', state: next });
  return (
    <section
      aria-label="State of the vehicle"
      className="border-line bg-ground sticky top-0 z-10 flex flex-wrap items-center gap-x-5 gap-y-2 border-b px-4 py-1.5 lg:static lg:px-5"
    >
      <div className="flex w-full items-center gap-3 sm:hidden">
        <span className="min-w-0 grow text-[15px] font-medium">{stateWords(circuit, state)}</span>
        <button
          type="button"
          className="key border-line shrink-0"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? 'Close' : 'Change'}
        </button>
      </div>
      <div className={`${open ? 'flex' : 'hidden'} flex-wrap items-center gap-x-5 gap-y-2 sm:flex`}>
        {circuit.controls.map(({ id, name, positions }) => (
          <Segments
            key={id}
            label={name}
            chosen={state.controls[id] ?? ''}
            positions={positions}
            disabled={record === null}
            onChoose={(position) => set(withControl(state, id, position))}
          />
        ))}
        <div className="flex flex-wrap items-center gap-2">
          {state.apart.map((id) => (
            <span
              key={id}
              className="border-ink flex min-h-11 items-center border px-3 text-[15px] font-medium"
            >
              {circuit.parts.find((part) => part.id === id)?.name} {apartWord(circuit, id)}
            </span>
          ))}
          {Object.keys(state.cavities).map((id) => (
            <span
              key={id}
              className="border-ink flex min-h-11 items-center border px-3 text-[15px] font-medium"
            >
              {circuit.parts.find((part) => part.id === id)?.name}: {fillWords(state, id)}
            </span>
          ))}
          {!state.batteryConnected && (
            <span className="border-clash text-clash flex min-h-11 items-center border px-3 text-[15px] font-medium">
              Battery disconnected
            </span>
          )}
          <TakeApart circuit={circuit} state={state} set={set} disabled={record === null} />
        </div>
      </div>
      {circuit.controls
        .flatMap(({ id }) => controlCaution(circuit, id, state.controls[id] ?? ''))
        .map((caution) => (
          <p key={caution} className="text-clash w-full text-[15px]">
            {caution}
          </p>
        ))}
    </section>
  );
}

/** Everything that can be pulled, parted, unplugged or put into a cavity. */
function TakeApart({
  circuit,
  state,
  set,
  disabled,
}: {
  circuit: Circuit;
  state: OperatingState;
  set: (next: OperatingState) => void;
  disabled: boolean;
}) {
  const removable = circuit.parts.filter((part) => kindOf(part).removal !== null && part.kind !== 'fuse');
  const fuses = circuit.parts.filter((part) => part.kind === 'fuse');
  const fills = [{ kind: 'fuse' }, { kind: 'open' }, limiterLamp] as const;
  return (
    <Popover.Root>
      <Popover.Trigger className="key border-line" disabled={disabled}>
        Pull or part …
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          collisionPadding={12}
          className="bg-raised border-ink z-20 max-h-[70vh] w-[340px] overflow-auto border p-4"
        >
          <h3 className="text-dim mb-1 text-[15px]">In the cavity</h3>
          {fuses.map(({ id, name }) => (
            <div key={id} className="mb-2">
              <Segments
                label={name}
                chosen={cavityFill(state, id).kind}
                positions={[
                  { id: 'fuse', name: 'Fuse' },
                  { id: 'open', name: 'Empty' },
                  { id: 'lamp', name: 'Lamp' },
                ]}
                disabled={disabled}
                onChoose={(kind) =>
                  set(withCavity(state, id, fills.find((fill) => fill.kind === kind) ?? fills[0]))
                }
              />
            </div>
          ))}
          <h3 className="text-dim mt-3 mb-1 text-[15px]">Apart</h3>
          <ul>
            {removable.map(({ id, name }) => (
              <li key={id}>
                <label className="flex min-h-11 items-center gap-3">
                  <input
                    type="checkbox"
                    className="accent-ink h-6 w-6"
                    checked={state.apart.includes(id)}
                    onChange={({ target }) => set(withApart(state, id, target.checked))}
                  />
                  {name}{' '}
                  {state.apart.includes(id) && <span className="text-dim">{apartWord(circuit, id)}</span>}
                </label>
              </li>
            ))}
          </ul>
          <label className="border-line mt-2 flex min-h-11 items-center gap-3 border-t pt-2">
            <input
              type="checkbox"
              className="accent-ink h-6 w-6"
              checked={!state.batteryConnected}
              onChange={({ target }) => set({ ...state, batteryConnected: !target.checked })}
            />
            Battery disconnected
          </label>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
