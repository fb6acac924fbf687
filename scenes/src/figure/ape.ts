import type { Material } from '../material/material.ts';
import { cell, cells, chance, fractal, noise, step } from '../noise.ts';
import { ball, carve, egg, melt, rod, type Solid } from '../solids.ts';
import type { Coat, Thing } from '../trace/thing.ts';
import { between, standing, type Pose, type Vec } from '../vector.ts';
import { within } from './person.ts';

/** Bare hide of face, hands and feet: creased, nearly black, shining where it is rubbed. */
const hide: Material = {
  grainM: 0.0009,
  relief(x, y, z) {
    cells(210 * x, 210 * y, 210 * z);
    return 0.0009 * Math.min(1, 1.4 * cell.nearest) + 0.0016 * (1 - 2 * Math.abs(noise(60 * x, 90 * y, 60 * z))) + 0.0005 * noise(400 * x, 400 * y, 400 * z);
  },
  look([x, y, z]) {
    const k = 0.045 * (1 + 0.5 * fractal(30 * x, 30 * y, 30 * z, 5));
    return { albedo: [k, 0.88 * k, 0.82 * k], wrap: [0.08, 0.06, 0.05], gloss: [[0.04, 12], [0.025 + 0.02 * noise(90 * x, 90 * y, 90 * z), 50]] };
  },
}; // prettier-ignore

/** Skin under the fur. */
const under: Material = {
  relief: (x, y, z) => 0.003 * fractal(60 * x, 60 * y, 60 * z, 3),
  look: ([x, y, z]) => {
    const k = 0.018 * (0.7 + 0.5 * noise(90 * x, 90 * y, 90 * z));
    return { albedo: [k, 0.9 * k, 0.85 * k], fuzz: 0.3 };
  },
};

function fur(long: number, lie: Coat['lie'], silver: (p: Vec) => number, density?: NonNullable<Coat['density']>): Coat {
  return {
    perM2: 190_000,
    ...(density && { density }),
    lie,
    length: ([x, y, z]) => long * (0.7 + 0.6 * Math.abs(noise(9 * x, 9 * y, 9 * z)) + 0.3 * noise(40 * x, 40 * y, 40 * z)),
    wild: 0.3,
    curl: 0.5,
    hang: 0.55,
    thick: 0.0014,
    colour(p, own) {
      const lock = chance(Math.round(p[0] / 0.025), Math.round(p[1] / 0.025), Math.round(p[2] / 0.025));
      const dark = between([0.009, 0.008, 0.008], [0.05, 0.04, 0.034], 0.5 * own + 0.5 * lock * lock);
      return between(dark, [0.24, 0.23, 0.21], silver(p) * (0.4 + 0.6 * own));
    },
    gloss: 0.16,
    tuft: 0.022,
  };
}

