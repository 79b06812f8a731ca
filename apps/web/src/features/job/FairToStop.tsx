import { beforeItGoes, minutes, nothingReproduces, nothingReproducesWords } from '@grim-lantern/core';
import { useOpenJob } from './openJob';
import { CloseUnproven } from './Closing';

/** Where nothing shows the fault and the search would go on for long: what to do before the vehicle goes. */
export function FairToStop() {
  const {
    circuit,
    diagnosis: { job, assessment, actions, dossier },
  } = useOpenJob();
  if (actions === null || job.cause !== null || job.closed !== null) return null;
  const found = nothingReproduces(job, assessment, dossier.proof.wanted, actions[0]);
  if (found === null) return null;
  const { healthy, minutesLeft } = found;
  return (
    <section aria-label="Nothing reproduces" className="border-ink mb-4 border p-3">
      <h3 className="text-lg font-semibold">Nothing reproduces: it is fair to stop</h3>
      <p className="my-1">
        {healthy} readings are what a healthy circuit shows.{' '}
        {Number.isFinite(minutesLeft)
          ? `At the pace of the best reading left, the search goes on for about ${minutes(minutesLeft)}.`
          : 'No reading within reach would tell more.'}
      </p>
      <ul className="mb-2 list-disc pl-5">
        {beforeItGoes(circuit, job).map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
      <CloseUnproven suggested={nothingReproducesWords(circuit, assessment, found)} />
    </section>
  );
}
