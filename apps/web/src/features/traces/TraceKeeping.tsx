import { download, fileName } from '../../ui/download';
import type { TracePanelProps } from './tracePanelProps';
import type { ReadState } from './useTraces';

/** Whether the recording lies with the job, and its ways out of the page. */
export function TraceKeeping({
  state: { name, about, keeping, remote },
  onKeep,
}: Pick<TracePanelProps, 'onKeep'> & { readonly state: ReadState }) {
  const stem = name.replace(/\.\w{1,5}$/, '');
  const save = async (make: () => Promise<Blob | null>, ending: string) => {
    const blob = await make();
    if (blob !== null) download(fileName(stem, ending), blob);
  };
  return (
    <section aria-label="Kept" className="mb-4">
      {keeping.status === 'keeping' && <p className="text-dim">Keeping it with the job …</p>}
      {keeping.status === 'kept' && <p className="text-agree">Kept with the job.</p>}
      {keeping.status === 'not kept' && (
        <p role="alert" className="text-clash">
          Not kept with the job. {keeping.why}{' '}
          <button type="button" className="key border-line ml-1" onClick={onKeep}>
            Try again
          </button>
        </p>
      )}
      <p className="mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          className="key border-line"
          onClick={() => void save(() => remote.csv(), 'csv')}
        >
          Save as CSV
        </button>
        <button
          type="button"
          className="key border-line"
          onClick={() => void save(() => remote.file(about), 'trace')}
        >
          Save as a recording
        </button>
      </p>
    </section>
  );
}
