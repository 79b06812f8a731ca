import type { OperatingState } from '../src/circuit/operatingState';
import { partIdOf } from '../src/circuit/terminalRef';
import { terminalsOf } from '../src/circuit/terminals';
import type { TerminalRef } from '../src/circuit/terminalRef';
import { thingsOf } from '../src/faults/fault';
import { NOTHING_WRONG } from '../src/faults/hypotheses';
import type { InstrumentId } from '../src/instruments/instruments';
import { instrumentById } from '../src/instruments/instruments';
import { assess } from '../src/job/assess';
import type { JobEvent } from '../src/job/events';
import { foldJob } from '../src/job/foldJob';
import type { Worksite } from '../src/planning/work';
import { workFor } from '../src/planning/work';
import type { Predictor } from '../src/inference/predictor';
import { likeliestReading, likeliestReadings } from './likeliestReading';
import { playJob } from './playJob';

/** One thing that may be wrong, with its probability as the job stands. */
export interface WeighedFault {
  readonly hypothesis: number;
  readonly weight: number;
}

/** Every fault that the job's first evidence leaves, one for each suspect and kind, with their probabilities. */
export function faultsLeft(
  predictor: Predictor,
  events: readonly JobEvent[],
  least = 0.003,
): readonly WeighedFault[] {
  const { hypotheses } = predictor;
  const { posterior } = assess(predictor, foldJob(predictor.circuit, events));
  const families = new Map<number, { hypothesis: number; top: number; weight: number }>();
  posterior.hypotheses.forEach((chance, h) => {
    const { family, suspect } = hypotheses[h]!;
    if (suspect === NOTHING_WRONG) return;
    const known = families.get(family) ?? { hypothesis: h, top: 0, weight: 0 };
    const best = chance > known.top ? { hypothesis: h, top: chance } : known;
    families.set(family, { ...known, ...best, weight: known.weight + chance });
  });
  const kept = [...families.values()].filter(({ weight }) => weight >= least);
  const whole = kept.reduce((sum, { weight }) => sum + weight, 0);
  return kept.map(({ hypothesis, weight }) => ({ hypothesis, weight: weight / whole }));
}

/** Minutes to isolate each fault as the plan goes about it, weighted; instruments show what is likeliest. */
export function planned(predictor: Predictor, events: readonly JobEvent[], faults: readonly WeighedFault[]) {
  const before = foldJob(predictor.circuit, events).minutes;
  let [minutes, right] = [0, 0];
  for (const { hypothesis, weight } of faults) {
    const read = likeliestReadings(predictor, hypothesis);
    const played = playJob(predictor, events, read, 30);
    minutes += weight * (played.minutes - before);
    const { suspect } = predictor.hypotheses[hypothesis]!;
    right += played.suspect === suspect ? weight : 0;
  }
  return { minutes, right };
}

/** How a rule of thumb chooses its next point, given the points that split what is left. */
type Rule = (splits: readonly PointSplit[]) => PointSplit | undefined;

interface PointSplit {
  readonly at: string;
  readonly groups: readonly (readonly WeighedFault[])[];
}

/** Half of the length that is left, whatever is likely and whatever it costs to get there. */
export function midpointByLength({ circuit, hypotheses }: Predictor): Rule {
  const metres = (hypothesis: number) =>
    thingsOf(hypotheses[hypothesis]!.suspect).reduce(
      (sum, id) => sum + (circuit.sections.find((each) => each.id === id)?.lengthMetres ?? 0.1),
      0,
    );
  return (splits) => {
    const longest = ({ groups }: PointSplit) =>
      Math.max(...groups.map((group) => group.reduce((sum, { hypothesis }) => sum + metres(hypothesis), 0)));
    return [...splits].sort((one, other) => longest(one) - longest(other))[0];
  };
}

