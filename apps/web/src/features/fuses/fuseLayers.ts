import type { BoxCavity, Circuit, FuseBox, FuseWork, SurveyedFuse } from '@grim-lantern/core';
import { fusesOf, inOneUnit } from '@grim-lantern/core';
import type { CavityContent, CavityTone } from '../boxes/cavityContent';
import { nothingSaid } from '../boxes/cavityContent';
import { fittedContent } from '../boxes/fittedContent';

/** What the box shows of its fuses, and the panel beside it works on. */
export const fuseLayers = [
  { id: 'survey', name: 'Survey' },
  { id: 'check', name: 'Check' },
  { id: 'loads', name: 'Loads' },
  { id: 'limiter', name: 'Lamp in its place' },
] as const;

export type FuseLayer = (typeof fuseLayers)[number]['id'];

/** The id of the circuit's fuse in a cavity of a box. */
export function fuseIn(circuit: Circuit, box: FuseBox, { number }: BoxCavity): string | undefined {
  return fusesOf(circuit).find(({ centre, cavity }) => centre === box.name && cavity === number)?.id;
}

/** What a cavity shows in a layer. */
export function cavityContent(
  circuit: Circuit,
  work: FuseWork,
  layer: FuseLayer,
  box: FuseBox,
  cavity: BoxCavity,
): CavityContent {
  // A fuse that does not belong there comes first, whatever else is asked.
  const fitted = fittedContent(cavity);
  if (fitted?.tone === 'clash') return fitted;
  const id = fuseIn(circuit, box, cavity);
  if (id === undefined) return nothingSaid;
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

/** How the currents of a survey are told, in the list and on the box alike. */
export function shownInSurvey(fuses: readonly SurveyedFuse[]): (amps: number) => string {
  return inOneUnit(
    fuses.map(({ amps, belowResolution, expectedAmps }) =>
      amps !== null && !belowResolution ? amps : amps === null ? expectedAmps : null,
    ),
    'A',
  );
}

function surveyContent({ survey }: FuseWork, id: string): CavityContent {
  const found = survey.fuses.find(({ fuse }) => fuse.id === id);
  if (found?.amps == null) return nothingSaid;
  const shown = shownInSurvey(survey.fuses);
  if (found.belowResolution) {
    return { main: `< ${shown(found.resolvedAmps)}`, note: 'below resolution', tone: 'dim' };
  }
  const culprit = survey.culprits.some(({ fuse }) => fuse.id === id);
  return {
    main: shown(found.amps),
    note: `± ${shown(found.deviation)}`,
    tone: culprit ? 'glow' : 'plain',
  };
}

function checkContent({ checks }: FuseWork, id: string): CavityContent {
  const found = checks.find(({ fuse }) => fuse.id === id);
  if (found === undefined) return nothingSaid;
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
  if (found === undefined) return nothingSaid;
  const { expectedAmps, reading, verdict, loading } = found;
  const shown = inOneUnit(
    loads.map((each) => each.reading?.amps ?? each.expectedAmps),
    'A',
  );
  if (reading === null) {
    return {
      main: shown(expectedAmps),
      note: loading.verdict === 'within 75 %' ? 'expected' : `expected, ${loading.verdict}`,
      tone: loading.verdict === 'within 75 %' ? 'plain' : 'clash',
    };
  }
  return {
    main: shown(reading.amps),
    note: verdict ?? '',
    tone: verdict === 'just right' ? 'agree' : 'clash',
  };
}
