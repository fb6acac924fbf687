import { requirePositive } from '../numerics/require.ts';
import { lensBlurMm, type LensSharpness } from '../optics/mtf.ts';
import type { PhotoEdges } from './findEdges.ts';
import { lensBlurFit, lensBlurOfEdge, type LensBlurFit } from './lensBlur.ts';
import type { EdgeFault, SlantedEdge } from './slantedEdge.ts';

/** A photo of edges: what was found in its parts, and how it was taken. */
export interface LensPhoto {
  name: string;
  fNumber: number;
  /** Of the file, px along the picture's height and width. */
  heightPx: number;
  widthPx: number;
  edges: PhotoEdges;
}

/** Why a photo does not count. */
export type LensFault =
  | EdgeFault
  /** Much softer one way than the other in the middle: it moved. */
  | 'moved'
  /** Much softer in the middle than its neighbours say, or of a shape no lens makes. */
  | 'unfocused';

/** A sharpness with its 90 % interval: frequency at half contrast, cycles per picture height; and the lens's own blur, µm. */
export interface ZoneSharpness {
  mtf50Cph: number;
  lowCph: number;
  highCph: number;
  sigmaUm: number;
  sigmaError: number;
}

/** What one photo says. */
export interface LensAtAperture {
  name: string;
  fNumber: number;
  centre: ZoneSharpness;
  /** Null where no edge was found there. */
  corner: ZoneSharpness | null;
}

export interface LensResult {
  /** By aperture, widest first. */
  apertures: LensAtAperture[];
  refused: { name: string; fNumber: number; fault: LensFault }[];
  /** Null where no photo counts. */
  fit: LensBlurFit | null;
  /** See {@link sharpestOf}; null where no photo counts. */
  sharpest: { fNumber: number; alike: number[] } | null;
}

/** Ratio of blurs along rows and columns from which a photo moved, and least difference, px: no lens is so uneven in its middle. Ours. */
const MOVED_RATIO = 1.5;
const MOVED_PX = 0.5;
/** How much softer than its neighbours make likely, as a factor, and how far off the shape of a lens's curve. Ours. */
const UNFOCUSED_TIMES = 2;
const MOST_MISFIT = 0.09;
/** Softer than this in the middle, px, is no lens stopped down anywhere. Ours. */
const SOFTEST_PX = 8;
const NINE_IN_TEN = 1.645;
/** What looks as sharp, share of the frequency. Ours. */
const ALIKE_SHARE = 0.05;

interface Middle {
  photo: LensPhoto;
  upright: SlantedEdge;
  level: SlantedEdge;
  sigmaUm: number;
  sigmaError: number;
  pitchUm: number;
}

/**
 * What photos of edges, one at each aperture, say of a lens. Both directions count alike.
 * @param sensorLongMm longer side of the sensor, mm: with the file's pixels it gives the pitch, whatever size the file was made
 * @param widestF as engraved
 */
export function lensTest(photos: readonly LensPhoto[], sensorLongMm: number, widestF: number): LensResult {
  requirePositive('sensorLongMm', sensorLongMm);
  const refused: LensResult['refused'] = [];
  const middles: Middle[] = [];
  for (const photo of [...photos].sort((a, b) => a.fNumber - b.fNumber)) {
    const pitchUm = (1000 * sensorLongMm) / Math.max(photo.widthPx, photo.heightPx);
    const found = middleOf(photo, pitchUm);
    if ('fault' in found) refused.push({ name: photo.name, fNumber: photo.fNumber, fault: found.fault });
    else middles.push(found);
  }
  const kept = middles.filter((one, n) => {
    const others = middles.filter((_, i) => i !== n);
    if (others.length < 3) return true;
    const fit = lensBlurFit(others.map(blurOf), widestF);
    const expected = 1000 * lensBlurMm(sharpnessOfFit(fit, widestF), one.photo.fNumber);
    if (one.sigmaUm <= UNFOCUSED_TIMES * Math.max(expected, 0.5 * one.pitchUm)) return true;
    refused.push({ name: one.photo.name, fNumber: one.photo.fNumber, fault: 'unfocused' });
    return false;
  });
  const apertures = kept.map((one): LensAtAperture => {
    const { photo, pitchUm, upright, level } = one;
    return {
      name: photo.name,
      fNumber: photo.fNumber,
      centre: sharpnessOf([upright, level], pitchUm, photo),
      corner: cornerOf(photo, pitchUm),
    };
  });
  return {
    apertures,
    refused,
    fit: kept.length > 0 ? lensBlurFit(kept.map(blurOf), widestF) : null,
    sharpest: sharpestOf(apertures),
  };
}

