import type { Agreement, PinPlace, RelaySide, RelayTerminal, SocketPin } from '@grim-lantern/core';
import { mirrored, percent, sideOfPin } from '@grim-lantern/core';
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
  readonly glow: Readonly<Record<RelaySide, number>>;
  readonly onSelect: (role: RelayTerminal) => void;
}

/** Units of the drawing: between two columns and two rows, the edges beside and above them, a blade, half a pin's room. */
const [across, down] = [60, 44] as const;
const [beside, above] = [92, 48] as const;
const [bladeLong, bladeShort] = [40, 16] as const;
const [roomAcross, roomDown] = [28, 42] as const;

/** A socket as one looks into it: every pin with its number, how it reads, and how much of the suspicion hangs on it. */
export function SocketFace(props: SocketFaceProps) {
  const { places, legs } = props;
  const seen = legs ? mirrored(places) : places;
  const rows = Math.max(4, ...seen.map(({ row }) => row));
  const [width, height] = [4 * across + 2 * beside, rows * down + 2 * above];
  return (
    <figure>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        role="group"
        aria-label={legs ? 'The relay’s legs' : 'The socket'}
        className="mx-auto block w-full max-w-[400px] select-none"
      >
        <rect
          x={beside - roomAcross - 6}
          y={2}
          width={4 * across + 2 * roomAcross + 12}
          height={height - 4}
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

function Pin(props: SocketFaceProps & { readonly place: PinPlace; readonly width: number }) {
  const { place, pins, selected, next, width, onSelect } = props;
  const { role, column, row } = place;
  const pin = pins.find((each) => each.role === role);
  if (pin === undefined) return null;
  const [x, y] = [beside + column * across, above + row * down];
  const [long, short] = place.across ? [bladeLong, bladeShort] : [bladeShort, bladeLong];
  const { tone, sign, words } = agreements[pin.agreement];
  const chosen = selected === role;
  const choose = () => onSelect(role);
  return (
    <>
      <Hanging {...props} {...{ x, y, width }} />
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
        <rect
          x={x - roomAcross}
          y={y - roomDown}
          width={2 * roomAcross}
          height={2 * roomDown}
          className={`fill-raised ${chosen ? 'stroke-ink' : ''}`}
          strokeWidth={2.5}
        />
        <Blade {...{ x, y, long, short }} agreement={pin.agreement} />
        <text
          x={x}
          y={y - short / 2 - 5}
          textAnchor="middle"
          className="fill-ink font-mono text-[16px] font-semibold"
        >
          {pin.own}
        </text>
        <text
          x={x}
          y={y + short / 2 + 15}
          textAnchor="middle"
          className={`fill-current text-[15px] font-semibold ${tone}`}
        >
          {next === role && pin.agreement === 'not read' ? 'next' : sign}
        </text>
      </g>
    </>
  );
}

/** Which pins stand for the suspicion of their quarter: one each. */
const standsFor: readonly RelayTerminal[] = ['supply', 'normallyOpen', 'coilFeed', 'coilCommand'];

/** What of the suspicion hangs on the wire at a pin. */
function Hanging({
  place: { role },
  glow,
  x,
  y,
  width,
}: SocketFaceProps & {
  readonly place: PinPlace;
  readonly x: number;
  readonly y: number;
  readonly width: number;
}) {
  const probability = glow[sideOfPin[role]];
  if (probability < litFrom || !standsFor.includes(role)) return null;
  const left = x < width / 2;
  return (
    <>
      <path
        d={`M${x} ${y}H${left ? 0 : width}`}
        className="glow-ribbon stroke-glow"
        strokeWidth={3 + 9 * probability}
        fill="none"
      />
      <text
        x={left ? 2 : width - 2}
        y={y - 12}
        textAnchor={left ? 'start' : 'end'}
        className="fill-ink font-mono text-[15px]"
      >
        {percent(probability)}
      </text>
    </>
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
