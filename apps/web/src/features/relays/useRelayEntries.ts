import type { BenchReadings, RelayPart, SocketLayout } from '@grim-lantern/core';
import type { RelayEntry } from '@grim-lantern/contract';
import { useCallback, useEffect, useMemo } from 'react';
import { newId } from '../../data/newId';
import { addRelayEntry, loadRelayEntries } from '../../data/relayEntries';
import { useAppDispatch, useAppSelector } from '../../data/store';

type Socket = Pick<RelayPart, 'centre' | 'cavity'>;

/** What was found out about the relays of a vehicle, oldest first; null where it could not be fetched. */
export function useVehicleRelayEntries(vehicleId: string): readonly RelayEntry[] | null | undefined {
  const dispatch = useAppDispatch();
  useEffect(() => {
    void dispatch(loadRelayEntries(vehicleId));
  }, [dispatch, vehicleId]);
  return useAppSelector((state) => state.relayEntries[vehicleId]);
}

/** The same of the relay in one socket. */
export function useRelayEntries(
  vehicleId: string,
  { centre, cavity }: Socket,
): readonly RelayEntry[] | null | undefined {
  const all = useVehicleRelayEntries(vehicleId);
  return useMemo(
    () =>
      all?.filter((each) => each.centre === centre && each.cavity === cavity) ??
      (all === null ? null : undefined),
    [all, centre, cavity],
  );
}

/** The layout that was drawn last for a socket; null where none was. */
export function useSocketLayout(vehicleId: string, socket: Socket): SocketLayout | null {
  const entries = useRelayEntries(vehicleId, socket);
  const last = entries?.flatMap(({ entry }) => (entry.type === 'layout' ? [entry.layout] : [])).at(-1);
  return last ?? null;
}

type Entry = { type: 'bench'; readings: BenchReadings } | { type: 'layout'; layout: SocketLayout };

/** Adds an entry about a socket: null when it is stored, else the sentence that says why not. Nobody chosen: null. */
export function useAddRelayEntry(
  vehicleId: string,
  { centre, cavity }: Socket,
): ((entry: Entry) => Promise<string | null>) | null {
  const dispatch = useAppDispatch();
  const author = useAppSelector((state) => state.session.technicianId);
  const add = useCallback(
    async (entry: Entry) => {
      const record = {
        id: newId(),
        vehicleId,
        centre,
        cavity,
        author: author ?? '',
        at: new Date().toISOString(),
        entry,
      };
      const answer = await dispatch(addRelayEntry(record));
      return addRelayEntry.rejected.match(answer)
        ? typeof answer.payload === 'string'
          ? answer.payload
          : 'It could not be stored; what was typed is still here.'
        : null;
    },
    [dispatch, author, vehicleId, centre, cavity],
  );
  return author === null ? null : add;
}
