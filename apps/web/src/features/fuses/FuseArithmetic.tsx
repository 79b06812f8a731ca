import { typedNumber } from '../../ui/typedNumber';
import type { LoadedFuse } from '@grim-lantern/core';
import {
  ampsThatOpened,
  duration,
  formatQuantity,
  heldForAnHour,
  lifeUsed,
  openingBand,
} from '@grim-lantern/core';
import { lazy, Suspense, useId, useState } from 'react';
import type { OpeningPoint } from './OpeningChart';

/** The chart comes with a large library: it is fetched when it is first wanted. */
const OpeningChart = lazy(() => import('./OpeningChart'));

/** What a fuse carries and for how long; and backwards, from when it blew. */
export function FuseArithmetic({
  row,
  loads,
}: {
  readonly row: LoadedFuse;
  /** All of them: the good side beside the bad. */
  readonly loads: readonly LoadedFuse[];
}) {
  const { fuse, expectedAmps, reading, surgeAmps, surgeLife } = row;
  const { style, ratingAmps } = fuse;
  const field = useId();
  const [blew, setBlew] = useState('');
  const seconds = typedNumber(blew);
  const opened = blew !== '' && seconds > 0 ? ampsThatOpened(style, ratingAmps, seconds) : null;
  const points: OpeningPoint[] = [
    { name: 'expected', amps: expectedAmps },
    ...(reading === null ? [] : [{ name: 'read', amps: Math.abs(reading.amps) }]),
  ];
  return (
    <section aria-label="Fuse arithmetic" className="mt-4">
      <h3 className="text-lg font-semibold">
        {fuse.name}: {ratingAmps} A {style}
      </h3>
      <p>
        It surely carries{' '}
        <span className="font-mono">{formatQuantity(heldForAnHour(style, ratingAmps), 'A')}</span> for an
        hour.{' '}
        {points.map(({ name, amps }) => (
          <span key={name}>
            At the {formatQuantity(amps, 'A')} {name}: {opensWords(style, ratingAmps, amps)}{' '}
          </span>
        ))}
      </p>
      <p className="text-dim mt-1 text-[15px]">
        Switching on: {formatQuantity(surgeAmps, 'A')} while filaments are cold, {share(surgeLife)} of its
        life each time.
        {points.map(({ name, amps }) => {
          const hour = lifeUsed(style, ratingAmps, amps, 3600);
          return hour === 0 ? '' : ` An hour at the ${name} load uses ${share(hour)}.`;
        })}
      </p>
      <Beside row={row} loads={loads} />
      <div className="my-2 flex items-center gap-2">
        <label htmlFor={field} className="text-dim text-[15px]">
          It blew after seconds
        </label>
        <input
          id={field}
          inputMode="decimal"
          className="field w-28 font-mono"
          value={blew}
          onChange={({ target }) => setBlew(target.value)}
        />
        {opened !== null && (
          <span data-testid="blew-at" className="font-mono">
            {formatQuantity(opened.least, 'A')} – {formatQuantity(opened.greatest, 'A')}
          </span>
        )}
      </div>
      <Suspense fallback={<p className="text-dim">Drawing the gates …</p>}>
        <OpeningChart {...{ style, ratingAmps, points }} seconds={opened === null ? null : seconds} />
      </Suspense>
    </section>
  );
}

/** One side against the other: the same load on another fuse. */
function Beside({ row, loads }: { row: LoadedFuse; loads: readonly LoadedFuse[] }) {
  const [other, setOther] = useState('');
  const beside = loads.find(({ fuse }) => fuse.id === other);
  const own = row.reading?.amps;
  const theirs = beside?.reading?.amps;
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2">
      <select
        aria-label="Beside another fuse"
        className="field w-auto"
        value={other}
        onChange={({ target }) => setOther(target.value)}
      >
        <option value="">Beside the other side …</option>
        {loads
          .filter(({ fuse }) => fuse.id !== row.fuse.id)
          .map(({ fuse }) => (
            <option key={fuse.id} value={fuse.id}>
              {fuse.name}
            </option>
          ))}
      </select>
      {beside !== undefined && (
        <span data-testid="beside">
          {own === undefined || theirs === undefined
            ? 'Read both first.'
            : `${formatQuantity(own, 'A')} here, ${formatQuantity(theirs, 'A')} there: ${Number((own / theirs).toPrecision(2))} ×${
                row.ohms === null || beside.ohms === null
                  ? '.'
                  : `; ${formatQuantity(row.ohms, 'Ω')} here, ${formatQuantity(beside.ohms, 'Ω')} there.`
              }`}
        </span>
      )}
    </div>
  );
}

/** A share of a life, in words that do not claim more figures than there are. */
function share(of: number): string {
  if (of < 1e-4) return 'next to nothing';
  return of < 1 ? `${Number((100 * of).toPrecision(2))} %` : 'all';
}

function opensWords(style: LoadedFuse['fuse']['style'], ratingAmps: number, amps: number): string {
  const band = openingBand(style, amps / ratingAmps);
  return band === null
    ? 'for good.'
    : `it opens within ${duration(band.least)} to ${duration(band.greatest)}.`;
}
