import {
  apertureMarks,
  fullFrameEquivalentMm,
  isoMarks,
  meteredIso,
  normalSource,
  planAtShutter,
  planBrief,
  seededRandom,
  shootBurst,
  shutterMarks,
  simulatedMoment,
  type Brief,
  type PlanAtShutter,
  type Verdict,
} from '@hushto/core';
import type { NewFrame, RunSheet } from '@hushto/contract';

interface Kept<Document> {
  id: string;
  document: Document;
}

/** Frames of each stretch with a brief, about a hundred: some four hundred in all. */
const FRAMES_EACH = 100;
/** Steps of a third from the plan's shutter that are tried while the subject moves, and how often: mostly near it; less is slower. */
const TRIED_MOVING = [-5, -3, -2, -1, 0, 0, 0, 1, 1, 2, 3, 5] as const;
/** How often it stands still for a moment; then the shutter goes down to what the hands may or may not hold. */
const STANDS = 0.4;
const HELD_BETWEEN = [0.25, 0.99] as const;
/** Seconds nobody would wait in a crowd. */
const SLOWEST_S = 1.6;
/** Light strays so far from the brief's, stops. */
const LIGHT_SPREAD = 0.35;
/** One verdict in so many is a slip; one frame in so many was not looked at. */
const SLIP_IN = 25;
const UNSEEN_IN = 8;
/** Grain below this signal-to-noise ratio is too much for this photographer, give or take. */
const GRAIN_SNR = 16;
const MINUTE_MS = 60_000;

/**
 * The lantern evening as a simulated camera took it: each frame with the verdict its own truth deserves, from the same laws its picture is
 * drawn by. Deterministic.
 */
export function portAlderLog(sheet: RunSheet, briefs: readonly Kept<Brief>[]): NewFrame[] {
  const frames: NewFrame[] = [];
  let atMs = Date.parse(`${sheet.day}T${sheet.startsAt}:00Z`);
  for (const { briefId, minutes } of sheet.segments) {
    const brief = briefs.find(({ id }) => id === briefId)?.document;
    if (brief) frames.push(...stretch(brief, briefId!, atMs, minutes, frames.length));
    atMs += minutes * MINUTE_MS;
  }
  return frames;
}

function stretch(brief: Brief, briefId: string, fromMs: number, minutes: number, before: number): NewFrame[] {
  const random = seededRandom(before + 71);
  const normal = normalSource(random);
  const plan = planBrief(brief).choice;
  const at = figuresAt(brief);
  const first = shutterMarks.nearest(plan.shutterS);
  const held = Array.from({ length: 40 }, (_, i) => first - i).filter((mark) => {
    const chance = at(shutterMarks.value(mark)).holdProbability;
    return shutterMarks.value(mark) <= SLOWEST_S && chance >= HELD_BETWEEN[0] && chance <= HELD_BETWEEN[1];
  });
  const frames: NewFrame[] = [];
  while (frames.length < FRAMES_EACH) {
    const wallMs = fromMs + ((frames.length + 0.5) / FRAMES_EACH) * minutes * MINUTE_MS;
    // A skater never does.
    const still = held.length > 0 && random() < STANDS;
    const tried = still ? held : TRIED_MOVING.map((step) => first + step);
    const mark = tried[Math.floor(random() * tried.length)]!;
    const burst = random() < 0.35 ? 3 : 1;
    for (let i = 0; i < burst && frames.length < FRAMES_EACH; i++)
      frames.push(
        oneFrame({ brief, briefId, at, still }, mark, plan.fNumber, wallMs + 180 * i, before + frames.length + 1, random, normal),
      );
  }
  return frames;
}

type Figures = (shutterS: number) => PlanAtShutter['figures'];

/** Figures of a brief at a shutter, each shutter worked out once. */
function figuresAt(brief: Brief): Figures {
  const known = new Map<number, PlanAtShutter['figures']>();
  return (shutterS) => {
    const figures = known.get(shutterS) ?? planAtShutter(brief, shutterS).figures;
    known.set(shutterS, figures);
    return figures;
  };
}

