import {
  posteriorOf,
  seriesFor,
  setupOf,
  type HeldFrame,
  type HoldSeries,
  type StoredBrief,
  type StoredHold,
} from '@hushto/contract';
import {
  DEFAULT_SLOPE,
  DEFAULT_THRESHOLD,
  driftOfHands,
  fullFrameEquivalentMm,
  nextShutter,
  usualShutter,
  normalSource,
  pictureOf,
  seededRandom,
  shutterLabel,
  shutterOfDrift,
  SLOWEST_TESTED_S,
  slowestTrusted,
  steadyingStops,
  teachingByShutter,
  testProgress,
  type Brief,
  type Lens,
  type SlowestTrusted,
  type Teaching,
} from '@hushto/core';
import { dayWords } from '@hushto/words';
import { csvOf } from './csv.ts';
import type { FrameJob } from '../workers/frameProtocol.ts';

/** A hold test as far as it has come. */
export interface HoldTest {
  teaching: Teaching[];
  /** Speed to ask for next, s; null where the body has none in reach. */
  next: number | null;
  trusted: SlowestTrusted;
  done: boolean;
  /** About how many frames more it takes. */
  more: number;
}

/** Changes a series; says whether it is kept. */
export type EditSeries = (change: (series: HoldSeries) => HoldSeries) => boolean;

const tests = new WeakMap<HoldSeries, HoldTest>();

/** Everything of a series that follows from its frames, worked out once for each state of it. */
export function holdTestOf(series: HoldSeries): HoldTest {
  const known = tests.get(series);
  if (known) return known;
  const [setup, posterior] = [setupOf(series), posteriorOf(series)];
  const { fastestS, slowestS } = series.kit.sensor;
  const range = { fastestS, slowestS: Math.min(slowestS, SLOWEST_TESTED_S) };
  const teaching = teachingByShutter(setup, posterior, range);
  const trusted = slowestTrusted(setup, posterior, series.confidence);
  const test = {
    teaching,
    next: series.frames.length === 0 ? usualShutter(setup, range) : nextShutter(teaching),
    trusted,
    ...testProgress(series.frames.length, trusted.widthStops),
  };
  tests.set(series, test);
  return test;
}

/** "APS-C 24 MP, 28 mm equivalent". */
export function kitWords({ kit: { sensor, lens } }: Pick<HoldSeries, 'kit'>): string {
  const equivalent = fullFrameEquivalentMm(lens.focalLengthMm, sensor.widthMm, sensor.heightMm, 1);
  return `${sensor.label ?? `${Math.round(sensor.megapixels)} MP`}, ${Math.round(equivalent)} mm equivalent`;
}

/** "Stabiliser on", "Stabiliser off". */
export const stabiliserWords = ({ stabiliserStops }: Pick<HoldSeries, 'stabiliserStops'>): string =>
  `Stabiliser ${stabiliserStops > 0 ? 'on' : 'off'}`;

/** A frame with its verdict, added; the one that makes the test complete closes it, and one opened again stays open. */
export function withFrame(series: HoldSeries, frame: Omit<HeldFrame, 'id' | 'at'>, at = new Date()): HoldSeries {
  const added = { ...series, frames: [...series.frames, { ...frame, id: crypto.randomUUID(), at: at.toISOString() }] };
  return holdTestOf(series).done || !holdTestOf(added).done ? added : { ...added, closed: true };
}

/** The series without its last frame; it goes on. */
export const withoutLast = (series: HoldSeries): HoldSeries => ({ ...series, frames: series.frames.slice(0, -1), closed: false });

/** Briefs that plan with a series, by title. */
export const briefsWith = (id: string, holds: readonly StoredHold[], briefs: readonly StoredBrief[]): string[] =>
  briefs.filter(({ document }) => seriesFor(document, holds)?.id === id).map(({ document }) => document.title);

/** Hands the simulated camera hides, drawn from the prior: nobody knows them until the test is over. */
export function hiddenHands(seed: number): NonNullable<HoldSeries['simulated']> {
  const normal = normalSource(seededRandom(seed));
  return { seed, theta: DEFAULT_THRESHOLD + 1.2 * normal(), slope: DEFAULT_SLOPE * Math.exp(0.25 * normal()) };
}

