import { cell, cells, chance, closeUp, finest, fractal, noise, step } from '../noise.ts';
import type { Solid } from '../solids.ts';
import { times, type Vec } from '../vector.ts';
import type { Material } from './material.ts';

const ROW = 0.075;
const BRICK = 0.235;
const JOINT = 0.011;

/** Which brick of a wall a point lies on, and how far from its joint, m. The wall faces z. */
function brickAt(x: number, y: number): { row: number; column: number; joint: number } {
  const row = Math.floor(y / ROW);
  const shifted = x + (row & 1) * (BRICK / 2) + 0.006 * (chance(row, 3, 1) - 0.5);
  const column = Math.floor(shifted / BRICK);
  const across = shifted - column * BRICK;
  const up = y - row * ROW;
  return { row, column, joint: Math.min(across, BRICK - across, up, ROW - up) };
}

/** A brick wall that faces z, its courses laid by hand and weathered. */
export const brickWall: Solid = (x, y, z) => {
  if (z > 0.04) return z - 0.03;
  const { row, column, joint } = brickAt(x, y);
  const ragged = joint + 0.0035 * noise(60 * x, 60 * y, 1) + 0.002 * noise(170 * x, 170 * y, 4);
  const stands = 0.009 * step(JOINT * 0.3, JOINT, ragged) + 0.004 * (chance(row, column, 5) - 0.5);
  const chipped = chance(row, column, 8) > 0.86 ? 0.012 * step(0.1, 0.4, noise(16 * x, 16 * y, row)) : 0;
  return z - stands + chipped - 0.003 * fractal(24 * x, 24 * y, row * 3 + column, 3);
};

/** @param tone mean colour of the bricks */
export function brick(tone: Vec): Material {
  return {
    grainM: 0.0016,
    relief: (x, y, z) => 0.0022 * fractal(90 * x, 90 * y, 90 * z, 4) + 0.0012 * finest(420 * x, 420 * y, 420 * z),
    look([x, y]) {
      const { row, column, joint } = brickAt(x, y);
      const own = chance(row, column, 2);
      const soot = step(0.1, -0.35, fractal(0.9 * x, 0.55 * y, 3, 4)) * 0.6;
      const lime = step(0.16, 0.4, fractal(1.4 * x, 0.6 * y + 7, 9, 5));
      const grain =
        1 + 0.75 * fractal(70 * x, 70 * y, own * 40, 4) + 0.35 * finest(330 * x, 330 * y, 5) + 0.4 * closeUp(620 * x, 620 * y, 8);
      const mortar = step(JOINT, JOINT * 0.45, joint + 0.003 * noise(90 * x, 90 * y, 2));
      const burnt = own > 0.9 ? 0.35 : 0.65 + 0.6 * own;
      const hue = chance(row, column, 6) - 0.5;
      const streak = step(0.05, 0.35, fractal(5 * x, 0.5 * y, 8, 3));
      const of = (c: number, lean: number): number => {
        const face = tone[c]! * burnt * (1 + lean * hue) * grain;
        const joined = 0.19 * (1 + 0.5 * fractal(120 * x, 120 * y, 3, 3)) * [1, 0.93, 0.82][c]!;
        const plain = face + (joined - face) * mortar * 0.8;
        return (plain + (0.24 - plain) * 0.35 * lime) * (1 - soot) * (1 - 0.35 * streak);
      };
      return { albedo: [of(0, 0.25), of(1, -0.2), of(2, -0.3)], gloss: [[0.012 + 0.03 * streak, 14]] };
    },
  };
}

