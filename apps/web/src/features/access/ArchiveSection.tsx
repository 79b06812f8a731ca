import type { Progress } from '@grim-lantern/contract';
import { useRef, useState } from 'react';
import { answerOf, whyNot } from '../../data/request';
import { ProgressLine } from '../../ui/ProgressLine';

/** Everything that the workshop has as one file, and such a file taken in elsewhere. */
export function ArchiveSection({ empty }: { readonly empty: boolean }) {
  const input = useRef<HTMLInputElement>(null);
  const [said, setSaid] = useState<{ readonly words: string; readonly good: boolean } | null>(null);
  const [progress, setProgress] = useState<Progress | null>(null);
  const take = async (file: File) => {
    setSaid({ words: `Importing ${file.name} …`, good: true });
    const answer = await answerOf('importWorkshop', '/api/archive', {
      body: file,
      headers: { 'content-type': 'application/x-tar' },
      tell: setProgress,
    });
    setProgress(null);
    setSaid(
      answer.status === 'done'
        ? { words: `${answer.reply.jobs} jobs came. Give its people access above.`, good: true }
        : { words: whyNot(answer), good: false },
    );
  };
  return (
    <section aria-labelledby="archive" className="flex flex-col gap-2">
      <h2 id="archive" className="text-2xl font-semibold">
        Take it elsewhere
      </h2>
      <p className="text-dim">
        Circuits, boxes, jobs and recordings as open documents in one file. Passwords are not in it.
      </p>
      <div className="flex flex-wrap gap-3">
        <a href="/api/archive" download className="key inline-flex items-center">
          Export the workshop
        </a>
        {empty && (
          <button type="button" className="key" onClick={() => input.current?.click()}>
            Import an export
          </button>
        )}
      </div>
      <input
        ref={input}
        type="file"
        aria-label="Export of a workshop"
        accept=".tar"
        className="sr-only"
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file !== undefined) void take(file);
          target.value = '';
        }}
      />
      {progress !== null && <ProgressLine {...progress} what="jobs and files" />}
      {progress === null && said !== null && (
        <p role={said.good ? 'status' : 'alert'} className={said.good ? 'text-agree' : 'text-clash'}>
          {said.words}
        </p>
      )}
    </section>
  );
}
