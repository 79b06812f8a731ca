import { typedNumber } from '../../ui/typedNumber';
import type { JobState, SurveyedFuse, SurveyOrder } from '@grim-lantern/core';
import {
  batteryCurrents,
  daysToFlat,
  formatQuantity,
  formatSpread,
  inOneUnit,
  instrumentById,
  partById,
  stateWords,
  surveyOrder,
} from '@grim-lantern/core';
import { useId, useState } from 'react';
import { Segments } from '../../ui/Segments';
import { AmountField } from '../../ui/AmountField';
import type { FuseLayerProps } from './fusePanelProps';
import { shownInSurvey } from './fuseLayers';
import { ampsScale } from './scales';
import { useRecording } from '../entry/recording';

const orders = [
  { id: 'by style and rating', name: 'By rating' },
  { id: 'by place', name: 'By place' },
] as const;

/** The drain, fuse by fuse: millivolts in, amps out, against the battery's own figure. */
export function SurveyLayer(props: FuseLayerProps) {
  const { circuit, job, work, vehicle } = props;
  const [order, setOrder] = useState<SurveyOrder>('by style and rating');
  const shown = shownInSurvey(work.survey.fuses);
  return (
    <>
      <h2 className="text-2xl font-semibold">What does each fuse carry at rest?</h2>
      <p className="text-dim mt-1">As the vehicle stands: {stateWords(circuit, job.state)}.</p>
      <p className="border-clash my-3 border-l-4 pl-3 text-[15px]">
        Latch the doors and keep the key away; wait until it sleeps, 10 to 40 minutes. Pull nothing yet: a
        pulled fuse wakes modules.
      </p>
      <Battery {...{ job }} restLimit={vehicle?.rest.limitAmps ?? null} />
      <Summary {...props} />
      <div className="mt-4 mb-1">
        <Segments
          label="Go along"
          chosen={order}
          positions={orders}
          disabled={false}
          onChoose={(id) => setOrder(orders.find((each) => each.id === id)?.id ?? order)}
        />
      </div>
      <ol data-fields aria-label="Millivolts over each fuse">
        {surveyOrder(circuit, order).map(({ id }) => {
          const row = work.survey.fuses.find(({ fuse }) => fuse.id === id);
          return row === undefined ? null : (
            <FuseRow
              key={id}
              row={row}
              culprit={work.survey.culprits.some(({ fuse }) => fuse.id === id)}
              chosen={props.selected === id}
              {...{ job, shown }}
              onSelect={() => props.onSelect(id)}
            />
          );
        })}
      </ol>
      <PullLog {...props} />
    </>
  );
}

function Battery({ job, restLimit }: { job: JobState; restLimit: number | null }) {
  const record = useRecording();
  const fields = useId();
  const [asleep, setAsleep] = useState('');
  const last = batteryCurrents(job)
    .filter(({ pulled }) => pulled === null)
    .at(-1);
  const minutes = typedNumber(asleep);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_120px] items-end gap-x-3">
      <div>
        <label htmlFor={`${fields}-amps`} className="text-dim text-[15px]">
          At the battery, by clamp
        </label>
        <AmountField
          id={`${fields}-amps`}
          label="Amps at the battery"
          scale={ampsScale}
          shown={last === undefined ? '' : String(Number(last.amps.toFixed(3)))}
          disabled={record === null}
          onTake={(amps) =>
            record?.({
              type: 'current-read',
              fuse: null,
              pulled: null,
              amps,
              by: 'clamp',
              state: job.state,
              ...(asleep !== '' && minutes >= 0 ? { asleepMinutes: minutes } : {}),
            })
          }
        />
      </div>
      <div>
        <label htmlFor={`${fields}-asleep`} className="text-dim text-[15px]">
          Minutes asleep
        </label>
        <input
          id={`${fields}-asleep`}
          inputMode="numeric"
          className="field font-mono"
          value={asleep}
          onChange={({ target }) => setAsleep(target.value)}
        />
      </div>
      {restLimit !== null && (
        <p className="text-dim col-span-2 mt-1 text-[15px]">
          This vehicle may draw {formatQuantity(restLimit, 'A')} at rest.
          {last !== undefined && last.asleepMinutes !== null && ` Read after ${last.asleepMinutes} min.`}
        </p>
      )}
    </div>
  );
}

