import { createContext } from 'react';
import { pictureOf } from '../../data/photos';

/** Fetches what a photo shows; null where it cannot be had. */
export type PictureOf = (id: string) => Promise<Blob | null>;

/** Where the pictures below come from. */
export const PictureSource = createContext<PictureOf>(pictureOf);
