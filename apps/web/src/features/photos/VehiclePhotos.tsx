import { photoSubjects } from '@grim-lantern/contract';
import type { PhotoSubject } from '@grim-lantern/contract';
import { useState } from 'react';
import { AddPhoto } from './AddPhoto';
import { Photos } from './Photos';
import { useAddPhotos } from './useAddPhotos';
import type { ShownPhoto } from './usePhotos';
import { usePhotos } from './usePhotos';

const subjects: Readonly<Record<PhotoSubject, string>> = {
  vehicle: 'The vehicle',
  diagram: 'Printed diagram',
  place: 'Places',
  part: 'Parts and connectors',
  job: 'From jobs',
  reading: 'Meters at readings',
};
/** What a photo can be of where no circuit and no job is at hand. */
const here: readonly PhotoSubject[] = ['vehicle', 'diagram'];

/** All photos of a vehicle: taken here, dropped here, and those that were taken at places, at parts and in jobs. */
export function VehiclePhotos({ vehicleId }: { readonly vehicleId: string }) {
  const photos = usePhotos(vehicleId);
  const [shows, setShows] = useState<PhotoSubject>('vehicle');
  const about = { vehicleId, shows, of: null, jobId: null };
  const { add, trouble } = useAddPhotos(about);
  const seen = (photos ?? []).filter(({ removed }) => !removed);
  const away = (photos ?? []).filter(({ removed }) => removed);
  return (
    <section
      aria-label="Photos"
      className="mt-6 print:hidden"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void add([...event.dataTransfer.files]);
      }}
    >
      <h2 className="mb-2 text-2xl font-semibold">Photos</h2>
      <div className="mb-3 flex flex-wrap items-start gap-2">
        <select
          aria-label="What the next photo shows"
          className="field w-auto"
          value={shows}
          onChange={({ target }) => setShows(target.value as PhotoSubject)}
        >
          {here.map((each) => (
            <option key={each} value={each}>
              {subjects[each]}
            </option>
          ))}
        </select>
        <AddPhoto about={about} />
        <p className="text-dim self-center text-[15px]">or drop it here</p>
      </div>
      {trouble !== null && (
        <p role="alert" className="text-clash mb-2">
          {trouble}
        </p>
      )}
      {photos === undefined && <p className="text-dim">Fetching the photos …</p>}
      {photos === null && <p className="text-clash">The photos cannot be fetched now.</p>}
      {photos != null && seen.length === 0 && (
        <p className="text-dim">
          None yet. A photo of the printed diagram, of a connector’s face or of where it hides helps whoever
          comes next.
        </p>
      )}
      {photoSubjects.map((subject) => {
        const own = seen.filter((photo) => photo.shows === subject);
        if (own.length === 0) return null;
        return (
          <div key={subject} className="mb-3">
            <h3 className="text-dim mb-1">{subjects[subject]}</h3>
            <Photos photos={own} titleOf={titleOf} />
          </div>
        );
      })}
      {away.length > 0 && (
        <details>
          <summary className="text-dim min-h-11 cursor-pointer py-2">Put away ({away.length})</summary>
          <Photos photos={away} titleOf={titleOf} />
        </details>
      )}
    </section>
  );
}

const titleOf = ({ shows, of }: ShownPhoto) => (of === null ? subjects[shows] : of);
