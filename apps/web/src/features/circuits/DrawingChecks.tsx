import type { Circuit, DrawingFlaw, NotationFlaw } from '@grim-lantern/core';

/** So many flaws of a kind are shown: one mends them one after the other. */
const shownFlaws = 40;

/** What stands between the drawing and advice that can be trusted; and what of it is assumed. */
export function DrawingChecks({
  circuit,
  flaws,
  checks,
  onLine,
  onAt,
}: {
  readonly circuit: Circuit;
  readonly flaws: readonly NotationFlaw[];
  readonly checks: readonly DrawingFlaw[];
  readonly onLine: (line: number) => void;
  readonly onAt: (flaw: DrawingFlaw) => void;
}) {
  const stops = checks.filter(({ weight }) => weight === 'stops');
  const rest = checks.filter(({ weight }) => weight === 'check');
  const assumed = assumedWords(circuit);
  const sound = flaws.length === 0 && stops.length === 0;
  return (
    <section aria-label="Checks" className="border-line border-t px-4 py-3 lg:px-5">
      <h2 className="mb-1 text-lg font-semibold">{sound ? 'It can advise' : 'Before it can advise'}</h2>
      <ul>
        {flaws.slice(0, shownFlaws).map(({ line, from, message }) => (
          <Line key={`${line} ${from}`} stops onPress={() => onLine(line)}>
            Line {line + 1}: {message}
          </Line>
        ))}
        {flaws.length > shownFlaws && (
          <li className="text-dim px-4">and {flaws.length - shownFlaws} more lines</li>
        )}
        {[...stops, ...rest].slice(0, shownFlaws).map((flaw) => (
          <Line key={`${flaw.at} ${flaw.message}`} stops={flaw.weight === 'stops'} onPress={() => onAt(flaw)}>
            {flaw.message}
          </Line>
        ))}
      </ul>
      {assumed !== '' && (
        <p className="text-dim border-line border-l-4 pl-3 text-[15px]">Assumed: {assumed}.</p>
      )}
    </section>
  );
}

function Line({
  stops,
  onPress,
  children,
}: {
  stops: boolean;
  onPress: () => void;
  children: React.ReactNode;
}) {
  return (
    <li className={`mb-1 border-l-4 ${stops ? 'border-clash' : 'border-line'}`}>
      <button type="button" className="hover:bg-raised min-h-11 w-full px-3 text-left" onClick={onPress}>
        {children}
      </button>
    </li>
  );
}

/** In words, how much of a drawing was assumed. */
function assumedWords({ parts, sections }: Circuit): string {
  const wires = (field: 'lengthMetres' | 'areaMm2') =>
    sections.filter(({ assumed }) => assumed?.includes(field)).length;
  const loads = parts.filter(({ assumed }) => assumed?.some((each) => each === 'ohms' || each === 'watts'));
  const ratings = parts.filter(({ assumed }) => assumed?.includes('ratingAmps'));
  const places = parts.filter(({ assumed }) => assumed?.includes('place')).length;
  const [lengths, sizes] = [wires('lengthMetres'), wires('areaMm2')];
  return [
    ...(lengths === 0 ? [] : [`length of ${counted(lengths, 'wire')}`]),
    ...(sizes === 0 ? [] : [`size of ${counted(sizes, 'wire')}`]),
    ...(loads.length === 0
      ? []
      : [
          `current of ${loads.length > 3 ? counted(loads.length, 'load') : loads.map(({ name }) => name).join(' and ')}`,
        ]),
    ...(ratings.length === 0 ? [] : [`rating of ${counted(ratings.length, 'fuse')}`]),
    ...(places === 0 ? [] : [`place of ${counted(places, 'part')}`]),
  ].join(', ');
}

const counted = (count: number, word: string) => `${count} ${word}${count === 1 ? '' : 's'}`;
