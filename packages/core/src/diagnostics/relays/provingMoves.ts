import type { Lead, OperatingState } from '../../circuit/operatingState';
import { withApart, withCavity, withLead, withRenewed } from '../../circuit/operatingState';
import { restingState } from '../../circuit/restingState';
import { partIdOf } from '../../circuit/terminalRef';
import { partById, placeById, terminalName } from '../../circuit/terminals';
import { endsOfRun } from '../../circuit/wireRuns';
import type { Test } from '../../instruments/instruments';
import { watchedLoad } from '../../instruments/targets';
import type { JobState } from '../../job/foldJob';
import type { RelayTerminal } from '../../circuit/parts/relay';
import { leadFuseAmps } from '../../planning/kit';
import type { ProposedAction } from '../../planning/nextActions';
import { foreseeInJob } from '../../job/foreseeInJob';
import { REFERENCE } from '../../network/network';
import type { Predictor } from '../../inference/predictor';
import type { Posterior } from '../../inference/posterior';
import { leadCaution } from '../../text/cautions';
import { commandStates, loadsOf, relayById, wholeState } from './commanded';

export type ProvingMoveId = 'jumper' | 'own ground' | 'own feed' | 'swap' | 'tap';

/** One thing done at a relay that proves part of its circuit at a stroke. */
export interface ProvingMove {
  readonly id: ProvingMoveId;
  /** What is done, as one technician to another. */
  readonly words: string;
  /** What it proves when the load then works. */
  readonly proves: string;
  readonly cautions: readonly string[];
  readonly test: Test;
  readonly state: OperatingState;
  /** What it would tell now; null when it can tell nothing. */
  readonly foreseen: ProposedAction | null;
}

/** The moves that a relay allows now, each with what it would tell. None where nothing can be watched for it. */
export function provingMoves(
  predictor: Predictor,
  healthy: Predictor,
  job: JobState,
  posterior: Posterior,
  relay: string,
): readonly ProvingMove[] {
  const { circuit } = healthy;
  const part = relayById(circuit, relay);
  const load = loadsOf(healthy, relay)[0];
  const { pulled } = commandStates(healthy, relay, job.state.controls);
  if (load === undefined || pulled === null) return [];
  const watch: Test = { instrument: 'load', at: load.at };
  // A lead that still lies from another move would prove what it was laid for again.
  const own: OperatingState = { ...job.state, controls: pulled, batteryConnected: true, leads: [] };
  const inSocket = withApart(own, relay, false);
  const here = placeById(circuit, part.place)?.caution;
  const { part: loadPart } = watchedLoad(circuit, load.at);
  const atLoad = placeById(circuit, partById(circuit, loadPart).place)?.caution;
  const places = [here, atLoad].flatMap((each) => each ?? []);
  const moves: readonly Omit<ProvingMove, 'foreseen'>[] = [
    jumper(healthy, relay, withApart(own, relay, true), watch, load.name, places),
    ownCommand(healthy, relay, inSocket, watch, load.name, places),
    {
      id: 'swap',
      words: `A like relay, known to be good, in place of ${part.name}: see whether ${load.name} works`,
      proves: 'It works: the old relay is bad. It does not: the relay is cleared, the four quarters are not.',
      cautions: [`${load.name} may start as the relay goes in: hands clear.`, ...places],
      test: watch,
      state: withRenewed(inSocket, relay),
    },
    {
      id: 'tap',
      words: `Tap ${part.name} with a handle, or warm it in the hand, and watch ${load.name}`,
      proves: 'Something changes: a contact sticks. Nothing changes: little is learnt.',
      cautions: ['Lightly, with plastic; nothing metal near the open box.', ...places],
      test: { instrument: 'tap', at: relay },
      state: inSocket,
    },
  ];
  return moves.map((move) => ({
    ...move,
    foreseen: foreseeInJob(predictor, posterior, job, move.test, move.state),
  }));
}

