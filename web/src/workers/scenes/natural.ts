import { openScene, type NaturalScene, type PixelBytes } from '@hushto/core';

/** The file of every scene by its path, and of the part of it that is drawn finer: addresses only, loaded when first shown. */
const FILES = import.meta.glob<string>(['./natural/*.scene', './close/*.scene'], {
  eager: true,
  query: '?url&no-inline',
  import: 'default',
});

const loaded = new Map<string, Promise<NaturalScene>>();
/** Those that have come. */
const here = new Map<string, NaturalScene>();
const MOST_LOADED = 4;

/** A scene, fetched once. @param name of its folder @throws where it cannot be had: asked again the next time */
export const natural = (name: string): Promise<NaturalScene> => kept(`./natural/${name}.scene`);

/** The part of a scene round its most telling place, finer; null where it cannot be had: the scene is shown enlarged. */
export const close = (name: string): Promise<NaturalScene | null> => kept(closePath(name)).catch(() => null);

/** The same where it has come already. */
export const closeIfHere = (name: string): NaturalScene | null => here.get(closePath(name)) ?? null;

const closePath = (name: string): string => `./close/${name}.scene`;

function kept(path: string): Promise<NaturalScene> {
  let known = loaded.get(path);
  if (!known) {
    if (loaded.size >= MOST_LOADED) {
      const [oldest] = loaded.keys();
      loaded.delete(oldest!);
      here.delete(oldest!);
    }
    known = load(path);
    loaded.set(path, known);
    known.then(
      (scene) => loaded.has(path) && here.set(path, scene),
      () => loaded.delete(path),
    );
  }
  return known;
}

async function load(path: string): Promise<NaturalScene> {
  const answer = await fetch(FILES[path]!);
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
