import { bicycle, CRUST } from '../prop/bicycle.ts';
import { boot, clothed, coatBody, fist, flatCap, headOf, scarf, STUFF, within } from '../figure/person.ts';
import { brick, brickWall, iron, setts, timber } from '../material/building.ts';
import { woven } from '../material/cloth.ts';
import { bill, lettering } from '../material/paper.ts';
import type { Material } from '../material/material.ts';
import { fineness } from '../fineness.ts';
import { cell, cells, chance, closeUp, fractal, noise, step } from '../noise.ts';
import { board, cask, crate, wallLantern } from '../prop/props.ts';
import { drum, egg } from '../solids.ts';
import type { Thing } from '../trace/thing.ts';
import { outOf, standing, turned, unit, type Pose, type Vec } from '../vector.ts';
import type { Scene } from './scene.ts';

/** A lane of Port Alder after closing time: a baker's roadster passes the lit window of the bread shop. */
export function cyclist(): Scene {
  const street = setts(0.75);
  const lantern = wallLantern([2.15, 2.2, -1.75], 2.2);
  const still: Thing[] = [
    { pose: standing([0, 0, 0]), radius: 60, pace: 0.62, ...street },
    {
      pose: standing([0, 0, -2.2]),
      solid: (x, y, z) => Math.max(brickWall(x, y, z), 0.02 - Math.max(Math.abs(x + 0.62) - 0.92, Math.abs(y - 1.45) - 0.72)),
      plain: (x, y, z) => Math.max(z + 0.02, 0.02 - Math.max(Math.abs(x + 0.62) - 0.92, Math.abs(y - 1.45) - 0.72)),
      radius: 30,
      pace: 0.65,
      material: brick([0.22, 0.12, 0.085]),
    },
    ...shop(),
    ...lantern.things,
    ...cask(standing([1.62, 0.01, -1.85])),
    ...crate(turned([1.0, 0.02, -1.9], 0.14), false, 5),
    notice(),
    drainpipe(),
  ];
  return {
    still,
    parts: rider(),
    lighting: {
      lamps: [
        lantern.lamp,
        // Lamps within the shop, the street's lamps behind the camera.
        { at: [-0.7, 2.0, -2.75], light: [2.3, 1.6, 0.85], radius: 0.15 },
        { at: [-0.6, 1.9, -1.9], light: [0.75, 0.52, 0.27], radius: 0.5 },
        { at: [1.8, 3.1, 3.1], light: [11, 7.2, 3.4], radius: 0.3 },
        { at: [-3.4, 2.9, 2.2], light: [7.5, 5, 2.6], radius: 0.3 },
        { at: [4.6, 3, -0.4], light: [2.4, 3.2, 4.6], radius: 0.6 },
      ],
      ambient: ([nx, ny]) => {
        const [up, left] = [0.5 + 0.5 * ny, 0.5 - 0.5 * nx];
        return [0.045 + 0.03 * left + 0.016 * up, 0.04 + 0.022 * left + 0.022 * up, 0.038 + 0.012 * left + 0.034 * up];
      },
      beyond: ([, dy]) => (dy > 0 ? [0.012, 0.016, 0.026] : [0.02, 0.016, 0.012]),
    },
    camera: { across: 0.1, distance: 4.6, height: 1.35, middle: [0.1, 1.07, 0], width: 3.3 },
    look: { x: 0.14, y: 1.647 },
    closeRound: { x: 0.117, y: 1.579 },
    backgroundTimes: 1.5,
    tone: 0.18,
    backgroundStops: 0,
    exposure: 1.25,
  };
}

/** A bill on the wall. */
function notice(): Thing {
  const half = [0.25, 0.35] as const;
  return {
    pose: turned([1.18, 1.5, -2.185], 0, 0, -0.02),
    solid: (x, y, z) => Math.max(Math.abs(x) - half[0], Math.abs(y) - half[1], Math.abs(z) - 0.012) * 0.95,
    radius: 0.46,
    material: bill(
      [
        { text: 'TO LET', x: -0.2, y: 0.24, letterM: 0.05 },
        { text: 'A ROOM', x: -0.19, y: 0.06, letterM: 0.045 },
        { text: 'AT THE', x: -0.15, y: -0.04, letterM: 0.034 },
        { text: 'SLUICE', x: -0.19, y: -0.16, letterM: 0.045 },
        { text: 'NO HORNS', x: -0.2, y: -0.3, letterM: 0.034 },
      ],
      [0.08, 0.16, 0.09],
      half,
    ),
  };
}

