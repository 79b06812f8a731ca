import { formatQuantity } from '../../instruments/formatQuantity';
import type { BenchGrade, BenchLine, BenchReadings, BenchSubject, ShownOhms } from './benchReadings';
import { line, tellingAmps } from './benchReadings';

/** A closed contact by ohms, and the least that counts as open, ohms: all that a meter's milliamp can tell. */
const closedOhms = 2;
const openOhms = 1e5;
/** Contact: good below, bad above. */
const wornOhms = 0.01;
const badOhms = 0.05;

const ohms = (value: number) => formatQuantity(value, 'Ω');

/** What the ohms over a relay’s contacts say, at rest and pulled, a line each. */
export function contactLines({ relay }: BenchSubject, readings: BenchReadings): readonly BenchLine[] {
  const { supply, normallyOpen, normallyClosed } = relay.pins;
  const contact = (
    shown: ShownOhms | undefined,
    pins: string,
    when: string,
    shouldJoin: boolean,
    wrong: string,
  ): readonly BenchLine[] => {
    if (shown === undefined) return [];
    const value = shown === 'OL' ? Infinity : shown;
    const words = shown === 'OL' ? 'OL' : ohms(shown);
    const what = `Pins ${pins}, ${when}`;
    if (shouldJoin ? value <= closedOhms : value >= openOhms)
      return [line(what, `${words}: as it should be`, 'good')];
    const joined = value <= closedOhms;
    const parted = value >= openOhms;
    if (joined || parted) return [line(what, `${words}: ${wrong}`, 'bad', 'contact')];
    return [line(what, `${words}: neither open nor closed`, 'bad', 'contact')];
  };
  const swapped = isOtherType(readings);
  const open = `${supply} and ${normallyOpen}`;
  const closed = `${supply} and ${normallyClosed ?? ''}`;
  if (swapped) {
    return [
      line(
        `Pins ${open}`,
        'closed at rest and open when pulled: a relay of the other type (normally closed)',
        'bad',
        'wrong-type',
      ),
    ];
  }
  return [
    ...contact(readings.openAtRest, open, 'at rest', false, 'the contact is welded'),
    ...contact(readings.openPulled, open, 'pulled', true, 'the contact does not close'),
    ...contact(readings.closedAtRest, closed, 'at rest', true, 'the resting contact does not close'),
    ...contact(readings.closedPulled, closed, 'pulled', false, 'the resting contact is welded'),
    ...frameLine(readings.acrossFrameOhms),
  ];
}

function isOtherType({ openAtRest, openPulled }: BenchReadings): boolean {
  const joined = (shown: ShownOhms | undefined) => typeof shown === 'number' && shown <= closedOhms;
  const parted = (shown: ShownOhms | undefined) =>
    shown === 'OL' || (shown !== undefined && shown >= openOhms);
  return joined(openAtRest) && parted(openPulled);
}

function frameLine(shown: ShownOhms | undefined): readonly BenchLine[] {
  if (shown === undefined) return [];
  const apart = shown === 'OL' || shown >= openOhms;
  const words = shown === 'OL' ? 'OL' : ohms(shown);
  return [
    apart
      ? line('Coil to contacts', `${words}: apart, as it should be`, 'good')
      : line('Coil to contacts', `${words}: coil and contacts touch inside`, 'bad', 'contact'),
  ];
}

/** The contact under real current: millivolts over amps. */
export function dropLines(
  { loadAmps }: BenchSubject,
  { dropVolts, dropAmps }: BenchReadings,
): readonly BenchLine[] {
  if (dropVolts === undefined || dropAmps === undefined) return [];
  const what = 'Contact under current';
  if (!(dropAmps >= tellingAmps)) {
    return [
      line(what, `${formatQuantity(dropAmps, 'A')} is too little to tell: at least ${tellingAmps} A`, null),
    ];
  }
  const own = dropVolts / dropAmps;
  const grade: BenchGrade = own < wornOhms ? 'good' : own <= badOhms ? 'doubtful' : 'bad';
  const name = { good: 'good', doubtful: 'worn', bad: 'burnt' }[grade];
  const carried = loadAmps ?? dropAmps;
  const watts = own * carried * carried;
  const burns = `burns ${Number(watts.toPrecision(2))} W at ${loadAmps === null ? 'that' : `the circuit’s ${formatQuantity(carried, 'A')}`}`;
  const shown = `${formatQuantity(dropVolts, 'V')} at ${formatQuantity(dropAmps, 'A')} is ${Number((own * 1e3).toPrecision(3))} mΩ`;
  return [line(what, `${shown}: ${name}; ${burns}`, grade, grade === 'bad' ? 'contact' : null)];
}
