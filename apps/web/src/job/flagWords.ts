import type { InstrumentId } from '@grim-lantern/core';

/** What the flag on the map says, by instrument. */
export const flagWords: Readonly<Record<InstrumentId, string>> = {
  ohmmeter: 'probe here',
  voltmeter: 'probe here',
  'lamp-to-ground': 'probe here',
  'lamp-to-battery': 'probe here',
  clamp: 'clamp here',
  'cavity-lamp': 'watch here',
  load: 'watch here',
  'fresh-fuse': 'fit here',
  look: 'look here',
  wiggle: 'move it here',
  beeper: 'probe here',
  'logic-tester': 'probe here',
  'fuse-millivolts': 'probe here',
  ammeter: 'read here',
  'live-data': 'read here',
  'wire-ohms': 'far end here',
  tap: 'tap here',
  'relay-bench': 'take it out',
  trace: 'clamp here',
  codes: 'read here',
  'fuse-check': 'look here',
  'relay-click': 'feel here',
  'clamp-amps': 'clamp here',
  'wire-drop': 'both ends here',
};
