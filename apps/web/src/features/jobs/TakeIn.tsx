import { firstProblem, portableJobSchema } from '@grim-lantern/contract';
import type { Progress } from '@grim-lantern/contract';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { request, whyNot } from '../../data/request';
import { ProgressLine } from '../../ui/ProgressLine';
import { jobPath } from '../frame/jobViews';

/** Takes in a job that another workshop has written out as JSON. */
export function TakeIn() {
  const navigate = useNavigate();
  const picker = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [progress, setProgress] = useState<Progress | null>(null);
  const take = async (file: File) => {
    setProblem(null);
    const checked = parsed(await file.text());
    if ('why' in checked) return setProblem(checked.why);
    setProgress({ done: 0, of: checked.entries });
    const answer = await request('importJob', { body: checked.job, tell: setProgress });
    setProgress(null);
    if (answer.status === 'done') return navigate(jobPath(answer.reply.id));
    return setProblem(whyNot(answer));
  };
  return (
    <span className="flex items-center gap-3">
      {progress !== null && <ProgressLine {...progress} what="entries" />}
      {problem !== null && (
        <span role="alert" className="text-clash max-w-[420px] text-[15px]">
          Nothing was taken in. {problem}
        </span>
      )}
      <input
        ref={picker}
        type="file"
        accept="application/json,.json"
        aria-label="Job file"
        className="sr-only"
        tabIndex={-1}
        onChange={({ target }) => {
          const file = target.files?.[0];
          if (file !== undefined) void take(file);
          target.value = '';
        }}
      />
      <button
        type="button"
        className="key border-line"
        disabled={progress !== null}
        onClick={() => picker.current?.click()}
      >
        Import job
      </button>
    </span>
  );
}

function parsed(
  text: string,
): { readonly job: unknown; readonly entries: number } | { readonly why: string } {
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    return { why: 'Expected a JSON file.' };
  }
  const result = portableJobSchema.safeParse(document);
  return result.success
    ? { job: result.data, entries: result.data.events.length }
    : { why: firstProblem(result.error).message };
}
