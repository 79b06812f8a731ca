import { typedNumber } from '../../ui/typedNumber';
import type {
  FusePart,
  Opening,
  OpeningAgreement,
  TraceAgainstFuse,
  TraceMeasures,
} from '@grim-lantern/core';
import { formatQuantity, openingAgreement, percent } from '@grim-lantern/core';
import { useId, useState } from 'react';

/** What a recording does to the fuse, when it opens if the current goes on so, and whether that agrees with when it did. */
export function FuseWords({
  part,
  fuse,
  measures,
}: {
  readonly part: FusePart;
  readonly fuse: TraceAgainstFuse;
  readonly measures: TraceMeasures;
}) {
  const { lifeUsed, opens, goingOn, loading } = fuse;
  const within = opens === null ? 'it stays whole' : openingWords(opens);
  // What goes on is worth a word where it says more than the recording itself.
  const later = goingOn !== null && goingOn.greatest !== opens?.greatest ? goingOn : null;
  return (
    <>
      <p>
        {`${part.name}, ${part.ratingAmps} A: this recording uses ${percent(lifeUsed)} of its life; ${within}`}
        {later !== null && `. If the current goes on as it did, ${openingWords(later)}`}
        {loading !== null &&
          `. Continuous rating ${formatQuantity(loading.continuousAmps, 'A')}: ${
            loading.marginAmps >= 0
              ? `${formatQuantity(loading.marginAmps, 'A')} left`
              : `${formatQuantity(-loading.marginAmps, 'A')} too much`
          }`}
        .
      </p>
      <Opened {...{ fuse, measures }} />
    </>
  );
}

function openingWords({ least, greatest }: Opening): string {
  return greatest === null
    ? `a quick one may open from ${time(least)} on, a slow one stays whole`
    : `it opens between ${time(least)} and ${time(greatest)}`;
}

/** Seconds up to two minutes, minutes beyond. */
function time(seconds: number): string {
  return seconds < 120 ? `${Number(seconds.toPrecision(2))} s` : `${Math.round(seconds / 60)} min`;
}

const agreementWords: Readonly<Record<OpeningAgreement, string>> = {
  agrees: 'That agrees with the recording: this current opened it.',
  sooner:
    'Sooner than this current opens it: look for a short that the recording missed, or heat at the fuse’s seat.',
  later: 'Later than this current opens it: it was not always so high.',
  'stays whole':
    'This current never opens it: look for a short that the recording missed, or a fuse that is too small.',
};

/** When the fuse did open: by the recording's own end, or as the customer tells it. */
function Opened({
  fuse,
  measures: { periods, endsOpen },
}: {
  readonly fuse: TraceAgainstFuse;
  readonly measures: TraceMeasures;
}) {
  const [typed, setTyped] = useState('');
  const field = useId();
  const on = periods[0]?.start ?? 0;
  const ended = endsOpen ? (periods.at(-1)?.end ?? null) : null;
  const minutes = typedNumber(typed);
  const told = typed.trim() === '' ? null : minutes > 0 && minutes < 1e5 ? minutes * 60 : NaN;
  return (
    <div className="mt-2">
      <label htmlFor={field} className="text-dim block text-[15px]">
        The fuse opened after, minutes
      </label>
      <input
        id={field}
        className="field w-28"
        inputMode="decimal"
        value={typed}
        placeholder={ended === null ? '' : String(Number(((ended - on) / 60).toPrecision(2)))}
        onChange={({ target }) => setTyped(target.value)}
      />
      {Number.isNaN(told) && <p className="text-clash">Minutes: Expected a number above 0, such as 15.</p>}
      {told !== null && !Number.isNaN(told) && <p>{agreementWords[openingAgreement(fuse, on, told)]}</p>}
      {told === null && ended !== null && (
        <p>
          The current ends after {time(ended - on)}. If the fuse opened then:{' '}
          {agreementWords[openingAgreement(fuse, on, ended - on)]}
        </p>
      )}
    </div>
  );
}
