import type { Reply, Station } from '@grim-lantern/contract';
import { format } from 'date-fns';
import { useEffect, useState } from 'react';
import { TextField } from '../../ui/TextField';
import type { Answer } from '../../data/request';
import { request, whyNot } from '../../data/request';
import { FieldRow } from './FieldRow';

/** So many are shown at first: those used last. */
const fewStations = 8;

/** The devices on which people sign in: a name for each, and signing everybody out on one that is lost or given away. */
export function StationsSection() {
  const [stations, setStations] = useState<readonly Station[]>([]);
  const [why, setWhy] = useState<string | null>(null);
  const [all, setAll] = useState(false);
  const take = (answer: Answer<Reply<'stations'>>) => {
    setWhy(answer.status === 'done' ? null : whyNot(answer));
    if (answer.status === 'done') setStations(answer.reply.stations);
  };
  useEffect(() => {
    void request('stations').then(take);
  }, []);
  const change = async (id: string, name: string, signOut: boolean) =>
    take(await request('changeStation', { params: { stationId: id }, body: { name, signOut } }));
  return (
    <section aria-labelledby="stations" className="flex flex-col gap-3">
      <h2 id="stations" className="text-2xl font-semibold">
        Tablets and other devices
      </h2>
      {why !== null && (
        <p role="alert" className="text-clash">
          {why}
        </p>
      )}
      <ul>
        {stations.slice(0, all ? Infinity : fewStations).map((station) => (
          <StationRow
            key={`${station.id} ${station.name}`}
            station={station}
            onChange={(name, signOut) => void change(station.id, name, signOut)}
          />
        ))}
      </ul>
      {!all && stations.length > fewStations && (
        <button type="button" className="key border-line self-start" onClick={() => setAll(true)}>
          Show all {stations.length}
        </button>
      )}
      <p className="text-dim">
        What was entered on a device and is not stored yet stays on it, and is sent once somebody signs in
        there again.
      </p>
    </section>
  );
}

function StationRow({
  station: { name, shared, people, lastUsed },
  onChange,
}: {
  readonly station: Station;
  readonly onChange: (name: string, signOut: boolean) => void;
}) {
  const [typed, setTyped] = useState(name);
  const [sure, setSure] = useState(false);
  const who = people.length === 0 ? 'Nobody now' : people.join(', ');
  const when =
    lastUsed === null ? 'nobody is signed in' : `used ${format(new Date(lastUsed), 'd MMM HH:mm')}`;
  return (
    <li className="border-line border-b py-2">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          onChange(typed, false);
        }}
      >
        <FieldRow
          field={
            <TextField
              label={`${who} · ${shared ? 'shared, by PIN' : 'not shared'} · ${when}`}
              text={typed}
              onType={setTyped}
              maxLength={120}
              placeholder="A name, such as Tablet at the lift"
            />
          }
        >
          <button type="submit" className="key border-line" disabled={typed.trim() === name}>
            Save name
          </button>
          <button
            type="button"
            className={`key border-line ${sure ? 'text-clash' : ''}`}
            onBlur={() => setSure(false)}
            onClick={() => (sure ? onChange(name, true) : setSure(true))}
          >
            {sure ? 'Sign everybody out there' : 'Sign out there'}
          </button>
        </FieldRow>
      </form>
    </li>
  );
}
