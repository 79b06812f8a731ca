import type { Predictor } from './predictor';
import type { TakenReading } from './takenReading';
import { likelihoodOf } from './afterRepair';
import type { Posterior } from './posterior';

/** Suspects below this are not worth telling apart. */
const namedFrom = 0.05;
/** Suspects that the readings favour over each other by no more than this factor have not been told apart. */
const sameFactor = 1.5;

/**
 * What the readings so far cannot tell apart: groups of suspects that explain all of them about equally well, whatever
 * was thought of them beforehand. Groups of one are left out; likeliest group first.
 */
export function indistinguishableSuspects(
  predictor: Predictor,
  posterior: Posterior,
  readings: readonly TakenReading[],
  repaired: readonly string[] = [],
): readonly (readonly string[])[] {
  const leading = posterior.suspects.filter(
    ({ id, probability }) => probability >= namedFrom && isSingle(predictor, id),
  );
  const fits = leading.map(({ id }) => ({ id, fit: logFit(predictor, readings, repaired, id) }));
  const groups: { ids: string[]; fit: number }[] = [];
  for (const { id, fit } of fits) {
    const group = groups.find((each) => Math.abs(each.fit - fit) <= Math.log(sameFactor));
    if (group === undefined) groups.push({ ids: [id], fit });
    else group.ids.push(id);
  }
  return groups.map(({ ids }) => ids).filter(({ length }) => length > 1);
}

function isSingle({ hypotheses }: Predictor, suspect: string): boolean {
  return hypotheses.some((each) => each.suspect === suspect);
}

/** Logarithm of the readings' likelihood under a suspect, in the kind and the ohms that explain them best. */
function logFit(
  predictor: Predictor,
  readings: readonly TakenReading[],
  repaired: readonly string[],
  suspect: string,
): number {
  const { hypotheses, cells } = predictor;
  const own = Array.from(cells.hypothesisOf, (h, c) => (hypotheses[h]!.suspect === suspect ? c : -1)).filter(
    (c) => c >= 0,
  );
  const logs = own.map(() => 0);
  for (const reading of readings) {
    const { total } = likelihoodOf(predictor, reading, repaired);
    own.forEach((c, index) => (logs[index]! += Math.log(total[c]!)));
  }
  return Math.max(...logs);
}

/** The posterior as if only some suspects were left: for asking what would tell these apart. */
export function narrowedTo(
  { hypotheses }: Predictor,
  posterior: Posterior,
  suspects: readonly string[],
): Posterior {
  const masked = (chances: Float64Array) =>
    chances.map((chance, h) => (suspects.includes(hypotheses[h]!.suspect) ? chance : 0));
  const [steady, coming] = [masked(posterior.hypotheses), masked(posterior.comingAndGoing)];
  const whole = [steady, coming].reduce(
    (sum, each) => sum + each.reduce((total, chance) => total + chance, 0),
    0,
  );
  if (whole === 0) return posterior;
  return {
    ...posterior,
    hypotheses: steady.map((chance) => chance / whole),
    comingAndGoing: coming.map((chance) => chance / whole),
    pairs: [],
    suspects: posterior.suspects
      .filter(({ id }) => suspects.includes(id))
      .map((each) => ({ ...each, probability: each.probability / whole })),
  };
}
