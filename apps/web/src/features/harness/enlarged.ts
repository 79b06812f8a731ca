import type { Box } from './boxes';
import { overlap } from './boxes';
import type { HarnessLayout, Point } from '@grim-lantern/drawing';
import type { FigureWords } from './mapLabels';
import { letters, nameBox } from './mapLabels';

/** Letters on the screen are never smaller, px. */
const leastLetters = 11;
const smallest = Math.min(...Object.values(letters));
/** Words are placed anew where they have to grow by so much. */
const step = 1.15;

/** How many times larger than drawn the words must stand, so that they can be read at a scale. */
export function enlargementAt(scale: number): number {
  const needed = leastLetters / (smallest * scale);
  return needed <= 1 ? 1 : step ** Math.ceil(Math.log(needed) / Math.log(step));
}

const by = (share: number) => (point: Point) => ({ x: point.x / share, y: point.y / share });

/** A drawing so many times smaller: words of the usual size beside it are as much larger. */
export function shrunk(layout: HarnessLayout, times: number): HarnessLayout {
  if (times === 1) return layout;
  const near = by(times);
  return {
    width: layout.width / times,
    height: layout.height / times,
    figures: layout.figures.map((figure) => ({
      ...figure,
      ...near(figure),
      width: figure.width / times,
      height: figure.height / times,
    })),
    wires: new Map([...layout.wires].map(([id, corners]) => [id, corners.map(near)])),
    terminals: new Map([...layout.terminals].map(([id, point]) => [id, near(point)])),
  };
}

/** What a technician finds his way by comes first. */
const landmarks = [
  'battery',
  'fuse',
  'fusible link',
  'relay',
  'module',
  'breaker',
  'connector',
  'motor',
  'lamp',
];

/**
 * Names that lie over no other and over nothing that is written already: those of suspects first, then landmarks; the others
 * are left out.
 */
export function thinned(
  words: readonly FigureWords[],
  suspects: ReadonlyMap<string, number>,
  written: readonly Box[],
): readonly FigureWords[] {
  const rank = ({ figure: { part } }: FigureWords) => {
    const landmark = landmarks.indexOf(part.kind);
    return -(suspects.get(part.id) ?? 0) * 100 + (landmark < 0 ? landmarks.length : landmark);
  };
  const kept = new Map<string, Box>();
  for (const each of [...words].sort((one, other) => rank(one) - rank(other))) {
    const box = nameBox(each);
    if (![...written, ...kept.values()].some((other) => overlap(box, other) > 0))
      kept.set(each.figure.id, box);
  }
  return words.map((each) => (kept.has(each.figure.id) ? each : { ...each, name: '', below: null }));
}
