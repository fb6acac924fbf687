import type { LocalBlur } from './localBlur.ts';

/** Where one looks, as shares of the picture. */
export interface Spot {
  x: number;
  y: number;
}

/** A little above the middle. */
export const MIDDLE: Spot = { x: 0.5, y: 0.47 };

export interface LookedAt {
  places: readonly LocalBlur[];
  /** Noise of the cells. */
  noise: Float64Array;
  /** Shorter side over longer, and whether the picture stands upright. */
  width: number;
  height: number;
}

/** How far round the spot is looked, and what is counted as the rest, as shares of the longer side. Ours. */
const SPOT_REACH = 0.07;
const REST_BEGINS = 0.12;
/** Parts of the picture along its longer and its shorter side. */
const [LONG_PARTS, SHORT_PARTS] = [6, 4];

/** Blur as it is weighed: in doublings of its variance, and none below half a pixel. */
export const blurDoublings = (variancePx2: number): number => Math.log2(variancePx2 + 0.3);

/** What each place counts: more the more it tells, less the less sure its blur is. */
export function weightsOf(places: readonly LocalBlur[]): number[] {
  const most = Math.max(1e-12, ...places.map(({ energy }) => energy));
  return places.map(({ energy, doubt }) => (energy / most) ** 0.4 * Math.exp(-doubt));
}

/** How far apart parts of a picture are that are looked at one by one, as a share of the longer side. Ours. */
const GRID_STEP = 0.05;

/** A grid in the middle of a picture, in shares of its longer side. @param margin how near to an edge none is, as a share of the side */
export function gridOver(width: number, height: number, margin: number): Spot[] {
  const along = (side: number): number[] => {
    const length = side / Math.max(width, height);
    const steps = Math.floor((length * (1 - 2 * margin)) / GRID_STEP + 1e-9);
    return Array.from({ length: steps + 1 }, (_, i) => length / 2 + (i - steps / 2) * GRID_STEP);
  };
  const columns = along(width);
  return along(height).flatMap((y) => columns.map((x) => ({ x, y })));
}

/**
 * What a picture is told by: blur where one looks (that is the middle, where no other place is known) and elsewhere, the sharpest there is, how far blur has one direction, at the spot, in the
 * rest and from part to part, and noise. Directions count by how far they agree, not by which they are: pictures may stand upright.
 */
export function softnessFeatures({ places, noise, width, height }: LookedAt, spot: Spot = MIDDLE): number[] {
  const longer = Math.max(width, height);
  const [acrossX, acrossY] = [width / longer, height / longer];
  const weights = weightsOf(places);
  const squared = (place: LocalBlur): number => ((place.x - spot.x) * acrossX) ** 2 + ((place.y - spot.y) * acrossY) ** 2;
  const near = places.map((place, i) => weights[i]! * Math.exp(-squared(place) / (2 * SPOT_REACH ** 2)));
  const far = places.map((place, i) => weights[i]! * (1 - Math.exp(-squared(place) / (2 * REST_BEGINS ** 2))));
  const mean = places.map(({ meanPx2 }) => blurDoublings(meanPx2));
  const least = places.map(({ leastPx }) => blurDoublings(leastPx ** 2));
  const largest = places.map(({ mostPx }) => blurDoublings(mostPx ** 2));
  const [here, whole, rest] = [near, weights, far].map((own) => turning(places, own)) as [Turning, Turning, Turning];
  const [mean2, mean5] = quantiles(mean, near, [0.2, 0.5]);
  const [least2, least5] = quantiles(least, near, [0.2, 0.5]);
  const [most2, most8] = quantiles(largest, near, [0.2, 0.8]);
  const allMeans = quantiles(mean, weights, [0.05, 0.2, 0.5, 0.8]);
  const allLeast = quantiles(least, weights, [0.2, 0.5]);
  const allMost = quantiles(largest, weights, [0.05, 0.2, 0.5]);
  const parts = partsOf(places, weights, width >= height, { mean, largest });
  const agreed = Math.hypot(
    average(parts.map(({ turn }) => turn.x / (turn.strength + 0.05))),
    average(parts.map(({ turn }) => turn.y / (turn.strength + 0.05))),
  );
  const noises = noise.slice().sort();
  const noiseAt = (share: number): number => Math.log2((noises[Math.floor(share * noises.length)] ?? 0) + 5e-4);
  return [
    mean2, mean5, least2, least5, most2, most8, here.strength, here.share,
    ...allMeans, ...allLeast, ...allMost, whole.strength, whole.share, rest.strength, rest.share,
    (here.x * rest.x + here.y * rest.y) / (here.strength * rest.strength + 1e-3),
    here.strength - rest.strength, mean5 - allMeans[2], mean2 - allMeans[0], most2 - allMost[1], least2 - allLeast[0],
    ...[0, 0.25, 0.5, 0.9].map((share) => ranked(parts.map((part) => part.mean), share)),
    ...[0, 0.25, 0.9].map((share) => ranked(parts.map((part) => part.most), share)),
    ...[0, 0.5, 0.95].map((share) => ranked(parts.map(({ turn }) => turn.strength), share)),
    ...[0.1, 0.5, 0.95].map((share) => ranked(parts.map(({ turn }) => turn.share), share)),
    agreed,
    noiseAt(0.2), noiseAt(0.5), noiseAt(0.9),
  ]; // prettier-ignore
}

