import { planAtShutter, shutterMarks, type Brief, type PlanAtLight, type PlanAtShutter } from '@hushto/core';

/** What part of the Valley is drawn: shutters in thirds from 1 s, detail lost in halvings. */
export interface ValleyFrame {
  slow: number;
  fast: number;
  /** The hush point, or the nearest setting where nothing works. */
  hush: number;
  /** Halvings lost at the hush point (where nothing works, at the best of the curve), at the foot and at the top of the axis. */
  best: number;
  foot: number;
  top: number;
}

/** Halvings above the hush point at which the axis ends: beyond, a quarter of the detail is left. */
const ABOVE = 2;
/** Thirds drawn either side of the hush point: fewer on the slow side where the marks a hand can hold end. */
const SLOWER_THIRDS = { least: 9, most: 17 } as const;
const FASTER_THIRDS = 12;
/** Where the hush point itself loses more halvings than this the foot of the axis rises, or the valley would look flat. */
const DEEP = 3.2;

/** The part of the Valley round the hush point; its marks never go beyond those of the series. */
export function valleyFrame({
  choice,
  figures,
  curve,
  possible,
}: Pick<PlanAtLight, 'choice' | 'figures' | 'curve' | 'possible'>): ValleyFrame {
  const hush = shutterMarks.nearest(choice.shutterS);
  const own = figures.lostGrain + figures.lostBlur;
  const best = possible ? own : Math.min(own, ...curve.map((point) => point.lostGrain + point.lostBlur));
  const slowest = curve[0] ? shutterMarks.nearest(curve[0].shutterS) : hush;
  const slower = Math.min(SLOWER_THIRDS.most, Math.max(SLOWER_THIRDS.least, hush - slowest + 1));
  const foot = best > DEEP ? Math.floor(best - DEEP + 1) : 0;
  return {
    hush,
    slow: Math.max(shutterMarks.first, hush - slower),
    fast: hush + FASTER_THIRDS,
    best,
    foot,
    top: best + ABOVE,
  };
}

/** Slowest and fastest third the cursor may go to: what is drawn and the body has. */
export function cursorRange(plan: PlanAtLight): { slow: number; fast: number } {
  const { slow, fast, hush } = valleyFrame(plan);
  const thirds = plan.curve
    .map((point) => shutterMarks.nearest(point.shutterS))
    .filter((third) => third >= slow && third <= fast);
  return { slow: Math.min(hush, ...thirds), fast: Math.max(hush, ...thirds) };
}

/** The cursor moved by some thirds, held inside the Valley; back on the hush point it follows it again. */
export function movedCursor(plan: PlanAtLight, third: number | null, by: number): number | null {
  const hush = shutterMarks.nearest(plan.choice.shutterS);
  const { slow, fast } = cursorRange(plan);
  const next = Math.min(fast, Math.max(slow, (third ?? hush) + by));
  return next === hush ? null : next;
}

/** The setting at a shutter, in thirds from 1 s, the rest solved round it; each worked out once. */
export function settingsByShutter(brief: Brief, plan: PlanAtLight): (third: number) => PlanAtShutter {
  const hush = shutterMarks.nearest(plan.choice.shutterS);
  const known = new Map<number, PlanAtShutter>([[hush, plan]]);
  return (third) => {
    const setting = known.get(third) ?? planAtShutter(brief, shutterMarks.value(third));
    known.set(third, setting);
    return setting;
  };
}

/** Runs of neighbouring marks that satisfy something, as [first, last] thirds. */
export function runsOf<Row extends { shutterS: number }>(rows: readonly Row[], holds: (row: Row) => boolean): [number, number][] {
  const runs: [number, number][] = [];
  for (const row of rows.filter(holds)) {
    const third = shutterMarks.nearest(row.shutterS);
    const last = runs.at(-1);
    if (last && last[1] === third - 1) last[1] = third;
    else runs.push([third, third]);
  }
  return runs;
}
