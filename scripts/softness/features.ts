import {
  localBlur,
  lumaOfBytes,
  seededRandom,
  slopeCells,
  softnessFeatures,
  type BlurModel,
  type SlopeCells,
  type SoftCause,
} from '@hushto/core';
import sharp from 'sharp';

/** What is known of a frame whose cause is known because it was made so. */
export interface Known {
  scene: string;
  seed: number;
  cause: SoftCause;
  /** The cause's size: tolerances of blur; for grain, stops under the signal-to-noise ratio that is coarse. */
  size: number;
  /** Where one should look, as shares of the picture. */
  spot: { x: number; y: number };
}

/** A picture by the moments of its slopes. */
export interface Measured {
  cells: SlopeCells;
  width: number;
  height: number;
}

/** What is learnt from: a frame's features with the place one looks at said, not said, and as if it stood upright. */
export interface Example {
  scene: string;
  cause: SoftCause;
  size: number;
  told: number[];
  untold: number[];
  upright: number[];
}

/** How far off the place is when it is said, as a share of the picture. */
const OFF = 0.015;

export async function cellsOf(file: Buffer): Promise<Measured> {
  const { data, info } = await sharp(file).toColourspace('srgb').ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const { width, height } = info;
  return { cells: slopeCells(lumaOfBytes(new Uint8ClampedArray(data)), width, height), width, height };
}

export function exampleOf({ scene, cause, size, seed, spot }: Known, { cells, width, height }: Measured, model: BlurModel): Example {
  const places = localBlur(cells, model);
  const { noise } = cells;
  const random = seededRandom(seed);
  const off = (share: number): number => share + OFF * (2 * random() - 1);
  const turned = places.map((place) => ({ ...place, x: place.y, y: Math.min(0.9999, 1 - place.x), turn: { x: -place.turn.x, y: -place.turn.y } }));
  return {
    scene,
    cause,
    size,
    told: softnessFeatures({ places, noise, width, height }, { x: off(spot.x), y: off(spot.y) }),
    untold: softnessFeatures({ places, noise, width, height }),
    upright: softnessFeatures({ places: turned, noise, width: height, height: width }, { x: off(spot.y), y: off(1 - spot.x) }),
  };
} // prettier-ignore

/** Blur is a fault from twice the tolerance on: below, a frame is still usable. */
export const isPlain = ({ cause, size }: Pick<Example, 'cause' | 'size'>): boolean =>
  cause === 'sharp' || cause === 'grain' || size >= 2;
