import { stopsLabel } from '../light/marks.ts';
import { freeToLiftFrom, liftCostStops } from '../sensor/sensor.ts';
import type { Candidate, Situation } from './situation.ts';
import { isoWords, plainNumber, stopWords } from './words.ts';

/** Whether this body had better raise its ISO or be lifted afterwards, for one exposure. */
export interface LiftVerdict {
  /** Raising never adds noise; it wins nothing where the body is free to lift. */
  wins: 'iso' | 'either';
  /** Lowest ISO mark from which lifting to the wanted brightness costs less than a tenth of a stop of noise. */
  freeFromIso: number;
  /** Stops of highlights kept by staying there. */
  headroomStops: number;
  /** What the first stop of lift instead of ISO costs, in stops of noise. */
  firstStopCost: number;
  say: string;
}

/** Light on the background above that on the subject, stops, from which signs and lamps clip. Common practice. */
const BRIGHT_BACKGROUND_STOPS = 2;

/**
 * Filling the histogram in camera against under-exposing and lifting: both are sides of one read-noise sum. Leaves out banding.
 * Reference: EMVA Standard 1288, linear model (from memory).
 */
export function liftOrIso({ noise, isoRange, brief }: Situation, candidate: Candidate): LiftVerdict {
  const wanted = candidate.cameraIso * 2 ** candidate.liftStops;
  const freeFromIso = freeToLiftFrom(noise, isoRange.from, wanted, candidate.meteredIso);
  const headroomStops = Math.log2(wanted / freeFromIso);
  const firstStopCost = liftCostStops(noise, candidate.meteredIso, 1);
  const wins = headroomStops >= 1 - 1e-9 ? 'either' : 'iso';
  return { wins, freeFromIso, headroomStops, firstStopCost, say: verdict() };

  function verdict(): string {
    if (wanted < isoRange.from * 2 ** (1 / 3)) return 'At base ISO there is nothing to raise and nothing to lift.';
    if (wins === 'iso')
      return `Raise ISO rather than lift: the first stop of lift would cost ${plainNumber(firstStopCost)} stop of grain on this body.`;
    const kept = stopWords(stopsLabel(headroomStops));
    const bright = brightThings();
    const why = bright ? `${bright} argue for it.` : 'Hold back where lamps or signs are in the frame.';
    return `This body is free to lift: ${isoWords(freeFromIso)} lifted ${kept} is as clean as ${isoWords(wanted)} within a tenth of a stop, and keeps ${kept} of highlights. ${why}`;
  }

  function brightThings(): string | null {
    const { background, swing, colour } = brief.light;
    if (background.stops >= BRIGHT_BACKGROUND_STOPS) return 'The bright lights behind';
    if ((swing?.upStops ?? 0) >= 1) return 'The bright phases of this light';
    return colour === 'saturated' ? 'Saturated lamps, which clip one channel early,' : null;
  }
}
