import {
  commonTurn,
  localBlur,
  lumaOfBytes,
  patchesOf,
  patchFeatures,
  seededRandom,
  slopeCells,
  softnessFeatures,
  type BlurModel,
  type Ensemble,
  type Patch,
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
  /** What the subject covers of each of `COVER_SIDE` × `COVER_SIDE` parts of the picture, row by row, 0 to 1. */
  cover: number[];
}

export const COVER_SIDE = 32;

/** A picture by the moments of its slopes. */
export interface Measured {
  cells: SlopeCells;
  width: number;
  height: number;
}

/** What is learnt from: a frame's features with the place one looks at said, not said, and as if it stood upright. */
export interface Example extends Pick<Known, 'scene' | 'cause' | 'size'> {
  told: number[];
  untold: number[];
  upright: number[];
}

/** A frame before its patches are told: its features without them, and each patch with what the subject covers of it. */
export interface Looked extends Example {
  patches: (Patch & { covered: number })[];
}

/** How far off the place is when it is said, as a share of the picture. */
const OFF = 0.015;

export async function cellsOf(file: Buffer): Promise<Measured> {
  const { data, info } = await sharp(file).toColourspace('srgb').ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  const { width, height } = info;
  return { cells: slopeCells(lumaOfBytes(new Uint8ClampedArray(data)), width, height), width, height };
}

export function lookedAt({ scene, cause, size, seed, spot, cover }: Known, { cells, width, height }: Measured, model: BlurModel): Looked {
  const places = localBlur(cells, model);
  const { noise } = cells;
  const random = seededRandom(seed);
  const off = (share: number): number => share + OFF * (2 * random() - 1);
  const turned = places.map((place) => ({ ...place, x: place.y, y: Math.min(0.9999, 1 - place.x), turn: { x: -place.turn.x, y: -place.turn.y } }));
  // The same whichever way the picture stands.
  const common = commonTurn({ places, noise, width, height });
  return {
    scene,
    cause,
    size,
    told: [...softnessFeatures({ places, noise, width, height }, { x: off(spot.x), y: off(spot.y) }), ...common],
    untold: [...softnessFeatures({ places, noise, width, height }), ...common],
    upright: [...softnessFeatures({ places: turned, noise, width: height, height: width }, { x: off(spot.y), y: off(1 - spot.x) }), ...common],
    patches: patchesOf({ places, noise, width, height }).map((patch) => ({ ...patch, covered: coveredOf(patch, cover, width, height) })),
  };
} // prettier-ignore

/** Reach round the middle of a patch within which it counts what the subject covers, as a share of the longer side. */
const REACH = 0.04;

function coveredOf({ x, y }: Patch, cover: readonly number[], width: number, height: number): number {
  const longer = Math.max(width, height);
  const middle = (i: number, side: number): number => ((i + 0.5) / COVER_SIDE) * (side / longer);
  const near = cover.filter(
    (_, i) => Math.hypot(middle(i % COVER_SIDE, width) - x, middle(Math.floor(i / COVER_SIDE), height) - y) < REACH,
  );
  return near.reduce((sum, value) => sum + value, 0) / near.length;
}

/** A frame as it is learnt from, its patches told by a model. */
export function exampleOf({ patches, ...looked }: Looked, patchModel: Ensemble): Example {
  const told = patchFeatures(patches, patchModel);
  return {
    ...looked,
    told: [...looked.told, ...told],
    untold: [...looked.untold, ...told],
    upright: [...looked.upright, ...told],
  };
}

/** Blur is a fault from twice the tolerance on: below, a frame is still usable. */
export const isPlain = ({ cause, size }: Pick<Example, 'cause' | 'size'>): boolean =>
  cause === 'sharp' || cause === 'grain' || size >= 2;
