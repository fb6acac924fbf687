import { NOISE_SLOPES, PER_CELL, SCALES_PX, type SlopeCells } from './slopeCells.ts';

/** Cells along the side of the window that is looked at as one. */
const WINDOW_CELLS = 3;
const DIRECTIONS = 12;
/** Blurs that are told apart, Gaussian px. */
const SIGMAS_PX = [0, 0.3, 0.5, 0.7, 0.85, 1, 1.2, 1.4, 1.7, 2, 2.4, 2.9, 3.5, 4.3, 5.3, 6.6, 8.2] as const;
/** How fast squared slopes fall off with the squared scale where nothing is blurred: ½ for bare edges, 1 for texture of natural spectrum. */
const FALLS = [0.5, 0.65, 0.8, 0.95, 1.1] as const;
/** What it mostly is, and its spread; ours, and how much that counts against the slopes. */
const [USUAL_FALL, FALL_SPREAD, FALL_WEIGHT] = [0.75, 0.15, 0.03];
/** A window tells something where its slopes stand so far above the noise. Ours. */
const ABOVE_NOISE = 2;

/** Blur of one place of a picture. */
export interface LocalBlur {
  /** Middle of the window, shares of the picture. */
  x: number;
  y: number;
  /** Least and most blur over all directions, Gaussian px. */
  leastPx: number;
  mostPx: number;
  /** Mean of the squared blur over directions, px², and how it turns with twice the angle: the half-difference of a smear. */
  meanPx2: number;
  turn: { x: number; y: number };
  /** Squared slopes above the noise, as a weight. */
  energy: number;
  /** Mean squared misfit of the slopes, (log2)²: large where noise or crossing textures leave nothing to tell by. */
  misfit: number;
}

/** Fall-off of squared slopes from scale to scale, log2, for each blur and a fall of 1. */
const FALL_OFF = SIGMAS_PX.map((sigma) =>
  [0, 1, 2].map((j) => Math.log2((sigma ** 2 + SCALES_PX[j + 1]! ** 2) / (sigma ** 2 + SCALES_PX[j]! ** 2))),
);
const ANGLES = Array.from({ length: DIRECTIONS }, (_, d) => (d * Math.PI) / DIRECTIONS);

/**
 * How blurred each part of a picture is in each direction. Squared slopes of a natural picture fall off with the scale s as (σ² + s²)^−a:
 * blur σ bends that at its own size, whatever the texture's a, which is found along with it, one for all directions of a window.
 * Blurs below 0.5 px and above 6 px are not told apart, those above 3 px come out up to a third low. A smear counts as the Gaussian of its
 * variance, and less of it is seen than there is: edges that run along it stay as they are.
 * Windows overlap by two thirds; those without slopes above the noise are left out.
 */
export function localBlur({ columns, rows, means, noise }: SlopeCells): LocalBlur[] {
  const places: LocalBlur[] = [];
  const tensor = new Float64Array(PER_CELL);
  for (let row = 0; row + WINDOW_CELLS <= rows; row++)
    for (let column = 0; column + WINDOW_CELLS <= columns; column++) {
      tensor.fill(0);
      let noise2 = 0;
      for (let r = row; r < row + WINDOW_CELLS; r++)
        for (let c = column; c < column + WINDOW_CELLS; c++) {
          const cell = r * columns + c;
          noise2 += noise[cell]! ** 2 / WINDOW_CELLS ** 2;
          for (let k = 0; k < PER_CELL; k++) tensor[k]! += means[PER_CELL * cell + k]! / WINDOW_CELLS ** 2;
        }
      const floor = 2 * noise2 * NOISE_SLOPES[2];
      const energy = tensor[6]! + tensor[8]! - floor;
      if (!(energy > 0) || energy < ABOVE_NOISE * floor) continue;
      const at = { x: (column + WINDOW_CELLS / 2) / columns, y: (row + WINDOW_CELLS / 2) / rows };
      places.push({ ...at, ...blurByDirection(tensor, noise2), energy });
    }
  return places;
}

function blurByDirection(tensor: Float64Array, noise2: number): Omit<LocalBlur, 'x' | 'y' | 'energy'> {
  const slopes = ANGLES.map((angle) => fallOffs(tensor, angle, noise2));
  let best = { misfit: Infinity, sigmas: [] as number[] };
  for (const fall of FALLS) {
    let misfit = FALL_WEIGHT * DIRECTIONS * ((fall - USUAL_FALL) / FALL_SPREAD) ** 2;
    const sigmas: number[] = [];
    for (const { falls, weights } of slopes) {
      let [least, at] = [Infinity, 0];
      for (let k = 0; k < SIGMAS_PX.length; k++) {
        const of = FALL_OFF[k]!;
        let sum = 0;
        for (let j = 0; j < 3; j++) sum += weights[j]! * (falls[j]! - fall * of[j]!) ** 2;
        if (sum < least) [least, at] = [sum, k];
      }
      misfit += least;
      sigmas.push(SIGMAS_PX[at]!);
    }
    if (misfit < best.misfit) best = { misfit, sigmas };
  }
  const { sigmas, misfit } = best;
  const mean = (of: (angle: number) => number): number =>
    ANGLES.reduce((sum, angle, d) => sum + sigmas[d]! ** 2 * of(angle), 0) / DIRECTIONS;
  return {
    leastPx: Math.min(...sigmas),
    mostPx: Math.max(...sigmas),
    meanPx2: mean(() => 1),
    turn: { x: 2 * mean((angle) => Math.cos(2 * angle)), y: 2 * mean((angle) => Math.sin(2 * angle)) },
    misfit: misfit / DIRECTIONS,
  };
}

/** Fall-off of squared slopes in one direction, log2, noise taken off, and how much each counts. */
function fallOffs(tensor: Float64Array, angle: number, noise2: number): { falls: number[]; weights: number[] } {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const [net, clear]: [number[], number[]] = [[], []];
  for (let scale = 0; scale < SCALES_PX.length; scale++) {
    const along = tensor[3 * scale]! * c * c + 2 * tensor[3 * scale + 1]! * c * s + tensor[3 * scale + 2]! * s * s;
    const left = along - noise2 * NOISE_SLOPES[scale]!;
    net.push(Math.max(0.02 * along, left));
    clear.push(along > 0 ? Math.max(0, left / along) : 0);
  }
  return {
    falls: [0, 1, 2].map((j) => (net[j + 1]! > 0 && net[j]! > 0 ? Math.log2(net[j]! / net[j + 1]!) : 0)),
    weights: [0, 1, 2].map((j) => clear[j]! ** 2 * clear[j + 1]! ** 2 + 1e-3),
  };
}
