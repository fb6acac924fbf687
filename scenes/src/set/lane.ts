import { bystander } from '../figure/bystander.ts';
import { boot, clothed, headOf, STUFF, within } from '../figure/person.ts';
import { brick, brickWall, setts } from '../material/building.ts';
import { woven } from '../material/cloth.ts';
import { skin } from '../material/living.ts';
import { lettering } from '../material/paper.ts';
import type { Material } from '../material/material.ts';
import { chance, fractal, noise, step } from '../noise.ts';
import { bulbString, cask, lampPost, wallLantern } from '../prop/props.ts';
import { box, egg, melt, rod, type Solid } from '../solids.ts';
import type { Thing } from '../trace/thing.ts';
import { outOf, standing, turned, type Pose, type Vec } from '../vector.ts';
import type { Scene } from './scene.ts';

const TONE: Vec = [0.36, 0.22, 0.155];

/** The lantern run: a runner comes straight on down a lane between brick houses, the finish tape not far. */
export function lane(): Scene {
  const street = setts(0.55);
  const left = wallLantern([-2.0, 2.5, -2.2], 2.6);
  const post = lampPost([2.15, 0, -4.6], 3.4);
  const strings = [-1.6, -4.2, -7].map((z, i) => bulbString([-2.4, 3.1, z], [2.4, 3.0 + 0.1 * i, z - 0.4], 0.3, 13, 0.09, 13));
  const bricks = brick([0.25, 0.135, 0.09]);
  const house = (x: number, turn: number): Thing => ({
    pose: turned([x, 0, -4], turn),
    solid: brickWall,
    plain: (_x, _y, z) => z + 0.02,
    radius: 30,
    pace: 0.65,
    material: bricks,
  });
  const still: Thing[] = [
    { pose: standing([0, 0, 0]), radius: 60, pace: 0.62, ...street },
    house(-2.35, Math.PI / 2 - 0.1),
    house(2.5, -Math.PI / 2 + 0.1),
    ...[-1, 1].flatMap((side) => [1.4, -1.6, -5].flatMap((z, i) => window(side, z + (side > 0 ? 0.9 : 0), chance(i, side + 2, 4) > 0.35))),
    ...left.things,
    ...post.things,
    ...strings.flatMap((string) => string.things),
    ...cask(standing([-1.75, 0, -0.9])),
    ...cask(turned([-1.85, 0, -2.1], 1.2), 0.7),
    ...onlookers(),
    // The end of the lane.
    { pose: standing([0, 0, -10.5]), solid: brickWall, plain: (_x, _y, z) => z + 0.02, radius: 30, pace: 0.65, material: bricks },
    ...[-0.85, 0.75].flatMap((x) => pane(standing([x, 1.9, -10.47]), true, x)),
  ]; // prettier-ignore
  return {
    still,
    parts: runner(),
    lighting: {
      lamps: [
        left.lamp,
        post.lamp,
        ...strings.flatMap((string) => string.lamps),
        { at: [-1.7, 3.0, 3.2], light: [13, 8.6, 4.4], radius: 0.25 },
        { at: [2.6, 2.7, 1.6], light: [6.4, 4.3, 2.2], radius: 0.3 },
        { at: [0.1, 2.7, -8.6], light: [11, 7, 3.3], radius: 0.3 },
        { at: [0.4, 5, -1.4], light: [3, 3.8, 5], radius: 0.8 },
      ],
      ambient: ([nx, ny]) => {
        const [up, left2] = [0.5 + 0.5 * ny, 0.5 - 0.5 * nx];
        return [0.042 + 0.022 * left2 + 0.02 * up, 0.038 + 0.016 * left2 + 0.026 * up, 0.038 + 0.01 * left2 + 0.04 * up];
      },
      beyond: ([, dy]) => (dy > 0 ? [0.014, 0.02, 0.034] : [0.02, 0.016, 0.012]),
    },
    camera: { across: 0.05, distance: 5.2, height: 1.25, middle: [0, 1.02, 0], width: 3.05 },
    look: { x: 0.01, y: 1.659 },
    closeRound: { x: 0, y: 1.66 },
    backgroundTimes: 1.7,
    tone: 0.18,
    backgroundStops: 0,
    exposure: 1.3,
  };
}

/** A sash window in a side wall, lit or dark, with its stone sill. */
function window(side: number, z: number, lit: boolean): Thing[] {
  const turn = side > 0 ? -Math.PI / 2 + 0.1 : Math.PI / 2 - 0.1;
  const wall: Pose = turned([side > 0 ? 2.5 : -2.35, 0, -4], turn);
  return pane(within(wall, standing([side * (z + 4), 1.75, 0])), lit, z);
}

