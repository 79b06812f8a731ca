import type { CoilBand } from '../../circuit/parts/relay';
import { dropOutShare, pullInShare } from '../../circuit/parts/relay';
import { formatQuantity } from '../../instruments/formatQuantity';
import { copperRise } from '../../physics/wireResistance';
import type { BenchLine, BenchReadings, BenchSubject } from './benchReadings';
import { line } from './benchReadings';

/** Typical coil of an automotive 12 V relay at 20 °C, ohms; four times as much at 24 V. */
const typicalBand: CoilBand = { leastOhms: 60, mostOhms: 130 };
/** A meter's own share of error and its leads', and how well a relay's temperature is known, K. Judgement. */
const meterShare = 0.01;
const leadOhms = 0.3;
const celsiusError = 3;
/** Two readings that differ by more than this share are not the same. */
const sameShare = 0.05;
/** Suppression resistors lie about here, ohms. */
const suppressionBand: CoilBand = { leastOhms: 400, mostOhms: 1200 };

/** The band that a coil is held against. */
export function coilBandOf({ relay, nominalVolts }: BenchSubject, given?: CoilBand): CoilBand {
  const scale = (nominalVolts / 12) ** 2;
  const { leastOhms, mostOhms } = typicalBand;
  return given ?? relay.coilBand ?? { leastOhms: leastOhms * scale, mostOhms: mostOhms * scale };
}

/**
 * Ohms at 20 °C of a coil read at another temperature. Copper alone follows the temperature; a resistor across it does
 * not, so it is taken out first and put back after.
 * R20 = R / (1 + 0.00393 (T - 20)).
 */
export function coilOhmsAt20(ohms: number, celsius: number, suppressionOhms?: number): number {
  const copper = suppressionOhms === undefined ? ohms : 1 / (1 / ohms - 1 / suppressionOhms);
  const cold = copper / copperRise(celsius);
  return suppressionOhms === undefined ? cold : 1 / (1 / cold + 1 / suppressionOhms);
}

/** One place behind the point, as coils are given: `78.7 Ω`. */
const coil = (value: number) => `${value.toFixed(1)} Ω`;

/** What the ohms over a relay’s coil say, both ways round, a line each. */
export function coilLines(subject: BenchSubject, readings: BenchReadings): readonly BenchLine[] {
  const { coilOhms, celsius = 20 } = readings;
  const { relay } = subject;
  if (coilOhms === undefined) return [];
  if (relay.solidState === true) {
    return [line('Control input', 'a transistor stands there: its ohms tell nothing', null)];
  }
  if (coilOhms === 'OL') return [line('Coil', 'no path through it: the coil is open', 'bad', 'coil')];
  const { leastOhms, mostOhms } = coilBandOf(subject, readings.band);
  const suppression = relay.suppressionOhms;
  if (suppression !== undefined && coilOhms >= suppression * (1 - sameShare)) {
    const left = 'only the resistor beside it is left: the coil is open';
    return [line('Coil', `${coil(coilOhms)}: ${left}`, 'bad', 'coil')];
  }
  const cold = coilOhmsAt20(coilOhms, celsius, suppression);
  const warm = coilOhmsAt20(coilOhms, celsius + celsiusError, suppression);
  const error = Math.hypot(coilOhms * meterShare + leadOhms, cold - warm);
  const band = `${Number(leastOhms.toFixed(1))}–${Number(mostOhms.toFixed(1))}`;
  const off = Math.max(leastOhms - cold, cold - mostOhms);
  const start = `${coil(coilOhms)} at ${celsius} °C is ${coil(cold)} at 20 °C`;
  if (off <= 0) return [line('Coil', `${start}: inside ${band}`, 'good')];
  const side = cold < leastOhms ? 'below' : 'above';
  const by = `${coil(off)} ${side} ${band}`;
  if (off <= 2 * error) {
    const why = `within what meter and temperature allow (± ${coil(error)})`;
    return [line('Coil', `${start}: ${by}, ${why}`, 'doubtful')];
  }
  const resistor = coilOhms >= suppressionBand.leastOhms && coilOhms <= suppressionBand.mostOhms;
  const high = resistor ? 'as of the resistor beside an open coil' : 'a poor joint in the coil';
  const meaning = cold < leastOhms ? 'turns shorted' : high;
  return [line('Coil', `${start}: ${by}: ${meaning}`, 'bad', 'coil')];
}

