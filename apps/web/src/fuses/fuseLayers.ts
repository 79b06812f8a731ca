import type { CentreCavity, Circuit, FittedVerdict, FuseCentre } from '@grim-lantern/core';
import { fittedVerdict, formatQuantity, fusesOf } from '@grim-lantern/core';
import type { CavityContent, CavityTone } from '../centres/BoxMap';
import type { FuseWork } from '../worker/fuseWork';

/** What the box shows of its fuses, and the panel beside it works on. */
export const fuseLayers = [
  { id: 'survey', name: 'Survey' },
  { id: 'check', name: 'Check' },
  { id: 'loads', name: 'Loads' },
  { id: 'limiter', name: 'Limiter' },
] as const;

export type FuseLayer = (typeof fuseLayers)[number]['id'];

/** The id of the circuit's fuse in a cavity of a box. */
export function fuseIn(circuit: Circuit, box: FuseCentre, { number }: CentreCavity): string | undefined {
  return fusesOf(circuit).find(({ centre, cavity }) => centre === box.name && cavity === number)?.id;
}

const nothing: CavityContent = { main: '', note: '', tone: 'dim' };

/** What a cavity shows in a layer. */
export function cavityContent(
  circuit: Circuit,
  work: FuseWork,
  layer: FuseLayer,
  box: FuseCentre,
  cavity: CentreCavity,
): CavityContent {
  const wrong = wrongFuse(cavity);
  if (wrong !== null) return wrong;
  const id = fuseIn(circuit, box, cavity);
  if (id === undefined) return nothing;
  switch (layer) {
    case 'survey':
      return surveyContent(work, id);
    case 'check':
      return checkContent(work, id);
    case 'loads':
    case 'limiter':
      return loadContent(work, id);
  }
}

const alarming: readonly FittedVerdict[] = ['too large', 'another style'];

/** A fuse that does not belong there, whatever else is asked. */
function wrongFuse(cavity: CentreCavity): CavityContent | null {
  const verdict = fittedVerdict(cavity);
  if (!alarming.includes(verdict) && verdict !== 'too small') return null;
  return { main: `${cavity.fitted?.ratingAmps ?? ''} A`, note: `fitted: ${verdict}`, tone: 'clash' };
}

function surveyContent({ survey }: FuseWork, id: string): CavityContent {
  const found = survey.fuses.find(({ fuse }) => fuse.id === id);
  if (found?.amps == null) return nothing;
  if (found.belowResolution) {
    return { main: `< ${formatQuantity(found.resolvedAmps, 'A')}`, note: 'below resolution', tone: 'dim' };
  }
  const culprit = survey.culprits.some(({ fuse }) => fuse.id === id);
  return {
    main: formatQuantity(found.amps, 'A'),
    note: `± ${formatQuantity(found.deviation, 'A')}`,
    tone: culprit ? 'glow' : 'plain',
  };
}

function checkContent({ checks }: FuseWork, id: string): CavityContent {
  const found = checks.find(({ fuse }) => fuse.id === id);
  if (found === undefined) return nothing;
  const { verdict, shouldLight } = found;
  if (verdict === 'not read') {
    return { main: shouldLight ? 'fed now' : 'not fed', note: '', tone: shouldLight ? 'plain' : 'dim' };
  }
  const tone: CavityTone =
    verdict === 'good' ? 'agree' : verdict === 'not fed in this state' ? 'dim' : 'clash';
  return { main: verdict, note: '', tone };
}

function loadContent({ loads }: FuseWork, id: string): CavityContent {
  const found = loads.find(({ fuse }) => fuse.id === id);
  if (found === undefined) return nothing;
  const { expectedAmps, reading, verdict, loading } = found;
  if (reading === null) {
    return {
      main: formatQuantity(expectedAmps, 'A'),
      note: loading.verdict === 'within 75 %' ? 'expected' : `expected, ${loading.verdict}`,
      tone: loading.verdict === 'within 75 %' ? 'plain' : 'clash',
    };
  }
  return {
    main: formatQuantity(reading.amps, 'A'),
    note: verdict ?? '',
    tone: verdict === 'just right' ? 'agree' : 'clash',
  };
}
