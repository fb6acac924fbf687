import { within } from '../figure/person.ts';
import { iron, polished } from '../material/building.ts';
import type { Material } from '../material/material.ts';
import { chance, fractal, noise, step } from '../noise.ts';
import { box, drum, rod, type Solid } from '../solids.ts';
import type { Thing } from '../trace/thing.ts';
import { minus, reaching, size, standing, turned, type Pose, type Vec } from '../vector.ts';

const CHROME = polished([0.66, 0.66, 0.64]);
const BRONZE_TONE: Vec = [0.86, 0.64, 0.3];

/** A calf skin, played on: pale, smudged where sticks fall. */
const head = (radius: number): Material => ({
  grainM: 0.0012,
  relief: (x, y, z) => 0.0004 * fractal(30 * x, 30 * y, 30 * z, 4) + 0.0001 * noise(300 * x, 300 * y, 300 * z),
  look([x, y, z]) {
    const out = Math.hypot(x, z) / radius;
    const worn = step(0.6, 0.05, out + 0.4 * fractal(9 * x, 2, 9 * z, 4)) * 0.55;
    const marks = step(0.045, 0.012, Math.abs(noise(16 * x + 5 * z, 3, 14 * z - 6 * x))) * step(0.75, 0.2, out) * 0.4;
    const k = 0.62 * (1 - worn) * (1 - marks) * (1 + 0.12 * fractal(70 * x, 70 * y, 70 * z, 3));
    return { albedo: [k, 0.94 * k, 0.82 * k], wrap: [0.1, 0.08, 0.06], gloss: [[0.02, 18]] };
  },
});

/** Shells wrapped in pearl: patches that lie at different slants and shine one by one. */
const pearl = (tone: Vec): Material => ({
  relief(x, y, z) {
    const own = chance(Math.floor(70 * Math.atan2(x, z)), Math.floor(y / 0.012 + 2 * noise(40 * x, 9, 40 * z)), 3);
    return 0.0006 * own + 0.00006 * noise(200 * x, 200 * y, 200 * z);
  },
  look([x, y, z]) {
    const u = Math.atan2(x, z) * 14 + 1.6 * noise(60 * x, 60 * y, 60 * z);
    const v = y / 0.016 + 1.6 * noise(60 * x + 9, 60 * y, 60 * z);
    const own = chance(Math.floor(u), Math.floor(v), 1);
    const k = 0.35 + 1.3 * own * own;
    return { albedo: [tone[0] * k, tone[1] * k, tone[2] * k], wet: 0.8, gloss: [[0.15 * own, 14], [0.5, 400]] };
  },
}); // prettier-ignore

/** A drum round the pose's y axis, its upper head at half height. @param lugs how many hold the hoops */
function shell(pose: Pose, radius: number, half: number, tone: Vec, lugs = 8): Thing[] {
  const body: Solid = (x, y, z) => Math.max(Math.hypot(x, z) - radius, Math.abs(y) - half + 0.006);
  const skin: Solid = (x, y, z) => drum(x, Math.abs(y) - half, z, radius - 0.004, 0.003, 0.002);
  const metal: Solid = (x, y, z) => {
    const out = Math.hypot(x, z);
    let d = box(out - radius - 0.006, Math.abs(y) - half - 0.002, 0, 0.004, 0.014, 1, 0.003);
    const sector = (2 * Math.PI) / lugs;
    const turn = Math.atan2(x, z);
    const off = turn - sector * Math.round(turn / sector);
    const [px, pz] = [out * Math.sin(off), out * Math.cos(off) - radius];
    d = Math.min(d, box(px, Math.abs(y) - 0.45 * half, pz - 0.008, 0.009, Math.min(0.035, 0.4 * half), 0.01, 0.005));
    return Math.min(d, Math.max(Math.hypot(px, pz - 0.012) - 0.0035, Math.abs(y) - half - 0.012));
  };
  const reach = Math.hypot(radius + 0.03, half + 0.02);
  return [
    { pose, solid: body, radius: reach, pace: 0.95, material: pearl(tone) },
    { pose, solid: skin, radius: reach, pace: 0.95, material: head(radius) },
    { pose, solid: metal, radius: reach, pace: 0.8, material: CHROME },
  ];
}

/** A cymbal of turned bronze round the pose's y axis. */
function cymbal(pose: Pose, radius: number): Thing {
  const solid: Solid = (x, y, z) => {
    const out = Math.hypot(x, z);
    const bow = 0.022 * (1 - (out / radius) ** 2) + 0.022 * step(0.22 * radius, 0.1 * radius, out);
    return Math.max((Math.abs(y - bow) - 0.0014) * 0.8, out - radius);
  };
  const bronze = polished(BRONZE_TONE);
  return {
    pose,
    solid,
    radius: radius + 0.01,
    pace: 0.8,
    material: {
      grainM: 0.0008,
      relief(x, y, z) {
        const out = Math.hypot(x, z);
        return 0.00022 * Math.sin(out * 1500) + 0.0009 * noise(34 * x, y, 34 * z) + 0.0003 * noise(90 * x, y, 90 * z);
      },
      look(p, n) {
        const found = bronze.look(p, n);
        const out = Math.hypot(p[0], p[2]);
        const groove = 0.8 + 0.2 * Math.sin(out * 900 + 3 * noise(5 * p[0], 1, 5 * p[2]));
        const stain = 1 - 0.45 * step(0.05, 0.4, fractal(9 * p[0], 2, 9 * p[2], 5));
        const k = groove * stain;
        const metal = found.metal!;
        return { ...found, albedo: [0.24 * k, 0.16 * k, 0.06 * k], metal: [0.62 * metal[0] * k, 0.62 * metal[1] * k, 0.6 * metal[2] * k], gloss: [[0.16, 16], [0.1, 90]] };
      },
    },
  }; // prettier-ignore
}

