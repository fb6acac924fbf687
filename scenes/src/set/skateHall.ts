import { face, faceShade } from '../figure/head.ts';
import { boot, clothed, coatBody, eye, headOf, within } from '../figure/person.ts';
import { brick, brickWall, timber } from '../material/building.ts';
import { leather, woven } from '../material/cloth.ts';
import { skin } from '../material/living.ts';
import { lettering } from '../material/paper.ts';
import type { Material } from '../material/material.ts';
import { chance, fractal, noise, step } from '../noise.ts';
import { board } from '../prop/props.ts';
import { ball, box, carve, drum, egg, melt, rod, stocking, type Solid } from '../solids.ts';
import type { Coat, Thing } from '../trace/thing.ts';
import { between, outOf, standing, turned, unit, type Pose, type Vec } from '../vector.ts';
import type { Scene } from './scene.ts';

const TUBE: Vec = [0.86, 1, 0.9];

/** Skate hall derby: a skater leans into the turn under rows of tubes, the stands full. */
export function skateHall(): Scene {
  const tubes: Vec[] = [[-2.2, 2.5, -3.6], [0.4, 2.5, -3.6], [3, 2.5, -3.6]]; // prettier-ignore
  const still: Thing[] = [
    floor(),
    ...barrier(),
    ...crowd(),
    {
      pose: standing([0, 0.03, -6.4]),
      solid: brickWall,
      plain: (_x, _y, z) => z + 0.02,
      radius: 40,
      pace: 0.65,
      material: painted,
    },
    bunting(),
    ...tubes.map((at): Thing => ({
      pose: standing(at),
      solid: (x, y, z) => box(x, y, z, 0.75, 0.025, 0.05, 0.02),
      radius: 0.8,
      glows: true,
      material: { look: () => ({ albedo: [0, 0, 0], glow: [7 * TUBE[0], 7 * TUBE[1], 7 * TUBE[2]] }) },
    })),
  ];
  const tube = (at: Vec, strength: number, radius = 0.5) => ({
    at,
    light: [strength * TUBE[0], strength * TUBE[1], strength * TUBE[2]] as Vec,
    radius,
  });
  return {
    still,
    parts: skater(),
    lighting: {
      lamps: [
        ...tubes.map((at) => tube(at, 2.4)),
        tube([-1.6, 3.5, 0.9], 5.4),
        tube([1.6, 3.5, 1.4], 6.2),
        tube([0, 3.4, 3.8], 4),
        { at: [-4.2, 2.2, -0.6], light: [3.4, 2.2, 1.1], radius: 0.5 },
      ],
      ambient: ([, ny]) => {
        const [up, down] = [0.5 + 0.5 * ny, 0.5 - 0.5 * ny];
        return [0.045 + 0.05 * up + 0.04 * down, 0.052 + 0.06 * up + 0.027 * down, 0.05 + 0.056 * up + 0.016 * down];
      },
      beyond: ([, dy]) => [0.03 + 0.06 * Math.max(0, dy), 0.036 + 0.075 * Math.max(0, dy), 0.034 + 0.07 * Math.max(0, dy)],
    },
    camera: { across: 0.1, distance: 3.6, height: 1.15, middle: [0.1, 0.86, 0], width: 2.7 },
    look: { x: 0.316, y: 1.296 },
    closeRound: { x: 0.26, y: 1.29 },
    backgroundTimes: 1.9,
    tone: 0.18,
    backgroundStops: 0,
    exposure: 1.2,
  };
}

/** Brick under old whitewash. */
const painted: Material = (() => {
  const bare = brick([0.3, 0.17, 0.12]);
  return {
    ...bare,
    look(p, n) {
      const found = bare.look(p, n);
      const coat = step(0.16, 0.06, fractal(2.2 * p[0], 2.6 * p[1], 3, 6));
      const white = 0.2 * (1 + 0.5 * fractal(30 * p[0], 30 * p[1], 4, 4));
      const of = (c: number): number => found.albedo[c]! + (white * [0.95, 1, 0.98][c]! - found.albedo[c]!) * 0.8 * coat;
      return { ...found, albedo: [of(0), of(1), of(2)] };
    },
  };
})();

