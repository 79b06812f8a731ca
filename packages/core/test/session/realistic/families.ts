import type { Circuit } from '../../../src/circuit/circuit';
import type { TerminalRef } from '../../../src/circuit/terminalRef';
import { coilBank, drainAtRest, heaterRelays, moduleOutputs, sensorSupply } from './moduleFamilies';
import { Sketch } from './sketch';

const cautious = {
  id: 'start',
  name: 'start',
  caution: 'The engine will crank: hands clear, selector in neutral, someone at the controls.',
};

/** A pair or more of lamps on a relay that a dash switch commands. */
function lampsByRelay(random: () => number): Circuit {
  const s = new Sketch(random, 'lamps by relay');
  const key = s.control('lights', ['off', 'on']);
  const main = s.fuse('F1', s.among([15, 20]));
  const coil = s.chance(0.5) ? s.fuse('F2', 7.5) : main;
  const relay = s.relay('K1', s.among(['box', 'dash'] as const), { suppressed: s.chance(0.3) });
  if (coil === main) s.splice('S0', 'box');
  const feed: TerminalRef = coil === main ? 'S0.x' : main;
  if (coil === main) s.wire(main, 'S0.x', ['box'], 1.5);
  s.wire(feed, `${relay}.supply`, ['box'], 1.5);
  s.toggle('SW', key, ['on'], 'dash');
  s.wire(coil === main ? feed : coil, 'SW.1', ['box', 'dash'], 0.5);
  s.wire('SW.2', `${relay}.coilFeed`, ['dash', 'box'], 0.5);
  s.wire(`${relay}.coilCommand`, s.ground('G1', 'dash'), ['box', 'dash'], 0.5);
  const count = s.among([2, 2, 3]);
  s.connector('C1', count, 'front');
  s.splice('S1', 'bay');
  s.wire(`${relay}.normallyOpen`, 'S1.x', ['box', 'bay'], 1.5);
  const ground = s.ground('G2', 'front');
  for (let i = 1; i <= count; i++) {
    s.lamp(`L${i}`, s.among([35, 55]), 'front');
    s.across('S1.x', `L${i}.1`, 'C1', i, ['bay', 'front'], ['front'], 1);
    s.wire(`L${i}.2`, s.chance(0.6) ? ground : s.ground(`G${i + 2}`, 'front'), ['front'], 1);
  }
  return s.circuit();
}

/** Small lamps side by side on one fuse, with grounds that they share. */
function parallelLamps(random: () => number): Circuit {
  const s = new Sketch(random, 'parallel lamps on shared grounds');
  const key = s.control('lights', ['off', 'on']);
  const feed = s.fuse('F1', s.among([10, 15]));
  s.toggle('SW', key, ['on'], 'dash');
  s.wire(feed, 'SW.1', ['box', 'dash'], 1);
  const ways = s.among([2, 3]);
  s.splice('S0', 'dash');
  s.wire('SW.2', 'S0.x', ['dash'], 1);
  for (let way = 1; way <= ways; way++) {
    const [zone, far] = s.among([
      ['sill', 'rear'],
      ['roof', 'seat'],
      ['hinge', 'door'],
    ] as const);
    s.connector(`C${way}`, 1, zone);
    s.splice(`S${way}`, far);
    s.across('S0.x', `S${way}.x`, `C${way}`, 1, ['dash', zone], [zone, far], 0.75);
    const ground = s.ground(`G${way}`, far);
    s.splice(`SG${way}`, far);
    s.wire(`SG${way}.x`, ground, [far], 0.75);
    for (const which of ['a', 'b']) {
      const id = s.lamp(`L${way}${which}`, s.among([5, 10]), far);
      s.wire(`S${way}.x`, `${id}.1`, [far], 0.5);
      s.wire(`${id}.2`, `SG${way}.x`, [far], 0.5);
    }
  }
  return s.circuit();
}

/** Rear lamps with two filaments each on one ground a side. */
function twoFilaments(random: () => number): Circuit {
  const s = new Sketch(random, 'two-filament lamps');
  const lights = s.control('lights', ['off', 'on']);
  const pedal = s.control('brake', ['free', 'pressed']);
  s.wire(s.fuse('F1', 7.5), `${s.toggle('SW1', lights, ['on'], 'dash')}.1`, ['box', 'dash'], 0.75);
  s.wire(s.fuse('F2', 10), `${s.toggle('SW2', pedal, ['pressed'], 'dash')}.1`, ['box', 'dash'], 1);
  s.connector('C1', 2, 'sill');
  s.splice('S1', 'rear');
  s.splice('S2', 'rear');
  s.across('SW1.2', 'S1.x', 'C1', 1, ['dash', 'sill'], ['sill', 'rear'], 0.75);
  s.across('SW2.2', 'S2.x', 'C1', 2, ['dash', 'sill'], ['sill', 'rear'], 1);
  const shared = s.chance(0.5) ? s.ground('G9', 'rear') : null;
  for (const side of ['L', 'R']) {
    const id = `T${side}`;
    s.part({
      id,
      name: `Tail lamp ${side}`,
      kind: 'two-filament lamp',
      place: 'rear',
      watts: [5, 21],
      uses: ['tail', 'brake'],
      price: 6,
    });
    s.wire('S1.x', `${id}.1`, ['rear'], 0.5);
    s.wire('S2.x', `${id}.2`, ['rear'], 0.75);
    s.wire(`${id}.ground`, shared ?? s.ground(`G${side}`, 'rear'), ['rear'], 0.75);
  }
  return s.circuit();
}

