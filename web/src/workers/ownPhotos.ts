import { lendMask, lendPhoto } from './frames.ts';

/** A photo of the user's own as the page shows it for brushing, and what is brushed on it: white where it moves. */
export interface Brushable {
  shown: ImageBitmap;
  mask: OffscreenCanvas;
}

/** Longest side of the copy to brush on, px: a brush is no finer. */
const BRUSHED_PX = 1200;

const photos = new Map<number, Brushable>();

/** Gives a photo to the worker that draws frames and keeps a copy to brush on; all of it stays in this browser. Returns its id. */
export async function takeIn(picture: ImageBitmap): Promise<number> {
  const scale = Math.min(1, BRUSHED_PX / Math.max(picture.width, picture.height));
  const [width, height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
  const shown = await createImageBitmap(picture, { resizeWidth: width, resizeHeight: height, resizeQuality: 'high' });
  const id = lendPhoto(picture);
  photos.set(id, { shown, mask: new OffscreenCanvas(width, height) });
  return id;
}

/** Undefined for a photo that was not taken in. */
export const brushable = (id: number): Brushable | undefined => photos.get(id);

/** Gives what is brushed to the worker. @param earlier what was brushed before, to begin with */
export async function lendBrushed(id: number, earlier?: ImageBitmap): Promise<void> {
  const { mask } = photos.get(id)!;
  if (earlier) mask.getContext('2d')!.drawImage(earlier, 0, 0, mask.width, mask.height);
  lendMask(id, await createImageBitmap(mask));
}

/** What is brushed on a photo, as a picture to keep. */
export const brushedOf = (id: number): Promise<Blob> => photos.get(id)!.mask.convertToBlob();
