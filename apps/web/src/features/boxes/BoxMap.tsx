import type { BoxCavity, FuseBox } from '@grim-lantern/core';
import { seenAt, seenGrid } from '@grim-lantern/core';
import type { DragEndEvent } from '@dnd-kit/core';
import {
  DndContext,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import type { CavityContent, CavityTone } from './cavityContent';
import { housingColours } from './fuseColours';

const tones: Readonly<Record<CavityTone, string>> = {
  plain: 'text-ink',
  agree: 'text-agree',
  clash: 'text-clash',
  glow: 'text-glow',
  dim: 'text-dim',
};

interface BoxMapProps {
  readonly centre: FuseBox;
  readonly content: (cavity: BoxCavity) => CavityContent;
  readonly selected: string | null;
  readonly onSelect: (number: string) => void;
  /** A cavity dragged to a place on the cover's grid; absent where nothing moves. */
  readonly onDrop?: (number: string, column: number, row: number) => void;
  /** An empty place pressed; absent where nothing is added. */
  readonly onAdd?: (column: number, row: number) => void;
}

/** So far a finger or a mouse moves before a tap has become a drag, px. */
const dragFrom = 8;

/**
 * The page moves under a held cavity only at the window's very edge, as a share of its size: nearer in,
 * the place one aims at would slide away from under the hand.
 */
const scrollAtEdge = { threshold: { x: 0.05, y: 0.05 } };

/** A box as one looks at it in the vehicle, turned as it is mounted. */
export function BoxMap(props: BoxMapProps) {
  const { onDrop } = props;
  // The keyboard opens a cavity, and moves it by its place.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: dragFrom } }));
  if (onDrop === undefined) return <Grid {...props} />;
  const dropped = ({ active, over }: DragEndEvent) => {
    const place = over?.data.current as { column: number; row: number } | undefined;
    if (place !== undefined) onDrop(String(active.id), place.column, place.row);
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      autoScroll={scrollAtEdge}
      onDragEnd={dropped}
    >
      <Grid {...props} />
    </DndContext>
  );
}

function Grid({ centre, content, selected, onSelect, onDrop, onAdd }: BoxMapProps) {
  const grid = seenGrid(centre);
  const places = Array.from(
    { length: onDrop === undefined ? 0 : centre.columns * centre.rows },
    (_each, i) => ({
      column: (i % centre.columns) + 1,
      row: Math.floor(i / centre.columns) + 1,
    }),
  );
  const taken = ({ column, row }: Spot) =>
    centre.cavities.some((each) => each.column === column && each.row === row);
  // Wider than a phone it moves sideways by itself; the page does not.
  return (
    <div className="overflow-x-auto">
      <div
        role="group"
        aria-label={`${centre.name}, as mounted`}
        className="border-line bg-raised grid gap-1 border p-2"
        style={{
          gridTemplateColumns: `repeat(${grid.columns}, minmax(84px, 1fr))`,
          gridTemplateRows: `repeat(${grid.rows}, minmax(64px, auto))`,
        }}
      >
        {places.map((place) => (
          <Place
            key={`${place.column} ${place.row}`}
            place={place}
            seen={seenAt(centre, place)}
            onAdd={taken(place) ? undefined : onAdd}
          />
        ))}
        {centre.cavities.map((cavity) => {
          const common = {
            cavity,
            content: content(cavity),
            seen: seenAt(centre, cavity),
            chosen: cavity.number === selected,
            onSelect: () => onSelect(cavity.number),
          };
          return onDrop === undefined ? (
            <Cavity key={cavity.number} {...common} />
          ) : (
            <MovableCavity key={cavity.number} {...common} />
          );
        })}
      </div>
    </div>
  );
}

interface Spot {
  readonly column: number;
  readonly row: number;
}

/** A place of the grid, where something can be dropped; an empty one is pressed to add a cavity. */
function Place({ place, seen, onAdd }: { place: Spot; seen: Spot; onAdd: BoxMapProps['onAdd'] }) {
  const { setNodeRef, isOver } = useDroppable({ id: `place ${place.column} ${place.row}`, data: place });
  const common = {
    ref: setNodeRef,
    'data-over': isOver,
    className: `border border-dashed ${isOver ? 'border-ink' : 'border-line'}`,
    style: { gridColumn: seen.column, gridRow: seen.row },
  };
  if (onAdd === undefined) return <div {...common} />;
  return (
    <button
      {...common}
      type="button"
      aria-label={`Add a cavity at column ${place.column}, row ${place.row}`}
      onClick={() => onAdd(place.column, place.row)}
    />
  );
}

interface CavityProps {
  readonly cavity: BoxCavity;
  readonly content: CavityContent;
  readonly seen: Spot;
  readonly chosen: boolean;
  readonly onSelect: () => void;
  readonly drag?: Pick<ReturnType<typeof useDraggable>, 'setNodeRef' | 'listeners' | 'transform'>;
}

function MovableCavity(props: CavityProps) {
  const { setNodeRef, listeners, transform } = useDraggable({ id: props.cavity.number });
  return <Cavity {...props} drag={{ setNodeRef, listeners, transform }} />;
}

function Cavity({ cavity, content: { main, note, tone }, seen, chosen, onSelect, drag }: CavityProps) {
  const { kind, number, label, labelled } = cavity;
  const moved = drag?.transform ?? null;
  return (
    <button
      ref={drag?.setNodeRef}
      {...drag?.listeners}
      type="button"
      data-testid={`cavity-${number}`}
      aria-pressed={chosen}
      aria-label={`${kind === 'relay' ? 'Relay' : 'Fuse'} ${number}, ${label}: ${main} ${note}`}
      onClick={onSelect}
      style={{
        gridColumn: seen.column,
        gridRow: seen.row,
        ...(moved === null ? {} : { transform: `translate(${moved.x}px, ${moved.y}px)`, zIndex: 10 }),
      }}
      className={`flex min-w-0 flex-col items-stretch overflow-hidden border px-1.5 py-1 text-left ${drag === undefined ? '' : 'touch-none'} ${chosen ? 'border-ink bg-ground outline-ink outline-2' : 'border-line bg-ground'}`}
    >
      <span className="flex items-center justify-between gap-1">
        <span className="font-mono text-[13px] font-semibold">{number}</span>
        {labelled !== null && (
          <span className="flex items-center gap-1 font-mono text-[12px]">
            <span
              aria-hidden
              className="border-dim h-3 w-3 border"
              style={{ background: housingColours[labelled.ratingAmps] ?? 'transparent' }}
            />
            {labelled.ratingAmps}
          </span>
        )}
        {kind === 'relay' && <span className="text-dim text-[12px]">relay</span>}
      </span>
      <span className="text-dim truncate text-[13px]">{label}</span>
      <span className={`truncate font-mono text-[14px] font-semibold ${tones[tone]}`}>{main}</span>
      {note !== '' && <span className="text-dim truncate text-[12px]">{note}</span>}
    </button>
  );
}
