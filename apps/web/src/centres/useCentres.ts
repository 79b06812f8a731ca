import type { Circuit, FuseCentre } from '@grim-lantern/core';
import { fusesOf } from '@grim-lantern/core';
import type { CentreRecord } from '@grim-lantern/contract';
import { useEffect, useMemo } from 'react';
import { loadCentres } from '../store/centres';
import { useAppDispatch, useAppSelector } from '../store/store';

/** The fuse centres of a vehicle: undefined while they are fetched, null where they cannot be. */
export function useCentres(vehicleId: string): readonly CentreRecord[] | null | undefined {
  const dispatch = useAppDispatch();
  useEffect(() => {
    void dispatch(loadCentres(vehicleId));
  }, [dispatch, vehicleId]);
  return useAppSelector((state) => state.centres[vehicleId]);
}

/** So many cavities stand in a column where nobody has drawn the box. */
const plainRows = 8;

/** The boxes that a circuit's fuses sit in: as drawn for the vehicle, else in plain columns. */
export function useBoxes(vehicleId: string, circuit: Circuit): readonly FuseCentre[] {
  const drawn = useCentres(vehicleId);
  return useMemo(() => {
    const names = [...new Set(fusesOf(circuit).map(({ centre }) => centre))];
    return names.map(
      (name) => drawn?.find(({ centre }) => centre.name === name)?.centre ?? plainBox(circuit, name),
    );
  }, [circuit, drawn]);
}

function plainBox(circuit: Circuit, name: string): FuseCentre {
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
      column: Math.floor(index / rows) + 1,
      row: (index % rows) + 1,
      labelled: { style: fuse.style, ratingAmps: fuse.ratingAmps },
      fitted: null,
    })),
  };
}