/** Pennants on a line along the wall. */
function bunting(): Thing {
  const cloth = woven([0.4, 0.38, 0.34], 0.008);
  return {
    pose: standing([0, 2.05, -6.2]),
    solid: (x, y, z) => {
      const flag = x / 0.55 - Math.floor(x / 0.55) - 0.5;
      const drop = -y / 0.4;
      const edge = Math.max((Math.abs(flag) - 0.42 * (1 - drop)) * 0.4, -0.4 - y, y);
      return Math.max(Math.min(edge, Math.hypot(y, z) - 0.006), Math.abs(z + 0.03 * Math.sin(9 * x)) - 0.004) * 0.8;
    },
    radius: 8,
    pace: 0.8,
    material: {
      ...cloth,
      look(p, n) {
        const hue = chance(Math.floor(p[0] / 0.55), 2, 2);
        const tone = hue < 0.33 ? [1, 0.15, 0.12] : hue < 0.66 ? [1.1, 0.9, 0.3] : [0.15, 0.4, 0.75];
        const { albedo, ...rest } = cloth.look(p, n);
        return { ...rest, albedo: [albedo[0] * tone[0]!, albedo[1] * tone[1]!, albedo[2] * tone[2]!] };
      },
    },
  };
}

/** Boards of maple, varnished, scuffed by wheels, with the lines of the track. */
function floor(): Thing {
  const maple = timber([0.42, 0.27, 0.145]);
  const strip = 0.07;
  const at = (x: number, z: number): Vec => {
    const row = Math.floor(z / strip);
    const long = Math.floor((x + 3 * chance(row, 3, 3)) / 1.1);
    return [
      x + 5 * chance(row, long, 6),
      (z - row * strip) * 1.1 + 0.21 + 0.5 * Math.floor(24 * chance(row, long, 2)),
      0.6 * chance(row, long, 8),
    ];
  };
  return {
    pose: standing([0, 0, 0]),
    solid: (_x, y) => y,
    radius: 60,
    material: {
      grainM: 0.0015,
      relief(x, y, z) {
        const gap = Math.abs(z / strip - Math.round(z / strip)) * strip;
        return (
          -0.0009 * step(0.0016, 0.0004, gap) + 0.00025 * fractal(9 * x, 2, 30 * z, 4) + 0.00006 * noise(200 * x, y, 400 * z)
        );
      },
      look([x, , z], n) {
        const gap = Math.abs(z / strip - Math.round(z / strip)) * strip;
        const row = Math.floor(z / strip);
        const stave =
          (0.62 + 0.7 * chance(row, Math.floor((x + 3 * chance(row, 3, 3)) / 1.1), 5)) * (1 - 0.7 * step(0.0035, 0.001, gap));
        const wood = maple.look(at(x, z), n).albedo;
        const track = Math.abs(Math.hypot(x - 1.5, 1.6 * (z + 6)) - 8.6);
        const scuff =
          step(0.2, 0.5, fractal(1.2 * x + 2 * z, 4, 9 * z - x, 5)) * 0.5 +
          0.4 * step(0.02, 0.004, Math.abs(noise(2.4 * x + z, 7, 6 * z - 2 * x)));
        const line = step(0.05, 0.045, track) * (0.75 + 0.25 * noise(60 * x, 4, 60 * z));
        const of = (c: number): number => {
          const bare = wood[c]! * stave * (1 - 0.35 * scuff);
          return bare + ([0.06, 0.1, 0.3][c]! - bare) * line;
        };
        return {
          albedo: [of(0), of(1), of(2)],
          wet: 0.85 - 0.5 * scuff,
          gloss: [
            [0.05, 60],
            [0.12 * (1 - scuff), 500],
          ],
        };
      },
    },
  };
}

