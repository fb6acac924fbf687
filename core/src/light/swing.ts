/** Light that swings round a reading, as stage light does. */
export interface Swing {
  /** How far it falls below and rises above the reading, stops, ≥ 0. */
  downStops: number;
  upStops: number;
  /** Time from one peak to the next, s. */
  periodS: number;
}

/** Light at a moment against the reading, stops: a sine, from the brightest phase at 0 s. A stand-in; real light jumps. */
export function swingAt({ downStops, upStops, periodS }: Swing, atS: number): number {
  const half = (upStops + downStops) / 2;
  return (upStops - downStops) / 2 + half * Math.cos((2 * Math.PI * atS) / periodS);
}

/** Share of the time, 0 to 1, at which swinging light lies within half a stop of `stops` above the reading. Exact for the sine. */
export function shareNear({ downStops, upStops }: Swing, stops: number, within = 0.5): number {
  const half = (upStops + downStops) / 2;
  const centre = (upStops - downStops) / 2;
  if (half <= 0) return Math.abs(stops) <= within ? 1 : 0;
  const phase = (at: number): number => Math.acos(Math.min(1, Math.max(-1, (at - centre) / half)));
  return (phase(stops - within) - phase(stops + within)) / Math.PI;
}

/**
 * What one does about it: nothing, where it is steady; `ridesOut` by a fixed exposure; lets ISO float (`floats`); or exposes for the
 * bright phase by hand (`brightPhase`) and lets dark frames go.
 */
export type SwingRule = 'steady' | 'ridesOut' | 'floats' | 'brightPhase';

/** Swing, stops, that a fixed exposure rides out, and beyond which, or faster than which, automatics cannot follow. Common practice. */
const RULE = { ridesOutBelow: 1, tooDeepBeyond: 3, tooFastS: 2 } as const;

export function swingRule(swing: Swing | undefined): SwingRule {
  const stops = (swing?.downStops ?? 0) + (swing?.upStops ?? 0);
  if (!swing || stops === 0) return 'steady';
  if (stops < RULE.ridesOutBelow) return 'ridesOut';
  return stops > RULE.tooDeepBeyond || swing.periodS <= RULE.tooFastS ? 'brightPhase' : 'floats';
}

/** How far above the reading the light lies that is planned for, stops: the peaks where one exposes for the bright phase. */
export const plannedStops = (swing: Swing | undefined): number => (swingRule(swing) === 'brightPhase' ? swing!.upStops : 0);
