import { ape } from '../figure/ape.ts';
import { within } from '../figure/person.ts';
import type { Material } from '../material/material.ts';
import { chance, fractal, noise, step } from '../noise.ts';
import { rod, type Solid } from '../solids.ts';
import type { Thing } from '../trace/thing.ts';
import { standing, turned, type Pose, type Vec } from '../vector.ts';
import type { Scene } from './scene.ts';

/** The winter garden of Port Alder at closing time: a great ape among wet leaves, the light nearly gone. */
export function thicket(): Scene {
  const body = turned([0.02, 0.02, 0], -0.42);
  const still: Thing[] = [
    ground(),
    trunk([-1.05, 0, -1.4], [-0.75, 3, -1.7], 0.17),
    trunk([0.85, 0, -2.2], [1.15, 3, -2.1], 0.24),
    trunk([1.5, 0, -0.9], [1.7, 3, -1.2], 0.09),
    trunk([-0.2, 0, -3], [-0.35, 3, -3.2], 0.2),
    hedge(),
    ...Array.from({ length: 46 }, (_, i) => spray(i)).flat(),
    ...Array.from({ length: 130 }, (_, i) => fallen(i)),
  ];
  return {
    still,
    parts: [
      { name: 'body', things: ape(body, within(body, turned([0.01, 0.98, 0.15], 0.1, 0.04, 0.05))), moves: 1 },
      { name: 'leaves', things: [-1, 1].flatMap((side) => near(side)), moves: 0 },
    ],
    lighting: {
      lamps: [
        // Sky through the glass above and to the left; a gap in the leaves behind; the keeper's lamp far to the right.
        { at: [-2.3, 4.2, 2.4], light: [19, 22, 23], radius: 0.9 },
        { at: [0.9, 4.2, -2.4], light: [9, 12, 11], radius: 0.7 },
        { at: [3.4, 1.7, 2.2], light: [10, 6.4, 3], radius: 0.2 },
      ],
      ambient: ([nx, ny]) => {
        const [up, left] = [0.5 + 0.5 * ny, 0.5 - 0.5 * nx];
        return [0.03 + 0.07 * up + 0.02 * left, 0.036 + 0.095 * up + 0.025 * left, 0.028 + 0.075 * up + 0.02 * left];
      },
      beyond: ([dx, dy]) => {
        const gap = step(0.05, 0.35, fractal(7 * dx, 7 * dy, 2, 5) + 0.5 * dy);
        return [0.012 + 0.16 * gap, 0.018 + 0.2 * gap, 0.014 + 0.19 * gap];
      },
    },
    camera: { across: 0.05, distance: 4.6, height: 0.95, middle: [0.02, 0.66, 0], width: 2.15 },
    look: { x: -0.039, y: 1.017 },
    closeRound: { x: 0.09, y: 1.03 },
    backgroundTimes: 1.5,
    tone: 0.05,
    backgroundStops: 1,
    exposure: 2.1,
  };
}

/** A leaf: green above with pale veins, brown where it died. @param dead 0 to 1 */
const leaf = (long: number, wide: number, dead: number, own: number): Material => {
  const vein = (x: number, y: number): number => {
    const rib = Math.abs(x);
    const slant = (y - 0.75 * rib) / (long / 7);
    return Math.min(rib * 0.8, Math.abs(slant - Math.round(slant)) * (long / 7) + 0.0006);
  };
  return {
    grainM: 0.0012,
    relief: (x, y) => 0.002 * step(0.004, 0.0005, vein(x, y)) + 0.0012 * noise(60 * x, 60 * y, own) + 0.0004 * noise(260 * x, 260 * y, own),
    look([x, y]) {
      const line = step(0.0026, 0.0008, vein(x, y));
      const patch = step(0.05, 0.4, fractal(14 * x + own, 14 * y, own, 4) + 0.9 * dead - 0.35 + 0.5 * (Math.abs(x) / wide) ** 3);
      const k = (0.7 + 0.5 * chance(Math.round(own * 97), 3, 3)) * (1 + 0.35 * fractal(80 * x, 80 * y, own, 4));
      const green: Vec = [0.035 * k + 0.05 * line, 0.085 * k + 0.07 * line, 0.022 * k + 0.03 * line];
      const brown: Vec = [0.13 * k, 0.075 * k, 0.032 * k];
      const of = (c: number): number => green[c]! + (brown[c]! - green[c]!) * patch;
      return { albedo: [of(0), of(1), of(2)], wrap: [0.12, 0.2, 0.06], wet: 0.5 * (1 - 0.6 * patch), gloss: [[0.05, 20], [0.12 * (1 - patch), 120]] };
    },
  };
}; // prettier-ignore

