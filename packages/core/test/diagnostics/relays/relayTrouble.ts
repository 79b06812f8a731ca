import { restingState } from '../../../src/circuit/restingState';
import type { Fault } from '../../../src/faults/fault';
import { commandStates, loadsOf, wholeState } from '../../../src/diagnostics/relays/commanded';
import { watchedLoad } from '../../../src/instruments/targets';
import { stateSolver } from '../../../src/solver/stateSolver';
import type { Predictor } from '../../../src/inference/predictor';

/** The battery's own volts below which everything on the vehicle dims: no complaint about one relay. */
const soundBattery = 11.5;
/** Share of its healthy power, or of rated, by which a load's work must change for anyone to complain. */
const complainedFrom = 0.25;

/** Whether a fault makes a load of the relay do wrong, pulled or released, while the battery itself stands. */
export function isComplaint(healthy: Predictor, relay: string, fault: Fault): boolean {
  const { circuit } = healthy;
  const { pulled, released } = commandStates(healthy, relay, restingState(circuit).controls);
  const own = loadsOf(healthy, relay);
  return [pulled, released]
    .filter((each) => each !== null)
    .some((controls) => {
      const solver = stateSolver(circuit, wholeState(circuit, controls));
      const [sound, bad] = [solver.solve(null), solver.solve(fault)];
      const volts = (at: `${string}.${string}`, of = bad) => of.volts(of.network.nodeOf.get(at) ?? 0);
      if (volts('BAT.+') - volts('BAT.-') < soundBattery) return false;
      return own.some(({ at }) => {
        const { part, a, b, role, powerShare } = watchedLoad(circuit, at);
        const cut =
          fault.kind === 'part' &&
          fault.part === part &&
          fault.effect.kind === 'cut' &&
          fault.effect.role === role;
        const work = (of: typeof bad) => powerShare(volts(`${part}.${a}`, of) - volts(`${part}.${b}`, of));
        return Math.abs(work(sound) - (cut ? 0 : work(bad))) > complainedFrom;
      });
    });
}
