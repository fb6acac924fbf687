import type { Measured } from '../motion/measured.ts';
import { logisticFit, type LogisticFit, type LogisticRow } from '../learn/logisticFit.ts';

/** Frames that share their figures, by what became of them. */
export interface LogCell {
  /** Drift of the hands, stops. */
  hold: number | null;
  /** Smear of the subject, stops over the tolerance. */
  smearStops: number | null;
  /** Grain: stops of signal-to-noise below 1. More is grainier. */
  grainStops: number | null;
  keepers: number;
  hands: number;
  subject: number;
  focus: number;
  grain: number;
}

/** The faults that have a figure of their own, and which. */
export const LIMITED_BY = { hands: 'hold', subject: 'smearStops', grain: 'grainStops' } as const;
export type LimitedBy = keyof typeof LIMITED_BY;

/** Where the share of frames not lost to one fault crosses a wanted one, in that fault's own stops. */
export interface LogLimit {
  fault: LimitedBy;
  at: number;
  /** Interval of 90 %; null where the frames do not bound it. */
  low: number | null;
  high: number | null;
  /** Change of the log odds for each stop. */
  slope: number;
  /** Judged frames it rests on, and how many of them were lost to this. */
  frames: number;
  lost: number;
  /** How many frames more would bring the interval to a third of a stop either way, by the law of roots; 0 where it is there. */
  moreFrames: number | null;
}

/**
 * The speed a limit of movement stands for: a subject whose frames are lost at half the smear moves twice as fast as was thought.
 * @param speedMps as the frames' brief has it, m/s, > 0  @returns m/s to two digits, and the share it may be off by, nine times in ten
 */
export function speedOfLimit(speedMps: number, { at, low, high }: Pick<LogLimit, 'at' | 'low' | 'high'>): Measured {
  const half = low === null || high === null ? UNBOUND_STOPS : (high - low) / 2;
  return { value: Number((speedMps * 2 ** -at).toPrecision(2)), errorShare: Math.min(MOST_ERROR_SHARE, 2 ** half - 1) };
}
/** What is said of a limit that the frames do not bound, and the most a brief holds. Ours. */
const UNBOUND_STOPS = 2;
const MOST_ERROR_SHARE = 10;

/** Fewest frames, and fewest of either outcome, that a limit is fitted from. */
const FEWEST_FRAMES = 12;
const FEWEST_OF_EITHER = 3;
/** Frames of a figure's slope are expected to lie within a few per stop: a weak prior, which mostly matters where outcomes are cleanly apart. Ours. */
const SLOPE_SD = 3;
const NORMAL_90 = 1.6448536269514722;
const SETTLED_STOPS = 1 / 3;

/**
 * The limit of one fault: frames lost to it against keepers; those lost to something else say nothing of it.
 * @param share of frames that shall not be lost to it  @returns null where too few frames tell
 */
export function limitOf(cells: readonly LogCell[], fault: LimitedBy, share: number): LogLimit | null {
  const figure = LIMITED_BY[fault];
  const rows = cells.flatMap((cell): LogisticRow[] => {
    const x = cell[figure];
    const tries = cell.keepers + cell[fault];
    return x === null || tries === 0 ? [] : [{ x: [x], hits: cell.keepers, tries }];
  });
  const frames = rows.reduce((sum, { tries }) => sum + tries, 0);
  const lost = frames - rows.reduce((sum, { hits }) => sum + hits, 0);
  if (frames < FEWEST_FRAMES || Math.min(lost, frames - lost) < FEWEST_OF_EITHER) return null;
  // From the middle of the figures: the constant and the slope are then nearly apart.
  const middle = rows.reduce((sum, { x, tries }) => sum + x[0]! * tries, 0) / frames;
  if (rows.every(({ x }) => Math.abs(x[0]! - middle) < 1e-9)) return null;
  const fit = logisticFit(
    rows.map((row) => ({ ...row, x: [row.x[0]! - middle] })),
    { priorSd: SLOPE_SD },
  );
  const slope = fit.coefficients[1]!;
  // More of the figure must be worse, or it is no limit.
  if (slope >= 0) return null;
  const wanted = Math.log(share / (1 - share));
  const at = (wanted - fit.coefficients[0]!) / slope;
  const bounds = fieller(fit, wanted);
  const half = bounds && (bounds.high - bounds.low) / 2;
  return {
    fault,
    at: middle + at,
    low: bounds && middle + bounds.low,
    high: bounds && middle + bounds.high,
    slope,
    frames,
    lost,
    moreFrames: half && Math.max(0, Math.ceil(frames * ((half / SETTLED_STOPS) ** 2 - 1))),
  };
}

/**
 * Interval of 90 % for the figure at which the score is `wanted`: all x whose score may be it, (b₀ + b₁x − w)² ≤ z²·var.
 * Null where that is no bounded interval: the slope might be none.
 * Reference: Fieller, J. R. Stat. Soc. B 16 (1954) 175 (from memory).
 */
function fieller({ coefficients, covariance }: LogisticFit, wanted: number): { low: number; high: number } | null {
  const [constant, slope] = [coefficients[0]! - wanted, coefficients[1]!];
  const [v00, v01, v11] = [covariance[0]![0]!, covariance[0]![1]!, covariance[1]![1]!];
  const z2 = NORMAL_90 ** 2;
  const [a, b, c] = [slope ** 2 - z2 * v11, constant * slope - z2 * v01, constant ** 2 - z2 * v00];
  const inside = b ** 2 - a * c;
  if (!(a > 0 && inside >= 0)) return null;
  const ends = [(-b - Math.sqrt(inside)) / a, (-b + Math.sqrt(inside)) / a];
  return { low: Math.min(...ends), high: Math.max(...ends) };
}

/** How far two figures of the judged frames rise and fall together, −1 to 1; null where either stands still. */
export function risesWith(cells: readonly LogCell[], one: LimitedBy, other: LimitedBy): number | null {
  const [a, b] = [LIMITED_BY[one], LIMITED_BY[other]];
  let [n, sumA, sumB, aa, bb, ab] = [0, 0, 0, 0, 0, 0];
  for (const cell of cells) {
    const [x, y] = [cell[a], cell[b]];
    const weight = cell.keepers + cell.hands + cell.subject + cell.focus + cell.grain;
    if (x === null || y === null) continue;
    n += weight;
    sumA += weight * x;
    sumB += weight * y;
    aa += weight * x * x;
    bb += weight * y * y;
    ab += weight * x * y;
  }
  const [varA, varB] = [aa - sumA ** 2 / n, bb - sumB ** 2 / n];
  return n > 1 && varA > 1e-9 && varB > 1e-9 ? (ab - (sumA * sumB) / n) / Math.sqrt(varA * varB) : null;
}
