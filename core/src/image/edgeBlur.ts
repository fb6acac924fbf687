import { gaussianBlur } from './gaussianBlur.ts';

/** How soft the edges of a picture are, in the direction in which they are softest. */
export interface EdgeBlur {
  /** Gaussian equivalent, px; null where there are too few edges to tell. */
  sigmaPx: number | null;
  /** Across which direction: 0 along rows, 45, 90 along columns, 135; degrees. */
  directionDeg: number;
  /** Edge points looked at, in all directions. */
  edges: number;
}

/** Smoothing against noise before anything is measured, and the blur added to compare with, px. Ours. */
const SMOOTHED_PX = 1;
const REBLURRED_PX = 2;
/** Slopes are taken over two pixels, which blurs by a box of that width: variance 2²/12, px². */
const SLOPE_VARIANCE_PX2 = 1 / 3;
/** Slopes under this share of the steepest are no edges; of each direction's edges the steepest share is looked at. Ours. */
const LEAST_SLOPE = 0.04;
const STEEPEST_SHARE = 0.4;
/** Edge points a direction needs to count. */
const FEWEST_EDGES = 40;
/** Of the edges in a direction, how far from the sharpest is looked: a scene has soft edges of its own. */
const SHARP_QUANTILE = 0.3;
/** An edge is so many times as steep as the flatter third of the picture, noise and all. Ours. */
const ABOVE_NOISE = 6;
const SECTORS = 4;

/**
 * Blur of edges from how much their slope gives way when the picture is blurred a little more: for a step blurred by σ and again by σ₀ the
 * slopes stand as √(1 + (σ₀/σ)²) to 1. After Zhuo & Sim, Pattern Recognition 44 (2011) 1852 (from memory). Shake blurs the edges across its
 * own direction most, so four directions are looked at apart.
 * Exact for Gaussian blur of single steps; for a straight smear of length b it gives about b/√12 up to 5 px and up to two thirds more beyond.
 * Leaves out that edges may lie nearer than 6 px to others.
 * @param luminance linear or encoded, row by row  @throws RangeError where it does not fill width × height
 */
export function edgeBlur(luminance: Float32Array, width: number, height: number): EdgeBlur {
  if (luminance.length !== width * height || width < 8 || height < 8)
    throw new RangeError(`${luminance.length} values do not fill ${width} × ${height}, or it is under 8 px`);
  const once = gaussianBlur(luminance, width, height, SMOOTHED_PX);
  const twice = gaussianBlur(once, width, height, REBLURRED_PX);
  const slopes = new Float32Array(width * height);
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      slopes[i] = Math.hypot(once[i + 1]! - once[i - 1]!, once[i + width]! - once[i - width]!);
    }
  const sorted = slopes.slice().sort();
  const least = Math.max(LEAST_SLOPE * sorted.at(-1)!, ABOVE_NOISE * sorted[Math.floor(0.3 * sorted.length)]!, 1e-9);
  const sectors: { slope: number; sigmaPx: number }[][] = Array.from({ length: SECTORS }, () => []);
  for (let y = 2; y < height - 2; y++)
    for (let x = 2; x < width - 2; x++) {
      const i = y * width + x;
      if (slopes[i]! < least) continue;
      const [gx, gy] = [once[i + 1]! - once[i - 1]!, once[i + width]! - once[i - width]!];
      const sector = ((Math.round((Math.atan2(gy, gx) / Math.PI) * SECTORS) % SECTORS) + SECTORS) % SECTORS;
      const step = [1, width + 1, width, width - 1][sector]!;
      // Only where the slope is steepest along its own direction: the middle of the edge.
      if (slopes[i]! < slopes[i - step]! || slopes[i]! < slopes[i + step]!) continue;
      const after = Math.hypot(twice[i + 1]! - twice[i - 1]!, twice[i + width]! - twice[i - width]!);
      const ratio = slopes[i]! / after;
      if (!(ratio > 1.001)) continue;
      const squared = REBLURRED_PX ** 2 / (ratio * ratio - 1) - SMOOTHED_PX ** 2 - SLOPE_VARIANCE_PX2;
      sectors[sector]!.push({ slope: slopes[i]!, sigmaPx: Math.sqrt(Math.max(0, squared)) });
    }
  const edges = sectors.reduce((sum, { length }) => sum + length, 0);
  const found = sectors.flatMap((own, sector) => {
    // Each direction has its own steepest edges: a smear along one flattens its own and leaves the others.
    const steepest = own.sort((a, b) => b.slope - a.slope).slice(0, Math.ceil(STEEPEST_SHARE * own.length));
    if (steepest.length < FEWEST_EDGES) return [];
    const sigmas = steepest.map(({ sigmaPx }) => sigmaPx).sort((a, b) => a - b);
    return [{ sigmaPx: sigmas[Math.floor(SHARP_QUANTILE * sigmas.length)]!, sector }];
  });
  const worst = found.reduce<(typeof found)[number] | null>((a, b) => (!a || b.sigmaPx > a.sigmaPx ? b : a), null);
  return { sigmaPx: worst?.sigmaPx ?? null, directionDeg: (worst?.sector ?? 0) * (180 / SECTORS), edges };
}

/** Blur that lens, pixels and raw conversion leave in a sharp photo, px of the file. Ours. */
const SHARP_FILE_SIGMA_PX = 0.9;

/** Length of a straight smear, px, that blurs edges so much beyond what a sharp file has. */
export const smearOfEdges = (sigmaPx: number): number =>
  Math.sqrt(12 * Math.max(0, sigmaPx * sigmaPx - SHARP_FILE_SIGMA_PX * SHARP_FILE_SIGMA_PX));
