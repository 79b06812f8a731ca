import type { RelayTerminal } from '@grim-lantern/core';
import {
  footprintOf,
  instruction,
  midSentence,
  minutes,
  percent,
  pinsLaidOut,
  stateWords,
  withControl,
  worth,
} from '@grim-lantern/core';
import type { PartingReading, ProposedAction, RelaySide, SocketStory } from '@grim-lantern/core';
import { useState } from 'react';
import { Segments } from '../../ui/Segments';
import { PinCard } from './PinCard';
import { RelaySideList } from './RelaySideList';
import type { RelayLayerProps } from './relayPanelProps';
import { SocketFace } from './SocketFace';
import { pinInstrumentNames, storyWords } from './socketWords';
import { useSocketLayout } from './useRelayEntries';
import { LayoutEditor } from './LayoutEditor';
import { useRecording } from '../entry/recording';

/** The socket: its face, one pin at a time, and what its readings say of each quarter. */
export function SocketLayer(props: RelayLayerProps) {
  const { circuit, job, work, relay, onShow, onLayer, vehicleId, planned } = props;
  const record = useRecording();
  const { table, verdict } = work;
  const drawn = useSocketLayout(vehicleId, relay);
  const [legs, setLegs] = useState(false);
  const [drawing, setDrawing] = useState(false);
  // One opinion: what the plan asks for next counts, where it can be read at this socket.
  const next = planned !== null && isAtSocket(planned, relay.id) ? asked(planned) : verdict.next;
  const nextRole = roleOf(next, relay.id);
  const [picked, setPicked] = useState<RelayTerminal | null>(null);
  const selected = picked ?? nextRole ?? 'supply';
  const pin = table.pins.find(({ role }) => role === selected) ?? table.pins[0];
  const footprint = footprintOf(relay);
  const layout = drawn ?? footprint;
  const glow = Object.fromEntries(
    verdict.relaySides.map(({ side, probability }) => [side, probability]),
  ) as Record<RelaySide, number>;
  const out = job.state.apart.includes(relay.id);
  return (
    <>
      <h2 className="sr-only">The socket of {relay.name}</h2>
      {next !== null && (
        <button
          type="button"
          data-testid="socket-next"
          data-instrument={next.test.instrument}
          data-at={next.test.at}
          data-state={JSON.stringify(next.state)}
          className="border-ink mb-3 block w-full border px-3 py-2 text-left"
          onClick={() => {
            record?.({ type: 'state-set', state: next.state });
            if (next.test.instrument === 'relay-bench') onLayer('bench');
            else setPicked(nextRole);
          }}
        >
          <span className="text-dim block text-[14px]">
            Next at this socket · {worth(next.bits)}, {minutes(next.minutes)}
          </span>
          <span className="block text-lg leading-tight font-semibold">{instruction(circuit, next.test)}</span>
          <span className="text-dim block text-[14px]">{stateWords(circuit, next.state)}</span>
        </button>
      )}
      {planned !== null && !isAtSocket(planned, relay.id) && (
        <p className="text-dim mb-3 text-[15px]" data-testid="socket-elsewhere">
          The plan’s next is not at this socket: {midSentence(instruction(circuit, planned.test))} (
          {minutes(planned.work.minutes)}).
        </p>
      )}
      <SocketState {...props} out={out} />
      {drawing ? (
        <LayoutEditor {...{ relay, vehicleId, layout }} onDone={() => setDrawing(false)} />
      ) : (
        <>
          <SocketFace
            places={pinsLaidOut(relay, layout)}
            pins={table.pins}
            {...{ legs, glow }}
            selected={pin?.role ?? null}
            next={nextRole}
            onSelect={(role) => {
              setPicked(role);
              onShow({ instrument: 'voltmeter', at: `${relay.id}.${role}` });
            }}
          />
          <div className="mt-2 mb-3 flex flex-wrap items-center justify-between gap-2">
            <Segments
              label=""
              name="Seen from"
              chosen={legs ? 'legs' : 'socket'}
              positions={[
                { id: 'socket', name: 'Into the socket' },
                { id: 'legs', name: 'At the legs' },
              ]}
              disabled={false}
              onChoose={(id) => setLegs(id === 'legs')}
            />
            <button
              type="button"
              className="text-dim min-h-11 min-w-11 text-left text-[14px] underline"
              onClick={() => setDrawing(true)}
            >
              {drawn === null
                ? `${footprint.name}, ${footprint.size}: draw it`
                : 'Drawn by hand: draw it again'}
            </button>
          </div>
        </>
      )}
      {pin !== undefined && (
        <PinCard key={pin.role} {...{ pin, out }} wanted={picked !== null} onOther={props.onOther} />
      )}
      <RelaySideList {...props} />
      <Alike {...props} onParting={(parting) => setPicked(roleOf(parting, relay.id))} />
    </>
  );
}

