import { shutterMarks } from '../light/marks.ts';
import { magnification } from '../optics/depthOfField.ts';
import type { Softness } from './causes.ts';
import { SOFTNESS_PX } from './whySoft.ts';

/** What is known of how a frame was taken, as far as it is. Lengths for full frame. */
export interface TakenFrame {
  shutterS: number | null;
  equivalentMm: number | null;
  distanceM: number | null;
  /** Signal-to-noise ratio of mid grey at viewing size. */
  snr: number | null;
}

/** What a finding means for the next frame: facts, not words. */
export type SoftnessAdvice =
  | { code: 'nothing' }
  /** A shutter at which this smear would have been within tolerance. @property speedMps of the subject, where its distance is known */
  | { code: 'fasterForHands'; shutterS: number | null }
  | { code: 'fasterForSubject'; shutterS: number | null; speedMps: number | null }
  | { code: 'focusElsewhere'; at: { x: number; y: number } }
  | { code: 'focusNowhere' }
  /** @property stops of light that would have made the grain visible only */
  | { code: 'moreLight'; stops: number | null }
  | { code: 'unsure' };

/** Smear that is still crisp, px as viewed: one tolerance. */
const TOLERANCE_PX = 2;
const FULL_FRAME_WIDTH_MM = 36;
/** Grain is only visible from here on: ISO 12232's "acceptable" (from memory). */
const VISIBLE_SNR = 10;
/** A place is sharp where its blur stays below this, px as viewed. Ours. */
const SHARP_PX = 1;

/** Length of a smear in a picture 2048 px wide, whatever size was looked at. */
export const smearAsViewedPx = ({ smear, widthPx }: { smear: { px: number }; widthPx: number }): number =>
  (smear.px * SOFTNESS_PX) / widthPx;

/** What a finding means for the next frame. Smear grows with the time the shutter is open; a long one wanders, and needs a
 * little less. Grain's light is reckoned as if photons made all the noise. */
export function softnessAdvice({ cause, smear, sharpest, places, widthPx }: Softness, frame: TakenFrame): SoftnessAdvice {
  const viewedPx = smear && smearAsViewedPx({ smear, widthPx });
  const shutterS =
    frame.shutterS !== null && viewedPx !== null && viewedPx > TOLERANCE_PX
      ? shutterMarks.value(shutterMarks.nearest((frame.shutterS * TOLERANCE_PX) / viewedPx))
      : null;
  switch (cause) {
    case 'sharp':
      return { code: 'nothing' };
    case 'hands':
      return { code: 'fasterForHands', shutterS };
    case 'subject':
      return { code: 'fasterForSubject', shutterS, speedMps: viewedPx === null ? null : speedOf(viewedPx, frame) };
    case 'focus': {
      const found = sharpest && places.find(({ x, y }) => Math.hypot(x - sharpest.x, y - sharpest.y) < 0.03);
      return sharpest && found && found.blurPx < SHARP_PX ? { code: 'focusElsewhere', at: sharpest } : { code: 'focusNowhere' };
    }
    case 'grain':
      return { code: 'moreLight', stops: frame.snr === null || frame.snr >= VISIBLE_SNR ? null : 2 * Math.log2(VISIBLE_SNR / frame.snr) };
    case 'unsure':
      return { code: 'unsure' };
  }
} // prettier-ignore

/** Speed across of what smears so far on the picture: b = m·v·t, for full frame. m/s */
function speedOf(viewedPx: number, { shutterS, equivalentMm, distanceM }: TakenFrame): number | null {
  if (shutterS === null || equivalentMm === null || distanceM === null || distanceM * 1000 <= equivalentMm) return null;
  const smearMm = (viewedPx / SOFTNESS_PX) * FULL_FRAME_WIDTH_MM;
  return smearMm / magnification(equivalentMm, distanceM) / 1000 / shutterS;
}
