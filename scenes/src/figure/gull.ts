import type { Material } from '../material/material.ts';
import { chance, fractal, noise, step } from '../noise.ts';
import { ball, egg, melt, rod, type Solid } from '../solids.ts';
import type { Coat, Thing } from '../trace/thing.ts';
import { along, between, cross, minus, outOf, size, standing, unit, type Pose, type Vec } from '../vector.ts';
import { within } from './person.ts';

const WHITE: Vec = [0.62, 0.6, 0.56];
const GREY: Vec = [0.23, 0.24, 0.26];
const BLACK: Vec = [0.022, 0.021, 0.022];

/** Vane and shaft of a feather that runs along y. @param tone of a point: how far along, 0 to 1, and how far out */
function vane(tone: (share: number, out: number) => Vec, long: number, wide: number): Material {
  return {
    grainM: 0.0007,
    relief: (x, y) => 0.00022 * Math.sin((y - 0.9 * Math.abs(x)) * 1900) + 0.0003 * noise(220 * x, 40 * y, 3),
    look([x, y]) {
      // Barbs run slantwise from the shaft; here and there they part.
      const slant = y - 0.9 * Math.abs(x);
      const barb = 1 + 0.22 * Math.sin(slant * 1900) + 0.25 * noise(60 * x, 420 * slant, 2) + 0.2 * noise(9, 140 * slant, x > 0 ? 3 : 7);
      const shaft = step(0.0022, 0.001, Math.abs(x));
      const [r, g, b] = tone(y / long, Math.abs(x) / wide);
      const k = Math.max(0.25, barb) * (1 - 0.3 * shaft);
      return { albedo: [r * k, g * k, b * k], wrap: [0.25, 0.24, 0.22], gloss: [[0.03, 16]] };
    },
  };
} // prettier-ignore

/** One feather. @param root its foot  @param to its tip  @param normal of its upper side  @param wide half its width, m */
function feather(root: Vec, to: Vec, normal: Vec, wide: number, bow: number, material: (long: number) => Material): Thing {
  const long = size(minus(to, root));
  const y = unit(minus(to, root));
  const x = unit(cross(y, normal));
  const pose: Pose = { at: root, x, y, z: cross(x, y) };
  const solid: Solid = (px, py, pz) => {
    const t = py / long;
    const half = wide * Math.min(1, 0.35 + 2.2 * Math.max(0, t)) * Math.sqrt(Math.max(0.0001, 1 - Math.max(0, (t - 0.72) / 0.28) ** 2.2));
    const edge = Math.max(Math.abs(px) - half, -py, py - long);
    const sheet = Math.abs(pz + bow * t * t * long + 1.6 * px * px + 0.0012 * noise(30 * px, 20 * py, 3)) - 0.0007;
    const quill = Math.hypot(px, pz + bow * t * t * long) - 0.0018 * (1.1 - t);
    return Math.min(Math.max(edge, sheet), Math.max(quill, -py - 0.01, py - long)) * 0.85;
  };
  return { pose, solid, middle: [0, long / 2, -0.4 * bow * long], radius: long / 2 + wide + 0.015, pace: 0.75, material: material(long) };
} // prettier-ignore

interface Wing {
  shoulder: Vec;
  elbow: Vec;
  wrist: Vec;
  hand: Vec;
  /** Which way the feathers of the arm point, and the outermost of the hand. */
  back: Vec;
  out: Vec;
  /** Which side is up. */
  up: Vec;
}

