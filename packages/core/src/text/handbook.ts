import type { InstrumentId } from '../instruments/instruments';

/** How one measurement is taken: what a technician reads with the tool in the hand. */
export interface HandbookArticle {
  readonly id: string;
  readonly title: string;
  /** The instruments whose readings it explains. */
  readonly instruments: readonly InstrumentId[];
  readonly steps: readonly string[];
  /** What the reading means, and what it does not. */
  readonly means: string;
  /** What may hurt the hand, the vehicle or the reading. */
  readonly caution: string;
}

/** The handbook, in the order of the trade: prove the instrument, look, light, volts, ohms, amps, by hand, by scan tool. */
export const handbook: readonly HandbookArticle[] = [
  {
    id: 'look',
    title: 'Look where it is worn most easily',
    instruments: ['look'],
    steps: [
      'Follow the wire to where it bends, passes an edge or lies in the wet.',
      'Open the tape or the sleeve only as far as you can close it again.',
      'Look for bare copper, green copper, melted insulation and shiny marks on the metal beside it.',
    ],
    means:
      'Damage that you see ends the search at that place. No damage means little where most of the wire stays hidden.',
    caution:
      'Switch the ignition off before a hand goes near fans, belts, doors or seats that move. Airbag wiring (yellow) belongs to whoever is trained for it.',
  },
  {
    id: 'test-lamp',
    title: 'Prove a test lamp, then use it',
    instruments: ['lamp-to-ground', 'lamp-to-battery', 'cavity-lamp'],
    steps: [
      'Touch both battery posts with it first: it must be bright. Do so again whenever it stays dark.',
      'For a feed: the clip on a good ground, the tip on the point.',
      'For a ground: the clip on battery positive, the tip on the point. Bright is a good ground.',
      'In place of a fuse: pull the fuse, put a lamp of 21 W across its two contacts, away from trim: it gets hot. Bright means that much current wants to flow.',
    ],
    means:
      'The small one draws about a quarter of an ampere, so it shows a weak feed that a voltmeter calls good. In place of a fuse a lamp limits the current: it goes dark when the short is unplugged or moved away.',
    caution:
      'Never on the pin of a module or of an airbag: its current can destroy an output or fire a charge.',
  },
  {
    id: 'logic-tester',
    title: 'Read a module’s pin with an LED tester',
    instruments: ['logic-tester'],
    steps: [
      'Use a tester that draws less than a few milliamperes.',
      'Probe from behind the plug, with the plug on.',
      'Compare high, low and open with what the module should do in this state.',
    ],
    means: 'It tells driven from not driven. It cannot tell a good feed from one through corrosion.',
    caution: 'Do not spread the contact with the probe: a loose pin is a new fault.',
  },
  {
    id: 'volts',
    title: 'Volts to ground',
    instruments: ['voltmeter'],
    steps: [
      'Measure the battery first and write it down: every other volt is compared with it.',
      'Black probe on the battery negative or a ground that you have proved, not on paint.',
      'Probe from behind the plug, along the wire, with the circuit switched on and its load connected.',
    ],
    means:
      'Full volts with the load running is a good feed. Full volts without a load proves nothing: a single strand shows it too. On a wire tied to nothing the meter shows a value that means nothing.',
    caution: 'Check that the red lead is in the volts socket: in the amps socket the meter is a short.',
  },
  {
    id: 'drop',
    title: 'Voltage drop along a wire or a ground',
    instruments: ['wire-drop'],
    steps: [
      'Switch the circuit on: without current there is no drop.',
      'One probe at each end of the wire, plug or ground that you test; the meter on the lowest volts range.',
      'Begin with the whole side (battery to load, load to battery), then halve what drops too much.',
    ],
    means:
      'A good ground drops less than 0.1 V, a good feed less than 0.2 to 0.5 V at its full current. Where more is dropped, there is the resistance. While a lamp in the fuse’s place feeds a short, volts are dropped only up to the short: none beyond it.',
    caution: 'Keep leads and sleeves off anything that turns while the engine runs.',
  },
  {
    id: 'ohms',
    title: 'Ohms and continuity',
    instruments: ['ohmmeter', 'beeper', 'wire-ohms', 'part-ohms'],
    steps: [
      'Take the power off that point: fuse out, or the battery disconnected by the maker’s procedure.',
      'Touch the probes together and remember what the leads have.',
      'Unplug what else hangs on the wire: every lamp and every module is a path.',
      'Measure to ground for a short, end to end for an open; a part by itself across its pins, and from a pin to its case.',
    ],
    means:
      'A few ohms to ground with everything unplugged is a short. A few ohms with a lamp still plugged in is the lamp: a cold filament has a tenth of its warm ohms. A beep is not a good connection; it may be 30 ohms.',
    caution:
      'On a live point the reading means nothing and the meter may be damaged. Disconnecting a battery can lose codes and settings: follow the maker.',
  },
  {
    id: 'listen',
    title: 'Listen to a motor or a pump',
    instruments: ['listen'],
    steps: [
      'Quiet round the vehicle: engine off, blower off.',
      'Let somebody switch it on while you listen at it, not through the whole body.',
      'Hold a screwdriver’s handle to your ear and its tip to the housing where it is hard to hear.',
    ],
    means:
      'Running freely, its winding and its feed are sound. Humming or labouring on good volts it drags, is blocked, or has lost turns: it draws too much. Silent with good volts at its plug, it is open inside.',
    caution:
      'Hair, sleeves and fingers stay away from fans, belts and anything else that may start by itself.',
  },
  {
    id: 'clamp',
    title: 'Amps with a clamp',
    instruments: ['clamp', 'clamp-amps'],
    steps: [
      'Set it to zero away from any wire, then again at the place where you measure.',
      'One wire only in the jaws, closed fully; the arrow tells the direction.',
      'For a leak of milliamperes lay the wire through twice and halve the reading.',
    ],
    means:
      'It needs nothing opened. Along a shorted wire it shows the current up to the short and nothing beyond it. Below some tens of milliamperes an ordinary clamp shows its own offset.',
    caution: 'Hands and sleeves clear of fans, which start without warning, also with the engine off.',
  },
  {
    id: 'amps-in-series',
    title: 'Amps with a meter in the fuse’s place',
    instruments: ['ammeter'],
    steps: [
      'Use a fused lead, never larger than the circuit’s own fuse.',
      'Pull the fuse, put the lead in its place, then switch on.',
      'Put the red lead back in the volts socket as soon as you are done.',
    ],
    means:
      'It is exact, and adds its own resistance. Compare with what the loads on that fuse draw together.',
    caution:
      'Never crank the engine or switch a starter, a heater or a short through a meter. A meter across the battery is a short.',
  },
  {
    id: 'drain',
    title: 'Find a drain: millivolts across fuses',
    instruments: ['fuse-millivolts'],
    steps: [
      'Everything off, key away, doors latched by hand, bonnet open. Wait until the modules sleep: up to an hour.',
      'Clamp the battery cable: that is the whole drain.',
      'Measure millivolts across the two test points of each fuse, without pulling any: pulling wakes modules.',
      'Follow the fuses that carry current until their sum is the battery’s figure.',
    ],
    means:
      'Each fuse is a small known resistance: the program turns millivolts into amperes by its rating. 0 mV on every fuse with a drain at the battery means that it flows where no fuse is: the alternator, the starter, a cable.',
    caution: 'Do not open a door or wake the vehicle in the middle: wait again if you did.',
  },
  {
    id: 'fuse',
    title: 'Look at a fuse, and fit a fresh one',
    instruments: ['fuse-check', 'fresh-fuse'],
    steps: [
      'Test both legs of the fuse while it is in: a lamp on one and then on the other.',
      'A broken element with clear glass: a small overload. Blackened or silvered: a short.',
      'Fit the rating that is printed on the cover, and switch one load on after another.',
    ],
    means:
      'Volts on both legs is a whole fuse, on one leg a blown one, on none a missing feed. How quickly it blows tells a dead short from an overload.',
    caution: 'Never a larger fuse, and no wire or foil in its place: the wire burns before it does.',
  },
  {
    id: 'relay',
    title: 'Read a relay and its socket',
    instruments: ['relay-click', 'tap', 'relay-bench'],
    steps: [
      'Feel it while somebody works the switch: it clicks, buzzes or does nothing.',
      'Pull it and read the socket: supply of the contact, supply of the coil, command of the coil, load.',
      'Swap it with one of the same footprint and numbers, if there is one.',
      'By itself: coil ohms, contact open and closed, its drop under current.',
    ],
    means:
      'A click proves the coil’s side, not the contact. A contact can be black and still show volts: load it. Tapping that helps means a sticking contact or a cracked joint.',
    caution: 'What it switches starts when you bridge the socket: hands clear, fused lead only.',
  },
  {
    id: 'wiggle',
    title: 'Find what comes and goes: move the harness',
    instruments: ['wiggle', 'load'],
    steps: [
      'Set everything as it was when it failed: switches, warmth, load.',
      'Watch the load or a meter, and move one place at a time: plugs, bends, where it passes the body.',
      'Pull each wire of a plug lightly: a backed-out pin moves.',
    ],
    means:
      'Where it comes and goes with your hand, there it is. Where nothing changes, that place is less likely, not cleared.',
    caution: 'Move no harness near turning or hot parts, nor any part of an airbag, with the power on.',
  },
  {
    id: 'scan',
    title: 'Codes and live data',
    instruments: ['codes', 'live-data'],
    steps: [
      'Read and save all codes before anything is unplugged or cleared.',
      'Look at what the module sees of its inputs while you work the switch.',
      'Drive an output by command where the tool can, and watch the load.',
    ],
    means:
      'A code says what the module saw, not which part is bad: an open wire and a dead sensor look the same. A module without communication has lost a supply, a ground or the bus before it is broken.',
    caution: 'Commands move real parts: everybody clear of windows, doors, fans and fuel pumps.',
  },
  {
    id: 'recording',
    title: 'Record a current',
    instruments: ['trace'],
    steps: [
      'Clamp the wire of the fuse, zero it, and start recording before you switch on.',
      'Let it run over several starts, or until it fails.',
      'Read the file under Recording: the shape tells a worn motor, a short and a loose wire apart.',
    ],
    means:
      'A motor shows its inrush and its ripple, a lamp its cold filament, a short a straight wall. A current that grows as it warms drags or is about to fail.',
    caution:
      'Keep the recorder’s leads where they cannot be caught or chafed while you drive; somebody else drives.',
  },
];

/** How a reading with this instrument is taken. */
export function articleOf(instrument: InstrumentId): HandbookArticle {
  return handbook.find(({ instruments }) => instruments.includes(instrument))!;
}
