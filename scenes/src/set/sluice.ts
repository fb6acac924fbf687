import { otter } from '../figure/otter.ts';
import { stoneWall, timber } from '../material/building.ts';
import type { Material } from '../material/material.ts';
import { water } from '../material/water.ts';
import { cell, cells, fractal, noise, step } from '../noise.ts';
import { board, bulb } from '../prop/props.ts';
import { box, egg, melt, type Solid } from '../solids.ts';
import type { Coat, Thing } from '../trace/thing.ts';
import { standing, turned } from '../vector.ts';
import type { Scene } from './scene.ts';

/** The sluice at dusk: an otter comes out on the sill, the first lanterns are lit. */
export function sluice(): Scene {
  const wall = stoneWall(0.34);
  const gate = timber([0.13, 0.105, 0.08], [0.06, 0.075, 0.06]);
  const still: Thing[] = [
    { pose: standing([0, -0.13, 0]), radius: 40, pace: 0.8, ...water(1, [{ x: 0.62, z: 0.4, height: 0.0022 }]) },
    {
      pose: turned([0, -0.4, -1.5], 0.06),
      solid: wall.solid,
      plain: (_x, _y, z) => z,
      radius: 20,
      pace: 0.6,
      material: wall.material,
    },
    sill(),
    stone([-0.62, -0.1, 0.2], [0.17, 0.1, 0.13], 3),
    stone([-0.4, -0.13, 0.36], [0.12, 0.075, 0.1], 8),
    stone([0.78, -0.13, 0.16], [0.13, 0.08, 0.11], 12),
    ...Array.from({ length: 7 }, (_, i) => ({
      ...board(standing([0.52 + 0.021 * i, 0, -1.3]), [0.9, 0.095, 0.03], gate),
      pose: { ...turned([0.5 + 0.2 * i, 0.3, -1.3 + 0.004 * i], 0, 0, Math.PI / 2) },
    })),
    board(standing([1.1, 0.42, -1.24]), [0.75, 0.06, 0.04], gate),
    bank(),
    ...bulb([-1.05, 0.86, -1.1], 0.035, [1, 0.56, 0.22], 12),
    ...bulb([-0.35, 0.95, -1.2], 0.035, [1, 0.56, 0.22], 10),
  ];
  const body = turned([-0.06, 0.012, 0.02], -0.42);
  const head = turned([0.3, 0.305, 0.165], -0.85, 0, 0.06);
  return {
    still,
    parts: [{ name: 'body', things: otter(body, head), moves: 1 }],
    lighting: {
      lamps: [
        // What is left of the sky, above and a little behind; lanterns on the bridge.
        { at: [-1.6, 4.2, 1.4], light: [3.8, 4.6, 5.9], radius: 1.6 },
        { at: [3.4, 1.7, 2.4], light: [17, 10.5, 4.6], radius: 0.25 },
        { at: [-1.05, 0.86, -1], light: [0.34, 0.2, 0.085], radius: 0.05 },
        { at: [-2.2, 2.6, -3], light: [7, 8.4, 11], radius: 1 },
      ],
      ambient: ([nx, ny]) => {
        const [up, right] = [0.5 + 0.5 * ny, 0.5 + 0.5 * nx];
        return [0.04 + 0.1 * up + 0.04 * right, 0.045 + 0.125 * up + 0.028 * right, 0.05 + 0.165 * up + 0.014 * right];
      },
      beyond: ([, dy]) => {
        const up = Math.max(0, dy);
        return [0.16 + 0.26 * up, 0.19 + 0.36 * up, 0.25 + 0.5 * up];
      },
    },
    camera: { across: 0.06, distance: 6, height: 0.62, middle: [0.06, 0.2, 0], width: 1.56 },
    look: { x: 0.307, y: 0.312 },
    closeRound: { x: 0.36, y: 0.3 },
    backgroundTimes: 1.22,
    tone: 0.05,
    backgroundStops: 0,
    exposure: 2.1,
  };
}

