import { commandPath } from '../diagnostics/relays/commandPath';
import { loadsOf, relayAmps, relayById } from '../diagnostics/relays/commanded';
import { provingMoves } from '../diagnostics/relays/provingMoves';
import { socketTable } from '../diagnostics/relays/socketTable';
import { socketVerdict } from '../diagnostics/relays/socketVerdict';
import type { CommandPath } from '../diagnostics/relays/commandPath';
import type { JobState } from '../job/foldJob';
import type { CircuitSession } from './circuitSession';
import type { ProvingMove } from '../diagnostics/relays/provingMoves';
import type { RelayLoad } from '../diagnostics/relays/commanded';
import type { RelayPart } from '../circuit/parts/relay';
import type { SocketTable } from '../diagnostics/relays/socketTable';
import type { SocketVerdict } from '../diagnostics/relays/socketVerdict';
import type { Posterior } from '../inference/posterior';

/** Everything that is said of one relay as the vehicle stands. */
export interface RelayWork {
  readonly relay: RelayPart;
  readonly table: SocketTable;
  readonly verdict: SocketVerdict;
  readonly moves: readonly ProvingMove[];
  readonly path: CommandPath;
  readonly loads: readonly RelayLoad[];
  /** Through its contact while it is pulled; null where nothing pulls it. */
  readonly amps: number | null;
}

/** Everything that is said of one relay as the vehicle stands. @throws {CoreError} `circuit/unknown` for no relay */
export function relayWorkOf(
  { predictor, healthy }: CircuitSession,
  job: JobState,
  posterior: Posterior,
  relay: string,
): RelayWork {
  return {
    relay: relayById(healthy.circuit, relay),
    table: socketTable(predictor, healthy, job, relay),
    verdict: socketVerdict(predictor, healthy, job, posterior, relay),
    moves: provingMoves(predictor, healthy, job, posterior, relay),
    path: commandPath(healthy, job, relay),
    loads: loadsOf(healthy, relay),
    amps: relayAmps(healthy, relay),
  };
}
