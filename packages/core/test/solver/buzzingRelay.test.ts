import { withCavity, withControl } from '../../src/circuit/operatingState';
import { restingState } from '../../src/circuit/restingState';
import { dropOutShare, pullInShare } from '../../src/circuit/parts/relay';
import type { Fault } from '../../src/faults/fault';
import type { Network } from '../../src/network/network';
import { compileNetwork } from '../../src/solver/compileNetwork';
import { spiceNetlist } from '../../src/solver/netlist';
import type { Solution } from '../../src/solver/solution';
import { solveTogether } from '../../src/solver/stateSolver';
import { seededRandom } from '../../src/statistics/seededRandom';
import { runNgspice } from '../ngspice';
import { families } from '../session/realistic/families';

const seed = 20261130;
/** Seconds that a coil's current takes to rise by two thirds: its inductance by its ohms. */
const coilSeconds = 0.004;
const span = { from: 0.2, to: 0.5 };
/** Amps by which the coil's current goes up and down where it does not rest. */
const swingsFrom = 0.005;

/** The network in time: the coil with its inductance, its contact moved by the current through it; a simulator settles it. */
function inTime(network: Network, { joined }: Pick<Solution, 'joined'>, relay: string): string {
  const contact = network.switches.findIndex(({ owner, role }) => owner === relay && role === 'normallyOpen');
  const coil = network.branches.findIndex(({ owner, role }) => owner === relay && role === 'coil');
  const lamp = network.filaments.findIndex(({ role }) => role === 'lamp');
  const standing = joined.map((each, index) => each && index !== contact);
  const { a, b, siemens } = network.branches[coil]!;
  const { a: from, b: to, ohms } = network.switches[contact]!;
  const name = (node: number) => (node === 0 ? '0' : `n${node}`);
  const [pullIn, dropOut] = [pullInShare, dropOutShare].map(({ usual }) => 12 * usual * siemens) as [
    number,
    number,
  ];
  const filament = network.filaments[lamp]!;
  const lines = spiceNetlist(network, standing).split('\n');
  const until = lines.indexOf('.control');
  return [
    ...lines.slice(0, until).filter((line) => !line.startsWith(`R${coil} `)),
    `RCOIL ${name(a)} coil1 ${1 / siemens}`,
    `LCOIL coil1 coil2 ${coilSeconds / siemens} IC=0`,
    `VCOIL coil2 ${name(b)} 0`,
    // Without a little capacity across it, an ideal contact leaves the simulator no step small enough.
    `CCONTACT ${name(from)} ${name(to)} 100n`,
    `WCONTACT ${name(from)} ${name(to)} VCOIL relay OFF`,
    `.model relay CSW(RON=${ohms} ROFF=1e9 IT=${(pullIn + dropOut) / 2} IH=${(pullIn - dropOut) / 2})`,
    `BPOWER power 0 V=V(${name(filament.a)},${name(filament.b)})*I(VLAMP)`,
    '.options method=gear',
    '.control',
    `tran 20u ${span.to} ${span.from} 20u uic`,
    `meas tran watts AVG v(power) from=${span.from} to=${span.to}`,
    `meas tran least MIN i(VCOIL) from=${span.from} to=${span.to}`,
    `meas tran most MAX i(VCOIL) from=${span.from} to=${span.to}`,
    'print watts least most',
    'quit 0',
    '.endc',
    '.end',
    '',
  ]
    .join('\n')
    .replace(new RegExp(`^B${lamp} (\\S+) (\\S+) `, 'm'), `VLAMP $1 lamp 0\nB${lamp} lamp $2 `);
}

/** Watts that a lamp takes in each of the phases that a solution goes through, on average. */
function lampWatts({ phases, network, volts }: Solution): number {
  const [lamp] = network.filaments.filter(({ role }) => role === 'lamp');
  const each = (phases ?? [{ volts }]).map((phase) => {
    const across = phase.volts(lamp!.a) - phase.volts(lamp!.b);
    const { coldOhms, hotOhms, ratedVolts } = lamp!;
    return across ** 2 / (coldOhms + (hotOhms - coldOhms) * Math.sqrt(Math.abs(across) / ratedVolts));
  });
  return each.reduce((sum, watts) => sum + watts, 0) / each.length;
}

const random = seededRandom(seed);
const cases = Array.from({ length: 12 }, (_each, index) => ({
  index,
  watts: [5, 21, 55][index % 3]!,
  ohms: 0.05 * 400 ** random(),
}));

test.each(cases)(
  'a relay on the feed that a lamp of $watts W limits, $ohms Ω behind it: it buzzes or rests as it does in time',
  ({ index, watts, ohms }) => {
    const circuit = families.find(({ name }) => name === 'horn')!.draw(seededRandom(seed + index));
    const state = withCavity(withControl(restingState(circuit), 'horn', 'pressed'), 'F1', {
      kind: 'lamp',
      watts,
    });
    const fault: Fault = { kind: 'part', part: 'H1', effect: { kind: 'short', terminal: '1', ohms } };
    const solution = solveTogether(circuit, state, [fault]);
    const theirs = runNgspice(inTime(compileNetwork(circuit, state, [fault]), solution, 'K1'));
    const swing = theirs.get('most')! - theirs.get('least')!;
    const [ours, watched] = [lampWatts(solution), theirs.get('watts')!];
    expect(swing > swingsFrom).toBe(solution.chatters !== null);
    // At rest they agree; buzzing, how long the contact stays on either side hangs on the coil, which no diagram gives.
    const apart = solution.chatters === null ? 1.01 : 2;
    expect(Math.abs(Math.log(watched / ours))).toBeLessThan(Math.log(apart));
  },
);
