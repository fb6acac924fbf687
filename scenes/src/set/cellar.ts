import { boot, clothed, coatBody, fist, headOf, OLIVE_SKIN, shirtCollar, STUFF, within } from '../figure/person.ts';
import { brick, brickWall, timber } from '../material/building.ts';
import { woven } from '../material/cloth.ts';
import { skin } from '../material/living.ts';
import type { Material } from '../material/material.ts';
import { fractal, noise, step } from '../noise.ts';
import { kit, stick } from '../prop/drums.ts';
import { board, bulbString, cask } from '../prop/props.ts';
import { box } from '../solids.ts';
import type { Thing } from '../trace/thing.ts';
import { along, minus, outOf, standing, turned, unit, type Pose, type Vec } from '../vector.ts';
import type { Scene } from './scene.ts';

const STOOL: Vec = [0, 0, -0.42];

/** The cellar under the boathouse: a drummer between two beats, a curtain behind, one lamp warm and one cold. */
export function cellar(): Scene {
  const bulbs = bulbString([-2.4, 2.25, -1.55], [2.4, 2.2, -1.5], 0.16, 15, 0.05, 5);
  const still: Thing[] = [
    floor(),
    rug(),
    curtain(),
    {
      pose: standing([0, 0.02, -2.1]),
      solid: brickWall,
      plain: (_x, _y, z) => z + 0.02,
      radius: 30,
      pace: 0.65,
      material: brick([0.2, 0.12, 0.09]),
    },
    ...bulbs.things,
    ...cask(turned([1.5, 0, -1.3], 0.8), 0.82),
    ...speaker([-1.5, 0, -1.1]),
  ];
  return {
    still,
    parts: player(),
    lighting: {
      lamps: [
        ...bulbs.lamps,
        // A warm lamp over the front, a cold one behind, the glow of the room.
        { at: [-1.7, 2.7, 2.2], light: [9.6, 6, 3], radius: 0.14 },
        { at: [1.9, 2.6, -1.0], light: [2, 4.2, 8.4], radius: 0.14 },
        { at: [-1.8, 2.4, -0.9], light: [3.6, 1.5, 0.8], radius: 0.14 },
        { at: [1.6, 1.4, 3.4], light: [1.5, 1, 0.66], radius: 0.8 },
      ],
      ambient: ([nx, ny]) => {
        const [down, right] = [0.5 - 0.5 * ny, 0.5 + 0.5 * nx];
        return [0.03 + 0.012 * right + 0.016 * down, 0.024 + 0.016 * right + 0.01 * down, 0.024 + 0.03 * right + 0.006 * down];
      },
      beyond: ([, dy, dz]) => (dz > 0.2 ? [0.06 + 0.05 * dy, 0.04 + 0.03 * dy, 0.026 + 0.02 * dy] : [0.01, 0.008, 0.008]),
    },
    camera: { across: 0.2, distance: 5, height: 1.35, middle: [0.02, 0.99, 0], width: 2.35 },
    look: { x: 0.017, y: 1.339 },
    closeRound: { x: 0.03, y: 1.31 },
    backgroundTimes: 1.3,
    tone: 0.18,
    backgroundStops: -1,
    exposure: 1.3,
  };
}

/** Boards that run along x, seen from above. */
function floor(): Thing {
  const wood = timber([0.2, 0.13, 0.08], null, 0.16);
  return {
    pose: standing([0, 0, 0]),
    solid: (_x, y) => y,
    radius: 40,
    material: {
      grainM: 0.0015,
      relief: (x, _y, z) =>
        wood.relief!(x, z, 0.3) - 0.003 * step(0.004, 0.001, Math.abs(z / 0.16 - Math.round(z / 0.16)) * 0.16),
      look: ([x, , z], n) => {
        const found = wood.look([x, z, 0.3], n);
        const gap = 1 - 0.8 * step(0.005, 0.001, Math.abs(z / 0.16 - Math.round(z / 0.16)) * 0.16);
        const [r, g, b] = found.albedo;
        return { ...found, albedo: [r * gap, g * gap, b * gap], wet: 0.25 };
      },
    },
  };
}

