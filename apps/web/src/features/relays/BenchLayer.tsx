import type { BenchOutcome } from '@grim-lantern/core';
import { instrumentById, withApart } from '@grim-lantern/core';
import { useRecording } from '../entry/recording';
import { RelayBench } from './RelayBench';
import type { RelayLayerProps } from './relayPanelProps';

/** The relay by itself; what its test says is a reading of the job. */
export function BenchLayer({ circuit, job, relay, work, vehicleId }: RelayLayerProps) {
  const record = useRecording();
  const enterInJob = (outcome: BenchOutcome) => {
    const { display } = instrumentById('relay-bench');
    const name = display.kind === 'outcomes' ? display.outcomes.find(({ id }) => id === outcome)?.name : '';
    record?.({
      type: 'reading-taken',
      test: { instrument: 'relay-bench', at: relay.id },
      state: withApart(job.state, relay.id, true),
      value: { kind: 'outcome', outcome },
      typed: name ?? outcome,
    });
  };
  return (
    <RelayBench
      subject={{ relay, nominalVolts: circuit.nominalVolts, loadAmps: work.amps }}
      vehicleId={vehicleId}
      onVerdict={enterInJob}
      busy={record === null}
    />
  );
}
