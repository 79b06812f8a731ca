import type { BoxCavity, FuseBox } from '../circuit/boxes/fuseBox';
import { quotedText } from './tokens';

/** Of a fuse's rating, what its loads are assumed to draw. Judgement: fuses are chosen with room to spare. */
const usualLoad = 0.4;
/** A name on a cover is longer than what a map shows. */
const longestName = 60;

/**
 * A circuit for a vehicle that nobody has a diagram of, in circuit notation: all fuses of its boxes, behind each what the cover
 * says of it, off as long as the vehicle rests. Enough to survey what is drawn at rest, and to search behind one fuse; what
 * is found out is drawn into it later.
 * @returns null where the boxes hold no fuse with a rating
 */
export function notationOfBoxes(
  boxes: readonly FuseBox[],
  name: string,
  nominalVolts: 12 | 24,
): string | null {
  const fuses = boxes.flatMap((box) =>
    box.cavities.flatMap((cavity) => {
      const found = cavity.labelled ?? cavity.fitted;
      return cavity.kind === 'fuse' && found !== null ? [{ box, cavity, found }] : [];
    }),
  );
  if (fuses.length === 0) return null;
  const several = boxes.length > 1;
  const lines = fuses.flatMap(({ box, cavity, found }, index) => {
    const number = index + 1;
    const called = `Fuse ${cavity.number}${several ? `, ${box.name}` : ''}`;
    const load = behind(cavity, called);
    const [style] = found.style.split(' ');
    const place = quotedText(box.name);
    const amps = Number((usualLoad * found.ratingAmps).toPrecision(2));
    return [
      `fuse F${number} ${short(called)} ${found.ratingAmps}A ${style} in ${place} ${quotedText(cavity.number)}`,
      `switch SW${number} ${short(`${load}, switched`)} moves loads: 1/2 in on`,
      `load L${number} ${short(load)} ~${amps}A`,
      `BUS > F${number} > SW${number}.1 > L${number} > GL`,
    ];
  });
  return [
    `circuit ${quotedText(name.slice(0, 120))}`,
    `${nominalVolts} V`,
    'control loads "All loads" 0.5min: off "Off", on "On"',
    'battery.- > ground GB "battery ground"',
    'splice BUS "busbar"',
    'battery > BUS',
    'ground GL "body"',
    ...lines,
    '',
  ].join('\n');
}

const short = (text: string) => quotedText(text.slice(0, longestName));

/** What hangs on a fuse: as its cover says, else by the fuse. */
function behind({ label }: BoxCavity, called: string): string {
  const said = label.trim();
  return said === '' ? `behind ${called[0]!.toLowerCase()}${called.slice(1)}` : said;
}
