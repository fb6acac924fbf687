import { brick, brickWall, setts, stoneWall, timber } from '../material/building.ts';
import type { Material } from '../material/material.ts';
import { water } from '../material/water.ts';
import { chance, fractal, noise, step } from '../noise.ts';
import { bar, board, bollard, cask, coil, crate, lampPost, wire } from '../prop/props.ts';
import { box, carve, egg, type Solid } from '../solids.ts';
import type { Thing } from '../trace/thing.ts';
import { standing, turned, type Pose, type Vec } from '../vector.ts';
import type { Scene } from './scene.ts';

/** Where the quay ends and the harbour begins, m to the right. */
const EDGE = 1.35;

/** The quay after the market: wet setts, lamps, a boat at its mooring, nobody about. */
export function quay(): Scene {
  const street = setts(1);
  const coping = stoneWall(0.55);
  const posts = [-2.3, -8.2, -14, -21].map((z) => lampPost([EDGE - 0.32, 0, z], 4.5, 2.3));
  const facade: Pose = { at: [-2.3, 0, 0], x: [0, 0, -1], y: [0, 1, 0], z: [1, 0, 0] };
  const still: Thing[] = [
    {
      pose: standing([0, 0, 0]),
      radius: 90,
      pace: 0.62,
      material: street.material,
      solid: (x, y, z) => Math.max(street.solid(x, y, z), x - EDGE + 0.4),
      plain: (x, y) => Math.max(y + 0.02, x - EDGE + 0.4),
    },
    {
      // Dressed stones along the edge, seen from above.
      pose: { at: [EDGE - 0.22, 0.015, 0], x: [0, 0, -1], y: [-1, 0, 0], z: [0, 1, 0] },
      solid: (x, y, z) =>
        Math.max(coping.solid(x, y + 0.275, 0.6 * z - 0.02), Math.abs(y) - 0.26 - 0.01 * noise(2 * x, 5, 1), -z - 2.2),
      plain: (_x, y, z) => Math.max(z, Math.abs(y) - 0.24),
      radius: 90,
      pace: 0.6,
      material: coping.material,
    },
    { pose: standing([0, -0.75, 0]), radius: 90, pace: 0.8, ...water(1.3) },
    {
      pose: facade,
      solid: withOpenings(brickWall),
      plain: (_x, _y, z) => z + 0.03,
      radius: 90,
      pace: 0.65,
      material: brick([0.23, 0.12, 0.08]),
    },
    ...[0, 1, 2, 3, 4].flatMap((i) => windowAt(i, facade)),
    ...posts.flatMap(({ things }) => things),
    bollard(standing([EDGE - 0.3, 0.02, 0.95])),
    bollard(standing([EDGE - 0.3, 0.02, -4.3])),
    ...boat(turned([2.55, -0.7, -1.9], 0.08)),
    ...wire([EDGE - 0.2, 0.4, 0.95], [2.3, -0.2, -0.15], 0.14, 0.012).things,
    ...coil(standing([0.5, 0.02, -0.55]), 0.24, 3),
    ...cask(standing([-1.72, 0.02, -1.35])),
    ...cask(turned([-1.95, 0.02, -0.62], 0.5), 0.7),
    ...crate(turned([-1.78, 0.02, -2.5], 1.45), false, 3),
    ...crate(turned([-1.8, 0.3, -2.5], 1.62), true, 5),
    farSide(),
  ];
  return {
    still,
    parts: [],
    lighting: {
      lamps: [
        ...posts.map(({ lamp }) => lamp),
        // A lamp behind the camera, and the glow of the town on the clouds.
        { at: [-0.9, 3.2, 5.2], light: [5, 3.1, 1.5], radius: 0.15 },
        { at: [7, 9, 4], light: [3.4, 4.4, 6.4], radius: 3 },
        { at: [-1.95, 1.7, -3.1], light: [0.9, 0.55, 0.24], radius: 0.4 },
      ],
      ambient: ([nx, ny]) => {
        const [up, right] = [0.5 + 0.5 * ny, 0.5 + 0.5 * nx];
        return [0.028 + 0.018 * up + 0.02 * right, 0.027 + 0.024 * up + 0.02 * right, 0.032 + 0.04 * up + 0.022 * right];
      },
      beyond: ([dx, dy, dz]) => {
        const up = Math.max(0, dy);
        const cloud = Math.max(0, 0.5 + fractal((2.2 * dx) / (up + 0.25), 3, (2.2 * dz) / (up + 0.25), 5));
        const glow = Math.exp(-5 * up);
        return [
          0.012 + 0.05 * glow * cloud + 0.006 * cloud,
          0.016 + 0.034 * glow * cloud + 0.01 * cloud,
          0.03 + 0.026 * glow * cloud + 0.018 * cloud,
        ];
      },
    },
    camera: { across: 0.25, distance: 3.6, height: 1.55, middle: [0.25, 1.24, 0], width: 3.7 },
    look: { x: 0.46, y: 0.233 },
    closeRound: { x: 0.478, y: 0.278 },
    backgroundTimes: 1.5,
    tone: 0.18,
    backgroundStops: 0,
    exposure: 4.5,
  };
}

