import { planAtShutter, shutterMarks, type Brief, type PlanAtLight, type PlanAtShutter } from '@hushto/core';

/** What part of the Valley is drawn: shutters in thirds from 1 s, detail lost in halvings. */
export interface ValleyFrame {
  slow: number;
  fast: number;
  /** The hush point, or the nearest setting where nothing works. */
  hush: number;
  /** What the plan chose: the hush point, unless a pin or another school decided. */
  chosen: number;
  /** Halvings lost at the best of the floor (where nothing works, of the curve), at the foot and at the top of the axis. */
  best: number;
  foot: number;
  top: number;
}

/** Halvings above the best at which the axis ends: beyond, a quarter of the detail is left. */
const ABOVE = 2;
/** Thirds either side of a setting that a Valley can show. */
export const VALLEY_REACH = 20;
/** Thirds drawn either side of the hush point: fewer on the slow side where the marks a hand can hold end. */
const SLOWER_THIRDS = { least: 9, most: 17 } as const;
const FASTER_THIRDS = 12;
/** Thirds drawn beyond a setting that lies outside that. */
const BESIDE_THIRDS = 4;
/** Where the best itself loses more halvings than this the foot of the axis rises, or the valley would look flat. */
const DEEP = 3.2;

/** The part of the Valley round the hush point; its marks never go beyond those of the series. */
export function valleyFrame({
  choice,
  figures,
  curve,
  possible,
  against,
}: Pick<PlanAtLight, 'choice' | 'figures' | 'curve' | 'possible' | 'against'>): ValleyFrame {
  const chosen = shutterMarks.nearest(choice.shutterS);
  const hush = against ? shutterMarks.nearest(against.hush.shutterS) : chosen;
  const own = against ? against.hush.lostGrain + against.hush.lostBlur : figures.lostGrain + figures.lostBlur;
  const least = possible || against ? own : Math.min(own, ...curve.map((point) => point.lostGrain + point.lostBlur));
  const best = Math.min(least, figures.plateau?.lost ?? least);
  const slowest = curve[0] ? shutterMarks.nearest(curve[0].shutterS) : hush;
  const slower = Math.min(SLOWER_THIRDS.most, Math.max(SLOWER_THIRDS.least, hush - slowest + 1));
  const foot = best > DEEP ? Math.floor(best - DEEP + 1) : 0;
  return {
    hush,
    chosen,
    slow: Math.max(shutterMarks.first, Math.min(hush - slower, chosen - BESIDE_THIRDS)),
    fast: Math.max(hush + FASTER_THIRDS, chosen + BESIDE_THIRDS),
    best,
    foot,
    top: best + ABOVE,
  };
}

/** Slowest and fastest third the cursor may go to: what is drawn and the body has. */
export function cursorRange(plan: PlanAtLight): { slow: number; fast: number } {
  const { slow, fast, hush, chosen } = valleyFrame(plan);
  const thirds = plan.curve
    .map((point) => shutterMarks.nearest(point.shutterS))
    .filter((third) => third >= slow && third <= fast);
  return { slow: Math.min(hush, chosen, ...thirds), fast: Math.max(hush, chosen, ...thirds) };
}

/** Where the cursor looks beside what was chosen; null on it, and where this plan has no such shutter. */
export function lookedAt(plan: PlanAtLight, third: number): number | null {
  const { slow, fast } = cursorRange(plan);
  return third < slow || third > fast || third === shutterMarks.nearest(plan.choice.shutterS) ? null : third;
}

/** The cursor moved by some thirds, held inside the Valley; back on what the plan chose it follows it again. */
export function movedCursor(plan: PlanAtLight, third: number | null, by: number): number | null {
  const chosen = shutterMarks.nearest(plan.choice.shutterS);
  const { slow, fast } = cursorRange(plan);
  const next = Math.min(fast, Math.max(slow, (third ?? chosen) + by));
  return next === chosen ? null : next;
}

/** The setting at a shutter, in thirds from 1 s, the rest solved round it; each worked out once. */
export function settingsByShutter(brief: Brief, plan: PlanAtLight): (third: number) => PlanAtShutter {
  const chosen = shutterMarks.nearest(plan.choice.shutterS);
  const known = new Map<number, PlanAtShutter>([[chosen, plan]]);
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
