import { gaussLegendre, type QuadratureRule } from '../numerics/gaussLegendre.ts';
import { defocusDiscMm, extendedF } from '../optics/depthOfField.ts';
import { defocusMtf, diffractionMtf, gaussianMtf, lensBlurMm, pixelMtf, type LensSharpness } from '../optics/mtf.ts';
import type { Picture } from '../optics/picture.ts';
import { MID_GREY_SHARE } from '../sensor/sensor.ts';
import { eyeNoise } from './eyeNoise.ts';
import { SmearDirections } from './smearDirections.ts';

/**
 * Power of a natural scene at frequency ν, c/ph: (contrast 0.3)² spread as ν⁻² over 2 to 2000 c/ph.
 * Field, J. Opt. Soc. Am. A 4 (1987) 2379 (from memory).
 */
const SCENE_CONTRAST = 0.3;
const SCENE_POWER = SCENE_CONTRAST ** 2 / (2 * Math.PI * Math.log(2000 / 2));
/** Coarsest frequency counted, c/ph. */
const FROM_CPH = 2;

/**
 * Frequency nodes, Gauss–Legendre uniform in √ν, and the longest smear and the widest defocus disc, in tolerances, they do for.
 * Contrast reverses about once for every tolerance of disc below the viewing limit, and a long smear crowds at low frequencies.
 */
const GRIDS = [
  { rule: gaussLegendre(24, 0, 1), smear: 8, disc: 2 },
  { rule: gaussLegendre(40, 0, 1), smear: 18, disc: 4 },
  { rule: gaussLegendre(56, 0, 1), smear: 50, disc: 8 },
  { rule: gaussLegendre(96, 0, 1), smear: Infinity, disc: Infinity },
] as const;
/** A disc of so few tolerances costs under 0.03 % of the detail: both edges count as in focus. */
const SHARP_DISC = 0.03;

/** What of a situation the detail integral needs, all of it independent of light, shutter and aperture. */
export interface DetailInputs {
  picture: Picture;
  lens: LensSharpness;
  focalLengthMm: number;
  distanceM: number;
  /** Depth the focus has to cover, m; 0 for a flat subject. */
  depthM: number;
  /** Electrons a pixel holds at base ISO. */
  fullWellE: number;
  /** Weight of grain, stops; positive bothers more. */
  tasteStops: number;
}

/** An aperture's and a shutter's part of the integral, worked out when first needed on either grid. */
export interface ApertureDetail {
  readonly fNumber: number;
  /** Which of the grids, coarse to fine, it needs at least. */
  readonly level: number;
  readonly on: (grid: Grid) => AperturePower;
}
export interface ShutterDetail {
  readonly level: number;
  readonly on: (grid: Grid) => ShutterPower;
}

/** Contrast an aperture keeps, squared and scaled to signal-to-noise: one value per frequency node, for each plane that counts. */
interface AperturePower {
  readonly quiet: Float64Array;
  readonly planes: readonly { readonly share: number; readonly power: Float64Array }[];
}

/** Contrast a shutter keeps, squared: shake per frequency, smear per frequency and direction. */
interface ShutterPower {
  readonly shake: Float64Array;
  readonly smear: SmearDirections;
}

/** The nearer and farther edge of the depth to cover, m; the near edge never inside twice the focal length. */
export function depthEdges(focalLengthMm: number, distanceM: number, depthM: number): { nearM: number; farM: number } {
  const nearM = Math.min(distanceM, Math.max(distanceM - depthM / 2, (2 * focalLengthMm) / 1000));
  return { nearM, farM: distanceM + depthM / 2 };
}

/**
 * Detail of a picture as its Shannon information: bits of a natural scene that survive blur and noise,
 * D = aspect·∫ 2πν · mean over directions of ½·log2(1 + S(ν)·M(ν,φ)²/(n + n_eye(ν))) dν from 2 c/ph to the viewing limit, n the
 * sensor's noise and n_eye that of the eye which looks at the picture. Leaves out colour, compression and sharpening. Within 0.5 % of a dense quadrature.
 * What depends on aperture or shutter alone is worked out once; light enters only as the signal-to-noise ratio.
 */
export class DetailModel {
  readonly #inputs: DetailInputs;
  readonly #grids: (Grid | undefined)[] = [];
  /** Bits of the same picture without blur, shake, defocus or more noise than base ISO has. */
  readonly idealBits: number;

  constructor(inputs: DetailInputs) {
    this.#inputs = inputs;
    this.idealBits = this.#ideal();
  }

  aperture(fNumber: number): ApertureDetail {
    const { lens, picture, depthM, focalLengthMm, distanceM } = this.#inputs;
    const { nearM, farM } = depthEdges(focalLengthMm, distanceM, depthM);
    const edges = depthM === 0 ? [] : [nearM, farM].map((edgeM) => defocusDiscMm(focalLengthMm, fNumber, distanceM, edgeM));
    const discs = edges.every((disc) => disc < SHARP_DISC * picture.toleranceMm) ? [] : edges;
    const lensBlur = lensBlurMm(lens, fNumber);
    const workingF = extendedF(fNumber, focalLengthMm, distanceM);
    return {
      fNumber,
      level: GRIDS.findIndex((grid) => discs.every((disc) => disc <= grid.disc * picture.toleranceMm)),
      on: oncePerGrid((grid) => grid.aperture(workingF, lensBlur, discs)),
    };
  }