/** Middle along the wall of the i-th window, m ahead of the subject's plane. */
const windowX = (i: number): number => 1.1 + 2.9 * i;
const SILL = 0.95;
const TALL = 1.35;
const WIDE = 0.42;

const withOpenings =
  (wall: Solid): Solid =>
  (x, y, z) => {
    const i = Math.round((x - 1.1) / 2.9);
    return carve(wall(x, y, z), -box(x - windowX(i), y - SILL - TALL / 2, z, WIDE, TALL / 2, 0.12, 0.01), 0.01);
  };

function windowAt(i: number, facade: Pose): Thing[] {
  const middle: Vec = [windowX(i), SILL + TALL / 2, -0.07];
  const lit = [1.6, 0.12, 1.3, 0.8, 0.5][i]!;
  const place = ([x, y, z]: Vec): Pose => ({
    ...facade,
    at: [facade.at[0] + middle[2] + z, middle[1] + y, -(middle[0] + x)],
  });
  const sash = timber([0.2, 0.14, 0.09], [0.22, 0.21, 0.18]);
  const pane: Material = {
    look([x, y]) {
      if (lit === 0) return { albedo: [0.01, 0.012, 0.014], wet: 1, gloss: [[0.6, 500]] };
      const fold = 0.72 + 0.2 * Math.sin(60 * x + 6 * noise(3 * x, 2 * y, i)) + 0.16 * fractal(20 * x, 6 * y, i, 4);
      const figure =
        step(0.13, 0.11, Math.hypot(x - 0.1, 0.7 * (y - 0.05))) + step(0.3, 0.27, Math.hypot(x - 0.1, 0.55 * (y + 0.62)));
      const strength = lit * fold * (0.55 + 0.45 * step(0.8, -0.3, y)) * (1 - (i === 2 ? 0.75 * Math.min(1, figure) : 0));
      return { albedo: [0, 0, 0], glow: [strength, 0.6 * strength, 0.26 * strength] };
    },
  };
  return [
    {
      pose: place([0, 0, 0]),
      solid: (x, y, z) => box(x, y, z, WIDE, TALL / 2, 0.01, 0),
      radius: 0.85,
      material: pane,
      glows: true,
    },
    ...[-1, 0, 1].map((k) => board(place([k * (WIDE - 0.02), 0, 0.03]), [0.02, TALL / 2, 0.02], sash)),
    ...[-1, -0.33, 0.33, 1].map((k) => board(place([0, k * (TALL / 2 - 0.02), 0.03]), [WIDE, 0.018, 0.018], sash)),
    board(place([0, -TALL / 2 - 0.05, 0.17]), [WIDE + 0.08, 0.04, 0.1], sash),
  ];
}

/** A clinker-built rowing boat, its bow towards z. */
function boat(pose: Pose): Thing[] {
  const outer = (x: number, y: number, z: number): number => egg(x, y - 0.34, z, 0.66 - 0.06 * z, 0.52, 2.1);
  const hull: Solid = (x, y, z) => {
    const lap = (y + 0.1) / 0.085;
    const strake = 0.012 * (1 - (lap - Math.floor(lap)));
    const sheer = 0.34 + 0.045 * z * z;
    return Math.max(carve(outer(x, y, z) - strake, -outer(x, y, z) - 0.03, 0.01), y - sheer) * 0.85;
  };
  const planks = timber([0.26, 0.17, 0.095], [0.045, 0.12, 0.15]);
  const along: Material = {
    ...planks,
    relief: (x, y, z) => planks.relief!(z, y + 0.35, x),
    look: ([x, y, z], n) => {
      const sheer = y > 0.27 + 0.045 * z * z;
      const found = planks.look([z, 0.25 + 0.02 * Math.floor((y + 0.1) / 0.085), x], n);
      return sheer ? { ...found, albedo: [0.42, 0.39, 0.32] } : found;
    },
  };
  const bare = timber([0.3, 0.2, 0.11]);
  const thwart = (z: number): Thing =>
    board({ ...pose, at: [pose.at[0] + z * pose.z[0], pose.at[1] + 0.2, pose.at[2] + z * pose.z[2]] }, [0.6, 0.018, 0.11], bare);
  return [
    { pose, solid: hull, middle: [0, 0.2, 0], radius: 2.25, pace: 0.75, material: along },
    thwart(-0.8),
    thwart(0.1),
    thwart(0.95),
    bar(
      [pose.at[0] - 0.2, pose.at[1] + 0.27, pose.at[2] - 1.3],
      [pose.at[0] + 0.1, pose.at[1] + 0.3, pose.at[2] + 1.4],
      0.022,
      bare,
    ),
  ];
}

