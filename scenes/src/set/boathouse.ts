import { clothed, coatBody, fist, flatCap, headOf, OLIVE_SKIN, shirtCollar, STUFF, within } from '../figure/person.ts';
import { timber } from '../material/building.ts';
import { tweed, woven } from '../material/cloth.ts';
import { skin } from '../material/living.ts';
import type { Material } from '../material/material.ts';
import { chance, fractal, noise, step } from '../noise.ts';
import { bar, board, bulb, wire } from '../prop/props.ts';
import { trumpet } from '../prop/trumpet.ts';
import { box, drum, melt, rod, type Solid } from '../solids.ts';
import type { Thing } from '../trace/thing.ts';
import { along, cross, minus, outOf, standing, times, turned, unit, type Pose, type Vec } from '../vector.ts';
import type { Scene } from './scene.ts';

const TUNGSTEN: Vec = [1, 0.6, 0.27];

/** The Boathouse quintet: a trumpeter among tarred boards and hung oars, under tungsten lamps. */
export function boathouse(): Scene {
  const tarred = timber([0.085, 0.058, 0.036]);
  const rafters = timber([0.13, 0.085, 0.05]);
  const lampAt: Vec[] = [[-0.78, 2.06, -0.75], [0.62, 2.12, -0.95], [1.02, 1.98, -0.6]]; // prettier-ignore
  const still: Thing[] = [
    ...Array.from({ length: 16 }, (_, i): Thing => ({
      ...board(standing([i, 0, 0]), [1.6, 0.088, 0.02], tarred),
      pose: { at: [-1.5 + 0.183 * i, 1.2, -1.5 + 0.012 * chance(i, 2, 7)], x: [0, 1, 0], y: [-1, 0, 0], z: [0, 0, 1] },
    })),
    board(standing([0, 2.2, -1.42]), [2, 0.08, 0.07], rafters),
    board(standing([0, 0.9, -1.44]), [2, 0.06, 0.05], rafters),
    ...oar([-0.72, 0.2, -1.36], 0.1),
    ...oar([-0.42, 0.25, -1.34], 0.07),
    ...shelf(),
    ...lampAt.flatMap((at) => [
      ...bulb(at, 0.034, TUNGSTEN, 14),
      shade(at),
      ...wire([at[0], 3, at[2]], [at[0], at[1] + 0.1, at[2]], 0).things,
    ]),
    ...musicStand(),
  ];
  return {
    still,
    parts: player(),
    lighting: {
      lamps: [
        ...lampAt.map(([x, y, z]) => ({ at: [x, y - 0.02, z] as Vec, light: times(TUNGSTEN, 0.62), radius: 0.06 })),
        // Two lamps over the front of the stage, and the glow of the room.
        { at: [1.7, 2.9, 2.1], light: times(TUNGSTEN, 10), radius: 0.16 },
        { at: [-1.9, 2.4, -0.5], light: times(TUNGSTEN, 4.2), radius: 0.14 },
        { at: [-2.2, 1.5, 3.6], light: [1.5, 1, 0.62], radius: 0.8 },
      ],
      ambient: ([nx, ny]) => {
        const [down, right] = [0.5 - 0.5 * ny, 0.5 + 0.5 * nx];
        return [0.03 + 0.03 * right + 0.03 * down, 0.021 + 0.019 * right + 0.017 * down, 0.015 + 0.01 * right + 0.008 * down];
      },
      beyond: ([, dy, dz]) => (dz > 0.2 ? [0.05 + 0.05 * dy, 0.034 + 0.03 * dy, 0.022 + 0.02 * dy] : [0.01, 0.007, 0.005]),
    },
    camera: { across: 0.13, distance: 6, height: 1.5, middle: [0.13, 1.53, 0], width: 1.62 },
    look: { x: -0.101, y: 1.743 },
    closeRound: { x: -0.11, y: 1.71 },
    backgroundTimes: 1.24,
    tone: 0.18,
    backgroundStops: -3,
    exposure: 1.25,
  };
}

function shade([x, y, z]: Vec): Thing {
  return {
    pose: standing([x, y + 0.055, z]),
    solid: (px, py, pz) => {
      const out = Math.hypot(px, pz);
      return Math.max(Math.abs(out - 0.03 - 1.15 * Math.max(0, 0.06 - py)) * 0.65 - 0.002, Math.abs(py) - 0.062);
    },
    radius: 0.2,
    pace: 0.7,
    glows: true,
    material: {
      look: ([, py], n) => ({ albedo: n[1] > 0 ? [0.03, 0.06, 0.05] : [0.5, 0.48, 0.42], gloss: [[0.08 + 0 * py, 40]] }),
    },
  };
}

