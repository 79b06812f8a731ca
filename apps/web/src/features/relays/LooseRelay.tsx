import type { PrintedPins, RelayPart } from '@grim-lantern/core';
import { looseRelay } from '@grim-lantern/core';
import { useId, useState } from 'react';
import { Labelled } from '../../ui/Labelled';
import { Segments } from '../../ui/Segments';
import { TextField } from '../../ui/TextField';
import { useFuseBoxes } from '../boxes/useFuseBoxes';
import { RelayBench } from './RelayBench';

type Socket = Pick<RelayPart, 'centre' | 'cavity'>;

/** The numbers beside the pins, as they are read off a relay. */
const printed: readonly (PrintedPins & { readonly id: string; readonly name: string })[] = [
  { id: 'din 4', name: '30 85 86 87', numbers: 'din', changeover: false },
  { id: 'din 5', name: 'with 87a', numbers: 'din', changeover: true },
  { id: 'running 4', name: '1 2 3 5', numbers: 'running', changeover: false },
  { id: 'running 5', name: 'with 4', numbers: 'running', changeover: true },
];

/** A relay that no diagram shows, tested by itself: its socket and its pins are told, the rest is as for any other. */
export function LooseRelay({
  vehicleId,
  nominalVolts,
}: {
  readonly vehicleId: string;
  readonly nominalVolts: 12 | 24;
}) {
  const [socket, setSocket] = useState<Socket>({ centre: '', cavity: '' });
  const [pins, setPins] = useState(printed[0]!);
  const told = { centre: socket.centre.trim(), cavity: socket.cavity.trim() };
  const relay = told.centre === '' || told.cavity === '' ? null : looseRelay(told, pins, nominalVolts);
  return (
    <section aria-label="A relay that is not drawn">
      <p className="text-dim mb-2">No diagram shows it: say where it sits and which numbers its pins have.</p>
      <SocketFields {...{ vehicleId, socket }} onSocket={setSocket} />
      <div className="my-3 overflow-x-auto">
        <Segments
          label="Pins"
          chosen={pins.id}
          positions={printed}
          disabled={false}
          onChoose={(id) => setPins(printed.find((each) => each.id === id) ?? pins)}
        />
      </div>
      {relay === null ? (
        <p className="text-dim">The box and the socket are needed: its tests are kept under them.</p>
      ) : (
        <RelayBench
          key={`${relay.centre} ${relay.cavity}`}
          subject={{ relay, nominalVolts, loadAmps: null }}
          vehicleId={vehicleId}
        />
      )}
    </section>
  );
}

/** Where it sits: one of the vehicle's own relay sockets, or box and socket in words. */
function SocketFields({
  vehicleId,
  socket,
  onSocket,
}: {
  readonly vehicleId: string;
  readonly socket: Socket;
  readonly onSocket: (socket: Socket) => void;
}) {
  const id = useId();
  const boxes = useFuseBoxes(vehicleId);
  const known = (boxes ?? []).flatMap(({ centre: { name, cavities } }) =>
    cavities
      .filter(({ kind }) => kind === 'relay')
      .map(({ number, label }) => ({ centre: name, cavity: number, label })),
  );
  const chosen = known.findIndex((each) => each.centre === socket.centre && each.cavity === socket.cavity);
  return (
    <div className="flex flex-col gap-3">
      {known.length > 0 && (
        <Labelled id={id} label="Socket">
          <select
            id={id}
            className="field"
            value={chosen < 0 ? '' : chosen}
            onChange={({ target }) => {
              const each = known[Number(target.value)];
              onSocket(
                target.value === '' || each === undefined
                  ? { centre: '', cavity: '' }
                  : { centre: each.centre, cavity: each.cavity },
              );
            }}
          >
            <option value="">another one</option>
            {known.map(({ centre, cavity, label }, index) => (
              <option key={`${centre} ${cavity}`} value={index}>
                {centre} {cavity}
                {label === '' ? '' : `, ${label}`}
              </option>
            ))}
          </select>
        </Labelled>
      )}
      {chosen < 0 && (
        <div className="grid grid-cols-2 gap-3">
          <TextField
            label="Fuse box or place"
            maxLength={120}
            text={socket.centre}
            onType={(centre) => onSocket({ ...socket, centre })}
          />
          <TextField
            label="Socket"
            maxLength={40}
            text={socket.cavity}
            onType={(cavity) => onSocket({ ...socket, cavity })}
          />
        </div>
      )}
    </div>
  );
}
