import type { CavityFill, LimiterOutlook, LimiterRow } from '@grim-lantern/core';
import { cavityFills, fillWords, fusesOf, inOneUnit } from '@grim-lantern/core';
import { useEffect, useState } from 'react';
import { askAboutJob } from '../../session/coreClient';
import type { FusePanelProps } from './fusePanelProps';

/** What a lamp, a breaker or a lead in a fuse's cavity shows, before one looks at it. */
export function LimiterLayer({
  circuitId,
  circuit,
  events,
  selected,
  onSelect,
}: Omit<FusePanelProps, 'work'>) {
  const fuses = fusesOf(circuit);
  const fuse = fuses.find(({ id }) => id === selected) ?? fuses[0];
  const fills =
    fuse === undefined ? [] : cavityFills(fuse).flatMap((fill) => (fill.kind === 'open' ? [] : [fill]));
  const [index, setIndex] = useState(2);
  const fill = fills[index] ?? fills[0];
  const [found, setFound] = useState<{
    readonly key: string;
    readonly outlook: LimiterOutlook | null;
  } | null>(null);
  const key = JSON.stringify([fuse?.id, fill]);
  useEffect(() => {
    let current = true;
    const [id, asked] = JSON.parse(key) as [string, Exclude<CavityFill, { kind: 'open' }>];
    const tell = (outlook: LimiterOutlook | null) => {
      if (current) setFound({ key, outlook });
    };
    askAboutJob({ circuitId, circuit, events }, (core, job) => core.limiter(job, id, asked)).then(tell, () =>
      tell(null),
    );
    return () => {
      current = false;
    };
  }, [circuitId, circuit, events, key]);
  const outlook = found?.key === key ? found.outlook : undefined;
  return (
    <>
      <h2 className="text-2xl font-semibold">What would it show?</h2>
      <p className="border-clash my-3 border-l-4 pl-3 text-[15px]">
        A lamp gets hot: keep it off trim. Never a larger fuse, never a plain wire.
      </p>
      <div className="mb-3 grid grid-cols-2 gap-2">
        <select
          aria-label="Cavity"
          className="field"
          value={fuse?.id ?? ''}
          onChange={({ target }) => onSelect(target.value)}
        >
          {fuses.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <select
          aria-label="What stands in it"
          className="field"
          value={index}
          onChange={({ target }) => setIndex(Number(target.value))}
        >
          {fills.map((each, at) => (
            <option key={fillWords(each)} value={at}>
              {fillWords(each)}
            </option>
          ))}
        </select>
      </div>
      {outlook === undefined && <p className="text-dim">Working it out …</p>}
      {outlook === null && <p className="text-clash">It could not be worked out.</p>}
      {outlook != null && <Outlook outlook={outlook} />}
    </>
  );
}

function Outlook({ outlook: { healthy, without, shorted, order } }: { outlook: LimiterOutlook }) {
  // Not even a short draws anything: nothing feeds the cavity.
  if (shorted.amps < 0.01) {
    return (
      <p className="text-lg">
        Nothing feeds this cavity as the vehicle stands: switch it on above, then look.
      </p>
    );
  }
  const shown = inOneUnit(
    [healthy, shorted, ...without, ...order].map(({ amps }) => amps),
    'A',
  );
  return (
    <>
      <table className="w-full text-left" aria-label="What a limiter shows">
        <tbody>
          <Line what="All loads in, nothing wrong" row={healthy} {...{ shown }} />
          <Line what="On a short" row={shorted} {...{ shown }} />
          {without.map((row) => (
            <Line key={row.part} what={`Without ${row.name}`} {...{ row, shown }} />
          ))}
        </tbody>
      </table>
      {order.length > 0 && (
        <>
          <h3 className="mt-4 text-lg font-semibold">Unplug in this order</h3>
          <ol className="list-decimal pl-6">
            {order.map(({ part, name, amps, shows }) => (
              <li key={part} className="py-1">
                {name}: then {shown(amps)}
                {shows !== '' && `, ${shows.toLowerCase()}`}
              </li>
            ))}
          </ol>
        </>
      )}
    </>
  );
}

function Line({
  what,
  row: { amps, shows },
  shown,
}: {
  what: string;
  row: LimiterRow;
  shown: (amps: number) => string;
}) {
  return (
    <tr className="border-line border-b">
      <th className="py-1.5 font-normal">{what}</th>
      <td className="py-1.5 text-right">{shows}</td>
      <td className="py-1.5 pl-3 text-right font-mono whitespace-nowrap">{shown(amps)}</td>
    </tr>
  );
}