/** A fit as the lens the model knows. */
export const sharpnessOfFit = ({ bestBlurUm, wideOpenFactor }: LensBlurFit, widestF: number): LensSharpness => ({
  bestBlurUm: bestBlurUm.value,
  wideOpenFactor: wideOpenFactor?.value ?? 0,
  widestF,
});

const blurOf = ({ photo: { fNumber }, sigmaUm, sigmaError }: Middle) => ({ fNumber, sigmaUm, standardError: sigmaError });

function middleOf(photo: LensPhoto, pitchUm: number): Middle | { fault: LensFault } {
  const { upright, level } = photo.edges.centre[0]!;
  if ('fault' in upright) return upright;
  if ('fault' in level) return level;
  const [x, y] = [upright.edge, level.edge].map((edge) => lensBlurOfEdge(edge, pitchUm, photo.fNumber)) as [
    ReturnType<typeof lensBlurOfEdge>,
    ReturnType<typeof lensBlurOfEdge>,
  ];
  const [less, more] = [Math.min(x.sigmaUm, y.sigmaUm), Math.max(x.sigmaUm, y.sigmaUm)];
  if (more > MOVED_RATIO * less && more - less > MOVED_PX * pitchUm) return { fault: 'moved' };
  if (more > SOFTEST_PX * pitchUm || Math.max(x.misfit, y.misfit) > MOST_MISFIT) return { fault: 'unfocused' };
  return {
    photo,
    upright: upright.edge,
    level: level.edge,
    sigmaUm: (x.sigmaUm + y.sigmaUm) / 2,
    sigmaError: Math.hypot(x.standardError, y.standardError) / 2,
    pitchUm,
  };
}

function cornerOf(photo: LensPhoto, pitchUm: number): ZoneSharpness | null {
  const edges = photo.edges.corner
    .flatMap(({ upright, level }) => [upright, level])
    .flatMap((found) => ('edge' in found ? [found.edge] : []));
  return edges.length > 0 ? sharpnessOf(edges, pitchUm, photo) : null;
}

/** Several edges as one: means, with their errors. */
function sharpnessOf(edges: readonly SlantedEdge[], pitchUm: number, { fNumber, heightPx, widthPx }: LensPhoto): ZoneSharpness {
  const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;
  const error = (values: readonly number[]): number => Math.hypot(...values) / values.length;
  // The picture's height is its shorter side, however the camera was held.
  const rows = Math.min(heightPx, widthPx);
  const mtf50Cph = mean(edges.map(({ mtf50 }) => mtf50)) * rows;
  const off = NINE_IN_TEN * error(edges.map(({ mtf50Error }) => mtf50Error)) * rows;
  const blurs = edges.map((edge) => lensBlurOfEdge(edge, pitchUm, fNumber));
  return {
    mtf50Cph,
    lowCph: Math.max(0, mtf50Cph - off),
    highCph: mtf50Cph + off,
    sigmaUm: mean(blurs.map(({ sigmaUm }) => sigmaUm)),
    sigmaError: error(blurs.map(({ standardError }) => standardError)),
  };
}

/** The aperture that is sharpest in the middle, and every other that looks as sharp: within a twentieth, or as well as it is known. */
export function sharpestOf(apertures: readonly Pick<LensAtAperture, 'fNumber' | 'centre'>[]): LensResult['sharpest'] {
  const [first, ...others] = apertures;
  if (!first) return null;
  const best = others.reduce((a, b) => (b.centre.mtf50Cph > a.centre.mtf50Cph ? b : a), first);
  const alike = apertures.filter(
    ({ centre }) => centre.mtf50Cph >= best.centre.mtf50Cph * (1 - ALIKE_SHARE) || centre.highCph >= best.centre.lowCph,
  );
  return { fNumber: best.fNumber, alike: alike.map(({ fNumber }) => fNumber) };
}
