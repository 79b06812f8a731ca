import { ImageOff } from 'lucide-react';
import { usePicture } from './usePicture';

/** What a photo shows, from this device or the server. */
export function Picture({
  id,
  words,
  className = '',
}: {
  readonly id: string;
  readonly words: string;
  readonly className?: string;
}) {
  const shown = usePicture(id);
  if (shown === null) {
    return (
      <span
        role="img"
        aria-label={words}
        className={`text-dim flex items-center justify-center ${className}`}
      >
        <ImageOff size={22} aria-hidden />
      </span>
    );
  }
  if (shown === undefined) return <span aria-hidden className={className} />;
  return <img src={shown} alt={words} className={className} />;
}