/** A great ape that sits, its weight on one arm, facing z; its seat on y = 0. @param head its own turn */
export function ape(pose: Pose, head: Pose): Thing[] {
  const trunk: Solid = (x, y, z) => {
    let d = egg(x, y - 0.3, z - 0.02, 0.3, 0.32, 0.27);
    d = melt(d, egg(x, y - 0.62, z + 0.02, 0.29, 0.26, 0.21), 0.16);
    d = melt(d, egg(Math.abs(x) - 0.25, y - 0.76, z, 0.14, 0.14, 0.14), 0.12);
    d = melt(d, rod(x, y, z, 0, 0.78, -0.02, 0, 0.95, 0.06, 0.16, 0.13), 0.14);
    return d - 0.012 * fractal(9 * x, 9 * y, 9 * z, 3);
  };
  const limbs: Solid = (x, y, z) => {
    // The arm it leans on, the arm across its knee, and its folded legs.
    let d = rod(x, y, z, -0.34, 0.74, 0.02, -0.44, 0.4, 0.12, 0.115, 0.095);
    d = melt(d, rod(x, y, z, -0.44, 0.4, 0.12, -0.41, 0.1, 0.26, 0.1, 0.062), 0.05);
    let e = rod(x, y, z, 0.33, 0.74, 0.03, 0.43, 0.44, 0.2, 0.115, 0.095);
    e = melt(e, rod(x, y, z, 0.43, 0.44, 0.2, 0.24, 0.36, 0.44, 0.1, 0.06), 0.05);
    let f = rod(x, y, z, 0.14, 0.16, 0.12, 0.33, 0.32, 0.36, 0.15, 0.105);
    f = melt(f, rod(x, y, z, 0.33, 0.32, 0.36, 0.24, 0.06, 0.42, 0.095, 0.062), 0.05);
    let g = rod(x, y, z, -0.14, 0.14, 0.12, -0.28, 0.22, 0.36, 0.15, 0.1);
    g = melt(g, rod(x, y, z, -0.28, 0.22, 0.36, -0.12, 0.05, 0.44, 0.09, 0.06), 0.05);
    return Math.min(d, e, f, g) - 0.006 * noise(16 * x, 16 * y, 16 * z);
  };
  const bare: Solid = (x, y, z) => {
    // It leans on the knuckles of one hand.
    let d = egg(x + 0.41, y - 0.07, z - 0.29, 0.058, 0.045, 0.055);
    for (let i = 0; i < 4; i++) {
      const at = -0.457 + 0.031 * i;
      const finger = melt(rod(x, y, z, at, 0.075, 0.32, at + 0.003, 0.03, 0.365, 0.0165), rod(x, y, z, at + 0.003, 0.03, 0.365, at + 0.003, 0.016, 0.325, 0.0155, 0.013), 0.005);
      d = melt(d, finger, 0.006);
    }
    // The other hangs over the knee.
    let e = egg(x - 0.212, y - 0.362, z - 0.468, 0.061, 0.032, 0.056);
    for (let i = 0; i < 4; i++) {
      const beside = i - 1.5;
      const [at, spread, long] = [0.212 + 0.031 * beside, 0.004 * beside, 1 - 0.06 * Math.abs(beside - 0.3)];
      const [knuckle, joint, last] = [0.366 - 0.004 * beside * beside, 0.366 - 0.058 * long, 0.366 - 0.108 * long];
      const finger = Math.min(
        rod(x, y, z, at, knuckle, 0.5, at + spread, joint, 0.545, 0.0165, 0.0155),
        rod(x, y, z, at + spread, joint, 0.545, at + 1.6 * spread, last, 0.548, 0.0155, 0.0145),
        rod(x, y, z, at + 1.6 * spread, last, 0.548, at + 2 * spread, last - 0.036 * long, 0.532, 0.0145, 0.0115),
      );
      e = melt(e, finger - 0.0015 * step(0.012, 0, Math.min(Math.abs(y - joint), Math.abs(y - last))), 0.005);
    }
    const thumb = Math.min(rod(x, y, z, 0.172, 0.355, 0.47, 0.142, 0.325, 0.5, 0.018, 0.0155), rod(x, y, z, 0.142, 0.325, 0.5, 0.148, 0.285, 0.513, 0.0155, 0.012));
    d = Math.min(d, melt(e, thumb, 0.008));
    for (const [fx, turn] of [[0.25, 0.25], [-0.09, -0.1]] as const) {
      d = Math.min(d, egg(x - fx - turn * 0.1, y - 0.045, z - 0.48, 0.055, 0.04, 0.11));
      for (let i = -2; i <= 1; i++) d = melt(d, rod(x, y, z, fx + 0.026 * i + turn * 0.2, 0.04, 0.56, fx + 0.029 * i + turn * 0.26, 0.022, 0.62, 0.0145, 0.0115), 0.006);
    }
    return d - 0.001 * noise(60 * x, 60 * y, 60 * z);
  };
  const down: Coat['lie'] = ([x], n) => [0.5 * n[0] + 0.6 * x, -0.9 + 0.3 * n[1], 0.5 * n[2]];
  const back = ([, y, z]: Vec): number => step(0.02, -0.16, z) * step(0.2, 0.4, y);
  const chest = (x: number, y: number, z: number): number => 1 - 0.75 * step(0.16, 0.06, Math.hypot(x * 0.9, (y - 0.68) * 0.9)) * step(0.1, 0.16, z);
  const wrists = (x: number, y: number, z: number): number => Math.min(1, step(0.07, 0.12, Math.hypot(x + 0.41, y - 0.07, z - 0.28)), step(0.06, 0.11, Math.hypot(x - 0.22, y - 0.36, z - 0.46)), step(0.04, 0.09, y));
  return [
    { pose, solid: trunk, plain: (x, y, z) => trunk(x, y, z) + 0.015, middle: [0, 0.5, 0], radius: 0.66, pace: 0.8, material: under, coats: [fur(0.06, down, back, chest)] },
    { pose, solid: limbs, middle: [0, 0.4, 0.2], radius: 0.72, pace: 0.85, material: under, coats: [fur(0.075, down, () => 0.12, wrists)] },
    { pose, solid: bare, middle: [-0.07, 0.2, 0.42], radius: 0.52, pace: 0.8, material: hide },
    ...skull(head),
  ];
} // prettier-ignore

