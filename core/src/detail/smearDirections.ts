import { gaussLegendre } from '../numerics/gaussLegendre.ts';
import { sinc } from '../numerics/sinc.ts';

/**
 * The mean over directions of ln(1 + A·sinc²(C·cos φ)) is a function of two numbers, so it is kept as a table: columns for the cycles C
 * that a smear spans, rows for ln A, cubic between both. A column is filled when it is first asked for. A single mean
 * is within 4 % of a fine sum, within 8 % where lobes are averaged; over the frequencies of a picture these swing to and fro and come to 0.15 %.
 */
const ROW_STEP = 0.5;
const ROWS_FROM = -14;
const ROWS = 98;
const STILL_FROM = Math.exp(ROWS_FROM);

/** Up to so many cycles a column each sixteenth of a cycle, beyond it one each tenth of a factor e. */
const LONG_SMEAR = 7;
const SHORT_STEPS = 16;
const LONG_STEPS = 10;
/**
 * Beyond `LONG_SMEAR` the side lobes after `LOBES` cycles are averaged over their phase in closed form: the mean of ln(1 + A·sin²) over a
 * period is 2·ln((1 + √(1 + A))/2).
 */
const LOBES = 3;
const NEAR_ANGLES = 40;
/** In w with cos φ = 1/cosh w, which spreads the crowded directions near 90° evenly. */
const FAR_RULE = gaussLegendre(8, 0, 1);
/** Factors multiplied before taking one logarithm: a run of at most about 6e14 each stays far below overflow. */
const PRODUCT_RUN = 12;

const shortColumns: (Float64Array | undefined)[] = [];
const longColumns: (Float64Array | undefined)[] = [];

/** After so many times four columns are made one, which costs what some evaluations do and saves three quarters of each. */
const OFTEN = 12;

/** Means over the directions of a scene's detail of what a straight smear leaves, per frequency. */
export class SmearDirections {
  /** Four neighbouring columns of each frequency, and their weights; none where nothing smears. */
  readonly #columns: Float64Array[];
  readonly #weights: Float64Array;
  /** One column a frequency, once they are asked for often. */
  #blended: Float64Array[] | null = null;
  #asked = 0;

  /** @param cyclesPerMm frequencies on the sensor  @param smearMm length of the smear, ≥ 0 */
  constructor(cyclesPerMm: Float64Array, smearMm: number) {
    const count = cyclesPerMm.length;
    const isStill = !(smearMm * cyclesPerMm[count - 1]! > 1e-6);
    this.#columns = new Array<Float64Array>(isStill ? 0 : 4 * count);
    this.#weights = new Float64Array(this.#columns.length);
    for (let i = 0; 4 * i < this.#columns.length; i++) {
      const cycles = cyclesPerMm[i]! * smearMm;
      const isLong = cycles > LONG_SMEAR;
      const at = isLong ? Math.log(cycles / LONG_SMEAR) * LONG_STEPS : cycles * SHORT_STEPS;
      const index = Math.floor(at);
      for (let k = 0; k < 4; k++) {
        this.#columns[4 * i + k] = isLong ? longColumn(index + k - 1) : shortColumn(index + k - 1);
        this.#weights[4 * i + k] = cubicWeight(k, at - index);
      }
    }
  }

