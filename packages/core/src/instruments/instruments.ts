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
import type { InstrumentDefinition, Target } from './instrument';
import { listen } from './listen';
import { liveData } from './liveData';
import { load } from './load';
import { logicTester } from './logicTester';
import { look } from './look';
import { ohmmeter } from './ohmmeter';
import { partOhms } from './partOhms';
import { relayBench } from './relayBench';
import { relayClick } from './relayClick';
import { tap } from './tap';
import { lampToBattery, lampToGround } from './testLamp';
import { voltmeter } from './voltmeter';
import { wiggle } from './wiggle';
import { wireDrop } from './wireDrop';
import { wireOhms } from './wireOhms';

/** Every instrument. A new one is a file of its own and a word here; ids, the page's flag and what is stored follow. */
const instruments = [
  ohmmeter,
  voltmeter,
  lampToGround,
  lampToBattery,
  clamp,
  cavityLamp,
  load,
  freshFuse,
  look,
  wiggle,
  beeper,
  logicTester,
  fuseMillivolts,
  ammeter,
  liveData,
  codes,
  wireOhms,
  tap,
  relayBench,
  currentTrace,
  fuseCheck,
  relayClick,
  clampAmps,
  wireDrop,
  listen,
  partOhms,
] as const;

export type InstrumentId = (typeof instruments)[number]['id'];

export type Instrument = InstrumentDefinition<InstrumentId>;

/** An instrument connected to one target. */
export interface Test {
  readonly instrument: InstrumentId;
  readonly at: Target;
}

export const allInstruments: readonly Instrument[] = instruments;

/** Their ids, at least one. */
export const instrumentIds = instruments.map(({ id }) => id) as [InstrumentId, ...InstrumentId[]];

const byId = new Map<InstrumentId, Instrument>(instruments.map((each) => [each.id, each]));

/** The instrument of an id. */
export function instrumentById(id: InstrumentId): Instrument {
  return byId.get(id)!;
}
