import { BURST_CORRELATION, LATER_FRAME_VARIANCE } from '../motion/burst.ts';
import { DRIFT_TURN_S } from '../motion/hands.ts';
import { normalSource, type UniformSource } from '../numerics/seededRandom.ts';
import type { FrameOptics } from './frameOptics.ts';

/** Drift of the picture during one exposure, in tolerances: its whole way from opening to closing. Sharp up to a length of 1. */
export interface Drift {
  x: number;
  y: number;
}

export const driftLength = ({ x, y }: Drift): number => Math.hypot(x, y);

/**
 * The drifts of a burst, drawn from the law its chances are worked out from: bivariate normals, half of the variance shared by all
 * frames, later frames half a stop steadier than the first.
 * @param singleChance that the first frame is sharp  @param normal standard normal numbers
 */
export function drawBurst(singleChance: number, frames: number, normal: () => number): Drift[] {
  const scale = 1 / Math.sqrt(-2 * Math.log1p(-Math.min(singleChance, 1 - 1e-12)));
  const [sharedShare, ownShare] = [Math.sqrt(BURST_CORRELATION), Math.sqrt(1 - BURST_CORRELATION)];
  const shared = { x: normal(), y: normal() };
  return Array.from({ length: frames }, (_, i) => {
    const sigma = scale * (i === 0 ? 1 : Math.sqrt(LATER_FRAME_VARIANCE));
    const axis = (common: number): number => sigma * (sharedShare * common + ownShare * normal());
    return { x: axis(shared.x), y: axis(shared.y) };
  });
}

/** How far following missed in each frame of a panned burst, in scales of its error: a Rayleigh law, frames independent. */
const drawMisses = (frames: number, uniform: UniformSource): number[] =>
  Array.from({ length: frames }, () => Math.sqrt(-2 * Math.log(1 - uniform())));

/** The frames of a burst: what the hands or the following left in each, and which is best. */
export interface ShotBurst {
  drifts: Drift[];
  misses: number[];
  /** Shake of each frame, or what following missed, in tolerances; sharp up to 1, in a pan usable up to 2. */
  blurs: number[];
  sharp: boolean[];
  /** Counted from 0. */
  best: number;
}

/** In a pan a frame is usable up to so many tolerances. */
const PAN_USABLE = 2;

/** A burst as the hands and the following of a setting would leave it. */
export function shootBurst(
  { singleChance, follows, residueMm, toleranceMm }: Pick<FrameOptics, 'singleChance' | 'follows' | 'residueMm' | 'toleranceMm'>,
  frames: number,
  uniform: UniformSource,
): ShotBurst {
  const drifts = drawBurst(singleChance, frames, normalSource(uniform));
  const misses = drawMisses(frames, uniform);
  const blurs = follows ? misses.map((miss) => (miss * residueMm) / toleranceMm) : drifts.map(driftLength);
  const sharp = blurs.map((blur) => blur <= (follows ? PAN_USABLE : 1));
  return { drifts, misses, blurs, sharp, best: blurs.indexOf(Math.min(...blurs)) };
}

/** Straight pieces of a path that wanders; the camera spends the same time on each. */
export const PIECES = 8;
/** How far a long exposure wanders off its straight way, against its drift. Ours. */
const WANDER = 0.35;

/**
 * The way from opening to closing, as corner points round its middle. Straight for a short exposure; from a quarter of the time in
 * which drift turns into a random walk it wanders, tied at both ends (a Brownian bridge), so that the whole way stays the drawn drift.
 */
export function driftPath({ x, y }: Drift, shutterS: number, normal: () => number): Drift[] {
  const wander = shutterS <= DRIFT_TURN_S / 4 ? 0 : WANDER * Math.hypot(x, y) * Math.sqrt(shutterS / (shutterS + DRIFT_TURN_S));
  if (wander === 0) return [point(-0.5, x, y), point(0.5, x, y)];
  const walk = [{ x: 0, y: 0 }];
  for (let i = 0; i < PIECES; i++) {
    const { x: fromX, y: fromY } = walk.at(-1)!;
    walk.push({ x: fromX + (wander * normal()) / Math.sqrt(PIECES), y: fromY + (wander * normal()) / Math.sqrt(PIECES) });
  }
  const end = walk.at(-1)!;
  const way = walk.map((step, i) => {
    const along = i / PIECES;
    const on = point(along - 0.5, x, y);
    return { x: on.x + step.x - along * end.x, y: on.y + step.y - along * end.y };
  });
  const middle = { x: mean(way.map((corner) => corner.x)), y: mean(way.map((corner) => corner.y)) };
  return way.map((corner) => ({ x: corner.x - middle.x, y: corner.y - middle.y }));
}

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

const point = (along: number, x: number, y: number): Drift => ({ x: along * x, y: along * y });
