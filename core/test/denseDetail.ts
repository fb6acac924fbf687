import {
  depthEdges,
  defocusDiscMm,
  diffractionMtf,
  gaussianMtf,
  lensBlurMm,
  pixelMtf,
  sinc,
  defocusMtf,
  type DetailInputs,
} from '@hushto/core';

/** One setting for the dense quadrature. */
export interface DensePoint {
  fNumber: number;
  smearMm: number;
  shakeMm: number;
  snr: number;
}

/**
 * Detail by brute force: midpoints on log-spaced frequencies and as many directions as the smear needs. Written apart from the
 * model's own quadrature and hundreds of times slower; good to about 0.05 %.
 */
export function denseDetailBits(inputs: DetailInputs, { fNumber, smearMm, shakeMm, snr }: DensePoint): number {
  const { picture, lens, focalLengthMm, distanceM, depthM, tasteStops } = inputs;
  const frequencies = 700;
  const angles = Math.ceil(160 + (14 * smearMm) / picture.toleranceMm);
  const from = Math.log(2);
  const step = (Math.log(picture.limitCph) - from) / frequencies;
  const edges = depthM === 0 ? [] : Object.values(depthEdges(focalLengthMm, distanceM, depthM));
  const discs = [0, ...edges.map((edge) => defocusDiscMm(focalLengthMm, fNumber, distanceM, edge))];
  const shares = depthM === 0 ? [1] : [0.5, 0.25, 0.25];
  let bits = 0;
  for (let i = 0; i < frequencies; i++) {
    const nu = Math.exp(from + (i + 0.5) * step);
    const perMm = nu / picture.heightMm;
    const contrast =
      pixelMtf(perMm, picture.pitchMm) *
      diffractionMtf(perMm, fNumber * (1 + focalLengthMm / (1000 * distanceM - focalLengthMm))) *
      gaussianMtf(perMm, lensBlurMm(lens, fNumber)) *
      gaussianMtf(perMm, shakeMm);
    const scene = 0.09 / (2 * Math.PI * Math.log(1000)) / nu ** 2;
    const noise = (2 ** tasteStops / snr ** 2) * (picture.pitchMm / picture.heightMm) ** 2;
    discs.forEach((disc, plane) => {
      const still = (scene / (noise + eye(nu, picture.limitCph))) * (contrast * defocusMtf(perMm, disc)) ** 2;
      let mean = 0;
      for (let j = 0; j < angles; j++) {
        mean += 0.5 * Math.log2(1 + still * sinc(smearMm * perMm * Math.cos(((j + 0.5) * Math.PI) / 2 / angles)) ** 2);
      }
      bits += (shares[plane]! * picture.aspect * 2 * Math.PI * nu * mean * nu * step) / angles;
    });
  }
  return bits;
}

/** The eye's noise as power over frequency squared, by Barten's formulas written out once more. */
function eye(cph: number, limitCph: number): number {
  const height = limitCph / 30;
  const field = Math.min(60, 1.2 * height);
  const pupil = 5 - 3 * Math.tanh(0.4 * Math.log10((100 * field * field) / 1600));
  const trolands = ((Math.PI * pupil ** 2) / 4) * 100 * (1 - (pupil / 9.7) ** 2 + (pupil / 12.4) ** 4);
  const sigma = Math.sqrt(0.5 ** 2 + (0.08 * pupil) ** 2) / 60;
  const f = (30 * cph) / limitCph;
  const mtf = Math.exp(-2 * (Math.PI * sigma * f) ** 2);
  return (1 / (0.03 * 1.2e6 * trolands) + 3e-8 / (1 - Math.exp(-(f * f) / 49))) / (0.1 * mtf ** 2 * height ** 2 * 1.5 ** 2);
}
