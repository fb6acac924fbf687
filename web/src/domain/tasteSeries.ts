import { type CeilingAnswer, type TasteChoiceKept, type TasteSeries } from '@hushto/contract';
import {
  afterCeilingFrame,
  afterChoice,
  ceilingEstimate,
  ceilingPrior,
  isoMarks,
  nextCeilingIso,
  nextPair,
  planWithoutLadder,
  seededRandom,
  tasteEstimate,
  tastePrior,
  tasteSettings,
  type Brief,
  type CeilingPosterior,
  type Estimate,
  type Provenance,
  type TastePosterior,
  type TasteSetting,
} from '@hushto/core';
import equal from 'fast-deep-equal';
import type { FrameJob } from '../workers/frameProtocol.ts';
import { sceneFor } from '../workers/scenes/names.ts';
import { stillAt } from './swatches.ts';

export type TasteTest = Extract<TasteSeries, { kind: 'taste' }>;
export type CeilingTest = Extract<TasteSeries, { kind: 'ceiling' }>;

/** Choices a taste test takes at least and at most; every so many are an earlier pair again, sides changed. Ours. */
const FEWEST_CHOICES = 12;
const MOST_CHOICES = 20;
const REPEAT_EVERY = 5;
/** A taste is known when its interval is this wide, stops. Ours. */
const TASTE_KNOWN_WITHIN = 1.5;
const FEWEST_ANSWERS = 8;
const MOST_ANSWERS = 16;
const CEILING_KNOWN_WITHIN = 1;

/** A pair to choose from: what is shown on which side. */
export interface Pair {
  slower: TasteSetting;
  faster: TasteSetting;
  slowerLeft: boolean;
  repeats: string | null;
  /** Which frame of all that could be taken: a repeated pair shows others. */
  seed: number;
}

export interface TasteState {
  estimate: Estimate;
  /** The next pair; null where the brief leaves nothing to choose from. */
  pair: Pair | null;
  done: boolean;
  more: number;
  /** Repeated pairs, and how many of them were answered alike. */
  repeated: number;
  alike: number;
}

const settingsOf = new WeakMap<Brief, TasteSetting[]>();

/** The settings of a test's brief; worked out once, for they cost two dozen plans. */
export function settingsFor(brief: Brief): TasteSetting[] {
  const known = settingsOf.get(brief) ?? tasteSettings(brief);
  settingsOf.set(brief, known);
  return known;
}

const tastes = new WeakMap<TasteTest, TasteState>();

/** Everything that follows from the choices of a series. */
export function tasteStateOf(test: TasteTest): TasteState {
  const known = tastes.get(test);
  if (known) return known;
  const settings = settingsFor(test.brief);
  const at = (shutterS: number): number =>
    settings.findIndex((setting) => Math.abs(Math.log2(setting.shutterS / shutterS)) < 0.1);
  const posterior = test.choices.reduce<TastePosterior>((before, { slowerS, fasterS, tookSlower }) => {
    const [slower, faster] = [at(slowerS), at(fasterS)];
    return slower < 0 || faster < 0 ? before : afterChoice(before, settings, { slower, faster, tookSlower });
  }, tastePrior());
  const estimate = tasteEstimate(posterior);
  const count = test.choices.length;
  const width = estimate.high - estimate.low;
  const done = count >= MOST_CHOICES || (count >= FEWEST_CHOICES && width <= TASTE_KNOWN_WITHIN);
  const repeats = test.choices.flatMap((choice) => {
    const first = test.choices.find(({ id }) => id === choice.repeats);
    return first ? [first.tookSlower === choice.tookSlower] : [];
  });
  const state: TasteState = {
    estimate,
    pair: nextOf(test, posterior, settings),
    done,
    more: done ? 0 : Math.max(1, (width <= TASTE_KNOWN_WITHIN ? FEWEST_CHOICES : 16) - count),
    repeated: repeats.length,
    alike: repeats.filter(Boolean).length,
  };
  tastes.set(test, state);
  return state;
}

