import type { ForeseenOutcome, Test } from '@grim-lantern/core';
import { instrumentById, sectionById } from '@grim-lantern/core';
import { useMemo } from 'react';
import { useOpenJob, useWorkbench } from './openJob';
import { BodyInset } from './BodyInset';
import { HarnessMap } from '../harness/HarnessMap';
import { stretchOf } from '../harness/stretch';
import { useHarnessLayout } from '../harness/useHarnessLayout';
import { glowOf, mapReadings, testPoint } from '../harness/mapFacts';

/** The harness of a job: what glows, what was read where, and the flag at what is asked for. */
export function JobMap({
  held,
  shown,
}: {
  /** The outcome whose glow is tried on; null shows things as they stand. */
  readonly held: Pick<ForeseenOutcome, 'leaves'> | null;
  /** What the flag stands at. */
  readonly shown: Test | null;
}) {
  const { circuit, diagnosis } = useOpenJob();
  const { measure } = useWorkbench();
  const layout = useHarnessLayout(circuit);
  const { assessment, job } = diagnosis;
  const standing = useMemo(() => glowOf(assessment.posterior.suspects), [assessment]);
  const glow = useMemo(() => (held === null ? standing : glowOf(held.leaves)), [standing, held]);
  const readings = useMemo(() => mapReadings(circuit, layout, diagnosis), [circuit, layout, diagnosis]);
  const flag = useMemo(() => {
    const point = layout === null || shown === null ? null : testPoint(circuit, layout, shown);
    return point === null || shown === null ? null : { point, words: instrumentById(shown.instrument).flag };
  }, [circuit, layout, shown]);
  const along = diagnosis.dossier.along;
  const stretch = useMemo(() => {
    if (layout === null || along === null || !along.located.told) return [];
    const { section, metres, errorMetres } = along.located;
    const length = sectionById(circuit, section).lengthMetres;
    const corners = layout.wires.get(section) ?? [];
    return stretchOf(corners, (metres - errorMetres) / length, (metres + errorMetres) / length);
  }, [circuit, layout, along]);
  if (layout === null) return <p className="text-dim p-5">Drawing the harness …</p>;
  return (
    <HarnessMap
      {...{ circuit, layout, glow, standing, readings, flag, stretch }}
      onPoint={measure}
      state={job.state}
      inset={(corner) => <BodyInset {...{ circuit, shown, standing, corner }} />}
    />
  );
}
