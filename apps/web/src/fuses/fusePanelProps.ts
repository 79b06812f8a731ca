import type { Circuit, JobEvent, JobFact, JobState } from '@grim-lantern/core';
import type { VehicleRecord } from '@grim-lantern/contract';
import type { FuseWork } from '../worker/fuseWork';
import type { FuseLayer } from './fuseLayers';

/** What the panel of the fuses and each of its layers are given. */
export interface FusePanelProps {
  readonly circuitId: string;
  readonly circuit: Circuit;
  readonly events: readonly JobEvent[];
  readonly job: JobState;
  readonly vehicle: VehicleRecord | undefined;
  readonly work: FuseWork | 'failed' | null;
  readonly layer: FuseLayer;
  readonly onLayer: (layer: FuseLayer) => void;
  /** The fuse on show. */
  readonly selected: string | null;
  readonly onSelect: (fuse: string) => void;
  readonly celsius: number;
  readonly onCelsius: (celsius: number) => void;
  readonly record: ((fact: JobFact) => string) | null;
}
