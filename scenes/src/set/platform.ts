import { bystander } from '../figure/bystander.ts';
import { STUFF, within } from '../figure/person.ts';
import { brick, brickWall, iron, stoneWall, timber } from '../material/building.ts';
import { bill, lettering } from '../material/paper.ts';
import type { Material } from '../material/material.ts';
import { cell, cells, chance, fractal, noise, step } from '../noise.ts';
import { board, bulb, crate, lampPost } from '../prop/props.ts';
import { ball, box, drum, egg, melt, rod, type Solid } from '../solids.ts';
import type { Lamp } from '../trace/light.ts';
import type { Thing } from '../trace/thing.ts';
import { outOf, standing, turned, type Pose, type Vec } from '../vector.ts';
import type { Scene } from './scene.ts';

/** Heights over the ground the camera stands on, m: the rails lie lower, before the platform opposite. */
const RAIL = -0.75;

/** The harbour station: the evening railcar draws in past the lamps. */
export function platform(): Scene {
  const lamps = [
    lampPost([-3.1, 0, 1.5], 3.2, 2.5),
    lampPost([3.6, RAIL + 0.7, -4.6], 3, 2.7),
    lampPost([-1.2, RAIL + 0.7, -4.7], 3, 2.7),
  ];
  const still: Thing[] = [
    pavement(),
    edge(),
    ballast(),
    ...[-0.3, -1.72].map(rail),
    farPlatform(),
    { pose: standing([0, RAIL + 0.7, -6.3]), solid: brickWall, plain: (_x, _y, z) => z + 0.02, radius: 40, pace: 0.65, material: brick([0.2, 0.115, 0.08]) },
    canopy(),
    ...lamps.flatMap((lamp) => lamp.things),
    ...notices(),
    ...crate(turned([-2.7, RAIL + 0.71, -4.4], 0.2), false, 5),
    ...bystander([2.0, RAIL + 0.7, -4.2], 0.6, { coat: STUFF.brownTweed, cap: [0.08, 0.1, 0.14], shawl: [0.3, 0.1, 0.05] }),
    ...bystander([3.6, RAIL + 0.7, -4.8], -0.5, { coat: STUFF.greyTweed, cap: [0.24, 0.06, 0.05], beard: true }),
    ...bystander([-3.05, 0, 0.6], 2.5, { coat: STUFF.greyTweed, cap: [0.26, 0.22, 0.12] }),
  ]; // prettier-ignore
  return {
    still,
    parts: [{ name: 'railcar', things: railcar(standing([-0.4, RAIL, -1.01])), moves: 1 }],
    lighting: {
      lamps: [
        ...lamps.map(({ lamp }) => lamp),
        ...[-4.1, -1.7].map((x): Lamp => ({ at: [x - 0.4, RAIL + 2.15, -1.05], light: [2.6, 1.75, 0.92], radius: 0.1 })),
        // Under the roof on the camera's side; what is left of the sky.
        { at: [-1.5, 3.3, 2.4], light: [9, 6.2, 3.2], radius: 0.3 },
        { at: [3.4, 3.3, 2.6], light: [9, 6.2, 3.2], radius: 0.3 },
        { at: [4, 7, -3], light: [6, 8, 12], radius: 1.5 },
      ],
      ambient: ([, ny]) => {
        const up = 0.5 + 0.5 * ny;
        return [0.036 + 0.04 * up, 0.036 + 0.048 * up, 0.038 + 0.066 * up];
      },
      beyond: ([dx, dy]) => {
        const glow = Math.max(0, 1 - 3 * Math.abs(dy));
        const cloud = 1 + 0.5 * fractal(3 * dx, 7 * dy, 2, 5);
        return [(0.03 + 0.09 * glow) * cloud, (0.042 + 0.075 * glow) * cloud, (0.075 + 0.07 * glow) * cloud];
      },
    },
    camera: { across: 3.3, distance: 7.6, height: 1.6, middle: [0.4, 0.98, 0], width: 6.2 },
    look: { x: 1.3, y: 1.15 },
    backgroundTimes: 1.6,
    tone: 0.18,
    backgroundStops: -1,
    exposure: 1.35,
  };
}