/** A blower with steps through resistors, or a fan, by relay. */
function blower(random: () => number): Circuit {
  const s = new Sketch(random, 'blower or fan');
  const fan = s.control('fan', s.chance(0.5) ? ['off', 'low', 'high'] : ['off', 'high']);
  const main = s.fuse('F1', 30);
  const relay = s.relay('K1', 'box');
  s.wire(main, `${relay}.supply`, ['box'], 4);
  s.switch(
    'SW',
    fan,
    [
      ['1', '2', ['low', 'high']],
      ['3', '4', ['high']],
    ],
    'dash',
  );
  s.wire(s.fuse('F2', 7.5), 'SW.1', ['box', 'dash'], 0.5);
  s.wire('SW.2', `${relay}.coilFeed`, ['dash', 'box'], 0.5);
  s.wire(`${relay}.coilCommand`, s.ground('G1', 'dash'), ['box', 'dash'], 0.5);
  s.connector('C1', 2, 'dash');
  s.load('M', 'motor', s.between(0.9, 1.6), 'dash');
  s.across(`${relay}.normallyOpen`, 'M.1', 'C1', 1, ['box', 'dash'], ['dash'], 2.5);
  s.load('R', 'resistor', s.between(1, 2), 'dash');
  s.splice('S1', 'dash');
  s.wire('M.2', 'S1.x', ['dash'], 2.5);
  s.wire('S1.x', 'R.1', ['dash'], 2.5);
  s.wire('S1.x', 'SW.3', ['dash'], 2.5);
  const ground = s.ground('G2', 'dash');
  s.wire('R.2', ground, ['dash'], 2.5);
  s.wire('SW.4', ground, ['dash'], 2.5);
  return s.circuit();
}

/** A window or lock motor between two changeover switches. */
function reversingMotor(random: () => number): Circuit {
  const s = new Sketch(random, 'reversing motor');
  const window = s.control('window', ['rest', 'up', 'down']);
  const feed = s.fuse('F1', 25);
  s.connector('C1', 2, 'hinge');
  s.switch(
    'SW',
    window,
    [
      ['feed', 'a', ['up']],
      ['ground', 'a', ['rest', 'down']],
      ['feed', 'b', ['down']],
      ['ground', 'b', ['rest', 'up']],
    ],
    s.among(['dash', 'door'] as const),
  );
  s.across(feed, 'SW.feed', 'C1', 1, ['box', 'dash', 'hinge'], ['hinge', 'door'], 2.5);
  s.splice('S1', 'door');
  s.wire('SW.ground', 'S1.x', ['door'], 2.5);
  s.across('S1.x', s.ground('G1', 'sill'), 'C1', 2, ['door', 'hinge'], ['hinge', 'sill'], 2.5);
  const motors = s.chance(0.4) ? 2 : 1;
  for (let i = 1; i <= motors; i++) {
    s.load(`M${i}`, 'motor', s.between(1.8, 4), 'door');
    s.wire('SW.a', `M${i}.1`, ['door'], 1.5);
    s.wire('SW.b', `M${i}.2`, ['door'], 1.5);
  }
  return s.circuit();
}

/** A starter's solenoid by relay, behind the key and an interlock. */
function starter(random: () => number): Circuit {
  const s = new Sketch(random, 'starter with interlock');
  const key = s.control('key', ['off', 'run', cautious]);
  const gear = s.control('selector', ['park', 'drive']);
  const main = s.fuse('F1', 30);
  const relay = s.relay('K1', 'box');
  s.wire(main, `${relay}.supply`, ['box'], 4);
  s.toggle('KEY', key, ['start'], 'dash');
  s.wire(s.fuse('F2', 10), 'KEY.1', ['box', 'dash'], 1);
  s.connector('C1', 1, 'dash');
  s.across('KEY.2', `${s.toggle('INT', gear, ['park'], 'bay')}.1`, 'C1', 1, ['dash'], ['dash', 'bay'], 0.75);
  s.wire('INT.2', `${relay}.coilFeed`, ['bay', 'box'], 0.75);
  s.wire(`${relay}.coilCommand`, s.ground('G1', 'box'), ['box'], 0.75);
  s.load('SOL', 'solenoid', s.between(0.9, 1.5), 'bay');
  s.wire(`${relay}.normallyOpen`, 'SOL.1', ['box', 'bay'], 4);
  s.wire('SOL.2', s.ground('G2', 'bay'), ['bay'], 4);
  // What everybody sees with the key in run.
  s.toggle('IGN', key, ['run', 'start'], 'dash');
  s.wire('F2.load', 'IGN.1', ['box', 'dash'], 0.75);
  s.lamp('W', 3, 'dash');
  s.wire('IGN.2', 'W.1', ['dash'], 0.5);
  s.wire('W.2', s.ground('G3', 'dash'), ['dash'], 0.5);
  return s.circuit();
}