function blade(pose: Pose, long: number, wide: number, own: number, dead = 0): Thing {
  const fall = 0.45 * long * (0.4 + own);
  const solid: Solid = (x, y, z) => {
    const t = Math.min(1, Math.max(0, y / long));
    const beside = Math.abs(x);
    const lift = 0.22 * beside - fall * t * t;
    // Far from it no leaf need be cut out.
    const off = Math.max(beside - wide - 0.002, -y - 0.004, y - long, Math.abs(z - lift) - 0.0111);
    if (off > 0.004) return 0.8 * off;
    const half = wide * Math.sin(Math.PI * t ** 0.75) ** 0.85 + 0.002;
    const edge = Math.max(beside - half, -y - 0.004, y - long);
    return Math.max(edge, Math.abs(z - lift - 0.01 * noise(20 * x, 14 * y, 9 * own)) - 0.0011) * 0.8;
  };
  const [side, end] = [wide + 0.003, long + 0.001];
  return {
    pose,
    solid,
    middle: [0, long / 2, -0.1 * long],
    radius: 0.62 * long + wide * 0.5,
    box: [[-side, -0.005, -fall - 0.013], [side, end, 0.22 * wide + 0.013]],
    pace: 0.75,
    material: leaf(long, wide, dead, own),
  };
} // prettier-ignore

/** A twig with leaves to both sides. */
function twig(from: Vec, turn: number, droop: number, count: number, long: number, seed: number): Thing[] {
  const things: Thing[] = [];
  let [x, y, z] = from;
  const stem: Vec[] = [from];
  for (let i = 0; i < count; i++) {
    const fall = droop * (i / count);
    x += 0.6 * long * Math.sin(turn) * Math.cos(fall);
    z += 0.6 * long * Math.cos(turn) * Math.cos(fall);
    y += 0.6 * long * (0.35 - Math.sin(fall));
    stem.push([x, y, z]);
    for (const side of [-1, 1]) {
      const own = chance(seed, i, side + 4);
      const size = long * (0.7 + 0.5 * own) * (1 - 0.3 * (i / count));
      const pose = turned([x, y, z], turn + side * (0.9 + 0.4 * own), 1.15 + 0.5 * own - 0.2 * side + 0.5 * fall, 0.3 * (own - 0.5));
      things.push(blade(pose, size, 0.3 * size, own, chance(seed, i, 9) > 0.9 ? 1 : 0));
    }
  }
  const bark: Material = { relief: (px, py, pz) => 0.001 * noise(90 * px, 90 * py, 90 * pz), look: () => ({ albedo: [0.06, 0.05, 0.028], gloss: [[0.04, 20]] }) };
  for (const [i, to] of stem.slice(1).entries()) {
    const back = stem[i]!;
    const [dx, dy, dz] = [to[0] - back[0], to[1] - back[1], to[2] - back[2]];
    const thick = 0.007 - 0.004 * ((i + 1) / stem.length);
    things.push({
      pose: standing(back),
      solid: (px, py, pz) => rod(px, py, pz, 0, 0, 0, dx, dy, dz, thick, thick - 0.001),
      middle: [dx / 2, dy / 2, dz / 2],
      radius: Math.hypot(dx, dy, dz) / 2 + thick + 0.001,
      material: bark,
    });
  }
  return things;
} // prettier-ignore

/** Bushes behind and beside: nearer the middle they stand farther back. */
function spray(i: number): Thing[] {
  const own = (k: number): number => chance(i, 5, k);
  const x = -1.9 + 3.8 * own(1);
  const z = -0.75 - 2.4 * own(2) - 0.5 * Math.max(0, 1 - Math.abs(x));
  return twig([x, 0.1 + 1.5 * own(3), z], 6.28 * own(4), 0.9 + 0.6 * own(5), 5 + Math.floor(3 * own(6)), 0.15 + 0.1 * own(7), i);
}