/** A stand of tubes on three feet, from the floor to a point. */
function stand(top: Vec, spread = 0.26): Thing {
  const foot: Vec = [top[0], 0, top[2]];
  return {
    pose: standing(foot),
    solid: (x, y, z) => {
      let d = rod(x, y, z, 0, 0.12, 0, 0, top[1], 0, 0.0115, 0.007);
      d = Math.min(d, drum(x, y - 0.55 * top[1], z, 0.019, 0.022, 0.004), drum(x, y - top[1] + 0.01, z, 0.014, 0.012, 0.004));
      for (const turn of [0.4, 2.5, 4.6]) {
        const [fx, fz] = [spread * Math.cos(turn), spread * Math.sin(turn)];
        d = Math.min(d, rod(x, y, z, 0, 0.3, 0, fx, 0.014, fz, 0.008), rod(x, y, z, 0, 0.14, 0, 0.6 * fx, 0.13, 0.6 * fz, 0.006));
      }
      return d;
    },
    middle: [0, top[1] / 2, 0],
    radius: Math.hypot(top[1] / 2, spread) + 0.03,
    pace: 0.9,
    material: CHROME,
  };
}

/** A hickory stick from its butt to its bead. */
export function stick(from: Vec, to: Vec): Thing {
  const long = size(minus(to, from));
  return {
    pose: reaching(from, to),
    solid: (x, y, z) =>
      Math.min(rod(x, y, z, 0, 0, 0, 0, long - 0.07, 0, 0.0078), rod(x, y, z, 0, long - 0.07, 0, 0, long - 0.008, 0, 0.0078, 0.004), drum(x, y - long + 0.004, z, 0.0058, 0.006, 0.004)),
    middle: [0, long / 2, 0],
    radius: long / 2 + 0.02,
    material: { look: ([x, y, z]) => { const k = 1 + 0.3 * noise(60 * x, 9 * y, 60 * z) - 0.5 * step(0.72, 0.9, y / long) * Math.abs(noise(40 * x, 160 * y, 40 * z)); return { albedo: [0.5 * k, 0.36 * k, 0.2 * k], gloss: [[0.05, 30]] }; } },
  };
} // prettier-ignore

/** A kit seen from where people listen; the stool at the pose. Names of what is struck, as seen from outside. */
export function kit(pose: Pose, tone: Vec): Thing[] {
  const at = (v: Vec, turn = 0, tilt = 0, roll = 0): Pose => within(pose, turned(v, turn, tilt, roll));
  const bass: Pose = within(pose, { at: [0, 0.285, 0.66], x: [1, 0, 0], y: [0, 0, 1], z: [0, -1, 0] });
  return [
    ...shell(bass, 0.275, 0.19, tone, 10),
    ...shell(at([0.28, 0.6, 0.27], 0, 0.1, 0.06), 0.178, 0.07, [0.42, 0.4, 0.36], 10),
    ...shell(at([-0.19, 0.79, 0.6], 0, -0.3), 0.152, 0.11, tone, 6),
    ...shell(at([0.17, 0.8, 0.6], 0, -0.3), 0.135, 0.1, tone, 6),
    ...shell(at([-0.5, 0.44, 0.3], 0, -0.05), 0.2, 0.2, tone, 8),
    bracket(pose),
    cymbal(at([0.62, 0.88, 0.38]), 0.178),
    cymbal({ ...at([0.62, 0.855, 0.38]), y: [0, -1, 0], z: [0, 0, -1] }, 0.178),
    stand([0.62 + pose.at[0], 1.06, 0.38 + pose.at[2]]),
    cymbal(at([0.5, 1.27, 0.62], 0, 0.28, -0.2), 0.21),
    stand([0.5 + pose.at[0], 1.27, 0.62 + pose.at[2]]),
    cymbal(at([-0.56, 1.02, 0.6], 0, 0.3, 0.14), 0.25),
    stand([-0.56 + pose.at[0], 1.02, 0.6 + pose.at[2]]),
  ];
}

const bracket = (pose: Pose): Thing => ({
  pose,
  solid: (x, y, z) => {
    let d = rod(x, y, z, 0, 0.55, 0.62, 0, 0.78, 0.6, 0.012);
    for (const to of [-0.12, 0.1]) d = Math.min(d, rod(x, y, z, 0, 0.75, 0.6, to, 0.76, 0.6, 0.009));
    for (const side of [-1, 1]) d = Math.min(d, rod(x, y, z, side * 0.25, 0.2, 0.72, side * 0.36, 0.01, 0.86, 0.008));
    for (const side of [-1, 1])
      d = Math.min(d, rod(x, y, z, -0.5 + side * 0.19, 0.4, 0.36, -0.5 + side * 0.2, 0.01, 0.37, 0.007));
    return d;
  },
  middle: [-0.1, 0.4, 0.6],
  radius: 0.75,
  material: iron,
});
