import type { Circuit } from '../../../src/circuit/circuit';
import { Sketch } from './sketch';

/** A module with several supplies that drives relays and lamps. */
export function moduleOutputs(random: () => number): Circuit {
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
export function sensorSupply(random: () => number): Circuit {
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
        drivenWhen: {
          all: [
            { input: '6', is: 'high' },
            { input: '7', is: 'high' },
          ],
        },
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
  s.part({
    id: 'P',
    name: 'Sensor P',
    kind: 'potentiometer',
    place: 'front',
    ohms: s.between(3000, 6000),
    share: 0.2,
  });
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
export function heaterRelays(random: () => number): Circuit {
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
    s.across(
      `${relay}.normallyOpen`,
      `H${i}.1`,
      `C${i}`,
      1,
      ['box', 'roof', 'hinge'],
      ['hinge', 'rear'],
      2.5,
    );
    s.wire(`H${i}.2`, s.ground(`G${i + 1}`, 'rear'), ['rear'], 2.5);
  }
  return s.circuit();
}

/** Modules and a courtesy lamp that are fed for ever: what flattens a battery. */
export function drainAtRest(random: () => number): Circuit {
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
export function coilBank(random: () => number): Circuit {
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
