import type { BoxCavity } from '@grim-lantern/core';
import { fittedVerdict } from '@grim-lantern/core';
import type { CavityContent } from './cavityContent';

/** What is found in a cavity against what the cover says; null where nobody has looked. */
export function fittedContent(cavity: BoxCavity): CavityContent | null {
  const { fitted } = cavity;
  if (fitted === null) return null;
  const verdict = fittedVerdict(cavity);
  switch (verdict) {
    case 'not looked at':
      return { main: `${fitted.ratingAmps} A fitted`, note: '', tone: 'plain' };
    case 'as labelled':
      return { main: 'right', note: '', tone: 'agree' };
    case 'too large':
    case 'too small':
    case 'another style':
      return { main: `${fitted.ratingAmps} A`, note: `fitted: ${verdict}`, tone: 'clash' };
  }
}