/** The barrier round the track, with its boards and what is painted on them. */
function barrier(): Thing[] {
  const plain = timber([0.3, 0.22, 0.14], [0.33, 0.31, 0.26]);
  const painted: Material = {
    ...plain,
    look(p, n) {
      const found = plain.look([p[0], p[1] + 0.75, p[2]], n);
      const far =
        Math.min(
          lettering('PORT ALDER', (p[0] + 2.35) / 0.24, (p[1] + 0.16) / 0.24),
          lettering('SKATE HALL', (p[0] - 1.75) / 0.24, (p[1] + 0.16) / 0.24),
        ) * 0.24;
      const ink =
        step(0.036, 0.03, far + 0.004 * noise(30 * p[0], 30 * p[1], 2)) *
        (1 - 0.8 * step(0.1, 0.25, fractal(8 * p[0], 8 * p[1], 4, 5)));
      const mark = step(0.012, 0.004, Math.abs(noise(1.1 * p[0], 7 * p[1] + p[0], 3))) * step(0.05, -0.2, p[1]) * 0.6;
      const of = (c: number): number => found.albedo[c]! * (1 - mark) * (1 - ink) + ink * [0.25, 0.035, 0.03][c]!;
      return { ...found, albedo: [of(0), of(1), of(2)] };
    },
  };
  const face: Solid = (x, y, z) => box(x, y, z, 6, 0.38, 0.03, 0.004);
  const rail = timber([0.36, 0.24, 0.13]);
  return [
    { pose: standing([0, 0.44, -2.6]), solid: face, radius: 6.1, pace: 0.9, material: painted },
    board(standing([0, 0.86, -2.6]), [6, 0.035, 0.06], rail),
    board(standing([0, 0.08, -2.57]), [6, 0.05, 0.012], timber([0.2, 0.15, 0.1], [0.05, 0.06, 0.07])),
  ];
}

/** Those who watch, in three rows. */
function crowd(): Thing[] {
  const things: Thing[] = [];
  for (let row = 0; row < 3; row++)
    for (let i = 0; i < 11; i++) {
      const own = (k: number): number => chance(i, row, k);
      const at: Vec = [-3.6 + 0.68 * i + 0.3 * own(1) + 0.3 * (row % 2), 0.92 + 0.36 * row + 0.12 * own(2), -3.35 - 0.75 * row];
      const pose = turned(at, 1.2 * (own(3) - 0.5), 0.1 * own(4));
      const grey = 0.015 + 0.14 * own(16) ** 2;
      const tone: Vec = [grey * (0.8 + 0.7 * own(5)), grey * (0.8 + 0.3 * own(6)), grey * (0.75 + 0.6 * own(7))];
      const tint: Vec = between([0.42, 0.26, 0.18], [0.16, 0.095, 0.06], own(8));
      things.push(
        {
          pose,
          solid: (x, y, z) =>
            melt(
              egg(x, y + 0.42, z, 0.2, 0.35, 0.13),
              melt(
                rod(Math.abs(x), y, z, 0.17, -0.23, 0, 0.24, -0.5, 0.1, 0.06),
                rod(Math.abs(x), y, z, 0.24, -0.5, 0.1, 0.1, -0.5 + 0.24 * own(9), 0.24, 0.05),
                0.04,
              ),
              0.08,
            ) -
            0.007 * noise(11 * x, 8 * y, 11 * z),
          middle: [0, -0.4, 0],
          radius: 0.46,
          pace: 0.7,
          material: patterned(tone, own(17)),
        },
        ...onlooker(pose, tint, own),
        {
          pose,
          solid: (x, y, z) =>
            carve(
              egg(x, y - 0.014, z + 0.012, 0.086, 0.116, 0.1),
              0.02 + 0.5 * Math.max(0, z) - y - (own(10) > 0.5 ? 0.05 : 0),
              0.01,
            ) -
            0.004 * noise(40 * x, 40 * y, 40 * z),
          radius: 0.14,
          pace: 0.7,
          material:
            own(11) > 0.6
              ? woven([0.02 + 0.12 * own(12), 0.02 + 0.09 * own(12), 0.02 + 0.07 * own(13)], 0.005)
              : hairStuff(own(15)),
        },
      );
    }
  return things;
}

/** Head and neck of one who watches. */
function onlooker(pose: Pose, tint: Vec, own: (k: number) => number): Thing[] {
  const bare = face(0.55 + 0.45 * own(18));
  return [
    {
      pose,
      solid: (x, y, z) => melt(bare(x, y, z), rod(x, y, z, 0, -0.06, -0.02, 0, -0.16, -0.025, 0.056), 0.03),
      middle: [0, -0.04, 0],
      radius: 0.2,
      pace: 0.75,
      material: skin(tint, faceShade),
    },
    ...[-1, 1].map((side) => eye(pose, side)),
  ];
}

