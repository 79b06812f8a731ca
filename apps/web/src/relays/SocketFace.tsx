import type { Agreement, PinPlace, Quarter, RelayTerminal, SocketPin } from '@grim-lantern/core';
import { mirrored, percent, quarterOfPin } from '@grim-lantern/core';
import { litFrom } from '../harness/litFrom';
import { agreements } from './socketWords';

interface SocketFaceProps {
  readonly places: readonly PinPlace[];
  readonly pins: readonly SocketPin[];
  /** Whether one looks into the socket, or at the relay's legs. */
  readonly legs: boolean;
  readonly selected: RelayTerminal | null;
  /** Where the next reading at this socket is best taken. */
  readonly next: RelayTerminal | null;
  readonly glow: Readonly<Record<Quarter, number>>;
  readonly onSelect: (role: RelayTerminal) => void;
}

/** Units of the drawing: a place of the grid, the edge around it, a pin. */
const step = 66;
const edge = 58;
const [bladeLong, bladeShort] = [40, 16] as const;

/** A socket as one looks into it: every pin with its number, how it reads, and how much of the suspicion hangs on it. */
export function SocketFace(props: SocketFaceProps) {
  const { places, legs } = props;
  const seen = legs ? mirrored(places) : places;
  const rows = Math.max(4, ...seen.map(({ row }) => row));
  const [width, height] = [4 * step + 2 * edge, rows * step + 2 * edge];
  return (
    <figure>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        role="group"
        aria-label={legs ? 'The relay’s legs' : 'The socket'}
        className="mx-auto block w-full max-w-[400px] select-none"
      >
        <rect
          x={edge / 2}
          y={edge / 2}
          width={width - edge}
          height={height - edge}
          className="fill-raised stroke-line"
          strokeWidth={2}
        />
        {seen.map((place) => (
          <Pin key={place.role} {...props} place={place} width={width} />
        ))}
      </svg>
      <figcaption className="text-dim text-center text-[14px]">
        {legs ? 'As you look at the relay’s legs: left and right exchanged.' : 'As you look into the socket.'}{' '}
        The numbers moulded beside the blades count.
      </figcaption>
    </figure>
  );
}

function Pin({
  place: { role, column, row, across },
  pins,
  selected,
  next,
  glow,
  width,
  onSelect,
}: SocketFaceProps & { readonly place: PinPlace; readonly width: number }) {
  const pin = pins.find((each) => each.role === role);
  if (pin === undefined) return null;
  const [x, y] = [edge + column * step, edge + row * step];
  const [long, short] = across ? [bladeLong, bladeShort] : [bladeShort, bladeLong];
  const probability = glow[quarterOfPin[role]];
  const outwards = x < width / 2 ? 0 : width;
  const { tone, sign, words } = agreements[pin.agreement];
  const chosen = selected === role;
  const choose = () => onSelect(role);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={`Pin ${pin.own}, ${words}${next === role ? ', read here next' : ''}`}
      data-testid={`pin-${role}`}
      data-agreement={pin.agreement}
      className="cursor-pointer focus-visible:outline-2"
      onClick={choose}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        choose();
      }}
    >
      {probability >= litFrom && (
        <>
          <path
            d={`M${x} ${y}H${outwards}`}
            className="glow-ribbon stroke-glow"
            strokeWidth={3 + 9 * probability}
            fill="none"
          />
          <text
            x={outwards === 0 ? 2 : width - 2}
            y={y - 10}
            textAnchor={outwards === 0 ? 'start' : 'end'}
            className="fill-ink font-mono text-[14px]"
          >
            {percent(probability)}
          </text>
        </>
      )}
      <rect x={x - 31} y={y - 27} width={62} height={58} className="fill-raised" />
      {chosen && (
        <rect
          x={x - 31}
          y={y - 27}
          width={62}
          height={58}
          className="stroke-ink fill-none"
          strokeWidth={2.5}
        />
      )}
      <Blade {...{ x, y, long, short }} agreement={pin.agreement} />
      <text
        x={x}
        y={y - 11}
        textAnchor="middle"
        className="fill-ink font-mono text-[17px] font-semibold"
        dy={across ? -1 : -12}
      >
        {across ? pin.own : ''}
      </text>
      {!across && (
        <text x={x + 12} y={y + 6} className="fill-ink font-mono text-[17px] font-semibold">
          {pin.own}
        </text>
      )}
      <text x={x} y={y + 27} textAnchor="middle" className={`fill-current text-[15px] font-semibold ${tone}`}>
        {next === role && pin.agreement === 'not read' ? 'next' : sign}
      </text>
    </g>
  );
}

function Blade({
  x,
  y,
  long,
  short,
  agreement,
}: {
  readonly x: number;
  readonly y: number;
  readonly long: number;
  readonly short: number;
  readonly agreement: Agreement;
}) {
  const solid = agreement === 'agrees' || agreement === 'disagrees';
  return (
    <rect
      x={x - long / 2}
      y={y - short / 2}
      width={long}
      height={short}
      className={`${solid ? `fill-current ${agreements[agreement].tone}` : 'stroke-ink fill-none'}`}
      strokeWidth={2}
    />
  );
}