/** Squared stones laid dry, rough-faced, that face z. @param course height of a course, m */
export function stoneWall(course = 0.3): { solid: Solid; material: Material } {
  const at = (x: number, y: number) => {
    const row = Math.floor(y / course);
    const wide = course * (1.3 + 0.9 * chance(row, 1, 4));
    const shifted = x + 3 * chance(row, 2, 7);
    const column = Math.floor(shifted / wide);
    const [across, up] = [shifted - column * wide, y - row * course];
    return { row, column, joint: Math.min(across, wide - across, up, course - up) };
  };
  const solid: Solid = (x, y, z) => {
    if (z > 0.09) return z - 0.075;
    const { row, column, joint } = at(x, y);
    const own = 31 * chance(row, column, 3);
    const edge = joint + 0.008 * noise(26 * x, 26 * y, own);
    const face =
      0.022 * fractal(9 * x, 12 * y, own, 4) + 0.006 * (1 - 2 * Math.abs(noise(30 * x, 30 * y, own))) + 0.016 * (own / 31 - 0.5);
    return z - step(0.001, 0.022, edge) * (0.03 + face);
  };
  const material: Material = {
    grainM: 0.0018,
    relief: (x, y, z) => 0.005 * fractal(46 * x, 46 * y, 46 * z, 4) + 0.0014 * finest(330 * x, 330 * y, 330 * z),
    look([x, y, z]) {
      const { row, column, joint } = at(x, y);
      const own = chance(row, column, 9);
      cells(90 * x, 90 * y, 90 * z);
      const crystal = cell.own;
      const grain = (1 + 0.9 * fractal(20 * x, 20 * y, own * 9, 5)) * (0.75 + 0.6 * crystal * crystal);
      const moss = step(0.05, 0.35, fractal(7 * x, 6 * y, 4, 4) + 0.4 * step(0.03, 0.0, joint));
      const wet = step(-0.1, 0.25, fractal(10 * x, 1.2 * y, 3, 4));
      const base = (0.06 + 0.09 * own) * grain * (1 - 0.5 * step(0.014, 0.002, joint)) * (1 - 0.4 * wet);
      return {
        albedo: [base * (1 - 0.3 * moss), base * (0.97 - 0.08 * moss), base * (0.92 - 0.42 * moss)],
        gloss: [
          [0.015 + 0.06 * wet, 18],
          [0.04 * wet, 130],
        ],
      };
    },
  };
  return { solid, material };
}

const SETT = [0.13, 0.19] as const;
/** Where water stands between the setts, m under their mean top. */
const WATER = -0.008;

function settAt(x: number, z: number): { row: number; column: number; joint: number } {
  const row = Math.floor(z / SETT[0]);
  const wide = SETT[1] * (0.8 + 0.5 * chance(row, 5, 3));
  const shifted = x + 2 * chance(row, 9, 1) + 0.02 * noise(3 * x, 0, row);
  const column = Math.floor(shifted / wide);
  const [across, along] = [shifted - column * wide, z + 0.012 * noise(4 * x, 5, row) - row * SETT[0]];
  return { row, column, joint: Math.min(across, wide - across, along, SETT[0] - along) };
}

/** Height of a street of worn stone setts, m. */
function settTop(x: number, z: number): number {
  const { row, column, joint } = settAt(x, z);
  const own = chance(row, column, 4);
  const ragged = joint + 0.006 * noise(28 * x, own * 40, 28 * z);
  const round = step(-0.004, 0.04, ragged);
  return (
    0.034 * (round - 1) + 0.014 * (own - 0.5) + 0.006 * fractal(18 * x, own * 9, 18 * z, 3) + 0.03 * noise(0.7 * x, 3, 0.9 * z)
  );
}

