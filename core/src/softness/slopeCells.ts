import { gaussianBlur } from '../image/gaussianBlur.ts';

/** Side of the cells in which slopes are summed, px. */
export const CELL_PX = 32;
/** Gaussian laid over the picture before its finest slopes are taken, px, and before those of each coarser level, px of that level. */
const FINEST_SIGMA_PX = 0.5;
const LEVEL_SIGMA_PX = 1.4;
/** What must be added to a picture so blurred, halved, to be so blurred again. */
const AFTER_HALVING_PX = (LEVEL_SIGMA_PX * Math.sqrt(3)) / 2;
/** A slope is taken over two pixels, which blurs by a box: standard deviation 2/√12. */
const SLOPE_SIGMA_PX = 1 / Math.sqrt(3);
const LEVEL_SCALE_PX = Math.hypot(LEVEL_SIGMA_PX, SLOPE_SIGMA_PX);
/** The scales at which slopes are taken, px of the picture. */
export const SCALES_PX = [
  Math.hypot(FINEST_SIGMA_PX, SLOPE_SIGMA_PX),
  LEVEL_SCALE_PX,
  2 * LEVEL_SCALE_PX,
  4 * LEVEL_SCALE_PX,
] as const;
/** Squared slopes that white noise of 1 leaves along each axis at each scale, px⁻²: the finer two worked out from the kernels, the coarser counted on noise. */
export const NOISE_SLOPES = [0.202, 0.00845, 0.000491, 0.0000295] as const;
/** Numbers of a cell: at each scale the means of dx², dx·dy and dy², then those of the fourth degree, dx⁴, dx³·dy, dx²·dy², dx·dy³ and dy⁴. */
export const PER_SCALE = 8;
export const PER_CELL = PER_SCALE * SCALES_PX.length;

/** Slopes of a picture, summed by cells. */
export interface SlopeCells {
  columns: number;
  rows: number;
  /** `PER_CELL` for each cell, row by row: means over its pixels, noise and all. */
  means: Float64Array;
  /** Standard deviation of the noise of a pixel in each cell, in the unit of the luminance. */
  noise: Float64Array;
}

/**
 * Squared slopes (structure tensors) of a picture at four scales, and their fourth powers, cell by cell. What is left at its right and lower border is not looked at.
 * @param luminance encoded, 0 to 1, row by row  @throws RangeError where it does not fill width × height
 * Reference: Förstner & Gülch, ISPRS Intercommission Workshop (1987) 281 (from memory).
 */
export function slopeCells(luminance: Float32Array, width: number, height: number): SlopeCells {
  if (luminance.length !== width * height) throw new RangeError(`${luminance.length} values do not fill ${width} × ${height}`);
  const [columns, rows] = [Math.floor(width / CELL_PX), Math.floor(height / CELL_PX)];
  const means = new Float64Array(PER_CELL * columns * rows);
  const finest = gaussianBlur(luminance, width, height, FINEST_SIGMA_PX);
  addSlopes({ plane: finest, width, height }, CELL_PX, columns, rows, means, 0);
  const first = gaussianBlur(finest, width, height, Math.sqrt(LEVEL_SIGMA_PX ** 2 - FINEST_SIGMA_PX ** 2));
  let level: Level = { plane: first, width, height };
  for (let scale = 1, cellPx = CELL_PX; scale < SCALES_PX.length; scale++, cellPx /= 2) {
    addSlopes(level, cellPx, columns, rows, means, scale);
    const half = halved(level);
    level = { ...half, plane: gaussianBlur(half.plane, half.width, half.height, AFTER_HALVING_PX) };
  }
  return { columns, rows, means, noise: noiseByCell(luminance, width, columns, rows) };
}

interface Level {
  plane: Float32Array;
  width: number;
  height: number;
}

function halved({ plane, width, height }: Level): Level {
  const [w, h] = [width >> 1, height >> 1];
  const half = new Float32Array(w * h);
  for (let y = 0, i = 0; y < h; y++)
    for (let x = 0; x < w; x++, i++) {
      const at = 2 * y * width + 2 * x;
      half[i] = (plane[at]! + plane[at + 1]! + plane[at + width]! + plane[at + width + 1]!) / 4;
    }
  return { plane: half, width: w, height: h };
}

