import { iron, polished } from '../material/building.ts';
import { leather } from '../material/cloth.ts';
import type { Material } from '../material/material.ts';
import { fractal, noise, step } from '../noise.ts';
import { box, drum, egg, melt, rod, type Solid } from '../solids.ts';
import type { Thing } from '../trace/thing.ts';
import { outOf, standing, turned, type Pose, type Vec } from '../vector.ts';
import { within } from '../figure/person.ts';

/** Radius of a wheel to its tread, and how far apart the axles are, m. */
const WHEEL = 0.34;
const AXLES = { rear: -0.5, front: 0.56 };
const SPOKES = 36;

const CHROME = polished([0.62, 0.62, 0.6]);
const RUBBER: Material = {
  relief: (x, y, z) => 0.0012 * Math.sin(160 * Math.atan2(y, x) + 180 * Math.abs(z)) + 0.0004 * noise(300 * x, 300 * y, 300 * z),
  look([x, y, z]) {
    const wall = step(0.012, 0.016, Math.abs(z));
    const dust = 1 + 0.6 * fractal(30 * x, 30 * y, 30 * z, 4);
    return {
      albedo: [(0.02 + 0.2 * wall) * dust, (0.019 + 0.15 * wall) * dust, (0.018 + 0.09 * wall) * dust],
      gloss: [[0.03, 20]],
    };
  },
};

/** Enamel on steel, chipped and rained on. */
const enamel = (tone: Vec): Material => ({
  relief: (x, y, z) => 0.0003 * fractal(40 * x, 40 * y, 40 * z, 3),
  look([x, y, z]) {
    const chip = step(0.3, 0.42, fractal(42 * x, 42 * y, 42 * z, 4));
    const grime = 1 + 0.5 * fractal(12 * x, 12 * y, 12 * z, 4);
    const of = (c: number): number => (tone[c]! + ([0.09, 0.045, 0.02][c]! - tone[c]!) * chip) * grime;
    return { albedo: [of(0), of(1), of(2)], wet: 0.7 * (1 - chip), gloss: [[0.1, 60], [0.3 * (1 - chip), 400]] };
  },
}); // prettier-ignore

/** A roadster, its wheels on y = 0, ridden towards x. Where its rider holds and treads, as seen from outside. */
export function bicycle(pose: Pose): {
  things: Thing[];
  grips: readonly [near: Vec, far: Vec];
  pedals: readonly [near: Vec, far: Vec];
} {
  const p = (v: Vec): Vec => outOf(pose, v);
  const paint = enamel([0.02, 0.06, 0.045]);
  const bottom: Vec = [-0.06, 0.29, 0];
  const crank = { near: [0.02, 0.145, 0.07] as Vec, far: [-0.14, 0.435, -0.07] as Vec };
  return {
    things: [
      ...wheel(within(pose, standing([AXLES.rear, WHEEL, 0]))),
      ...wheel(within(pose, standing([AXLES.front, WHEEL, 0]))),
      frame(pose, paint),
      chain(pose, bottom),
      cranks(pose, bottom, crank),
      bars(pose),
      saddle(within(pose, standing([-0.3, 0.945, 0]))),
      ...lampOf(within(pose, standing([0.55, 0.8, 0]))),
      ...basket(within(pose, standing([0.53, 0.93, 0]))),
    ],
    grips: [p([0.2, 1.055, 0.255]), p([0.2, 1.055, -0.255])],
    pedals: [p([crank.near[0], crank.near[1], 0.125]), p([crank.far[0], crank.far[1], -0.125])],
  };
}

