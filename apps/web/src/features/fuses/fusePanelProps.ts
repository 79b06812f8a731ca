import type { Circuit, FuseWork, JobEvent, JobState } from '@grim-lantern/core';
import type { Fuses } from './useFuses';

/** What the panel of the fuses and each of its layers are given. */
export interface FusePanelProps extends Fuses {
  readonly circuitId: string;
  readonly circuit: Circuit;
  readonly events: readonly JobEvent[];
  readonly job: JobState;
}

/** The same once what the fuses carry has been worked out. */
export type FuseLayerProps = Omit<FusePanelProps, 'work'> & { readonly work: FuseWork };