/** Flagstones of the near platform, damp. */
function pavement(): Thing {
  const flag = (x: number, z: number) => {
    const row = Math.floor(z / 0.52);
    const wide = 0.6 + 0.35 * chance(row, 3, 2);
    const shifted = x + 3 * chance(row, 5, 1);
    const column = Math.floor(shifted / wide);
    const [across, along] = [shifted - column * wide, z - row * 0.52];
    return { own: chance(row, column, 4), joint: Math.min(across, wide - across, along, 0.52 - along) };
  };
  return {
    pose: standing([0, 0, 0]),
    solid: (x, y, z) => Math.max(y > 0.04 ? y - 0.02 : y - 0.012 * step(-0.004, 0.016, flag(x, z).joint + 0.004 * noise(30 * x, 2, 30 * z)) + 0.012, 0.42 - z),
    plain: (_x, y, z) => Math.max(y + 0.02, 0.42 - z),
    radius: 40,
    pace: 0.7,
    material: {
      grainM: 0.002,
      relief: (x, y, z) => 0.004 * fractal(26 * x, 26 * y, 26 * z, 5) + 0.001 * noise(300 * x, 300 * y, 300 * z),
      look: ([x, y, z]) => {
        const { own, joint } = flag(x, z);
        cells(120 * x, 120 * y, 120 * z);
        const damp = step(-0.1, 0.25, fractal(0.9 * x, 4, 1.4 * z, 5));
        const k = (0.12 + 0.09 * own) * (0.7 + 0.6 * cell.own) * (1 + 0.7 * fractal(12 * x, 3, 12 * z, 5)) * (1 - 0.6 * step(0.012, 0.003, joint)) * (1 - 0.45 * damp);
        return { albedo: [k, 0.97 * k, 0.9 * k], wet: 0.75 * damp, gloss: [[0.03 + 0.05 * damp, 30], [0.05 * damp, 200]] };
      },
    },
  };
} // prettier-ignore

/** The coping of the near platform, its edge whitened. */
const edge = (): Thing => ({
  pose: standing([0, -0.06, 0.52]),
  solid: (x, y, z) => {
    const slab = Math.max(Math.abs(y) - 0.12, Math.abs(z) - 0.2);
    if (slab > 0.05) return slab;
    const piece = x / 1.1 - Math.round(x / 1.1);
    return box(0, y, z, 1, 0.075, 0.16, 0.02) + 0.02 * step(0.012, 0.002, Math.abs(Math.abs(piece) - 0.5) * 1.1) - 0.004 * fractal(12 * x, 12 * y, 12 * z, 4);
  },
  radius: 40,
  pace: 0.7,
  material: {
    relief: (x, y, z) => 0.003 * fractal(60 * x, 60 * y, 60 * z, 4),
    look: ([x, y, z]) => {
      const white = step(-0.05, -0.08, z) * step(0.2, 0.0, fractal(7 * x, 7 * y, 7 * z, 5));
      const k = (0.15 + 0.35 * white) * (1 + 0.7 * fractal(30 * x, 30 * y, 30 * z, 5));
      return { albedo: [k, 0.97 * k, 0.9 * k], wet: 0.2 };
    },
  },
}); // prettier-ignore

