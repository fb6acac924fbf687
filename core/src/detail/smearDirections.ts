import { gaussLegendre } from '../numerics/gaussLegendre.ts';
import { sinc } from '../numerics/sinc.ts';

/**
 * Where the smear spans more than `LONG_SMEAR` cycles, its side lobes beyond `LOBES` cycles are averaged over their phase in closed
 * form instead of sampled: the mean of ln(1 + A·sin²) over a period is 2·ln((1 + √(1 + A))/2).
 */
const LONG_SMEAR = 7;
const LOBES = 3;
/** Against a dense quadrature ten directions do better than eleven or twelve, which fall in step with the three lobes. */
const NEAR_ANGLES = 10;
/** In w with cos φ = 1/cosh w, which spreads the crowded directions near 90° evenly. */
const FAR_RULE = gaussLegendre(3, 0, 1);
const FAR_ANGLES = FAR_RULE.nodes.length;
/** Factors multiplied before taking one logarithm: 12 factors of at most about 1e12 stay far below overflow. */
const PRODUCT_RUN = 12;

/** sinc² on a fine table: linear interpolation is within 1e-7, and most of the plan's time was once spent in sines. */
const TABLE_STEPS = 2048;
const SINC_SQUARED = Float64Array.from(
  { length: Math.ceil(LONG_SMEAR + 1) * TABLE_STEPS + 2 },
  (_, i) => sinc(i / TABLE_STEPS) ** 2,
);

/**
 * Squared contrast of a straight smear over the directions of a scene's detail, per frequency, and means over them.
 * Directions have equal weight, so that one logarithm of a product serves them all.
 */
export class SmearDirections {
  readonly #starts: Int32Array;
  // Single precision: contrast to seven digits, at half the memory a drag has to collect again.
  readonly #sampled: Float32Array;
  /** Share of the right angle the sampled directions stand for; the rest is given by the lobes' envelope. */
  readonly #sampledShare: Float64Array;
  readonly #envelope: Float32Array;
  readonly #envelopeShare: Float32Array;

  /** @param cyclesPerMm frequencies on the sensor  @param smearMm length of the smear, ≥ 0 */
  constructor(cyclesPerMm: Float64Array, smearMm: number) {
    const count = cyclesPerMm.length;
    this.#starts = new Int32Array(count + 1);
    for (let i = 0; i < count; i++) this.#starts[i + 1] = this.#starts[i]! + anglesFor(cyclesPerMm[i]! * smearMm);
    this.#sampled = new Float32Array(this.#starts[count]!);
    this.#sampledShare = new Float64Array(count).fill(1);
    this.#envelope = new Float32Array(count * FAR_ANGLES);
    this.#envelopeShare = new Float32Array(count * FAR_ANGLES);
    for (let i = 0; i < count; i++) {
      const cycles = cyclesPerMm[i]! * smearMm;
      const split = cycles > LONG_SMEAR ? Math.acos(LOBES / cycles) : 0;
      this.#sample(i, cycles, split);
      if (split > 0) this.#enclose(i, cycles, split);
    }
  }

  /** Mean over directions of ln(1 + still·contrast²) at the i-th frequency. */
  meanLog(i: number, still: number): number {
    const from = this.#starts[i]!;
    const to = this.#starts[i + 1]!;
    let logs = 0;
    let product = 1;
    for (let j = from, run = 0; j < to; j++) {
      product *= 1 + still * this.#sampled[j]!;
      if (++run === PRODUCT_RUN) {
        logs += Math.log(product);
        product = 1;
        run = 0;
      }
    }
    const share = this.#sampledShare[i]!;
    let mean = (share * (logs + Math.log(product))) / (to - from);
    if (share === 1) return mean;
    for (let j = i * FAR_ANGLES; j < (i + 1) * FAR_ANGLES; j++) {
      const root = Math.sqrt(1 + still * this.#envelope[j]!);
      mean += this.#envelopeShare[j]! * 2 * Math.log((1 + root) / 2);
    }
    return mean;
  }

  /** Directions at the middles of equal steps from `split` to a right angle; their cosines by the doubling recurrence. */
  #sample(i: number, cycles: number, split: number): void {
    const from = this.#starts[i]!;
    const count = this.#starts[i + 1]! - from;
    const step = (Math.PI / 2 - split) / count;
    const twice = 2 * Math.cos(step);
    let before = Math.cos(split - step / 2);
    let cosine = Math.cos(split + step / 2);
    for (let j = from; j < from + count; j++) {
      this.#sampled[j] = sincSquared(cycles * Math.max(0, cosine));
      [before, cosine] = [cosine, twice * cosine - before];
    }
  }

  #enclose(i: number, cycles: number, split: number): void {
    this.#sampledShare[i] = 1 - split / (Math.PI / 2);
    const end = Math.acosh(cycles / LOBES);
    for (let j = 0; j < FAR_ANGLES; j++) {
      const spread = Math.cosh(FAR_RULE.nodes[j]! * end);
      this.#envelope[i * FAR_ANGLES + j] = (spread / (Math.PI * cycles)) ** 2;
      this.#envelopeShare[i * FAR_ANGLES + j] = (FAR_RULE.weights[j]! * end) / spread / (Math.PI / 2);
    }
  }
}

function anglesFor(cycles: number): number {
  if (cycles < 1e-6) return 1;
  return cycles <= LONG_SMEAR ? 5 + Math.ceil(4 * cycles) : NEAR_ANGLES;
}

function sincSquared(x: number): number {
  const at = x * TABLE_STEPS;
  const index = Math.floor(at);
  const low = SINC_SQUARED[index]!;
  return low + (at - index) * (SINC_SQUARED[index + 1]! - low);
}
