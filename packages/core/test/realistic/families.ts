import type { Circuit } from '../../src/circuit/circuit';
import type { TerminalRef } from '../../src/circuit/terminalRef';
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

/** A module with several supplies that drives relays and lamps. */
function moduleOutputs(random: () => number): Circuit {
  const s = new Sketch(random, 'module with outputs');
  const request = s.control('request', ['off', 'on']);
  const lock = s.control('second', ['off', 'on']);
  const power = s.fuse('F1', 25);
  const logic = s.fuse('F2', 7.5);
  const own = s.chance(0.5);
  s.module(
    'M',
    [
      { pin: '1', role: 'supply' },
      { pin: '2', role: 'supply' },
      { pin: '3', role: 'ground' },
      { pin: '10', role: 'input', pull: 'up', ...(own ? { pullOhms: 2200 } : {}) },
      { pin: '11', role: 'input', pull: 'up', ...(own ? { pullOhms: 2200 } : {}) },
      { pin: '20', role: 'low-side output', drivenWhen: { input: '10', is: 'low' } },
      { pin: '21', role: 'high-side output', supply: '2', drivenWhen: { input: '11', is: 'low' } },
      { pin: '22', role: 'high-side output', supply: '2', drivenWhen: { input: '11', is: 'low' } },
    ],
    'dash',
  );
  s.wire(logic, 'M.1', ['box', 'dash'], 0.75);
  s.wire(power, 'M.2', ['box', 'dash'], 2.5);
  s.wire('M.3', s.ground('G1', 'dash'), ['dash'], 2.5);
  s.toggle('SW1', request, ['on'], 'dash');
  s.toggle('SW2', lock, ['on'], 'door');
  s.wire('M.10', 'SW1.1', ['dash'], 0.35);
  s.wire('SW1.2', 'G1.x', ['dash'], 0.35);
  s.connector('C1', 2, 'hinge');
  s.across('M.11', 'SW2.1', 'C1', 1, ['dash', 'hinge'], ['hinge', 'door'], 0.35);
  s.across('SW2.2', 'G1.x', 'C1', 2, ['door', 'hinge'], ['hinge', 'dash'], 0.35);
  const relay = s.relay('K1', 'box');
  const feed = s.fuse('F3', 15);
  s.wire(feed, `${relay}.supply`, ['box'], 1.5);
  s.wire(own ? 'F2.load' : 'F3.load', `${relay}.coilFeed`, ['box'], 0.5);
  s.wire(`${relay}.coilCommand`, 'M.20', ['box', 'dash'], 0.35);
  s.load('H', s.among(['heater', 'motor'] as const), s.between(1.2, 3), 'rear');
  s.wire(`${relay}.normallyOpen`, 'H.1', ['box', 'sill', 'rear'], 1.5);
  s.wire('H.2', s.ground('G2', 'rear'), ['rear'], 1.5);
  for (const [pin, id] of [
    ['21', 'L1'],
    ['22', 'L2'],
  ] as const) {
    s.lamp(id, s.among([10, 21]), 'rear');
    s.wire(`M.${pin}`, `${id}.1`, ['dash', 'sill', 'rear'], 0.75);
    s.wire(`${id}.2`, 'G2.x', ['rear'], 0.75);
  }
  return s.circuit();
}

/** A supply of five volts for sensors, one of which decides an output. */
function sensorSupply(random: () => number): Circuit {
  const s = new Sketch(random, 'sensor supply');
  const key = s.control('key', ['off', 'run']);
  const pedal = s.control('pedal', ['free', 'pressed']);
  const feed = s.fuse('F1', 15);
  s.toggle('KEY', key, ['run'], 'dash');
  s.wire(feed, 'KEY.1', ['box', 'dash'], 1);
  s.module(
    'M',
    [
      { pin: '1', role: 'supply' },
      { pin: '2', role: 'ground' },
      { pin: '5', role: 'sensor supply', volts: 5, limitAmps: 0.1 },
      { pin: '6', role: 'input', pull: 'down', pullOhms: 100_000, highAboveVolts: 2.5 },
      { pin: '7', role: 'input', pull: 'down', pullOhms: 100_000, highAboveVolts: 2.5 },
      {
        pin: '20',
        role: 'high-side output',
        drivenWhen: { all: [{ input: '6', is: 'high' }, { input: '7', is: 'high' }] },
      },
    ],
    'bay',
  );
  s.wire('KEY.2', 'M.1', ['dash', 'bay'], 1);
  s.wire('M.2', s.ground('G1', 'bay'), ['bay'], 1);
  s.connector('C1', 3, 'bay');
  s.splice('S5', 'bay');
  s.across('M.5', 'S5.x', 'C1', 1, ['bay'], ['bay'], 0.5);
  // One sensor gives most of its supply back; the other is a contact behind the pedal.
  s.part({ id: 'P', name: 'Sensor P', kind: 'potentiometer', place: 'front', ohms: s.between(3000, 6000), share: 0.2 });
  s.wire('S5.x', 'P.1', ['bay', 'front'], 0.35);
  s.wire('P.2', 'G1.x', ['front', 'bay'], 0.35);
  s.across('P.wiper', 'M.6', 'C1', 2, ['front', 'bay'], ['bay'], 0.35);
  s.toggle('SW', pedal, ['pressed'], 'dash');
  s.wire('S5.x', 'SW.1', ['bay', 'dash'], 0.35);
  s.across('SW.2', 'M.7', 'C1', 3, ['dash', 'bay'], ['bay'], 0.35);
  s.load('V', 'solenoid', s.between(8, 20), 'bay');
  s.wire('M.20', 'V.1', ['bay'], 0.75);
  s.wire('V.2', 'G1.x', ['bay'], 0.75);
  return s.circuit();
}

