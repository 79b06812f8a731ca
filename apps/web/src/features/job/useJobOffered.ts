import type { Circuit } from '@grim-lantern/core';
import { terminalName, terminalsOf } from '@grim-lantern/core';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { inHand, jobPath } from '../frame/jobViews';
import type { JobView } from '../frame/jobViews';
import { useOffered } from '../palette/offered';

const steps: readonly { readonly id: JobView | 'report'; readonly name: string }[] = [
  { id: 'next', name: 'What to measure next' },
  { id: 'story', name: 'Heard: the complaint' },
  { id: 'symptoms', name: 'Seen: what works' },
  { id: 'repair', name: 'Repair and proof' },
  ...inHand,
  { id: 'report', name: 'Report' },
];

/** Offers the views of a job and every point of its circuit by name. @param onPoint - opens what can be read at one; stable */
export function useJobOffered(jobId: string, circuit: Circuit, onPoint: (point: string) => void): void {
  const navigate = useNavigate();
  const views = useMemo(
    () => ({
      title: 'This job',
      items: steps.map(({ id, name }) => ({ id, name, act: () => void navigate(jobPath(jobId, id)) })),
    }),
    [jobId, navigate],
  );
  const points = useMemo(
    () => ({
      title: 'Measure at',
      items: circuit.parts
        .flatMap(terminalsOf)
        .map((point) => ({ id: point, name: terminalName(circuit, point), act: () => onPoint(point) })),
    }),
    [circuit, onPoint],
  );
  useOffered(points);
  useOffered(views);
}
