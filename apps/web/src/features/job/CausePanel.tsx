import type { Circuit } from '@grim-lantern/core';
import {
  NOTHING_WRONG,
  activeReadings,
  isListRead,
  partById,
  percent,
  placeById,
  placesOfDamage,
  sights,
  suspectName,
  thingsOf,
  colouredWire,
  colourNotGiven,
  rootCauses,
} from '@grim-lantern/core';
import { useId, useState } from 'react';
import { Link } from 'react-router';
import type { Diagnosis } from '../../session/useDiagnosis';
import { useOpenJob } from './openJob';
import { WhereAlong } from './WhereAlong';
import { jobPath } from '../frame/jobViews';
import { useRecording } from '../entry/recording';

/** Stands above Next once one suspect stands alone. */
export function CausePanel() {
  const { jobId, circuit, diagnosis } = useOpenJob();
  const { isolated, posterior, proven } = diagnosis.assessment;
  if (isolated === null) return <SeenDamage />;
  const top = posterior.suspects[0];
  const kind = top?.kinds[0]?.name ?? '';
  const section = circuit.sections.find(({ id }) => id === isolated);
  if (isolated === NOTHING_WRONG) {
    return (
      <section aria-label="Found" className="border-ink my-4 border-l-4 py-1 pl-4">
        <h2 className="text-2xl font-semibold">Nothing wrong here now</h2>
        <p className="mt-1">
          Every reading fits a healthy circuit: the fault is away at the moment, or elsewhere. Wait for it,
          with the fuse as labelled and the customer told; or close the job unproven, and say why.
        </p>
        <Link className="key mt-2 inline-flex items-center" to={jobPath(jobId, 'repair')} replace>
          To the end of the job
        </Link>
      </section>
    );
  }
  const unread = unreadModule(diagnosis, isolated);
  return (
    <section aria-label="Found" className="border-ink my-4 border-l-4 py-1 pl-4" data-suspect={isolated}>
      <p className="text-dim">One suspect stands alone{proven ? '' : ', not yet proven'}</p>
      <h2 className="text-2xl font-semibold">
        {suspectName(circuit, isolated)}{' '}
        <span className="text-glow font-mono text-xl">{percent(top?.probability ?? 0)}</span>
      </h2>
      <p className="mt-1">
        {kind[0]?.toUpperCase()}
        {kind.slice(1)}
        {section === undefined
          ? '. Prove it before you replace it: then record the cause.'
          : `, ${colouredWire(section)}. See it before you cut: then record the cause.`}
      </p>
      <WhereAlong />
      {unread === null ? (
        <CauseOnceFound
          key={isolated}
          suspect={isolated}
          kind={kind}
          atOnce={proven || isAllRead(diagnosis)}
        />
      ) : (
        <>
          <p className="border-clash mt-2 border-l-4 pl-3">
            A module is judged last: read the supplies and grounds of {partById(circuit, unread).name} first,
            or skip them knowingly.
          </p>
          <Link className="key mt-2 inline-flex items-center" to={jobPath(jobId, 'modules')} replace>
            To its list
          </Link>
        </>
      )}
    </section>
  );
}

/** So many wires are offered where damage was seen. */
const mostSeen = 5;

/** Damage seen where several suspects pass: the eye that saw it knows which wire it is. */
function SeenDamage() {
  const { circuit, diagnosis } = useOpenJob();
  const { job, assessment } = diagnosis;
  const [chosen, setChosen] = useState<string | null>(null);
  const places = placesOfDamage(activeReadings(job));
  const last = places.at(-1);
  if (last === undefined) return null;
  const seen = assessment.posterior.suspects
    .filter(({ id }) => thingsOf(id).length === 1 && sights(circuit, id).some((at) => places.includes(at)))
    .slice(0, mostSeen);
  const kind = seen.find(({ id }) => id === chosen)?.kinds[0]?.name.split(',')[0] ?? '';
  return (
    <section aria-label="Damage seen" className="border-ink my-4 border-l-4 py-1 pl-4">
      <p className="text-dim">Damage seen at: {placeById(circuit, last)?.name}</p>
      <h2 className="mb-2 text-2xl font-semibold">Which is it?</h2>
      <div className="flex flex-col gap-1">
        {seen.map(({ id, probability }) => (
          <button
            key={id}
            type="button"
            aria-pressed={chosen === id}
            className={`key flex items-center justify-between gap-3 text-left ${chosen === id ? 'key-chosen' : 'border-line'}`}
            onClick={() => setChosen(chosen === id ? null : id)}
          >
            <span>{colouredName(circuit, id)}</span>
            <span className="font-mono text-[15px]">{percent(probability)}</span>
          </button>
        ))}
      </div>
      {chosen !== null && <CauseForm key={chosen} suspect={chosen} kind={kind} />}
    </section>
  );
}

/** A suspect as an eye tells it from its neighbours: a wire with its colour. */
function colouredName(circuit: Circuit, id: string): string {
  const section = circuit.sections.find((each) => each.id === id);
  if (section === undefined) return suspectName(circuit, id);
  return section.colour === colourNotGiven ? section.name : `${section.name}, ${section.colour}`;
}

/** The module of a suspect whose check-list has neither been read nor skipped; null when there is none. */
function unreadModule({ dossier, job }: Diagnosis, suspect: string): string | null {
  const found = dossier.modules.find(
    ({ id, checklist }) =>
      thingsOf(suspect).includes(id) && job.skipped[id] === undefined && !isListRead(checklist),
  );
  return found?.id ?? null;
}

/** Whether nothing is left to read that is worth its price. */
function isAllRead({ actions }: Diagnosis): boolean {
  return actions !== null && actions[0]?.worthIt !== true;
}

/** While something is left that would prove it, that is what the hand needs: the form waits behind one key. */
function CauseOnceFound({ atOnce, ...cause }: { suspect: string; kind: string; atOnce: boolean }) {
  const [found, setFound] = useState(false);
  if (atOnce || found) return <CauseForm {...cause} />;
  return (
    <button type="button" className="key mt-2" aria-expanded={false} onClick={() => setFound(true)}>
      Cause found …
    </button>
  );
}

function CauseForm({ suspect, kind }: { suspect: string; kind: string }) {
  const record = useRecording();
  const [text, setText] = useState('');
  const [root, setRoot] = useState<string | null>(null);
  const field = useId();
  return (
    <form
      className="mt-3 flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        const found = text.trim() === '' ? kind : text.trim();
        record?.({ type: 'cause-found', suspect, text: found, ...(root === null ? {} : { root }) });
      }}
    >
      <label htmlFor={field} className="text-dim text-[15px]">
        What was found there, and why it failed
      </label>
      <input
        id={field}
        className="field"
        value={text}
        maxLength={4000}
        placeholder="rubbed through at the grommet"
        onChange={({ target }) => setText(target.value)}
      />
      <div role="group" aria-label="Why it failed" className="flex flex-wrap gap-1">
        {rootCauses.map(({ id }) => (
          <button
            key={id}
            type="button"
            aria-pressed={root === id}
            className={`key border-line px-3 text-[15px] ${root === id ? 'key-chosen' : ''}`}
            onClick={() => setRoot(root === id ? null : id)}
          >
            {id}
          </button>
        ))}
      </div>
      <button type="submit" className="key key-chosen self-start" disabled={record === null}>
        Record the cause
      </button>
    </form>
  );
}
