import type { BenchOutcome } from '../../instruments/relayBench';
import { coilLines, polarityLines, voltLines } from './benchCoil';
import { contactLines, dropLines } from './benchContact';
import type { BenchLine, BenchReadings, BenchSubject, BenchVerdict } from './benchReadings';
import { tellingAmps } from './benchReadings';

/** What a relay's own readings say of it. */
export function benchVerdict(subject: BenchSubject, readings: BenchReadings): BenchVerdict {
  const lines = [
    ...coilLines(subject, readings),
    ...polarityLines(subject, readings),
    ...contactLines(subject, readings),
    ...dropLines(subject, readings),
    ...voltLines(subject, readings),
  ];
  const graded = lines.filter(({ grade }) => grade !== null);
  const worst = (['bad', 'doubtful', 'good'] as const).find((each) =>
    graded.some(({ grade }) => grade === each),
  );
  const telling = graded.find(({ grade }) => grade === worst);
  return {
    lines,
    grade: worst ?? null,
    outcome: outcomeOf(lines, readings),
    why: telling === undefined ? 'Nothing measured yet.' : `${telling.what}: ${telling.words}`,
  };
}

/** Good only when coil and contact have both been read, the contact under amps: a milliamp does not see a burnt one. */
function outcomeOf(
  lines: readonly BenchLine[],
  { coilOhms, dropVolts, dropAmps }: BenchReadings,
): BenchOutcome | null {
  const bad = lines.find(({ grade, against }) => grade === 'bad' && against !== null);
  if (bad !== undefined) return bad.against;
  const whole = coilOhms !== undefined && dropVolts !== undefined && (dropAmps ?? 0) >= tellingAmps;
  return whole && lines.every(({ grade }) => grade === 'good' || grade === null) ? 'good' : null;
}
