import { linearOfCode, readSceneFile, type Piece } from '@hushto/core';
import type { Bytes, NaturalScene } from './naturalAtSize.ts';

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
  const { manifest, piece } = readSceneFile(new Uint8Array(await answer.arrayBuffer()));
  const bytes = async (at: Piece): Promise<Bytes> => {
    const picture = new Blob([piece(at) as BlobPart]);
    const bitmap = await createImageBitmap(picture, { colorSpaceConversion: 'none', premultiplyAlpha: 'none' });
    const { width, height } = bitmap;
    const pen = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
    pen.drawImage(bitmap, 0, 0);
    bitmap.close();
    return { width, height, data: pen.getImageData(0, 0, width, height).data };
  };
  const { still, lamps, parts, code } = manifest;
  const [stillBytes, lampBytes, ...partBytes] = await Promise.all([still, lamps, ...parts.map(({ file }) => file)].map(bytes));
  const depths = await Promise.all(parts.map(async ({ depth }) => depth && (await bytes(depth))));
  return {
    ...manifest,
    pictures: { still: stillBytes!, lamps: lampBytes!, parts: partBytes, depths },
    linear: Float32Array.from({ length: 256 }, (_, i) => linearOfCode(i, code)),
  };
}
