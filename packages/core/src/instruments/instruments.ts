import { cavityLamp } from './cavityLamp';
import { clamp } from './clamp';
import { freshFuse } from './freshFuse';
import type { Instrument, InstrumentId } from './instrument';
import { load } from './load';
import { look } from './look';
import { ohmmeter } from './ohmmeter';
import { lampToBattery, lampToGround } from './testLamp';
import { voltmeter } from './voltmeter';

const instruments: Readonly<Record<InstrumentId, Instrument>> = {
  ohmmeter,
  voltmeter,
  'lamp-to-ground': lampToGround,
  'lamp-to-battery': lampToBattery,
  clamp,
  'cavity-lamp': cavityLamp,
  load,
  'fresh-fuse': freshFuse,
  look,
};

export const allInstruments: readonly Instrument[] = Object.values(instruments);

export function instrumentById(id: InstrumentId): Instrument {
  return instruments[id];
}
