import type { HoldSeries, LogFrame, LogSays, LogTally } from '@hushto/contract';
import { fullFrameEquivalentMm, LOG_VIEW_CPH, planAtShutter, shutterMarks, type Brief, type Verdict } from '@hushto/core';
import type { LostRun } from '@hushto/words';

/** Frames of one shutter, whatever the focal length, by what became of them. */
export interface ShutterRow extends LogTally {
  /** Its mark, counted in thirds of a stop. */
  mark: number;
  shutterS: number;
}

const FAULTS = ['hands', 'subject', 'focus', 'grain', 'other'] as const satisfies readonly Verdict[];

/** By shutter, slow to fast. */
export function byShutter(rows: LogSays['byShutterAndFocal']): ShutterRow[] {
  const found = new Map<number, ShutterRow>();
  for (const { shutterS, equivalentMm: _focal, ...tally } of rows) {
    const mark = shutterMarks.nearest(shutterS);
    const there = found.get(mark);
    if (there) for (const name of Object.keys(tally) as (keyof LogTally)[]) there[name] += tally[name];
    else found.set(mark, { ...tally, mark, shutterS: shutterMarks.value(mark) });
  }
  return [...found.values()].sort((a, b) => a.mark - b.mark);
}

/** Fewest judged frames of a run, and the share of them lost to one fault, that are worth a sentence. Ours. */
const FEWEST_OF_RUN = 8;
const MOSTLY = 0.5;
/** A faster shutter is held up against it where it loses at most this share to the same fault. */
const SELDOM = 0.2;

/**
 * The longest run of shutters of a brief at which most frames were lost to one fault, and the next faster one that lost few, with what its
 * plan says that would have cost. Null where there is none.
 */
export function worstRun(rows: readonly ShutterRow[], brief: Brief): LostRun | null {
  let worst: LostRun | null = null;
  for (const fault of FAULTS) {
    let run: ShutterRow[] = [];
    for (const row of [...rows, null]) {
      if (row && row.judged > 0 && row[fault] / row.judged >= MOSTLY) {
        run.push(row);
        continue;
      }
      const judged = run.reduce((sum, one) => sum + one.judged, 0);
      if (run.length > 0 && judged >= FEWEST_OF_RUN && judged > (worst?.judged ?? 0)) worst = lostRun(fault, run, rows, brief);
      run = [];
    }
  }
  return worst;
}

function lostRun(fault: Verdict, run: readonly ShutterRow[], rows: readonly ShutterRow[], brief: Brief): LostRun {
  const sum = (of: (row: ShutterRow) => number): number => run.reduce((total, row) => total + of(row), 0);
  const last = run.at(-1)!;
  // Faster cures blur of either kind, and nothing else.
  const faster = fault === 'hands' || fault === 'subject' ? rows.find((row) => row.mark > last.mark && row.judged >= 3 && row[fault] / row.judged <= SELDOM) : undefined;
  return {
    fault,
    slowestS: run[0]!.shutterS,
    fastestS: last.shutterS,
    lost: sum((row) => row[fault]),
    judged: sum((row) => row.judged),
    title: brief.title,
    instead: faster ? { shutterS: faster.shutterS, toGrain: grainCost(brief, last.shutterS, faster.shutterS) } : null,
  };
} // prettier-ignore

/** The share of detail that going faster gives up to grain. */
function grainCost(brief: Brief, fromS: number, toS: number): number {
  const lost = (shutterS: number): number => planAtShutter(brief, shutterS).figures.lostGrain;
  return 1 - 2 ** -Math.max(0, lost(toS) - lost(fromS));
}

/** Most frames of a series. */
const MOST_FRAMES = 500;

/** A series has one focal length: frames farther from it than this, stops, are another test's. */
const SAME_FOCAL_STOPS = 1 / 6;

/**
 * A steadiness test made of frames really taken for a brief at its focal length: those kept, and those lost to the hands. Null where too
 * few tell.
 */
export function handsFromLog(frames: readonly LogFrame[], brief: Brief, day: string): HoldSeries | null {
  const { sensor, lens } = brief.kit;
  const own = fullFrameEquivalentMm(lens.focalLengthMm, sensor.widthMm, sensor.heightMm);
  const judged = frames.filter(
    ({ verdict, shutterS, equivalentMm }) =>
      (verdict === 'keeper' || verdict === 'hands') &&
      shutterS !== null &&
      equivalentMm !== null &&
      Math.abs(Math.log2(equivalentMm / own)) < SAME_FOCAL_STOPS,
  );
  if (judged.filter(({ verdict }) => verdict === 'hands').length < 3 || judged.length < 12) return null;
  return {
    title: `From the log: ${brief.title}`.slice(0, 120),
    day,
    kit: { sensor, lens },
    stabiliserStops: Math.max(sensor.stabiliserStops, lens.stabiliserStops),
    conditions: brief.hold.conditions,
    viewCph: LOG_VIEW_CPH,
    confidence: 0.8,
    simulated: null,
    counts: true,
    closed: true,
    note: 'Frames of the log: keepers, and those lost to your hands.',
    frames: judged.slice(0, MOST_FRAMES).map(({ id, takenAt, shutterS, verdict }) => ({
      id,
      at: takenAt ?? new Date(0).toISOString(),
      shutterS: shutterS!,
      sharp: verdict === 'keeper',
      how: 'seen',
    })),
  };
} // prettier-ignore