/** An oar hung upright, its blade above. */
function oar(foot: Vec, roll: number): Thing[] {
  const pose = turned(foot, 0, 0, roll);
  const varnished = timber([0.36, 0.22, 0.1]);
  const painted = timber([0.3, 0.2, 0.11], [0.24, 0.045, 0.03]);
  const upright = (m: Material): Material => ({
    ...m,
    relief: (x, y, z) => m.relief!(y, x + 0.25, z),
    look: ([x, y, z], n) => m.look([y, x + 0.25, z], n),
  });
  return [
    { ...bar(pose.at, outOf(pose, [0, 1.4, 0]), 0.021, varnished) },
    {
      pose,
      solid: (x, y, z) => box(x, y - 1.66, z - 0.25 * x * x, 0.072 - 0.03 * step(1.6, 1.4, y), 0.3, 0.008, 0.007),
      middle: [0, 1.66, 0],
      radius: 0.34,
      pace: 0.8,
      material: upright(painted),
    },
  ];
}

/** A shelf of coiled line, tins and bottles. */
function shelf(): Thing[] {
  const wood = timber([0.15, 0.1, 0.06]);
  const things: Thing[] = [board(standing([0.75, 1.34, -1.38]), [0.52, 0.014, 0.11], wood)];
  for (let i = 0; i < 7; i++) {
    const [tall, wide] = [0.08 + 0.09 * chance(i, 4, 4), 0.028 + 0.022 * chance(i, 7, 5)];
    const glass = chance(i, 2, 9) > 0.5;
    const tone: Vec = [0.1 + 0.3 * chance(i, 1, 1), 0.1 + 0.15 * chance(i, 1, 2), 0.06 + 0.1 * chance(i, 1, 3)];
    things.push({
      pose: standing([0.32 + 0.14 * i, 1.354 + tall, -1.38 + 0.05 * (chance(i, 3, 3) - 0.5)]),
      solid: (x, y, z) =>
        glass
          ? melt(drum(x, y, z, wide, tall * 0.7, 0.01), drum(x, y - tall * 0.85, z, wide * 0.36, tall * 0.4, 0.004), 0.03)
          : drum(x, y, z, wide, tall, 0.004),
      radius: 2 * tall,
      material: glass
        ? { look: () => ({ albedo: [0.02, 0.035, 0.022], wet: 1, gloss: [[0.4, 300]] }) }
        : {
            relief: (x, y, z) => 0.001 * fractal(60 * x, 60 * y, 60 * z, 3),
            look: ([x, y, z]) => {
              const rust = step(0.05, 0.3, fractal(20 * x, 20 * y, 20 * z, 4));
              const band = Math.abs(y) < tall * 0.5 ? 1 : 0.5;
              return {
                albedo: [
                  tone[0] * band * (1 - 0.5 * rust) + 0.08 * rust,
                  tone[1] * band * (1 - 0.7 * rust),
                  tone[2] * band * (1 - 0.8 * rust),
                ],
                gloss: [[0.06, 30]],
              };
            },
          },
    });
  }
  return things;
}

function musicStand(): Thing[] {
  const pose = turned([0.9, 1.12, 0.02], -1.15, -0.5);
  const sheet: Material = {
    relief: (x, y) => 0.0012 * fractal(12 * x, 12 * y, 1, 3),
    look([x, y]) {
      const paper = 0.6 * (1 + 0.08 * fractal(40 * x, 40 * y, 3, 4));
      const staff = (y + 0.15) / 0.036;
      const line = ((staff - Math.floor(staff)) * 9) % 1;
      const inStaff = staff - Math.floor(staff) < 0.56 && Math.abs(x) < 0.2 && Math.abs(y) < 0.13;
      const note = chance(Math.floor(x / 0.011), Math.floor(staff), 3) > 0.45;
      const at = Math.hypot(
        ((x / 0.011) % 1) - 0.5 * Math.sign(x),
        (staff - Math.floor(staff) - 0.1 - 0.4 * chance(Math.floor(x / 0.011), Math.floor(staff), 5)) * 3.4,
      );
      const ink = inStaff && (line < 0.16 || (note && at < 0.34)) ? 0.86 : 0;
      return { albedo: [paper * (1 - ink), 0.94 * paper * (1 - ink), 0.8 * paper * (1 - ink)] };
    },
  };
  const desk: Solid = (x, y, z) => box(x, y, z, 0.24, 0.16, 0.004, 0.003);
  const black: Material = { look: () => ({ albedo: [0.02, 0.02, 0.022], gloss: [[0.06, 40]] }) };
  return [
    { pose, solid: desk, radius: 0.3, material: black },
    {
      pose: within(pose, standing([0, 0.005, 0.006])),
      solid: (x, y, z) => box(x, y, z, 0.215, 0.145, 0.0015, 0.001),
      radius: 0.27,
      material: sheet,
    },
    { ...bar(outOf(pose, [0, -0.1, -0.02]), [0.88, 0, 0], 0.012), material: black },
  ];
}