/** A worn carpet with a border and lozenges. */
function rug(): Thing {
  return {
    pose: turned([0, 0.006, -0.05], 0.06),
    solid: (x, y, z) => box(x, y, z, 1.15, 0.008, 0.75, 0.004) * 0.8 - 0.002 * noise(14 * x, 1, 14 * z),
    radius: 1.4,
    pace: 0.8,
    material: {
      grainM: 0.0018,
      relief: (x, _y, z) => 0.0016 * noise(220 * x, 2, 220 * z) + 0.0012 * Math.sin(1200 * z),
      look([x, , z]) {
        const edge = Math.min(1.15 - Math.abs(x), 0.75 - Math.abs(z));
        const lozenge = Math.abs(((x / 0.24 + 90) % 1) - 0.5) + Math.abs(((z / 0.3 + 90) % 1) - 0.5);
        const tone: Vec =
          edge < 0.05
            ? [0.03, 0.035, 0.07]
            : edge < 0.12
              ? [0.36, 0.28, 0.17]
              : lozenge < 0.22
                ? [0.3, 0.22, 0.12]
                : lozenge < 0.36
                  ? [0.05, 0.06, 0.1]
                  : [0.2, 0.035, 0.03];
        const pile =
          (1 + 0.4 * noise(260 * x, 3, 260 * z) + 0.4 * fractal(7 * x, 4, 7 * z, 4)) * (0.8 + 0.2 * Math.sin(1200 * z));
        return { albedo: [tone[0] * pile, tone[1] * pile, tone[2] * pile], fuzz: 0.6 };
      },
    },
  };
}

/** A heavy curtain in folds, drawn over most of the wall. */
function curtain(): Thing {
  const cloth = woven([0.1, 0.026, 0.028], 0.0026);
  const at = (x: number, y: number): number =>
    0.06 * Math.sin(17 * x + 1.2 * noise(1.3 * x, 0.5 * y, 2) + 0.15 * y) +
    0.025 * Math.sin(41 * x + 3 * noise(3 * x, y, 5)) +
    0.012 * noise(9 * x, 3 * y, 1);
  return {
    pose: standing([-0.35, 0, -1.75]),
    solid: (x, y, z) => Math.max((Math.abs(z - at(x, y)) - 0.006) * 0.55, Math.abs(x) - 1.5, y - 2.15, 0.03 - y),
    middle: [0, 1.1, 0],
    radius: 1.95,
    pace: 0.8,
    material: {
      ...cloth,
      look: (p, n) => ({ ...cloth.look([p[0], p[1], 0.4], n), fuzz: 1.2 }),
      relief: (x, y) => cloth.relief!(x, y, 0.4),
    },
  };
}

/** A loudspeaker's cabinet: boards, and cloth over its front. */
function speaker([x, , z]: Vec): Thing[] {
  const hide: Material = {
    relief: (px, py, pz) => 0.0007 * noise(240 * px, 240 * py, 240 * pz),
    look: ([px, py, pz]) => {
      const rub = step(0.25, 0.45, fractal(9 * px, 9 * py, 9 * pz, 4));
      const k = 0.03 + 0.12 * rub;
      return { albedo: [k, 0.86 * k, 0.7 * k], gloss: [[0.04, 22]] };
    },
  };
  const grille = woven([0.32, 0.25, 0.13], 0.006, 0.02);
  const pose = turned([x, 0.36, z], 0.35);
  return [
    {
      pose,
      solid: (px, py, pz) => Math.max(box(px, py, pz, 0.32, 0.36, 0.18, 0.02), -box(px, py, pz - 0.2, 0.28, 0.32, 0.06, 0.01)),
      radius: 0.53,
      pace: 0.9,
      material: hide,
    },
    {
      pose: within(pose, standing([0, 0, 0.145])),
      solid: (px, py, pz) => box(px, py, pz + 0.01 * Math.cos(9 * px) * Math.cos(8 * py), 0.28, 0.32, 0.006, 0.004),
      radius: 0.44,
      pace: 0.9,
      material: { ...grille, look: ([a, b], n) => grille.look([a, b, 0.5], n) },
    },
    board(within(pose, standing([0, 0.375, 0])), [0.07, 0.012, 0.02], timber([0.05, 0.04, 0.03])),
  ];
}