/** Heaters by relays that a module commands. */
function heaterRelays(random: () => number): Circuit {
  const s = new Sketch(random, 'heaters by relay and command');
  const button = s.control('button', ['off', 'on']);
  const count = s.among([1, 2]);
  s.module(
    'M',
    [
      { pin: '1', role: 'supply' },
      { pin: '2', role: 'ground' },
      { pin: '3', role: 'input', pull: 'up' },
      { pin: '4', role: 'low-side output', drivenWhen: { input: '3', is: 'low' } },
    ],
    'dash',
  );
  s.wire(s.fuse('F9', 7.5), 'M.1', ['box', 'dash'], 0.75);
  s.wire('M.2', s.ground('G1', 'dash'), ['dash'], 1);
  s.toggle('SW', button, ['on'], 'dash');
  s.wire('M.3', 'SW.1', ['dash'], 0.35);
  s.wire('SW.2', 'G1.x', ['dash'], 0.35);
  s.splice('SC', 'box');
  s.wire('M.4', 'SC.x', ['dash', 'box'], 0.35);
  for (let i = 1; i <= count; i++) {
    const feed = s.fuse(`F${i}`, 25);
    const relay = s.relay(`K${i}`, 'box', { suppressed: true });
    s.splice(`S${i}`, 'box');
    s.wire(feed, `S${i}.x`, ['box'], 2.5);
    s.wire(`S${i}.x`, `${relay}.supply`, ['box'], 2.5);
    s.wire(`S${i}.x`, `${relay}.coilFeed`, ['box'], 0.5);
    s.wire(`${relay}.coilCommand`, 'SC.x', ['box'], 0.35);
    s.connector(`C${i}`, 1, 'hinge');
    s.load(`H${i}`, 'heater', s.between(0.8, 1.6), 'rear');
    s.across(`${relay}.normallyOpen`, `H${i}.1`, `C${i}`, 1, ['box', 'roof', 'hinge'], ['hinge', 'rear'], 2.5);
    s.wire(`H${i}.2`, s.ground(`G${i + 1}`, 'rear'), ['rear'], 2.5);
  }
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

/** Modules and a courtesy lamp that are fed for ever: what flattens a battery. */
function drainAtRest(random: () => number): Circuit {
  const s = new Sketch(random, 'drain at rest');
  const doorOpen = s.control('door', ['shut', 'open']);
  const count = s.among([2, 3, 4]);
  for (let i = 1; i <= count; i++) {
    const zone = s.among(['dash', 'seat', 'rear'] as const);
    s.module(
      `M${i}`,
      [
        { pin: '1', role: 'supply' },
        { pin: '2', role: 'ground' },
        { pin: '3', role: 'high-side output', drivenWhen: { control: doorOpen, is: 'open' } },
      ],
      zone,
    );
    s.wire(s.fuse(`F${i}`, s.among([5, 7.5, 10])), `M${i}.1`, ['box', zone], 0.75);
    s.wire(`M${i}.2`, s.ground(`G${i}`, zone), [zone], 1);
    s.lamp(`L${i}`, 5, zone);
    s.wire(`M${i}.3`, `L${i}.1`, [zone], 0.5);
    s.wire(`L${i}.2`, `G${i}.x`, [zone], 0.5);
  }
  s.toggle('SW', doorOpen, ['open'], 'door');
  s.lamp('LC', 5, 'roof');
  s.wire(s.fuse('F9', 10), 'LC.1', ['box', 'roof'], 0.5);
  s.wire('LC.2', 'SW.1', ['roof', 'hinge', 'door'], 0.5);
  s.wire('SW.2', s.ground('G9', 'sill'), ['door', 'hinge', 'sill'], 0.5);
  return s.circuit();
}

/** Coils side by side on one supply, each switched to ground by a module. */
function coilBank(random: () => number): Circuit {
  const s = new Sketch(random, 'coil bank');
  const key = s.control('key', ['off', 'run']);
  const relay = s.relay('K1', 'box');
  s.wire(s.fuse('F1', 20), `${relay}.supply`, ['box'], 2.5);
  s.toggle('KEY', key, ['run'], 'dash');
  s.wire(s.fuse('F2', 10), 'KEY.1', ['box', 'dash'], 0.75);
  s.splice('S0', 'dash');
  s.wire('KEY.2', 'S0.x', ['dash'], 0.75);
  s.wire('S0.x', `${relay}.coilFeed`, ['dash', 'box'], 0.5);
  s.wire(`${relay}.coilCommand`, s.ground('G1', 'box'), ['box'], 0.5);
  const count = s.among([3, 4]);
  s.module(
    'M',
    [
      { pin: '1', role: 'supply' },
      { pin: '2', role: 'ground' },
      ...Array.from({ length: count }, (_each, i) => ({
        pin: `${i + 10}`,
        role: 'low-side output' as const,
        drivenWhen: { control: key, is: 'run' },
      })),
    ],
    'bay',
  );
  s.wire('S0.x', 'M.1', ['dash', 'bay'], 0.75);
  s.wire('M.2', s.ground('G2', 'bay'), ['bay'], 1.5);
  s.splice('S1', 'bay');
  s.wire(`${relay}.normallyOpen`, 'S1.x', ['box', 'bay'], 2.5);
  const ohms = s.between(4, 14);
  s.connector('C1', count, 'bay');
  for (let i = 0; i < count; i++) {
    s.load(`V${i + 1}`, 'solenoid', ohms, 'bay');
    s.wire('S1.x', `V${i + 1}.1`, ['bay'], 1);
    s.across(`V${i + 1}.2`, `M.${i + 10}`, 'C1', i + 1, ['bay'], ['bay'], 0.75);
  }
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
export const families: readonly { readonly name: string; readonly draw: (random: () => number) => Circuit }[] = [
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
