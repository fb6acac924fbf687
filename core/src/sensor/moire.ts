import { magnification } from '../optics/depthOfField.ts';
import { diffractionMtf, gaussianMtf, lensBlurMm, pixelMtf, type LensSharpness } from '../optics/mtf.ts';

/** A repeating pattern, such as the lamps of a screen or the threads of a cloth, and how it is photographed. */
export interface PatternOnSensor {
  /** From one lamp or thread to the next, mm. */
  pitchMm: number;
  distanceM: number;
  focalLengthMm: number;
  fNumber: number;
  lens: LensSharpness;
  /** From one pixel to the next, mm. */
  pixelMm: number;
}

/** Whether a pattern is drawn as what it is, beats with the pixels, or is too fine to leave a trace. */
export type PatternVerdict = 'resolved' | 'beats' | 'blends';

export interface PatternFacts {
  verdict: PatternVerdict;
  /** Pixels from one lamp to the next. */
  pitchPx: number;
  /** Contrast the pattern keeps on the sensor, 0 to 1. */
  contrast: number;
  /** Where it no longer beats: nearer and farther, m, and a longer lens from the same place, mm; null where there is none in reach. */
  nearerM: number | null;
  fartherM: number | null;
  longerMm: number | null;
}

/**
 * Pixels a pattern needs from one lamp to the next so that it is drawn as what it is: two for brightness (Nyquist), four for colour, of
 * which a mosaic samples every second pixel. Bayer, US patent 3 971 065 (1976) (from memory).
 */
const RESOLVED_PX = 4;
/** Contrast under which a pattern leaves no beat anybody sees. Ours. */
const UNSEEN_CONTRAST = 0.03;
/** As near as anybody goes for a pattern, m, as far, and as long a lens, mm. Ours. */
const REACH = { nearM: 1, farM: 500, longMm: 800 } as const;

/** Whether a pattern behind the subject beats with the pixels, in focus, and what distance or focal length cures it. */
export function patternOnSensor(pattern: PatternOnSensor): PatternFacts {
  const { pitchMm, distanceM, focalLengthMm, pixelMm } = pattern;
  const at = verdictAt(pattern);
  if (at.verdict !== 'beats') return { ...at, nearerM: null, fartherM: null, longerMm: null };
  // Resolved where the image of the pitch is four pixels: m = 4·pixel/pitch, and distance follows from m = f/(s − f).
  const needed = (RESOLVED_PX * pixelMm) / pitchMm;
  const nearerM = (focalLengthMm * (1 + 1 / needed)) / 1000;
  const longerMm = (1000 * distanceM * needed) / (1 + needed);
  return {
    ...at,
    nearerM: nearerM >= REACH.nearM && nearerM < distanceM ? nearerM : null,
    fartherM: blendsFrom(pattern),
    longerMm: longerMm <= REACH.longMm && longerMm > focalLengthMm ? longerMm : null,
  };
}

function verdictAt({ pitchMm, distanceM, focalLengthMm, fNumber, lens, pixelMm }: PatternOnSensor) {
  const imageMm = pitchMm * magnification(focalLengthMm, distanceM);
  const nu = 1 / imageMm;
  const contrast = Math.abs(pixelMtf(nu, pixelMm)) * diffractionMtf(nu, fNumber) * gaussianMtf(nu, lensBlurMm(lens, fNumber));
  const pitchPx = imageMm / pixelMm;
  const verdict: PatternVerdict = pitchPx >= RESOLVED_PX ? 'resolved' : contrast < UNSEEN_CONTRAST ? 'blends' : 'beats';
  return { verdict, pitchPx, contrast };
}

/** The nearest distance beyond the present from which on the pattern blends, m; by halving. Contrast returns beyond a pixel's null, weakly. */
function blendsFrom(pattern: PatternOnSensor): number | null {
  const seenAt = (distanceM: number): boolean => verdictAt({ ...pattern, distanceM }).verdict === 'beats';
  const steps = Array.from({ length: 120 }, (_, i) => pattern.distanceM * (REACH.farM / pattern.distanceM) ** (i / 119));
  const last = steps.findLastIndex(seenAt);
  return last < 0 || last === steps.length - 1 ? null : steps[last + 1]!;
}
