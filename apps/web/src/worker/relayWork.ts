import {
  commandPath,
  loadsOf,
  provingMoves,
  relayAmps,
  relayById,
  socketTable,
  socketVerdict,
} from '@grim-lantern/core';
import type {
  CommandPath,
  JobState,
  Predictor,
  ProvingMove,
  RelayLoad,
  RelayPart,
  SocketTable,
  SocketVerdict,
  Suspicion,
} from '@grim-lantern/core';

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

/** @param healthy - the circuit with nothing wrong */
export function relayWorkOf(
  predictor: Predictor,
  healthy: Predictor,
  job: JobState,
  suspicion: Suspicion,
  relay: string,
): RelayWork {
  return {
    relay: relayById(healthy.circuit, relay),
    table: socketTable(predictor, healthy, job, relay),
    verdict: socketVerdict(predictor, healthy, job, suspicion, relay),
    moves: provingMoves(predictor, healthy, job, suspicion, relay),
    path: commandPath(healthy, job, relay),
    loads: loadsOf(healthy, relay),
    amps: relayAmps(healthy, relay),
  };
}
