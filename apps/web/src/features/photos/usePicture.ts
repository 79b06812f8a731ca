import { use, useEffect, useState } from 'react';
import { PictureSource } from './PictureSource';

/** An address of what a photo shows, for as long as it is looked at; undefined until it is there, null where it cannot be had. */
export function usePicture(id: string): string | null | undefined {
  const [found, setFound] = useState<{ readonly id: string; readonly address: string | null } | null>(null);
  const pictureOf = use(PictureSource);
  useEffect(() => {
    let [current, address]: [boolean, string | null] = [true, null];
    void pictureOf(id).then((picture) => {
      if (!current) return;
      address = picture === null ? null : URL.createObjectURL(picture);
      setFound({ id, address });
    });
    return () => {
      current = false;
      if (address !== null) URL.revokeObjectURL(address);
    };
  }, [id, pictureOf]);
  return found?.id === id ? found.address : undefined;
}