function wheel(pose: Pose): Thing[] {
  const tyre: Solid = (x, y, z) => Math.hypot(Math.hypot(x, y) - WHEEL + 0.019, z) - 0.019;
  const metal: Solid = (x, y, z) => {
    const out = Math.hypot(x, y);
    let d = box(out - WHEEL + 0.043, z, 0, 0.005, 0.014, 1, 0.003);
    d = Math.min(d, drum(x, z, y, 0.017, 0.04, 0.004));
    // Every other spoke runs to the other flange of the hub.
    const turn = Math.atan2(y, x);
    const sector = (2 * Math.PI) / SPOKES;
    const nth = Math.round(turn / sector);
    const side = nth & 1 ? -1 : 1;
    const off = out * Math.sin(turn - nth * sector - 0.0012 / (out + 0.02));
    const flange = side * 0.034 * Math.max(0, 1 - out / (WHEEL - 0.05));
    const spoke = Math.max(Math.hypot(off, z - flange) - 0.0014, out - WHEEL + 0.045);
    return Math.min(d, spoke);
  };
  return [
    { pose, solid: tyre, radius: WHEEL + 0.01, pace: 0.95, material: RUBBER },
    { pose, solid: metal, plain: (x, y, z) => Math.max(box(Math.hypot(x, y) - WHEEL + 0.043, z, 0, 0.005, 0.014, 1, 0.003), 0), radius: WHEEL, pace: 0.75, material: CHROME },
  ];
} // prettier-ignore

function frame(pose: Pose, material: Material): Thing {
  const tubes = [
    [-0.06, 0.29, 0, -0.27, 0.83, 0, 0.0145], [-0.25, 0.785, 0, 0.37, 0.81, 0, 0.014], [0.4, 0.7, 0, -0.06, 0.29, 0, 0.0155],
    [0.355, 0.86, 0, 0.415, 0.66, 0, 0.0175], [-0.06, 0.29, 0.04, AXLES.rear, WHEEL, 0.055, 0.009], [-0.06, 0.29, -0.04, AXLES.rear, WHEEL, -0.055, 0.009],
    [-0.25, 0.785, 0.02, AXLES.rear, WHEEL, 0.055, 0.0075], [-0.25, 0.785, -0.02, AXLES.rear, WHEEL, -0.055, 0.0075],
    [0.42, 0.65, 0.045, AXLES.front, WHEEL, 0.05, 0.0095], [0.42, 0.65, -0.045, AXLES.front, WHEEL, -0.05, 0.0095], [0.42, 0.65, -0.045, 0.42, 0.65, 0.045, 0.012],
  ] as const; // prettier-ignore
  const guard = (x: number, y: number, z: number, at: number, from: number, to: number): number => {
    const [dx, dy] = [x - at, y - WHEEL];
    const turn = Math.atan2(dy, dx);
    const ends = Math.max(from - turn, turn - to) * WHEEL;
    return Math.max(box(Math.hypot(dx, dy) - WHEEL - 0.03 - 3 * z * z * -2, z, 0, 0.0022, 0.029, 1, 0.001), ends) * 0.9;
  };
  return {
    pose,
    solid: (x, y, z) => {
      let d = 1;
      for (const [ax, ay, az, bx, by, bz, thick] of tubes) d = melt(d, rod(x, y, z, ax, ay, az, bx, by, bz, thick), 0.006);
      // A guard over each wheel; the chain's case.
      d = Math.min(d, guard(x, y, z, AXLES.front, 0.2, 2.55), guard(x, y, z, AXLES.rear, 0.3, 3.1));
      return Math.min(d, rod(x, y, z, AXLES.rear, WHEEL + 0.37, 0, -0.27, 0.74, 0, 0.006));
    },
    middle: [0.02, 0.5, 0],
    radius: 0.95,
    pace: 0.85,
    material,
  };
}

