import type { Circuit, InstrumentId, JobEvent, PointAnswer, Test } from '@grim-lantern/core';
import {
  allInstruments,
  instruction,
  instrumentById,
  minutes,
  stateWords,
  suspectName,
  tellsNothing,
  worth,
} from '@grim-lantern/core';
import { useEffect, useId, useState } from 'react';
import { useOpenJob } from './openJob';
import { Sheet } from '../../ui/Sheet';
import { askAboutJob } from '../../session/coreClient';
import type { Diagnosis } from '../../session/useDiagnosis';
import { ReadingEntry } from '../entry/ReadingEntry';
import { useRecording } from '../entry/recording';

interface OtherReadingProps {
  /** The point tapped on the map; null to choose one here. */
  readonly point: string | null;
  readonly onClose: () => void;
}

/** Any instrument on any point: what it would read in the present state, what that would tell, and its entry. */
export function OtherReading({ point, onClose }: OtherReadingProps) {
  const { summary, circuit, events, diagnosis } = useOpenJob();
  const record = useRecording();
  const suitable = allInstruments.filter(({ targets }) => point === null || targets(circuit).includes(point));
  const [instrument, setInstrument] = useState<InstrumentId>(suitable[0]?.id ?? 'voltmeter');
  const targets = instrumentById(instrument).targets(circuit);
  const [chosen, setChosen] = useState<string | null>(point);
  const at = chosen !== null && targets.includes(chosen) ? chosen : (targets[0] ?? '');
  const test: Test = { instrument, at };
  const answer = usePointAnswer(summary.circuitId, circuit, events, test);
  const known = answer === 'failed' ? null : answer;
  const fields = useId();
  return (
    <Sheet
      title="Measure something else"
      description={`As the vehicle stands: ${stateWords(circuit, diagnosis.job.state)}.`}
      width="max-w-[920px]"
      onClose={onClose}
    >
      <div
        className="grid gap-x-8 md:grid-cols-2"
        data-testid="point"
        data-vehicle={JSON.stringify(diagnosis.job.state)}
      >
        <div>
          <div className="mb-4 grid gap-2">
            <label htmlFor={`${fields}-instrument`} className="text-dim text-[15px]">
              Instrument
            </label>
            <select
              id={`${fields}-instrument`}
              className="field"
              value={instrument}
              onChange={({ target }) => setInstrument(target.value as InstrumentId)}
            >
              {suitable.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
            <label htmlFor={`${fields}-point`} className="text-dim text-[15px]">
              Point
            </label>
            <select
              id={`${fields}-point`}
              className="field"
              value={at}
              onChange={({ target }) => setChosen(target.value)}
            >
              {targets.map((target) => (
                <option key={target} value={target}>
                  {instruction(circuit, { instrument, at: target })}
                </option>
              ))}
            </select>
          </div>
          <table className="mb-4 w-full text-left">
            <tbody>
              {(known?.expected ?? []).map(({ suspect, reading }) => (
                <tr key={suspect ?? 'healthy'} className="border-line border-b">
                  <th className="py-1.5 font-normal">
                    {suspect === null ? 'Healthy' : `If it is: ${suspectName(circuit, suspect)}`}
                  </th>
                  <td className="py-1.5 text-right font-mono">{reading}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="text-dim mb-3">{worthWords(answer)}</p>
          <p className="mb-3">{whyNot(circuit, answer, diagnosis)}</p>
        </div>
        <ReadingEntry
          circuit={circuit}
          key={`${instrument} ${at}`}
          test={test}
          outcomes={known?.foreseen?.outcomes ?? []}
          disabled={record === null}
          onHold={() => undefined}
          onRead={(entered) => {
            record?.({ type: 'reading-taken', test, state: diagnosis.job.state, ...entered });
            onClose();
          }}
        />
      </div>
    </Sheet>
  );
}

function worthWords(answer: PointAnswer | 'failed' | null): string {
  if (answer === null) return 'Working it out …';
  if (answer === 'failed')
    return 'What it would tell could not be worked out. The reading can be entered all the same.';
  if (answer.foreseen === null || tellsNothing(answer.foreseen.bits)) {
    return 'It would tell next to nothing: in this state all that is still likely reads the same here.';
  }
  const { bits, work } = answer.foreseen;
  return `It ${worth(bits)} and takes ${minutes(work.minutes)}.`;
}

/** Why this ranks where it does beside what is proposed. */
function whyNot(
  circuit: Circuit,
  answer: PointAnswer | 'failed' | null,
  { actions, job }: Diagnosis,
): string | null {
  const best = actions?.[0];
  if (answer === null || answer === 'failed' || best === undefined) return null;
  const { foreseen } = answer;
  if (foreseen === null || tellsNothing(foreseen.bits)) return null;
  const { test } = foreseen;
  if (test.instrument === best.test.instrument && test.at === best.test.at) return 'It is what is proposed.';
  const place = foreseen.work.places.find((each) => job.refused.includes(each));
  if (place !== undefined) return 'It lies where the hand cannot go: it is marked as out of reach.';
  const proposed = instruction(circuit, best.test);
  const rate = (bits: number, spent: number) => bits / spent;
  const [own, other] = [rate(foreseen.bits, foreseen.work.minutes), rate(best.bits, best.work.minutes)];
  const than = `“${proposed}” ${worth(best.bits)} in ${minutes(best.work.minutes)}`;
  if (foreseen.bits < best.bits && foreseen.work.minutes >= best.work.minutes) {
    return `Why not this: it tells less and takes no less time; ${than}.`;
  }
  if (own < other) return `Why not this: it tells less per minute; ${than}.`;
  return `It tells as much per minute; ${than}, and leads on to fewer minutes in all.`;
}

function usePointAnswer(
  circuitId: string,
  circuit: Circuit,
  events: readonly JobEvent[],
  { instrument, at }: Test,
) {
  const [answer, setAnswer] = useState<{ key: string; answer: PointAnswer | 'failed' } | null>(null);
  const key = `${instrument} ${at}`;
  useEffect(() => {
    let current = true;
    const tell = (found: PointAnswer | 'failed') => {
      if (current) setAnswer({ key: `${instrument} ${at}`, answer: found });
    };
    const asked = { instrument, at };
    askAboutJob({ circuitId, circuit, events }, (core, job) => core.pointAnswer(job, asked)).then(tell, () =>
      tell('failed'),
    );
    return () => {
      current = false;
    };
  }, [circuitId, circuit, events, instrument, at]);
  return answer?.key === key ? answer.answer : null;
}
