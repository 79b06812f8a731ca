import { Camera } from 'lucide-react';
import { useId } from 'react';
import type { PhotoAbout } from '../../data/photos';
import { useAddPhotos } from './useAddPhotos';

/** Takes a photo, or chooses one: made small here, kept on this device at once, sent when the server is there. */
export function AddPhoto({
  about,
  label = 'Add a photo',
  bare = false,
}: {
  readonly about: PhotoAbout;
  readonly label?: string;
  /** Whether the camera stands alone, its words only told. */
  readonly bare?: boolean;
}) {
  const { add, trouble } = useAddPhotos(about);
  const id = useId();
  return (
    <div className="flex flex-col items-start gap-1">
      <label
        htmlFor={id}
        title={bare ? label : undefined}
        className={`key border-line focus-within:outline-ink flex cursor-pointer items-center gap-2 focus-within:outline-2 focus-within:outline-offset-2 ${bare ? 'px-3' : ''}`}
      >
        <Camera size={18} aria-hidden />
        {!bare && label}
        <input
          id={id}
          aria-label={bare ? label : undefined}
          type="file"
          accept="image/*"
          multiple
          className="sr-only"
          onChange={({ target }) => {
            void add([...(target.files ?? [])]);
            target.value = '';
          }}
        />
      </label>
      {trouble !== null && (
        <p role="alert" className="text-clash">
          {trouble}
        </p>
      )}
    </div>
  );
}