const drainpipe = (): Thing => ({
  pose: standing([0.62, 1.6, -2.12]),
  solid: (x, y, z) => {
    const band = Math.abs(((y + 4) % 0.9) - 0.45);
    return Math.min(drum(x, y, z, 0.042, 1.65), drum(x, 0, z, 0.052, 1, 0.006) + 0.4 * Math.max(0, band - 0.05)) * 0.9;
  },
  radius: 1.75,
  pace: 0.7,
  material: iron,
});

/** The net of cracks of an old glaze, which only a close picture shows: 0 beside a crack, 1 in it. */
function crackAt(x: number, y: number): number {
  if (fineness.octaves === 0) return 0;
  cells(120 * x + 0.3 * noise(300 * x, 300 * y, 1), 120 * y + 0.3 * noise(300 * x, 300 * y, 7), 2);
  return step(0.09, 0.03, cell.next - cell.nearest);
}

/** Loaves on shelves behind a window with glazing bars, a board with the shop's name over it. */
function shop(): Thing[] {
  const paint = timber([0.16, 0.11, 0.07], [0.045, 0.09, 0.1]);
  const inside = timber([0.34, 0.22, 0.12]);
  const name: Material = {
    ...paint,
    look(p, n) {
      const found = paint.look(p, n);
      const far = lettering('PORT ALDER BREAD', (p[0] + 0.86) / 0.075, (p[1] + 0.06) / 0.075) * 0.075;
      const ink = step(0.0125, 0.01, far + 0.001 * noise(120 * p[0], 120 * p[1], 1)) * (1 - 0.7 * step(0.12, 0.3, fractal(20 * p[0], 20 * p[1], 4, 4)));
      const of = (c: number): number => found.albedo[c]! + ([0.55, 0.42, 0.16][c]! - found.albedo[c]!) * ink;
      return { ...found, albedo: [of(0), of(1), of(2)] };
    },
  }; // prettier-ignore
  const upright = (x: number, half: Vec, y = 1.45): Thing => ({
    ...board(standing([x, 0, 0]), [half[1], half[0], half[2]], paint),
    pose: { at: [x, y, -2.16], x: [0, 1, 0], y: [-1, 0, 0], z: [0, 0, 1] },
  });
  const things: Thing[] = [
    ...[-1.52, 0.28].map((x) => upright(x, [0.05, 0.76, 0.05])),
    ...[-0.92, -0.32].map((x) => upright(x, [0.018, 0.7, 0.02])),
    board(standing([-0.62, 0.72, -2.12]), [1.0, 0.045, 0.1], paint),
    board(standing([-0.62, 1.86, -2.16]), [0.9, 0.018, 0.02], paint),
    { ...board(standing([-0.62, 2.33, -2.12]), [1.3, 0.15, 0.035], name), material: name },
    board(standing([-0.62, 2.51, -2.08]), [1.34, 0.03, 0.08], paint),
    board(standing([-0.62, 0.36, -2.14]), [0.95, 0.3, 0.03], paint),
    // The back of the window, and its shelves.
    {
      pose: standing([-0.62, 1.45, -3.1]),
      solid: (_x, _y, z) => z,
      radius: 6,
      material: { look: ([x, y]) => {
        const tile = 1 - 0.5 * step(0.006, 0.002, Math.min(Math.abs(x / 0.12 - Math.round(x / 0.12)) * 0.12, Math.abs(y / 0.12 - Math.round(y / 0.12)) * 0.12));
        // The glaze is specked and crazed: cracks with dirt in them round patches of some 8 mm.
        const glaze = 1 + 0.2 * closeUp(600 * x, 600 * y, 3) + 0.14 * closeUp(170 * x, 170 * y, 6) - 0.5 * crackAt(x, y);
        const k = 0.42 * tile * glaze * (1 + 0.25 * fractal(3 * x, 3 * y, 2, 5));
        return { albedo: [k, 0.94 * k, 0.8 * k], gloss: [[0.06, 60]] };
      } },
    },
    ...[0.98, 1.36, 1.72].map((y) => board(standing([-0.62, y, -2.62]), [0.9, 0.012, 0.16], inside)),
  ]; // prettier-ignore
  for (const [shelf, y] of [0.98, 1.36, 1.72].entries())
    for (let i = 0; i < 9; i++) {
      const own = chance(i, shelf, 3);
      if (own > 0.86) continue;
      const round = chance(i, shelf, 5) > 0.55;
      const half: Vec = round ? [0.075, 0.055, 0.075] : [0.11, 0.045, 0.055];
      things.push({
        pose: turned([-1.4 + 0.195 * i + 0.03 * own, y + 0.012 + 0.85 * half[1], -2.6 + 0.06 * own], 1.2 * (own - 0.5)),
        solid: (px, py, pz) => {
          const cut = 0.01 * step(0.008, 0.002, Math.abs(((px + 1) / 0.045) % 1 - 0.5) * 0.045) * step(0, 0.03, py);
          return Math.max(egg(px, py, pz, ...half) + cut - 0.004 * fractal(26 * px, 26 * py, i + 26 * pz, 3), -py - 0.8 * half[1]);
        },
        radius: 0.13,
        pace: 0.7,
        material: CRUST,
      });
    } // prettier-ignore
  return things;
}

