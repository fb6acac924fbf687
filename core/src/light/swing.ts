/** Light that swings round a reading, as stage light does. */
export interface Swing {
  /** How far it falls below and rises above the reading, stops, ≥ 0. */
  downStops: number;
  upStops: number;
  /** Time from one peak to the next, s. */
  periodS: number;
}

/** Light at a moment against the reading, stops: a cosine from the brightest phase at 0 s. A stand-in; real light jumps. */
export function swingAt({ downStops, upStops, periodS }: Swing, atS: number): number {
  const half = (upStops + downStops) / 2;
  return (upStops - downStops) / 2 + half * Math.cos((2 * Math.PI * atS) / periodS);
}

/** Share of the time, 0 to 1, at which swinging light lies within `within` stops of the reading. Exact for the cosine. */
export function shareAtReading({ downStops, upStops }: Swing, within = 1 / 3): number {
  const half = (upStops + downStops) / 2;
  const centre = (upStops - downStops) / 2;
  if (half <= 0) return 1;
  const phase = (stops: number): number => Math.acos(Math.min(1, Math.max(-1, (stops - centre) / half)));
  return (phase(-within) - phase(within)) / Math.PI;
}
