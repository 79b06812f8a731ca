import type { Circuit, OperatingState } from '@grim-lantern/core';
import {
  apartWord,
  cavityFill,
  controlCaution,
  fillWords,
  leadName,
  partById,
  stateWords,
  withControl,
  swappedParts,
} from '@grim-lantern/core';
import { useState } from 'react';
import { Segments } from '../../ui/Segments';
import { TakeApart } from './TakeApart';
import { useRecording } from './recording';

interface StateStripProps {
  readonly circuit: Circuit;
  readonly state: OperatingState;
}

/**
 * How the vehicle stands: always in sight, one tap to change, stored with every reading. On a narrow screen, where
 * the controls would take half of it, they stand in one line of words until they are asked for.
 */
export function StateStrip({ circuit, state }: StateStripProps) {
  const record = useRecording();
  const [open, setOpen] = useState(false);
  const set = (next: OperatingState) => record?.({ type: 'state-set', state: next });
  return (
    <section
      aria-label="State of the vehicle"
      className="border-line short:max-h-[40vh] short:overflow-auto flex flex-wrap items-center gap-x-5 gap-y-2 border-y px-4 py-1 max-sm:max-h-[45vh] max-sm:overflow-auto lg:px-5"
    >
      <div className="flex w-full items-center gap-3 sm:hidden">
        <span className="block min-w-0 grow text-[15px] font-medium first-letter:uppercase">
          {stateWords(circuit, state)}
        </span>
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
          {outOfPlace(circuit, state).map((words) => (
            <span
              key={words}
              className="border-ink flex min-h-11 items-center border px-3 text-[15px] font-medium"
            >
              {words}
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

/** What is taken apart, swapped, filled otherwise or laid by hand, each in words. */
function outOfPlace(circuit: Circuit, state: OperatingState): readonly string[] {
  const name = (id: string) => partById(circuit, id).name;
  return [
    ...state.apart.map((id) => `${name(id)} ${apartWord(circuit, id)}`),
    ...swappedParts(circuit, state).map((id) => `${name(id)} swapped`),
    ...Object.keys(state.cavities).map((id) => `${name(id)}: ${fillWords(cavityFill(state, id))}`),
    ...(state.leads ?? []).map((lead) => leadName(circuit, lead)),
  ];
}
