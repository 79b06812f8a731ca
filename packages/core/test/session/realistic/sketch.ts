import type {
  Circuit,
  Control,
  ControlPosition,
  Hazard,
  Place,
  Section,
  Strip,
} from '../../../src/circuit/circuit';
import type { TerminalRef } from '../../../src/circuit/terminalRef';
import type { ModulePart } from '../../../src/circuit/parts/module';
import type { Part } from '../../../src/circuit/parts/part';
import { footprintIds } from '../../../src/circuit/parts/relay';

const colours = ['red', 'black', 'yellow', 'green', 'white', 'brown', 'violet', 'blue-red', 'grey', 'orange'];
const hazards: readonly Hazard[] = ['heat', 'rub', 'flex', 'vibration', 'water', 'earlier-work'];

/** Zones of a body: name, minutes to reach, minutes of trim, what wears there usually. */
const zones = {
  bay: ['engine bay', 1.5, 0, ['heat']],
  box: ['fuse box', 1, 0, []],
  dash: ['behind the dash', 1, 4, []],
  front: ['front panel', 1.2, 3, ['water']],
  sill: ['left sill', 1, 6, ['water']],
  hinge: ['hinge gaiter', 0.8, 2, ['flex']],
  door: ['inside the door', 1, 8, []],
  rear: ['rear corner', 1.2, 3, ['water']],
  roof: ['headliner', 1, 12, []],
  seat: ['under the seat', 0.8, 1, []],
} as const;
export type Zone = keyof typeof zones;

type Ohmic = 'resistor' | 'heater' | 'solenoid' | 'motor';
const role = (id: string, name: string) => ({ id, name });

/** A circuit as it is drawn: sizes, lengths, trim and hazards at random, as in any vehicle. */
export class Sketch {
  private readonly parts: Part[] = [];
  private readonly sections: Section[] = [];
  private readonly controls: Control[] = [];
  private readonly used = new Set<Zone>();
  private wires = 0;

  constructor(
    readonly random: () => number,
    readonly name: string,
  ) {
    this.parts.push(
      { ...role('BAT', 'Battery'), kind: 'battery', place: this.at('bay'), volts: 12.6, internalOhms: 0.02 },
      { ...role('GB', 'Battery ground'), kind: 'ground', place: 'bay' },
    );
    this.sections.push({
      ...role('WG', 'battery negative'),
      from: 'BAT.-',
      to: 'GB.x',
      areaMm2: 25,
      lengthMetres: 0.5,
      colour: 'black',
      places: ['bay'],
    });
  }