/** Broken stone between the rails, and sleepers. */
const ballast = (): Thing => ({
  pose: standing([0, RAIL, -1]),
  solid: (x, y, z) => {
    if (y > 0.08) return y - 0.05;
    cells(11 * x, 3, 11 * z);
    const sleeper = box(((x + 60) % 0.65) - 0.325, y + 0.1, z, 0.12, 0.12, 1.2, 0.01);
    return Math.min(y + 0.06 + 0.09 * cell.nearest - 0.03 * cell.own, sleeper - 0.004 * noise(9 * x, 60 * y, 30 * z));
  },
  radius: 40,
  pace: 0.45,
  material: {
    relief: (x, y, z) => 0.004 * fractal(50 * x, 50 * y, 50 * z, 4),
    look: ([x, y, z]) => {
      cells(11 * x, 3, 11 * z);
      const rust = step(0.5, 0.2, Math.abs(Math.abs(z) - 0.72));
      const k = (0.05 + 0.1 * cell.own) * (1 + 0.8 * fractal(40 * x, 40 * y, 40 * z, 4));
      return { albedo: [k * (1 + 0.3 * rust), k * (0.95 - 0.1 * rust), k * (0.88 - 0.3 * rust)] };
    },
  },
});

const rail = (z: number): Thing => ({
  pose: standing([0, RAIL, z]),
  solid: (_x, y, pz) => Math.min(box(0, y - 0.05, pz, 1, 0.02, 0.035, 0.008), box(0, y, pz, 1, 0.05, 0.01, 0.004)),
  radius: 40,
  pace: 0.9,
  material: {
    relief: (x, y, pz) => 0.0008 * fractal(40 * x, 40 * y, 40 * pz, 3),
    look: ([x, y, pz]) => {
      const worn = step(0.062, 0.068, y);
      const k = 1 + 0.6 * fractal(30 * x, 30 * y, 30 * pz, 4);
      return worn > 0.5 ? { albedo: [0.1, 0.1, 0.1], metal: [0.4, 0.39, 0.37], gloss: [[0.3, 60]] } : { albedo: [0.07 * k, 0.038 * k, 0.02 * k] };
    },
  },
}); // prettier-ignore

function farPlatform(): Thing {
  const stone = stoneWall(0.24);
  const wall: Solid = (x, y, z) => stone.solid(x, y, z + 3.35);
  return {
    pose: standing([0, RAIL, 0]),
    solid: (x, y, z) =>
      z > -3 ? z + 3.15 : Math.max(y - 0.7 + 0.004 * fractal(9 * x, 1, 9 * z, 3), z < -3.5 ? -1 : wall(x, y, z)),
    plain: (_x, y, z) => Math.max(y - 0.68, z + 3.37),
    radius: 40,
    pace: 0.6,
    material: {
      ...stone.material,
      look: (p, n) => {
        if (n[1] < 0.7) return stone.material.look([p[0], p[1], p[2] + 3.35], n);
        const white = step(-3.68, -3.6, p[2]) * step(0.25, 0.05, fractal(5 * p[0], 2, 9 * p[2], 5));
        const k = (0.12 + 0.3 * white) * (1 + 0.8 * fractal(8 * p[0], 2, 8 * p[2], 6));
        return { albedo: [k, 0.97 * k, 0.9 * k], wet: 0.5 };
      },
    },
  };
}

/** The roof over the far platform: iron posts, brackets, a fringe of pointed boards. */
function canopy(): Thing {
  const fringe: Solid = (x, y, z) => {
    const tooth = Math.abs(((x + 80) / 0.13) % 1 - 0.5) * 0.13;
    return Math.max(Math.abs(z) - 0.014, y - 0.2, -y - 0.12 + 1.1 * tooth) * 0.7;
  };
  return {
    pose: standing([0, 2.75, -4.15]),
    solid: (x, y, z) => {
      const slab = Math.max(z - 0.1, -2.5 - z, y - 0.7);
      if (slab > 0.1) return slab;
      let d = Math.min(fringe(x, y, z), box(0, y - 0.24 - 0.16 * (z + 1), z + 1.1, 1, 0.03, 1.2, 0.01) * 0.9);
      const post = ((x + 60.6) % 3.4) - 1.7;
      d = Math.min(d, Math.max(Math.hypot(post, z + 0.9) - 0.06, y - 0.3));
      const brace = Math.abs(Math.hypot(y + 0.35, Math.abs(z + 0.9) - 0.6) - 0.52) - 0.02;
      return Math.min(d, Math.max(brace, Math.abs(post) - 0.02, Math.abs(z + 0.9) - 0.6, -y - 0.4));
    },
    radius: 40,
    pace: 0.7,
    material: timber([0.2, 0.15, 0.1], [0.24, 0.21, 0.15]),
  };
} // prettier-ignore