function pane(pose: Pose, lit: boolean, own: number): Thing[] {
  const frame: Solid = (x, y, pz) => {
    const outer = box(x, y, pz, 0.42, 0.62, 0.04, 0.005);
    const pane = Math.max(Math.abs(Math.abs(x) - 0.19) - 0.165, Math.abs(Math.abs(y) - 0.29) - 0.265);
    return Math.max(outer, -Math.max(pane, -pz - 0.02));
  };
  return [
    { pose, solid: frame, radius: 0.78, pace: 0.9, material: { look: ([x, y]) => { const k = 0.4 * (1 + 0.4 * fractal(14 * x, 14 * y, 3, 4)); return { albedo: [k, 0.96 * k, 0.86 * k] }; } } },
    {
      pose,
      solid: (x, y, pz) => box(x, y, pz - 0.008, 0.4, 0.6, 0.006, 0.002),
      radius: 0.74,
      material: { look: ([x, y]) => {
        const blind = y > 0.2 + 0.1 * chance(Math.round(own * 9), 1, 2) ? 0.75 : 1;
        const fold = 1 + 0.3 * Math.sin(60 * x + 4 * noise(6 * x, 3 * y, own)) * (Math.abs(x) > 0.24 ? 1 : 0.15);
        const k = 0.9 * blind * fold * (1 - 0.35 * step(-0.2, -0.55, y));
        return lit ? { albedo: [0, 0, 0], glow: [k, 0.66 * k, 0.3 * k] } : { albedo: [0.01, 0.011, 0.013], wet: 1, gloss: [[0.4, 300]] };
      } },
    },
    { pose: within(pose, standing([0, -0.68, 0.05])), solid: (x, y, pz) => box(x, y, pz, 0.5, 0.055, 0.09, 0.01) - 0.003 * fractal(30 * x, 30 * y, 30 * pz, 3), radius: 0.53, pace: 0.9, material: { relief: (x, y, pz) => 0.003 * fractal(60 * x, 60 * y, 60 * pz, 4), look: ([x, y, pz]) => { const k = 0.22 * (1 + 0.7 * fractal(24 * x, 24 * y, 24 * pz, 5)); return { albedo: [k, 0.96 * k, 0.88 * k] }; } } },
  ];
} // prettier-ignore

/** Those who watch from the walls. */
const onlookers = (): Thing[] => [
  ...bystander([-1.62, 0, -2.7], 0.8, { coat: STUFF.greyTweed, cap: [0.25, 0.06, 0.05], beard: true }),
  ...bystander([1.72, 0, -2.5], -0.8, { coat: STUFF.brownTweed, cap: [0.3, 0.28, 0.22], shawl: [0.06, 0.1, 0.14], tone: [0.22, 0.13, 0.09] }),
  ...bystander([1.5, 0, -5.2], -0.7, { coat: STUFF.greyTweed, cap: [0.05, 0.07, 0.12] }),
]; // prettier-ignore

/** A singlet with a band across and a number cloth pinned on. */
const singlet: Material = (() => {
  const [blue, pale] = [woven([0.03, 0.07, 0.16], 0.0018), woven([0.52, 0.5, 0.45], 0.0018)];
  return {
    ...blue,
    look(p, n) {
      const [x, y, z] = p;
      const card = z > 0 && Math.max(Math.abs(x) - 0.105, Math.abs(y - 0.2) - 0.075) < 0;
      if (card) {
        const far = lettering('PA', (x + 0.07) / 0.06, (y - 0.155) / 0.06) * 0.06;
        const ink = step(0.0105, 0.008, far);
        const pin = step(0.005, 0.003, Math.hypot(Math.abs(x) - 0.095, Math.abs(y - 0.2) - 0.065));
        const k = 0.62 * (1 - 0.93 * ink) * (1 - 0.7 * pin) * (1 + 0.08 * fractal(60 * x, 60 * y, 3, 4));
        return { albedo: [k, 0.97 * k, 0.9 * k] };
      }
      const sash = Math.abs(y - 0.36 - 0.02 * Math.sin(9 * x)) < 0.028;
      return (sash ? pale : blue).look(p, n);
    },
  };
})();

/** The trunk in a singlet, its shoulders bare; own axes as a coat's. */
function trunk(pose: Pose): Thing[] {
  const chest: Solid = (x, y, z) => {
    let d = 0.85 * rod(x * 0.86, y, z * 1.25, 0, 0, 0, 0, 0.38, 0, 0.125, 0.148);
    d = melt(d, rod(Math.abs(x), y, z, 0.02, 0.47, -0.01, 0.1, 0.475, -0.01, 0.06, 0.05), 0.08);
    const folds = 0.006 * noise(9 * x + 2 * y, 11 * y - 4 * x, 9 * z) + 0.004 * Math.sin(40 * (y - 0.9 * Math.abs(x)) + 5 * noise(6 * x, 6 * y, 2)) * step(0.3, 0.05, y);
    return d - folds;
  };
  const bare: Solid = (x, y, z) => {
    let d = rod(Math.abs(x), y, z, 0.05, 0.47, -0.01, 0.17, 0.455, -0.005, 0.058, 0.062);
    d = melt(d, rod(x, y, z, 0, 0.46, 0, 0, 0.63, 0.03, 0.062, 0.052), 0.06);
    return melt(d, rod(x, y, z, 0, 0.4, 0.01, 0, 0.48, 0.01, 0.1, 0.06), 0.04);
  };
  const shorts: Solid = (x, y, z) =>
    melt(rod(x * 0.85, y, z * 1.1, 0, 0.02, 0, 0, -0.06, 0, 0.135, 0.14), egg(x, y + 0.08, z, 0.16, 0.1, 0.13), 0.05) - 0.004 * noise(14 * x, 10 * y, 14 * z);
  return [
    { pose, solid: bare, radius: 0.36, middle: [0, 0.48, 0], pace: 0.8, material: skin(TONE) },
    { pose, solid: chest, radius: 0.42, middle: [0, 0.24, 0], pace: 0.65, material: singlet },
    { pose, solid: shorts, radius: 0.26, middle: [0, -0.04, 0], pace: 0.7, material: woven([0.035, 0.036, 0.04], 0.0016) },
  ];
} // prettier-ignore

