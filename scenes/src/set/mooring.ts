import { gull } from '../figure/gull.ts';
import { rope, timber } from '../material/building.ts';
import type { Material } from '../material/material.ts';
import { water } from '../material/water.ts';
import { chance, fractal, noise, step } from '../noise.ts';
import { bulb } from '../prop/props.ts';
import { box, drum, type Solid } from '../solids.ts';
import type { Lamp } from '../trace/light.ts';
import type { Thing } from '../trace/thing.ts';
import { standing, turned, type Vec } from '../vector.ts';
import type { Scene } from './scene.ts';

const WATER = -0.5;

/** Harbour water at dusk: a gull flies low past mooring piles, the lamps of the far quay behind it. */
export function mooring(): Scene {
  const far = farQuay();
  const { body, far: farWing, near } = gull(turned([-0.04, 0.16, 0], 0.12, 0, 0.1));
  return {
    still: [
      { pose: standing([0, WATER, 0]), radius: 90, pace: 0.8, ...water(1.7, [{ x: 0.66, z: -0.7, height: 0.003 }]) },
      ...pile([0.68, WATER, -0.7], 0.085, 0.62, 0.03),
      ...pile([0.92, WATER, -1.0], 0.095, 0.9, -0.04),
      ...pile([-0.98, WATER, -1.8], 0.1, 0.75, 0.02),
      ...far.things,
    ],
    parts: [
      { name: 'farWing', things: farWing, moves: 1, limb: true, along: { x: 0.25, y: 0.97 } },
      { name: 'body', things: body, moves: 1 },
      { name: 'nearWing', things: near, moves: 1, limb: true, along: { x: 0.25, y: 0.97 } },
    ],
    lighting: {
      lamps: [
        // The bright part of the sky to the left behind the camera, the rest of it above, lamps on the near quay.
        { at: [-4.5, 3.4, 3.2], light: [30, 27, 26], radius: 2.2 },
        { at: [1.5, 5, -2], light: [9, 11, 15], radius: 2 },
        { at: [3, 0.6, 3.4], light: [9, 5.6, 2.6], radius: 0.3 },
        ...far.lamps,
      ],
      ambient: ([nx, ny]) => {
        const [up, left] = [0.5 + 0.5 * ny, 0.5 - 0.5 * nx];
        return [0.06 + 0.12 * up + 0.07 * left, 0.07 + 0.15 * up + 0.055 * left, 0.085 + 0.2 * up + 0.045 * left];
      },
      beyond: ([dx, dy]) => {
        const up = Math.max(0, dy);
        const glow = Math.exp(-6 * up);
        const cloud = 0.75 + 0.5 * fractal(2.2 * dx + 3, 8 * up, 4, 5) + 0.12 * noise(26 * dx, 60 * up, 2);
        return [(0.14 + 0.3 * glow) * cloud, (0.19 + 0.2 * glow) * cloud, (0.29 + 0.1 * glow) * cloud];
      },
    },
    camera: { across: 0.05, distance: 5.5, height: 0.42, middle: [0, 0.16, 0], width: 1.9 },
    look: { x: 0.199, y: 0.244 },
    closeRound: { x: 0.171, y: 0.204 },
    backgroundTimes: 1.5,
    tone: 0.36,
    backgroundStops: 0,
    exposure: 1.25,
  };
}

/** A mooring pile: weathered above, weed and mussels where the tide reaches, a rope round it. */
function pile(foot: Vec, radius: number, tall: number, roll: number): Thing[] {
  const wood = timber([0.2, 0.16, 0.12], null, 0.09);
  const pose = turned(foot, radius * 40, 0, roll);
  const bark: Material = {
    ...wood,
    relief: (x, y, z) => wood.relief!(y, 0.27 * Math.atan2(x, z), 0.3) + 0.004 * fractal(30 * x, 8 * y, 30 * z, 4),
    look: (p, n) => {
      const [x, y, z] = p;
      const found = wood.look([y, 0.27 * Math.atan2(x, z), 0.3], n);
      const weed = step(0.2, 0.08, y + 0.12 * fractal(9 * x, 9 * y, 9 * z, 4));
      const lime = step(0.1, 0.3, fractal(22 * x, 14 * y, 22 * z, 4)) * step(tall - 0.25, tall, y);
      const of = (c: number): number => {
        const wet = found.albedo[c]! * (1 - 0.5 * step(0.35, 0.15, y));
        const green = wet + ([0.03, 0.042, 0.016][c]! * (1 + 0.8 * noise(90 * x, 40 * y, 90 * z)) - wet) * weed;
        return green + (0.5 - green) * 0.7 * lime;
      };
      return { albedo: [of(0), of(1), of(2)], wet: step(0.35, 0.1, y) * 0.7, gloss: [[0.03, 20]] };
    },
  };
  const { relief, material } = rope(0.014);
  const turns: Solid = (x, y, z) => {
    const out = Math.hypot(x, z) - radius - 0.016;
    const up = y - tall + 0.13 + 0.1 * x;
    const nth = Math.min(1, Math.max(-2, Math.round(up / 0.03)));
    const d = Math.hypot(out, up - 0.03 * nth) - 0.014;
    return d > 0.02 ? d - 0.006 : d - relief(out, Math.atan2(x, z) * radius, up - 0.03 * nth);
  };
  return [
    { pose, solid: (x, y, z) => drum(x, y - tall / 2, z, radius, tall / 2, 0.02) - 0.006 * fractal(14 * x, 5 * y, 14 * z, 4), middle: [0, tall / 2, 0], radius: tall / 2 + radius, pace: 0.8, material: bark },
    { pose, solid: turns, middle: [0, tall - 0.13, 0], radius: radius + 0.09, pace: 0.65, material: { ...material, look: ([x, y, z], n) => material.look([Math.hypot(x, z) - radius, Math.atan2(x, z) * radius, y], n) } },
  ];
} // prettier-ignore

