import type { Circuit, FuseBox } from '@grim-lantern/core';
import { fusesOf, placeDown } from '@grim-lantern/core';
import type { FuseBoxRecord } from '@grim-lantern/contract';
import { useEffect, useMemo } from 'react';
import { loadFuseBoxes } from '../../data/fuseBoxes';
import { useAppDispatch, useAppSelector } from '../../data/store';

/**
 * The fuse centres of a vehicle: undefined while they are fetched, null where they cannot be.
 * @param wanted - whether anyone looks: nothing is fetched before that
 */
export function useFuseBoxes(vehicleId: string, wanted = true): readonly FuseBoxRecord[] | null | undefined {
  const dispatch = useAppDispatch();
  useEffect(() => {
    if (wanted) void dispatch(loadFuseBoxes(vehicleId));
  }, [dispatch, vehicleId, wanted]);
  const all = useAppSelector((state) => state.centres[vehicleId]);
  return useMemo(() => all?.filter(({ removed }) => !removed) ?? (all === null ? null : undefined), [all]);
}

/** Those that were removed and can be brought back. */
export function useRemovedFuseBoxes(vehicleId: string): readonly FuseBoxRecord[] {
  const all = useAppSelector((state) => state.centres[vehicleId]);
  return useMemo(() => all?.filter(({ removed }) => removed) ?? [], [all]);
}

/** So many cavities stand in a column where nobody has drawn the box. */
const plainRows = 8;

/** The boxes that a circuit's fuses sit in: as drawn for the vehicle, else in plain columns. */
export function useBoxes(vehicleId: string, circuit: Circuit, wanted = true): readonly FuseBox[] {
  const drawn = useFuseBoxes(vehicleId, wanted);
  return useMemo(() => {
    const names = [...new Set(fusesOf(circuit).map(({ centre }) => centre))];
    return names.map(
      (name) => drawn?.find(({ centre }) => centre.name === name)?.centre ?? plainBox(circuit, name),
    );
  }, [circuit, drawn]);
}

function plainBox(circuit: Circuit, name: string): FuseBox {
  const fuses = fusesOf(circuit)
    .filter(({ centre }) => centre === name)
    .sort((one, other) => one.cavity.localeCompare(other.cavity, undefined, { numeric: true }));
  const rows = Math.min(plainRows, fuses.length);
  return {
    name,
    place: '',
    columns: Math.ceil(fuses.length / rows),
    rows,
    turned: 0,
    cavities: fuses.map((fuse, index) => ({
      kind: 'fuse',
      number: fuse.cavity,
      label: fuse.name,
      ...placeDown(index, rows),
      labelled: { style: fuse.style, ratingAmps: fuse.ratingAmps },
      fitted: null,
    })),
  };
}
