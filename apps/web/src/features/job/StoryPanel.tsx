import { partById, readingWords, stateWords, midSentence } from '@grim-lantern/core';
import { useId, useState } from 'react';
import { Link } from 'react-router';
import { Segments } from '../../ui/Segments';
import { FuseComplaint } from './FuseComplaint';
import { useOpenJob } from './openJob';
import { jobPath } from '../frame/jobViews';
import { useRecording } from '../entry/recording';

/** What the customer says, how the fuses blew, and the job in five lines for whoever takes it over. */
export function StoryPanel() {
  const { jobId, diagnosis } = useOpenJob();
  const record = useRecording();
  const { job, dossier } = diagnosis;
  return (
    <section aria-label="Story" className="flex flex-col gap-5 py-4">
      <Complaint key={job.complaint} complaint={job.complaint} />
      <Segments
        label="The fault"
        chosen={job.comesAndGoes ? 'comes' : 'there'}
        positions={[
          { id: 'there', name: 'Always there' },
          { id: 'comes', name: 'Comes and goes' },
        ]}
        disabled={record === null}
        onChoose={(id) =>
          record?.({ type: 'complaint-set', text: job.complaint, comesAndGoes: id === 'comes' })
        }
      />
      {job.comesAndGoes && (
        <p className="text-dim -mt-3 text-[15px]">
          Also what fails only when warm, in the wet or on a bump: a reading while it works clears less then.
          Measure while it fails.
        </p>
      )}
      <BlownFuses />
      <div>
        <h2 className="mb-1 text-xl font-semibold">Where the job stands</h2>
        <ul aria-label="Hand-over" className="flex flex-col gap-1">
          {dossier.handOver.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </div>
      <Link to={jobPath(jobId, 'report')} className="key inline-flex items-center self-start">
        Report and export
      </Link>
    </section>
  );
}

function Complaint({ complaint }: { complaint: string }) {
  const record = useRecording();
  const [text, setText] = useState(complaint);
  const field = useId();
  const changed = text.trim() !== complaint && text.trim() !== '';
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (changed) record?.({ type: 'complaint-set', text: text.trim() });
      }}
    >
      <label htmlFor={field} className="text-xl font-semibold">
        Complaint
      </label>
      <p className="text-dim text-[15px]">
        What fails, since when, how often; what was done before, and by whom.
      </p>
      <textarea
        id={field}
        className="field min-h-28"
        maxLength={4000}
        value={text}
        onChange={({ target }) => setText(target.value)}
      />
      <button type="submit" className="key self-start" disabled={record === null || !changed}>
        Save
      </button>
    </form>
  );
}

/** How each fuse blew is evidence: one line for each way it went, in the state it went in. */
function BlownFuses() {
  const { circuit, diagnosis } = useOpenJob();
  const { job } = diagnosis;
  const fuses = circuit.parts.filter(({ kind }) => kind === 'fuse');
  const [fuse, setFuse] = useState(fuses[0]?.id ?? '');
  const [times, setTimes] = useState('1');
  const fields = useId();
  const told = job.readings.filter(
    ({ test, withdrawn }) => test.instrument === 'fresh-fuse' && withdrawn === null,
  );
  if (fuses.length === 0) return null;
  return (
    <div>
      <h2 className="text-xl font-semibold">Fuses that blew</h2>
      <p className="text-dim mb-2 text-[15px]">Set what was on when it blew, above; then tap how it went.</p>
      <div className="mb-2 flex gap-2">
        <select
          aria-label="Fuse"
          className="field"
          value={fuse}
          onChange={({ target }) => setFuse(target.value)}
        >
          {fuses.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <label htmlFor={`${fields}-times`} className="text-dim self-center">
          times
        </label>
        <input
          id={`${fields}-times`}
          className="field w-16 font-mono"
          inputMode="numeric"
          value={times}
          onChange={({ target }) => setTimes(target.value.replace(/\D/g, '').slice(0, 2))}
        />
      </div>
      <FuseComplaint key={fuse} {...{ circuit, job, fuse }} times={Number(times)} />
      <ul className="mt-2">
        {told.map((reading) => (
          <li key={reading.id} className="text-dim">
            {partById(circuit, reading.test.at).name}: {midSentence(readingWords(reading))}
            {reading.typed.includes('times') && ` (${reading.typed.split(', ').at(-1)})`},{' '}
            {stateWords(circuit, reading.state)}
          </li>
        ))}
      </ul>
    </div>
  );
}
