import { LUMINANCE, type Box, type Planes } from './picturePlanes.ts';

/** Mean and standard deviation of luminance over a part of a picture. */
export function luminanceIn({ red, green, blue, width }: Planes, box: Box): { mean: number; deviation: number } {
  let sum = 0;
  let squares = 0;
  let count = 0;
  for (let y = box.top; y < box.bottom; y++) {
    for (let x = box.left; x < box.right; x++, count++) {
      const i = y * width + x;
      const value = LUMINANCE.red * red[i]! + LUMINANCE.green * green[i]! + LUMINANCE.blue * blue[i]!;
      sum += value;
      squares += value * value;
    }
  }
  const mean = sum / count;
  return { mean, deviation: Math.sqrt(Math.max(0, squares / count - mean * mean)) };
}

/** Luminance along the columns of a part, averaged over its rows: the profile of an upright edge. */
export function profileAcross({ red, green, blue, width }: Planes, box: Box): Float64Array {
  return Float64Array.from({ length: box.right - box.left }, (_, i) => {
    let sum = 0;
    for (let y = box.top; y < box.bottom; y++) {
      const at = y * width + box.left + i;
      sum += LUMINANCE.red * red[at]! + LUMINANCE.green * green[at]! + LUMINANCE.blue * blue[at]!;
    }
    return sum / (box.bottom - box.top);
  });
}

/**
 * Width of an edge from 10 % to 90 % of its rise, px; its ends are the first and last values. A straight smear of length b gives 0.8·b.
 * Reference: ISO 12233, edge rise distance (from memory).
 */
export function riseWidth(profile: ArrayLike<number>): number {
  const [from, to] = [profile[0]!, profile[profile.length - 1]!];
  const crossing = (share: number): number => {
    const level = from + share * (to - from);
    for (let i = 1; i < profile.length; i++) {
      const [a, b] = [profile[i - 1]!, profile[i]!];
      if ((a - level) * (b - level) <= 0 && a !== b) return i - 1 + (level - a) / (b - a);
    }
    return Number.NaN;
  };
  return Math.abs(crossing(0.9) - crossing(0.1));
}