function notices(): Thing[] {
  const sheet = (at: Vec, half: readonly [number, number], material: Material): Thing => ({
    pose: standing(at),
    solid: (x, y, z) => Math.max(Math.abs(x) - half[0], Math.abs(y) - half[1], Math.abs(z) - 0.014) * 0.95,
    radius: Math.hypot(...half) + 0.02,
    material,
  });
  const name: Material = {
    relief: (x, y, z) => 0.0006 * fractal(20 * x, 20 * y, 20 * z, 4),
    look: ([x, y, z]) => {
      const letter = 0.17;
      const far = lettering('PORT ALDER', (x + 1.13) / letter, (y + 0.13) / letter) * letter;
      const chip = step(0.3, 0.4, fractal(10 * x, 10 * y, 10 * z, 5));
      const rim = step(0.24, 0.235, Math.abs(y)) * step(1.36, 1.355, Math.abs(x));
      const pale = Math.max(step(0.03, 0.026, far), 1 - rim) * (1 - 0.7 * chip);
      const k = 1 + 0.2 * fractal(5 * x, 5 * y, 2, 4);
      return { albedo: [(0.02 + 0.55 * pale) * k, (0.06 + 0.48 * pale) * k, (0.11 + 0.38 * pale) * k], wet: 0.5, gloss: [[0.2, 80]] };
    },
  };
  return [
    sheet([2.35, 1.72, -6.26], [1.4, 0.26], name),
    sheet([-1.7, 1.15, -6.26], [0.42, 0.56], bill([{ text: 'FERRY', x: -0.34, y: 0.36, letterM: 0.1 }, { text: 'AND', x: -0.2, y: 0.1, letterM: 0.08 }, { text: 'RAIL', x: -0.28, y: -0.1, letterM: 0.1 }, { text: 'TO THE ISLES', x: -0.37, y: -0.34, letterM: 0.046 }], [0.03, 0.1, 0.14], [0.42, 0.56])),
    sheet([-2.9, 1.2, -6.26], [0.36, 0.5], bill([{ text: 'LANTERN', x: -0.31, y: 0.32, letterM: 0.064 }, { text: 'WEEK', x: -0.27, y: 0.06, letterM: 0.1 }, { text: 'TRAINS', x: -0.3, y: -0.12, letterM: 0.07 }, { text: 'ALL NIGHT', x: -0.31, y: -0.3, letterM: 0.048 }], [0.3, 0.05, 0.03], [0.36, 0.5])),
  ];
} // prettier-ignore