/** Width of the houses across the harbour, m, and where windows stand in them: columns from their side, rows from the water up. */
const HOUSE = 4.2;
const BAY = 0.95;
const STOREY = 1.25;
const FIRST_ROW = 0.2;

/** The i-th house across the harbour: how high its eaves and its ridge are, m, and where its chimney stands, as a share of its width. */
function houseOver(i: number): { eaves: number; ridge: number; chimney: number } {
  const ridge = 3.2 + 3.4 * chance(i, 4, 2);
  return { ridge, eaves: ridge - (chance(i, 6, 2) > 0.4 ? 1.5 : 0.2), chimney: 0.2 + 0.6 * chance(i, 7, 2) };
}

/** Houses across the harbour, some of their windows lit. */
function farSide(): Thing {
  const half = HOUSE / 2;
  const house = (i: number, x: number, y: number, z: number): number => {
    const { eaves, ridge, chimney } = houseOver(i);
    const off = Math.abs(x - i * HOUSE - half);
    const [rise, slant] = [(ridge - eaves) / half, Math.hypot(1, (ridge - eaves) / half)];
    const body = Math.max(off - half, (y - ridge + rise * off) / slant, Math.abs(z) - 1);
    return Math.min(body, box(x - (i + chimney) * HOUSE, y - ridge + 0.25, z - 0.4, 0.24, 0.75, 0.3, 0.01));
  };
  return {
    pose: standing([6, 0, -46]),
    solid: (x, y, z) => {
      // Its neighbours too, or a ray would run past a wall higher than what it comes from.
      const i = Math.floor(x / HOUSE);
      return Math.min(house(i - 1, x, y, z), house(i, x, y, z), house(i + 1, x, y, z));
    },
    radius: 60,
    pace: 0.9,
    material: {
      look([x, y, z], [, up, ahead]) {
        const i = Math.floor(x / HOUSE);
        const { eaves } = houseOver(i);
        const [u, v] = [(x - i * HOUSE - (HOUSE - 4 * BAY) / 2) / BAY, (y - FIRST_ROW) / STOREY];
        const [column, row] = [Math.floor(u), Math.floor(v)];
        const isWindow = ahead > 0.9 && column >= 0 && column < 4 && row >= 0 && (row + 0.85) * STOREY + FIRST_ROW < eaves;
        const [fx, fy] = [u - column, v - row];
        if (isWindow && fx > 0.3 && fx < 0.72 && fy > 0.3 && fy < 0.8) {
          // Frames and a glazing bar stand before the light; curtains dim some of it.
          const isBar =
            fx < 0.33 || fx > 0.69 || fy < 0.33 || fy > 0.775 || Math.abs(fx - 0.51) < 0.014 || Math.abs(fy - 0.6) < 0.011;
          const own = chance(column + 4 * i, row, 9);
          if (isBar) return { albedo: [0.14, 0.13, 0.12] };
          if (own <= 0.72) return { albedo: [0.01, 0.012, 0.014], wet: 1, gloss: [[0.5, 400]] };
          const drawn = step(0.16, 0.11, Math.min(fx - 0.3, 0.72 - fx)) * chance(column + 4 * i, row, 3);
          const lit = 6 * (own - 0.68) * (0.5 + 0.5 * step(0.85, 0.35, fy)) * (1 - 0.7 * drawn);
          return { albedo: [0, 0, 0], glow: [lit, (0.5 + 0.2 * own) * lit, 0.28 * lit] };
        }
        const uneven = 1 + fractal(2 * x, 3 * y, 4 + z, 4);
        // Slates in rows on the roofs, courses of plaster and brick below.
        const [wall, tint] =
          up > 0.3
            ? [0.035 * (0.8 + 0.3 * step(0.3, 0.5, Math.abs(6 * y - Math.round(6 * y)))), 1.15]
            : [0.03 + 0.05 * chance(i, 8, 5), 0.84];
        return { albedo: [wall * uneven, 0.95 * wall * uneven, tint * wall * uneven] };
      },
    },
  };
}
