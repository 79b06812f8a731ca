import type { LoadedFuse } from '@grim-lantern/core';
import { ampsThatOpened, formatQuantity, heldForAnHour, openingBand } from '@grim-lantern/core';
import { lazy, Suspense, useId, useState } from 'react';
import type { OpeningPoint } from './OpeningChart';

/** The chart comes with a large library: it is fetched when it is first wanted. */
const OpeningChart = lazy(() => import('./OpeningChart'));

/** What a fuse carries and for how long; and backwards, from when it blew. */
export function FuseArithmetic({ row: { fuse, expectedAmps, reading } }: { readonly row: LoadedFuse }) {
  const { style, ratingAmps } = fuse;
  const field = useId();
  const [blew, setBlew] = useState('');
  const seconds = Number(blew.replace(',', '.'));
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

function opensWords(style: LoadedFuse['fuse']['style'], ratingAmps: number, amps: number): string {
  const band = openingBand(style, amps / ratingAmps);
  return band === null ? 'for good.' : `it opens within ${time(band.least)} to ${time(band.greatest)}.`;
}

function time(seconds: number): string {
  if (seconds < 60) return `${Number(seconds.toPrecision(2))} s`;
  if (seconds < 7200) return `${Math.round(seconds / 60)} min`;
  return `${Math.round(seconds / 3600)} h`;
}
