import type { Material } from '../material/material.ts';
import { chance, fractal, noise, step } from '../noise.ts';
import { ball, carve, egg, melt, rod, type Solid } from '../solids.ts';
import type { Coat, Thing } from '../trace/thing.ts';
import { between, standing, type Pose, type Vec } from '../vector.ts';
import { within } from './person.ts';

const DARK: Vec = [0.055, 0.034, 0.02];
const LIGHT: Vec = [0.17, 0.115, 0.07];
const BUFF: Vec = [0.36, 0.28, 0.19];

/** Wet fur stands in locks as wide as this, m. */
const TUFT = 0.012;

/** Skin under fur: what shows between wet tufts. */
const under: Material = {
  relief: (x, y, z) => 0.003 * fractal(90 * x, 90 * y, 90 * z, 3),
  look([x, y, z]) {
    const shade = 0.6 + 0.5 * noise(120 * x, 120 * y, 120 * z);
    return { albedo: [0.04 * shade, 0.026 * shade, 0.016 * shade], fuzz: 0.4, gloss: [[0.02, 14]] };
  },
};

/** Wet fur that lies back along the body; paler below. @param pale how pale a point is, 0 to 1 */
function fur(length: number, perM2: number, pale: (p: Vec) => number, lie: Coat['lie']): Coat {
  return {
    perM2,
    lie,
    length: (p) => length * (0.8 + 0.4 * noise(20 * p[0], 20 * p[1], 20 * p[2])),
    wild: 0.22,
    curl: 0.35,
    hang: 0.25,
    thick: 0.0008,
    colour(p, own) {
      const wave = 0.5 + 0.5 * fractal(26 * p[0], 26 * p[1], 26 * p[2], 3);
      const lock = chance(Math.round(p[0] / TUFT), Math.round(p[1] / TUFT), Math.round(p[2] / TUFT));
      const brown = between(DARK, LIGHT, Math.min(1, 0.7 * lock * lock + 0.4 * own * wave + 0.25 * wave));
      return between(brown, BUFF, pale(p) * (0.55 + 0.45 * own));
    },
    gloss: 0.25,
    tuft: TUFT,
  };
}

