import { mostPhotoBytes } from '@grim-lantern/contract';

/** The longer side that is kept, pixels: a connector's pin numbers can be read. */
const longest = 1800;
/** Beyond this the browser may run out of memory before it is made small. */
const mostFileBytes = 80 * 2 ** 20;
const qualities = [0.82, 0.65, 0.45] as const;

export interface SmallPicture {
  readonly picture: Blob;
  readonly width: number;
  readonly height: number;
}

/**
 * A photo made small, without what a camera writes into it (where it was taken, by what).
 * @throws {Error} with the sentence for the page, where it is none that can be shown
 */
export async function smallPicture(file: Blob): Promise<SmallPicture> {
  if (file.size > mostFileBytes) throw new Error('Expected a photo of at most 80 MB.');
  const full = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => {
    throw new Error('Expected a photo that this browser can show, such as JPEG, PNG or WebP.');
  });
  const share = Math.min(1, longest / Math.max(full.width, full.height));
  const [width, height] = [
    Math.max(1, Math.round(full.width * share)),
    Math.max(1, Math.round(full.height * share)),
  ];
  const canvas = document.createElement('canvas');
  Object.assign(canvas, { width, height });
  canvas.getContext('2d')?.drawImage(full, 0, 0, width, height);
  full.close();
  for (const quality of qualities) {
    const picture = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', quality));
    if (picture !== null && picture.size <= mostPhotoBytes) return { picture, width, height };
  }
  throw new Error('The photo could not be made smaller than 3 MB.');
}
