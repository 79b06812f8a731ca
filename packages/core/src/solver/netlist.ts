import type { Network } from '../network/network';

/** Ohms that hold a floating node in place in a netlist: far above anything that a vehicle has. */
const holdOhms = 1e12;

/**
 * A network as a SPICE netlist that prints every node's voltage. Node k is `nk`, the body is 0; comments say which
 * terminal each is.
 * @param joined - which switching devices conduct; a simulator is given the contacts as they stand, not the coils
 * @param floating - nodes connected to nothing: each is held by 1 TΩ, since a simulator refuses them
 *
 * Written for the simulator's own traps: the first line is a title, prefixes are avoided (`1M` would be milli),
 * nothing is 0 Ω, and a node tied to nothing must not be there, so floating groups want a reference of their own.
 */
export function spiceNetlist(
  { branches, filaments, switches, nodeOf }: Network,
  joined: readonly boolean[],
  floating: (node: number) => boolean = () => false,
): string {
  const name = (node: number) => (node === 0 ? '0' : `n${node}`);
  const lines: string[] = ['* grim-lantern network'];
  for (const [terminal, node] of nodeOf) {
    lines.push(`* ${name(node)} ${terminal}`);
    if (floating(node)) lines.push(`RF${node} ${name(node)} 0 ${holdOhms}`);
  }
  branches.forEach(({ a, b, siemens, sourceVolts }, i) => {
    if (sourceVolts === 0) lines.push(`R${i} ${name(a)} ${name(b)} ${1 / siemens}`);
    else lines.push(`V${i} ${name(a)} m${i} DC ${sourceVolts}`, `R${i} m${i} ${name(b)} ${1 / siemens}`);
  });
  filaments.forEach(({ a, b, coldOhms, hotOhms, ratedVolts }, i) => {
    const volts = `V(${name(a)},${name(b)})`;
    const ohms = `(${coldOhms}+${hotOhms - coldOhms}*sqrt(abs(${volts})/${ratedVolts}))`;
    lines.push(`B${i} ${name(a)} ${name(b)} I=${volts}/${ohms}`);
  });
  switches.forEach(({ a, b, ohms, sourceVolts }, i) => {
    if (!joined[i] || a === b) return;
    if (sourceVolts === undefined) lines.push(`RS${i} ${name(a)} ${name(b)} ${ohms}`);
    else lines.push(`VS${i} ${name(a)} s${i} DC ${sourceVolts}`, `RS${i} s${i} ${name(b)} ${ohms}`);
  });
  return [...lines, '.control', 'set numdgt=16', 'op', 'print all', 'quit 0', '.endc', '.end', ''].join('\n');
}
