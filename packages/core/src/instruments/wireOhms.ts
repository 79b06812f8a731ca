import type { TerminalRef } from '../circuit/terminalRef';
import { partIdOf } from '../circuit/terminalRef';
import { partById, terminalName } from '../circuit/terminals';
import { wireRuns } from '../circuit/wireRuns';
import { CoreError } from '../errors';
import type { Target } from './instrument';
import { ohmsScale, showOhms } from './ohmmeter';
import { defineInstrument } from './instrument';
import { nodeAt } from './targets';

/** Stands between the two ends of a run. */
const between = '~';

/** A run of wire as a target: its two ends. */
export function runTarget(one: TerminalRef, other: TerminalRef): Target {
  return `${one}${between}${other}`;
}

/** @throws {CoreError} `instrument/target` */
function endsOf(at: Target): readonly [TerminalRef, TerminalRef] {
  const [one, other] = at.split(between);
  if (one !== undefined && other !== undefined) return [one as TerminalRef, other as TerminalRef];
  throw new CoreError('instrument/target', `A run of wire is END~END: got ${at}.`, { at });
}

/** Ohms from one end of a run to the other. What is still plugged in at both ends is read along with it. */
export const wireOhms = defineInstrument({
  id: 'wire-ohms',
  name: 'ohms end to end',
  flag: 'far end here',
  display: { kind: 'number', scale: ohmsScale },
  electrical: true,
  minutes: 1.2,
  targets: (circuit) => wireRuns(circuit).map(([one, other]) => runTarget(one, other)),
  place: (circuit, at) => partById(circuit, partIdOf(endsOf(at)[1])).place,
  otherPlace: (circuit, at) => partById(circuit, partIdOf(endsOf(at)[0])).place,
  instruction(circuit, at) {
    const [one, other] = endsOf(at);
    return `Ohms end to end, ${terminalName(circuit, one)} to ${terminalName(circuit, other)}`;
  },
  mayPropose: () => true,
  onDeadPoints: true,
  connect(context, at) {
    const [one, other] = endsOf(at);
    return {
      probe: { kind: 'port', node: nodeAt(context, one), against: nodeAt(context, other) },
      show: showOhms,
    };
  },
});
