import { ammeter } from './ammeter';
import { beeper } from './beeper';
import { cavityLamp } from './cavityLamp';
import { clamp } from './clamp';
import { clampAmps } from './clampAmps';
import { codes } from './codes';
import { freshFuse } from './freshFuse';
import { fuseCheck } from './fuseCheck';
import { currentTrace } from './currentTrace';
import { fuseMillivolts } from './fuseMillivolts';
import type { Instrument, InstrumentId } from './instrument';
import { liveData } from './liveData';
import { load } from './load';
import { logicTester } from './logicTester';
import { look } from './look';
import { ohmmeter } from './ohmmeter';
import { relayBench } from './relayBench';
import { relayClick } from './relayClick';
import { tap } from './tap';
import { lampToBattery, lampToGround } from './testLamp';
import { voltmeter } from './voltmeter';
import { wiggle } from './wiggle';
import { wireDrop } from './wireDrop';
import { wireOhms } from './wireOhms';

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
  wiggle,
  beeper,
  'logic-tester': logicTester,
  'fuse-millivolts': fuseMillivolts,
  ammeter,
  'live-data': liveData,
  codes,
  'wire-ohms': wireOhms,
  tap,
  'relay-bench': relayBench,
  trace: currentTrace,
  'fuse-check': fuseCheck,
  'relay-click': relayClick,
  'clamp-amps': clampAmps,
  'wire-drop': wireDrop,
};

export const allInstruments: readonly Instrument[] = Object.values(instruments);

export function instrumentById(id: InstrumentId): Instrument {
  return instruments[id];
}