/** Every point in turn, as the wire runs from the battery. */
export function walkingTheWire({ circuit }: Predictor): Rule {
  const steps = new Map<string, number>();
  let front: TerminalRef[] = ['BAT.+'];
  for (let step = 0; front.length > 0; step++) {
    front = front.filter((terminal) => !steps.has(terminal));
    for (const terminal of front) steps.set(terminal, step);
    front = front.flatMap((terminal) => [
      ...circuit.parts
        .filter(({ id, kind }) => id === partIdOf(terminal) && kind !== 'ground')
        .flatMap(terminalsOf),
      ...circuit.sections.flatMap(({ from, to }) =>
        from === terminal ? [to] : to === terminal ? [from] : [],
      ),
    ]);
  }
  const sections = new Map(circuit.sections.map(({ id, from, to }) => [id, { from, to }]));
  const stepOf = (at: string) => {
    const [id, end] = at.split('@');
    const terminal = end === undefined ? at : sections.get(id ?? '')?.[end as 'from' | 'to'];
    return steps.get(terminal ?? '') ?? Infinity;
  };
  return (splits) => [...splits].sort((one, other) => stepOf(one.at) - stepOf(other.at))[0];
}

/** Minutes to open up or take out one thing that the instrument could not tell from others, once there. Judgement. */
const openedMinutes = 3;

/**
 * Minutes of a rule that uses one instrument in one state, weighted over the faults; it never misreads. What the
 * instrument cannot tell apart is opened up one by one, the likeliest first.
 */
export function byRule(
  predictor: Predictor,
  faults: readonly WeighedFault[],
  start: Worksite,
  state: OperatingState,
  instrument: InstrumentId,
  rule: Rule,
): number {
  const { circuit, hypotheses } = predictor;
  const targets = instrumentById(instrument).targets(circuit);
  const readOf = (at: string, hypothesis: number) => {
    const value = likeliestReading(
      { instrument, at },
      predictor.predict(state, { instrument, at }, hypothesis),
    );
    return value.kind === 'number'
      ? value.value > circuit.nominalVolts / 2
        ? 'high'
        : 'low'
      : JSON.stringify(value);
  };
  const openedUp = (left: readonly WeighedFault[], site: Worksite): number => {
    const bySuspect = new Map<string, number>();
    for (const { hypothesis, weight } of left) {
      const { suspect } = hypotheses[hypothesis]!;
      bySuspect.set(suspect, (bySuspect.get(suspect) ?? 0) + weight);
    }
    const order = [...bySuspect].sort((one, other) => other[1] - one[1]);
    let [minutes, spent, now] = [0, 0, site];
    // The last one is known without being opened.
    order.forEach(([suspect, weight], index) => {
      if (index < order.length - 1) {
        const [thing = ''] = thingsOf(suspect);
        const at =
          circuit.sections.find(({ id }) => id === thing)?.places[0] ??
          circuit.parts.find(({ id }) => id === thing)?.place ??
          '';
        const work = workFor(circuit, now, now.state, { instrument: 'look', at });
        spent += work.minutes + openedMinutes;
        now = work.after;
      }
      minutes += weight * spent;
    });
    return minutes;
  };
  const descend = (left: readonly WeighedFault[], site: Worksite): number => {
    if (new Set(left.map(({ hypothesis }) => hypotheses[hypothesis]!.suspect)).size < 2) return 0;
    const splits = targets.flatMap((at): readonly PointSplit[] => {
      const groups = new Map<string, WeighedFault[]>();
      for (const fault of left) {
        const key = readOf(at, fault.hypothesis);
        groups.set(key, [...(groups.get(key) ?? []), fault]);
      }
      return groups.size < 2 ? [] : [{ at, groups: [...groups.values()] }];
    });
    const chosen = rule(splits);
    if (chosen === undefined) return openedUp(left, site);
    const work = workFor(circuit, site, state, { instrument, at: chosen.at });
    const weight = left.reduce((sum, each) => sum + each.weight, 0);
    return chosen.groups.reduce((sum, group) => sum + descend(group, work.after), weight * work.minutes);
  };
  return descend(faults, start);
}
