import { requirePositive } from '../numerics/require.ts';

/** The picture: the sensor after cropping, and how finely it will be looked at. */
export interface Picture {
  widthMm: number;
  heightMm: number;
  aspect: number;
  /** Pixel pitch, mm. */
  pitchMm: number;
  /** Finest frequency looked at, cycles per picture height; never above the sensor's own. */
  limitCph: number;
  /** The sensor's own limit, cycles per picture height: h/(2p). */
  sensorCph: number;
  /** Circle of confusion, mm: two viewed pixels, the smear whose first null is at the viewing limit. */
  toleranceMm: number;
}

/** Viewing sizes, cycles per picture height. `perPixel` asks for more than any sensor has and so means its own limit. */
export const VIEWING_CPH = { posted1080: 540, wide2048: 683, screen4k: 1080, print: 1203, perPixel: 20000 } as const;

/**
 * Geometry of the picture a sensor gives.
 * @param widthMm, heightMm of the sensor  @param megapixels of the whole sensor  @param crop linear, ≥ 1  @param viewCph wanted viewing limit
 * @throws RangeError for values not above zero.
 */
export function pictureOf(widthMm: number, heightMm: number, megapixels: number, crop: number, viewCph: number): Picture {
  for (const [name, value] of Object.entries({ widthMm, heightMm, megapixels, crop, viewCph })) requirePositive(name, value);
  const pitchMm = Math.sqrt((widthMm * heightMm) / (megapixels * 1e6));
  const height = heightMm / crop;
  const sensorCph = height / (2 * pitchMm);
  const limitCph = Math.min(viewCph, sensorCph);
  return {
    widthMm: widthMm / crop,
    heightMm: height,
    aspect: widthMm / heightMm,
    pitchMm,
    limitCph,
    sensorCph,
    toleranceMm: height / limitCph,
  };
}

/** A length on the sensor in pixels of the picture as viewed: two of them are one tolerance. */
export const viewedPixels = (lengthMm: number, picture: Picture): number => (2 * lengthMm) / picture.toleranceMm;

/** Rows of a whole picture, two for each cycle: as it will be seen, or as the sensor has them. */
export const rowsOf = ({ limitCph, sensorCph }: Picture, as: 'seen' | 'taken'): number =>
  2 * (as === 'seen' ? limitCph : sensorCph);
