import type { OperatingState } from '../../circuit/operatingState';
import { withApart } from '../../circuit/operatingState';
import type { Test } from '../../instruments/instruments';
import { instrumentById } from '../../instruments/instruments';
import { simplePrediction } from '../../instruments/simplePrediction';
import { fits } from '../../job/fit';
import type { JobState, LedgerReading } from '../../job/foldJob';
import { activeReadings } from '../../job/foldJob';
import type { RelayTerminal } from '../../circuit/parts/relay';
import { NOTHING_WRONG } from '../../faults/hypotheses';
import { meanByHypothesis } from '../../inference/cells';
import { readingLikelihood } from '../../inference/likelihood';
import { questionOf } from '../../inference/takenReading';
import type { Predictor } from '../../inference/predictor';
import { commandStates, pulls, relayById } from './commanded';
import type { PinNames } from '../../circuit/parts/pinNames';
import { pinNames } from '../../circuit/parts/pinNames';
import type { PinInstrument } from './socketVerdict';
import { pinInstruments, pinState } from './socketVerdict';

/** What a reading says of a pin, or a pin's readings together. */
export type Agreement = 'not read' | 'agrees' | 'disagrees' | 'cannot tell';

/** One instrument on one pin, with the relay out or in. */
export interface SocketCell {
  readonly instrument: PinInstrument;
  readonly test: Test;
  readonly state: OperatingState;
  /** What a healthy vehicle shows there, in words. */
  readonly expected: string;
  /** The last standing reading of just this. */
  readonly last: LedgerReading | null;
  readonly agreement: Agreement;
  /** Whether a lamp may be laid there: never on a pin that a module drives. */
  readonly allowed: boolean;
}

export interface SocketPin extends PinNames {
  readonly terminal: `${string}.${string}`;
  readonly out: readonly SocketCell[];
  readonly in: readonly SocketCell[];
  /** Of all standing readings at this pin, whatever state they were taken in. */
  readonly agreement: Agreement;
}

export interface SocketTable {
  readonly pins: readonly SocketPin[];
  /** Whether the healthy relay is meant to pull as the controls stand. */
  readonly commanded: boolean;
  /** The positions nearest to the present ones in which it is meant to pull, and not to; null where there are none. */
  readonly pulled: OperatingState['controls'] | null;
  readonly released: OperatingState['controls'] | null;
}

/** Every pin of a relay's socket as the vehicle stands, relay out and relay in: expected and read. */
export function socketTable(
  predictor: Predictor,
  healthy: Predictor,
  job: JobState,
  relay: string,
): SocketTable {
  const part = relayById(healthy.circuit, relay);
  const standing = activeReadings(job);
  const last = new Map(standing.map((each) => [questionOf(each), each]));
  const agreementOf = (reading: LedgerReading) => agreementWith(predictor, reading);
  const cellsWith = (terminal: SocketPin['terminal'], out: boolean) =>
    pinInstruments.map((instrument): SocketCell => {
      const test = { instrument, at: terminal };
      const state = pinState(withApart(job.state, relay, out), instrument);
      const connection = instrumentById(instrument);
      const reading = last.get(questionOf({ test, state })) ?? null;
      return {
        instrument,
        test,
        state,
        expected: simplePrediction(connection, healthy.predict(state, test, null)),
        last: reading,
        agreement: reading === null ? 'not read' : agreementOf(reading),
        allowed: connection.mayPropose(healthy.circuit, state, terminal),
      };
    });
  const { pulled, released } = commandStates(healthy, relay, job.state.controls);
  return {
    commanded: pulls(healthy, relay, job.state.controls),
    pulled,
    released,
    pins: pinNames(part).map((names) => {
      const terminal = terminalOf(relay, names.role);
      const own = standing.filter(({ test }) => test.at === terminal).map(agreementOf);
      return {
        ...names,
        terminal,
        out: cellsWith(terminal, true),
        in: cellsWith(terminal, false),
        agreement: together(own),
      };
    }),
  };
}

function terminalOf(relay: string, role: RelayTerminal): SocketPin['terminal'] {
  return `${relay}.${role}`;
}

/** One that disagrees outweighs those that agree: the fault may show in one state alone. */
function together(own: readonly Agreement[]): Agreement {
  const worst = (['disagrees', 'agrees', 'cannot tell'] as const).find((each) => own.includes(each));
  return worst ?? 'not read';
}

/** A reading that leaves no suspect of this share of the posterior less likely than half tells nothing. */
const tellsFrom = 0.02;

/**
 * Whether a reading is as it should be. One that a healthy vehicle shows, and every fault worth a thought shows as well,
 * agrees with everything and so tells nothing; as does one where nothing can be read.
 */
function agreementWith(predictor: Predictor, reading: LedgerReading): Agreement {
  const prediction = predictor.predict(reading.state, reading.test, null);
  if (prediction.kind === 'meaningless' || prediction.kind === 'floating') return 'cannot tell';
  if (!fits(reading, prediction)) return 'disagrees';
  const { hypotheses, cells } = predictor;
  const total = meanByHypothesis(cells, readingLikelihood(predictor, reading).total, hypotheses.length);
  const sound = total[hypotheses.findIndex(({ suspect }) => suspect === NOTHING_WRONG)] ?? 0;
  const against = hypotheses.reduce((sum, { prior }, h) => (total[h]! < sound / 2 ? sum + prior : sum), 0);
  return against >= tellsFrom ? 'agrees' : 'cannot tell';
}
