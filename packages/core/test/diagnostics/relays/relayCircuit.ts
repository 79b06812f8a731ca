import type { Circuit, Control, Section } from '../../../src/circuit/circuit';
import type { TerminalRef } from '../../../src/circuit/terminalRef';
import type { Part } from '../../../src/circuit/parts/part';
import type { FootprintId, RelayPart, RelayPins } from '../../../src/circuit/parts/relay';
import type { RelaySide } from '../../../src/diagnostics/relays/relaySides';
import { wire } from '../../bareChain';
import { bladeFuse, common, lamp, supply } from '../../smallCircuit';

/** How one relay's circuit is built. */
export interface RelayDraw {
  /** Who commands it: a switch to ground, two in a row, a module on either side. */
  readonly command: 'switch' | 'chain' | 'low-side output' | 'high-side output';
  /** Whether the coil is fed from the fuse of the contacts, from one of its own, or through the key. */
  readonly feed: 'shared fuse' | 'own fuse' | 'through the key';
  readonly loads: readonly ('lamp' | 'motor' | 'heater')[];
  readonly suppression: 'none' | 'resistor' | 'diode';
  readonly resting: boolean;
  /** A circuit beside it on the fuse of the contacts. */
  readonly beside: boolean;
  readonly coilOhms: number;
  readonly numbering: 'din' | 'running' | 'own';
  readonly footprint: FootprintId | undefined;
}

/** The relay circuit of the tests that look at one: a switched lamp and motor, coil through the key. */
export const plainDraw: RelayDraw = {
  command: 'switch',
  feed: 'own fuse',
  loads: ['motor'],
  suppression: 'none',
  resting: false,
  beside: false,
  coilOhms: 85,
  numbering: 'din',
  footprint: undefined,
};

const numbers: Readonly<Record<RelayDraw['numbering'], Required<Omit<RelayPins, 'secondOpen'>>>> = {
  din: { coilFeed: '86', coilCommand: '85', supply: '30', normallyOpen: '87', normallyClosed: '87a' },
  running: { coilFeed: '1', coilCommand: '2', supply: '3', normallyOpen: '5', normallyClosed: '4' },
  own: { coilFeed: 'A4', coilCommand: 'B4', supply: 'A1', normallyOpen: 'B1', normallyClosed: 'B2' },
};

/** A circuit, and by id of everything in it the quarters in which its faults belong. */
export interface DrawnRelay {
  readonly circuit: Circuit;
  readonly belongs: ReadonlyMap<string, readonly RelaySide[]>;
}

const onOff = (id: string): Control => ({
  id,
  name: id,
  minutes: 0.1,
  positions: [
    { id: 'off', name: 'Off' },
    { id: 'on', name: 'On' },
  ],
});

/** Things are put in one after the other, each with the quarter that it belongs to. */
export function relayCircuit(draw: RelayDraw): DrawnRelay {
  const parts: Part[] = [...supply];
  const sections: Section[] = [wire('WG', 'BAT.-', 'G.x', 'here')];
  const belongs = new Map<string, readonly RelaySide[]>();
  const add = (where: readonly RelaySide[], ...some: readonly Part[]) => {
    for (const part of some) {
      parts.push(part);
      belongs.set(part.id, where);
    }
  };
  const join = (where: readonly RelaySide[], from: TerminalRef, to: TerminalRef) => {
    const id = `W${sections.length}`;
    sections.push({ ...wire(id, from, to, 'here'), areaMm2: 2.5 });
    belongs.set(id, where);
  };
  const high = draw.command === 'high-side output';
  const fromBus: readonly RelaySide[] = high ? ['supply', 'coil command'] : ['supply', 'coil feed'];
  belongs.set('G', ['supply', 'coil feed', 'coil command', 'load side']);
  belongs.set('WG', ['supply', 'coil feed', 'coil command', 'load side']);
  add(fromBus, { ...common('BUS'), kind: 'splice' });
  join(fromBus, 'BAT.+', 'BUS.x');
  const sharesFuse = draw.feed === 'shared fuse' && !high;
  add(sharesFuse ? fromBus : ['supply'], bladeFuse('FS', 30));
  join(sharesFuse ? fromBus : ['supply'], 'BUS.x', 'FS.feed');
  add(['supply'], { ...common('SP'), kind: 'splice' });
  join(sharesFuse ? fromBus : ['supply'], 'FS.load', 'SP.x');
  if (sharesFuse) belongs.set('SP', fromBus);
  join(['supply'], 'SP.x', 'K.supply');
  add(['relay'], relayOf(draw));
  feedCoil(draw, sharesFuse, high, add, join);
  command(draw, add, join);
  loads(draw, add, join);
  if (draw.beside) {
    add(sharesFuse ? fromBus : ['supply'], lamp('LB', 5));
    join(sharesFuse ? fromBus : ['supply'], 'SP.x', 'LB.1');
    join(sharesFuse ? fromBus : ['supply'], 'LB.2', 'G.x');
  }
  const circuit: Circuit = {
    format: 'grim-lantern/circuit',
    version: 1,
    name: 'one relay',
    nominalVolts: 12,
    places: [{ id: 'here', name: 'here', reachMinutes: 1, hazards: [], visibility: 0.5 }],
    strips: [],
    controls: ['key', 'button', 'brake'].map(onOff),
    parts,
    sections,
  };
  return { circuit, belongs };
}

