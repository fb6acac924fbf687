import { gridOver, ranked, turning, weightsOf, type LookedAt } from './features.ts';

/** Spread of a part and where it ends, as shares of the longer side, and how near to an edge none begins. Ours, as all here. */
const [SPREAD, END] = [0.045, 0.1125];
const MARGIN = 0.06;
/** A part tells something from so many windows on, and from such a share of what the one that tells most has. */
const FEWEST = 2;
const LEAST_SHARE = 0.01;
/** How far a turn is off by chance, as a share of the blur it turns; and at least, px². */
const CHANCE = 0.25;
const LEAST_ERROR_PX2 = 0.05;
/** Turns below this tell nothing, px². */
const LEAST_TURN_PX2 = 0.2;

const softened = (value: number): number => Math.sign(value) * Math.log1p(Math.abs(value));

/** How many numbers it is told by. */
export const COMMON_FEATURES = 12;

interface Part {
  /** Turn along the way the whole picture turns, and aside from it, px². */
  along: number;
  aside: number;
  error: number;
  weight: number;
}

/**
 * How far all of a picture is smeared one way alike. Shake adds the same variance along its direction everywhere: a disc adds as much to all
 * directions, so what is out of focus turns as far as what is sharp. Where a part surely turns less than others do, the camera stood still.
 * @returns how far parts turn that turn much, most and little; how surely some lie under those, against how surely they turn at all; what
 * turns least against what turns much; and how far they turn aside
 */
export function commonTurn(lookedAt: LookedAt): number[] {
  const found = turningParts(lookedAt);
  const most = Math.max(0, ...found.map(({ weight }) => weight));
  const parts = found.filter(({ weight }) => weight > LEAST_SHARE * most);
  if (parts.length === 0) return new Array<number>(COMMON_FEATURES).fill(0);
  const along = parts.map((part) => part.along);
  const turned = (share: number): number => Math.max(0, ranked(along, share));
  const [much, nearlyMost] = [turned(0.75), turned(0.93)];
  // By how many of its errors each part turns less than others, less by how many it turns at all.
  const stillBy = (than: number): number[] => {
    const still = parts.map((part) => (than - part.along - Math.abs(part.along)) / (part.error + LEAST_ERROR_PX2));
    return [0.98, 0.9, 0.7].map((share) => softened(ranked(still, share)));
  };
  return [
    ...[much, nearlyMost, turned(0.25)].map((turnPx2) => Math.log2(turnPx2 + LEAST_TURN_PX2)),
    ...stillBy(much),
    ...stillBy(nearlyMost),
    ranked(along, 0.1) / (much + LEAST_TURN_PX2),
    ranked(along, 0.5) / (much + LEAST_TURN_PX2),
    ranked(parts.map((part) => Math.abs(part.aside) / (part.error + LEAST_ERROR_PX2)), 0.7),
  ]; // prettier-ignore
}

/** Parts on a grid, each by the places in it. */
function turningParts({ places, width, height }: LookedAt): Part[] {
  const longer = Math.max(width, height);
  const weights = weightsOf(places);
  const whole = turning(places, weights);
  const [ux, uy] = [whole.x / (whole.strength + 1e-12), whole.y / (whole.strength + 1e-12)];
  const told = places.map(({ x, y, turn, meanPx2 }, i) => ({
    x: (x * width) / longer,
    y: (y * height) / longer,
    along: turn.x * ux + turn.y * uy,
    aside: turn.x * uy - turn.y * ux,
    weight: weights[i]!,
    // The wider its blur, the wider a place turns by chance.
    sure: weights[i]! / (meanPx2 + 0.5) ** 2,
  }));
  return gridOver(width, height, MARGIN).flatMap(({ x, y }) => {
    let [along, aside, sure, spread, weight, windows] = [0, 0, 0, 0, 0, 0];
    for (const place of told) {
      const squared = (place.x - x) ** 2 + (place.y - y) ** 2;
      if (squared > END ** 2) continue;
      const near = Math.exp(-squared / (2 * SPREAD ** 2));
      along += near * place.sure * place.along;
      aside += near * place.sure * place.aside;
      sure += near * place.sure;
      spread += near * near * place.sure * place.weight;
      weight += near * place.weight;
      windows += 1;
    }
    if (windows < FEWEST || sure <= 0) return [];
    return [{ along: along / sure, aside: aside / sure, error: (CHANCE * Math.sqrt(spread)) / sure, weight }];
  });
}