/** Pullovers and jackets: plain, striped or checked, coarsely knitted. */
function patterned(tone: Vec, own: number): Material {
  const pitch = 0.025 + 0.05 * own;
  return {
    grainM: 0.0025,
    relief: (x, y, z) => 0.004 * stocking(x / 0.012 + 0.5, y / 0.011) + 0.002 * noise(160 * x, 160 * y, 160 * z),
    look([x, y, z]) {
      const stripe = Math.abs(y / pitch - Math.round(y / pitch)) < 0.25 ? 1 : 0;
      const check = Math.abs(x / pitch - Math.round(x / pitch)) < 0.25 ? 1 : 0;
      const pale = own < 0.3 ? 0 : own < 0.7 ? stripe : Math.max(stripe, check) - 0.5 * stripe * check;
      const yarn = (0.55 + 0.6 * stocking(x / 0.012 + 0.5, y / 0.011)) * (1 + 0.5 * fractal(50 * x, 50 * y, 50 * z, 4));
      const of = (c: number): number => (tone[c]! + (0.16 - tone[c]!) * 0.8 * pale) * yarn;
      return { albedo: [of(0), of(1), of(2)], fuzz: 0.6 };
    },
  };
}

const hairStuff = (own: number): Material => ({
  relief: (x, y, z) => 0.003 * noise(160 * x, 30 * y, 160 * z),
  look: ([x, y, z]) => {
    const k = (0.02 + 0.16 * own * own) * (1 + 0.7 * noise(220 * x, 40 * y, 220 * z));
    return { albedo: [k, 0.72 * k, 0.5 * k], gloss: [[0.05, 20]] };
  },
});

/** A jersey in the hall's colours, lettered at the side. */
const jersey: Material = (() => {
  const [red, pale] = [woven([0.36, 0.045, 0.04], 0.0022), woven([0.55, 0.53, 0.47], 0.0022)];
  return {
    grainM: red.grainM,
    relief: red.relief,
    look(p, n) {
      const [x, y, z] = p;
      const around = (Math.atan2(x, z) + 1.6) * 0.19;
      const band = y > 0.12 && y < 0.3;
      const far = lettering('ALDER', (around + 0.17) / 0.05, (y - 0.165) / 0.05) * 0.05;
      const letters = band && far < 0.0075;
      return (band !== letters ? pale : red).look(p, n);
    },
  };
})();

const PLASTIC: Material = {
  relief: (x, y, z) => 0.0005 * fractal(60 * x, 60 * y, 60 * z, 4),
  look([x, y, z]) {
    const scratch =
      step(0.02, 0.006, Math.abs(noise(26 * x + 9 * y, 20 * y - 7 * z, 26 * z))) +
      step(0.015, 0.005, Math.abs(noise(50 * x - 9 * y, 9 * y, 50 * z + 7 * x)));
    const k = 0.025 + 0.1 * Math.min(1, scratch);
    return {
      albedo: [k, k, 1.05 * k],
      gloss: [
        [0.06, 26],
        [0.1, 160],
      ],
    };
  },
};