/** A street of setts under y = 0.04, with water standing where it is low. @param puddles 0 dry to 1 */
export function setts(puddles: number): { solid: Solid; plain: Solid; material: Material } {
  const level = (x: number, z: number): number => WATER - 0.02 * (1 - puddles) + 0.012 * noise(0.5 * x, 8, 0.5 * z);
  const solid: Solid = (x, y, z) => (y > 0.05 ? y - 0.045 : y - Math.max(settTop(x, z), level(x, z)));
  return {
    solid,
    plain: (_x, y) => y + 0.02,
    material: {
      grainM: 0.0018,
      relief(x, y, z) {
        if (settTop(x, z) < level(x, z)) return 0.0005 * noise(9 * x, 3, 16 * z) + 0.00012 * noise(44 * x, 1, 66 * z);
        return 0.003 * fractal(60 * x, 60 * y, 60 * z, 4) + 0.0012 * finest(380 * x, 380 * y, 380 * z);
      },
      look([x, , z]) {
        const top = settTop(x, z);
        const drowned = level(x, z) - top;
        if (drowned > 0) {
          const silt = 0.02 * (1 + fractal(30 * x, 2, 30 * z, 4));
          return { albedo: [silt, 0.85 * silt, 0.66 * silt], wet: 1, gloss: [[0.25, 700]] };
        }
        const { row, column, joint } = settAt(x, z);
        const own = chance(row, column, 7);
        cells(150 * x, 4, 150 * z);
        const crystal = (0.65 + 0.75 * cell.own * cell.own) * (1 + 0.7 * closeUp(560 * x, 7, 560 * z));
        const damp = step(0.012, -0.012, top) * 0.6 + 0.5 * step(-0.15, 0.25, fractal(1.3 * x, 5, 1.3 * z, 3));
        const dirt = step(0.016, 0.004, joint);
        const stone =
          (0.075 + 0.11 * own) * (1 + 0.8 * fractal(30 * x, own * 50, 30 * z, 5)) * crystal * (1 - 0.45 * Math.min(1, damp));
        const hue = chance(row, column, 2) - 0.5;
        return {
          albedo: [
            stone * (1 + 0.16 * hue) * (1 - 0.6 * dirt),
            stone * (1 - 0.62 * dirt),
            stone * (0.98 - 0.2 * hue) * (1 - 0.68 * dirt),
          ],
          wet: 0.75 * Math.min(1, damp),
          gloss: [
            [0.02 + 0.05 * damp, 26],
            [0.05 * damp, 260],
          ],
        };
      },
    },
  };
}

/** Sawn wood whose grain runs along x, painted or bare, weathered. @param paint where it was painted */
export function timber(tone: Vec, paint: Vec | null = null, plank = 0.5): Material {
  const grain = (x: number, y: number, z: number): number => {
    const board = Math.floor(y / plank);
    const bend = y + 0.03 * noise(0.9 * x, 2 * y, board) + 0.31 * board;
    return Math.sqrt((bend * 3.1) ** 2 + (0.16 * x + 0.2 * noise(0.6 * x, board, 1) + z) ** 2);
  };
  return {
    grainM: 0.0007,
    relief: (x, y, z) =>
      0.0022 * fractal(5 * x, 90 * y, 90 * z, 4) +
      0.0007 * finest(30 * x, 420 * y, 420 * z) +
      0.0005 * finest(60 * x, 1100 * y, 1100 * z),
    look([x, y, z]) {
      const board = Math.floor(y / plank);
      const rings = 0.5 + 0.5 * Math.sin(grain(x, y, z) * 190 + 2.4 * noise(3 * x, 14 * y, board));
      const pores = Math.max(
        step(0.14, 0.03, Math.abs(finest(14 * x, 260 * y, 260 * z))),
        step(0.1, 0.02, Math.abs(finest(34 * x, 620 * y, 620 * z))),
      );
      const bare =
        (0.62 + 0.6 * chance(board, 3, 2)) *
        (1 - 0.4 * rings ** 3) *
        (1 - 0.4 * pores) *
        (1 + 0.55 * fractal(7 * x, 150 * y, 150 * z, 4)) *
        (1 + 0.4 * finest(50 * x, 900 * y, 900 * z) + 0.3 * finest(140 * x, 1900 * y, 1900 * z));
      const grey = step(-0.1, 0.4, fractal(3 * x, 9 * y, 3, 4));
      const of = (c: number): number => {
        const wood = tone[c]! * bare * (1 - [0.3, 0.2, 0.05][c]! * grey);
        if (!paint) return wood;
        const flaked = step(0.12, 0.22, fractal(6 * x, 30 * y, board * 5 + 3 * z, 6) + 0.12 * noise(3 * x, 3 * y, 9));
        const coat =
          paint[c]! * (1 + 0.35 * fractal(26 * x, 40 * y, 2, 4)) * (0.85 + 0.3 * chance(board, 1, 8)) * (1 - 0.25 * pores);
        return coat + (wood - coat) * flaked;
      };
      return { albedo: [of(0), of(1), of(2)], gloss: [[paint ? 0.03 : 0.014, 20]] };
    },
  };
}

