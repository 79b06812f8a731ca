import type { RelaySideVerdict } from '@grim-lantern/core';
import { percent, sideOfPin, suspectName } from '@grim-lantern/core';
import type { RelayLayerProps } from './relayPanelProps';
import { relaySideNames } from './socketWords';

/** The four quarters and the relay, each with how likely it is at fault; held, the harness shows it alone. */
export function RelaySideList({ circuit, work: { verdict, table }, onHold }: RelayLayerProps) {
  const { relaySides, elsewhere } = verdict;
  return (
    <section aria-label="Verdict by quarter" className="mt-5">
      <h3 className="text-xl font-semibold">Which quarter</h3>
      <p className="text-dim text-[14px]">Hold one to see it alone on the harness.</p>
      <ul>
        {relaySides.map((each) => (
          <RelaySideRow
            key={each.side}
            verdict={each}
            words={wordsOf(circuit, each, readOf(table, each))}
            onHold={(held) => onHold(held ? { leaves: each.suspects } : null)}
          />
        ))}
      </ul>
      {elsewhere >= shownFrom && (
        <p className="text-dim mt-1 text-[14px]">
          {percent(elsewhere)}: something that shows at no pin of this socket.
        </p>
      )}
    </section>
  );
}

const shownFrom = 0.02;
/** A quarter below this is good; from these on it is likely, and sure enough, where to go. */
const goodBelow = 0.02;
const likelyFrom = 0.5;
const sureFrom = 0.9;

function RelaySideRow({
  verdict: { side, probability },
  words,
  onHold,
}: {
  readonly verdict: RelaySideVerdict;
  readonly words: string;
  readonly onHold: (held: boolean) => void;
}) {
  return (
    <li className="border-line border-b">
      <button
        type="button"
        data-testid={`quarter-${side.replace(' ', '-')}`}
        className="hover:bg-raised focus-visible:bg-raised flex min-h-12 w-full items-center gap-3 py-2 text-left"
        onPointerEnter={() => onHold(true)}
        onPointerLeave={() => onHold(false)}
        onFocus={() => onHold(true)}
        onBlur={() => onHold(false)}
      >
        <span className="w-28 shrink-0 font-medium">{relaySideNames[side]}</span>
        <span className="relative h-3 w-16 shrink-0">
          <span className="bg-wire absolute top-1 h-1 w-full" />
          <span className="bg-glow absolute top-0 h-3" style={{ width: `${100 * probability}%` }} />
        </span>
        <span className="w-12 shrink-0 text-right font-mono text-[15px]">{percent(probability)}</span>
        <span className="text-dim min-w-0 grow text-[14px]">{words}</span>
      </button>
    </li>
  );
}

/** Whether anything of a quarter's pins has been read. */
function readOf(table: RelayLayerProps['work']['table'], { side }: RelaySideVerdict): boolean {
  return table.pins.some(({ role, agreement }) => sideOfPin[role] === side && agreement !== 'not read');
}

function wordsOf(
  circuit: RelayLayerProps['circuit'],
  { probability, leading }: RelaySideVerdict,
  read: boolean,
): string {
  const [first] = leading;
  const cause = first === undefined ? '' : `${suspectName(circuit, first.suspect)}: ${first.kind}`;
  if (probability < goodBelow) return read ? 'good by what was read' : 'unlikely';
  const where = probability >= sureFrom ? 'here it is' : probability >= likelyFrom ? 'likely here' : null;
  if (where !== null) return cause === '' ? where : `${where}: ${cause}`;
  return cause === '' ? 'still possible' : `still possible: ${cause}`;
}