/** Houses and lamps across the water, far off. */
function farQuay(): { things: Thing[]; lamps: Lamp[] } {
  const z = -26;
  const things: Thing[] = [];
  const lamps: Lamp[] = [];
  for (let i = 0; i < 14; i++) {
    const [wide, tall] = [0.9 + 0.9 * chance(i, 1, 3), 1.2 + 1.6 * chance(i, 2, 3)];
    const at: Vec = [-9 + 1.45 * i, WATER + 0.5 + tall / 2, z - 1.5 * chance(i, 5, 5)];
    const hue = chance(i, 6, 6);
    things.push({
      pose: standing(at),
      solid: (x, y, pz) => Math.max(box(x, y, pz, wide, tall / 2 + 0.5, 0.8, 0.02), (y - tall / 2 + 0.25) * 0.7 + 0.55 * Math.abs(x) - 0.25),
      radius: Math.hypot(wide, tall / 2 + 0.5, 0.8),
      pace: 0.8,
      material: {
        look: ([x, y, pz]) => {
          const [u, v] = [x / 0.42 + 20.5, y / 0.55 + 20.5];
          const pane = Math.abs(u - Math.floor(u) - 0.5) < 0.2 && Math.abs(v - Math.floor(v) - 0.5) < 0.26 && pz > 0.7;
          const lit = pane && chance(Math.floor(u), Math.floor(v), i) > 0.6;
          // Courses of brick, soot below the eaves and rain under the sills.
          const course = 0.75 + 0.35 * Math.abs(Math.sin(60 * y)) + 0.3 * chance(Math.floor(x / 0.11 + 0.5 * Math.floor(19 * y)), Math.floor(19 * y), i);
          const k = (0.07 + 0.08 * hue) * course * (1 + 0.6 * fractal(3 * x, 3 * y, i, 5) + 0.5 * fractal(30 * x, 30 * y, i, 3));
          const [across, up] = [u - Math.floor(u) - 0.5, v - Math.floor(v) - 0.5];
          const bars = Math.min(Math.abs(across), Math.abs(up)) < 0.025 ? 0.3 : 1;
          const curtain = (0.55 + 0.5 * step(0.05, 0.16, Math.abs(across))) * (0.8 + 0.4 * noise(30 * x, 12 * y, i)) * bars;
          if (lit) return { albedo: [0, 0, 0], glow: [1.6 * curtain, curtain, 0.45 * curtain] };
          return { albedo: pane ? [0.02, 0.022, 0.026] : [k * (1 + 0.3 * hue), k, k * (1 - 0.2 * hue)] };
        },
      },
    });
    if (i % 2 === 0) things.push(...bulb([at[0] + 0.6, WATER + 1.15, z + 1.4], 0.07, [1, 0.62, 0.28], 16));
  }
  things.push({
    pose: standing([0, WATER, z + 0.8]),
    solid: (_x, y, pz) => box(0, y - 0.2, pz, 1, 0.28, 0.6, 0.02),
    radius: 90,
    pace: 0.9,
    material: { relief: (x, y, pz) => 0.03 * fractal(3 * x, 6 * y, 3 * pz, 4), look: ([x, y, pz]) => { const k = 0.07 * (1 + 0.8 * fractal(2 * x, 5 * y, 2 * pz, 5)); return { albedo: [k, 0.96 * k, 0.9 * k] }; } },
  });
  lamps.push({ at: [-2.5, 2.4, z + 4], light: [15, 9.8, 4.8], radius: 0.5 });
  return { things, lamps };
} // prettier-ignore