/** How far blur has one direction: its mean turn, how strong that is, and against the blur itself. */
export interface Turning {
  x: number;
  y: number;
  strength: number;
  share: number;
}

export function turning(places: readonly LocalBlur[], weights: readonly number[]): Turning {
  let [x, y, blur, total] = [0, 0, 1e-9, 1e-9];
  places.forEach(({ turn, meanPx2 }, i) => {
    // Against the blur of the place itself: wide blur may turn widely by chance.
    const weight = weights[i]! / (meanPx2 + 0.5);
    x += weight * turn.x;
    y += weight * turn.y;
    blur += weight * meanPx2;
    total += weights[i]!;
  });
  const length = Math.hypot(x, y);
  return { x: x / total, y: y / total, strength: length / total, share: length / blur };
}

/** A part that tells less than this share of all is left out. */
const LEAST_PART = 0.004;

function partsOf(
  places: readonly LocalBlur[],
  weights: readonly number[],
  isWide: boolean,
  { mean, largest }: { mean: readonly number[]; largest: readonly number[] },
): { mean: number; most: number; turn: Turning }[] {
  const [columns, rows] = isWide ? [LONG_PARTS, SHORT_PARTS] : [SHORT_PARTS, LONG_PARTS];
  const members = Array.from({ length: columns * rows }, (): number[] => []);
  places.forEach(({ x, y }, i) => members[Math.floor(x * columns) + columns * Math.floor(y * rows)]!.push(i));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return members.flatMap((own) => {
    const of = <Item>(values: readonly Item[]): Item[] => own.map((i) => values[i]!);
    const mine = of(weights);
    if (mine.reduce((sum, weight) => sum + weight, 0) <= LEAST_PART * total) return [];
    const [[meanBlur], [mostBlur]] = [quantiles(of(mean), mine, [0.3]), quantiles(of(largest), mine, [0.3])];
    return [{ mean: meanBlur, most: mostBlur, turn: turning(of(places), mine) }];
  });
}

/** The values below which shares of the weight lie; 0 of nothing. */
export function quantiles<const Shares extends readonly number[]>(
  values: readonly number[],
  weights: readonly number[],
  shares: Shares,
): { [Key in keyof Shares]: number } {
  const order = values.map((_, i) => i).sort((a, b) => values[a]! - values[b]!);
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return shares.map((share) => {
    let sum = 0;
    return values[order.find((i) => (sum += weights[i]!) >= share * total) ?? -1] ?? 0;
  }) as { [Key in keyof Shares]: number };
}

/** The value that a share of the others lie under. */
export function ranked(values: readonly number[], share: number): number {
  const sorted = values.slice().sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? 0;
}

const average = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
