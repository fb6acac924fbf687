import { blurDoublings, gridOver, quantiles, weightsOf, type LookedAt } from './features.ts';
import { answered, evened, type Ensemble } from './network.ts';

/** A round part of a picture, told by blur in it against blur round it and that of all. */
export interface Patch {
  /** Its middle, shares of the longer side. */
  x: number;
  y: number;
  signs: number[];
}

/** What is said of a patch: nothing of its own, it moved, or it is out of focus and what is round it is not. */
export const PATCH_ANSWERS = ['none', 'subject', 'focus'] as const;

/** As shares of the longer side: the spread of patches and where they end, and the ring they are held against. Ours. */
const [SPREAD, END] = [0.048, 0.12];
const [RING_BEGINS, RING_ENDS] = [0.14, 0.21];
/** None begins nearer to an edge, as a share of the side. */
const MARGIN = 0.1;
/** A patch tells something from so many windows and such a share of the whole weight on. */
const [FEWEST, LEAST_SHARE] = [3, 0.0005];

/** Patches of a picture on a grid, those that tell something. Which way the picture stands makes no difference to the signs of one. */
export function patchesOf({ places, width, height }: LookedAt): Patch[] {
  const longer = Math.max(width, height);
  const [acrossX, acrossY] = [width / longer, height / longer];
  const weights = weightsOf(places);
  const all = {
    weights,
    x: places.map(({ x }) => x * acrossX),
    y: places.map(({ y }) => y * acrossY),
    mean: places.map(({ meanPx2 }) => blurDoublings(meanPx2)),
    least: places.map(({ leastPx }) => blurDoublings(leastPx ** 2)),
    most: places.map(({ mostPx }) => blurDoublings(mostPx ** 2)),
    // Against the blur of the place itself: wide blur may turn widely by chance.
    turnX: places.map(({ turn, meanPx2 }) => turn.x / (meanPx2 + 0.5)),
    turnY: places.map(({ turn, meanPx2 }) => turn.y / (meanPx2 + 0.5)),
    doubt: places.map(({ doubt }) => doubt),
    total: weights.reduce((sum, weight) => sum + weight, 1e-9),
  };
  const whole = [
    ...quantiles(all.mean, weights, [0.05, 0.2, 0.5, 0.8]),
    ...quantiles(all.least, weights, [0.5]),
    ...quantiles(all.most, weights, [0.2]),
  ];
  return gridOver(width, height, MARGIN).flatMap(({ x, y }) => {
    const signs = signsAt(x, y, all, whole);
    return signs ? [{ x, y, signs }] : [];
  });
}

type Columns = Record<'weights' | 'x' | 'y' | 'mean' | 'least' | 'most' | 'turnX' | 'turnY' | 'doubt', number[]> & {
  total: number;
};