function helmet(pose: Pose): Thing[] {
  const shell: Solid = (x, y, z) => {
    let d = egg(x, y - 0.05, z + 0.012, 0.1, 0.102, 0.122);
    d = carve(d, 0.014 + 0.3 * Math.max(0, z) - y - (z < 0 ? 0.03 : 0), 0.012);
    for (const at of [-0.04, 0, 0.04]) d = carve(d, -box(x - at, y - 0.14, z + 0.01, 0.008, 0.05, 0.05, 0.006), 0.006);
    return d;
  };
  const strap: Solid = (x, y, z) => {
    const [ax, down] = [Math.abs(x), rod(Math.abs(x), y, z, 0.084, 0.02, 0.02, 0.05, -0.1, 0.05, 0.009)];
    return melt(down, rod(ax, y, z, 0.05, -0.1, 0.05, 0, -0.115, 0.06, 0.009), 0.01) * 0.9;
  };
  return [
    {
      pose,
      solid: shell,
      radius: 0.18,
      middle: [0, 0.05, 0],
      pace: 0.85,
      material: {
        ...PLASTIC,
        look(p, n) {
          const found = PLASTIC.look(p, n);
          const star = step(
            0.024,
            0.022,
            Math.hypot(p[1] - 0.06, p[2] + 0.01) + 0.005 * Math.cos(5 * Math.atan2(p[1] - 0.06, p[2] + 0.01)),
          );
          const stripe = Math.abs(p[0]) < 0.018 || (Math.abs(p[0]) > 0.05 && star > 0.5);
          return stripe
            ? { ...found, albedo: [0.52, 0.45, 0.1] }
            : { ...found, albedo: [found.albedo[0] + 0.01, found.albedo[1] + 0.05, found.albedo[2] + 0.09] };
        },
      },
    },
    { pose, solid: strap, radius: 0.2, pace: 0.85, material: leather([0.03, 0.03, 0.03]) },
  ];
}

function pad(at: Vec, facing: Vec, long: number): Thing {
  const z = unit(facing);
  const x = unit([z[2], 0, -z[0]]);
  const pose: Pose = { at, x, y: [z[1] * x[2] - z[2] * x[1], z[2] * x[0] - z[0] * x[2], z[0] * x[1] - z[1] * x[0]], z };
  return {
    pose,
    solid: (px, py, pz) => {
      const cap = Math.max(Math.abs(egg(px, py, pz, 0.066, long, 0.05)) - 0.006, 0.006 - pz);
      return melt(cap, Math.max(egg(px, py, pz + 0.02, 0.072, long * 1.25, 0.05), -0.02 - pz), 0.006) * 0.9;
    },
    radius: long * 1.4,
    pace: 0.8,
    material: PLASTIC,
  };
}

/** A boot on four wheels. @param pose ankle, toes towards z */
function skate(pose: Pose): Thing[] {
  const wheels: Solid = (x, y, z) => {
    let d = box(x, y + 0.112, z - 0.06, 0.028, 0.008, 0.11, 0.004);
    for (const at of [-0.01, 0.125])
      for (const side of [-1, 1]) d = Math.min(d, drum(y + 0.145, x - side * 0.042, z - at, 0.031, 0.016, 0.006));
    return melt(d, ball(x, y + 0.12, z - 0.19, 0.02), 0.01);
  };
  return [
    ...boot(pose, leather([0.3, 0.28, 0.24])),
    {
      pose,
      solid: wheels,
      middle: [0, -0.13, 0.06],
      radius: 0.2,
      pace: 0.9,
      material: {
        look: ([x, y, z]) => ({
          albedo:
            Math.abs(x) > 0.026 && y < -0.115 ? [0.42, 0.2 + 0.1 * noise(90 * x, 90 * y, 90 * z), 0.03] : [0.12, 0.12, 0.13],
          gloss: [
            [0.1, 40],
            [0.1, 200],
          ],
        }),
      },
    },
  ];
}

