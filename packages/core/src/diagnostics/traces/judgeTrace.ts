import type { TraceMeasures } from './measureTrace';
import type { TraceKind } from '../../instruments/traceKinds';
import { evenDensity, normalDensity } from '../../statistics/normal';
import { kindShares, traceKinds } from '../../instruments/traceKinds';

/** One thing measured that speaks for a kind, or against it. */
export interface Speaks {
  readonly words: string;
  /** Natural logarithm of how much likelier it is under the kind than under the others together. */
  readonly weight: number;
}

export interface TraceVerdict {
  /** Largest first; together with `unlike` they sum to 1. */
  readonly kinds: readonly { readonly kind: TraceKind; readonly probability: number }[];
  /** Of it being like none of them. */
  readonly unlike: number;
  /** The kind it is; null where the recording cannot tell. */
  readonly verdict: TraceKind | null;
  /** What speaks for and against the likeliest kind, the weightiest first. */
  readonly speaks: readonly Speaks[];
}

/** A kind this likely is told; below, the recording cannot tell. */
const toldFrom = 0.8;
/** Share of recordings that are like none of the kinds. Judgement. */
const unlikeShare = 0.06;

/** One measure as evidence: its value, in words, and its density under each kind and under none of them. */
interface Feature {
  readonly words: string;
  readonly under: (kind: TraceKind) => number;
  readonly otherwise: number;
}

/**
 * What kind of thing a recording shows: Bayes' rule over measures taken as independent of each other, each with a density
 * under every kind. One that fits none of them well falls to "none of these", whose densities are broad.
 * @param expectedAmps - what the healthy circuit draws there; null where that is not known
 */
export function judgeTrace(measures: TraceMeasures, expectedAmps: number | null): TraceVerdict {
  const features = featuresOf(measures, expectedAmps);
  const logs = traceKinds.map((kind) =>
    features.reduce(
      (sum, { under }) => sum + Math.log(Math.max(under(kind), leastDensity)),
      Math.log(kindShares[kind] * (1 - unlikeShare)),
    ),
  );
  const unlikeLog = features.reduce((sum, { otherwise }) => sum + Math.log(otherwise), Math.log(unlikeShare));
  const most = Math.max(...logs, unlikeLog);
  const weights = logs.map((log) => Math.exp(log - most));
  const unlikeWeight = Math.exp(unlikeLog - most);
  const whole = weights.reduce((sum, each) => sum + each, unlikeWeight);
  const kinds = traceKinds
    .map((kind, k) => ({ kind, probability: weights[k]! / whole }))
    .sort((one, other) => other.probability - one.probability);
  const top = kinds[0]!;
  const unlike = unlikeWeight / whole;
  return {
    kinds,
    unlike,
    verdict: top.probability >= toldFrom ? top.kind : null,
    speaks: speaksOf(features, top.kind),
  };
}

/** No measure alone may rule a kind out: a density is never less than this. */
const leastDensity = 1e-4;

function speaksOf(features: readonly Feature[], kind: TraceKind): readonly Speaks[] {
  const others = traceKinds.filter((each) => each !== kind);
  const share = others.reduce((sum, each) => sum + kindShares[each], 0);
  return features
    .map(({ words, under }) => {
      const rest = others.reduce(
        (sum, each) => sum + kindShares[each] * Math.max(under(each), leastDensity),
        0,
      );
      return { words, weight: Math.log(Math.max(under(kind), leastDensity) / (rest / share)) };
    })
    .filter(({ weight }) => Math.abs(weight) > spokenFrom)
    .sort((one, other) => Math.abs(other.weight) - Math.abs(one.weight));
}

const spokenFrom = 0.3;

/** A chance as a density of something that is or is not. */
const either = (is: boolean, chance: number) => (is ? chance : 1 - chance);

function featuresOf(measures: TraceMeasures, expectedAmps: number | null): readonly Feature[] {
  const { settledAmps, endAmps } = measures;
  const flows = settledAmps !== null;
  const presence: Feature = {
    words: flows ? 'a current flows' : 'no current flows',
    under: (kind) => either(flows, kind === 'nothing flows' ? 0.005 : 0.995),
    otherwise: either(flows, 0.97),
  };
  if (!flows) return [presence];
  return [
    presence,
    ...(expectedAmps === null || expectedAmps <= 0 ? [] : [levelFeature(settledAmps, expectedAmps)]),
    climbFeature(settledAmps, endAmps ?? settledAmps),
    wanderFeature(measures.wander),
    dropoutFeature(measures),
    shortFeature(measures, settledAmps),
    ...inrushFeature(measures, settledAmps),
    barFeature(measures),
  ];
}