/** Leaves before the animal, at the picture's sides. */
const near = (side: number): Thing[] => [
  ...twig([side * 1.25, 0.12, 0.75], -side * 1.1, 1.1, 5, 0.19, 40 + side),
  ...twig([side * 1.3, 0.5, 0.6], -side * 1.5, 1.3, 5, 0.17, 50 + side),
  ...twig([side * 1.05, -0.12, 0.95], -side * 0.6, 1.2, 4, 0.17, 60 + side),
];

function fallen(i: number): Thing {
  const own = (k: number): number => chance(i, 11, k);
  const at: Vec = [-1.7 + 3.4 * own(1), 0.02 + 0.02 * own(2), -1.6 + 2.6 * own(3)];
  const long = 0.09 + 0.09 * own(4);
  return blade(turned(at, 6.28 * own(5), 1.45 + 0.3 * own(6), 0.4 * (own(7) - 0.5)), long, 0.3 * long, own(8), 0.4 + own(9));
}

function trunk(foot: Vec, top: Vec, thick: number): Thing {
  const [dx, dy, dz] = [top[0] - foot[0], top[1] - foot[1], top[2] - foot[2]];
  return {
    pose: standing(foot),
    solid: (x, y, z) => {
      const d = rod(x, y, z, 0, 0, 0, dx, dy, dz, thick, 0.8 * thick) - 0.5 * thick * step(0.35, 0, y) ** 2;
      if (d > 0.05) return d - 0.03;
      const turn = Math.atan2(x - (dx * y) / dy, z - (dz * y) / dy);
      return d + 0.02 * Math.abs(noise(4 * turn + 3, 3 * y, thick * 90)) - 0.012 * fractal(9 * turn, 9 * y, 3, 4);
    },
    plain: (x, y, z) => rod(x, y, z, 0, 0, 0, dx, dy, dz, thick, 0.8 * thick) + 0.01,
    middle: [dx / 2, dy / 2, dz / 2],
    radius: Math.hypot(dx, dy, dz) / 2 + 1.6 * thick,
    pace: 0.65,
    material: {
      grainM: 0.002,
      relief: (x, y, z) => 0.006 * fractal(26 * x, 10 * y, 26 * z, 5),
      look: ([x, y, z]) => {
        const moss = step(0.05, 0.3, fractal(4 * x, 3 * y, 4 * z, 5) + 0.12);
        const k = 0.06 * (1 + 0.9 * fractal(20 * x, 7 * y, 20 * z, 5));
        const green = 1 + 0.6 * noise(120 * x, 120 * y, 120 * z);
        return { albedo: [k + (0.035 * green - k) * moss, 0.88 * k + (0.06 * green - 0.88 * k) * moss, 0.74 * k + (0.018 * green - 0.74 * k) * moss], fuzz: 0.5 * moss };
      },
    },
  };
} // prettier-ignore

/** The leaf that lies uppermost in a layer of the hedge at a point: how far along and beside its rib, in lengths, and its own number. */
const found = { along: 0, across: 0, own: 0, lies: false };

/** How broad a leaf is to either side of its rib, in lengths. @param along 0 at the stalk to 1 at the tip */
const breadth = (along: number): number => 0.34 * Math.sin(Math.PI * along ** 0.7) * (1 - 0.3 * along);

/** Looks for the leaf at a point of a layer, one leaf to each cell of a lattice. @param size of a cell, m */
function leafAt(x: number, y: number, size: number, layer: number): void {
  const [u, v] = [x / size, y / size];
  const [column, row] = [Math.floor(u), Math.floor(v)];
  found.lies = false;
  let upper = -1;
  for (let j = -1; j < 2; j++)
    for (let i = -1; i < 2; i++) {
      const own = chance(column + i, row + j, layer);
      if (own < upper) continue;
      const [second, third] = [(own * 917.3) % 1, (own * 5381.7) % 1];
      const [dx, dy] = [u - column - i - 0.2 - 0.6 * second, v - row - j - 0.2 - 0.6 * third];
      const long = 1.15 + 0.35 * third;
      if (dx * dx + dy * dy > 0.25 * long * long) continue;
      const turn = -1.5 + 1.9 * (((own * 31.7) % 1) - 0.5);
      const [cosine, sine] = [Math.cos(turn), Math.sin(turn)];
      const along = (dx * cosine + dy * sine) / long + 0.5;
      const across = (dy * cosine - dx * sine) / long;
      if (along < 0 || along > 1 || Math.abs(across) > breadth(along)) continue;
      upper = own;
      found.along = along;
      found.across = across;
      found.own = own;
      found.lies = true;
    }
}

