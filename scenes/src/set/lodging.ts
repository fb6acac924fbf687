import { clothed, coatBody, fist, headOf, knitCap, OLIVE_SKIN, scarf, STUFF, within } from '../figure/person.ts';
import { brick, brickWall, timber } from '../material/building.ts';
import { skin } from '../material/living.ts';
import type { Material } from '../material/material.ts';
import { fractal, noise, step } from '../noise.ts';
import { board, bulb, wire } from '../prop/props.ts';
import { box, melt } from '../solids.ts';
import type { Thing } from '../trace/thing.ts';
import { outOf, standing, turned, unit, type Pose, type Vec } from '../vector.ts';
import type { Scene } from './scene.ts';

const LAMP: Vec = [0.345, 1.73, -0.1];

/** A lodging by the ferry steps: somebody looks out at a lit window, an elbow on the sill. */
export function lodging(): Scene {
  const still: Thing[] = [
    {
      pose: standing([0, 0, 0.2]),
      solid: (x, y, z) => Math.max(brickWall(x, y, z), -z - 0.25, 0.45 - Math.max(Math.abs(x), Math.abs(y - 1.55) - 0.08)),
      plain: (x, y, z) => Math.max(z + 0.02, -z - 0.25, 0.46 - Math.max(Math.abs(x), Math.abs(y - 1.55) - 0.08)),
      radius: 20,
      pace: 0.6,
      material: brick([0.22, 0.12, 0.085]),
    },
    ...room(),
    ...bulb(LAMP, 0.028, [1, 0.66, 0.33], 10),
    ...wire([LAMP[0], 2.2, LAMP[2]], [LAMP[0], LAMP[1] + 0.06, LAMP[2]], 0, 0.003).things,
    shade(),
  ];
  return {
    still,
    parts: [...looker(), { name: 'window', things: [...sash(), ...sill()], moves: 0 }],
    lighting: {
      lamps: [
        { at: LAMP, light: [0.42, 0.27, 0.135], radius: 0.035 },
        { at: [-0.5, 1.9, -1.1], light: [0.5, 0.33, 0.17], radius: 0.06 },
        // A street lamp to the left, the sky's last light.
        { at: [-2.1, 2.5, 2.6], light: [3.4, 2.4, 1.35], radius: 0.18 },
        { at: [1.2, 3, 4], light: [0.7, 0.95, 1.35], radius: 0.7 },
      ],
      ambient: ([nx, ny]) => {
        const [down, right] = [0.5 - 0.5 * ny, 0.5 + 0.5 * nx];
        return [0.022 + 0.016 * right + 0.012 * down, 0.022 + 0.011 * right + 0.007 * down, 0.026 + 0.006 * right + 0.004 * down];
      },
      beyond: ([, dy]) => [0.02 + 0.02 * Math.max(0, dy), 0.025 + 0.03 * Math.max(0, dy), 0.035 + 0.05 * Math.max(0, dy)],
    },
    camera: { across: -0.1, distance: 2.6, height: 1.5, middle: [0.03, 1.52, 0], width: 0.88 },
    look: { x: 0.067, y: 1.546 },
    closeRound: { x: 0.023, y: 1.576 },
    backgroundTimes: 1.5,
    tone: 0.18,
    backgroundStops: -1,
    exposure: 1.45,
  };
} // prettier-ignore

/** The lamp's shade, of enamel. */
const shade = (): Thing => ({
  pose: standing([LAMP[0], LAMP[1] + 0.03, LAMP[2]]),
  solid: (x, y, z) =>
    Math.max(Math.abs(Math.hypot(x, z) - 0.024 - 1.3 * Math.max(0, 0.045 - y)) * 0.6 - 0.0015, Math.abs(y) - 0.048),
  radius: 0.16,
  pace: 0.7,
  glows: true,
  material: {
    relief: (x, y, z) => 0.0004 * fractal(40 * x, 40 * y, 40 * z, 3),
    look: ([x, y, z], n) => {
      const chip = step(0.3, 0.4, fractal(30 * x, 30 * y, 30 * z, 4));
      return { albedo: n[1] > 0 ? [0.03 + 0.05 * chip, 0.07, 0.06] : [0.55, 0.52, 0.45], gloss: [[0.2, 90]] };
    },
  },
});

