import type { FusePart, TraceAgainstFuse, TraceVerdict } from '@grim-lantern/core';
import { formatQuantity, percent, traceOutcome } from '@grim-lantern/core';
import { useEffect, useState } from 'react';
import type { TracePanelProps } from './tracePanelProps';
import type { TraceState } from './useTraces';

interface Judged {
  readonly verdict: TraceVerdict | null;
  readonly fuse: TraceAgainstFuse | null;
}

/** A kind less likely than this is not worth a word. */
const shownFrom = 0.01;

/** What kind of fault a recording shows, why, what it does to the fuse; and its way into the job. */
export function TraceVerdictPart({
  job,
  part,
  state: { remote, report, name },
  expected,
  record,
}: TracePanelProps & {
  readonly part: FusePart;
  readonly state: Extract<TraceState, { status: 'read' }>;
  readonly expected: number | null;
}) {
  const [judged, setJudged] = useState<Judged | null>(null);
  const { style, ratingAmps, id } = part;
  useEffect(() => {
    let current = true;
    const ask = async () => {
      const answers = { verdict: await remote.judge(expected), fuse: await remote.fuse(style, ratingAmps) };
      if (current) setJudged(answers);
    };
    ask().catch(() => {
      if (current) setJudged({ verdict: null, fuse: null });
    });
    return () => {
      current = false;
    };
  }, [remote, expected, style, ratingAmps]);
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
      <FuseWords part={part} fuse={judged.fuse} />
      {kind !== null && (
        <button
          type="button"
          className="key key-chosen mt-2"
          disabled={record === null}
          onClick={() =>
            record?.({
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

function FuseWords({ part, fuse }: { readonly part: FusePart; readonly fuse: TraceAgainstFuse | null }) {
  if (fuse === null) return null;
  const { lifeUsed, opens, loading } = fuse;
  const from = opens?.least ?? null;
  const until = opens?.greatest ?? null;
  const short = (seconds: number) => `${Number(seconds.toPrecision(2))} s`;
  const opening =
    from === null
      ? 'it stays whole'
      : until === null
        ? `a quick one may open from ${short(from)} on, a slow one stays whole`
        : `it opens between ${short(from)} and ${short(until)}`;
  return (
    <p>
      {`${part.name}, ${part.ratingAmps} A: this recording uses ${percent(lifeUsed)} of its life; ${opening}`}
      {loading !== null &&
        `. For good it carries ${formatQuantity(loading.continuousAmps, 'A')}: ${
          loading.marginAmps >= 0
            ? `${formatQuantity(loading.marginAmps, 'A')} left`
            : `${formatQuantity(-loading.marginAmps, 'A')} too much`
        }`}
      .
    </p>
  );
}
