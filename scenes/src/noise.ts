import { fineness } from './fineness.ts';

/** Noise with which materials are grained: the same at every run. Arguments are in cells of the noise, not metres. */

const SIDE = 64;
const MASK = SIDE - 1;

/** A stream of numbers from 0 to 1. Linear congruential, Numerical Recipes' constants (from memory). */
export function numbers(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 4_294_967_296;
  };
}

const lattice = ((): Float32Array => {
  const next = numbers(12_345);
  return Float32Array.from({ length: SIDE ** 3 }, () => 2 * next() - 1);
})();

/** Value noise, −1 to 1: random values on a lattice, joined smoothly. Repeats after 64 cells. */
export function noise(x: number, y: number, z: number): number {
  const [xi, yi, zi] = [Math.floor(x), Math.floor(y), Math.floor(z)];
  let [u, v, w] = [x - xi, y - yi, z - zi];
  u = u * u * (3 - 2 * u);
  v = v * v * (3 - 2 * v);
  w = w * w * (3 - 2 * w);
  const x0 = xi & MASK;
  const x1 = (xi + 1) & MASK;
  const y0 = (yi & MASK) * SIDE;
  const y1 = ((yi + 1) & MASK) * SIDE;
  const z0 = (zi & MASK) * SIDE * SIDE;
  const z1 = ((zi + 1) & MASK) * SIDE * SIDE;
  const a = lattice[x0 + y0 + z0]!;
  const c = lattice[x0 + y1 + z0]!;
  const e = lattice[x0 + y0 + z1]!;
  const g = lattice[x0 + y1 + z1]!;
  const p = a + (lattice[x1 + y0 + z0]! - a) * u;
  const q = c + (lattice[x1 + y1 + z0]! - c) * u;
  const r = e + (lattice[x1 + y0 + z1]! - e) * u;
  const s = g + (lattice[x1 + y1 + z1]! - g) * u;
  const near = p + (q - p) * v;
  return near + (r + (s - r) * v - near) * w;
}

/**
 * Noise at several scales, each twice as fine and half as strong: −1 to 1, mostly within ±0.6.
 * @param octaves in a scene's whole picture, 1 to 8; a finer one has more
 */
export function fractal(x: number, y: number, z: number, octaves: number): number {
  let sum = 0;
  for (let octave = octaves + fineness.octaves, strength = 0.5; octave > 0; octave--, strength /= 2) {
    sum += strength * noise(x, y, z);
    x = x * 2.03 + 7.1;
    y = y * 2.03 + 3.3;
    z = z * 2.03 + 5.7;
  }
  return sum;
}

/** The finest noise of a material: plain noise in a scene's whole picture, going on at finer scales in a finer one. */
export const finest = (x: number, y: number, z: number): number => 2 * fractal(x, y, z, 1);

/** Noise that is below a pixel in a scene's whole picture, and only drawn in a finer one. */
export const closeUp = (x: number, y: number, z: number): number => (fineness.octaves === 0 ? 0 : finest(x, y, z));

/** A number from 0 to 1 for a lattice point. */
export function chance(x: number, y: number, z: number): number {
  let hash = Math.imul(x | 0, 374_761_393) ^ Math.imul(y | 0, 668_265_263) ^ Math.imul(z | 0, 1_274_126_177);
  hash = Math.imul(hash ^ (hash >>> 13), 1_274_126_177);
  return ((hash ^ (hash >>> 16)) >>> 0) / 4_294_967_296;
}

/** What `cells` found: distances to the nearest and next seed, and a number from 0 to 1 for the nearest. Overwritten at each call. */
export const cell = { nearest: 0, next: 0, own: 0 };

/** Cellular noise: distance to the nearest of seeds strewn one to a cell. Worley, SIGGRAPH 1996 (from memory). */
export function cells(x: number, y: number, z: number): number {
  const [xi, yi, zi] = [Math.floor(x), Math.floor(y), Math.floor(z)];
  let nearest = 9;
  let next = 9;
  let own = 0;
  for (let k = -1; k < 2; k++)
    for (let j = -1; j < 2; j++)
      for (let i = -1; i < 2; i++) {
        const hash = chance(xi + i, yi + j, zi + k);
        const [second, third] = [hash * 917.3, hash * 5381.7];
        const dx = xi + i + hash - x;
        const dy = yi + j + second - Math.floor(second) - y;
        const dz = zi + k + third - Math.floor(third) - z;
        const d = dx * dx + dy * dy + dz * dz;
        if (d < nearest) {
          next = nearest;
          nearest = d;
          own = hash;
        } else if (d < next) next = d;
      }
  cell.nearest = Math.sqrt(nearest);
  cell.next = Math.sqrt(next);
  cell.own = own;
  return cell.nearest;
}

/** 0 below `from`, 1 above `to`, smooth between; `from` may be the larger. */
export function step(from: number, to: number, x: number): number {
  const t = Math.min(1, Math.max(0, (x - from) / (to - from)));
  return t * t * (3 - 2 * t);
}