type Add = (where: readonly RelaySide[], ...some: readonly Part[]) => void;
type Join = (where: readonly RelaySide[], from: TerminalRef, to: TerminalRef) => void;

function relayOf({ numbering, resting, suppression, coilOhms, footprint }: RelayDraw): RelayPart {
  const { normallyClosed, ...four } = numbers[numbering];
  return {
    ...common('K'),
    kind: 'relay',
    coilOhms,
    ...(suppression === 'resistor' ? { suppressionOhms: 680 } : {}),
    ...(suppression === 'diode' ? { suppressionDiode: true } : {}),
    ...(footprint === undefined ? {} : { footprint }),
    pins: resting ? { ...four, normallyClosed } : four,
    centre: 'box',
    cavity: 'K',
  };
}

function feedCoil({ feed }: RelayDraw, sharesFuse: boolean, high: boolean, add: Add, join: Join): void {
  const own: readonly RelaySide[] = ['coil feed'];
  if (high) {
    join(own, 'K.coilFeed', 'G.x');
  } else if (sharesFuse) {
    join(own, 'SP.x', 'K.coilFeed');
  } else {
    add(own, bladeFuse('FC', 5));
    if (feed === 'through the key') {
      add(own, switchPart('IGN', 'key'));
      join(own, 'BUS.x', 'IGN.1');
      join(own, 'IGN.2', 'FC.feed');
    } else {
      join(own, 'BUS.x', 'FC.feed');
    }
    join(own, 'FC.load', 'K.coilFeed');
  }
}

const switchPart = (id: string, control: string): Part => ({
  ...common(id),
  kind: 'switch',
  control,
  legs: [{ a: '1', b: '2', closedIn: ['on'] }],
});

function command({ command: by }: RelayDraw, add: Add, join: Join): void {
  const own: readonly RelaySide[] = ['coil command'];
  if (by === 'switch' || by === 'chain') {
    add(own, switchPart('SW', 'button'));
    join(own, 'K.coilCommand', 'SW.1');
    if (by === 'switch') {
      join(own, 'SW.2', 'G.x');
      return;
    }
    add(own, switchPart('SB', 'brake'), {
      ...common('C'),
      kind: 'connector',
      cavities: ['1'],
      halves: ['one side', 'other side'],
    });
    join(own, 'SW.2', 'C.1a');
    join(own, 'C.1b', 'SB.1');
    join(own, 'SB.2', 'G.x');
    return;
  }
  add(own, {
    ...common('M'),
    kind: 'module',
    pins: [
      { pin: '1', role: 'supply' },
      { pin: '2', role: 'ground' },
      { pin: '3', role: 'input', pull: 'up', pullOhms: 1000 },
      {
        pin: '4',
        role: by,
        drivenWhen: {
          all: [
            { input: '3', is: 'low' },
            { control: 'brake', is: 'on' },
          ],
        },
      },
    ],
  });
  add(own, bladeFuse('FM', 10), switchPart('SW', 'button'));
  join(own, 'BUS.x', 'FM.feed');
  join(own, 'FM.load', 'M.1');
  join(own, 'M.2', 'G.x');
  join(own, 'M.3', 'SW.1');
  join(own, 'SW.2', 'G.x');
  join(own, 'K.coilCommand', 'M.4');
}

function loads({ loads: kinds, resting }: RelayDraw, add: Add, join: Join): void {
  const own: readonly RelaySide[] = ['load side'];
  add(own, { ...common('SL'), kind: 'splice' });
  join(own, 'K.normallyOpen', 'SL.x');
  kinds.forEach((kind, index) => {
    const id = `L${index}`;
    add(own, kind === 'lamp' ? lamp(id, 21) : { ...common(id), kind, ohms: kind === 'motor' ? 1.2 : 2.4 });
    join(own, 'SL.x', `${id}.1`);
    join(own, `${id}.2`, 'G.x');
  });
  if (!resting) return;
  add(own, lamp('LR', 5));
  join(own, 'K.normallyClosed', 'LR.1');
  join(own, 'LR.2', 'G.x');
}