function skater(): Scene['parts'] {
  const body = turned([-0.16, 0.8, 0], 1.12, 0.62);
  const p = (v: Vec): Vec => outOf(body, v);
  const head = turned(p([0, 0.665, 0.085]), 1.0, 0.12, 0.04);
  const tights = woven([0.03, 0.032, 0.04], 0.001, 0.02);
  const bare = skin([0.4, 0.25, 0.18]);
  const shoulders = { near: p([-0.185, 0.46, 0.01]), far: p([0.185, 0.46, 0.01]) };
  const elbows = { near: [-0.32, 1.06, 0.3] as Vec, far: [0.3, 0.86, -0.24] as Vec };
  const wrists = { near: [-0.5, 0.87, 0.2] as Vec, far: [0.48, 1.0, -0.12] as Vec };
  const hips = { near: p([-0.1, -0.02, 0]), far: p([0.1, -0.02, 0]) };
  const knees = { near: [0.24, 0.56, 0.16] as Vec, far: [-0.38, 0.5, -0.16] as Vec };
  const ankles = { near: [0.0, 0.21, 0.16] as Vec, far: [-0.74, 0.3, -0.26] as Vec };
  const glove = (wrist: Vec, elbow: Vec): Thing => {
    const way = unit([wrist[0] - elbow[0], wrist[1] - elbow[1], wrist[2] - elbow[2]]);
    const tip: Vec = [wrist[0] + 0.1 * way[0], wrist[1] + 0.1 * way[1], wrist[2] + 0.1 * way[2]];
    return {
      pose: standing([0, 0, 0]),
      solid: (x, y, z) => rod(x, y, z, ...wrist, ...tip, 0.036, 0.032) - 0.003 * noise(60 * x, 60 * y, 60 * z),
      middle: tip,
      radius: 0.16,
      pace: 0.8,
      material: leather([0.04, 0.036, 0.034]),
    };
  };
  const arm = (side: 'near' | 'far'): Thing[] => [
    clothed(shoulders[side], between(shoulders[side], elbows[side], 0.6), [0.066, 0.062], jersey),
    clothed(between(shoulders[side], elbows[side], 0.4), elbows[side], [0.047, 0.042], bare),
    clothed(elbows[side], wrists[side], [0.043, 0.033], bare),
    pad(
      elbows[side],
      unit([
        elbows[side][0] - shoulders[side][0] - 0.3 * (wrists[side][0] - elbows[side][0]),
        elbows[side][1] - shoulders[side][1],
        elbows[side][2] - shoulders[side][2] + 0.1,
      ]),
      0.062,
    ),
    glove(wrists[side], elbows[side]),
  ];
  const leg = (side: 'near' | 'far', toe: Pose): Thing[] => [
    clothed(hips[side], knees[side], [0.088, 0.062], tights),
    clothed(knees[side], ankles[side], [0.06, 0.046], tights),
    pad([knees[side][0] + 0.02, knees[side][1], knees[side][2]], [0.9, -0.1, 0.36], 0.085),
    ...skate(toe),
  ];
  const tail: Coat = {
    perM2: 1_400_000,
    lie: ([, y], n) => [n[0] * 0.3, -0.8 + n[1] * 0.2 - 4 * y, -0.7],
    length: () => 0.15,
    wild: 0.2,
    curl: 0.4,
    hang: 0.7,
    thick: 0.0006,
    colour: (_p, own) => [0.1 + 0.16 * own, 0.05 + 0.09 * own, 0.02 + 0.04 * own],
    gloss: 0.3,
    tuft: 0.012,
  };
  return [
    { name: 'farArm', things: arm('far'), moves: 1, limb: true },
    { name: 'farLeg', things: leg('far', within(standing(ankles.far), turned([0, 0, 0], 1.3, 0.75))), moves: 1, limb: true },
    {
      name: 'body',
      things: [
        ...coatBody(body, { lean: 0.04, skirt: 0.1, material: jersey }).slice(0, 1),
        {
          pose: within(body, standing([0, 0, 0])),
          solid: (x, y, z) => egg(x, y + 0.05, z + 0.01, 0.165, 0.14, 0.14) - 0.004 * noise(20 * x, 20 * y, 20 * z),
          radius: 0.24,
          pace: 0.7,
          material: tights,
        },
        {
          pose: within(body, standing([0, 0.56, 0.05])),
          solid: (x, y, z) => rod(x, y, z, 0, -0.06, -0.02, 0, 0.07, 0.03, 0.055, 0.05),
          radius: 0.15,
          material: bare,
        },
        ...headOf(head, { beard: false, tone: [0.46, 0.29, 0.21], grey: 0 }),
        ...helmet(head),
        {
          pose: within(head, standing([0, -0.01, -0.105])),
          solid: (x, y, z) => egg(x, y, z, 0.03, 0.035, 0.025),
          radius: 0.04,
          material: hairStuff(0.5),
          coats: [tail],
        },
      ],
      moves: 1,
    },
    { name: 'nearLeg', things: leg('near', within(standing(ankles.near), turned([0, 0, 0], 1.2))), moves: 1 },
    { name: 'nearArm', things: arm('near'), moves: 1, limb: true },
  ];
}
