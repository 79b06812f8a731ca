import { cavityFill } from '../../circuit/operatingState';
import type { SolvedCircuit } from '../../instruments/instrument';
import type { FusePart } from '../../circuit/parts/fuse';
import { ammeterOhms, breakerOhms, fuseOhms, leadOhms } from '../../circuit/parts/fuse';
import { filamentOf } from '../../circuit/parts/lamp';
import { filamentAmps } from '../../physics/filament';

/**
 * Amps through what stands in a fuse's cavity, from its supply leg to its load leg.
 * @param volts - of each node, where it is another moment than that of the bench
 */
export function fuseAmps(
  { circuit, state, solution }: SolvedCircuit,
  fuse: FusePart,
  volts: (node: number) => number = solution.volts,
): number {
  const node = (leg: string) => solution.network.nodeOf.get(`${fuse.id}.${leg}`) ?? 0;
  const [feed, load] = [node('feed'), node('load')];
  if (solution.blown.includes(fuse.id)) return 0;
  const fill = cavityFill(state, fuse.id);
  // Legs that are connected to nothing have no volts between them that mean anything.
  if (fill.kind === 'open' || solution.floating(feed) || solution.floating(load)) return 0;
  const across = volts(feed) - volts(load);
  switch (fill.kind) {
    case 'lamp':
      return filamentAmps(filamentOf(fill.watts, circuit.nominalVolts), across);
    case 'breaker':
      return across / breakerOhms;
    case 'ammeter':
      return across / ammeterOhms;
    case 'jumper':
      return across / leadOhms;
    case 'fuse':
      return across / fuseOhms(fuse);
  }
}