/** Paper on the wall, a shelf with cups and a tin. */
function room(): Thing[] {
  const paper: Material = {
    grainM: 0.0008,
    // Pressed like linen, and never quite flat on the wall.
    relief: (x, y) =>
      0.0016 * fractal(16 * x, 16 * y, 2, 5) +
      0.00022 * Math.sin(3900 * x + 2 * noise(60 * x, 60 * y, 4)) * Math.sin(3900 * y + 2 * noise(60 * x, 60 * y, 8)) +
      0.00045 * noise(420 * x, 420 * y, 6),
    look: ([x, y]) => {
      const [u, v] = [(x + 9) / 0.11, (y + 9) / 0.13];
      const [fu, fv] = [u - Math.floor(u) - 0.5, v - Math.floor(v) - 0.5];
      const bloom = step(0.3, 0.26, Math.hypot(fu, fv) + 0.05 * Math.cos(5 * Math.atan2(fv, fu)));
      const heart = step(0.1, 0.08, Math.hypot(fu, fv));
      const stalk = step(0.03, 0.02, Math.abs(fu - 0.1 * Math.sin(6 * fv))) * (1 - bloom);
      const damp = step(0.1, 0.4, fractal(1.6 * x, 1.3 * y, 4, 5));
      // Fibres of the paper, and the print that has rubbed off its ridges.
      const fibre = 0.2 * noise(620 * x, 620 * y, 3) + 0.2 * noise(300 * x, 900 * y, 7) + 0.25 * fractal(90 * x, 90 * y, 1, 4);
      const specks = 0.5 * step(0.55, 0.75, noise(240 * x, 240 * y, 9));
      const k = (1 + fibre) * (1 - specks) * (1 - 0.4 * damp);
      const of = (c: number): number => {
        const ground = [0.3, 0.27, 0.17][c]!;
        const flower = ground + ([0.3, 0.1, 0.07][c]! - ground) * bloom * (1 - heart);
        return (flower + ([0.08, 0.13, 0.06][c]! - flower) * stalk) * k;
      };
      return { albedo: [of(0), of(1), of(2)] };
    },
  };
  const wood = timber([0.2, 0.13, 0.075]);
  const cup = (x: number, tone: Vec, turn: number): Thing => ({
    pose: turned([x, 1.64, -1.42], turn),
    solid: (px, py, pz) => {
      const wall = Math.max(Math.abs(Math.hypot(px, pz) - 0.036 - 0.12 * py) - 0.002, Math.abs(py) - 0.036);
      return Math.min(wall, Math.hypot(Math.hypot(px - 0.043, py) - 0.018, pz) - 0.005);
    },
    radius: 0.09,
    pace: 0.8,
    material: { look: ([px, py, pz]) => { const ring = Math.abs(py - 0.02) < 0.004 ? 0.3 : 1; const k = ring * (1 + 0.1 * fractal(40 * px, 40 * py, 40 * pz, 3)); return { albedo: [tone[0] * k, tone[1] * k, tone[2] * k], gloss: [[0.2, 120]] }; } },
  });
  return [
    { pose: standing([0, 0, -1.55]), solid: (_x, _y, z) => z, radius: 12, material: paper },
    board(standing([-0.35, 1.595, -1.43]), [0.55, 0.011, 0.1], wood),
    cup(-0.72, [0.5, 0.48, 0.42], 0.4), cup(-0.55, [0.12, 0.2, 0.26], -0.3), cup(-0.4, [0.5, 0.46, 0.36], 0.1),
    {
      pose: standing([-0.16, 1.665, -1.44]),
      solid: (x, y, z) => box(x, y, z, 0.06, 0.06, 0.045, 0.006),
      radius: 0.1,
      pace: 0.9,
      material: { look: ([x, y, z]) => { const rust = step(0.1, 0.35, fractal(18 * x, 18 * y, 18 * z, 4)); const band = Math.abs(y) < 0.03 ? 1 : 0.4; return { albedo: [0.3 * band * (1 - 0.5 * rust), 0.08 * band + 0.03 * rust, 0.05 * band], gloss: [[0.1, 50]] }; } },
    },
  ];
} // prettier-ignore

/** The window's frame: its lower sash thrown up, paint that flakes. */
function sash(): Thing[] {
  const paint = timber([0.22, 0.16, 0.1], [0.42, 0.4, 0.34]);
  const upright = (x: number, half: Vec, z: number): Thing => ({
    ...board(standing([x, 0, 0]), [half[1], half[0], half[2]], paint),
    pose: { at: [x, 1.55, z], x: [0, 1, 0], y: [-1, 0, 0], z: [0, 0, 1] },
  });
  return [
    ...[-0.425, 0.425].map((x) => upright(x, [0.03, 0.55, 0.045], 0.13)),
    ...[-0.385, 0.385].map((x) => upright(x, [0.018, 0.55, 0.02], 0.11)),
    board(standing([0, 1.79, 0.12]), [0.4, 0.026, 0.024], paint),
    board(standing([0, 1.85, 0.1]), [0.4, 0.02, 0.02], paint),
  ];
}

