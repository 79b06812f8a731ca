import type { Circuit, TerminalRef, WorkProgress } from '@grim-lantern/core';
import { activeReadings, partById, partIdOf, listWords } from '@grim-lantern/core';
import type { Diagnosis } from '../../session/useDiagnosis';
import type { JobView } from '../frame/jobViews';

/** Modules none of whose codes have been read. */
function unscannedModules(circuit: Circuit, { job }: Diagnosis): readonly string[] {
  const scanned = activeReadings(job)
    .filter(({ test }) => test.instrument === 'codes')
    .map(({ test }) => partIdOf(test.at as TerminalRef));
  return circuit.parts.flatMap((part) =>
    part.kind === 'module' && part.pins.some((pin) => 'drivenWhen' in pin) && !scanned.includes(part.id)
      ? [part.id]
      : [],
  );
}

/** Where something is still wanted, and what. */
export function wantedIn(
  circuit: Circuit,
  diagnosis: Diagnosis,
  { done }: WorkProgress,
): Readonly<Partial<Record<JobView, string>>> {
  const { job } = diagnosis;
  const unscanned = unscannedModules(circuit, diagnosis);
  return {
    ...(done.has('seen') || job.closed !== null ? {} : { symptoms: 'Nothing on the symptom board yet' }),
    ...(unscanned.length === 0 || job.closed !== null
      ? {}
      : { modules: `Not scanned yet: ${listWords(unscanned.map((id) => partById(circuit, id).name))}` }),
    ...(job.stage === 'waiting for the customer' ? { repair: 'The customer has not answered' } : {}),
  };
}
