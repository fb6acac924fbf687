import { chance, closeUp, finest, fractal, noise } from '../noise.ts';
import { times, type Vec } from '../vector.ts';
import type { Material } from './material.ts';

/** Where a point lies on the cloth: across and along the yarn, m. */
export type OnCloth = (x: number, y: number, z: number) => readonly [u: number, v: number];

const around: OnCloth = (x, y, z) => [Math.atan2(x, z) * Math.max(0.05, Math.hypot(x, z)), y];

/** Herringbone tweed: two tones of yarn in a twill that turns at every stripe, with flecks. @param stripe width of one way, m */
export function tweed(dark: Vec, light: Vec, flecks: readonly Vec[], on: OnCloth = around, stripe = 0.016): Material {
  const pitch = stripe / 4;
  const weave = (x: number, y: number, z: number): readonly [phase: number, yarn: number, row: number] => {
    const [u, v] = on(x, y, z);
    const pull = 0.004 * noise(9 * x, 9 * y, 9 * z);
    const column = Math.floor((u + pull) / stripe);
    const slant = column & 1 ? -1 : 1;
    const t = (v + slant * (u + pull - column * stripe)) / pitch;
    return [t - Math.floor(t), Math.floor(t), column];
  };
  return {
    grainM: 0.0008,
    relief(x, y, z) {
      const [phase] = weave(x, y, z);
      return (
        0.0007 * Math.sin(2 * Math.PI * phase) +
        0.0008 * finest(300 * x, 300 * y, 300 * z) +
        0.0014 * noise(90 * x, 90 * y, 90 * z)
      );
    },
    look([x, y, z]) {
      const [phase, yarn, row] = weave(x, y, z);
      const own = chance(yarn, row, 1);
      const worn = 1 + 0.5 * fractal(60 * x, 60 * y, 60 * z, 4) + 0.5 * fractal(6 * x, 6 * y, 6 * z, 3);
      const fleck = chance(yarn, row, Math.floor(y * 400) + Math.floor(x * 400) * 7);
      const tone = fleck > 0.985 ? flecks[Math.floor(own * flecks.length)]! : phase < 0.5 ? light : dark;
      return { albedo: times(tone, worn * (0.75 + 0.5 * own)), fuzz: 0.9, gloss: [[0.004, 8]] };
    },
  };
}

/** Plain woven cloth, worn: cotton, canvas, drill. @param thread width of a thread, m */
export function woven(tone: Vec, thread = 0.0016, shine = 0.006): Material {
  return {
    grainM: 0.0008,
    relief: (x, y, z) => {
      const [u, v] = around(x, y, z);
      return (
        0.0004 * Math.sin((2 * Math.PI * u) / thread) * Math.sin((2 * Math.PI * v) / thread) +
        0.0012 * noise(110 * x, 110 * y, 110 * z) +
        0.0006 * finest(330 * x, 330 * y, 330 * z)
      );
    },
    look([x, y, z]) {
      const [u, v] = around(x, y, z);
      const thick = 0.5 * noise(v / thread / 3, 7, u * 20) + 0.5 * noise(u / thread / 3, 3, v * 20);
      const yarn = 0.22 * Math.sin((2 * Math.PI * u) / thread) * Math.sin((2 * Math.PI * v) / thread);
      const worn =
        1 +
        0.4 * fractal(14 * x, 14 * y, 14 * z, 5) +
        0.4 * thick +
        yarn +
        0.3 * finest(500 * x, 500 * y, 500 * z) +
        0.25 * finest(1100 * x, 1100 * y, 1100 * z);
      return { albedo: times(tone, worn), fuzz: 0.35, gloss: [[shine, 10]] };
    },
  };
}

/** Knitted wool: the stitches are the solid's own, this is the yarn's fibre. */
export function wool(tone: Vec, second: Vec = tone): Material {
  return {
    grainM: 0.0008,
    relief: (x, y, z) => 0.001 * finest(260 * x, 260 * y, 260 * z) + 0.0007 * finest(520 * x, 520 * y, 520 * z),
    look([x, y, z]) {
      const fibre =
        1 +
        0.4 * noise(150 * x, 150 * y, 150 * z) +
        0.35 * finest(420 * x, 420 * y, 420 * z) +
        0.35 * closeUp(1700 * x, 1700 * y, 1700 * z);
      const which = noise(40 * x, 40 * y, 40 * z) > 0.3 ? second : tone;
      return { albedo: times(which, fibre), wrap: [0.12, 0.1, 0.1], fuzz: 1.3, gloss: [[0.005, 8]] };
    },
  };
}

/** Leather, creased and rubbed. */
export function leather(tone: Vec): Material {
  const crease = (x: number, y: number, z: number): number =>
    1 - Math.abs(noise(38 * x, 60 * y, 38 * z)) * 1.2 - 0.6 * Math.abs(noise(110 * x, 130 * y, 110 * z));
  return {
    grainM: 0.001,
    relief: (x, y, z) => -0.0018 * crease(x, y, z) ** 3 + 0.0004 * finest(420 * x, 420 * y, 420 * z),
    look([x, y, z]) {
      const rubbed = 1 + 0.6 * fractal(22 * x, 22 * y, 22 * z, 5) - 0.35 * Math.max(0, crease(x, y, z)) ** 4;
      return {
        albedo: times(tone, Math.max(0.2, rubbed)),
        gloss: [
          [0.05, 12],
          [0.05, 60],
        ],
      };
    },
  };
}