function signsAt(x: number, y: number, all: Columns, whole: readonly number[]): number[] | null {
  const [inside, insideWeights, ring, ringWeights]: [number[], number[], number[], number[]] = [[], [], [], []];
  let [turnX, turnY, doubt, weight] = [0, 0, 0, 0];
  let [restX, restY, restWeight] = [0, 0, 1e-9];
  for (let i = 0; i < all.weights.length; i++) {
    const squared = (all.x[i]! - x) ** 2 + (all.y[i]! - y) ** 2;
    const own = all.weights[i]!;
    if (squared < END ** 2) {
      const counts = own * Math.exp(-squared / (2 * SPREAD ** 2));
      inside.push(i);
      insideWeights.push(counts);
      turnX += counts * all.turnX[i]!;
      turnY += counts * all.turnY[i]!;
      doubt += counts * all.doubt[i]!;
      weight += counts;
    } else if (squared > RING_BEGINS ** 2) {
      restX += own * all.turnX[i]!;
      restY += own * all.turnY[i]!;
      restWeight += own;
      if (squared < RING_ENDS ** 2) {
        ring.push(i);
        ringWeights.push(own);
      }
    }
  }
  if (inside.length < FEWEST || weight < LEAST_SHARE * all.total) return null;
  [turnX, turnY, restX, restY] = [turnX / weight, turnY / weight, restX / restWeight, restY / restWeight];
  const [turn, rest] = [Math.hypot(turnX, turnY), Math.hypot(restX, restY)];
  const unlike = Math.sqrt(
    inside.reduce((sum, i, k) => sum + insideWeights[k]! * ((all.turnX[i]! - turnX) ** 2 + (all.turnY[i]! - turnY) ** 2), 0) /
      weight,
  );
  const of = (column: readonly number[], some: readonly number[]): number[] => some.map((i) => column[i]!);
  const [mean2, mean5] = quantiles(of(all.mean, inside), insideWeights, [0.2, 0.5]);
  const [least2, least5] = quantiles(of(all.least, inside), insideWeights, [0.2, 0.5]);
  const [most2, most5] = quantiles(of(all.most, inside), insideWeights, [0.2, 0.5]);
  const [ringMean2, ringMean5] = quantiles(of(all.mean, ring), ringWeights, [0.2, 0.5]);
  const [ringLeast5] = quantiles(of(all.least, ring), ringWeights, [0.5]);
  const [ringMost2] = quantiles(of(all.most, ring), ringWeights, [0.2]);
  return [
    mean2, mean5, least2, least5, most5, most2, ringMean2, ringMean5, ringLeast5, ringMost2, ...whole,
    turn, rest, (turnX * restX + turnY * restY) / (turn * rest + 1e-3), Math.hypot(turnX - restX, turnY - restY), unlike, turn / (unlike + 0.05),
    doubt / weight, Math.log2(weight / all.total + 1e-3),
    mean5 - ringMean5, least5 - ringLeast5, mean2 - whole[0]!, most2 - whole[5]!, least5 - whole[4]!, most5 - least5,
  ]; // prettier-ignore
}

/** How far round the patch that moved most likely others count as near, and from where on as far: shares of the longer side. */
const [NEAR, FAR] = [0.09, 0.2];
/** How many numbers patches add to what a picture is told by. */
export const PATCH_FEATURES = 11;

/**
 * What the patches of a picture say together: how far the likeliest of them, and those after it, look as if they had moved or were out of
 * focus alone.
 */
export function patchFeatures(patches: readonly Patch[], { nets, ...evening }: Ensemble): number[] {
  if (patches.length === 0) return new Array<number>(PATCH_FEATURES).fill(0);
  const told = patches.map(({ x, y, signs }) => {
    const inputs = evened(evening, signs);
    const scores = nets.map((layers) => answered(layers, inputs));
    const [none, moved, soft] = PATCH_ANSWERS.map((_, k) => scores.reduce((sum, score) => sum + score[k]! / nets.length, 0)) as [number, number, number];
    return { x, y, moved: moved - none, soft: soft - none, ratherMoved: moved - soft };
  }); // prettier-ignore
  const ranked = (of: 'moved' | 'soft', rank: number): number => {
    const sorted = told.map((one) => one[of]).sort((a, b) => b - a);
    return sorted[Math.min(sorted.length - 1, rank)]!;
  };
  const best = told.reduce((a, b) => (b.moved > a.moved ? b : a));
  const away = ({ x, y }: { x: number; y: number }): number => Math.hypot(x - best.x, y - best.y);
  const average = (of: 'moved' | 'ratherMoved', isMeant: (distance: number) => boolean): number => {
    const meant = told.filter((one) => isMeant(away(one)));
    return meant.reduce((sum, one) => sum + one[of], 0) / Math.max(1, meant.length);
  };
  const middle = Math.floor(told.length / 2);
  return [
    ...[0, 3, 12, middle].map((rank) => ranked('moved', rank)),
    ...[0, 3, middle].map((rank) => ranked('soft', rank)),
    average('moved', (distance) => distance < NEAR),
    average('moved', (distance) => distance > FAR),
    best.ratherMoved,
    average('ratherMoved', (distance) => distance < NEAR),
  ];
}
