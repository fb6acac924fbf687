import { planWithoutLadder, shutterMarks, type Brief, type PlanAtLight } from '@hushto/core';
import { memo, useMemo } from 'react';

const SIZE = { width: 96, height: 36 } as const;
/** Thirds either side of the choice, and halvings above the best, that it shows. */
const REACH = 12;
const ABOVE = 2;

/** The Valley of a brief in little, worked out when it is first shown. */
export const BriefValley = memo(function BriefValley({ brief }: { brief: Brief }) {
  const plan = useMemo(() => planWithoutLadder(brief, REACH), [brief]);
  return <MiniValley plan={plan} />;
});

/** A plan's Valley in little: its curve, and where the plan stands. It says nothing that does not stand beside it in words. */
export function MiniValley({ plan }: { plan: Pick<PlanAtLight, 'curve' | 'choice' | 'figures'> }) {
  const chosen = shutterMarks.nearest(plan.choice.shutterS);
  const points = plan.curve
    .map(({ shutterS, lostGrain, lostBlur }) => ({ third: shutterMarks.nearest(shutterS) - chosen, lost: lostGrain + lostBlur }))
    .filter(({ third }) => Math.abs(third) <= REACH);
  const own = plan.figures.lostGrain + plan.figures.lostBlur;
  const best = Math.min(own, ...points.map(({ lost }) => lost));
  const x = (third: number): number => ((third + REACH) / (2 * REACH)) * SIZE.width;
  const y = (lost: number): number => SIZE.height - 5 - (Math.min(ABOVE, lost - best) / ABOVE) * (SIZE.height - 8);
  return (
    <svg viewBox={`0 0 ${SIZE.width} ${SIZE.height}`} className="h-9 w-24 shrink-0" aria-hidden="true">
      <polyline
        points={points.map(({ third, lost }) => `${x(third).toFixed(1)},${y(lost).toFixed(1)}`).join(' ')}
        className="fill-none stroke-ink"
        strokeWidth="1.5"
      />
      <circle cx={x(0)} cy={y(own)} r="3.5" className="fill-hush" />
    </svg>
  );
}