/** Its head: the middle between the ears at 0, the face towards z. */
function skull(pose: Pose): Thing[] {
  const solid: Solid = (x, y, z) => {
    const ax = Math.abs(x);
    let d = egg(x, y - 0.04, z + 0.03, 0.115, 0.13, 0.14);
    // Crest and jaws.
    d = melt(d, egg(x, y - 0.13, z + 0.05, 0.06, 0.085, 0.12), 0.08);
    d = melt(d, egg(x, y + 0.065, z - 0.04, 0.105, 0.1, 0.1), 0.06);
    // Brow, muzzle, lips.
    d = melt(d, rod(ax, y, z, 0, 0.055, 0.105, 0.075, 0.048, 0.075, 0.03, 0.026), 0.03);
    d = melt(d, egg(x, y + 0.06, z - 0.105, 0.075, 0.06, 0.06), 0.04);
    d = melt(d, egg(x, y + 0.085, z - 0.125, 0.062, 0.028, 0.042), 0.02);
    d = carve(d, -egg(x, y + 0.077 - 0.6 * x * x, z - 0.17, 0.062, 0.0035, 0.03), 0.006);
    // Sockets, and the folds beside the nose.
    d = carve(d, -ball(ax - 0.036, y - 0.018, z - 0.135, 0.025), 0.016);
    let nose = egg(x, y + 0.018, z - 0.128, 0.022, 0.026, 0.026);
    nose = melt(nose, egg(ax - 0.022, y + 0.026, z - 0.138, 0.02, 0.017, 0.016), 0.01);
    d = melt(d, nose, 0.014);
    d = carve(d, -egg(ax - 0.017, y + 0.028, z - 0.16, 0.0095, 0.0085, 0.014), 0.005);
    d = carve(d, -rod(ax, y, z, 0.045, -0.015, 0.13, 0.07, -0.075, 0.115, 0.004), 0.012);
    d = melt(d, egg(ax - 0.118, y - 0.012, z + 0.01, 0.012, 0.026, 0.018), 0.008);
    return d - 0.0016 * (1 - 2 * Math.abs(noise(26 * x, 60 * y, 26 * z)));
  };
  const bareFace = (x: number, y: number, z: number): number => {
    const oval = Math.hypot(x / 0.088, (y + 0.022) / 0.105);
    return z > 0.03 ? step(0.86, 1.12, oval) : 1;
  };
  const coat = fur(0.035, ([x, y], n) => [0.5 * n[0] + 2 * x, 0.4 * n[1] + (y > 0.05 ? 0.4 : -0.7), 0.35 * n[2] - 0.7], ([, y]) => 0.3 * step(0.05, 0.16, y), bareFace);
  return [
    { pose, solid, middle: [0, 0.01, 0], radius: 0.25, pace: 0.75, material: hide, coats: [{ ...coat, perM2: 420_000, tuft: 0.01 }] },
    ...[-1, 1].map((side): Thing => ({
      pose: within(pose, standing([side * 0.036, 0.015, 0.1075])),
      solid: (x, y, z) => Math.max(ball(x, y, z, 0.0135), Math.abs(y + 0.001) - 0.0062 - 0.1 * x * side),
      radius: 0.016,
      material: { look: ([x, y, z]) => {
        const off = Math.hypot(x - 0.002, y) / Math.max(0.001, z);
        const iris = step(0.75, 0.6, off) * step(0.3, 0.36, off);
        return { albedo: [0.012 + 0.1 * iris, 0.008 + 0.045 * iris, 0.006 + 0.015 * iris], gloss: [[2.4, 700], [0.2, 40]] };
      } },
    })),
  ];
} // prettier-ignore
