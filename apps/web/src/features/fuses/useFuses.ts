import type { Circuit, FuseBox, FuseWork, JobEvent } from '@grim-lantern/core';
import type { VehicleRecord } from '@grim-lantern/contract';
import { useState } from 'react';
import { useBoxes } from '../boxes/useFuseBoxes';
import { useAppSelector } from '../../data/store';
import type { FuseLayer } from './fuseLayers';
import { useFuseWork } from './useFuseWork';

/** What the box on the left and the panel on the right share. */
export interface Fuses {
  readonly vehicle: VehicleRecord | undefined;
  readonly boxes: readonly FuseBox[];
  readonly work: FuseWork | 'failed' | null;
  readonly layer: FuseLayer;
  readonly onLayer: (layer: FuseLayer) => void;
  readonly selected: string | null;
  readonly onSelect: (fuse: string) => void;
  readonly celsius: number;
  readonly onCelsius: (celsius: number) => void;
}

/** Of a vehicle that says nothing of its own: usually below 50 mA at rest. */
const usualLimitAmps = 0.05;
/** Around a box in a garage, °C. */
const usualCelsius = 25;

/** @param wanted - whether anyone looks: nothing is worked out before that */
export function useFuses(
  circuitId: string,
  circuit: Circuit,
  events: readonly JobEvent[],
  vehicleId: string,
  wanted: boolean,
): Fuses {
  const vehicle = useAppSelector(({ workshop }) =>
    workshop.status === 'ready' ? workshop.workshop.vehicles.find(({ id }) => id === vehicleId) : undefined,
  );
  const boxes = useBoxes(vehicleId, circuit, wanted);
  const [layer, onLayer] = useState<FuseLayer>('survey');
  const [selected, onSelect] = useState<string | null>(null);
  const [celsius, onCelsius] = useState(usualCelsius);
  const limit = vehicle?.rest.limitAmps ?? usualLimitAmps;
  const work = useFuseWork(circuitId, circuit, events, limit, celsius, wanted);
  return { vehicle, boxes, work, layer, onLayer, selected, onSelect, celsius, onCelsius };
}