/** A limb of muscle between two joints. @param swell where it is thickest and by how much, m */
function muscled(from: Vec, to: Vec, radii: readonly [number, number], swell: readonly [at: number, by: number]): Thing {
  const base = clothed(from, to, radii, skin(TONE));
  const long = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]);
  return {
    ...base,
    solid: (x, y, z) => {
      const bulge = swell[1] * Math.exp(-(((y / long - swell[0]) / 0.22) ** 2));
      return rod(x, y, z, 0, 0, 0, 0, long, 0, radii[0], radii[1]) - bulge - 0.0012 * noise(40 * x, 14 * y, 40 * z);
    },
    plain: (x, y, z) => rod(x, y, z, 0, 0, 0, 0, long, 0, radii[0], radii[1]),
    pace: 0.85,
  };
}

function runner(): Scene['parts'] {
  const body = turned([0, 0.95, 0], 0.12, 0.1, -0.03);
  const p = (v: Vec): Vec => outOf(body, v);
  const head = turned(p([0, 0.7, 0.06]), 0.1, 0.02);
  const cloth = woven([0.035, 0.036, 0.04], 0.0016);
  const shoe: Material = { ...woven([0.4, 0.12, 0.04], 0.003), grainM: 0.0012 };
  const arm = (side: 1 | -1, elbow: Vec, wrist: Vec): Thing[] => {
    const shoulder = p([side * 0.19, 0.45, 0]);
    return [
      muscled(shoulder, elbow, [0.056, 0.042], [0.45, 0.008]),
      muscled(elbow, wrist, [0.042, 0.028], [0.25, 0.007]),
      // A loose fist.
      {
        pose: standing(wrist),
        solid: (x, y, z) => {
          let d = egg(x, y - 0.035, z - 0.02, 0.034, 0.046, 0.038);
          for (let i = 0; i < 4; i++) d = melt(d, rod(x, y, z, -0.026 + 0.017 * i, 0.055, 0.035, -0.024 + 0.016 * i, 0.02, 0.052, 0.0105), 0.006);
          d = melt(d, rod(x, y, z, side * -0.03, 0.02, 0.02, side * -0.022, 0.055, 0.046, 0.012, 0.01), 0.006);
          return d - 0.0006 * noise(160 * x, 160 * y, 160 * z);
        },
        middle: [0, 0.03, 0.02],
        radius: 0.1,
        pace: 0.8,
        material: skin(TONE),
      },
    ];
  };
  const leg = (side: 1 | -1, knee: Vec, ankle: Vec, toe: number): Thing[] => {
    const hip = p([side * 0.09, -0.03, 0]);
    const mid: Vec = [hip[0] + 0.45 * (knee[0] - hip[0]), hip[1] + 0.45 * (knee[1] - hip[1]), hip[2] + 0.45 * (knee[2] - hip[2])];
    return [
      clothed(hip, mid, [0.108, 0.105], cloth),
      muscled(hip, knee, [0.088, 0.056], [0.4, 0.012]),
      muscled(knee, ankle, [0.05, 0.036], [0.28, 0.014]),
      ...boot(turned(ankle, side * 0.08, toe), shoe),
    ];
  };
  return [
    { name: 'backLeg', things: leg(1, [0.1, 0.5, 0.06], [0.1, 0.34, -0.36], 1.1), moves: 1, limb: true },
    { name: 'backArm', things: arm(-1, [-0.36, 1.16, -0.2], [-0.33, 0.99, 0.02]), moves: 1, limb: true },
    {
      name: 'body',
      things: [
        ...trunk(body),
        ...headOf(head, { beard: false, grey: 0.1, tone: TONE, crown: 0.025 }),
      ],
      moves: 1,
    },
    { name: 'foreLeg', things: leg(-1, [-0.1, 0.62, 0.4], [-0.09, 0.2, 0.3], -0.25), moves: 1, limb: true },
    { name: 'foreArm', things: arm(1, [0.33, 1.14, -0.06], [0.16, 1.26, 0.2]), moves: 1, limb: true },
  ];
} // prettier-ignore