  /** Mean over directions of ln(1 + still·contrast²) at the i-th frequency. */
  meanLog(i: number, still: number): number {
    if (this.#columns.length === 0) return Math.log1p(still);
    if (!(still > STILL_FROM)) return still <= 0 ? 0 : (this.meanLog(i, 1.001 * STILL_FROM) * still) / (1.001 * STILL_FROM);
    if (i === 0 && ++this.#asked === OFTEN) this.#blend();
    const at = Math.min(ROWS - 3, (Math.log(still) - ROWS_FROM) / ROW_STEP + 1);
    const row = Math.floor(at);
    if (this.#blended) return cubicIn(this.#blended[i]!, row, at - row);
    let mean = 0;
    for (let k = 4 * i; k < 4 * i + 4; k++) mean += this.#weights[k]! * cubicIn(this.#columns[k]!, row, at - row);
    return mean;
  }

  #blend(): void {
    const [columns, weights] = [this.#columns, this.#weights];
    this.#blended = Array.from({ length: columns.length / 4 }, (_, i) => {
      const [a, b, c, d] = [columns[4 * i]!, columns[4 * i + 1]!, columns[4 * i + 2]!, columns[4 * i + 3]!];
      const [wa, wb, wc, wd] = [weights[4 * i]!, weights[4 * i + 1]!, weights[4 * i + 2]!, weights[4 * i + 3]!];
      const blended = new Float64Array(ROWS);
      for (let row = 0; row < ROWS; row++) blended[row] = wa * a[row]! + wb * b[row]! + wc * c[row]! + wd * d[row]!;
      return blended;
    });
  }
}

/** The value at `row` and a share `f` of the next, by the cubic through four. */
const cubicIn = (column: Float64Array, row: number, f: number): number =>
  cubicWeight(0, f) * column[row - 1]! +
  cubicWeight(1, f) * column[row]! +
  cubicWeight(2, f) * column[row + 1]! +
  cubicWeight(3, f) * column[row + 2]!;

/** Weight of the k-th of the values at −1, 0, 1 and 2 in the cubic through them, at f. */
function cubicWeight(k: number, f: number): number {
  if (k === 0) return (-f * (f - 1) * (f - 2)) / 6;
  if (k === 1) return ((f + 1) * (f - 1) * (f - 2)) / 2;
  return k === 2 ? (-(f + 1) * f * (f - 2)) / 2 : ((f + 1) * f * (f - 1)) / 6;
}

function shortColumn(index: number): Float64Array {
  // Contrast is even in the cycles.
  const at = Math.abs(index);
  return (shortColumns[at] ??= columnOf(directionsOf(at / SHORT_STEPS)));
}

/** One to the left of the first there is as well. */
function longColumn(index: number): Float64Array {
  return (longColumns[index + 1] ??= columnOf(lobesOf(LONG_SMEAR * Math.exp(index / LONG_STEPS))));
}

/** Squared contrasts of equal weight, and envelopes of lobes with theirs. */
interface Contrasts {
  sampled: Float64Array;
  /** Share of the right angle that the sampled ones stand for. */
  share: number;
  envelopes: readonly { power: number; share: number }[];
}

/** Directions at the middles of equal steps from `from` to a right angle. */
const sampledFrom = (cycles: number, from: number, count: number): Float64Array =>
  Float64Array.from({ length: count }, (_, j) => sinc(cycles * Math.cos(from + ((j + 0.5) / count) * (Math.PI / 2 - from))) ** 2);

const directionsOf = (cycles: number): Contrasts => ({
  sampled: sampledFrom(cycles, 0, 16 + Math.ceil(12 * cycles)),
  share: 1,
  envelopes: [],
});

function lobesOf(cycles: number): Contrasts {
  const split = Math.acos(LOBES / cycles);
  const end = Math.acosh(cycles / LOBES);
  const envelopes = [...FAR_RULE.nodes].map((node, j) => {
    const spread = Math.cosh(node * end);
    return { power: (spread / (Math.PI * cycles)) ** 2, share: (FAR_RULE.weights[j]! * end) / spread / (Math.PI / 2) };
  });
  return { sampled: sampledFrom(cycles, split, NEAR_ANGLES), share: 1 - split / (Math.PI / 2), envelopes };
}

function columnOf({ sampled, share, envelopes }: Contrasts): Float64Array {
  return Float64Array.from({ length: ROWS }, (_, row) => {
    const still = Math.exp(ROWS_FROM + (row - 1) * ROW_STEP);
    let logs = 0;
    let product = 1;
    sampled.forEach((power, j) => {
      product *= 1 + still * power;
      if (j % PRODUCT_RUN < PRODUCT_RUN - 1) return;
      logs += Math.log(product);
      product = 1;
    });
    let mean = (share * (logs + Math.log(product))) / sampled.length;
    for (const { power, share: part } of envelopes) mean += part * 2 * Math.log((1 + Math.sqrt(1 + still * power)) / 2);
    return mean;
  });
}