function sill(): Thing[] {
  const stone: Material = {
    relief: (x, y, z) => 0.002 * fractal(40 * x, 40 * y, 40 * z, 4) + 0.0006 * noise(300 * x, 300 * y, 300 * z),
    look: ([x, y, z]) => {
      const k = 0.2 * (1 + 0.7 * fractal(22 * x, 22 * y, 22 * z, 5)) * (1 - 0.4 * step(0.1, 0.35, fractal(5 * x, 5 * y, 5 * z, 4)));
      return { albedo: [k, 0.96 * k, 0.88 * k], wet: 0.2 };
    },
  };
  const mug: Vec = [0.235, 1.285, 0.13];
  return [
    {
      pose: standing([0, 1.18, 0.19]),
      solid: (x, y, z) => box(x, y + 0.1 * z, z, 0.55, 0.045, 0.13, 0.012) - 0.002 * fractal(16 * x, 16 * y, 16 * z, 4),
      radius: 0.6,
      pace: 0.85,
      material: stone,
    },
    {
      pose: turned(mug, -0.5),
      solid: (x, y, z) => {
        const wall = Math.max(Math.abs(Math.hypot(x, z) - 0.04) - 0.0022, Math.abs(y) - 0.048);
        return Math.min(wall, Math.max(Math.hypot(x, z) - 0.038, Math.abs(y - 0.02) - 0.004), melt(Math.hypot(Math.hypot(x - 0.048, y) - 0.024, z) - 0.0055, wall, 0.004));
      },
      radius: 0.1,
      pace: 0.8,
      material: {
        relief: (x, y, z) => 0.0003 * fractal(60 * x, 60 * y, 60 * z, 3),
        look: ([x, y, z]) => {
          const chip = step(0.36, 0.42, fractal(30 * x, 30 * y, 30 * z, 4));
          const rim = y > 0.042 ? 1 : 0;
          const k = 1 + 0.1 * fractal(90 * x, 90 * y, 90 * z, 3);
          const of = (c: number): number => (chip > 0.5 ? 0.02 : rim ? [0.03, 0.05, 0.12][c]! : [0.5, 0.48, 0.43][c]!) * k;
          return { albedo: [of(0), of(1), of(2)], gloss: [[0.3, 140]] };
        },
      },
    },
  ];
} // prettier-ignore

function looker(): Scene['parts'] {
  const body = turned([0.03, 0.83, -0.16], 0.28, 0.1);
  const p = (v: Vec): Vec => outOf(body, v);
  const head = turned(p([0, 0.725, 0.085]), 0.3, 0.02, -0.05);
  const neck = within(body, standing([0, 0.575, 0.04]));
  const sleeve = STUFF.brownTweed;
  const elbow: Vec = [-0.3, 1.27, 0.1];
  const wrist: Vec = [-0.07, 1.275, 0.17];
  const way = unit([wrist[0] - elbow[0], wrist[1] - elbow[1], wrist[2] - elbow[2]]);
  const z: Vec = unit([-way[2], 0, way[0]]);
  const x: Vec = [way[1] * z[2] - way[2] * z[1], way[2] * z[0] - way[0] * z[2], way[0] * z[1] - way[1] * z[0]];
  const hand: Pose = { at: wrist, x, y: way, z };
  return [
    {
      name: 'body',
      things: [
        clothed(p([0.19, 0.46, 0]), p([0.27, 0.2, 0.08]), [0.08, 0.066], sleeve),
        ...coatBody(body, { lean: 0.03, skirt: 0.1, material: sleeve, fuzz: [0.15, 0.11, 0.08] }),
        ...scarf(neck, [0.05, 0.09, 0.14], [0.24, 0.22, 0.17]),
        ...headOf(head, { grey: 0.85, tone: [0.44, 0.27, 0.195] }),
        ...knitCap(head, [0.045, 0.06, 0.085], [0.2, 0.05, 0.04]),
      ],
      moves: 1,
    },
    {
      name: 'arm',
      things: [
        clothed(p([-0.19, 0.46, 0]), elbow, [0.082, 0.066], sleeve),
        clothed(elbow, wrist, [0.064, 0.048], sleeve),
        fist(hand, skin(OLIVE_SKIN)),
      ],
      moves: 0.3,
    },
  ];
}