/** Iron: cast, painted black, rusted where it was knocked. */
export const iron: Material = {
  grainM: 0.0012,
  relief: (x, y, z) => 0.0014 * fractal(80 * x, 80 * y, 80 * z, 4),
  look([x, y, z]) {
    const rust = step(0.02, 0.3, fractal(16 * x, 16 * y, 16 * z, 5));
    const grain = 1 + 0.6 * finest(220 * x, 220 * y, 220 * z);
    return {
      albedo: [(0.022 + 0.13 * rust) * grain, (0.021 + 0.05 * rust) * grain, (0.022 + 0.016 * rust) * grain],
      gloss: [
        [0.06 * (1 - 0.7 * rust), 22],
        [0.05 * (1 - rust), 120],
      ],
    };
  },
};

/** Turns of a rope's strands for each of its thicknesses. */
export const ROPE_LAY = 0.55;

/** Hemp rope that runs along y: three strands laid right-handed round it. @param thick m */
export function rope(thick: number): { relief: (x: number, y: number, z: number) => number; material: Material } {
  const turnAt = (x: number, y: number, z: number): number => (3 * Math.atan2(x, z)) / (2 * Math.PI) + (y / thick) * ROPE_LAY;
  const strand = (x: number, y: number, z: number): number => Math.abs(Math.sin(Math.PI * turnAt(x, y, z)));
  // Fibres lie along the strand: fine across it, long along it.
  const fibres = (x: number, y: number, z: number): number => closeUp(38 * turnAt(x, y, z), 70 * y, 900 * Math.hypot(x, z));
  return {
    relief: (x, y, z) => 0.22 * thick * (strand(x, y, z) - 0.6),
    material: {
      grainM: 0.001,
      relief: (x, y, z) =>
        0.0012 * noise(120 * x, 50 * y, 120 * z) + 0.0006 * finest(400 * x, 300 * y, 400 * z) + 0.00035 * fibres(x, y, z),
      look([x, y, z]) {
        const fibre =
          (0.5 + 0.6 * strand(x, y, z)) *
          (1 + 0.5 * finest(200 * x, 60 * y, 200 * z) + 0.4 * fractal(20 * x, 20 * y, 20 * z, 3)) *
          (1 + 0.7 * fibres(x, y, z));
        return { albedo: times([0.34, 0.25, 0.145], fibre), fuzz: 0.5, gloss: [[0.008, 12]] };
      },
    },
  };
}

/** Metal that mirrors, polished and fingered. */
export function polished(tone: Vec): Material {
  return {
    grainM: 0.0012,
    relief: (x, y, z) => 0.00016 * fractal(36 * x, 36 * y, 36 * z, 3) + 0.00003 * finest(300 * x, 300 * y, 300 * z),
    look([x, y, z]) {
      const worn = step(0.0, 0.4, fractal(14 * x, 14 * y, 14 * z, 5));
      const bright = 1 - 0.35 * worn - 0.15 * Math.abs(noise(120 * x, 120 * y, 120 * z));
      return {
        albedo: times(tone, 0.1 + 0.12 * worn),
        metal: times(tone, bright),
        gloss: [
          [0.2, 90],
          [0.5, 700],
        ],
      };
    },
  };
}