function player(): Scene['parts'] {
  const body = turned([STOOL[0], 0.64, STOOL[2]], 0.06, 0.12);
  const p = (v: Vec): Vec => outOf(body, v);
  const head = turned(p([0.0, 0.705, 0.07]), 0.42, -0.02, -0.06);
  const bare = skin(OLIVE_SKIN);
  const shirt = woven([0.5, 0.47, 0.42], 0.0014);
  const vest = woven([0.05, 0.055, 0.075], 0.0022);
  const trousers = STUFF.darkDrill;
  const shoulders = { right: p([-0.185, 0.465, 0]), left: p([0.185, 0.465, 0]) };
  const elbows = { right: [-0.43, 0.9, -0.3] as Vec, left: [0.47, 1.05, -0.38] as Vec };
  const wrists = { right: [-0.39, 1.06, -0.09] as Vec, left: [0.46, 1.33, -0.22] as Vec };
  const arm = (side: 'right' | 'left', aim: Vec): Thing[] => {
    const [elbow, wrist] = [elbows[side], wrists[side]];
    const way = unit(minus(wrist, elbow));
    const butt = along(wrist, way, 0.062);
    const out = unit(minus(aim, butt));
    // The stick lies across the closed hand.
    const across: Pose = { at: along(wrist, way, -0.005), ...axes(way, out) };
    return [
      clothed(shoulders[side], elbow, [0.092, 0.066], shirt),
      clothed(along(elbow, way, -0.02), along(elbow, way, 0.05), [0.064, 0.058], shirt),
      clothed(along(elbow, way, 0.02), wrist, [0.047, 0.031], bare),
      fist(across, bare),
      stick(along(along(butt, out, -0.13), across.z, 0.02), along(along(butt, out, 0.27), across.z, 0.02)),
    ];
  };
  const leg = (side: 1 | -1): Thing[] => {
    const [knee, ankle]: [Vec, Vec] = [[side * 0.3, 0.56, -0.04], [side * 0.27, 0.13, 0.02]];
    return [
      clothed(p([side * 0.1, 0, 0]), knee, [0.1, 0.074], trousers),
      clothed(knee, ankle, [0.072, 0.056], trousers),
      ...boot(turned(ankle, side * 0.25), STUFF.boots),
    ];
  }; // prettier-ignore
  return [
    {
      name: 'body',
      things: [
        ...leg(1),
        ...leg(-1),
        ...coatBody(body, { lean: 0.02, skirt: 0.06, material: vest }),
        shirtCollar(body, shirt),
        ...headOf(head, { grey: 0.3, tone: [0.45, 0.28, 0.2], beard: false, crown: 0.05 }),
      ],
      moves: 1,
    },
    { name: 'left', things: arm('left', [0.22, 1.72, -0.12]), moves: 1, limb: true },
    { name: 'right', things: arm('right', [-0.5, 1.07, 0.2]), moves: 0.6, limb: true },
    { name: 'kit', things: kit(standing(STOOL), [0.3, 0.03, 0.035]), moves: 0 },
  ];
}

/** Axes of a hand whose fingers point along a way and hold something that lies another way. */
function axes(way: Vec, held: Vec): Omit<Pose, 'at'> {
  const z = unit([way[1] * held[2] - way[2] * held[1], way[2] * held[0] - way[0] * held[2], way[0] * held[1] - way[1] * held[0]]);
  const x: Vec = [way[1] * z[2] - way[2] * z[1], way[2] * z[0] - way[0] * z[2], way[0] * z[1] - way[1] * z[0]];
  return { x, y: way, z };
}