function nextOf(test: TasteTest, posterior: TastePosterior, settings: readonly TasteSetting[]): Pair | null {
  const count = test.choices.length;
  const seed = (test.seed % 1_000_003) * 37 + count;
  const earlier = count > 0 && (count + 1) % REPEAT_EVERY === 0 ? unrepeated(test) : null;
  if (earlier) {
    const setting = (shutterS: number): TasteSetting | undefined =>
      settings.find((one) => Math.abs(Math.log2(one.shutterS / shutterS)) < 0.1);
    const [slower, faster] = [setting(earlier.slowerS), setting(earlier.fasterS)];
    if (slower && faster) return { slower, faster, slowerLeft: !earlier.slowerLeft, repeats: earlier.id, seed };
  }
  const pair = nextPair(posterior, settings);
  if (!pair) return null;
  // Sides by lot, the same again after a reload.
  const slowerLeft = seededRandom(seed)() < 0.5;
  return { slower: settings[pair.slower]!, faster: settings[pair.faster]!, slowerLeft, repeats: null, seed };
}

/** The oldest choice that was neither repeated nor a repetition. */
function unrepeated({ choices }: TasteTest): TasteChoiceKept | null {
  const used = new Set(choices.map(({ repeats }) => repeats));
  return choices.find(({ id, repeats }) => repeats === null && !used.has(id)) ?? null;
}

/** A choice added; the one that makes the test complete closes it, and one opened again stays open. */
export function withChoice(test: TasteTest, pair: Pair, tookLeft: boolean, at = new Date()): TasteTest {
  const choice: TasteChoiceKept = {
    id: crypto.randomUUID(),
    at: at.toISOString(),
    slowerS: pair.slower.shutterS,
    fasterS: pair.faster.shutterS,
    tookSlower: tookLeft === pair.slowerLeft,
    slowerLeft: pair.slowerLeft,
    repeats: pair.repeats,
  };
  const added = { ...test, choices: [...test.choices, choice] };
  return tasteStateOf(test).done || !tasteStateOf(added).done ? added : { ...added, closed: true };
}

/** The frame of one side. */
export function pairJob(
  test: TasteTest,
  { slower, faster, slowerLeft, seed }: Pair,
  side: 'left' | 'right',
  size: Size,
): FrameJob {
  const setting = (side === 'left') === slowerLeft ? slower : faster;
  return {
    ...jobOf(test, test.brief, size),
    shutterS: setting.shutterS,
    fNumber: setting.fNumber,
    seed: 2 * seed + (side === 'left' ? 0 : 1),
  };
}

interface Size {
  width: number;
  height: number;
}

/** Detail, one pixel of the screen for one of the picture as viewed: taste is a matter of size. */
const jobOf = (
  { scene }: TasteSeries,
  brief: Brief,
  { width, height }: Size,
): Omit<FrameJob, 'shutterS' | 'fNumber' | 'seed'> => ({
  brief: { ...brief, picture: { ...brief.picture, pinned: { shutterS: null, fNumber: null, iso: null, burst: null } } },
  burst: 1,
  subject: { kind: 'drawn', name: scene ?? sceneFor(brief) },
  view: 'detail',
  width,
  height,
  frame: 0,
});

export interface CeilingState {
  /** Highest acceptable ISO: median and interval, ISO. */
  iso: number;
  lowIso: number;
  highIso: number;
  /** The camera's mark at or next below the median. */
  markIso: number;
  next: number | null;
  done: boolean;
  more: number;
}

const ceilings = new WeakMap<CeilingTest, CeilingState>();

