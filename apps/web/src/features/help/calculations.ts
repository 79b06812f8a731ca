import type { FuseStyle } from '@grim-lantern/core';
import {
  coilOhmsAt20,
  copperRise,
  daysToFlat,
  duration,
  formatQuantity,
  formatSpread,
  fuseCurrent,
  openingBand,
  wireOhms,
} from '@grim-lantern/core';

/** What a number means, as a technician types it. */
export interface CalculatorField {
  readonly id: string;
  readonly label: string;
  /** What stands there at first. */
  readonly usual: string;
  readonly least: number;
  readonly most: number;
}

export interface Calculator {
  readonly id: string;
  readonly title: string;
  /** Whether the kind of fuse is asked for. */
  readonly byStyle: boolean;
  readonly fields: readonly CalculatorField[];
  /** The answer in words. @param values - in the order of the fields, each within its range */
  readonly answer: (values: readonly number[], style: FuseStyle) => string;
}

const rating = { id: 'rating', label: 'Rating, A', usual: '15', least: 1, most: 100 };

/** What is reckoned at the vehicle, usable without a job. */
export const calculators: readonly Calculator[] = [
  {
    id: 'millivolts',
    title: 'Millivolts across a fuse → amperes',
    byStyle: true,
    fields: [rating, { id: 'mv', label: 'Reading, mV', usual: '2.4', least: -2000, most: 2000 }],
    answer([ratingAmps, millivolts], style) {
      const { amps, deviation, resolvedAmps } = fuseCurrent(style, ratingAmps!, millivolts! / 1000);
      if (Math.abs(amps) < resolvedAmps)
        return `Below ${formatQuantity(resolvedAmps, 'A')}: the meter cannot tell it from nothing.`;
      return formatSpread(amps, deviation, 'A');
    },
  },
  {
    id: 'opening',
    title: 'How long a fuse holds',
    byStyle: true,
    fields: [rating, { id: 'amps', label: 'Current, A', usual: '30', least: 0, most: 2000 }],
    answer([ratingAmps, amps], style) {
      const band = openingBand(style, amps! / ratingAmps!);
      if (band === null) return 'It holds for good.';
      return `It opens within ${duration(band.least)} to ${duration(band.greatest)}.`;
    },
  },
  {
    id: 'drop',
    title: 'Voltage drop in a good copper wire',
    byStyle: false,
    fields: [
      { id: 'area', label: 'Size, mm²', usual: '1.5', least: 0.1, most: 120 },
      { id: 'metres', label: 'Length, m', usual: '4', least: 0, most: 100 },
      { id: 'amps', label: 'Current, A', usual: '10', least: 0, most: 1000 },
      { id: 'celsius', label: 'Temperature, °C', usual: '20', least: -40, most: 150 },
    ],
    answer([area, metres, amps, celsius]) {
      const ohms = wireOhms(area!, metres!) * copperRise(celsius!);
      return `${formatQuantity(ohms * amps!, 'V')}, from ${formatQuantity(ohms, 'Ω')}. More than twice that is a bad wire or plug.`;
    },
  },
  {
    id: 'coil',
    title: 'Relay coil: ohms at 20 °C',
    byStyle: false,
    fields: [
      { id: 'ohms', label: 'Measured, Ω', usual: '96', least: 1, most: 2000 },
      { id: 'celsius', label: 'Its temperature, °C', usual: '60', least: -40, most: 150 },
    ],
    answer: ([ohms, celsius]) =>
      `${formatQuantity(coilOhmsAt20(ohms!, celsius!), 'Ω')} at 20 °C, to compare with its data.`,
  },
  {
    id: 'battery',
    title: 'Days until the battery is flat',
    byStyle: false,
    fields: [
      { id: 'capacity', label: 'Battery, Ah', usual: '70', least: 1, most: 400 },
      { id: 'milliamps', label: 'Current at rest, mA', usual: '85', least: 0.1, most: 20000 },
    ],
    answer([capacity, milliamps]) {
      const days = daysToFlat(capacity!, milliamps! / 1000);
      return days < 2
        ? `About ${Number((24 * days).toPrecision(2))} hours.`
        : `About ${Number(days.toPrecision(2))} days.`;
    },
  },
];
