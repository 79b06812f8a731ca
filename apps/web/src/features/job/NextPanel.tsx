import type { Circuit, JobState, ProposedAction } from '@grim-lantern/core';
import { asksComplaint, instruction, minutes, placeById, pointWords, stateKey } from '@grim-lantern/core';
import { Popover } from 'radix-ui';
import { useEffect, useState } from 'react';
import { ComplaintQuestion } from './ComplaintQuestion';
import { FuseQuestion } from './FuseQuestion';
import { exactly, forWhat } from './actionWords';
import { useOpenJob, useWorkbench } from './openJob';
import { ActionCard } from './ActionCard';
import { useRecording } from '../entry/recording';

/** One action, large: what to set, where to put the probe, what each outcome would leave; the entry is right there. */
export function NextPanel() {
  const { circuit, diagnosis } = useOpenJob();
  const { hold, show, measure } = useWorkbench();
  const record = useRecording();
  const { job, actions } = diagnosis;
  const [picked, setPicked] = useState<{ actions: readonly ProposedAction[]; index: number } | null>(null);
  const index = picked !== null && picked.actions === actions ? picked.index : 0;
  const action = actions?.[index];
  const [asked, setAsked] = useState(asksComplaint(job));
  const complains = asked && job.cause === null;
  const question = diagnosis.dossier.question;
  const fuse = question?.kind === 'fuse' ? question.fuse : null;
  const shown = complains || fuse !== null ? undefined : action?.test;
  useEffect(() => {
    show(shown ?? null);
    return () => show(null);
  }, [shown, show]);
  if (complains) {
    return <ComplaintQuestion circuit={circuit} job={job} onSkip={() => setAsked(false)} />;
  }
  if (fuse !== null) return <FuseQuestion circuit={circuit} fuse={fuse} state={job.state} />;
  if (actions === null) return <p className="text-dim py-6 text-lg">Working out the next reading …</p>;
  if (action === undefined) {
    return (
      <div className="flex flex-col items-start gap-3 py-4">
        <h2 className="text-2xl font-semibold">No reading would tell more</h2>
        <p className="text-dim">
          {job.refused.length > 0
            ? 'Some points are marked as out of reach; allow one below, or measure something else.'
            : 'Everything within reach has been asked. Record the cause, or measure something else.'}
        </p>
        <button type="button" className="key" onClick={() => measure(null)}>
          Measure something else
        </button>
        <Ways />
        <Refusals circuit={circuit} job={job} />
      </div>
    );
  }
  const others = actions.filter((each) => each !== action);
  return (
    <>
      <ActionCard
        key={`${action.test.instrument} ${action.test.at} ${stateKey(action.state)}`}
        {...{ circuit, action, others }}
        onHold={hold}
      />
      <ul className="border-line mt-3 border-t" aria-label="Alternatives">
        {others.map((each) => (
          <li key={`${each.test.instrument} ${each.test.at}`} className="border-line border-b">
            <button
              type="button"
              className="hover:bg-raised flex min-h-12 w-full items-center gap-3 py-1 text-left"
              onClick={() => setPicked({ actions, index: actions.indexOf(each) })}
            >
              <span className="grow">{instruction(circuit, each.test)}</span>
              <span className="text-dim w-28 shrink-0 text-right text-[14px]" title={exactly(each)}>
                {forWhat(each)}
              </span>
              <span className="text-dim w-16 shrink-0 text-right font-mono text-[12px] whitespace-nowrap">
                {minutes(each.work.minutes)}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <Ways />
      <Refusals circuit={circuit} job={job} />
      <div className="bg-ground border-line sticky bottom-0 -mx-4 mt-4 flex gap-2 border-t px-4 py-2 lg:-mx-5 lg:px-5">
        {action.work.moves.length > 0 && (
          <button
            type="button"
            className={footKey}
            disabled={record === null}
            onClick={() => record?.({ type: 'state-set', state: action.state })}
          >
            Setup done
          </button>
        )}
        <CannotReach circuit={circuit} action={action} />
        <button type="button" className={footKey} onClick={() => measure(null)}>
          Measure something else
        </button>
      </div>
    </>
  );
}

/** The keys at the foot share its width, on one line as long as they fit. */
const footKey =
  'key border-line grow short:whitespace-normal px-2 text-[15px] leading-tight whitespace-nowrap';

/** How the technician likes to go about it: from which place, and with what. */
function Ways() {
  const { circuit } = useOpenJob();
  const { pinned, pin, chooseKit } = useWorkbench();
  return (
    <div className="mt-3 flex gap-2">
      <select
        aria-label="Work from"
        className={`field ${pinned === null ? 'border-line' : 'border-ink'}`}
        value={pinned ?? ''}
        onChange={({ target }) => pin(target.value === '' ? null : target.value)}
      >
        <option value="">Work from anywhere</option>
        {circuit.places.map(({ id, name }) => (
          <option key={id} value={id}>
            Stay at: {name}
          </option>
        ))}
      </select>
      <button type="button" className="key border-line shrink-0" onClick={chooseKit}>
        Your kit
      </button>
    </div>
  );
}

/** Rules out the point, or every place that the action would put the hand. */
function CannotReach({ circuit, action }: { circuit: Circuit; action: ProposedAction }) {
  const record = useRecording();
  const points = [action.test.at, ...action.work.places.filter((place) => place !== action.test.at)];
  return (
    <Popover.Root>
      <Popover.Trigger className={footKey} disabled={record === null}>
        Can’t reach
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={12}
          className="bg-raised border-ink z-20 flex max-w-[92vw] flex-col gap-2 border p-4"
        >
          {points.map((point) => (
            <button
              key={point}
              type="button"
              className="key text-left"
              onClick={() => record?.({ type: 'point-refused', point })}
            >
              {placeById(circuit, point) === undefined
                ? `Not this point: ${pointWords(circuit, point)}`
                : `Nothing at: ${pointWords(circuit, point)}`}
            </button>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Points marked as out of reach, each with the way back. */
function Refusals({ circuit, job }: { circuit: Circuit; job: JobState }) {
  const record = useRecording();
  if (job.refused.length === 0) return null;
  return (
    <ul className="mt-4" aria-label="Out of reach">
      {job.refused.map((point) => (
        <li
          key={point}
          className="border-line text-dim flex min-h-12 items-center justify-between gap-3 border-t py-1"
        >
          <span>
            Out of reach: {pointWords(circuit, point)}
            {job.refusedWhy[point] !== undefined && ` (${job.refusedWhy[point]})`}
          </span>
          <button
            type="button"
            className="key border-line"
            disabled={record === null}
            onClick={() => record?.({ type: 'point-allowed', point })}
          >
            Allow
          </button>
        </li>
      ))}
    </ul>
  );
}
