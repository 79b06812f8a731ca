/** A field of a starter: what it asks, in a word or two, and what it is where nothing is said. */
export interface StarterField {
  readonly id: string;
  readonly label: string;
  readonly usual: string;
}

/** A common circuit that a few answers make: its text stays editable. */
export interface Starter {
  readonly id: string;
  readonly name: string;
  readonly fields: readonly StarterField[];
  readonly text: (answers: Readonly<Record<string, string>>) => string;
}

const field = (id: string, label: string, usual: string): StarterField => ({ id, label, usual });
const fuse = (number: string, amps: string) => [
  field('fuse', 'Fuse', number),
  field('amps', 'Its amps', amps),
];
const load = (usual: string) => field('loadAmps', 'Load, amps', usual);
const relay = field('relay', 'Relay', 'K1');
const head = 'battery.- > ground GB\n';

/** A dozen patterns that most vehicles have. Figures: judgement, the common fittings. */
export const starters: readonly Starter[] = [
  {
    id: 'horn',
    name: 'Horn by relay',
    fields: [...fuse('5', '20'), relay, load('5')],
    text: (a) => `${head}battery > fuse ${a['fuse']} ${a['amps']}A > relay ${a['relay']}.30
fuse ${a['fuse']} > ${a['relay']}.86
${a['relay']}.87 > splice S1 > horn low ${a['loadAmps']}A at front > ground G1 at front
S1 > horn high ${a['loadAmps']}A at front > G1
${a['relay']}.85 > button horn at column > ground G2 at dash
`,
  },
  {
    id: 'lamps',
    name: 'Lamps by relay',
    fields: [...fuse('12', '15'), relay, field('watts', 'Each lamp, watts', '55')],
    text: (a) => `${head}battery > fuse ${a['fuse']} ${a['amps']}A > relay ${a['relay']}.30
${a['relay']}.87 > splice S1 > lamp left ${a['watts']}W at front > ground G1 at front
S1 > lamp right ${a['watts']}W at front > ground G2 at front
fuse ${a['fuse']} > switch lights > ${a['relay']}.86
${a['relay']}.85 > ground G3 at dash
`,
  },
  {
    id: 'blower',
    name: 'Blower with steps',
    fields: [...fuse('8', '30'), load('18')],
    text: (a) => `${head}control blower "Blower": off "Off", low "Low", high "High"
battery > fuse ${a['fuse']} ${a['amps']}A > switch SW "Blower switch" pin 1
switch SW moves blower: 1/2 in low, 1/3 in high
SW.2 > resistor step 1Ω unnoticed at dash > splice S1
SW.3 > S1 > blower ${a['loadAmps']}A at dash > ground G1 at dash
`,
  },
  {
    id: 'fan',
    name: 'Radiator fan by relay',
    fields: [...fuse('30', '30'), relay, load('14')],
    text: (a) => `${head}battery > fuse ${a['fuse']} ${a['amps']}A > relay ${a['relay']}.30
${a['relay']}.87 > connector C1 at front > fan ${a['loadAmps']}A at front > C1 > ground G1 at front
fuse ${a['fuse']} > ${a['relay']}.86
${a['relay']}.85 > module M1.41 low-side
battery > fuse 3 10A > M1.1 supply
M1.2 ground > ground G2 at bulkhead
`,
  },
  {
    id: 'starter',
    name: 'Starter with interlock',
    fields: [...fuse('2', '30'), relay],
    text: (a) => `${head}battery > fuse ${a['fuse']} ${a['amps']}A > ignition IGN.30
IGN.50 > ${a['relay']}.86
control gear "Selector": park "Park", drive "In gear"
switch neutral at console moves gear: 1/2 in park
${a['relay']}.85 > neutral > ground G1 at console
battery > relay ${a['relay']}.30
${a['relay']}.87 > solenoid starter 30A at engine-bay > ground G2 at engine-bay
never key=start gear=drive "The vehicle would move: the starter turns only in park."
`,
  },
  {
    id: 'window',
    name: 'Window with reversing switch',
    fields: [...fuse('22', '25'), load('8')],
    text: (a) => `${head}reversing WSW "Window switch" at front-door
battery > fuse ${a['fuse']} ${a['amps']}A > WSW.B
WSW.1 > motor window ${a['loadAmps']}A at front-door > WSW.2
WSW.G > ground G1 at front-door
`,
  },
  {
    id: 'locks',
    name: 'Lock motors by module',
    fields: [...fuse('14', '20'), load('4')],
    text: (a) => `${head}battery > fuse ${a['fuse']} ${a['amps']}A > module M1.1 supply
M1.2 ground > ground G1 at dash
M1.5 high-side > splice S1 > lock left ${a['loadAmps']}A at front-door > ground G2 at front-door
S1 > lock right ${a['loadAmps']}A at front-door > ground G3 at front-door
`,
  },
  {
    id: 'glass',
    name: 'Heated glass',
    fields: [...fuse('9', '30'), relay, load('15')],
    text: (a) => `${head}battery > fuse ${a['fuse']} ${a['amps']}A > relay ${a['relay']}.30
${a['relay']}.87 > glass rear ${a['loadAmps']}A at tailgate > ground G1 at tailgate
fuse ${a['fuse']} > button heated > ${a['relay']}.86
${a['relay']}.85 > ground G2 at dash
`,
  },
  {
    id: 'pump',
    name: 'Fuel pump',
    fields: [...fuse('18', '15'), relay, load('6')],
    text: (a) => `${head}battery > fuse ${a['fuse']} ${a['amps']}A > relay ${a['relay']}.30
${a['relay']}.87 > connector C1 at rear > pump fuel ${a['loadAmps']}A at rear > C1 > ground G1 at rear
battery > ignition IGN.30
IGN.15 > fuse 3 10A > ${a['relay']}.86
${a['relay']}.85 > module M1.12 low-side
fuse 3 > M1.1 supply
M1.2 ground > ground G2 at bulkhead
`,
  },
  {
    id: 'injectors',
    name: 'Injector or coil bank',
    fields: [...fuse('6', '15'), field('ohms', 'Each, ohms', '14')],
    text: (a) => `${head}battery > ignition IGN.30
IGN.15 > fuse ${a['fuse']} ${a['amps']}A > splice S1 at engine-bay
S1 > injector 1 ${a['ohms']}Ω at engine-bay > module M1.11 low-side
S1 > injector 2 ${a['ohms']}Ω at engine-bay > M1.12 low-side
S1 > injector 3 ${a['ohms']}Ω at engine-bay > M1.13 low-side
S1 > injector 4 ${a['ohms']}Ω at engine-bay > M1.14 low-side
S1 > M1.1 supply
M1.2 ground > ground G1 at engine-bay
`,
  },
  {
    id: 'sensor',
    name: 'Sensor supply',
    fields: fuse('3', '10'),
    text: (a) => `${head}module M1: 1 supply, 2 ground, 8 sensor 5V 0.05A, 9 input down, 10 ground
battery > fuse ${a['fuse']} ${a['amps']}A > M1.1
M1.2 > ground G1 at bulkhead
M1.8 > sensor pedal.1 at dash
pedal.wiper > M1.9
pedal.2 > M1.10
`,
  },
  {
    id: 'output',
    name: 'Output of a module',
    fields: [...fuse('10', '20'), load('5')],
    text: (a) => `${head}battery > fuse ${a['fuse']} ${a['amps']}A > module M1.1 supply
M1.2 ground > ground G1 at dash
M1.6 high-side > connector C1 at b-pillar > load output ${a['loadAmps']}A > C1 > ground G2
`,
  },
  {
    id: 'trailer',
    name: 'Trailer socket',
    fields: [...fuse('40', '15'), field('watts', 'Each lamp, watts', '10')],
    text: (
      a,
    ) => `${head}battery > fuse ${a['fuse']} ${a['amps']}A > switch lights > connector C1 at tow > splice S1 at tow
S1 > lamp left ${a['watts']}W at tow > splice S2 at tow > C1 > ground G1 at rear
S1 > lamp right ${a['watts']}W at tow > S2
`,
  },
  {
    id: 'fuse',
    name: 'No diagram: a fuse and what hangs on it',
    fields: [
      ...fuse('5', '20'),
      field('switched', 'Switched by', 'the switch'),
      field('loads', 'Loads, separated by ;', 'load one 5A; load two 5A'),
    ],
    text: (a) => {
      const loads = (a['loads'] ?? '')
        .split(';')
        .map((each) => each.trim())
        .filter((each) => each !== '');
      const words = (a['switched'] ?? '').trim();
      return `${head}battery > fuse ${a['fuse']} ${a['amps']}A > switch ${words} > splice S1\n${loads
        .map((each) => `S1 > ${each} > ground\n`)
        .join('')}`;
    },
  },
];
