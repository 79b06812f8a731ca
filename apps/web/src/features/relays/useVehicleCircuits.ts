import type { Circuit } from '@grim-lantern/core';
import { useEffect, useMemo, useState } from 'react';
import { fetchCircuit } from '../../data/circuits';
import { useAppSelector } from '../../data/store';
import { currentCircuits } from '../../data/workshop';

/**
 * The diagrams of a vehicle; null while they are fetched. What cannot be fetched is left out.
 * @param except - the id of one that is at hand already
 */
export function useVehicleCircuits(vehicleId: string, except?: string): readonly Circuit[] | null {
  const [found, setFound] = useState<readonly Circuit[] | null>(null);
  const workshop = useAppSelector((state) => state.workshop);
  const known = useMemo(
    () => (workshop.status === 'ready' ? currentCircuits(workshop.workshop) : none),
    [workshop],
  );
  useEffect(() => {
    let current = true;
    const ids = known.filter((each) => each.vehicle.id === vehicleId && each.id !== except);
    const fetchAll = async () => {
      const answers = await Promise.all(ids.map(({ id }) => fetchCircuit(id)));
      if (!current) return;
      setFound(answers.flatMap((each) => (each.status === 'done' ? [each.reply.circuit] : [])));
    };
    fetchAll().catch(() => {
      if (current) setFound([]);
    });
    return () => {
      current = false;
    };
  }, [known, vehicleId, except]);
  return found;
}

const none: readonly [] = [];