/** A key switch that feeds two fuses. */
function keyAndFuses(random: () => number): Circuit {
  const s = new Sketch(random, 'key switch with two fuses');
  const key = s.control('key', ['off', 'accessory', 'run']);
  const wash = s.control('wash', ['free', 'pressed']);
  const main = s.fuse('F0', 40, 'BAT.+', 'bay');
  s.switch(
    'KEY',
    key,
    [
      ['1', '2', ['accessory', 'run']],
      ['1', '3', ['run']],
    ],
    'dash',
  );
  s.wire(main, 'KEY.1', ['bay', 'dash'], 4);
  const behind = (id: string, amps: number, feed: TerminalRef) => {
    s.part({
      id,
      name: `Fuse ${id}`,
      kind: 'fuse',
      place: 'box',
      style: 'mini blade',
      ratingAmps: amps,
      centre: 'box',
      cavity: id,
    });
    s.wire(feed, `${id}.feed`, ['dash', 'box'], 2.5);
    return `${id}.load` as const;
  };
  s.load('SOCKET', 'resistor', s.between(2, 4), 'dash');
  s.wire(behind('F1', 15, 'KEY.2'), 'SOCKET.1', ['box', 'dash'], 1.5);
  s.wire('SOCKET.2', s.ground('G1', 'dash'), ['dash'], 1.5);
  s.toggle('SW', wash, ['pressed'], 'dash');
  const run = behind('F2', 15, 'KEY.3');
  s.wire(run, 'SW.1', ['box', 'dash'], 1);
  s.connector('C1', 1, 'bay');
  s.load('PUMP', 'motor', s.between(2.5, 5), 'front');
  s.across('SW.2', 'PUMP.1', 'C1', 1, ['dash', 'bay'], ['bay', 'front'], 1);
  s.wire('PUMP.2', s.ground('G2', 'front'), ['front'], 1);
  s.lamp('L', 5, 'dash');
  s.wire(run, 'L.1', ['box', 'dash'], 0.5);
  s.wire('L.2', 'G1.x', ['dash'], 0.5);
  return s.circuit();
}

/** A horn whose relay has its coil on the fuse of the horn itself. */
function horn(random: () => number): Circuit {
  const s = new Sketch(random, 'horn');
  const button = s.control('horn', ['free', 'pressed']);
  const feed = s.fuse('F1', 15);
  const relay = s.relay('K1', 'box');
  s.splice('S1', 'box');
  s.wire(feed, 'S1.x', ['box'], 1.5);
  s.wire('S1.x', `${relay}.supply`, ['box'], 1.5);
  s.wire('S1.x', `${relay}.coilFeed`, ['box'], 0.5);
  s.toggle('SW', button, ['pressed'], 'dash');
  s.wire(`${relay}.coilCommand`, 'SW.1', ['box', 'dash'], 0.5);
  s.wire('SW.2', s.ground('G1', 'dash'), ['dash'], 0.5);
  s.splice('S2', 'front');
  s.wire(`${relay}.normallyOpen`, 'S2.x', ['box', 'bay', 'front'], 1.5);
  for (const id of ['H1', 'H2'].slice(0, s.among([1, 2]))) {
    s.load(id, 'solenoid', s.between(2.4, 4), 'front');
    s.wire('S2.x', `${id}.1`, ['front'], 1);
    s.wire(`${id}.2`, s.ground(`G${id}`, 'front'), ['front'], 1);
  }
  return s.circuit();
}

/** Kinds of circuits that every vehicle has; each draw is another one. */
export const families: readonly {
  readonly name: string;
  readonly draw: (random: () => number) => Circuit;
}[] = [
  { name: 'lamps by relay', draw: lampsByRelay },
  { name: 'parallel lamps', draw: parallelLamps },
  { name: 'two-filament lamps', draw: twoFilaments },
  { name: 'blower', draw: blower },
  { name: 'reversing motor', draw: reversingMotor },
  { name: 'starter', draw: starter },
  { name: 'module outputs', draw: moduleOutputs },
  { name: 'sensor supply', draw: sensorSupply },
  { name: 'heater relays', draw: heaterRelays },
  { name: 'key and fuses', draw: keyAndFuses },
  { name: 'drain at rest', draw: drainAtRest },
  { name: 'coil bank', draw: coilBank },
  { name: 'horn', draw: horn },
];
