import { freeToLiftFrom, liftCostStops } from '../sensor/sensor.ts';
import type { Brief } from '../brief/brief.ts';
import type { Candidate, Situation } from './situation.ts';

/** Whether this body had better raise its ISO or be lifted afterwards, for one exposure. */
export interface LiftVerdict {
  /** Raising never adds noise; it wins nothing where the body is free to lift, which `yours` would allow none of. */
  wins: 'iso' | 'either' | 'yours';
  /** Lowest ISO mark from which lifting to the wanted brightness costs less than a tenth of a stop of noise, and not more lift than allowed. */
  freeFromIso: number;
  /** Stops of highlights kept by staying there. */
  headroomStops: number;
  /** What the first stop of lift instead of ISO costs, in stops of noise. */
  firstStopCost: number;
  /** What the picture is to be as bright as, in camera and by lift together. */
  wantedIso: number;
  /** At base ISO there is nothing to raise and nothing to lift. */
  atBase: boolean;
  /** What in the frame argues for keeping highlights; null where nothing is known to. */
  bright: 'background' | 'phases' | 'channels' | null;
}

/** Light on the background above that on the subject, stops, from which signs and lamps clip. Common practice. */
const BRIGHT_BACKGROUND_STOPS = 2;

/**
 * Filling the histogram in camera against under-exposing and lifting: both are sides of one read-noise sum. Leaves out banding.
 * Reference: EMVA Standard 1288, linear model (from memory).
 */
export function liftOrIso({ noise, isoRange, brief }: Situation, candidate: Candidate): LiftVerdict {
  const wanted = candidate.cameraIso * 2 ** candidate.liftStops;
  const free = freeToLiftFrom(noise, isoRange.from, wanted, candidate.meteredIso);
  const couldStops = Math.log2(wanted / free);
  // Never beyond what the photographer brightens.
  const headroomStops = Math.min(couldStops, brief.picture.liftCeilingStops);
  const freeFromIso = headroomStops < couldStops ? wanted / 2 ** headroomStops : free;
  const firstStopCost = liftCostStops(noise, candidate.meteredIso, 1);
  const wins = couldStops < 1 - 1e-9 ? 'iso' : headroomStops < 1 / 6 ? 'yours' : 'either';
  return {
    wins,
    freeFromIso,
    headroomStops,
    firstStopCost,
    wantedIso: wanted,
    atBase: wanted < isoRange.from * 2 ** (1 / 3),
    bright: brightThing(brief.light),
  };
}

function brightThing({ background, swing, colour }: Brief['light']): LiftVerdict['bright'] {
  if (background.stops >= BRIGHT_BACKGROUND_STOPS) return 'background';
  if ((swing?.upStops ?? 0) >= 1) return 'phases';
  return colour === 'saturated' ? 'channels' : null;
}