  between(least: number, most: number): number {
    return least + (most - least) * this.random();
  }
  chance(share: number): boolean {
    return this.random() < share;
  }
  among<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)]!;
  }
  private at(zone: Zone): string {
    this.used.add(zone);
    return zone;
  }
  part(part: Part): string {
    this.at(part.place as Zone);
    this.parts.push(part);
    return part.id;
  }
  control(id: string, positions: readonly (string | ControlPosition)[]): string {
    this.controls.push({
      ...role(id, id),
      minutes: 0.1,
      positions: positions.map((each) => (typeof each === 'string' ? role(each, each) : each)),
    });
    return id;
  }
  fuse(id: string, ratingAmps: number, feed: TerminalRef = 'BAT.+', zone: Zone = 'box'): TerminalRef {
    this.part({
      ...role(id, `Fuse ${id}`),
      kind: 'fuse',
      place: zone,
      style: ratingAmps > 30 ? 'large blade' : this.among(['regular blade', 'mini blade'] as const),
      ratingAmps,
      centre: 'box',
      cavity: id,
    });
    this.wire(feed, `${id}.feed`, ['bay', zone], 2.5 * Math.max(1, ratingAmps / 20));
    return `${id}.load`;
  }
  /** @param more - of a relay that the document says more of */
  relay(id: string, zone: Zone = 'box', more: { changeover?: boolean; suppressed?: boolean } = {}): string {
    return this.part({
      ...role(id, `Relay ${id}`),
      kind: 'relay',
      place: zone,
      coilOhms: Math.round(this.between(70, 110)),
      ...(more.suppressed === true ? { suppressionOhms: 680 } : {}),
      footprint: footprintIds[0],
      pins: {
        coilFeed: '86',
        coilCommand: '85',
        supply: '30',
        normallyOpen: '87',
        ...(more.changeover === true ? { normallyClosed: '87a' } : {}),
      },
      centre: 'box',
      cavity: id,
    });
  }
  lamp(id: string, watts: number, zone: Zone): string {
    return this.part({ ...role(id, `Lamp ${id}`), kind: 'lamp', place: zone, watts, count: 1, price: 6 });
  }
  load(id: string, kind: Ohmic, ohms: number, zone: Zone): string {
    return this.part({ ...role(id, `${kind} ${id}`), kind, place: zone, ohms });
  }
  ground(id: string, zone: Zone): TerminalRef {
    this.part({ ...role(id, `Ground ${id}`), kind: 'ground', place: zone });
    return `${id}.x`;
  }
  splice(id: string, zone: Zone): TerminalRef {
    this.part({ ...role(id, `Splice ${id}`), kind: 'splice', place: zone });
    return `${id}.x`;
  }
  connector(id: string, cavities: number, zone: Zone): string {
    return this.part({
      ...role(id, `Connector ${id}`),
      kind: 'connector',
      place: zone,
      cavities: Array.from({ length: cavities }, (_each, i) => `${i + 1}`),
      halves: ['near side', 'far side'],
    });
  }
  toggle(id: string, control: string, closedIn: readonly string[], zone: Zone): string {
    return this.part({
      ...role(id, `Switch ${id}`),
      kind: 'switch',
      place: zone,
      control,
      legs: [{ a: '1', b: '2', closedIn }],
    });
  }
  switch(
    id: string,
    control: string,
    legs: readonly (readonly [string, string, readonly string[]])[],
    zone: Zone,
  ) {
    return this.part({
      ...role(id, `Switch ${id}`),
      kind: 'switch',
      place: zone,
      control,
      legs: legs.map(([a, b, closedIn]) => ({ a, b, closedIn })),
    });
  }
  module(id: string, pins: ModulePart['pins'], zone: Zone): string {
    return this.part({ ...role(id, `Module ${id}`), kind: 'module', place: zone, pins });
  }
  /** One run of wire through some zones. */
  wire(from: TerminalRef, to: TerminalRef, through: readonly Zone[], areaMm2 = 1): void {
    for (const zone of through) this.at(zone);
    const id = `W${++this.wires}`;
    this.sections.push({
      ...role(id, `${from} to ${to}`),
      from,
      to,
      areaMm2: Math.max(0.35, areaMm2),
      lengthMetres: Number((through.length * this.between(0.3, 1.4)).toFixed(2)),
      colour: this.among(colours),
      places: [...new Set(through)],
    });
  }
  /** Two runs with a cavity of a connector between them. */
  across(
    from: TerminalRef,
    to: TerminalRef,
    connector: string,
    cavity: number,
    before: readonly Zone[],
    after: readonly Zone[],
    areaMm2 = 1,
  ): void {
    this.wire(from, `${connector}.${cavity}a`, before, areaMm2);
    this.wire(`${connector}.${cavity}b`, to, after, areaMm2);
  }

  circuit(): Circuit {
    const strips: Strip[] = [];
    const places: Place[] = [...this.used].map((zone) => {
      const [name, reachMinutes, trim, usual] = zones[zone];
      const more = this.chance(0.25) ? [this.among(hazards)] : [];
      const place: Place = {
        ...role(zone, name),
        reachMinutes: Number((reachMinutes * this.between(0.7, 1.5)).toFixed(1)),
        hazards: [...new Set([...usual, ...more])],
        visibility: Number(this.between(0.2, 0.7).toFixed(2)),
      };
      if (trim === 0) return place;
      strips.push({
        ...role(`trim-${zone}`, `trim: ${name}`),
        minutes: Number((trim * this.between(0.6, 1.6)).toFixed(1)),
      });
      return { ...place, strip: `trim-${zone}` };
    });
    return {
      format: 'grim-lantern/circuit',
      version: 1,
      name: this.name,
      nominalVolts: 12,
      places,
      strips,
      controls: this.controls,
      parts: this.parts,
      sections: this.sections,
    };
  }
}
