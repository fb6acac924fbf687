import type { Brief } from '../brief/brief.ts';
import { planBrief } from '../plan/planBrief.ts';
import { takesOf, type TakeCode } from '../plan/takes.ts';

/** The ways a brief may have been taken, as what was dialled in: the plan itself (null) and its other takes. */
export interface PlannedTake {
  take: TakeCode | null;
  shutterS: number;
  fNumber: number;
}

/** Every take of a brief, the plan first. A plan that does not work has none beside it. */
export function plannedTakes(brief: Brief): PlannedTake[] {
  const { choice } = planBrief(brief);
  return [
    { take: null, shutterS: choice.shutterS, fNumber: choice.fNumber },
    ...takesOf(brief).map(({ code, choice: { shutterS, fNumber } }) => ({ take: code, shutterS, fNumber })),
  ];
}

/** The take a frame is nearest to, in stops of shutter and aperture together; the plan where it is as near. */
export function nearestTake(planned: readonly PlannedTake[], shutterS: number, fNumber: number | null): TakeCode | null {
  const distance = (one: PlannedTake): number =>
    Math.hypot(Math.log2(one.shutterS / shutterS), fNumber === null ? 0 : 2 * Math.log2(one.fNumber / fNumber));
  let best = planned[0];
  for (const one of planned) if (distance(one) < distance(best!) - 1e-9) best = one;
  return best?.take ?? null;
}
