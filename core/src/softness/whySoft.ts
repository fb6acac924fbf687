import { SOFT_CAUSES, type SoftCause, type Softness } from './causes.ts';
import { commonTurn } from './commonTurn.ts';
import { MIDDLE, softnessFeatures, type LookedAt, type Spot } from './features.ts';
import { localBlur, type LocalBlur } from './localBlur.ts';
import { answered, evened, type Ensemble } from './network.ts';
import { patchesOf, patchFeatures } from './patches.ts';
import { PATCH_MODEL } from './patchModel.ts';
import { CELL_PX, slopeCells, type SlopeCells } from './slopeCells.ts';
import { smearLengthPx } from './smear.ts';
import { SOFTNESS_MODEL } from './softnessModel.ts';

/** Longer side at which a picture is looked at, px: as it is viewed, where two pixels are one tolerance. */
export const SOFTNESS_PX = 2048;
/** Shorter sides than this tell nothing, px. */
export const LEAST_SOFTNESS_PX = 6 * CELL_PX;
/** A cause is named from this chance on. Ours. */
export const SURE = 0.7;
/** As evidence one place is kept of each part of the picture, so many along its longer side. */
const KEPT_ALONG = 18;

/**
 * Why a picture is soft, by itself alone: shake smears all of it one way, movement a part, missed focus leaves something else sharp or all
 * equally soft, grain stands on even ground. Chances are of the causes it was taught, each alone; see docs/models/softness.md for how often
 * they are right. Leaves out what has two causes, the background of a pan, and noise that was reduced before.
 * @param luminance encoded, 0 to 1, row by row, at `SOFTNESS_PX` across  @param spot what was to be sharp, where it is known: the streak of
 * what moved is looked for round it, and the chances are the same
 * @throws RangeError where it does not fill width × height, or a side is too short to tell
 */
export function whySoft(luminance: Float32Array, width: number, height: number, spot: Spot = MIDDLE): Softness {
  if (Math.min(width, height) < LEAST_SOFTNESS_PX)
    throw new RangeError(`A side of ${Math.min(width, height)} px is too short to tell.`);
  const cells = slopeCells(luminance, width, height);
  const places = localBlur(cells);
  const shares = sharesOf(SOFTNESS_MODEL, signsOf({ places, noise: cells.noise, width, height }));
  const likeliest = SOFT_CAUSES.reduce((a, b) => (shares[b] > shares[a] ? b : a));
  const cause = shares[likeliest] >= SURE ? likeliest : 'unsure';
  return {
    shares,
    cause,
    smear: smearOf(cause, cells, places, spot),
    sharpest: sharpestOf(places),
    widthPx: Math.max(width, height),
    places: thinned(places, width, height).map(({ x, y, leastPx, turn }) => ({
      x: rounded(x, 4),
      y: rounded(y, 4),
      blurPx: rounded(leastPx, 2),
      smearPx: rounded(smearPxOf(turn), 1),
      directionDeg: rounded(directionOf(turn), 0),
    })),
  };
}

/** All a picture is told by. */
const signsOf = (lookedAt: LookedAt): number[] => [
  ...softnessFeatures(lookedAt),
  ...commonTurn(lookedAt),
  ...patchFeatures(patchesOf(lookedAt), PATCH_MODEL),
];

/** Chances of the causes by the networks' mean. */
export function sharesOf({ nets, ...evening }: Ensemble, features: readonly number[]): Record<SoftCause, number> {
  const inputs = evened(evening, features);
  const sums = new Array<number>(SOFT_CAUSES.length).fill(0);
  for (const layers of nets) {
    const scores = answered(layers, inputs);
    const top = Math.max(...scores);
    const raised = scores.map((score) => Math.exp(score - top));
    const total = raised.reduce((sum, value) => sum + value, 0);
    raised.forEach((value, k) => (sums[k]! += value / total / nets.length));
  }
  return Object.fromEntries(SOFT_CAUSES.map((cause, k) => [cause, sums[k]!])) as Record<SoftCause, number>;
}

