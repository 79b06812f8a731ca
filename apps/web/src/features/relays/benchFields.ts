import type { BenchReadings, RelayPart, ShownOhms } from '@grim-lantern/core';
import { parseReading, withFieldUnit } from '@grim-lantern/core';

/** One field of the bench, and what may be typed into it. */
export interface BenchField {
  readonly id: Exclude<keyof BenchReadings, 'band' | 'pullsReversed'> | 'leastOhms' | 'mostOhms';
  readonly label: string;
  readonly unit: 'Ω' | 'V' | 'A' | '°C';
}

/** What is typed, by field. */
export type BenchTyped = Readonly<Partial<Record<BenchField['id'], string>>>;

/** The fields of a relay, in the order of the work. */
export function benchFields({ pins }: RelayPart): readonly BenchField[] {
  const { supply, normallyOpen, normallyClosed, coilFeed, coilCommand } = pins;
  const coil = `${coilFeed} – ${coilCommand}`;
  const open = `${supply} – ${normallyOpen}`;
  const closed = `${supply} – ${normallyClosed ?? ''}`;
  const resting = normallyClosed !== undefined;
  return [
    { id: 'coilOhms', label: `Coil ${coil}`, unit: 'Ω' },
    { id: 'celsius', label: 'Relay’s temperature', unit: '°C' },
    { id: 'coilReversedOhms', label: `Coil, probes exchanged`, unit: 'Ω' },
    { id: 'leastOhms', label: 'Maker’s least at 20 °C', unit: 'Ω' },
    { id: 'mostOhms', label: 'Maker’s most at 20 °C', unit: 'Ω' },
    { id: 'openAtRest', label: `${open} at rest`, unit: 'Ω' },
    ...(resting ? [{ id: 'closedAtRest', label: `${closed} at rest`, unit: 'Ω' } as const] : []),
    { id: 'acrossFrameOhms', label: `Coil to contacts`, unit: 'Ω' },
    { id: 'pullInVolts', label: 'Pulls in at', unit: 'V' },
    { id: 'dropOutVolts', label: 'Lets go at', unit: 'V' },
    { id: 'openPulled', label: `${open} pulled`, unit: 'Ω' },
    ...(resting ? [{ id: 'closedPulled', label: `${closed} pulled`, unit: 'Ω' } as const] : []),
    { id: 'dropVolts', label: `Drop over ${open}`, unit: 'V' },
    { id: 'dropAmps', label: 'At a current of', unit: 'A' },
  ];
}

export type ReadBench =
  | { readonly status: 'read'; readonly readings: BenchReadings }
  | { readonly status: 'refused'; readonly field: BenchField['id']; readonly why: string };

/** What was typed, as readings; the first field that cannot be read is named. */
export function readBench(
  fields: readonly BenchField[],
  typed: BenchTyped,
  pullsReversed: boolean | undefined,
): ReadBench {
  const values = new Map<BenchField['id'], ShownOhms>();
  for (const { id, label, unit } of fields) {
    const text = typed[id]?.trim() ?? '';
    if (text === '') continue;
    const value = valueOf(text, unit);
    if (typeof value === 'object') return { status: 'refused', field: id, why: `${label}: ${value.why}` };
    values.set(id, value);
  }
  const number = (id: BenchField['id']) => {
    const value = values.get(id);
    return typeof value === 'number' ? value : undefined;
  };
  const [leastOhms, mostOhms] = [number('leastOhms'), number('mostOhms')];
  if ((leastOhms === undefined) !== (mostOhms === undefined)) {
    const field = leastOhms === undefined ? 'leastOhms' : 'mostOhms';
    return { status: 'refused', field, why: 'The maker’s band needs both its ends.' };
  }
  if (leastOhms !== undefined && mostOhms !== undefined && !(leastOhms > 0 && leastOhms <= mostOhms)) {
    return {
      status: 'refused',
      field: 'mostOhms',
      why: 'Expected the maker’s most to be no less than the least.',
    };
  }
  const own = Object.fromEntries(
    [...values].filter(([id]) => id !== 'leastOhms' && id !== 'mostOhms'),
  ) as BenchReadings;
  return {
    status: 'read',
    readings: {
      ...own,
      ...(leastOhms === undefined || mostOhms === undefined ? {} : { band: { leastOhms, mostOhms } }),
      ...(pullsReversed === undefined ? {} : { pullsReversed }),
    },
  };
}

/** Limits of what the store takes. */
const limits = { Ω: [0, 1e9], V: [0, 60], A: [0, 200], '°C': [-40, 150] } as const;

function valueOf(text: string, unit: BenchField['unit']): ShownOhms | { readonly why: string } {
  const [least, greatest] = limits[unit];
  if (unit === '°C') {
    const value = Number(text.replace(',', '.').replace(/\s*°?\s*C?$/i, ''));
    return value >= least && value <= greatest
      ? value
      : { why: `Expected degrees Celsius from ${least} to ${greatest}.` };
  }
  const scale = { unit, absolute: 0.001, relative: 0.01, least, greatest, overload: unit === 'Ω' } as const;
  const parsed = parseReading(withFieldUnit(text, scale), scale);
  if (parsed.status === 'refused') return { why: parsed.why };
  return parsed.value.kind === 'number' ? parsed.value.value : 'OL';
}
