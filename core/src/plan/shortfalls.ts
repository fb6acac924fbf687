import { AIMS } from './aims.ts';
import { FLICKER_STOPS, type GateName } from './gates.ts';
import type { Candidate, Situation } from './situation.ts';

/** How badly a gate fails where one shoots anyway: within twice the bound, within four times, beyond. */
export type Badness = 'usable' | 'soft' | 'lost';

/** One gate that is not open at a setting. */
export interface Shortfall {
  gate: GateName;
  how: Badness;
}

/** What is wrong with a setting, gate by gate, worst first. */
export function shortfallsOf(
  { brief, picture, waived }: Situation,
  { shutter, aperture, gates, ...candidate }: Candidate,
): Shortfall[] {
  const { confidence, liftCeilingStops } = brief.picture;
  const { burstChance } = shutter.hands();
  const { wanted } = AIMS[brief.picture.aim];
  const share = shutter.smearMm / picture.heightMm;
  /** By how much each passes its bound, as a factor; a stop of light is one. */
  const over: Record<GateName, number> = {
    freeze: wanted ? Math.max(wanted.from / Math.max(share, 1e-9), share / wanted.to) : shutter.smearMm / picture.toleranceMm,
    hold: confidence / Math.max(burstChance, 1e-9),
    light: 2 ** Math.max(0, candidate.liftStops - liftCeilingStops, candidate.overStops),
    depth: aperture.edgeDiscMm / picture.toleranceMm,
    flicker: shutter.flickerStops / FLICKER_STOPS.marginal,
    focus: 2 ** Math.max(0, -candidate.focusing.headroomEv),
  };
  return (Object.keys(over) as GateName[])
    .filter((gate) => gates[gate] !== 'open' && !waived.includes(gate))
    .sort((a, b) => over[b] - over[a])
    .map((gate) => ({ gate, how: over[gate] <= 2 ? 'usable' : over[gate] <= 4 ? 'soft' : 'lost' }));
}