/** Settled current over what the healthy circuit draws, as a logarithm. */
function levelFeature(settled: number, expected: number): Feature {
  const x = Math.log(settled / expected);
  const about = `settles at ${(settled / expected).toFixed(2)} × what a healthy one draws`;
  return {
    words: about,
    under(kind) {
      switch (kind) {
        case 'draws too much':
          return evenDensity(x, Math.log(1.2), Math.log(7), 0.08);
        case 'starts high and climbs':
          return evenDensity(x, Math.log(1.15), Math.log(5), 0.08);
        case 'stalled from the start':
          return normalDensity(x, Math.log(5), 0.4);
        case 'healthy':
        case 'short in an instant':
        case 'contact bounces':
        case 'dead bar':
        case 'nothing flows':
          return normalDensity(x, 0, 0.07);
      }
    },
    otherwise: 0.25,
  };
}

/** From the settled level to the end, as a logarithm. */
function climbFeature(settled: number, end: number): Feature {
  const x = Math.log(Math.max(end, 1e-6) / settled);
  const by = Math.round(100 * (Math.exp(x) - 1));
  return {
    words: Math.abs(by) < 4 ? 'stays where it settled' : by > 0 ? `climbs by ${by} %` : `falls by ${-by} %`,
    under: (kind) =>
      kind === 'starts high and climbs'
        ? evenDensity(x, 0.08, 0.7, 0.04)
        : kind === 'short in an instant'
          ? 0.7 * normalDensity(x, 0, 0.03) + 0.3 * 0.5
          : normalDensity(x, -0.01, 0.03),
    otherwise: 0.6,
  };
}

/** What strays from the straight line of the settled part, as a share; the logarithm. */
function wanderFeature(wander: number): Feature {
  const x = Math.log(Math.max(wander, 1e-4));
  return {
    words: wander < 0.03 ? 'follows a straight line' : 'wanders about',
    under: (kind) => {
      const middle = kind === 'contact bounces' || kind === 'short in an instant' ? -5 : -5.6;
      const spread = kind === 'contact bounces' || kind === 'short in an instant' ? 1.6 : 1.1;
      return normalDensity(x, middle, spread);
    },
    otherwise: normalDensity(x, -2, 1.2),
  };
}

/** Short losses of the current. */
function dropoutFeature({ dropouts, pulses }: TraceMeasures): Feature {
  const many = pulses === null && dropouts > 0;
  const words = many ? `is lost for moments, ${dropouts} times` : 'is never lost for a moment';
  return {
    words,
    under: (kind) => either(many, kind === 'contact bounces' ? 0.97 : 0.01),
    otherwise: either(many, 0.35),
  };
}

/** A rise to many times the settled current within moments, and what comes of it. */
function shortFeature({ spikes, spikeAmps }: TraceMeasures, settled: number): Feature {
  const shorted = spikes > 0 && (spikeAmps ?? 0) > spikeFrom * settled;
  return {
    words: shorted
      ? `shoots up to ${Math.round((spikeAmps ?? 0) / settled)} × the settled current`
      : 'never shoots up',
    under: (kind) => either(shorted, kind === 'short in an instant' ? 0.97 : 0.01),
    otherwise: either(shorted, 0.2),
  };
}

const spikeFrom = 3;

/** The peak at switch-on over the settled current: a stalled motor has none above it, for it never gets away from it. */
function inrushFeature({ inrushAmps }: TraceMeasures, settled: number): readonly Feature[] {
  if (inrushAmps === null) return [];
  const x = Math.log(Math.max(inrushAmps / settled, 1e-3));
  return [
    {
      words: `starts with ${(inrushAmps / settled).toFixed(1)} × the settled current`,
      under: (kind) =>
        kind === 'stalled from the start' ? normalDensity(x, 0.05, 0.12) : normalDensity(x, 1, 0.75),
      otherwise: normalDensity(x, 0.5, 0.8),
    },
  ];
}

function barFeature({ ripple }: TraceMeasures): Feature {
  const weak = ripple?.weakEvery ?? null;
  return {
    words: weak === null ? 'no pulse is weaker than the others' : `one pulse in ${weak} is weak`,
    under: (kind) => either(weak !== null, kind === 'dead bar' ? 0.95 : 0.01),
    otherwise: either(weak !== null, 0.05),
  };
}
