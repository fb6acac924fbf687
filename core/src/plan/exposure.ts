import type { Brief } from '../brief/brief.ts';
import { meteredIso } from '../light/exposure.ts';
import { BOUND_SLACK, gateBelow, type GateState } from './gates.ts';

/** The highest ISO a brief lets the camera use: its ceiling, or the body's where that ends sooner, and never below base. */
export const topIso = ({ kit: { sensor }, picture }: Pick<Brief, 'kit' | 'picture'>): number =>
  Math.max(sensor.baseIso, Math.min(picture.isoCeiling, sensor.maxIso));

/** How a shutter and aperture are exposed in one light. */
export interface Exposure {
  /** ISO that places mid grey as metered, unrounded; the signal follows it. */
  readonly meteredIso: number;
  /** ISO in the camera, unrounded. */
  readonly cameraIso: number;
  readonly liftStops: number;
  /** What of the lift was held back in the camera so that brighter phases of the light keep their highlights, stops. */
  readonly heldBackStops: number;
  /** Stops by which a pinned ISO, or the base, makes the picture brighter than wanted. */
  readonly overStops: number;
  readonly overExposed: boolean;
  readonly light: GateState;
}

/** What a brief says of exposure, whatever the light and the marks. */
export interface ExposureRules {
  /** ISO the camera may use, and the pinned one if any. */
  readonly isoRange: { readonly from: number; readonly to: number; readonly pinned: number | null };
  /** Square root of the share of light the lens lets through: the f-number over it is the T-number. */
  readonly throughput: number;
  /** What close focus takes of the light, as a factor on the f-number: 1 + magnification. */
  readonly extension: number;
  /** How bright the picture is to look against as metered, as a factor of exposure. */
  readonly key: number;
  readonly liftCeilingStops: number;
  /** Light planned for, above what is read; and how far brighter phases lie above that. Stops; 0 where the light is steady. */
  readonly phaseStops: number;
  readonly brighterStops: number;
  /** Room above mid grey before anything is lifted, stops. */
  readonly highlightStops: number;
}

/** A dial in thirds is never nearer than this to what is wanted, stops: it counts neither as over-exposure nor as past a ceiling. */
export const MARK_RESIDUE_STOPS = 1 / 6;

/** ISO that a second at f/1 is metered with in a light, EV at ISO 100: what is one for every setting there. */
export const unitIsoOf = ({ phaseStops, extension, throughput }: ExposureRules, ev100: number): number =>
  meteredIso(ev100 + phaseStops, 1, extension / throughput);

/**
 * ISO, lift, and how far off, of a shutter, s, and an f-number in a light of a unit ISO. Where brighter phases of swinging light would
 * clip, the camera holds back what the ceiling of lift and base ISO allow.
 */
export function exposureOf(
  { isoRange, key, liftCeilingStops, brighterStops, highlightStops }: ExposureRules,
  unitIso: number,
  shutterS: number,
  fNumber: number,
): Exposure {
  const metered = (unitIso * fNumber * fNumber) / shutterS;
  const wanted = metered * key;
  const plainIso = isoRange.pinned ?? Math.min(isoRange.to, Math.max(isoRange.from, wanted));
  const off = Math.log2(wanted / plainIso);
  const needed = off > BOUND_SLACK ? off : 0;
  const room = highlightStops + needed - Math.max(0, -off);
  const mayHoldBack =
    brighterStops > room && isoRange.pinned === null
      ? Math.min(liftCeilingStops - needed, Math.log2(plainIso / isoRange.from), brighterStops - room)
      : 0;
  const heldBackStops = Math.max(0, mayHoldBack);
  const cameraIso = heldBackStops > 0 ? plainIso * 2 ** -heldBackStops : plainIso;
  const liftStops = needed + heldBackStops;
  const overStops = Math.max(0, -off);
  return {
    meteredIso: metered,
    cameraIso,
    liftStops,
    heldBackStops,
    overStops,
    overExposed: overStops > MARK_RESIDUE_STOPS + BOUND_SLACK,
    light: gateBelow(off, MARK_RESIDUE_STOPS, liftCeilingStops + MARK_RESIDUE_STOPS),
  };
}