/** Whether an action is a reading at a relay's own pins, or of the relay on the bench. */
function isAtSocket({ test: { instrument, at } }: ProposedAction, relay: string): boolean {
  return instrument in pinInstrumentNames
    ? at.startsWith(`${relay}.`)
    : instrument === 'relay-bench' && at === relay;
}

const asked = ({ test, state, bits, work }: ProposedAction): PartingReading => ({
  test,
  state,
  bits,
  minutes: work.minutes,
});

function roleOf(reading: PartingReading | null, relay: string): RelayTerminal | null {
  const at = reading?.test.at ?? '';
  return at.startsWith(`${relay}.`) ? (at.slice(relay.length + 1) as RelayTerminal) : null;
}

/** Relay out or in, commanded or not: what the readings below are taken in. */
function SocketState({
  circuit,
  job,
  relay,
  work: { table },
  out,
}: RelayLayerProps & { readonly out: boolean }) {
  const record = useRecording();
  const { commanded, pulled, released } = table;
  const set = (controls: Readonly<Record<string, string>>) => {
    const state = Object.entries(controls).reduce(
      (left, [control, position]) => withControl(left, control, position),
      job.state,
    );
    record?.({ type: 'state-set', state });
  };
  const other = commanded ? released : pulled;
  return (
    <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-2">
      <Segments
        label=""
        name={`${relay.name} in its socket`}
        chosen={out ? 'out' : 'in'}
        positions={[
          { id: 'out', name: 'Relay out' },
          { id: 'in', name: 'Relay in' },
        ]}
        disabled={record === null}
        onChoose={(id) => {
          const others = job.state.apart.filter((each) => each !== relay.id);
          const apart = id === 'out' ? [...others, relay.id].sort() : others;
          record?.({ type: 'state-set', state: { ...job.state, apart } });
        }}
      />
      <span className="text-[15px]">
        {commanded ? 'It should pull now.' : 'It should not pull now.'}{' '}
        {other !== null && (
          <button
            type="button"
            className="text-dim min-h-11 min-w-11 underline"
            disabled={record === null}
            onClick={() => set(other)}
          >
            {stateChange(circuit, job.state.controls, other)}
          </button>
        )}
      </span>
    </div>
  );
}

/** `Ramp switch on`: the controls that differ. */
function stateChange(
  { controls }: RelayLayerProps['circuit'],
  from: Readonly<Record<string, string>>,
  to: Readonly<Record<string, string>>,
): string {
  return controls
    .filter(({ id }) => from[id] !== to[id])
    .map(
      ({ id, name, positions }) =>
        `${name} ${positions.find((each) => each.id === to[id])?.name.toLowerCase() ?? ''}`,
    )
    .join(', ');
}

/** Which stories fit all readings alike, and the reading that parts them. */
function Alike({
  circuit,
  work: { verdict },
  onParting,
}: RelayLayerProps & { readonly onParting: (parting: PartingReading) => void }) {
  if (verdict.alike.length === 0) return null;
  return (
    <section aria-label="Still alike" className="mt-5">
      <h3 className="text-xl font-semibold">What still looks alike</h3>
      {verdict.alike.map(({ stories, parting }) => (
        <div key={stories.map(({ id }) => id).join()} className="border-line mt-2 border-t pt-2">
          <ul>
            {stories.slice(0, mostTold).map((story) => (
              <Story key={story.id} story={story} />
            ))}
          </ul>
          {stories.length > mostTold && (
            <p className="text-dim text-[14px]">and {stories.length - mostTold} less likely</p>
          )}
          <Parting {...{ circuit, parting, onParting }} />
        </div>
      ))}
    </section>
  );
}

const mostTold = 5;

function Story({ story }: { readonly story: SocketStory }) {
  return (
    <li className="flex justify-between gap-3">
      <span>{storyWords(story)}</span>
      <span className="font-mono text-[15px]">{percent(story.probability)}</span>
    </li>
  );
}

function Parting({
  circuit,
  parting,
  onParting,
}: {
  readonly circuit: RelayLayerProps['circuit'];
  readonly parting: PartingReading | null;
  readonly onParting: (parting: PartingReading) => void;
}) {
  const record = useRecording();
  if (parting === null) {
    return <p className="text-dim text-[15px]">No single reading at this socket parts them.</p>;
  }
  return (
    <p className="text-[15px]">
      Parted by: <span className="font-medium">{instruction(circuit, parting.test)}</span>{' '}
      <span className="text-dim">
        ({stateWords(circuit, parting.state)}; {worth(parting.bits)}, {minutes(parting.minutes)}){' '}
      </span>
      <button
        type="button"
        className="min-h-11 min-w-11 underline"
        disabled={record === null}
        onClick={() => {
          record?.({ type: 'state-set', state: parting.state });
          onParting(parting);
        }}
      >
        Set it so
      </button>
    </p>
  );
}