function wing(pose: Pose, { shoulder, elbow, wrist, hand, back, out, up }: Wing): Thing[] {
  const things: Thing[] = [];
  const p = (v: Vec): Vec => outOf(pose, v);
  const [upW, backW, outW] = [up, back, out].map((d) => minus(outOf(pose, d), pose.at)) as [Vec, Vec, Vec];
  const jitter = (i: number, k: number): number => chance(i, k, 7) - 0.5;
  const row = (count: number, at: (share: number) => Vec, way: (share: number) => Vec, long: (share: number) => number, wide: number, lift: number, tone: (i: number) => (share: number, out: number) => Vec): void => {
    for (let i = 0; i < count; i++) {
      const share = (i + 0.5) / count;
      const root = along(p(at(share)), upW, lift + 0.0012 * i);
      const dir = unit(along(way(share), [jitter(i, 1), jitter(i, 2), jitter(i, 3)], 0.06));
      const length = long(share) * (1 + 0.08 * jitter(i, 4));
      things.push(feather(root, along(root, dir, length), upW, wide, 0.1, (l) => vane(tone(i), l, wide)));
    }
  };
  const arm = (share: number): Vec => between(elbow, wrist, share);
  const palm = (share: number): Vec => between(wrist, hand, share);
  const upper = (share: number): Vec => between(shoulder, elbow, share);
  const fan = (share: number): Vec => unit(between(backW, outW, Math.min(1, 0.12 + 0.95 * share)));
  const plain = () => (share: number): Vec => between(GREY, WHITE, step(0.86, 0.97, share));
  const primary = (i: number) => (share: number): Vec => {
    const dark = step(0.95 - 0.09 * i, 1.05 - 0.09 * i, share + 0.02 * i);
    const mirror = i > 7 ? step(0.06, 0.03, Math.abs(share - 0.86)) : 0;
    return between(between(between(GREY, WHITE, 0.3), BLACK, dark), WHITE, Math.max(mirror, step(0.97, 0.995, share)));
  };
  row(10, palm, fan, (s) => 0.21 + 0.15 * Math.sin(Math.min(1, s * 1.15) * Math.PI * 0.62), 0.017, 0, primary);
  row(11, arm, () => backW, () => 0.19, 0.02, 0.004, plain);
  row(6, upper, () => backW, (s) => 0.14 + 0.05 * s, 0.022, 0.006, plain);
  row(12, (s) => (s < 0.55 ? arm(s / 0.55) : palm((s - 0.55) / 0.45)), (s) => (s < 0.55 ? backW : fan(((s - 0.55) / 0.45) * 0.9)), () => 0.1, 0.015, 0.009, () => () => between(GREY, WHITE, 0.1));
  row(14, (s) => (s < 0.6 ? arm(s / 0.6) : palm((s - 0.6) / 0.4)), (s) => (s < 0.6 ? backW : fan(((s - 0.6) / 0.4) * 0.8)), () => 0.055, 0.011, 0.013, () => () => between(GREY, WHITE, 0.22));
  row(8, upper, () => backW, () => 0.07, 0.014, 0.013, () => () => between(GREY, WHITE, 0.15));
  // The arm itself, in small feathers.
  const bones: Solid = (x, y, z) => {
    let d = rod(x, y, z, ...shoulder, ...elbow, 0.026, 0.018);
    d = melt(d, rod(x, y, z, ...elbow, ...wrist, 0.017, 0.0125), 0.02);
    return melt(d, rod(x, y, z, ...wrist, ...hand, 0.0125, 0.006), 0.012);
  };
  const middle = between(shoulder, hand, 0.5);
  things.push({ pose, solid: bones, middle, radius: size(minus(hand, shoulder)) / 2 + 0.12, pace: 0.9, material: down(GREY), coats: [plumes(back, () => between(GREY, WHITE, 0.35), 0.02)] });
  return things;
} // prettier-ignore

const down = (tone: Vec): Material => ({
  relief: (x, y, z) => 0.0008 * noise(160 * x, 160 * y, 160 * z),
  look: ([x, y, z]) => {
    const k = 0.8 + 0.3 * fractal(70 * x, 70 * y, 70 * z, 4);
    return { albedo: [tone[0] * k, tone[1] * k, tone[2] * k], wrap: [0.3, 0.3, 0.28], fuzz: 0.5 };
  },
});

/** Small feathers of the body: soft, lying over each other. */
const plumes = (lie: Vec, tone: (p: Vec) => Vec, long: number): Coat => ({
  perM2: 420_000,
  lie: (_p, n) => [lie[0] + 0.35 * n[0], lie[1] + 0.35 * n[1], lie[2] + 0.35 * n[2]],
  length: ([x, y, z]) => long * (0.8 + 0.4 * Math.abs(noise(60 * x, 60 * y, 60 * z))) * (1 - 0.55 * step(0.13, 0.2, x)),
  wild: 0.16,
  curl: 0.25,
  hang: 0.05,
  thick: 0.0011,
  colour: (p, own) => {
    const [r, g, b] = tone(p);
    const k = 0.78 + 0.3 * own;
    return [r * k, g * k, b * k];
  },
  gloss: 0.04,
  tuft: 0.011,
});