/** Narrow boards, tongue in groove, painted and varnished long ago; beaded with rain, streaked by it and by brake dust. */
const coach: Material = {
  grainM: 0.002,
  relief: (x, y, z) =>
    0.0006 * fractal(5 * x, 5 * y, 5 * z, 4) -
    0.004 * step(0.008, 0.002, groove(x, z)) * step(2.36, 2.3, y) +
    0.0005 * noise(240 * x, 14 * y, 240 * z) +
    bead(x, y, z),
  look([x, y, z]) {
    const above = y > 1.28;
    const band = Math.abs(y - 1.23) < 0.05;
    const tone: Vec = band ? [0.5, 0.36, 0.1] : above ? [0.42, 0.39, 0.31] : [0.035, 0.085, 0.075];
    const streak = step(0, 0.4, fractal(22 * x, 1.4 * y, 3 + 9 * z, 5)) * 0.35;
    const dust = step(0.9, 0.25, y + 0.3 * fractal(3 * x, 5 * y, 2, 4)) * 0.55;
    const far = Math.min(lettering('PORT ALDER', (x + 2.62) / 0.1, (y - 0.86) / 0.1), lettering('LINE', (x + 1.0) / 0.1, (y - 0.86) / 0.1)) * 0.1;
    const ink = z > 1 ? step(0.018, 0.015, far) * (1 - 0.6 * step(0.2, 0.4, fractal(16 * x, 16 * y, 5, 4))) : 0;
    const chip = step(0.36, 0.46, fractal(17 * x, 17 * y, 17 * z, 6) + 0.12 * step(0.012, 0.004, groove(x, z)));
    const own = chance(Math.floor(x / BOARD_M), above ? 2 : 1, 4);
    const brush = 0.3 * noise(150 * x, 9 * y, 150 * z) + 0.35 * noise(330 * x, 30 * y, 330 * z);
    const speck = step(0.55, 0.7, noise(210 * x, 210 * y, 210 * z));
    // The roof is canvas, without boards.
    const crack = step(0.01, 0.003, groove(x, z)) * step(2.36, 2.3, y);
    const k = (0.88 + 0.2 * own) * (1 + 0.25 * fractal(40 * x, 40 * y, 40 * z, 4) + brush) * (1 - streak) * (1 - 0.7 * crack) * (1 - 0.55 * speck) * (1 - 0.3 * step(0, 0.0004, bead(x, y, z)));
    const of = (c: number): number => {
      const paint = tone[c]! + ([0.5, 0.4, 0.16][c]! - tone[c]!) * ink;
      const worn = paint + ([0.16, 0.1, 0.055][c]! - paint) * chip;
      return (worn + ([0.07, 0.05, 0.035][c]! - worn) * dust) * k;
    };
    return { albedo: [of(0), of(1), of(2)], wet: 0.6 * (1 - dust) * (1 - chip), gloss: [[0.06, 40], [0.22 * (1 - dust), 70]] };
  },
}; // prettier-ignore

/** Width of a board of the railcar's side, m; round its nose they go on. */
const BOARD_M = 0.068;
const groove = (x: number, z: number): number => {
  const along = Math.abs(z) > 1.15 ? x : x + z;
  return Math.abs(((along + 60) / BOARD_M) % 1 - 0.5) * BOARD_M;
}; // prettier-ignore

/** Drops of rain that stand on the paint, m high. */
function bead(x: number, y: number, z: number): number {
  cells(75 * x, 75 * y, 75 * z);
  const wide = 0.16 + 0.26 * cell.own;
  return cell.own < 0.35 || cell.nearest > wide ? 0 : 0.0022 * Math.sqrt(1 - (cell.nearest / wide) ** 2);
}