/** A fused lead in place of the contact. */
function jumper(
  healthy: Predictor,
  relay: string,
  state: OperatingState,
  test: Test,
  load: string,
  places: readonly string[],
): Omit<ProvingMove, 'foreseen'> {
  const { circuit } = healthy;
  const pin = (role: RelayTerminal) => terminalName(circuit, `${relay}.${role}`);
  const { amps: fuseAmps } = fuseFor(healthy, relay, 'supply');
  return {
    id: 'jumper',
    words: `${partById(circuit, relay).name} out, a fused lead from ${pin('supply')} to ${pin('normallyOpen')}: see whether ${load} works`,
    proves:
      'It works: supply and load side are good. What is wrong lies in the relay, its coil feed or its command.',
    cautions: [...fuseCaution(healthy, relay, 'supply'), `${load} starts at once: hands clear.`, ...places],
    test,
    state: withLead(state, { from: `${relay}.supply`, to: `${relay}.normallyOpen`, fuseAmps }),
  };
}

/**
 * The fuse before a pin of the empty socket: the smallest of those without which the pin loses its feed.
 * @returns the rating that a lead there may have, and whether a fuse stands before it at all
 */
function fuseFor(healthy: Predictor, relay: string, role: RelayTerminal): { amps: number; fused: boolean } {
  const { circuit, solved } = healthy;
  const rest = restingState(circuit).controls;
  const { pulled } = commandStates(healthy, relay, rest);
  const state = withApart(wholeState(circuit, pulled ?? rest), relay, true);
  const fed = (within: OperatingState) => {
    const { solution } = solved(within, null);
    const node = solution.network.nodeOf.get(`${relay}.${role}`) ?? REFERENCE;
    return !solution.floating(node) && Math.abs(solution.volts(node)) > circuit.nominalVolts / 2;
  };
  const before = circuit.parts.flatMap((part) =>
    part.kind === 'fuse' && fed(state) && !fed(withCavity(state, part.id, { kind: 'open' }))
      ? [part.ratingAmps]
      : [],
  );
  return before.length === 0
    ? { amps: leadFuseAmps(circuit), fused: false }
    : { amps: Math.min(...before), fused: true };
}

function fuseCaution(healthy: Predictor, relay: string, role: RelayTerminal): readonly string[] {
  const { amps, fused } = fuseFor(healthy, relay, role);
  const unfused = 'No fuse was found before this pin: the lead’s own is all there is.';
  return [leadCaution, `Here: ${amps} A at most.`, ...(fused ? [] : [unfused])];
}

/** One's own command in place of the missing one: a ground where the vehicle grounds the coil, a feed where it feeds it. */
function ownCommand(
  healthy: Predictor,
  relay: string,
  state: OperatingState,
  test: Test,
  load: string,
  places: readonly string[],
): Omit<ProvingMove, 'foreseen'> {
  const { circuit } = healthy;
  const at = `${relay}.coilCommand` as const;
  const grounded = groundsTheCoil(healthy, relay, state.controls);
  const modules = endsOfRun(circuit, at)
    .map((each) => partById(circuit, partIdOf(each)))
    .filter(({ kind }) => kind === 'module');
  const lead: Lead = {
    from: grounded ? 'ground' : 'own supply',
    to: at,
    fuseAmps: Math.min(fuseFor(healthy, relay, 'coilFeed').amps, leadFuseAmps(circuit)),
  };
  const unplugged = grounded ? [] : modules;
  const driven = modules.map(({ name }) =>
    grounded
      ? `${name} drives this pin: ground only, never a feed onto it.`
      : `${name} drives this pin: unplug it first, never feed its output.`,
  );
  return {
    id: grounded ? 'own ground' : 'own feed',
    words: `Relay in, a fused lead from ${grounded ? 'ground' : 'a supply of your own'} to ${terminalName(circuit, at)}: see whether ${load} works`,
    proves: 'It works: relay, coil feed, supply and load side are good. What is missing is the command.',
    cautions: [
      ...driven,
      `A fuse of ${lead.fuseAmps} A at most in the lead.`,
      `${load} starts at once: hands clear.`,
      ...places,
    ],
    test,
    state: withLead(
      unplugged.reduce((left, { id }) => withApart(left, id, true), state),
      lead,
    ),
  };
}

/** Whether the vehicle commands a relay by grounding its coil: what stands at the command pin of the empty socket. */
function groundsTheCoil(
  { circuit, solved }: Predictor,
  relay: string,
  controls: OperatingState['controls'],
): boolean {
  const { solution } = solved(withApart(wholeState(circuit, controls), relay, true), null);
  const node = solution.network.nodeOf.get(`${relay}.coilCommand`) ?? REFERENCE;
  return solution.floating(node) || Math.abs(solution.volts(node)) < circuit.nominalVolts / 2;
}
