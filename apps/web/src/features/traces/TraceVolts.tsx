import type { Circuit, JobState, TerminalRef, VoltPulses } from '@grim-lantern/core';
import { drivenPoints, formatQuantity, terminalName } from '@grim-lantern/core';
import { useId, useMemo, useState } from 'react';
import { useRecording } from '../entry/recording';

/** The low level of a pulsed voltage: what it says of the ground, and its way into the job as a reading. */
export function TraceVolts({
  circuit,
  job,
  pulses,
  name,
}: {
  readonly circuit: Circuit;
  readonly job: JobState;
  readonly pulses: VoltPulses;
  /** Of the recording. */
  readonly name: string;
}) {
  const record = useRecording();
  const points = useMemo(() => drivenPoints(circuit, job.state), [circuit, job.state]);
  const [chosen, setChosen] = useState<TerminalRef | null>(null);
  const field = useId();
  const { lowVolts, weakGround } = pulses;
  const low = formatQuantity(lowVolts, 'V');
  const at = points.find((each) => each === chosen);
  return (
    <>
      {weakGround !== null && (
        <p className="text-clash mb-2">
          Weak ground: the low level stays at {low}; at {formatQuantity(weakGround.amps, 'A')} that is{' '}
          {formatQuantity(weakGround.ohms, 'Ω')} between it and ground.
        </p>
      )}
      {record !== null && (
        <div className="mb-3 flex flex-wrap items-center gap-2">
          <label htmlFor={field} className="text-dim text-[15px]">
            Volts recorded at
          </label>
          <select
            id={field}
            className="field w-auto"
            value={at ?? ''}
            onChange={({ target }) => setChosen(points.find((each) => each === target.value) ?? null)}
          >
            <option value="">choose the point</option>
            {points.map((each) => (
              <option key={each} value={each}>
                {terminalName(circuit, each)}
              </option>
            ))}
          </select>
          <button
            type="button"
            className="key"
            disabled={at === undefined}
            onClick={() =>
              at !== undefined &&
              record({
                type: 'reading-taken',
                test: { instrument: 'voltmeter', at },
                state: job.state,
                value: { kind: 'number', value: lowVolts },
                typed: `${low} at its lowest, ${name}`.slice(0, 120),
              })
            }
          >
            Enter {low} there
          </button>
          <p className="text-dim w-full text-[15px]">
            Offered are the points that a healthy circuit holds low as the vehicle stands above.
          </p>
        </div>
      )}
    </>
  );
}