/** A gull on the wing, its way along x, its wings half raised. Body, far wing and near wing apart: the near one is towards z. */
export function gull(pose: Pose): { body: Thing[]; far: Thing[]; near: Thing[] } {
  const trunk: Solid = (x, y, z) => {
    let d = egg(x - 0.02, y, z, 0.17, 0.078, 0.076);
    d = melt(d, egg(x + 0.12, y + 0.004, z, 0.15, 0.05, 0.055), 0.06);
    d = melt(d, rod(x, y, z, 0.12, 0.025, 0, 0.21, 0.045, 0, 0.055, 0.046), 0.05);
    return melt(d, egg(x - 0.225, y - 0.05, z, 0.053, 0.044, 0.042), 0.03);
  };
  const bill: Solid = (x, y, z) => {
    let d = rod(x, y, z, 0.26, 0.048, 0, 0.318, 0.042, 0, 0.0125, 0.0075);
    d = melt(d, rod(x, y, z, 0.314, 0.043, 0, 0.328, 0.031, 0, 0.007, 0.0025), 0.006);
    d = melt(d, rod(x, y, z, 0.26, 0.036, 0, 0.314, 0.033, 0, 0.008, 0.004), 0.003);
    return d + 0.0015 * step(0.0012, 0.0003, Math.abs(y - 0.0385 + 0.1 * (x - 0.3))) - 0.0002 * noise(300 * x, 300 * y, 300 * z);
  };
  const feet: Solid = (x, y, z) => Math.min(rod(x, y, Math.abs(z), -0.13, -0.04, 0.022, -0.24, -0.045, 0.026, 0.0055, 0.004), egg(x + 0.265, y + 0.047, Math.abs(z) - 0.027, 0.03, 0.008, 0.011));
  const coat = plumes([-1, -0.1, 0], ([x, y]) => between(WHITE, GREY, step(0.02, 0.05, y) * step(0.17, 0.12, x) * step(-0.2, -0.14, x)), 0.026);
  const tail = Array.from({ length: 9 }, (_, i): Thing => {
    const turn = (i - 4) * 0.085;
    const root = outOf(pose, [-0.19, 0.004 + 0.001 * i, 0.004 * (i - 4)]);
    const to = outOf(pose, [-0.19 - 0.17 * Math.cos(turn), -0.012 + 0.001 * i, 0.17 * Math.sin(turn) + 0.004 * (i - 4)]);
    return feather(root, to, pose.y, 0.019, 0.06, (long) => vane(() => WHITE, long, 0.019));
  });
  const side = (s: 1 | -1): Wing => ({
    shoulder: [0.07, 0.045, s * 0.055],
    elbow: [0.0, 0.15, s * 0.17],
    wrist: [0.11, 0.25, s * 0.31],
    hand: [0.1, 0.37, s * 0.44],
    back: unit([-1, -0.12, s * 0.05]),
    out: unit([-0.3, 0.62, s * 0.62]),
    up: unit([0.12, 0.74, -s * 0.66]),
  });
  return {
    body: [
      ...tail,
      { pose, solid: trunk, radius: 0.33, pace: 0.9, material: down(WHITE), coats: [{ ...coat, density: (x, y, z) => 0.06 + 0.94 * step(0.013, 0.021, Math.hypot(x - 0.247, y - 0.062, Math.abs(z) - 0.038)) * step(0.275, 0.262, x) }] },
      { pose, solid: bill, middle: [0.29, 0.04, 0], radius: 0.055, pace: 0.85, material: { look: ([x, y, z]) => {
        const spot = step(0.009, 0.005, Math.hypot(x - 0.305, y - 0.034));
        const k = 1 + 0.25 * noise(120 * x, 120 * y, 120 * z);
        return { albedo: [(0.5 - 0.1 * spot) * k, (0.34 - 0.28 * spot) * k, (0.06 - 0.02 * spot) * k], gloss: [[0.1, 60]] };
      } } },
      { pose, solid: feet, middle: [-0.2, -0.045, 0], radius: 0.11, pace: 0.85, material: { relief: (x, y, z) => 0.0004 * noise(300 * x, 300 * y, 300 * z), look: () => ({ albedo: [0.42, 0.27, 0.2], gloss: [[0.06, 40]] }) } },
      ...[-1, 1].map((s): Thing => ({ pose: within(pose, standing([0.244, 0.061, s * 0.0385])), solid: (x, y, z) => ball(x, y, z, 0.0098), radius: 0.011, material: { look: ([x, y, z]) => {
        const pupil = step(0.0056, 0.0048, Math.hypot(x, y)) * (s * z > 0 ? 1 : 0);
        return { albedo: [0.5 - 0.49 * pupil, 0.42 - 0.41 * pupil, 0.14 - 0.135 * pupil], gloss: [[1.6, 500], [0.1, 30]] };
      } } })),
    ],
    far: wing(pose, side(-1)),
    near: wing(pose, side(1)),
  };
} // prettier-ignore
