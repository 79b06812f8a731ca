import { useState } from 'react';
import type { PhotoAbout } from '../../data/photos';
import { takePhoto } from '../../data/photos';
import { useAppDispatch } from '../../data/store';
import { smallPicture } from './smallPicture';

/** Adds pictures one after another; those that are none are told, the others kept. */
export function useAddPhotos(about: PhotoAbout) {
  const dispatch = useAppDispatch();
  const [trouble, setTrouble] = useState<string | null>(null);
  const add = async (files: readonly File[]) => {
    setTrouble(null);
    for (const file of files) {
      try {
        const taken = await dispatch(takePhoto({ ...about, ...(await smallPicture(file)) })).unwrap();
        if (!taken.outlives)
          setTrouble(
            'This browser keeps nothing over a reload: do not close the page until the photo is sent.',
          );
      } catch (error) {
        // What the store rejects with is the sentence itself.
        setTrouble(error instanceof Error ? error.message : String(error));
      }
    }
  };
  return { add, trouble };
}
