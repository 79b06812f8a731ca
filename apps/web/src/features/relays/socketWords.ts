import type { Agreement, PinInstrument, RelaySide, SocketStory } from '@grim-lantern/core';
import { midSentence } from '@grim-lantern/core';

export const relaySideNames: Readonly<Record<RelaySide, string>> = {
  supply: 'Supply',
  'load side': 'Load side',
  'coil feed': 'Coil feed',
  'coil command': 'Coil command',
  relay: 'The relay itself',
};

/** How a pin or a reading stands, with a sign that reads without colour. */
export const agreements: Readonly<
  Record<Agreement, { readonly words: string; readonly sign: string; readonly tone: string }>
> = {
  'not read': { words: 'not read', sign: '', tone: 'text-dim' },
  agrees: { words: 'agrees', sign: '✓', tone: 'text-agree' },
  disagrees: { words: 'disagrees', sign: '✕', tone: 'text-clash' },
  'cannot tell': { words: 'cannot tell', sign: '?', tone: 'text-dim' },
};

export const pinInstrumentNames: Readonly<Record<PinInstrument, string>> = {
  voltmeter: 'Volts to ground',
  'lamp-to-ground': 'Lamp to ground',
  'lamp-to-battery': 'Lamp to battery plus',
  ohmmeter: 'Ohms to ground, battery off',
};

/** `Coil command never comes`, `Supply and coil feed missing`, `The relay itself: coil open`. */
export function storyWords({ relaySides, trouble }: Pick<SocketStory, 'relaySides' | 'trouble'>): string {
  const [first, ...rest] = relaySides;
  if (first === undefined) return 'Something that shows at no pin';
  if (first === 'relay') return `The relay itself: ${trouble}`;
  const names = [relaySideNames[first], ...rest.map((each) => midSentence(relaySideNames[each]))];
  const last = names.pop() ?? '';
  return `${names.length === 0 ? last : `${names.join(', ')} and ${last}`} ${trouble}`;
}
