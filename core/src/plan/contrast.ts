import { toneStops } from '../light/exposure.ts';
import type { Candidate, Situation } from './situation.ts';

/** What a background that clips leaves to do, best first: each is the photographer's choice. */
export type ContrastRemedy = 'turn' | 'wait' | 'reflect' | 'silhouette';

/**
 * A background brighter than the sensor holds while the subject is exposed right: how much of it is lost, and what holding it would cost.
 * Light in stops.
 */
export interface Clipping {
  /** How far the background passes the highlights. */
  clipsStops: number;
  /** What the subject looks as grainy as once the background is held and the subject brightened again. */
  heldIso: number;
  /** How much less exposure, and not only less ISO, that takes. */
  lessLightStops: number;
  remedies: ContrastRemedy[];
}

/** The darkest part that has to show, brought up to the subject's brightness. */
export interface Shadow {
  /** How far below the light on the subject it lies, > 0. */
  stops: number;
  /** What it looks as grainy as when lifted that far. */
  liftedIso: number;
  /** Signal-to-noise of mid grey there, at viewing size. */
  snr: number;
}

/** Clipping below a sixth of a stop is none that anybody sees. */
const SEEN_STOPS = 1 / 6;
/** From how far a sheet, a wall or a shirt throws light back into a face, m. Common practice. */
const REFLECTS_M = 3;

/** What clips behind the subject; null where everything is held. */
export function clippingOf(situation: Situation, candidate: Candidate): Clipping | null {
  const { background } = situation.brief.light;
  const brighter = toneStops(background.tone) + background.stops;
  const clipsStops = brighter - situation.highlightStops(candidate);
  if (clipsStops <= SEEN_STOPS) return null;
  // A lower ISO costs nothing of the light; below base there is none lower.
  const byIso = Math.max(0, Math.log2(candidate.cameraIso / situation.isoRange.from));
  const lessLightStops = Math.max(0, clipsStops - byIso);
  return {
    clipsStops,
    heldIso: candidate.meteredIso * 2 ** lessLightStops,
    lessLightStops,
    remedies: remediesOf(situation),
  };
}

/** Turning round the subject and waiting are always left; what is near can be lit from what is there; what stands out can be a shape. */
function remediesOf({ brief: { subject, place = 'open' } }: Situation): ContrastRemedy[] {
  const maySpeak = (subject.kind ?? 'person') === 'person' && place !== 'stage' && place !== 'pit';
  return ['turn', 'wait', ...(maySpeak && subject.distanceM <= REFLECTS_M ? ['reflect' as const] : []), 'silhouette'];
}

/** What the deepest shadow that must show looks like; null where none was named. */
export function shadowOf(situation: Situation, candidate: Candidate): Shadow | null {
  const stops = -(situation.brief.light.shadowStops ?? 0);
  if (stops <= 0) return null;
  return { stops, liftedIso: candidate.meteredIso * 2 ** stops, snr: situation.snrViewed(candidate, 2 ** -stops) };
}