/** What lies across the coil, seen with the probes one way round and the other. */
export function polarityLines({ relay }: BenchSubject, readings: BenchReadings): readonly BenchLine[] {
  const { coilOhms, coilReversedOhms, pullsReversed } = readings;
  const feed = relay.pins.coilFeed;
  const both: BenchLine[] = [];
  if (typeof coilOhms === 'number' && typeof coilReversedOhms === 'number') {
    const apart = Math.abs(coilOhms - coilReversedOhms) / Math.max(coilOhms, coilReversedOhms);
    const drawn =
      relay.suppressionDiode === true
        ? 'a diode'
        : relay.suppressionOhms === undefined
          ? 'nothing'
          : `a resistor of ${relay.suppressionOhms} Ω`;
    if (apart > sameShare) {
      const cathode = coilOhms > coilReversedOhms ? feed : relay.pins.coilCommand;
      const fits = relay.suppressionDiode === true && cathode === feed;
      both.push(
        line(
          'Suppression',
          `a diode: it conducts one way round. Plus belongs on pin ${cathode}${fits ? '' : `; drawn is ${drawn}`}`,
          fits ? 'good' : 'bad',
          fits ? null : 'wrong-type',
        ),
      );
    } else {
      const seen =
        relay.suppressionDiode === true
          ? 'the same both ways: no diode conducts; a meter of low volts may not open it, use its diode range'
          : `the same both ways: no diode; drawn is ${drawn}`;
      both.push(line('Suppression', seen, relay.suppressionDiode === true ? 'doubtful' : 'good'));
    }
  }
  if (pullsReversed !== undefined) {
    const oneWay = relay.suppressionDiode === true || relay.solidState === true;
    both.push(
      pullsReversed
        ? line('Polarity', 'it pulls either way round', oneWay ? 'doubtful' : 'good')
        : line(
            'Polarity',
            `it works one way round only: plus on pin ${feed}`,
            oneWay ? 'good' : 'bad',
            oneWay ? null : 'wrong-type',
          ),
    );
  }
  both.push(...besideCoil(relay, readings));
  return both;
}

/** A resistor that nobody drew: it makes the coil read so much lower as it would lie beside it. */
function besideCoil(
  { coilOhms: drawn, suppressionOhms, solidState }: BenchSubject['relay'],
  { coilOhms, celsius = 20 }: BenchReadings,
): readonly BenchLine[] {
  if (suppressionOhms !== undefined || solidState === true || typeof coilOhms !== 'number') return [];
  const cold = coilOhmsAt20(coilOhms, celsius);
  if (cold > drawn * (1 - sameShare)) return [];
  const beside = 1 / (1 / cold - 1 / drawn);
  const { leastOhms, mostOhms } = suppressionBand;
  if (beside < leastOhms || beside > mostOhms) return [];
  const shown = Number(beside.toPrecision(2));
  return [
    line(
      'Suppression',
      `reads as if a resistor of about ${shown} Ω lay beside the drawn coil of ${drawn} Ω`,
      null,
    ),
  ];
}

/** What the volts say at which a relay pulls and drops, a line each. */
export function voltLines(
  { nominalVolts }: BenchSubject,
  { pullInVolts, dropOutVolts }: BenchReadings,
): readonly BenchLine[] {
  const most = pullInShare.high * nominalVolts;
  const least = dropOutShare.low * nominalVolts;
  const shown = (value: number) => formatQuantity(value, 'V');
  return [
    ...(pullInVolts === undefined
      ? []
      : [
          pullInVolts <= most
            ? line('Pulls in', `at ${shown(pullInVolts)}: no more than ${shown(most)} needed`, 'good')
            : line('Pulls in', `at ${shown(pullInVolts)} only: ${shown(most)} should do`, 'bad', 'coil'),
        ]),
    ...(dropOutVolts === undefined
      ? []
      : [
          dropOutVolts >= least
            ? line('Lets go', `at ${shown(dropOutVolts)}: above ${shown(least)}`, 'good')
            : line(
                'Lets go',
                `at ${shown(dropOutVolts)} only: it should by ${shown(least)}; it sticks`,
                'bad',
                'contact',
              ),
        ]),
  ];
}
