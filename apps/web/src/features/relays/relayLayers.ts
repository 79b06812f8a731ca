/** What of a relay is on show. */
export const relayLayers = [
  { id: 'socket', name: 'Socket' },
  { id: 'prove', name: 'Prove' },
  { id: 'command', name: 'Command' },
  { id: 'bench', name: 'Bench' },
] as const;

export type RelayLayer = (typeof relayLayers)[number]['id'];
