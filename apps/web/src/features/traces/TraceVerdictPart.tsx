import type { Circuit, FusePart, JobState, TraceAgainstFuse, TraceVerdict } from '@grim-lantern/core';
import { formatQuantity, percent, traceOutcome } from '@grim-lantern/core';
import { useEffect, useState } from 'react';
import { FuseWords } from './FuseWords';
import { TraceVolts } from './TraceVolts';
import { standsWrong } from './tracePanelProps';
import type { ReadState } from './useTraces';
import { useRecording } from '../entry/recording';

interface Judged {
  readonly verdict: TraceVerdict | null;
  readonly fuse: TraceAgainstFuse | null;
}

/** A kind less likely than this is not worth a word. */
const shownFrom = 0.01;

/** What kind of fault a recording shows, why, what it does to the fuse; and its way into the job. */
export function TraceVerdictPart({
  circuit,
  job,
  part,
  remote,
  report,
  name,
  expected,
}: Pick<ReadState, 'remote' | 'report' | 'name'> & {
  readonly circuit: Circuit;
  readonly job: JobState;
  readonly part: FusePart;
  readonly expected: number | null;
}) {
  const record = useRecording();
  const [judged, setJudged] = useState<Judged | null>(null);
  const { style, ratingAmps, id } = part;
  const comparable = standsWrong(job.state, part, expected) === null;
  const against = comparable ? expected : null;
  useEffect(() => {
    let current = true;
    const ask = async () => {
      const answers = { verdict: await remote.judge(against), fuse: await remote.fuse(style, ratingAmps) };
      if (current) setJudged(answers);
    };
    ask().catch(() => {
      if (current) setJudged({ verdict: null, fuse: null });
    });
    return () => {
      current = false;
    };
  }, [remote, against, style, ratingAmps]);
  if (judged === null) return <p className="text-dim">Judging it …</p>;
  const { verdict } = judged;
  if (verdict === null) return <p className="text-clash">What it shows could not be worked out.</p>;
  const { verdict: kind, kinds, speaks, unlike } = verdict;
  const settled = report.measures.settledAmps;
  return (
    <section aria-label="What the recording shows" className="mb-4">
      <h3 className="text-xl font-semibold">
        {kind === null ? 'It cannot tell' : `${kind[0]!.toUpperCase()}${kind.slice(1)}`}
      </h3>
      <p className="text-dim text-[15px]">
        {kinds
          .slice(0, 3)
          .filter(({ probability }, index) => index === 0 || probability >= shownFrom)
          .map((each) => `${percent(each.probability)} ${each.kind}`)
          .join(' · ')}
        {unlike >= 0.05 && ` · ${percent(unlike)} like none of these`}
      </p>
      <ul className="my-2">
        {speaks.slice(0, 5).map(({ words, weight }) => (
          <li key={words} className={weight > 0 ? 'text-agree' : 'text-clash'}>
            {weight > 0 ? '+' : '−'} {words}
          </li>
        ))}
      </ul>
      {report.measures.voltPulses !== null && (
        <TraceVolts {...{ circuit, job, name }} pulses={report.measures.voltPulses} />
      )}
      {judged.fuse !== null && <FuseWords part={part} fuse={judged.fuse} measures={report.measures} />}
      {kind !== null && record !== null && comparable && (
        <button
          type="button"
          className="key key-chosen mt-2"
          onClick={() =>
            record({
              type: 'reading-taken',
              test: { instrument: 'trace', at: id },
              state: job.state,
              value: { kind: 'outcome', outcome: traceOutcome(kind) },
              typed: `${settled === null ? 'no current' : formatQuantity(settled, 'A')}, ${name}`.slice(
                0,
                120,
              ),
            })
          }
        >
          Enter it in the job
        </button>
      )}
    </section>
  );
}
