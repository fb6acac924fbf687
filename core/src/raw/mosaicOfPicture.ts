import { LINEAR_OF_BYTE } from '../image/picturePlanes.ts';
import type { RawPicture } from './simulatedRaw.ts';

const BITS = 14;
const BLACK = 512;
const WHITE = 2 ** BITS - 1;

/**
 * A developed picture as a sensor under a mosaic of red, green, green and blue would have it: linear light, one colour a photosite. Its
 * levels are those of eight bits, its grain what was drawn. @param pixels RGBA, 8 bits, row by row  @param taken how it was exposed
 */
export function mosaicOfPicture(
  pixels: Uint8ClampedArray,
  width: number,
  height: number,
  taken: Pick<RawPicture, 'iso' | 'shutterS' | 'fNumber'>,
): RawPicture {
  if (pixels.length !== 4 * width * height) throw new RangeError(`${pixels.length} bytes do not fill ${width} × ${height}`);
  const values = new Uint16Array(width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      // Red where both are even, blue where both are odd.
      const colour = (x % 2) + (y % 2);
      values[i] = Math.round(BLACK + LINEAR_OF_BYTE[pixels[4 * i + colour]!]! * (WHITE - BLACK));
    }
  return { width, height, values, blackLevel: BLACK, whiteLevel: WHITE, bits: BITS, ...taken };
}
