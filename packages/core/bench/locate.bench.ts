import type { Means } from '../test/diagnostics/locate/simulatedShort';
import { locatedShorts } from '../test/diagnostics/locate/simulatedShort';
import type { Figure } from './figure';

/** Shorts measured by each means; `GRIM_LANTERN_JOBS` asks for more or fewer. */
const cases = Number(process.env['GRIM_LANTERN_JOBS'] ?? 2000);

/** Where along a wire a short lies: how often within the stated error of 68 %, and how far off. */
export default function locate(): readonly Figure[] {
  return (['millivolts', 'ohms from both ends', 'both'] satisfies Means[]).flatMap((means) => {
    const { within, told, medianOff } = locatedShorts(cases, means);
    const figure = (name: string, value: number, bar: Figure['bar']): Figure => ({
      name: `${means}, ${cases} shorts: ${name}`,
      value: 100 * value,
      unit: '%',
      bar,
    });
    const rarely = means === 'ohms from both ends';
    return [
      figure('within the stated error', within, { at: 'least', value: 64 }),
      figure('within the stated error', within, { at: 'most', value: 72 }),
      figure('told, not left at "cannot tell"', told, null),
      figure('median error where told', medianOff, rarely ? null : { at: 'most', value: 8 }),
    ];
  });
}