  /** @param smearMm straight blur of the subject  @param shakeSigmaMm Gaussian blur of the whole frame */
  shutter(smearMm: number, shakeSigmaMm: number): ShutterDetail {
    return {
      level: GRIDS.findIndex((grid) => smearMm <= grid.smear * this.#inputs.picture.toleranceMm),
      on: oncePerGrid((grid) => grid.shutter(smearMm, shakeSigmaMm)),
    };
  }

  /** Bits that survive at a signal-to-noise ratio per sensor pixel. */
  bits(aperture: ApertureDetail, shutter: ShutterDetail, snr: number): number {
    const grid = this.#grid(Math.max(aperture.level, shutter.level));
    return grid.bits(aperture.on(grid), shutter.on(grid), snr * snr);
  }

  /**
   * As {@link bits}, but a long smear does not ask for a finer grid: for comparing apertures at one shutter, whose error is then
   * common. Several times faster there; off by a few per cent.
   */
  roughBits(aperture: ApertureDetail, shutter: ShutterDetail, snr: number): number {
    const grid = this.#grid(aperture.level);
    return grid.bits(aperture.on(grid), shutter.on(grid), snr * snr);
  }

  /** Bits at this light and aperture were nothing moving and everything in focus. */
  quietBits(aperture: ApertureDetail, snr: number): number {
    const grid = this.#grid(0);
    return grid.stillBits(aperture.on(grid).quiet, snr * snr);
  }

  #grid(level: number): Grid {
    return (this.#grids[level] ??= new Grid(this.#inputs, GRIDS[level]!.rule));
  }

  /** D₀: taste 0, base-ISO signal without read noise, pixel, diffraction at the f/5.6 mark and 2 µm of lens blur. */
  #ideal(): number {
    const snrSquared = MID_GREY_SHARE * this.#inputs.fullWellE * 2 ** this.#inputs.tasteStops;
    const grid = this.#grid(0);
    return grid.stillBits(grid.aperture(2 ** 2.5, 0.002, []).quiet, snrSquared);
  }
}

/** Frequencies from 2 c/ph to the viewing limit with what the picture alone decides at each. */
class Grid {
  readonly #cyclesPerMm: Float64Array;
  /** Quadrature weight × aspect × 2πν × ½, natural logarithm turned to bits. */
  readonly #weights: Float64Array;
  /** S(ν)·(h/p)²·2^−taste × pixel contrast²: signal-to-noise 1 per pixel turned into S·M²/n. */
  readonly #scale: Float64Array;
  /** n_eye(ν)·(h/p)²·2^−taste: signal-to-noise 1 per pixel turned into the eye's noise against the sensor's. */
  readonly #eye: Float64Array;

  constructor({ picture, tasteStops }: DetailInputs, rule: QuadratureRule) {
    const from = Math.sqrt(FROM_CPH);
    const span = Math.sqrt(picture.limitCph) - from;
    const roots = rule.nodes.map((share) => from + share * span);
    const frequencies = roots.map((root) => root * root);
    this.#cyclesPerMm = frequencies.map((nu) => nu / picture.heightMm);
    this.#weights = rule.weights.map(
      (w, i) => (w * span * 2 * roots[i]! * picture.aspect * Math.PI * frequencies[i]!) / Math.LN2,
    );
    const perPixel = (picture.heightMm / picture.pitchMm) ** 2 * 2 ** -tasteStops;
    const eye = eyeNoise(picture.limitCph);
    this.#eye = frequencies.map((nu) => eye(nu) * perPixel);
    this.#scale = frequencies.map(
      (nu, i) => (SCENE_POWER / (nu * nu)) * perPixel * pixelMtf(this.#cyclesPerMm[i]!, picture.pitchMm) ** 2,
    );
  }

  /** @param fNumber with the extension of close focus */
  aperture(fNumber: number, lensBlur: number, edgeDiscsMm: readonly number[]): AperturePower {
    const quiet = this.#scale.map((scale, i) => {
      const f = this.#cyclesPerMm[i]!;
      return scale * (diffractionMtf(f, fNumber) * gaussianMtf(f, lensBlur)) ** 2;
    });
    if (edgeDiscsMm.length === 0) return { quiet, planes: [{ share: 1, power: quiet }] };
    const edges = edgeDiscsMm.map((disc) => ({
      share: 0.5 / edgeDiscsMm.length,
      power: quiet.map((q, i) => q * defocusMtf(this.#cyclesPerMm[i]!, disc) ** 2),
    }));
    return { quiet, planes: [{ share: 0.5, power: quiet }, ...edges] };
  }

  shutter(smearMm: number, shakeSigmaMm: number): ShutterPower {
    return {
      shake: this.#cyclesPerMm.map((f) => gaussianMtf(f, shakeSigmaMm) ** 2),
      smear: new SmearDirections(this.#cyclesPerMm, smearMm),
    };
  }

  bits(aperture: AperturePower, shutter: ShutterPower, snrSquared: number): number {
    const { shake, smear } = shutter;
    let total = 0;
    for (let i = 0; i < this.#weights.length; i++) {
      const still = (snrSquared * shake[i]!) / (1 + snrSquared * this.#eye[i]!);
      let mean = 0;
      for (const { share, power } of aperture.planes) mean += share * smear.meanLog(i, still * power[i]!);
      total += this.#weights[i]! * mean;
    }
    return total;
  }

  stillBits(power: Float64Array, snrSquared: number): number {
    let sum = 0;
    for (let i = 0; i < this.#weights.length; i++)
      sum += this.#weights[i]! * Math.log1p((snrSquared * power[i]!) / (1 + snrSquared * this.#eye[i]!));
    return sum;
  }
}

function oncePerGrid<Value>(make: (grid: Grid) => Value): (grid: Grid) => Value {
  const made = new Map<Grid, Value>();
  return (grid) => {
    let value = made.get(grid);
    if (value === undefined) made.set(grid, (value = make(grid)));
    return value;
  };
}