/** A hand whose fingers reach for points. @param knuckles from forefinger on  @param tips likewise */
function hand(wrist: Vec, knuckles: readonly Vec[], tips: readonly Vec[], thumb: readonly [Vec, Vec]): Thing {
  const solid: Solid = (x, y, z) => {
    let d = 1;
    const to = (p: Vec, q: Vec, a: number, b: number): number => rod(x, y, z, p[0], p[1], p[2], q[0], q[1], q[2], a, b);
    for (const [i, knuckle] of knuckles.entries()) {
      d = melt(d, to(wrist, knuckle, 0.017, 0.0105), 0.012);
      const tip = tips[i]!;
      const bend = along(times([knuckle[0] + tip[0], knuckle[1] + tip[1], knuckle[2] + tip[2]], 0.5), [0, 1, 0], 0.012);
      d = melt(melt(d, to(knuckle, bend, 0.0092, 0.0082), 0.006), to(bend, tip, 0.0082, 0.0068), 0.005);
    }
    return (
      melt(melt(d, to(wrist, thumb[0], 0.016, 0.011), 0.012), to(thumb[0], thumb[1], 0.0105, 0.0085), 0.006) -
      0.0006 * noise(200 * x, 200 * y, 200 * z)
    );
  };
  return { pose: standing([0, 0, 0]), solid, middle: knuckles[1]!, radius: 0.17, pace: 0.8, material: skin(OLIVE_SKIN) };
}

function player(): Scene['parts'] {
  const body = turned([-0.22, 1.0, -0.02], 1.12, 0, 0);
  const p = (v: Vec): Vec => outOf(body, v);
  const head = within(body, turned([0, 0.715, 0.075], 0.1, -0.1));
  const mouth = outOf(head, [0, -0.067, 0.098]);
  // The bell is raised a little, and turned towards the room.
  const way = unit([0.93, 0.1, 0.36]);
  const aside = unit(cross(way, [0, 1, 0]));
  const horn: Pose = { at: along(mouth, aside, -0.017), x: aside, y: way, z: cross(aside, way) };
  const h = (v: Vec): Vec => outOf(horn, v);
  const shirt = woven([0.6, 0.56, 0.5], 0.0012);
  const vest = tweed([0.03, 0.032, 0.04], [0.085, 0.085, 0.095], [[0.2, 0.1, 0.05], [0.1, 0.12, 0.16]]); // prettier-ignore
  const shoulders = [p([-0.2, 0.47, 0.0]), p([0.2, 0.47, 0.0])] as const;
  const elbows = [p([-0.29, 0.27, 0.25]), p([0.29, 0.24, 0.27])] as const;
  const buttons = [0, 1, 2].map((i) => h([0.002, 0.28 + 0.0265 * i, 0.062 - 0.01 * (i % 2)]));
  const knuckles = [0, 1, 2].map((i) => h([0.052, 0.272 + 0.021 * i, 0.074 - 0.006 * i]));
  const wrist = h([0.085, 0.2, 0.02]);
  const left = h([-0.06, 0.3, -0.1]);
  const grip: Pose = { at: left, x: horn.z, y: horn.x, z: unit(cross(horn.z, horn.x)) };
  return [
    {
      name: 'body',
      things: [
        clothed(shoulders[1], elbows[1], [0.075, 0.06], shirt),
        ...coatBody(body, { lean: 0.02, skirt: 0.1, material: vest, fuzz: [0.1, 0.1, 0.11] }),
        shirtCollar(body, shirt),
        ...headOf(head, { grey: 0.75, open: 0.15 }),
        ...flatCap(head, STUFF.brownTweed),
        clothed(shoulders[0], elbows[0], [0.082, 0.064], shirt),
      ],
      moves: 1,
    },
    {
      name: 'arms',
      things: [
        clothed(elbows[1], along(left, minus(elbows[1], left), 0.12), [0.056, 0.04], shirt),
        fist(grip, skin(OLIVE_SKIN)),
        ...trumpet(horn),
        clothed(elbows[0], along(wrist, minus(elbows[0], wrist), 0.06), [0.06, 0.036], shirt),
        hand(
          wrist,
          [...knuckles, h([0.055, 0.336, 0.05])],
          [...buttons, h([0.022, 0.366, 0.03])],
          [h([0.06, 0.24, -0.004]), h([0.018, 0.268, -0.006])],
        ),
      ],
      moves: 1,
      limb: true,
    },
  ];
}
