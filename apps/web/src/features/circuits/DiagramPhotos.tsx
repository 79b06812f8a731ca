import { format } from 'date-fns';
import { Minus, Plus } from 'lucide-react';
import { useState } from 'react';
import { IconKey } from '../../ui/IconKey';
import { AddPhoto } from '../photos/AddPhoto';
import { Picture } from '../photos/Picture';
import { usePhotos } from '../photos/usePhotos';

/** How large a photo is shown, as a share of the panel's width. */
const sizes = [1, 1.5, 2.25, 3.5, 5] as const;

/** The photos of the printed diagram, beside the drawing that is traced from them, or under it. */
export function DiagramPhotos({
  vehicleId,
  under,
  onUnder,
}: {
  readonly vehicleId: string;
  /** The id of the photo that lies under the drawing. */
  readonly under: string | null;
  readonly onUnder: (photo: string | null) => void;
}) {
  const photos = usePhotos(vehicleId);
  const own = (photos ?? []).filter(({ shows, removed }) => shows === 'diagram' && !removed);
  const [picked, setPicked] = useState<string | null>(null);
  const [size, setSize] = useState(0);
  const shown = own.find(({ id }) => id === picked) ?? own.at(-1);
  const about = { vehicleId, shows: 'diagram', of: null, jobId: null } as const;
  return (
    <section aria-label="Photos of the diagram" className="flex h-full flex-col">
      <div className="flex flex-wrap items-center gap-2 px-4 py-2 lg:px-5">
        {own.length > 1 && (
          <select
            aria-label="Which photo"
            className="field w-auto"
            value={shown?.id}
            onChange={({ target }) => setPicked(target.value)}
          >
            {own.map(({ id, caption, at }) => (
              <option key={id} value={id}>
                {caption === '' ? format(at, 'd MMM, HH:mm') : caption}
              </option>
            ))}
          </select>
        )}
        {shown !== undefined && (
          <>
            <IconKey
              label="Larger"
              icon={<Plus size={18} />}
              disabled={size === sizes.length - 1}
              onClick={() => setSize(size + 1)}
            />
            <IconKey
              label="Smaller"
              icon={<Minus size={18} />}
              disabled={size === 0}
              onClick={() => setSize(size - 1)}
            />
            <button
              type="button"
              className={`key ${under === shown.id ? 'key-chosen' : 'border-line'}`}
              aria-pressed={under === shown.id}
              onClick={() => onUnder(under === shown.id ? null : shown.id)}
            >
              Under the drawing
            </button>
          </>
        )}
        <AddPhoto about={about} />
      </div>
      {photos === null && <p className="text-clash px-5">The photos cannot be fetched now.</p>}
      {photos != null && shown === undefined && (
        <p className="text-dim px-5">A photo of the printed diagram stands here while you draw from it.</p>
      )}
      {shown !== undefined && (
        <div className="min-h-0 grow overflow-auto" tabIndex={0} role="region" aria-label="Printed diagram">
          <div style={{ width: `${100 * sizes[size]!}%` }}>
            <Picture id={shown.id} words="Printed diagram" className="block w-full" />
          </div>
        </div>
      )}
    </section>
  );
}