const rounded = (value: number, digits: number): number => Number(value.toFixed(digits));

/** About the straight smear that lets blur turn so: a turn is half of what two directions differ by, b²/12, and about two thirds of b are seen. */
const smearPxOf = ({ x, y }: LocalBlur['turn']): number => 1.5 * Math.sqrt(24 * Math.hypot(x, y));

/** Across its smear a picture is sharp, along it soft: the direction of the smear, in which blur is most. */
const directionOf = ({ x, y }: LocalBlur['turn']): number => {
  const degrees = (Math.atan2(y, x) * 90) / Math.PI;
  return degrees < 0 ? degrees + 180 : degrees;
};

/** The smear of the whole frame, or of what moves. */
function smearOf(cause: Softness['cause'], cells: SlopeCells, places: readonly LocalBlur[], spot: Spot): Softness['smear'] {
  if ((cause !== 'hands' && cause !== 'subject') || places.length === 0) return null;
  const at = cause === 'hands' ? MIDDLE : mostTurned(places, spot);
  const isChosen = (x: number, y: number): boolean => cause === 'hands' || Math.hypot(x - at.x, y - at.y) < CLUSTER;
  const turn = turnOf(places.filter(({ x, y }) => isChosen(x, y)));
  const directionDeg = rounded(directionOf(turn), 0);
  const px = rounded(smearLengthPx(cells, (directionDeg * Math.PI) / 180, isChosen), 1);
  return { px, directionDeg, x: rounded(at.x, 3), y: rounded(at.y, 3) };
}

/** The turn some places share, wide blur counting less: it turns by chance. */
function turnOf(places: readonly LocalBlur[]): LocalBlur['turn'] {
  let [x, y] = [0, 0];
  for (const { energy, meanPx2, turn } of places) {
    const weight = Math.sqrt(energy) / (meanPx2 + 0.5);
    x += weight * turn.x;
    y += weight * turn.y;
  }
  return { x, y };
}

/** Of each part of the picture the place that tells most. */
function thinned(places: readonly LocalBlur[], width: number, height: number): LocalBlur[] {
  const part = Math.max(width, height) / KEPT_ALONG;
  const kept = new Map<string, LocalBlur>();
  for (const place of places) {
    const key = `${Math.floor((place.x * width) / part)} ${Math.floor((place.y * height) / part)}`;
    if (place.energy > (kept.get(key)?.energy ?? 0)) kept.set(key, place);
  }
  return [...kept.values()];
}

/** Reach of a cluster, as a share of the picture. Ours. */
const CLUSTER = 0.08;

/** The place near the spot round which blur turns most alike. */
function mostTurned(places: readonly LocalBlur[], spot: Spot): Spot {
  const within = (to: Spot, reach: number): LocalBlur[] => places.filter(({ x, y }) => Math.hypot(x - to.x, y - to.y) < reach);
  let [most, found]: [number, Spot] = [-1, spot];
  for (const place of within(spot, 3 * CLUSTER)) {
    const own = within(place, CLUSTER);
    const { x, y } = turnOf(own);
    const strength = Math.hypot(x, y) / own.reduce((sum, { energy }) => sum + Math.sqrt(energy), 0);
    if (strength > most) [most, found] = [strength, place];
  }
  return found;
}

/** Middle of the places that are sharpest in their softest direction, among those that tell most. */
function sharpestOf(places: readonly LocalBlur[]): Softness['sharpest'] {
  if (places.length === 0) return null;
  const telling = places.slice().sort((a, b) => b.energy - a.energy).slice(0, Math.ceil(places.length / 2)); // prettier-ignore
  const best = telling.reduce((a, b) => (surelyBelow(b) < surelyBelow(a) ? b : a));
  return { x: rounded(best.x, 3), y: rounded(best.y, 3) };
}

/** Blur of a place in its softest direction that it stays below as surely as one spread. */
const surelyBelow = ({ mostPx, doubt }: LocalBlur): number => mostPx * 2 ** (Math.sqrt(doubt) / 2);
