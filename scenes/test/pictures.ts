import { readFileSync } from 'node:fs';
import {
  develop,
  flatPlanes,
  linearOfCode,
  readSceneFile,
  COLOURS,
  type PictureCut,
  type Piece,
  type Planes,
} from '@hushto/core';
import sharp from 'sharp';
import { CODE, MOST_OVER } from '../src/develop.ts';
import { detailOf, type Detail } from '../src/spectrum.ts';

export const NATURAL = new URL('../../web/src/workers/scenes/natural/', import.meta.url);
/** Parts of them, finer. */
export const CLOSE = new URL('../../web/src/workers/scenes/close/', import.meta.url);

/** The file of a scene as it ships, or of its close part. */
export const shipped = (name: string, where = NATURAL) => readSceneFile(readFileSync(new URL(`${name}.scene`, where)));

/** A scene as its files hold it, put together, in linear light. */
export async function composed(name: string, where = NATURAL): Promise<Planes> {
  const { manifest, piece } = shipped(name, where);
  const { width, height, still, lamps, parts } = manifest;
  const bytesOf = (at: Piece): Promise<Buffer> => sharp(piece(at)).removeAlpha().raw().toBuffer();
  const planes = flatPlanes(width, height);
  const linear = Float32Array.from({ length: 256 }, (_, code) => linearOfCode(code, CODE));
  const [ground, over] = [await bytesOf(still), await bytesOf(lamps)];
  const all = COLOURS.map((colour) => planes[colour]);
  const brightest = MOST_OVER / 255;
  all.forEach((plane, c) => {
    for (let i = 0; i < width * height; i++) plane[i] = linear[ground[3 * i + c]!]! + brightest * over[3 * i + c]!;
  });
  for (const { cut, file } of parts) {
    const bytes = await bytesOf(file);
    const under = 3 * cut.width * cut.height;
    for (let y = 0; y < Math.min(cut.height, height - cut.top); y++)
      for (let x = 0; x < Math.min(cut.width, width - cut.left); x++) {
        const [from, to] = [3 * (y * cut.width + x), (cut.top + y) * width + cut.left + x];
        const cover = bytes[under + from]! / 255;
        all.forEach((plane, c) => (plane[to] = plane[to]! * (1 - cover) + linear[bytes[from + c]!]!));
      }
  }
  return planes;
}

/** Averaged over squares, to a width it is a whole multiple of. */
export function averaged(planes: Planes, by: number): Planes {
  const [width, height] = [Math.floor(planes.width / by), Math.floor(planes.height / by)];
  const small = flatPlanes(width, height);
  for (const colour of COLOURS) {
    const [from, to] = [planes[colour], small[colour]];
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++)
        for (let n = 0; n < by * by; n++)
          to[i]! += from[(y * by + Math.floor(n / by)) * planes.width + x * by + (n % by)]! / (by * by);
  }
  return small;
}

/** Detail of a picture in linear light, developed as frames are, in luminance. */
export function detailOfPlanes(planes: Planes): Detail {
  const { width, height } = planes;
  const pixels = develop(planes);
  const grey = new Float64Array(width * height);
  for (let i = 0; i < grey.length; i++)
    grey[i] = 0.2126 * pixels[4 * i]! + 0.7152 * pixels[4 * i + 1]! + 0.0722 * pixels[4 * i + 2]!;
  return detailOf(grey, width, height);
}

/** A part of a picture. */
export function cutFrom(planes: Planes, { left, top, width, height }: PictureCut): Planes {
  const part = flatPlanes(width, height);
  for (const colour of COLOURS)
    for (let y = 0; y < height; y++)
      part[colour].set(
        planes[colour].subarray((top + y) * planes.width + left, (top + y) * planes.width + left + width),
        y * width,
      );
  return part;
}