function chain(pose: Pose, bottom: Vec): Thing {
  return {
    pose,
    solid: (x, y, z) => {
      const [dx, dy] = [x - bottom[0], y - bottom[1]];
      const out = Math.hypot(dx, dy);
      const teeth = 0.092 + 0.003 * Math.cos(44 * Math.atan2(dy, dx));
      let ringOf = Math.max(Math.abs(out - teeth + 0.012) - 0.012, Math.abs(z - 0.048) - 0.002);
      ringOf = Math.min(ringOf, Math.max(Math.abs(Math.sin(2.5 * Math.atan2(dy, dx)) * out) * 0.4 - 0.006, out - 0.09, Math.abs(z - 0.048) - 0.002));
      const links = (by: number, ey: number): number =>
        rod(x, y, z, bottom[0], bottom[1] + by, 0.048, AXLES.rear, WHEEL + ey, 0.048, 0.0042) - 0.001 * Math.sin(500 * x);
      return Math.min(ringOf, links(0.09, 0.032), links(-0.09, -0.032), drum(x - AXLES.rear, z - 0.048, y - WHEEL, 0.034, 0.003, 0.001));
    },
    middle: [-0.27, 0.32, 0.04],
    radius: 0.36,
    pace: 0.7,
    material: iron,
  }; // prettier-ignore
}

function cranks(pose: Pose, bottom: Vec, { near, far }: { near: Vec; far: Vec }): Thing {
  return {
    pose,
    solid: (x, y, z) => {
      let d = rod(x, y, z, bottom[0], bottom[1], -0.07, bottom[0], bottom[1], 0.07, 0.015);
      for (const [px, py, pz] of [near, far]) {
        d = melt(d, rod(x, y, z, bottom[0], bottom[1], pz, px, py, pz, 0.011, 0.008), 0.008);
        const out = pz > 0 ? 0.055 : -0.055;
        d = Math.min(d, box(x - px, y - py, z - pz - out, 0.043, 0.011, 0.042, 0.004));
      }
      return d;
    },
    middle: bottom,
    radius: 0.28,
    pace: 0.85,
    material: CHROME,
  };
}

function bars(pose: Pose): Thing {
  return {
    pose,
    solid: (x, y, z) => {
      const az = Math.abs(z);
      let d = rod(x, y, z, 0.36, 0.84, 0, 0.335, 1.0, 0, 0.0125);
      d = melt(d, rod(x, y, z, 0.335, 1.0, 0, 0.4, 1.01, 0, 0.011), 0.01);
      d = melt(d, rod(x, y, az, 0.4, 1.01, 0, 0.4, 1.05, 0.19, 0.011), 0.012);
      d = melt(d, rod(x, y, az, 0.4, 1.05, 0.19, 0.16, 1.045, 0.26, 0.011), 0.03);
      const grip = rod(x, y, az, 0.26, 1.048, 0.234, 0.155, 1.045, 0.262, 0.0165);
      d = Math.min(d, grip, rod(x, y, az, 0.4, 1.035, 0.13, 0.24, 1.015, 0.225, 0.005));
      // A bell.
      return Math.min(d, egg(x - 0.405, y - 1.065, z - 0.1, 0.03, 0.022, 0.03));
    },
    middle: [0.3, 0.98, 0],
    radius: 0.36,
    pace: 0.85,
    material: CHROME,
  };
}

const saddle = (pose: Pose): Thing => ({
  pose,
  solid: (x, y, z) => {
    const wide = 0.02 + 0.085 * step(0.1, -0.09, x);
    let d = melt(egg(x + 0.04, y + 0.01, z, 0.115, 0.035, wide), egg(x - 0.06, y + 0.008, z, 0.095, 0.026, 0.03), 0.03);
    d = Math.max(d, -0.022 - y);
    for (const side of [-0.045, 0.045]) d = Math.min(d, Math.hypot(Math.hypot(x + 0.08, y + 0.06) - 0.03, z - side) - 0.006);
    return Math.min(d, rod(x, y, z, 0, -0.02, 0, 0.03, -0.14, 0, 0.0125));
  },
  middle: [-0.01, -0.03, 0],
  radius: 0.2,
  pace: 0.8,
  material: leather([0.1, 0.05, 0.022]),
});