interface Moment {
  brief: Brief;
  briefId: string;
  at: Figures;
  /** Whether the subject stands for a moment. */
  still: boolean;
}

function oneFrame(
  { brief, briefId, at, still }: Moment,
  mark: number,
  widest: number,
  wallMs: number,
  number: number,
  random: () => number,
  normal: () => number,
): NewFrame {
  const { sensor, lens } = brief.kit;
  const shutterS = Math.min(sensor.slowestS, Math.max(sensor.fastestS, shutterMarks.value(mark)));
  const ev100 = brief.light.ev100 + LIGHT_SPREAD * normal();
  // As wide as the plan has it; narrower where it would be too bright at base.
  const atBase = apertureMarks.value(Math.ceil(apertureMarks.nearest(Math.sqrt((shutterS * 2 ** ev100 * sensor.baseIso) / 100))));
  const fNumber = Math.min(lens.narrowestF, Math.max(widest, atBase));
  const wanted = meteredIso(ev100, shutterS, fNumber);
  const iso = isoMarks.value(isoMarks.nearest(Math.min(brief.picture.isoCeiling * 2, Math.max(sensor.baseIso, wanted))));
  const seed = 10_000 + number;
  const verdict = verdictOf(at(shutterS), still, iso, seed, random, normal);
  return {
    digest: Array.from({ length: 64 }, () => Math.floor(random() * 16).toString(16)).join(''),
    name: `lantern-${String(number).padStart(3, '0')}.jpg`,
    bytes: Math.round(3e6 + 4e6 * random()),
    // Port Alder is an hour ahead of UTC.
    takenAt: new Date(wallMs - 60 * MINUTE_MS).toISOString(),
    wallClock: new Date(wallMs).toISOString().slice(0, 19),
    zoned: true,
    ...pixelsOf(brief),
    orientation: 1,
    camera: sensor.label ?? null,
    lens: lens.label ?? null,
    shutterS,
    fNumber,
    iso,
    focalLengthMm: lens.focalLengthMm,
    equivalentMm: Math.round(fullFrameEquivalentMm(lens.focalLengthMm, sensor.widthMm, sensor.heightMm)),
    briefId,
    ...(still ? { take: 'still' as const } : {}),
    seed,
    ...(verdict === null ? {} : { verdict }),
  };
}

function pixelsOf({ kit: { sensor } }: Brief): { widthPx: number; heightPx: number } {
  const widthPx = Math.round(Math.sqrt((sensor.megapixels * 1e6 * sensor.widthMm) / sensor.heightMm));
  return { widthPx, heightPx: Math.round((widthPx * sensor.heightMm) / sensor.widthMm) };
}

/** What the photographer says of it, going by what became of it; null where it was not looked at. */
function verdictOf(figures: ReturnType<Figures>, still: boolean, iso: number, seed: number, random: () => number, normal: () => number): Verdict | null {
  const hands = { singleChance: figures.holdProbability, follows: false, residueMm: 0, toleranceMm: figures.toleranceMm };
  const [shaken] = shootBurst(hands, 1, seededRandom(seed)).blurs;
  const { speedTimes, focusTimes } = simulatedMoment(seed);
  const smear = still ? 0 : (figures.subjectBlurViewPx / 2) * speedTimes;
  const missed = focusTimes !== 1;
  // The frame's own light: at its ISO, not at the plan's.
  const snr = figures.snrViewed * Math.sqrt(figures.isoEquivalent / iso) * 2 ** (0.25 * normal());
  const truth: Verdict = missed ? 'focus' : smear > Math.max(1.25, shaken!) ? 'subject' : shaken! > 1 ? 'hands' : snr < GRAIN_SNR ? 'grain' : 'keeper';
  if (random() < 1 / UNSEEN_IN) return null;
  if (random() >= 1 / SLIP_IN) return truth;
  return truth === 'keeper' ? 'subject' : 'keeper';
} // prettier-ignore
