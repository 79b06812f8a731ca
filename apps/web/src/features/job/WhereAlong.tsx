import { instruction, locatedWords, minutes, stateWords } from '@grim-lantern/core';
import { useSettings } from '../../data/useSettings';
import { useOpenJob } from './openJob';
import { ReadInState } from './ReadInState';
import { WireFigures } from './WireFigures';

/** Where along the wire that stands alone its short lies, and the one reading that would say it more exactly. */
export function WhereAlong() {
  const {
    circuit,
    diagnosis: { job, dossier },
  } = useOpenJob();
  const { lengths } = useSettings();
  const along = dossier.along;
  if (along === null) return null;
  const { located, next, asks } = along;
  return (
    <section aria-label="Where along it" className="border-line my-3 border p-3">
      <p className={located.told ? 'text-lg font-semibold' : ''}>{locatedWords(circuit, located, lengths)}</p>
      {asks.length > 0 && <WireFigures key={located.section} section={located.section} asks={asks} />}
      {next !== null && (
        <details className="mt-1">
          <summary className="min-h-11 cursor-pointer py-2 underline">
            Narrow it down: {instruction(circuit, next.test)} ({minutes(next.minutes)})
          </summary>
          <p className="text-dim mb-2">In this state: {stateWords(circuit, next.state)}.</p>
          <ReadInState
            key={`${next.test.instrument} ${next.test.at}`}
            {...{ circuit }}
            test={next.test}
            state={next.state}
            present={job.state}
          />
        </details>
      )}
    </section>
  );
}