function addSlopes(
  { plane, width }: Level,
  cellPx: number,
  columns: number,
  rows: number,
  means: Float64Array,
  scale: number,
): void {
  // A slope over pixels n times as large is n times as steep: per pixel of the picture, squared, it is n² less.
  const finer = (cellPx / CELL_PX) ** 2;
  const [squared, fourth] = [finer / (cellPx * cellPx), (finer * finer) / (cellPx * cellPx)];
  for (let y = 1; y < rows * cellPx - 1; y++)
    for (let column = 0; column < columns; column++) {
      let [xx, xy, yy, xxxx, xxxy, xxyy, xyyy, yyyy] = [0, 0, 0, 0, 0, 0, 0, 0];
      const end = y * width + Math.min((column + 1) * cellPx, columns * cellPx - 1);
      for (let i = y * width + Math.max(1, column * cellPx); i < end; i++) {
        const dx = (plane[i + 1]! - plane[i - 1]!) / 2;
        const dy = (plane[i + width]! - plane[i - width]!) / 2;
        const dx2 = dx * dx;
        const dxdy = dx * dy;
        const dy2 = dy * dy;
        xx += dx2;
        xy += dxdy;
        yy += dy2;
        xxxx += dx2 * dx2;
        xxxy += dx2 * dxdy;
        xxyy += dx2 * dy2;
        xyyy += dxdy * dy2;
        yyyy += dy2 * dy2;
      }
      const at = PER_CELL * (Math.floor(y / cellPx) * columns + column) + PER_SCALE * scale;
      means[at]! += xx * squared;
      means[at + 1]! += xy * squared;
      means[at + 2]! += yy * squared;
      means[at + 3]! += xxxx * fourth;
      means[at + 4]! += xxxy * fourth;
      means[at + 5]! += xxyy * fourth;
      means[at + 6]! += xyyy * fourth;
      means[at + 7]! += yyyy * fourth;
    }
}

/** Steps of brightness in which noise is looked for. */
const LEVELS = 8;
/** The quieter cells show the noise, the others detail too; and how many are enough to tell. */
const QUIET_SHARE = 0.2;
const FEWEST_CELLS = 12;

/**
 * Noise of each cell: the median of a filter that neither edges nor slopes pass, held to that of the quieter cells as bright as it is, for
 * photons make it differ with brightness.
 * Reference: Immerkær, Comput. Vis. Image Underst. 64 (1996) 300 (from memory).
 */
function noiseByCell(luminance: Float32Array, width: number, columns: number, rows: number): Float64Array {
  const passed = new Float32Array((CELL_PX / 2) ** 2);
  const found: { noise: number; level: number }[] = [];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      let [n, sum] = [0, 0];
      const bottom = Math.min((row + 1) * CELL_PX, rows * CELL_PX - 1);
      const right = Math.min((column + 1) * CELL_PX, columns * CELL_PX - 1);
      for (let y = Math.max(1, row * CELL_PX); y < bottom; y += 2)
        for (let x = Math.max(1, column * CELL_PX); x < right; x += 2, n++) {
          const i = y * width + x;
          const [above, below] = [i - width, i + width];
          const cross = luminance[i - 1]! + luminance[i + 1]! + luminance[above]! + luminance[below]!;
          const corners = luminance[above - 1]! + luminance[above + 1]! + luminance[below - 1]! + luminance[below + 1]!;
          passed[n] = Math.abs(4 * luminance[i]! - 2 * cross + corners);
          sum += luminance[i]!;
        }
      const here = passed.subarray(0, n).sort();
      // The filter passes white noise of 1 as 6; half of a normal law lies within 0.6745.
      found.push({ noise: here[n >> 1]! / (6 * 0.6745), level: Math.min(LEVELS - 1, Math.floor((sum / n) * LEVELS)) });
    }
  const quiet = (cells: readonly { noise: number }[]): number => {
    const sorted = Float64Array.from(cells, ({ noise }) => noise).sort();
    return sorted[Math.floor(QUIET_SHARE * sorted.length)] ?? 0;
  };
  const overall = quiet(found);
  const byLevel = Array.from({ length: LEVELS }, (_, level) => {
    const own = found.filter((cell) => cell.level === level);
    return own.length < FEWEST_CELLS ? overall : quiet(own);
  });
  return Float64Array.from(found, ({ noise, level }) => Math.min(noise, byLevel[level]!));
}
