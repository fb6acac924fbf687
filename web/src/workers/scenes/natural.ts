import { linearOfCode } from '@hushto/core';
import type { Bytes, Manifest, NaturalScene } from './naturalAtSize.ts';

/** The files of every scene by their path: addresses only, loaded when a scene is first shown. */
const MANIFESTS = import.meta.glob<Manifest>('./natural/*/scene.json', { eager: true, import: 'default' });
const FILES = import.meta.glob<string>('./natural/*/*.{avif,webp}', { eager: true, query: '?url&no-inline', import: 'default' });

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
  const manifest = MANIFESTS[`./natural/${name}/scene.json`]!;
  const bytes = async (file: string): Promise<Bytes> => {
    const answer = await fetch(FILES[`./natural/${name}/${file}`]!);
    if (!answer.ok) throw new Error('the picture of this scene could not be loaded');
    const bitmap = await createImageBitmap(await answer.blob(), { colorSpaceConversion: 'none', premultiplyAlpha: 'none' });
    const { width, height } = bitmap;
    const pen = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
    pen.drawImage(bitmap, 0, 0);
    bitmap.close();
    return { width, height, data: pen.getImageData(0, 0, width, height).data };
  };
  const { still, lamps, parts, code } = manifest;
  const [stillBytes, lampBytes, ...partBytes] = await Promise.all([still, lamps, ...parts.map(({ file }) => file)].map(bytes));
  return {
    ...manifest,
    pictures: { still: stillBytes!, lamps: lampBytes!, parts: partBytes },
    linear: Float32Array.from({ length: 256 }, (_, i) => linearOfCode(i, code)),
  };
}