function rider(): Scene['parts'] {
  const { things, grips, pedals } = bicycle(standing([0, 0.02, 0.02]));
  const body = turned([-0.27, 0.99, 0.02], 1.36, 0.3);
  const p = (v: Vec): Vec => outOf(body, v);
  const oilskin = woven([0.42, 0.25, 0.035], 0.0026, 0.05);
  const cloth = STUFF.darkDrill;
  const neck = within(body, { at: [0, 0.575, 0.06], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] });
  const head = turned(p([0, 0.715, 0.13]), 1.02, 0.02, 0.02);
  const shoulders = [p([-0.2, 0.46, 0.02]), p([0.2, 0.46, 0.02])] as const;
  const elbows: readonly [Vec, Vec] = [[0.03, 1.16, 0.33], [0.06, 1.17, -0.28]]; // prettier-ignore
  const arm = (i: 0 | 1): Thing[] => {
    const [elbow, grip] = [elbows[i], grips[i]];
    const way = unit([grip[0] - elbow[0], grip[1] - elbow[1], grip[2] - elbow[2]]);
    const wrist: Vec = [grip[0] - 0.075 * way[0], grip[1] - 0.075 * way[1] + 0.02, grip[2] - 0.075 * way[2]];
    const up: Vec = unit([way[1], -way[0], 0]);
    const bar: Vec = [way[1] * up[2] - way[2] * up[1], way[2] * up[0] - way[0] * up[2], way[0] * up[1] - way[1] * up[0]];
    const pose: Pose = { at: wrist, x: bar, y: way, z: up };
    return [
      clothed(shoulders[i], elbow, [0.076, 0.062], oilskin),
      clothed(elbow, wrist, [0.06, 0.045], oilskin),
      fist(pose, STUFF.gloves),
    ];
  };
  const leg = (i: 0 | 1, knee: Vec, toe: number): Thing[] => {
    const pedal = pedals[i];
    const ankle: Vec = [pedal[0] - 0.1, pedal[1] + 0.115 - 0.09 * toe, pedal[2]];
    const hip = p([i === 0 ? -0.095 : 0.095, -0.01, 0]);
    return [
      clothed(hip, knee, [0.105, 0.07], cloth),
      clothed(knee, ankle, [0.068, 0.05], cloth),
      ...boot(turned(ankle, Math.PI / 2, toe), STUFF.boots),
    ];
  };
  return [
    { name: 'farLeg', things: leg(1, [0.12, 0.86, -0.13], 0.12), moves: 1, limb: true },
    {
      name: 'body',
      things: [
        ...arm(1),
        ...things,
        ...coatBody(body, { lean: 0.03, skirt: 0.16, material: oilskin }),
        ...scarf(neck, [0.05, 0.11, 0.2], [0.3, 0.28, 0.22]),
        ...headOf(head, { beard: false, grey: 0.25, tone: [0.4, 0.25, 0.185] }),
        ...flatCap(head, STUFF.greyTweed),
        ...arm(0),
      ],
      moves: 1,
    },
    { name: 'nearLeg', things: leg(0, [0.05, 0.6, 0.14], 0.18), moves: 1, limb: true },
  ];
}
