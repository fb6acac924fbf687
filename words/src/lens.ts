import { apertureLabel, type LensFault, type LensResult } from '@hushto/core';
import { detailShare } from './numbers.ts';
import { listed, sentences } from './text.ts';

/** Why a photo of the target does not count, and what to do. */
export const LENS_FAULT_WORDS: Record<LensFault, string> = {
  small: 'is too small to find an edge in.',
  contrast: 'shows no slanted edge in its middle: put a square of the target there, and fill the frame with it.',
  angle: 'shows its edges upright: turn the target, or the camera, by about five degrees.',
  clipped: 'is over-exposed: the white of the target has reached the end of the scale. Give a stop less.',
  noisy: 'is too noisy: take it at base ISO, in more light or from a support.',
  bent: 'shows bent edges: lay the target flat, and stand farther off.',
  sharpened: 'was sharpened in the camera or after it: give raw files, or turn sharpening off.',
  moved: 'moved: its edges are much softer one way than the other. Use a support and the timer.',
  unfocused: 'is out of focus: much softer than its neighbours. Focus anew, by hand, at 100 % on the screen.',
};

/** Which aperture is sharpest, how soft it is wide open, and how the corners do. */
export function lensWords({ apertures, sharpest }: Pick<LensResult, 'apertures' | 'sharpest'>): string {
  const [widest] = apertures;
  const best = apertures.find(({ fNumber }) => fNumber === sharpest?.fNumber);
  if (!sharpest || !widest || !best) return 'No photo counts yet.';
  if (apertures.length === 1) return `At ${apertureLabel(best.fNumber)} half of the contrast is left at ${cph(best.centre.mtf50Cph)}. Photos at other apertures tell which is sharpest.`;
  const { alike } = sharpest;
  const others = alike.filter((fNumber) => fNumber !== sharpest.fNumber);
  const most = others.length === 0 ? `${apertureLabel(sharpest.fNumber)} is sharpest in the middle.` : `${apertureLabel(sharpest.fNumber)} is sharpest in the middle; ${listed(others.map((fNumber) => apertureLabel(fNumber)))} ${others.length === 1 ? 'looks' : 'look'} as sharp.`;
  const open = widest.centre.mtf50Cph / best.centre.mtf50Cph;
  const wide = alike.includes(widest.fNumber) ? null : `At ${apertureLabel(widest.fNumber)} it resolves ${detailShare(1 - open)} less.`;
  const corner = best.corner && best.corner.mtf50Cph / best.centre.mtf50Cph;
  const corners = corner === null ? null : corner > 0.95 ? 'The corners are as sharp.' : `The corners resolve ${detailShare(1 - corner)} less there.`;
  return sentences(most, wide, corners);
} // prettier-ignore

/** Cycles per picture height. */
export const cph = (value: number): string => `${Math.round(value)}\u00a0c/ph`;
