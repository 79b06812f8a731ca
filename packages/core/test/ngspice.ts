import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Node voltages of a netlist, by node name, as the independent simulator gives them. */
export function runNgspice(netlist: string): ReadonlyMap<string, number> {
  const folder = mkdtempSync(join(tmpdir(), 'grim-lantern-netlist-'));
  try {
    const file = join(folder, 'network.cir');
    writeFileSync(file, netlist);
    const output = execFileSync('ngspice', ['-b', file], {
      encoding: 'utf8',
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    const found = [...output.matchAll(/^\s*([\w#.+-]+) = ([-+]?\d\.\d+e[-+]\d+)\s*$/gm)];
    return new Map(found.map(([, name = '', value]) => [name, Number(value)]));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