export function ceilingStateOf(test: CeilingTest): CeilingState {
  const known = ceilings.get(test);
  if (known) return known;
  const posterior = test.answers.reduce<CeilingPosterior>(afterCeilingFrame, ceilingPrior());
  const { median, low, high } = ceilingEstimate(posterior);
  const { baseIso, maxIso } = test.brief.kit.sensor;
  const iso = (stops: number): number => Math.min(maxIso, Math.max(baseIso, 100 * 2 ** stops));
  const count = test.answers.length;
  const done = count >= MOST_ANSWERS || (count >= FEWEST_ANSWERS && high - low <= CEILING_KNOWN_WITHIN);
  const state: CeilingState = {
    iso: iso(median),
    lowIso: iso(low),
    highIso: iso(high),
    markIso: Math.max(baseIso, isoMarks.value(Math.floor(3 * Math.log2(iso(median) / 100) + 0.05))),
    next: nextCeilingIso(posterior, test.answers, { from: baseIso, to: maxIso }),
    done,
    more: done ? 0 : Math.max(1, (high - low <= CEILING_KNOWN_WITHIN ? FEWEST_ANSWERS : 12) - count),
  };
  ceilings.set(test, state);
  return state;
}

export function withAnswer(test: CeilingTest, iso: number, acceptable: boolean, at = new Date()): CeilingTest {
  const answer: CeilingAnswer = { id: crypto.randomUUID(), at: at.toISOString(), iso, acceptable };
  const added = { ...test, answers: [...test.answers, answer] };
  return ceilingStateOf(test).done || !ceilingStateOf(added).done ? added : { ...added, closed: true };
}

/** The same frame at an ISO: sharp and still, in the light that asks for it. */
export function ceilingJob(test: CeilingTest, iso: number, size: Size): FrameJob {
  const { brief } = test;
  const { choice } = planWithoutLadder(brief);
  const still: Brief = {
    ...stillAt(brief, choice, iso),
    picture: { ...brief.picture, isoCeiling: brief.kit.sensor.maxIso },
  };
  return {
    ...jobOf(test, still, size),
    shutterS: choice.shutterS,
    fNumber: choice.fNumber,
    seed: (test.seed % 1_000_003) + test.answers.length,
  };
}

/** What a brief keeps of a series it takes a value from. */
const provenanceOf = (id: string, series: TasteSeries): Provenance => ({
  seriesId: id,
  count: series.kind === 'taste' ? series.choices.length : series.answers.length,
  day: series.day,
});

/** A brief with what a series found; what it had by hand gives way. */
export function withTaste(brief: Brief, id: string, series: TasteSeries): Brief {
  const from = provenanceOf(id, series);
  if (series.kind === 'taste') {
    const stops = Math.round(3 * tasteStateOf(series).estimate.median) / 3;
    return { ...brief, picture: { ...brief.picture, tasteStops: stops, tasteFrom: from } };
  }
  const { baseIso, maxIso } = brief.kit.sensor;
  const isoCeiling = Math.min(maxIso, Math.max(baseIso, ceilingStateOf(series).markIso));
  return { ...brief, picture: { ...brief.picture, isoCeiling, isoCeilingFrom: from } };
}

/** What a ceiling belongs to: the body that made the grain, the size it was looked at, what was made of the frame. */
export type CeilingPart = 'body' | 'size' | 'finish';

/** In what a brief differs from what a ceiling was found for; grain is another there. */
export function ceilingDiffersIn({ kit, picture }: Brief, { brief }: CeilingTest): CeilingPart[] {
  const [own, found] = [kit.sensor, brief.kit.sensor];
  const figures = ['widthMm', 'heightMm', 'megapixels', 'baseIso', 'wellPerUm2', 'readInE', 'readOutE'] as const;
  const differs: Record<CeilingPart, boolean> = {
    body: figures.some((figure) => own[figure] !== found[figure]) || !equal(own.highGain, found.highGain),
    size: picture.viewCph !== brief.picture.viewCph || picture.crop !== brief.picture.crop,
    finish: (picture.finish ?? 'plain') !== (brief.picture.finish ?? 'plain'),
  };
  return (Object.keys(differs) as CeilingPart[]).filter((part) => differs[part]);
}

/** Whether a brief takes its taste or ceiling from a series. */
export const takesFrom = (brief: Brief, id: string): boolean =>
  brief.picture.tasteFrom?.seriesId === id || brief.picture.isoCeilingFrom?.seriesId === id;
