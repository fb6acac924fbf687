import { apertureMarks } from '../light/marks.ts';
import { requirePositive } from '../numerics/require.ts';
import { sinc } from '../numerics/sinc.ts';
import { diffractionMtf, gaussianMtf } from '../optics/mtf.ts';
import { EDGE_FREQUENCIES, leftOutError, type SlantedEdge } from './slantedEdge.ts';

/** Blur of the lens found at an edge: a Gaussian beside pixel and diffraction. */
export interface EdgeLensBlur {
  sigmaUm: number;
  standardError: number;
  /** Root mean square by which the curve differs from what the model makes of it: a disc out of focus, a smear, a sharpener. */
  misfit: number;
}

/** Frequencies the blur is fitted at, cycles per px: above, aliasing and noise; below, what lies round the edge. */
const FITTED_FROM = 0.04;
const FITTED_TO = 0.42;
/** Widest blur looked for, px. */
const WIDEST_PX = 12;
const HALVINGS = 40;

/**
 * The lens's Gaussian blur from an edge's curve, the pixel's box and diffraction at the f-number being known: least squares by golden
 * section. Leaves out what a filter before the sensor and raw conversion add: they count as the lens's.
 * @param pitchUm of the file's pixels, µm
 */
export function lensBlurOfEdge(edge: SlantedEdge, pitchUm: number, fNumber: number): EdgeLensBlur {
  const pitchMm = requirePositive('pitchUm', pitchUm) / 1000;
  const angle = (edge.angleDeg * Math.PI) / 180;
  const used = EDGE_FREQUENCIES.flatMap((frequency, i) =>
    frequency >= FITTED_FROM && frequency <= FITTED_TO
      ? [{ i, perMm: frequency / pitchMm, known: knownMtf(frequency, angle, pitchMm, fNumber) }]
      : [],
  );
  const misfitOf = (sfr: ArrayLike<number>, sigmaPx: number): number => {
    let sum = 0;
    for (const { i, perMm, known } of used) sum += (sfr[i]! - known * gaussianMtf(perMm, sigmaPx * pitchMm)) ** 2;
    return Math.sqrt(sum / used.length);
  };
  const best = (sfr: ArrayLike<number>): number => smallest((sigmaPx) => misfitOf(sfr, sigmaPx), WIDEST_PX);
  const sigmaPx = best(edge.sfr);
  return {
    sigmaUm: sigmaPx * pitchUm,
    standardError: leftOutError(edge.leftOut.map(best)) * pitchUm,
    misfit: misfitOf(edge.sfr, sigmaPx),
  };
}

/** What pixel and diffraction leave across an edge, without any lens blur. A square pixel seen at an angle is two boxes. */
function knownMtf(frequency: number, angle: number, pitchMm: number, fNumber: number): number {
  const pixel = sinc(frequency * Math.cos(angle)) * sinc(frequency * Math.sin(angle));
  return pixel * diffractionMtf(frequency / pitchMm, apertureMarks.value(apertureMarks.nearest(fNumber)));
}

/** Where a function of one valley is smallest between 0 and an end. */
function smallest(of: (x: number) => number, end: number): number {
  const golden = (Math.sqrt(5) - 1) / 2;
  let [from, to] = [0, end];
  for (let i = 0; i < HALVINGS; i++) {
    const [a, b] = [to - golden * (to - from), from + golden * (to - from)];
    if (of(a) < of(b)) to = b;
    else from = a;
  }
  return (from + to) / 2;
}

/**
 * Frequency at which a lens of a blur leaves half of the contrast, with pixel and diffraction, cycles per px: what an edge would show.
 * @param pitchUm of the pixels, µm
 */
export function halfContrast(sigmaUm: number, pitchUm: number, fNumber: number): number {
  const pitchMm = requirePositive('pitchUm', pitchUm) / 1000;
  let [kept, lost] = [0, 1];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (kept + lost) / 2;
    const contrast = knownMtf(middle, 0, pitchMm, fNumber) * gaussianMtf(middle / pitchMm, sigmaUm / 1000);
    if (contrast > 0.5) kept = middle;
    else lost = middle;
  }
  return kept;
}

/** A lens's blur at one aperture. */
export interface BlurAtAperture {
  fNumber: number;
  sigmaUm: number;
  standardError: number;
}

/** The model's two figures of a lens, with their standard errors. */
export interface LensBlurFit {
  bestBlurUm: { value: number; standardError: number };
  /** Null where all were taken at one aperture: it cannot be told then. */
  wideOpenFactor: { value: number; standardError: number } | null;
}

/** No fit is surer than this, share of a blur: focus and target are never perfect. Ours. */
const LEAST_ERROR_SHARE = 0.03;
const SHARPEST_LENS_UM = 0.1;

/**
 * Fits σ(N) = σbest·(1 + w·(Nwide/N)²), a straight line in (Nwide/N)², by weighted least squares; neither figure falls below what a lens
 * can have. @param widestF as engraved  @throws RangeError without any aperture
 */
export function lensBlurFit(found: readonly BlurAtAperture[], widestF: number): LensBlurFit {
  requirePositive('apertures', found.length);
  const mark = (fNumber: number): number => apertureMarks.value(apertureMarks.nearest(fNumber));
  const points = found.map(({ fNumber, sigmaUm, standardError }) => ({
    q: (mark(widestF) / mark(fNumber)) ** 2,
    y: sigmaUm,
    weight: 1 / Math.max(standardError, LEAST_ERROR_SHARE * sigmaUm, 1e-3) ** 2,
  }));
  const sum = (of: (point: (typeof points)[number]) => number): number => points.reduce((total, point) => total + of(point), 0);
  const [w, wq, wy, wqq, wqy] = [sum((p) => p.weight), sum((p) => p.weight * p.q), sum((p) => p.weight * p.y), sum((p) => p.weight * p.q * p.q), sum((p) => p.weight * p.q * p.y)]; // prettier-ignore
  const spread = w * wqq - wq * wq;
  const alone = { value: Math.max(SHARPEST_LENS_UM, wy / w), standardError: 1 / Math.sqrt(w) };
  if (!(spread > 1e-9 * w * wqq)) return { bestBlurUm: alone, wideOpenFactor: null };
  const slope = (w * wqy - wq * wy) / spread;
  if (slope <= 0) return { bestBlurUm: alone, wideOpenFactor: { value: 0, standardError: Math.sqrt(w / spread) / alone.value } };
  const best = Math.max(SHARPEST_LENS_UM, (wy - slope * wq) / w);
  const [bestError, slopeError] = [Math.sqrt(wqq / spread), Math.sqrt(w / spread)];
  const factor = slope / best;
  // Of a ratio, its two parts being opposed: cov = −wq/spread.
  const ofFactor = Math.sqrt((slopeError / slope) ** 2 + (bestError / best) ** 2 + (2 * wq) / spread / (slope * best));
  return {
    bestBlurUm: { value: best, standardError: bestError },
    wideOpenFactor: { value: factor, standardError: factor * ofFactor },
  };
}