/** The sum against the battery's figure, what is left, and who draws it. */
function Summary({ work: { survey }, vehicle, circuit }: FuseLayerProps) {
  const {
    sumAmps,
    sumDeviation,
    totalAmps,
    unexplainedAmps,
    unexplainedDeviation,
    culprits,
    afterwardsAmps,
  } = survey;
  const read = survey.fuses.filter(({ amps }) => amps !== null).length;
  const shown = inOneUnit([...culprits.map(({ excessAmps }) => excessAmps), afterwardsAmps], 'A');
  const hours = vehicle?.rest.batteryAmpHours;
  const flat = hours === undefined || totalAmps === null ? null : daysToFlat(hours, totalAmps);
  return (
    <dl
      data-testid="survey-sum"
      className="border-line mt-3 grid grid-cols-[1fr_auto] gap-x-4 gap-y-1 border-y py-2"
    >
      <dt>
        {read} of {survey.fuses.length} fuses
      </dt>
      <dd className="text-right font-mono">{formatSpread(sumAmps, sumDeviation, 'A')}</dd>
      {unexplainedAmps !== null && (
        <>
          <dt>Not explained yet</dt>
          <dd className="text-right font-mono">{formatSpread(unexplainedAmps, unexplainedDeviation, 'A')}</dd>
        </>
      )}
      {flat !== null && Number.isFinite(flat) && (
        <>
          <dt>A full battery of {hours} Ah no longer starts after</dt>
          <dd className="text-right font-mono">
            {flat < 1 ? `${Math.round(flat * 24)} h` : `${Number(flat.toFixed(1))} days`}
          </dd>
        </>
      )}
      {culprits.length > 0 && (
        <dd className="col-span-2 pt-1">
          <ol aria-label="Who draws it" className="flex flex-col gap-1">
            {culprits.map(({ fuse, excessAmps }) => (
              <li key={fuse.id} className="border-glow border-l-4 pl-3">
                <span className="text-glow font-mono font-semibold">{shown(excessAmps ?? 0)}</span> too much
                behind {partById(circuit, fuse.id).name}
              </li>
            ))}
          </ol>
          {afterwardsAmps !== null && (
            <p className="text-dim mt-1 text-[15px]">
              Without {culprits.length === 1 ? 'it' : 'them'}: {shown(Math.max(0, afterwardsAmps))}.
            </p>
          )}
        </dd>
      )}
    </dl>
  );
}

function FuseRow({
  row: { fuse, reading, amps, deviation, resolvedAmps, belowResolution, expectedAmps },
  culprit,
  chosen,
  job,
  shown,
  onSelect,
}: {
  row: SurveyedFuse;
  culprit: boolean;
  chosen: boolean;
  job: JobState;
  shown: (amps: number) => string;
  onSelect: () => void;
}) {
  const record = useRecording();
  const { display } = instrumentById('fuse-millivolts');
  if (display.kind !== 'number') return null;
  const millivolts =
    reading?.value.kind === 'number' ? String(Number((reading.value.value * 1000).toFixed(3))) : '';
  return (
    <li
      data-testid={`survey-${fuse.id}`}
      className={`border-line grid grid-cols-[64px_minmax(0,1fr)_120px] items-center gap-2 border-b py-1 ${chosen ? 'bg-raised' : ''}`}
      onFocus={onSelect}
    >
      <span>
        <span className="font-mono text-lg font-semibold">{fuse.cavity}</span>
        <span className="text-dim block text-[13px]">
          {fuse.ratingAmps} A {fuse.style.split(' ')[0]}
        </span>
      </span>
      <AmountField
        id={`mv-${fuse.id}`}
        label={`Millivolts over ${fuse.name}`}
        scale={display.scale}
        shown={millivolts}
        disabled={record === null}
        onTake={(value, typed) =>
          record?.({
            type: 'reading-taken',
            test: { instrument: 'fuse-millivolts', at: fuse.id },
            state: job.state,
            value: { kind: 'number', value },
            typed,
            ...(reading === null ? {} : { corrects: reading.id }),
          })
        }
      />
      <span className="text-right font-mono text-[14px]">
        {amps === null ? (
          <span className="text-dim">
            {expectedAmps < resolvedAmps ? '' : `healthy ${shown(expectedAmps)}`}
          </span>
        ) : belowResolution ? (
          <span className="text-dim">&lt; {shown(resolvedAmps)}</span>
        ) : (
          <>
            <span className={culprit ? 'text-glow font-semibold' : ''}>{shown(amps)}</span>
            <span className="text-dim block text-[12px]">± {shown(deviation)}</span>
          </>
        )}
      </span>
    </li>
  );
}

/** Which fuse was pulled, and what the battery's figure did. */
function PullLog({ circuit, job, work }: FuseLayerProps) {
  const record = useRecording();
  const fields = useId();
  const fuses = surveyOrder(circuit, 'by place');
  const [pulled, setPulled] = useState(fuses[0]?.id ?? '');
  const shown = inOneUnit(
    work.pulls.flatMap(({ before, after }) => [before, after]),
    'A',
  );
  return (
    <section aria-label="Pulled" className="mt-4">
      <h3 className="text-lg font-semibold">Pulled one by one</h3>
      <p className="text-dim text-[15px]">Only where millivolts cannot be read. Wait again after each.</p>
      <div className="mt-1 grid grid-cols-[minmax(0,1fr)_150px] gap-2">
        <select
          aria-label="Fuse pulled"
          className="field"
          value={pulled}
          onChange={({ target }) => setPulled(target.value)}
        >
          {fuses.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <AmountField
          id={`${fields}-then`}
          label="Amps at the battery with it out"
          scale={ampsScale}
          shown=""
          disabled={record === null}
          onTake={(amps) =>
            record?.({ type: 'current-read', fuse: null, pulled, amps, by: 'clamp', state: job.state })
          }
        />
      </div>
      <ul className="mt-2">
        {work.pulls.map(({ fuse, before, after, woke }, index) => (
          <li key={`${fuse} ${index}`} className="border-line border-b py-1">
            {partById(circuit, fuse).name} out: {shown(before)} → {shown(after)}
            {woke && (
              <span className="text-clash block">
                It rose: pulling it may have woken a module. Wait, read again.
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