/** What is seen through the windows: panelling, seats, those who travel, the driver. */
function saloon(pose: Pose, windows: readonly number[]): Thing[] {
  const panel = timber([0.34, 0.2, 0.1]);
  const at = (v: Vec): Pose => within(pose, standing(v));
  const coats = [STUFF.brownTweed, STUFF.greyTweed, STUFF.moleskin];
  const caps: Vec[] = [
    [0.22, 0.06, 0.05],
    [0.06, 0.09, 0.15],
    [0.28, 0.24, 0.15],
  ];
  const moquette: Material = {
    relief: (x, y, z) => 0.001 * noise(200 * x, 200 * y, 200 * z),
    look: ([x, y, z]) => {
      const lozenge = Math.abs(((y / 0.09 + 40) % 1) - 0.5) + Math.abs(((z / 0.09 + 40) % 1) - 0.5);
      const k = 1 + 0.4 * noise(160 * x, 160 * y, 160 * z) + 0.3 * fractal(9 * x, 9 * y, 9 * z, 3);
      return { albedo: lozenge < 0.3 ? [0.3 * k, 0.2 * k, 0.07 * k] : [0.07 * k, 0.11 * k, 0.09 * k], fuzz: 0.8 };
    },
  };
  return [
    board(at([-4, 1.25, -1.08]), [5, 0.7, 0.02], panel),
    board(at([-4, 2.35, -0.1]), [5, 0.02, 1], timber([0.4, 0.36, 0.28], [0.5, 0.46, 0.36])),
    board(at([-4, 2.08, -0.98]), [5, 0.02, 0.14], panel),
    // The cab's other half is shut off.
    board(at([1.5, 1.5, 0.1]), [0.54, 0.8, 0.02], panel),
    ...[0.72].map((x): Thing => ({
      ...board(at([0, 0, 0]), [0.9, 1, 0.02], panel),
      pose: within(pose, { at: [x, 1.45, 0], x: [0, 1, 0], y: [0, 0, 1], z: [1, 0, 0] }),
    })),
    ...windows.flatMap((x, i): Thing[] => [
      {
        pose: at([x + 0.5, 1.35, 0.45]),
        solid: (px, py, pz) => box(px + 0.15 * py, py, pz, 0.07, 0.42, 0.52, 0.05),
        radius: 0.7,
        pace: 0.9,
        material: moquette,
      },
      {
        pose: at([x + 0.5, 1.35, -0.55]),
        solid: (px, py, pz) => box(px + 0.15 * py, py, pz, 0.07, 0.42, 0.45, 0.05),
        radius: 0.65,
        pace: 0.9,
        material: moquette,
      },
      ...bulb(outOf(pose, [x, 2.27, -0.1]), 0.045, [1, 0.68, 0.36], 9),
      ...(i === 1
        ? []
        : bystander(outOf(pose, [x + 0.12 * (i - 1), 0.3 + 0.03 * i, 0.55]), [1.35, 0, -0.5, 1.1][i]!, {
            coat: coats[i % 3]!,
            cap: caps[i % 3]!,
            beard: i === 2,
          })),
    ]),
    ...bystander(outOf(pose, [-2.55, 0.34, -0.5]), 0.9, { coat: STUFF.moleskin, cap: [0.1, 0.12, 0.08] }),
    ...bystander(outOf(pose, [1.25, 0.34, 0.35]), 1.45, { coat: STUFF.darkDrill, cap: [0.03, 0.035, 0.05], beard: true }),
  ];
}

/** How round the corners of the nose are in plan, m. */
const CORNER_M = 0.7;