function lampOf(pose: Pose): Thing[] {
  return [
    {
      pose,
      solid: (x, y, z) => melt(drum(y, x, z, 0.042 - 0.14 * Math.max(0, -x), 0.045, 0.006), rod(x, y, z, -0.02, 0, 0, -0.13, -0.02, 0, 0.008), 0.01),
      middle: [-0.04, 0, 0],
      radius: 0.14,
      pace: 0.8,
      glows: true,
      material: CHROME,
    },
    {
      pose: within(pose, standing([0.047, 0, 0])),
      solid: (x, y, z) => egg(x, y, z, 0.012, 0.036, 0.036),
      radius: 0.045,
      glows: true,
      material: { look: (_p, n) => ({ albedo: [0, 0, 0], glow: [9 + 9 * Math.max(0, n[0]), 7 + 7 * Math.max(0, n[0]), 4 + 3.4 * Math.max(0, n[0])] }) },
    },
  ]; // prettier-ignore
}

/** A wicker basket with loaves in it. */
function basket(pose: Pose): Thing[] {
  const weave = (u: number, v: number): number => Math.sin(u * 2 * Math.PI) * (Math.floor(v) & 1 ? 1 : -1);
  const wall: Solid = (x, y, z) => {
    const grow = 0.1 * y;
    const [ax, az] = [Math.abs(x) - 0.115 - grow, Math.abs(z) - 0.16 - grow];
    const shell = Math.abs(Math.max(ax, az)) - 0.004;
    const d = Math.max(Math.min(shell, Math.max(Math.max(ax, az), Math.abs(y + 0.115) - 0.004)), Math.abs(y) - 0.12);
    if (d > 0.01) return d - 0.005;
    const along = ax > az ? z : x;
    return d - 0.0035 * weave(along / 0.026, y / 0.0085 + 20) * Math.abs(Math.sin((Math.PI * y) / 0.0085));
  };
  const wicker: Material = {
    relief: (x, y, z) => 0.0008 * noise(200 * x, 500 * y, 200 * z),
    look([x, y, z]) {
      const row = 0.55 + 0.45 * Math.abs(Math.sin((Math.PI * y) / 0.0085));
      const fibre = row * (1 + 0.4 * noise(120 * x, 600 * y, 120 * z) + 0.4 * fractal(14 * x, 14 * y, 14 * z, 3));
      return { albedo: [0.36 * fibre, 0.24 * fibre, 0.12 * fibre], gloss: [[0.03, 20]] };
    },
  };
  const loaf = (at: Vec, long: number, seed: number): Thing => ({
    pose: within(pose, turned(at, 0, 0, 1.266)),
    solid: (x, y, z) => {
      const cut = 0.012 * step(0.006, 0.001, Math.abs(((x / 0.05) % 1) - 0.5) * 0.05 + 0.25 * Math.abs(z)) * step(0, 0.02, y);
      return egg(x, y, z, long, 0.042, 0.045) + cut - 0.003 * fractal(40 * x, 40 * y, seed + 40 * z, 3);
    },
    radius: long + 0.02,
    pace: 0.7,
    material: CRUST,
  });
  return [
    { pose, solid: wall, radius: 0.26, pace: 0.6, material: wicker },
    loaf([-0.04, 0.06, 0.05], 0.19, 1),
    loaf([0.03, 0.04, -0.02], 0.16, 5),
    loaf([-0.05, 0.05, -0.09], 0.18, 9),
  ];
}

/** Crust of bread, floured. */
export const CRUST: Material = {
  grainM: 0.001,
  relief: (x, y, z) => 0.0016 * fractal(90 * x, 90 * y, 90 * z, 4),
  look([x, y, z]) {
    const baked = step(-0.3, 0.35, fractal(16 * x, 16 * y, 16 * z, 4));
    const flour = step(0.1, 0.4, fractal(60 * x, 60 * y, 60 * z, 4)) * step(0, 0.03, y);
    const of = (c: number): number => {
      const crust = [0.42, 0.22, 0.09][c]! + ([0.2, 0.085, 0.03][c]! - [0.42, 0.22, 0.09][c]!) * baked;
      return crust + ([0.6, 0.54, 0.44][c]! - crust) * 0.6 * flour;
    };
    return { albedo: [of(0), of(1), of(2)], gloss: [[0.03, 14]] };
  },
};
