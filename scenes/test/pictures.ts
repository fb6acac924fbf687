import { readFileSync } from 'node:fs';
import { develop, flatPlanes, linearOfCode, readSceneFile, COLOURS, type Piece, type Planes } from '@hushto/core';
import sharp from 'sharp';
import { CODE, MOST_OVER } from '../src/develop.ts';
import { detailOf, type Detail } from '../src/spectrum.ts';

export const NATURAL = new URL('../../web/src/workers/scenes/natural/', import.meta.url);

/** The file of a scene as it ships. */
export const shipped = (name: string) => readSceneFile(readFileSync(new URL(`${name}.scene`, NATURAL)));

/** A scene as its files hold it, put together, in linear light. */
export async function composed(name: string): Promise<Planes> {
  const { manifest, piece } = shipped(name);
  const { width, height, still, lamps, parts } = manifest;
  const bytesOf = (at: Piece): Promise<Buffer> => sharp(piece(at)).removeAlpha().raw().toBuffer();
  const planes = flatPlanes(width, height);
  const linear = Float32Array.from({ length: 256 }, (_, code) => linearOfCode(code, CODE));
  const [ground, over] = [await bytesOf(still), await bytesOf(lamps)];
  COLOURS.forEach((colour, c) => {
    for (let i = 0; i < width * height; i++)
      planes[colour][i] = linear[ground[3 * i + c]!]! + (MOST_OVER / 255) * over[3 * i + c]!;
  });
  for (const { cut, file } of parts) {
    const bytes = await bytesOf(file);
    const under = 3 * cut.width * cut.height;
    for (let y = 0; y < Math.min(cut.height, height - cut.top); y++)
      for (let x = 0; x < Math.min(cut.width, width - cut.left); x++) {
        const [from, to] = [3 * (y * cut.width + x), (cut.top + y) * width + cut.left + x];
        const cover = bytes[under + from]! / 255;
        COLOURS.forEach((colour, c) => {
          planes[colour][to] = planes[colour][to]! * (1 - cover) + linear[bytes[from + c]!]!;
        });
      }
  }
  return planes;
}

/** Averaged over squares, to a width it is a whole multiple of. */
export function averaged(planes: Planes, by: number): Planes {
  const [width, height] = [Math.floor(planes.width / by), Math.floor(planes.height / by)];
  const small = flatPlanes(width, height);
  for (const colour of COLOURS)
    for (let y = 0; y < height * by; y++)
      for (let x = 0; x < width * by; x++)
        small[colour][Math.floor(y / by) * width + Math.floor(x / by)]! += planes[colour][y * planes.width + x]! / by ** 2;
  return small;
}

/** Detail of a picture in linear light, developed as frames are, in luminance. */
export function detailOfPlanes(planes: Planes): Detail {
  const { width, height } = planes;
  const pixels = develop(planes);
  return detailOf(
    Float64Array.from(
      { length: width * height },
      (_, i) => 0.2126 * pixels[4 * i]! + 0.7152 * pixels[4 * i + 1]! + 0.0722 * pixels[4 * i + 2]!,
    ),
    width,
    height,
  );
}
