import type { Circuit } from '../src/circuit/circuit';
import { isRuledOut } from '../src/circuit/held';
import { predictOn } from '../src/instruments/instrument';
import { instrumentById } from '../src/instruments/instruments';
import type { ProposedAction } from '../src/planning/nextActions';
import { solveTogether } from '../src/solver/stateSolver';

/** Two prices that differ by less than this share are the same to a hand. */
const samePrice = 0.1;

/** Which suspects a reading parts from which, as one text: those that each outcome makes likelier than the others do. */
function splitOf({ outcomes }: ProposedAction): string {
  const best = new Map<string, { readonly outcome: number; readonly weight: number }>();
  outcomes.forEach(({ probability, leaves }, outcome) => {
    for (const { id, probability: left } of leaves) {
      const weight = probability * left;
      if (weight > (best.get(id)?.weight ?? 0)) best.set(id, { outcome, weight });
    }
  });
  const groups = outcomes.map((_each, index) =>
    [...best].flatMap(([id, { outcome }]) => (outcome === index ? [id] : [])),
  );
  return groups
    .filter((members) => members.length > 0)
    .map((members) => members.sort().join(' '))
    .sort()
    .join(' | ');
}

/** Whether no two of a plan part the same suspects at the same price and tell as much. */
export function areDifferent(plan: readonly ProposedAction[]): boolean {
  const same = (one: ProposedAction, other: ProposedAction) =>
    splitOf(one) === splitOf(other) &&
    Math.abs(one.work.minutes - other.work.minutes) <= samePrice * one.work.minutes &&
    Math.abs(one.bits - other.bits) <= samePrice * one.bits;
  return plan.every((one, index) => !plan.slice(index + 1).some((other) => same(one, other)));
}

/** Whether a proposal asks for ohms, or for a beeper, where the healthy circuit is live: it would mean nothing. */
export function isLive(circuit: Circuit, { test, state }: ProposedAction): boolean {
  const solved = { circuit, state, solution: solveTogether(circuit, state, []) };
  return predictOn(instrumentById(test.instrument), solved, test.at).kind === 'meaningless';
}

/** Whether a proposal wants controls to stand as the circuit's document says that they never may. */
export function wantsRuledOut(circuit: Circuit, { state }: ProposedAction): boolean {
  return isRuledOut(circuit, state);
}

/** Whether a proposal takes trim off, though another of its plan within reach tells at least as much. */
export function stripsInVain(plan: readonly ProposedAction[], { work, bits }: ProposedAction): boolean {
  return work.strips.length > 0 && plan.some((each) => each.work.strips.length === 0 && each.bits >= bits);
}