/** Wet stone with algae and lichen. @param damp 0 to 1 at a point */
const wetStone = (seed: number, damp: (x: number, y: number, z: number) => number): Material => ({
  grainM: 0.0009,
  relief: (x, y, z) => 0.0045 * fractal(40 * x, 40 * y + seed, 40 * z, 5) + 0.0008 * noise(480 * x, 480 * y, 480 * z),
  look([x, y, z]) {
    cells(170 * x, 170 * y + seed, 170 * z);
    const crystal = 0.6 + 0.7 * cell.own ** 2;
    const wet = damp(x, y, z);
    const algae = step(0, 0.3, fractal(9 * x, 9 * y + seed, 9 * z, 5) + 0.25 * wet - 0.1);
    cells(26 * x, 26 * y, 26 * z + seed);
    const lichen =
      step(0.32, 0.2, cell.nearest + 0.25 * fractal(70 * x, 70 * y, 70 * z, 3)) * (cell.own > 0.62 ? 1 : 0) * (1 - wet);
    const base = 0.14 * crystal * (1 + 0.8 * fractal(16 * x, 16 * y, 16 * z + seed, 5)) * (1 - 0.5 * wet);
    const of = (c: number): number => {
      const rock = base * [1, 0.97, 0.9][c]!;
      const green = rock + ([0.035, 0.045, 0.014][c]! * (0.6 + 0.8 * crystal) - rock) * 0.8 * algae;
      return green + ([0.3, 0.29, 0.2][c]! * crystal - green) * lichen;
    };
    return {
      albedo: [of(0), of(1), of(2)],
      wet: 0.55 * wet,
      gloss: [
        [0.02 + 0.08 * wet, 30],
        [0.06 * wet, 220],
      ],
    };
  },
});

function sill(): Thing {
  const block: Solid = (x, y, z) =>
    melt(box(x + 0.05, y + 0.16, z + 0.22, 0.98, 0.165, 0.42, 0.04), egg(x - 0.1, y + 0.12, z - 0.1, 0.6, 0.11, 0.2), 0.06);
  return {
    pose: standing([0, 0, 0]),
    solid: (x, y, z) => {
      const d = block(x, y, z);
      return d > 0.06
        ? d - 0.03
        : d - 0.012 * fractal(7 * x, 7 * y, 7 * z, 4) - 0.006 * (0.5 - Math.abs(noise(19 * x, 19 * y, 19 * z)));
    },
    plain: (x, y, z) => block(x, y, z) + 0.012,
    radius: 1.25,
    middle: [0, -0.15, -0.15],
    pace: 0.7,
    material: wetStone(0, (x, y, z) =>
      Math.min(1, step(-0.02, -0.1, y) + step(0.0, 0.35, fractal(3 * x, 2, 4 * z, 3) + 0.8 * z)),
    ),
  };
}

function stone(at: readonly [number, number, number], half: readonly [number, number, number], seed: number): Thing {
  const [a, b, c] = half;
  return {
    pose: turned(at, seed, 0.1),
    solid: (x, y, z) => egg(x, y, z, a, b, c) - 0.02 * fractal(9 * x + seed, 9 * y, 9 * z, 4),
    plain: (x, y, z) => egg(x, y, z, a, b, c) + 0.01,
    radius: Math.max(a, b, c) + 0.03,
    pace: 0.7,
    material: wetStone(seed, (_x, y) => step(0.02, -0.03, y)),
  };
}

/** Grass and rushes along the wall's foot. */
function bank(): Thing {
  const coat: Coat = {
    perM2: 16_000,
    density: (x, _y, z) => step(-0.25, 0.25, noise(2.4 * x, 3, 3 * z)),
    lie: ([x, , z]) => [0.5 * noise(3 * x, 7, 3 * z), 1, 0.3 * noise(3 * x, 1, 3 * z)],
    length: ([x, , z]) => 0.18 + 0.16 * Math.abs(noise(6 * x, 2, 6 * z)),
    wild: 0.32,
    curl: 0.3,
    hang: 0.55,
    thick: 0.0045,
    colour: ([x, , z], own) => {
      const dry = step(0.1, 0.5, own + 0.5 * noise(4 * x, 9, 4 * z));
      return [0.05 + 0.15 * dry, 0.075 + 0.09 * dry, 0.022 + 0.04 * dry];
    },
    gloss: 0.12,
    tuft: 0.05,
  };
  return {
    pose: standing([0, 0, 0]),
    solid: (x, y, z) => egg(x + 0.9, y + 0.12, z + 1.25, 1.5, 0.14, 0.3) - 0.02 * fractal(8 * x, 8 * y, 8 * z, 4),
    radius: 1.6,
    middle: [-0.9, -0.1, -1.25],
    pace: 0.6,
    material: {
      relief: (x, y, z) => 0.01 * fractal(30 * x, 30 * y, 30 * z, 4),
      look: ([x, y, z]) => {
        const earth = 0.6 + 0.8 * (0.5 + fractal(40 * x, 40 * y, 40 * z, 4));
        return { albedo: [0.045 * earth, 0.036 * earth, 0.022 * earth] };
      },
    },
    coats: [coat],
  };
}