/** An otter that stands on y = 0, its way along x; its head has a turn of its own. */
export function otter(pose: Pose, head: Pose): Thing[] {
  const trunk: Solid = (x, y, z) => {
    let d = egg(x - 0.19, y - 0.135, z, 0.115, 0.092, 0.08);
    d = melt(d, egg(x, y - 0.142, z, 0.2, 0.094, 0.092), 0.08);
    d = melt(d, egg(x + 0.2, y - 0.125, z, 0.14, 0.1, 0.094), 0.08);
    d = melt(d, rod(x, y, z, 0.23, 0.15, 0, 0.345, 0.25, -0.01, 0.072, 0.058), 0.07);
    const az = Math.abs(z);
    // Shoulders, haunches, legs and paws.
    d = melt(d, rod(x, y, az, 0.2, 0.12, 0.05, 0.225, 0.03, 0.072, 0.046, 0.026), 0.03);
    d = melt(d, egg(x + 0.19, y - 0.085, az - 0.06, 0.088, 0.082, 0.046), 0.04);
    d = melt(d, rod(x, y, az, -0.15, 0.05, 0.085, -0.11, 0.018, 0.092, 0.032, 0.022), 0.03);
    return d - 0.004 * noise(22 * x, 22 * y, 22 * z);
  };
  const tail: Solid = (x, y, z) => {
    const bend = z + 0.35 * (x + 0.3) ** 2;
    return melt(
      rod(x, y, bend, -0.29, 0.1, 0, -0.45, 0.05, 0, 0.052, 0.034),
      rod(x, y, bend, -0.45, 0.05, 0, -0.68, 0.018, 0, 0.034, 0.012),
      0.03,
    );
  };
  const paws: Solid = (x, y, z) => {
    const az = Math.abs(z);
    let d = 1;
    for (const [at, across] of [[0.245, 0.074], [-0.085, 0.094]] as const) {
      d = Math.min(d, egg(x - at, y - 0.013, az - across, 0.034, 0.015, 0.026));
      for (let i = -2; i <= 2; i++) {
        const [dx, dz] = [0.026 - 0.004 * Math.abs(i), 0.0115 * i];
        d = melt(d, rod(x, y, az, at + dx, 0.014, across + dz, at + dx + 0.02, 0.007, across + 1.25 * dz, 0.0075, 0.0055), 0.006);
      }
    }
    return d;
  }; // prettier-ignore
  const skull: Solid = (x, y, z) => {
    const az = Math.abs(z);
    let d = egg(x, y, z, 0.078, 0.05, 0.058);
    d = melt(d, egg(x - 0.012, y + 0.016, az - 0.03, 0.045, 0.032, 0.032), 0.02);
    d = melt(d, egg(x - 0.062, y + 0.014, z, 0.034, 0.027, 0.036), 0.024);
    d = melt(d, egg(x - 0.076, y + 0.018, az - 0.014, 0.022, 0.019, 0.018), 0.01);
    d = melt(d, egg(x - 0.07, y + 0.036, z, 0.02, 0.01, 0.018), 0.01);
    d = carve(d, -egg(x - 0.1, y + 0.028, z, 0.03, 0.0018, 0.03), 0.004);
    d = melt(
      d,
      carve(egg(x + 0.03, y - 0.036, az - 0.046, 0.008, 0.014, 0.012), -ball(x + 0.02, y - 0.038, az - 0.048, 0.008), 0.004),
      0.006,
    );
    return carve(d, -ball(x - 0.044, y - 0.013, az - 0.037, 0.0095), 0.006);
  };
  const back: Coat['lie'] = ([x, y], n) => [
    -0.95 + 0.3 * n[0],
    -0.3 + 0.35 * n[1] - (y < 0.1 && x < 0.3 ? 0.25 : 0),
    0.35 * n[2],
  ];
  const below = ([, y]: Vec): number => step(0.1, 0.05, y) * 0.8;
  const throat = ([x, y]: Vec): number =>
    Math.max(below([x, y, 0]), step(0.2, 0.32, x) * step(0.03, -0.03, y - 0.19 - 0.6 * (x - 0.3)));
  const cheek = ([x, y]: Vec): number => step(0.004, -0.02, y + 0.2 * (0.03 - x)) * 0.95;
  // Nose and eyes are bare.
  const bare = (x: number, y: number, z: number): number =>
    Math.min(
      step(0.013, 0.02, Math.hypot(x - 0.096, y + 0.004, z)),
      step(0.009, 0.013, Math.hypot(x - 0.0435, y - 0.0125, Math.abs(z) - 0.0355)),
    );
  const furOf = (length: number, perM2: number, pale: (p: Vec) => number): Coat => fur(length, perM2, pale, back);
  const whiskers: Coat = {
    ...fur(
      0.055,
      9_000,
      () => 1,
      ([x, y, z]) => [0.35 - 6 * (0.07 - x), -0.35 - 6 * (0.02 + y), Math.sign(z)],
    ),
    density: (x, y, z) => step(0.056, 0.07, x) * step(0.028, 0.02, Math.abs(y + 0.016)) * step(0.008, 0.014, Math.abs(z)) * 0.5,
    length: () => 0.05,
    wild: 0.35,
    tuft: 0,
    thick: 0.0009,
    hang: 0.35,
    colour: () => [0.5, 0.46, 0.4],
    gloss: 0.5,
  };
  return [
    {
      pose,
      solid: trunk,
      radius: 0.44,
      middle: [0, 0.13, 0],
      pace: 0.8,
      material: under,
      coats: [furOf(0.021, 1_100_000, throat)],
    },
    {
      pose,
      solid: tail,
      radius: 0.26,
      middle: [-0.48, 0.05, -0.01],
      pace: 0.75,
      material: under,
      coats: [furOf(0.014, 1_000_000, () => 0)],
    },
    {
      pose,
      solid: paws,
      radius: 0.24,
      middle: [0.08, 0.01, 0],
      pace: 0.85,
      material: {
        ...under,
        look: ([x, y, z]) => ({
          albedo: [0.05 + 0.02 * noise(200 * x, 200 * y, 200 * z), 0.036, 0.026],
          gloss: [
            [0.06, 30],
            [0.1, 160],
          ],
        }),
      },
      coats: [{ ...furOf(0.007, 500_000, () => 0), density: (_x, y) => step(0.01, 0.018, y) }],
    },
    {
      pose: head,
      solid: skull,
      radius: 0.12,
      middle: [0.01, -0.005, 0],
      pace: 0.8,
      material: under,
      coats: [{ ...furOf(0.0085, 2_600_000, cheek), density: bare }, whiskers],
    },
    {
      pose: within(head, standing([0.094, -0.004, 0])),
      solid: (x, y, z) =>
        carve(egg(x, y, z, 0.0085, 0.0105, 0.0155), -ball(x - 0.006, y + 0.003, Math.abs(z) - 0.007, 0.0036), 0.002) -
        0.0003 * noise(700 * x, 700 * y, 700 * z),
      radius: 0.018,
      material: {
        grainM: 0.0006,
        relief: (x, y, z) => 0.00022 * noise(900 * x, 900 * y, 900 * z),
        look: () => ({
          albedo: [0.022, 0.016, 0.014],
          gloss: [
            [0.12, 24],
            [0.3, 200],
          ],
        }),
      },
    },
    ...[-1, 1].map((side): Thing => ({
      pose: within(head, standing([0.0435, 0.0125, side * 0.0355])),
      solid: (x, y, z) => ball(x, y, z, 0.0088),
      radius: 0.0095,
      material: {
        look: () => ({
          albedo: [0.006, 0.004, 0.003],
          wet: 1,
          gloss: [
            [2.2, 600],
            [0.12, 30],
          ],
        }),
      },
    })),
  ];
}