/** A railcar of one cab end: its rails' height at y = 0, its nose towards x, its side towards z. */
function railcar(pose: Pose): Thing[] {
  const [nose, wide, tall] = [2.05, 1.2, 2.75];
  const windows = [-4.6, -3.45, -2.3, -1.15] as const;
  const hull = (x: number, y: number, z: number): number => {
    const d = box(x + 6 - nose, y - tall / 2 - 0.12, z, 6, tall / 2 - 0.12, wide, 0.12);
    // The nose is rounded in plan, the roof across.
    const plan = Math.hypot(Math.max(0, x - nose + CORNER_M), Math.max(0, Math.abs(z) - wide + CORNER_M)) - CORNER_M;
    const roof = Math.hypot(z * 0.82, y - 1.55) - 1.36;
    return Math.max(d, plan, y > 1.6 ? roof * 0.9 : -1);
  };
  const openings = (x: number, y: number, z: number): number => {
    let d = 1;
    const up = Math.abs(y - 1.78) - 0.36;
    if (Math.abs(z) > 0.8) {
      for (const at of windows) d = Math.min(d, Math.max(Math.abs(x - at) - 0.46, up));
      d = Math.min(d, Math.max(Math.abs(x - 1.28) - 0.22, up), Math.max(Math.abs(x - 0.2) - 0.2, up + 0.04));
    }
    if (x > 1.4) d = Math.min(d, Math.max(Math.abs(Math.abs(z) - 0.44) - 0.36, Math.abs(y - 1.8) - 0.34));
    return d - 0.05;
  };
  const skin: Solid = (x, y, z) => {
    const d = hull(x, y, z);
    if (d > 0.2) return d - 0.1;
    const open = openings(x, y, z);
    // The door stands in its frame.
    const door = Math.max(Math.abs(x - 0.2) - 0.42, Math.abs(y - 1.26) - 0.98);
    const seam = 0.014 * step(0.014, 0.004, Math.abs(door)) * (z > 0.8 ? 1 : 0);
    return Math.max(Math.max(d, -d - 0.05), -open) + seam;
  };
  const under: Solid = (x, y, z) => {
    const slab = Math.max(Math.abs(y - 0.36) - 0.5, Math.abs(z) - 1.15);
    if (slab > 0.1) return slab;
    let d = box(x + 4, y - 0.32, z, 5.8, 0.05, 1.05, 0.01);
    for (const at of [-4.9, -3.1, 0.1, 1.2]) {
      d = Math.min(d, drum(x - at, Math.abs(z) - 0.72, y - 0.38, 0.4, 0.06, 0.01));
      d = Math.min(d, box(x - at, y - 0.36, Math.abs(z) - 0.95, 0.13, 0.12, 0.08, 0.02));
    }
    d = Math.min(d, box(x - 0.65, y - 0.36, Math.abs(z) - 0.98, 0.95, 0.05, 0.03, 0.01), box(x + 4, y - 0.36, Math.abs(z) - 0.98, 1.2, 0.05, 0.03, 0.01));
    d = Math.min(d, box(x + 1.7, y - 0.35, z, 0.7, 0.2, 0.8, 0.03));
    for (const side of [-0.85, 0.85]) d = Math.min(d, rod(x, y, z, 1.9, 0.34, side, 2.3, 0.34, side, 0.06), drum(y - 0.34, x - 2.32, z - side, 0.17, 0.03, 0.015));
    return d > 0.03 ? d - 0.005 : d - 0.003 * noise(30 * x, 30 * y, 30 * z);
  };
  const lampAt = [[2.03, 0.86, 0.8], [2.03, 0.86, -0.8], [2.0, 2.42, 0]] as const;
  return [
    { pose, solid: skin, plain: (x, y, z) => hull(x, y, z) + 0.05, middle: [-4, 1.4, 0], radius: 6.6, pace: 0.6, material: coach },
    ...saloon(pose, [...windows]),
    { pose, solid: under, middle: [-4, 0.35, 0], radius: 6.6, pace: 0.85, material: iron },
    ...lampAt.flatMap(([x, y, z]): Thing[] => [
      { pose: within(pose, standing([x, y, z])), solid: (px, py, pz) => melt(drum(py, px, pz, 0.11, 0.06, 0.02), ball(px + 0.06, py, pz, 0.09), 0.04), radius: 0.2, pace: 0.9, material: iron, glows: true },
      { pose: within(pose, standing([x + 0.055, y, z])), solid: (px, py, pz) => egg(px, py, pz, 0.025, 0.09, 0.09), radius: 0.1, glows: true, material: { look: (_p, n) => { const k = 6 + 12 * Math.max(0, n[0]); return { albedo: [0, 0, 0], glow: [k, 0.85 * k, 0.6 * k] }; } } },
    ]),
    // Handrails by the door, a step under it.
    ...[-0.3, 0.72].map((x): Thing => ({ pose: within(pose, standing([x, 1.3, wide + 0.03])), solid: (px, py, pz) => rod(px, py, pz, 0, -0.5, 0, 0, 0.5, 0, 0.016), radius: 0.53, material: { look: () => ({ albedo: [0.3, 0.2, 0.07], metal: [0.6, 0.42, 0.18], gloss: [[0.4, 200]] }) } })),
    board(within(pose, standing([0.2, 0.22, wide + 0.1])), [0.45, 0.02, 0.14], timber([0.16, 0.12, 0.08])),
  ];
} // prettier-ignore
