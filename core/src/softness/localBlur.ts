import { BLUR_MODEL, type BlurModel } from './blurModel.ts';
import { answered, evened } from './network.ts';
import { NOISE_SLOPES, PER_CELL, PER_SCALE, SCALES_PX, type SlopeCells } from './slopeCells.ts';

/** Cells along the side of the window that is looked at as one. */
const WINDOW_CELLS = 3;
const DIRECTIONS = 8;
const ANGLES = Array.from({ length: DIRECTIONS }, (_, d) => (d * Math.PI) / DIRECTIONS);
/** A window tells something where its slopes stand so far above the noise. Ours. */
const ABOVE_NOISE = 2;
/** What of slopes is taken to be left where noise hides them. Ours. */
const LEFT = 0.03;
const NOTHING = 1e-12;
/** Variance added before blur is counted in doublings, px²: below a third of a pixel none is told from none. */
export const LEAST_VARIANCE_PX2 = 0.15;
/** How many numbers a direction of a window is told by. */
export const BLUR_SIGNS = 7 * SCALES_PX.length - 4;

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
  /** How unsure the blur is: variance of its doublings, mean over directions. */
  doubt: number;
}

/** Moments of the slopes of one window and its noise. */
export interface BlurWindow {
  row: number;
  column: number;
  moments: Float64Array;
  noise2: number;
  energy: number;
}

/**
 * How blurred each part of a picture is in each direction, by a small network that learnt it from pictures blurred by known paths and discs:
 * squared slopes of a picture fall off with the scale s as (σ² + s²)^−a, blur σ bends that at its own size, and how far slopes stand out
 * (their fourth power) tells edges, whose a is ½, from texture. A smear counts as the Gaussian of its variance.
 * Windows overlap by two thirds; those without slopes above the noise are left out.
 */
export function localBlur(cells: SlopeCells, model: BlurModel = BLUR_MODEL): LocalBlur[] {
  const places: LocalBlur[] = [];
  for (const window of blurWindows(cells)) {
    const at = { x: (window.column + WINDOW_CELLS / 2) / cells.columns, y: (window.row + WINDOW_CELLS / 2) / cells.rows };
    places.push({ ...at, ...blurByDirection(window, model), energy: window.energy });
  }
  return places;
}

/** The windows of a picture that tell anything. The moments of one are overwritten by the next. */
export function* blurWindows({ columns, rows, means, noise }: SlopeCells): Generator<BlurWindow> {
  const moments = new Float64Array(PER_CELL);
  for (let row = 0; row + WINDOW_CELLS <= rows; row++)
    for (let column = 0; column + WINDOW_CELLS <= columns; column++) {
      moments.fill(0);
      let noise2 = 0;
      for (let r = row; r < row + WINDOW_CELLS; r++)
        for (let c = column; c < column + WINDOW_CELLS; c++) {
          const cell = r * columns + c;
          noise2 += noise[cell]! ** 2 / WINDOW_CELLS ** 2;
          for (let k = 0; k < PER_CELL; k++) moments[k]! += means[PER_CELL * cell + k]! / WINDOW_CELLS ** 2;
        }
      const floor = 2 * noise2 * NOISE_SLOPES[2];
      const energy = moments[2 * PER_SCALE]! + moments[2 * PER_SCALE + 2]! - floor;
      if (energy > 0 && energy >= ABOVE_NOISE * floor) yield { row, column, moments, noise2, energy };
    }
}

function blurByDirection(window: BlurWindow, { layers, ...evening }: BlurModel): Omit<LocalBlur, 'x' | 'y' | 'energy'> {
  const variances: number[] = [];
  let doubt = 0;
  for (const angle of ANGLES) {
    const [doublings, logDoubt] = answered(layers, evened(evening, blurSigns(window, angle))) as [number, number];
    variances.push(Math.max(0, 2 ** doublings - LEAST_VARIANCE_PX2));
    doubt += Math.exp(logDoubt) / DIRECTIONS;
  }
  const mean = (of: (angle: number) => number): number =>
    ANGLES.reduce((sum, angle, d) => sum + variances[d]! * of(angle), 0) / DIRECTIONS;
  return {
    leastPx: Math.sqrt(Math.min(...variances)),
    mostPx: Math.sqrt(Math.max(...variances)),
    meanPx2: mean(() => 1),
    turn: { x: 2 * mean((angle) => Math.cos(2 * angle)), y: 2 * mean((angle) => Math.sin(2 * angle)) },
    doubt,
  };
}

/** What one direction of a window is told by: slopes along it and across it at every scale, noise taken off, and how far they stand out. */
export function blurSigns({ moments, noise2 }: Pick<BlurWindow, 'moments' | 'noise2'>, angle: number): number[] {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const [along, across, both, clear, peaked] = [[], [], [], [], []] as number[][] as [
    number[],
    number[],
    number[],
    number[],
    number[],
  ];
  for (const [scale, passed] of NOISE_SLOPES.entries()) {
    const [xx, xy, yy, xxxx, xxxy, xxyy, xyyy, yyyy] = moments.subarray(PER_SCALE * scale) as unknown as Eight;
    const noise = noise2 * passed;
    const squares = xx * c * c + 2 * xy * c * s + yy * s * s;
    const left = Math.max(LEFT * squares + NOTHING, squares - noise);
    const turned = xx * s * s - 2 * xy * c * s + yy * c * c;
    const leftAcross = Math.max(LEFT * turned + NOTHING, turned - noise);
    const fourth = xxxx * c ** 4 + 4 * xxxy * c ** 3 * s + 6 * xxyy * c * c * s * s + 4 * xyyy * c * s ** 3 + yyyy * s ** 4;
    // Of a sum of independent slopes g and n the fourth moment is g⁴ + 6·g²·n² + 3·n⁴, n being normal; none is below the square of the second.
    const leftFourth = Math.max(LEFT * fourth, fourth - 6 * left * noise - 3 * noise * noise, left * left);
    along.push(Math.log2(left));
    across.push(Math.log2(leftAcross));
    both.push(Math.log2(left + leftAcross));
    clear.push(left / (squares + NOTHING));
    peaked.push(Math.log2(leftFourth / (left * left)));
  }
  const leans = along.map((value, scale) => value - across[scale]!);
  return [
    ...fallOff(along), ...fallOff(across), ...clear, ...leans, ...peaked, ...fallOff(both),
    Math.log2(noise2 + 1e-7), along.at(-1)!, clear.at(-1)! * clear.at(-2)!,
  ]; // prettier-ignore
}

type Eight = [number, number, number, number, number, number, number, number];

/** By how much each is below the one before. */
const fallOff = (values: readonly number[]): number[] => values.slice(1).map((value, i) => values[i]! - value);
