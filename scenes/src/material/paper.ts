import { finest, fractal, step } from '../noise.ts';
import type { Material } from './material.ts';

/** Strokes of capital letters on a field 1 wide and 1.6 high: x0 y0 x1 y1 each. Ours. */
const STROKES: Record<string, readonly (readonly [number, number, number, number])[]> = {
  A: [[0, 0, 0.5, 1.6], [0.5, 1.6, 1, 0], [0.2, 0.55, 0.8, 0.55]],
  B: [[0, 0, 0, 1.6], [0, 1.6, 0.7, 1.5], [0.7, 1.5, 0.75, 0.95], [0.75, 0.95, 0, 0.85], [0.75, 0.85, 0.95, 0.4], [0.95, 0.4, 0.7, 0], [0.7, 0, 0, 0]],
  C: [[0.95, 1.3, 0.55, 1.6], [0.55, 1.6, 0.08, 1.1], [0.08, 1.1, 0.08, 0.5], [0.08, 0.5, 0.55, 0], [0.55, 0, 0.95, 0.3]],
  G: [[0.95, 1.3, 0.55, 1.6], [0.55, 1.6, 0.08, 1.1], [0.08, 1.1, 0.08, 0.5], [0.08, 0.5, 0.55, 0], [0.55, 0, 0.95, 0.3], [0.95, 0.3, 0.95, 0.75], [0.95, 0.75, 0.6, 0.75]],
  D: [[0, 0, 0, 1.6], [0, 1.6, 0.6, 1.45], [0.6, 1.45, 0.95, 0.8], [0.95, 0.8, 0.6, 0.1], [0.6, 0.1, 0, 0]],
  E: [[0, 0, 0, 1.6], [0, 1.6, 0.9, 1.6], [0, 0.85, 0.7, 0.85], [0, 0, 0.9, 0]],
  F: [[0, 0, 0, 1.6], [0, 1.6, 0.9, 1.6], [0, 0.85, 0.7, 0.85]],
  H: [[0, 0, 0, 1.6], [1, 0, 1, 1.6], [0, 0.8, 1, 0.8]],
  I: [[0.5, 0, 0.5, 1.6]],
  K: [[0, 0, 0, 1.6], [0.95, 1.6, 0, 0.7], [0.3, 0.95, 1, 0]],
  L: [[0, 0, 0, 1.6], [0, 0, 0.9, 0]],
  M: [[0, 0, 0.05, 1.6], [0.05, 1.6, 0.5, 0.6], [0.5, 0.6, 0.95, 1.6], [0.95, 1.6, 1, 0]],
  N: [[0, 0, 0, 1.6], [0, 1.6, 1, 0], [1, 0, 1, 1.6]],
  O: [[0.5, 1.6, 0.05, 1.1], [0.05, 1.1, 0.05, 0.5], [0.05, 0.5, 0.5, 0], [0.5, 0, 0.95, 0.5], [0.95, 0.5, 0.95, 1.1], [0.95, 1.1, 0.5, 1.6]],
  P: [[0, 0, 0, 1.6], [0, 1.6, 0.75, 1.5], [0.75, 1.5, 0.8, 0.95], [0.8, 0.95, 0, 0.75]],
  R: [[0, 0, 0, 1.6], [0, 1.6, 0.75, 1.5], [0.75, 1.5, 0.8, 0.95], [0.8, 0.95, 0, 0.75], [0.35, 0.78, 0.95, 0]],
  S: [[0.9, 1.35, 0.5, 1.6], [0.5, 1.6, 0.08, 1.25], [0.08, 1.25, 0.85, 0.55], [0.85, 0.55, 0.55, 0], [0.55, 0, 0.05, 0.25]],
  T: [[0, 1.6, 1, 1.6], [0.5, 1.6, 0.5, 0]],
  U: [[0, 1.6, 0, 0.4], [0, 0.4, 0.5, 0], [0.5, 0, 1, 0.4], [1, 0.4, 1, 1.6]],
  W: [[0, 1.6, 0.25, 0], [0.25, 0, 0.5, 1], [0.5, 1, 0.75, 0], [0.75, 0, 1, 1.6]],
  Y: [[0, 1.6, 0.5, 0.8], [1, 1.6, 0.5, 0.8], [0.5, 0.8, 0.5, 0]],
}; // prettier-ignore

/** How far a point is from the strokes of a line of capitals that begins at 0, in letter widths. */
export function lettering(text: string, u: number, v: number): number {
  const at = Math.floor((u + 0.2) / 1.4);
  let least = 9;
  for (const index of [at - 1, at]) {
    for (const [x0, y0, x1, y1] of STROKES[text[index] ?? ' '] ?? []) {
      const [px, py, dx, dy] = [u - 1.4 * index - x0, v - y0, x1 - x0, y1 - y0];
      const t = Math.min(1, Math.max(0, (px * dx + py * dy) / (dx * dx + dy * dy)));
      least = Math.min(least, Math.hypot(px - dx * t, py - dy * t));
    }
  }
  return least;
}

export interface Line {
  text: string;
  /** Left end and foot of the line, and the width of a letter, m. */
  x: number;
  y: number;
  letterM: number;
}

/** A bill printed in black and one colour, pasted up and weathered; faces z, its middle at 0. */
export function bill(
  lines: readonly Line[],
  colour: readonly [number, number, number],
  half: readonly [number, number],
): Material {
  return {
    grainM: 0.0012,
    relief: (x, y) => 0.0025 * (1 - 2 * Math.abs(fractal(7 * x, 9 * y, 3, 3))) + 0.0006 * finest(240 * x, 240 * y, 4),
    look([x, y]) {
      const paper =
        0.5 *
        (1 + 0.18 * fractal(9 * x, 9 * y, 2, 5) + 0.1 * finest(500 * x, 500 * y, 3)) *
        (1 - 0.3 * step(0.1, 0.4, fractal(3 * x, 2 * y, 8, 4)));
      let ink = 0;
      for (const { text, x: left, y: foot, letterM } of lines) {
        const far = lettering(text, (x - left) / letterM, (y - foot) / letterM) * letterM;
        ink = Math.max(ink, step(0.13 * letterM + 0.0006, 0.1 * letterM, far + 0.0009 * finest(300 * x, 300 * y, 1)));
      }
      const worn = 0.75 + 0.3 * fractal(120 * x, 120 * y, 6, 3);
      const band = y > half[1] * 0.55 || y < -half[1] * 0.78 ? 0.85 : 0;
      const of = (c: number): number => {
        const ground = paper * [1, 0.93, 0.76][c]!;
        const printed = ground + (colour[c]! - ground) * band * worn;
        const black = band > 0 ? 0.5 * [1, 0.94, 0.8][c]! : 0.03;
        return printed + (black - printed) * ink * worn;
      };
      return { albedo: [of(0), of(1), of(2)], gloss: [[0.012, 16]] };
    },
  };
}
