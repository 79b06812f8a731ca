import type { Circuit, Lead, OperatingState, Part } from '@grim-lantern/core';
import {
  apartWord,
  cavityFill,
  cavityFills,
  fillWords,
  kindOf,
  leadCaution,
  leadName,
  leadFuseAmps,
  terminalName,
  terminalsOf,
  withApart,
  withCavity,
  withLead,
  withRenewed,
  swappedParts,
} from '@grim-lantern/core';
import { Popover } from 'radix-ui';
import { useId, useState } from 'react';

interface TakeApartProps {
  readonly circuit: Circuit;
  readonly state: OperatingState;
  readonly set: (next: OperatingState) => void;
  readonly disabled: boolean;
}

/** Everything that can be pulled, unplugged, swapped, put into a cavity or laid by hand. */
export function TakeApart(props: TakeApartProps) {
  return (
    <Popover.Root>
      <Popover.Trigger className="key border-line" disabled={props.disabled}>
        Unplug, pull …
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          collisionPadding={12}
          className="bg-raised border-ink z-20 max-h-[70vh] w-[360px] overflow-auto border p-4"
        >
          <Cavities {...props} />
          <Apart {...props} />
          <Leads {...props} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function Cavities({ circuit, state, set, disabled }: TakeApartProps) {
  const fields = useId();
  const fuses = circuit.parts.filter((part): part is Extract<Part, { kind: 'fuse' }> => part.kind === 'fuse');
  return (
    <section aria-label="In the cavity">
      <h3 className="text-dim mb-1 text-[15px]">In the cavity</h3>
      {fuses.map((fuse) => {
        const fills = cavityFills(fuse);
        const own = JSON.stringify(cavityFill(state, fuse.id));
        const known = fills.findIndex((fill) => JSON.stringify(fill) === own);
        return (
          <div key={fuse.id} className="mb-2 grid grid-cols-[minmax(0,1fr)_170px] items-center gap-3">
            <label htmlFor={`${fields}-${fuse.id}`}>{fuse.name}</label>
            <select
              id={`${fields}-${fuse.id}`}
              className="field"
              value={known < 0 ? 'other' : known}
              disabled={disabled}
              onChange={({ target }) => {
                const fill = fills[Number(target.value)];
                if (fill !== undefined) set(withCavity(state, fuse.id, fill));
              }}
            >
              {known < 0 && <option value="other">{fillWords(cavityFill(state, fuse.id))}</option>}
              {fills.map((fill, index) => (
                <option key={fillWords(fill)} value={index}>
                  {fillWords(fill)}
                </option>
              ))}
            </select>
          </div>
        );
      })}
    </section>
  );
}

function Apart({ circuit, state, set, disabled }: TakeApartProps) {
  const removable = circuit.parts.filter((part) => kindOf(part).removal !== null && part.kind !== 'fuse');
  return (
    <section aria-label="Unplugged or removed">
      <h3 className="text-dim mt-3 mb-1 text-[15px]">Unplugged or removed</h3>
      <ul>
        {removable.map(({ id, name }) => (
          <li key={id}>
            <label className="flex min-h-11 items-center gap-3">
              <input
                type="checkbox"
                className="accent-ink h-6 w-6 shrink-0"
                checked={state.apart.includes(id)}
                disabled={disabled}
                onChange={({ target }) => set(withApart(state, id, target.checked))}
              />
              {name} {state.apart.includes(id) && <span className="text-dim">{apartWord(circuit, id)}</span>}
            </label>
          </li>
        ))}
      </ul>
      {swappedParts(circuit, state).map((id) => (
        <label key={id} className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="accent-ink h-6 w-6 shrink-0"
            checked
            disabled={disabled}
            onChange={() => set(withRenewed(state, id, false))}
          />
          {circuit.parts.find((part) => part.id === id)?.name} swapped for a good one
        </label>
      ))}
      <label className="border-line mt-2 flex min-h-11 items-center gap-3 border-t pt-2">
        <input
          type="checkbox"
          className="accent-ink h-6 w-6 shrink-0"
          checked={!state.batteryConnected}
          disabled={disabled}
          onChange={({ target }) => set({ ...state, batteryConnected: !target.checked })}
        />
        Battery disconnected
      </label>
    </section>
  );
}

/** The fused leads that lie, and one more. */
function Leads({ circuit, state, set, disabled }: TakeApartProps) {
  const fields = useId();
  const ends = circuit.parts.flatMap(terminalsOf);
  const [from, setFrom] = useState<Lead['from']>('own supply');
  const [to, setTo] = useState(ends[0]);
  const lead = to === undefined || from === to ? null : { from, to, fuseAmps: leadFuseAmps(circuit) };
  return (
    <section aria-label="Fused leads" className="border-line mt-2 border-t pt-2">
      <h3 className="text-dim mb-1 text-[15px]">Fused leads</h3>
      {(state.leads ?? []).map((each) => (
        <div key={leadName(circuit, each)} className="mb-1 flex items-center justify-between gap-3">
          <span>
            {leadName(circuit, each)}, {each.fuseAmps} A
          </span>
          <button
            type="button"
            className="key border-line shrink-0"
            disabled={disabled}
            onClick={() => set(withLead(state, each, false))}
          >
            Take off
          </button>
        </div>
      ))}
      <div className="grid grid-cols-[60px_minmax(0,1fr)] items-center gap-2">
        <label htmlFor={`${fields}-from`}>From</label>
        <select
          id={`${fields}-from`}
          className="field"
          value={from}
          onChange={({ target }) => setFrom(target.value as Lead['from'])}
        >
          <option value="own supply">own supply</option>
          <option value="ground">ground</option>
          {ends.map((end) => (
            <option key={end} value={end}>
              {terminalName(circuit, end)}
            </option>
          ))}
        </select>
        <label htmlFor={`${fields}-to`}>To</label>
        <select
          id={`${fields}-to`}
          className="field"
          value={to}
          onChange={({ target }) => setTo(target.value as Lead['to'])}
        >
          {ends.map((end) => (
            <option key={end} value={end}>
              {terminalName(circuit, end)}
            </option>
          ))}
        </select>
      </div>
      <p className="text-clash my-2 text-[15px]">{leadCaution}</p>
      <button
        type="button"
        className="key"
        disabled={disabled || lead === null}
        onClick={() => {
          if (lead !== null) set(withLead(state, lead));
        }}
      >
        Lay a lead{lead === null ? '' : `, fuse ${lead.fuseAmps} A`}
      </button>
    </section>
  );
}