/** Layers of the hedge's leaves from the front: size of a cell, how far each stands out of the mass, m, and how much light comes to it. */
const LAYERS = [
  { size: 0.15, out: 0.16, lit: 1 },
  { size: 0.11, out: 0.08, lit: 0.6 },
  { size: 0.09, out: 0, lit: 0.32 },
];
/** How far the outermost leaf may stand out of the mass, m. */
const OUTERMOST = 0.26;

const massOf = (x: number, y: number): number => 0.32 * fractal(1.1 * x, 1.1 * y, 5, 3);

/** How far the hedge stands out at a point, m; what lies there is in `found`. @returns which of its layers one sees, or −1 for the dark between */
function hedgeAt(x: number, y: number): { out: number; layer: number } {
  for (const [layer, { size, out }] of LAYERS.entries()) {
    leafAt(x + 0.37 * layer, y + 0.21 * layer, size, 3 + layer);
    if (!found.lies) continue;
    const { along, across, own } = found;
    return {
      out: out + 0.05 * own + size * (0.3 * Math.abs(across) - (0.35 + 0.3 * own) * along * along + 0.4 * (own - 0.5) * across),
      layer,
    };
  }
  return { out: -0.12, layer: -1 };
}

/** What grows at the back: leaf upon leaf, too far to count. */
const hedge = (): Thing => ({
  pose: standing([0, 0, -4.2]),
  solid: (x, y, z) => {
    if (z > 0.7) return z - 0.5;
    const near = z - massOf(x, y) - OUTERMOST;
    return near > 0.05 ? near : near + OUTERMOST - hedgeAt(x, y).out;
  },
  plain: (_x, _y, z) => z + 0.3,
  radius: 40,
  pace: 0.7,
  material: {
    relief: (x, y, z) => 0.0015 * fractal(60 * x, 60 * y, 60 * z, 3),
    look: ([x, y, z]) => {
      const { layer } = hedgeAt(x, y);
      if (layer < 0) return { albedo: [0.004, 0.006, 0.003] };
      const { along, across, own } = found;
      const beside = Math.abs(across);
      const slant = 8 * (along - 0.8 * beside);
      const vein = Math.max(step(0.02, 0.006, beside), 0.6 * step(0.14, 0.04, Math.abs(slant - Math.round(slant))));
      const dry = own > 0.9 ? 1 : step(0.1, 0.5, fractal(9 * x, 9 * y, 9 * own, 3) - 0.1);
      const k = LAYERS[layer]!.lit * (0.45 + 0.9 * own) * (0.75 + 0.35 * vein) * (1 + 0.45 * fractal(60 * x, 60 * y, 60 * z, 3)) * (0.75 + 0.25 * along);
      return { albedo: [(0.03 + 0.09 * dry) * k, (0.078 - 0.016 * dry) * k, (0.02 + 0.01 * dry) * k], gloss: [[0.05 * k, 30]], wrap: [0.1, 0.16, 0.06] };
    },
  },
}); // prettier-ignore

const ground = (): Thing => ({
  pose: standing([0, 0, 0]),
  solid: (x, y, z) => (y > 0.1 ? y - 0.06 : y - 0.04 * fractal(2.5 * x, 2, 2.5 * z, 4)),
  radius: 40,
  pace: 0.8,
  material: {
    grainM: 0.002,
    relief: (x, y, z) => 0.012 * fractal(24 * x, 24 * y, 24 * z, 5),
    look: ([x, y, z]) => {
      const litter = step(-0.1, 0.3, fractal(9 * x, 3, 9 * z, 5));
      const k = 0.5 + 0.9 * (0.5 + fractal(50 * x, 50 * y, 50 * z, 4));
      return {
        albedo: [(0.03 + 0.05 * litter) * k, (0.022 + 0.027 * litter) * k, (0.014 + 0.01 * litter) * k],
        wet: 0.3,
        gloss: [[0.03, 24]],
      };
    },
  },
});