/** The shutter at which the hidden hands really make the wanted share of sharp frames, s. */
export function hiddenShutter(series: HoldSeries): number {
  const setup = setupOf(series);
  const { theta, slope } = series.simulated ?? { theta: DEFAULT_THRESHOLD, slope: DEFAULT_SLOPE };
  const threshold = theta + steadyingStops(setup.stabiliserStops, setup.conditions);
  return shutterOfDrift(driftOfHands(threshold, slope, series.confidence), setup.focalLengthMm, setup.toleranceMm);
}

/** Height, viewed px, the sign is drawn with: its small letters are as high as a smear worth seeing. */
const SIGN_PX = 250;
const SIGN_HEIGHT_M = 0.6;
/** Signal of the test frames: grain that does not hide what hands do. */
const TEST_ISO = 800;

/** The brief of a hold test: a sign that stands still, lit so that only the hands change from frame to frame. */
export function signBrief(series: HoldSeries, shutterS: number): Brief {
  const { sensor } = series.kit;
  const lens: Lens = { ...series.kit.lens, stabiliserStops: 0 };
  const picture = pictureOf(sensor.widthMm, sensor.heightMm, sensor.megapixels, 1, series.viewCph);
  const fNumber = lens.widestF;
  const share = SIGN_PX / (2 * picture.limitCph);
  return {
    title: series.title,
    subject: {
      speedMps: 0,
      limbFactor: 1,
      directionDeg: 90,
      distanceM: Math.max(0.5, (lens.focalLengthMm * SIGN_HEIGHT_M) / (share * sensor.heightMm)),
      depthM: 0,
      tone: 0.18,
      frameFill: 0.3,
    },
    light: {
      ev100: Math.log2((fNumber * fNumber) / shutterS) - Math.log2(TEST_ISO / 100),
      background: { tone: 0.18, stops: 0 },
      flicker: { frequencyHz: 100, modulation: 0 },
    },
    kit: { sensor: { ...sensor, stabiliserStops: series.stabiliserStops }, lens },
    hold: {
      conditions: [...series.conditions],
      theta: series.simulated?.theta ?? null,
      slope: series.simulated?.slope ?? null,
    },
    picture: {
      viewCph: series.viewCph,
      crop: 1,
      aim: 'freeze',
      school: 'hush',
      isoCeiling: sensor.maxIso,
      liftCeilingStops: 0,
      tasteStops: 0,
      confidence: series.confidence,
      maxBurst: 1,
      pinned: { shutterS: null, fNumber: null, iso: null, burst: null },
    },
  };
}

/** The simulated camera's frame at a speed; the same again after a reload, another after every verdict. */
export function signJob(series: HoldSeries, shutterS: number, width: number, height: number): FrameJob {
  return {
    brief: signBrief(series, shutterS),
    shutterS,
    fNumber: series.kit.lens.widestF,
    burst: 1,
    subject: { kind: 'drawn', name: 'sign' },
    view: 'detail',
    width,
    height,
    seed: ((series.simulated?.seed ?? 1) % 1_000_003) * 31 + series.frames.length,
    frame: 0,
  };
}

/** Every frame of a series as CSV (RFC 4180). */
export function holdCsv(series: HoldSeries): string {
  const { kit, conditions, stabiliserStops } = series;
  const rows = series.frames.map(({ at, shutterS, sharp, how, blurPx }, n) => ({
    frame: n + 1,
    at,
    shutter: shutterLabel(shutterS),
    shutterS,
    sharp: sharp ? 'sharp' : 'soft',
    judged: how === 'photo' ? 'edges measured' : 'by eye',
    blurViewPx: blurPx ?? '',
    title: series.title,
    body: kit.sensor.label ?? '',
    focalLengthMm: kit.lens.focalLengthMm,
    stabiliserStops,
    held: conditions.join(' '),
    viewCph: series.viewCph,
    simulated: series.simulated ? 'yes' : 'no',
  }));
  return csvOf(rows);
}

/** "18 frames, 3 March". */
export const seriesLine = ({ frames, day }: HoldSeries): string =>
  `${frames.length} ${frames.length === 1 ? 'frame' : 'frames'}, ${dayWords(day)}`;
