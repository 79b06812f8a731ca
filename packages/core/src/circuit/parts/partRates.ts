/**
 * How often each failure of a part is the cause, relative to the others, in the unit of `faultRates`: one metre of plain
 * wire that wears through to ground is 1. Judgement of the trade, not counts; only their ratios matter. They stand in one
 * table so that a changed rate is seen.
 */
export const partRates = {
  // A filament lives some hundreds of hours, a vehicle's wire for its life.
  bulbBurntOut: 5,
  bulbShorted: 0.6,
  // A bulb's holder takes heat and damp.
  bulbSocketOpen: 1,
  bulbSocketWeak: 1,
  // Brushes and bearings wear.
  motorOpen: 2,
  motorStalls: 0.8,
  motorDrags: 1,
  heaterOpen: 1.5,
  coilOpen: 1,
  loadOpen: 0.8,
  // Turns run together where the varnish cooks.
  turnsShorted: 0.5,
  // The insulation towards the case gives way, from a trickle to a dead short.
  shortedToCase: 0.8,
  // A load's own plug: pushed out, or green.
  plugPinOpen: 0.25,
  plugPinWeak: 0.15,
  connectorPinOpen: 0.3,
  connectorPinWeak: 0.2,
  // A relay's contacts wear with every switching, its coil with heat.
  relayCoilOpen: 0.6,
  relayCoilShorted: 0.1,
  relayNeverCloses: 0.8,
  relayWelded: 0.3,
  relayBurnt: 0.8,
  relayWrongType: 0.05,
  relayDiodeTurned: 0.05,
  socketPinOpen: 0.2,
  switchNeverCloses: 0.4,
  switchBurnt: 0.2,
  switchNeverOpens: 0.15,
  groundLost: 0.3,
  groundWeak: 0.5,
  // Aged by itself, nothing behind it wrong.
  fuseAged: 0.3,
  fuseLoose: 0.15,
  linkMelted: 0.3,
  breakerOpen: 0.3,
  diodeOpen: 0.1,
  diodeShorted: 0.1,
  trackOpen: 0.3,
  postOpen: 0.1,
  postWeak: 0.3,
  // Electronics fail less often than what is around them, and are blamed more often than they fail.
  moduleDead: 0.15,
  moduleShorted: 0.1,
  moduleDraws: 0.15,
  modulePinOpen: 0.15,
  outputDead: 0.15,
  outputStuck: 0.1,
  outputGroupDead: 0.1,
  inputDeaf: 0.05,
  sensorSupplyDead: 0.1,
} as const;
