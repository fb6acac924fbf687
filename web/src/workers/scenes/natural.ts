import { openScene, type NaturalScene, type PixelBytes } from '@hushto/core';

/** The file of every scene by its path: an address only, loaded when the scene is first shown. */
const FILES = import.meta.glob<string>('./natural/*.scene', { eager: true, query: '?url&no-inline', import: 'default' });

const loaded = new Map<string, Promise<NaturalScene>>();
const MOST_LOADED = 3;

/** The files of a scene, fetched once. @param name of its folder @throws where they cannot be had: asked again the next time */
export function natural(name: string): Promise<NaturalScene> {
  let known = loaded.get(name);
  if (!known) {
    if (loaded.size >= MOST_LOADED) loaded.delete(loaded.keys().next().value!);
    known = load(name);
    loaded.set(name, known);
    known.catch(() => loaded.delete(name));
  }
  return known;
}

async function load(name: string): Promise<NaturalScene> {
  const answer = await fetch(FILES[`./natural/${name}.scene`]!);
  if (!answer.ok) throw new Error('the picture of this scene could not be loaded');
  return openScene(new Uint8Array(await answer.arrayBuffer()), pixelsOf);
}

async function pixelsOf(picture: Uint8Array): Promise<PixelBytes> {
  const bitmap = await createImageBitmap(new Blob([picture as BlobPart]), {
    colorSpaceConversion: 'none',
    premultiplyAlpha: 'none',
  });
  const { width, height } = bitmap;
  const pen = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
  pen.drawImage(bitmap, 0, 0);
  bitmap.close();
  return { width, height, data: pen.getImageData(0, 0, width, height).data };
}
