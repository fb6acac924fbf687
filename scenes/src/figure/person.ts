import { leather, tweed, wool, woven } from '../material/cloth.ts';
import { skin } from '../material/living.ts';
import type { Material } from '../material/material.ts';
import { noise, step } from '../noise.ts';
import { ball, box, carve, drum, egg, melt, rod, stocking, type Solid } from '../solids.ts';
import type { Coat, Thing } from '../trace/thing.ts';
import { directionOutOf, outOf, reaching, standing, turned, type Pose, type Vec } from '../vector.ts';
import { beardAt, crownAt, EYE, face, faceShade, hairAt } from './head.ts';

/** A pose within another. */
export const within = (outer: Pose, inner: Pose): Pose => ({
  at: outOf(outer, inner.at),
  x: directionOutOf(outer, inner.x),
  y: directionOutOf(outer, inner.y),
  z: directionOutOf(outer, inner.z),
});

export const OLIVE_SKIN: Vec = [0.42, 0.255, 0.185];

/** A head with its face bare, beard, hair and brows. @param grey of the hair, 0 dark to 1 white  @param crown hair under no hat, m long */
export function headOf(pose: Pose, { open = 1, grey = 0.6, beard = true, crown = 0, tone = OLIVE_SKIN } = {}): Thing[] {
  const solid = face(open);
  const strand = (own: number): Vec => {
    const white = own < grey ? 0.5 + 0.5 * own : 0.12;
    return [0.06 + 0.34 * white, 0.042 + 0.31 * white, 0.03 + 0.27 * white];
  };
  const hair: Coat = {
    perM2: 900_000,
    density: (x, y, z) => Math.max(beard ? beardAt(x, y, z) : 0, crown > 0 ? 0 : hairAt(x, y, z)),
    lie([x, y, z], [nx, ny, nz]) {
      const lock = [
        noise(110 * x, 110 * y, 110 * z),
        noise(110 * x + 9, 110 * y, 110 * z),
        noise(110 * x, 110 * y + 9, 110 * z),
      ] as const;
      const front = step(0.05, 0.02, Math.abs(x));
      return [
        nx * (0.3 + 0.25 * (1 - front)) + 0.4 * lock[0],
        ny * 0.35 - 0.75 + 0.25 * lock[1],
        nz * (0.4 + 0.15 * front) + 0.3 * lock[2],
      ];
    },
    length: ([x, y]) => (hairAt(x, y, -0.05) > 0.5 && y > -0.04 ? 0.014 : 0.011 + 0.02 * step(-0.03, -0.09, y)),
    wild: 0.3,
    curl: 0.8,
    hang: 0.5,
    thick: 0.0005,
    colour: (_p, own) => strand(own),
    gloss: 0.1,
    tuft: 0.004,
  };
  const shock: Coat = {
    ...hair,
    perM2: 1_300_000,
    density: crownAt,
    lie: ([x, y, z], [nx, ny, nz]) => [
      0.6 * nx + 9 * x + 0.5 * noise(60 * x, 60 * y, 60 * z),
      0.45 * ny - 0.5,
      0.3 * nz - 0.75 + 0.4 * noise(60 * x, 60 * y + 9, 60 * z),
    ],
    length: ([, y]) => crown * (0.7 + 0.3 * step(0, 0.08, y)),
    wild: 0.25,
    hang: 0.35,
    thick: 0.0006,
    gloss: 0.25,
    tuft: 0.009,
  };
  const brows: Coat = {
    ...hair,
    perM2: 420_000,
    density: (x, y, z) => {
      const [ax, up] = [Math.abs(x) / 0.01, y / 0.01];
      const t = (ax - 0.9) / 4.3;
      const line = 1.75 + Math.sin(2.4 * t) - 0.9 * t * t;
      return z > 0.03 && t > 0.04 && t < 0.92 ? step(0.5, 0.2, Math.abs(up - line)) : 0;
    },
    lie: ([x, y], [, , nz]) => [Math.sign(x) * 0.9, 0.5 - 30 * (y - 0.018) - 12 * Math.abs(x), 0.5 * nz],
    length: () => 0.0065,
    tuft: 0,
    hang: 0.1,
  };
  return [
    {
      pose,
      solid,
      radius: 0.155,
      middle: [0, -0.01, 0.01],
      pace: 0.7,
      material: skin(tone, faceShade),
      coats: crown > 0 ? [hair, shock, brows] : [hair, brows],
    },
    ...[-1, 1].map((side): Thing => eye(pose, side)),
  ];
}

/** An eyeball of a head. @param side 1 or −1 */
export function eye(pose: Pose, side: number): Thing {
  const r = EYE.radius * 0.01;
  return {
    pose: within(pose, { at: [side * EYE.x * 0.01, EYE.y * 0.01, EYE.z * 0.01], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] }),
    solid: (x, y, z) => ball(x, y, z, r),
    radius: r * 1.05,
    material: {
      look([x, y, z]) {
        const off = Math.acos(Math.min(1, (0.16 * x - 0.05 * y + 0.986 * z) / r));
        const iris =
          off < 0.47
            ? step(0.2, 0.24, off) * (1 - step(0.4, 0.47, off)) * (0.4 + 0.6 * Math.abs(noise(2000 * x, 2000 * y, 1)))
            : 0;
        const white = step(0.45, 0.55, off) * (0.75 + 0.25 * step(0.004, -0.002, y));
        return {
          albedo: [0.33 * white + 0.1 * iris + 0.003, 0.28 * white + 0.09 * iris + 0.003, 0.24 * white + 0.07 * iris + 0.003],
          gloss: [[0.3, 500]],
        };
      },
    },
  };
}

/** A flat cap of tweed. */
export function flatCap(pose: Pose, material: Material): Thing[] {
  const crown: Solid = (x, y, z) => {
    const sag = 0.004 * noise(22 * x, 22 * y, 22 * z) + 0.0015 * noise(70 * x, 70 * y, 70 * z);
    let d = egg(x, y - 0.088 + 0.1 * z, z - 0.004, 0.099, 0.046, 0.128);
    d = melt(d, egg(x, y - 0.066, z + 0.02, 0.088, 0.05, 0.106), 0.02);
    const seam = Math.min(Math.abs(x), Math.abs(Math.abs(x) - 0.2 * (z + 0.14)));
    return carve(d - sag + 0.0014 * step(0.003, 0, seam), 0.052 - 0.06 * z - y, 0.01);
  };
  const peak: Solid = (x, y, z) => {
    const dip = 0.062 - 0.35 * (z - 0.08) - 1.4 * x * x;
    const plate = Math.abs(y - dip) - 0.0035;
    return Math.max(plate * 0.85, Math.hypot(x * 0.95, z - 0.045) - 0.105, 0.05 - z);
  };
  return [
    {
      pose,
      solid: crown,
      radius: 0.17,
      middle: [0, 0.08, 0],
      pace: 0.7,
      material,
      coats: [fuzzOf([0.2, 0.17, 0.13], 60_000, 0.004)],
    },
    { pose, solid: peak, radius: 0.13, middle: [0, 0.045, 0.1], pace: 0.6, material },
  ];
}

/** A knitted cap drawn over the ears, its brim turned up. */
export function knitCap(pose: Pose, tone: Vec, second: Vec = tone): Thing[] {
  const dome: Solid = (x, y, z) => {
    const slack = 0.004 * noise(18 * x, 12 * y, 18 * z);
    let d = egg(x, y - 0.052, z + 0.012, 0.089, 0.104, 0.112);
    d = melt(d, egg(x, y - 0.12, z + 0.04, 0.05, 0.04, 0.055), 0.05);
    d = carve(d, 0.022 + 0.22 * z - y, 0.008);
    if (d > 0.012) return d - 0.006;
    const turn = Math.atan2(x, z + 0.012);
    return d - slack - 0.003 * stocking((turn * 0.1) / 0.0085, y / 0.0075);
  };
  const brim: Solid = (x, y, z) => {
    const up = y - 0.045 - 0.22 * z;
    const turn = Math.atan2(x, z + 0.012);
    const out = Math.hypot(x / 0.93, (z + 0.012) / 1.17) - 0.097;
    const d = box(out, up, 0, 0.009, 0.03, 1, 0.008);
    if (d > 0.012) return d - 0.006;
    return (d - 0.0028 * Math.abs(Math.sin((turn * 0.1 * Math.PI) / 0.009)) - 0.002 * noise(16 * x, 9 * y, 16 * z)) * 0.9;
  };
  const coats = [fuzzOf([1.3 * tone[0] + 0.02, 1.3 * tone[1] + 0.02, 1.3 * tone[2] + 0.02], 140_000, 0.0055)];
  return [
    { pose, solid: dome, radius: 0.18, middle: [0, 0.06, 0], pace: 0.6, material: wool(tone, second), coats },
    { pose, solid: brim, radius: 0.16, middle: [0, 0.045, -0.01], pace: 0.6, material: wool(second, tone), coats },
  ];
}

/** Short stray fibres. */
const fuzzOf = (tone: Vec, perM2: number, length: number): Coat => ({
  perM2,
  lie: (_p, n) => n,
  length: () => length,
  wild: 1,
  curl: 2,
  hang: 0.1,
  thick: 0.0003,
  colour: (_p, own) => [tone[0] * (0.7 + 0.6 * own), tone[1] * (0.7 + 0.6 * own), tone[2] * (0.7 + 0.6 * own)],
  gloss: 0.02,
  tuft: 0,
});

/** A knitted scarf wound round the neck. @param pose middle of the neck, z forward */
export function scarf(pose: Pose, tone: Vec, second?: Vec): Thing[] {
  const rings = [
    { y: 0.012, radius: 0.068, thick: 0.026, dip: 0.3, slope: 0.05 },
    { y: -0.024, radius: 0.084, thick: 0.03, dip: 0.36, slope: -0.12 },
  ];
  const solid: Solid = (x, y, z) => {
    let least = 1;
    for (const [i, { y: at, radius, thick, dip, slope }] of rings.entries()) {
      const turn = Math.atan2(x, z);
      const out = Math.hypot(x, z * 0.95) - radius;
      const up =
        y - at + dip * z + slope * x + 0.006 * noise(1.6 * turn + 9 * i, 5 * i, 2) + 0.003 * noise(4 * turn + 3 * i, 7, i);
      const t = Math.atan2(up, out);
      let d =
        Math.hypot(out * 1.15, up) - (thick + 0.004 * noise(2.2 * turn + 4 * i, 1.2 * t, 3) + 0.002 * Math.cos(3 * t + 5 * turn));
      if (d < 0.01) d -= 0.003 * stocking((t * thick) / 0.0078, (turn * radius) / 0.0072 + 0.5 * noise(3 * turn, t, 1));
      if (d < least) least = d;
    }
    return least;
  };
  const end: Solid = (x, y, z) => {
    const px = x - 0.02 - 0.006 * Math.sin(16 * y);
    const pz = z - 0.004 * Math.cos(22 * y) + 0.3 * px * px;
    let d = box(px, y + 0.14, pz + 0.003 * Math.cos(80 * px), 0.042, 0.15, 0.01, 0.008);
    if (d < 0.01) d -= 0.003 * stocking(px / 0.0082 + 0.5, y / 0.0072);
    return d;
  };
  const material = wool(tone, second ?? tone);
  const coats = [fuzzOf([1.3 * tone[0] + 0.02, 1.3 * tone[1] + 0.02, 1.3 * tone[2] + 0.02], 160_000, 0.0055)];
  return [
    { pose, solid, radius: 0.17, middle: [0, -0.01, 0], pace: 0.6, material, coats },
    {
      pose: within(pose, turned([0.03, -0.03, 0.1], 0, -0.2)),
      solid: end,
      radius: 0.2,
      middle: [0.02, -0.14, 0],
      pace: 0.6,
      material,
      coats,
    },
  ];
}

export interface CoatCut {
  /** How far forward the trunk leans: m for each m up. */
  lean: number;
  /** Of the skirt below the hips, m; 0 for a jacket. */
  skirt: number;
  material: Material;
  fuzz?: Vec;
}

/** The trunk in a coat: own axes at the hips, z forward, y up; shoulders at 0.5 m. */
export function coatBody(pose: Pose, { lean, skirt, material, fuzz }: CoatCut): Thing[] {
  const trunk = (x: number, y: number, z: number): number => {
    const fore = z - lean * Math.max(-0.1, y) - 0.02;
    let d = 0.8 * rod(x * 0.82, y, fore * 1.12, 0, 0, 0, 0, 0.4, 0, 0.165, 0.16);
    d = melt(d, rod(Math.abs(x), y, fore, 0.03, 0.5, -0.02, 0.165, 0.465, -0.01, 0.075, 0.075), 0.1);
    const drop = Math.max(0, -y);
    const hem = Math.hypot(x * 0.92, (fore + 0.02) * 0.98) - (0.165 + 0.24 * drop);
    return melt(d, Math.max(hem, -y - skirt, y - 0.1), 0.06);
  };
  const solid: Solid = (x, y, z) => {
    const d = trunk(x, y, z);
    if (d > 0.04) return d - 0.02;
    const turn = Math.atan2(x, z);
    const fall = step(0.1, -0.25, y);
    const folds =
      0.011 * fall * Math.sin(7 * turn + 3 * noise(2 * turn, 3 * y, 1) + 1.5 * noise(0, 4 * y, 3)) +
      0.008 * noise(7 * x + 2 * y, 9 * y - 3 * x, 7 * z) +
      0.004 * noise(19 * x - 7 * y, 15 * y + 6 * x, 17 * z);
    // Creases where the waist bends, the front edge, and a pocket's flap.
    const creases =
      0.006 *
      step(0.16, 0.05, Math.abs(y - 0.12)) *
      Math.sin(70 * y + 9 * noise(5 * x, 9 * y, 5 * z)) *
      step(-0.2, 0.4, noise(6 * x, 3, 6 * z));
    const edge = z > 0 ? 0.0045 * step(-0.0015, 0.0015, x + 0.03) : 0;
    const flap = 0.005 * step(0.002, -0.002, Math.max(Math.abs(y + 0.03) - 0.03, Math.abs(Math.abs(turn) - 1.15) - 0.4));
    return d - folds - creases - edge - flap;
  };
  const collar: Solid = (x, y, z) => {
    const [px, py, pz] = [x, y - 0.53, z - lean * 0.5 + 0.01];
    const up = py + 0.35 * pz;
    const out = Math.hypot(px * 0.95, pz) - 0.105 + 0.25 * up;
    const gap = Math.abs(Math.atan2(px, pz)) < 0.5 ? 0.03 : 0;
    return box(out + 0.003 * noise(14 * Math.atan2(px, pz), 20 * py, 1), up, 0, 0.0055, 0.042, 1, 0.004) + gap;
  };
  const coats = fuzz ? [fuzzOf(fuzz, 40_000, 0.004)] : [];
  return [
    { pose, solid, plain: (x, y, z) => trunk(x, y, z) + 0.03, radius: 0.62, middle: [0, 0.08, 0.08], pace: 0.6, material, coats },
    { pose, solid: collar, radius: 0.17, middle: [0, 0.53, 0.02 + lean * 0.5], pace: 0.6, material, coats },
    ...[0.34, 0.2, 0.06].map((up): Thing => ({
      pose: within(pose, { at: [0.0, up, 0.192 + lean * up], x: [1, 0, 0], y: [0, 0, -1], z: [0, 1, 0] }),
      solid: (x, y, z) => drum(x, y, z, 0.0115, 0.004, 0.002),
      radius: 0.014,
      material: { look: () => ({ albedo: [0.03, 0.02, 0.014], gloss: [[0.2, 60]] }) },
    })),
  ];
}

/** A limb in cloth between two joints, wrinkled towards its lower end. */
export function clothed(from: Vec, to: Vec, radii: readonly [number, number], material: Material, front?: Vec): Thing {
  const pose = reaching(from, to, front);
  const long = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]);
  const [ra, rb] = radii;
  return {
    pose,
    solid: (x, y, z) => {
      const d = rod(x, y, z, 0, 0, 0, 0, long, 0, ra, rb);
      if (d > 0.03) return d - 0.015;
      const share = y / long;
      const bunch = 0.2 + step(0.55, 1, share) + 0.7 * step(0.35, 0, share);
      const wrinkles =
        0.007 *
          bunch *
          Math.sin(85 * y + 3 * Math.atan2(x, z) + 6 * noise(9 * x, 11 * y, 9 * z)) *
          (0.4 + 0.6 * noise(13 * x, 7 * y, 13 * z)) +
        0.006 * noise(14 * x, 6 * y, 14 * z);
      return d - wrinkles;
    },
    plain: (x, y, z) => rod(x, y, z, 0, 0, 0, 0, long, 0, ra, rb) + 0.014,
    radius: long / 2 + Math.max(ra, rb) + 0.02,
    middle: [0, long / 2, 0],
    pace: 0.6,
    material,
  };
}

/** A gloved hand closed round a bar. @param pose wrist at 0, fingers towards y, the bar along x */
export function fist(pose: Pose, material: Material): Thing {
  const solid: Solid = (x, y, z) => {
    let d = box(x, y - 0.045, z + 0.012, 0.04, 0.04, 0.017, 0.016);
    for (let i = 0; i < 4; i++) {
      const at = -0.03 + 0.02 * i;
      d = melt(d, rod(x, y, z, at, 0.08, -0.01, at, 0.088, 0.026, 0.0115), 0.006);
      d = melt(d, rod(x, y, z, at, 0.088, 0.026, at, 0.055, 0.034, 0.0105), 0.006);
    }
    d = melt(d, rod(x, y, z, -0.042, 0.03, 0.005, -0.03, 0.066, 0.036, 0.0125, 0.0115), 0.008);
    return d - 0.0012 * noise(70 * x, 70 * y, 70 * z);
  };
  return { pose, solid, radius: 0.1, middle: [0, 0.05, 0], pace: 0.75, material };
}

/** A laced boot. @param pose ankle at 0, toes towards z, the sole at y = −0.095 */
export function boot(pose: Pose, material: Material): Thing[] {
  const upper: Solid = (x, y, z) => {
    let d = rod(x, y, z * 0.9, 0, 0.1, -0.005, 0, -0.02, 0, 0.052, 0.05);
    d = melt(d, egg(x, y + 0.045, z - 0.075, 0.046, 0.042, 0.105), 0.04);
    d = melt(d, egg(x, y + 0.05, z - 0.14, 0.045, 0.034, 0.055), 0.02);
    const lace = z > 0.02 && z < 0.11 ? 0.003 * Math.max(0, Math.sin(300 * (z - 0.6 * y))) * step(0.022, 0.016, Math.abs(x)) : 0;
    return carve(d, -y - 0.085, 0.01) - lace - 0.0025 * noise(34 * x, 34 * y, 34 * z);
  };
  const sole: Solid = (x, y, z) => {
    const plan = Math.min(
      egg(x, 0, z - 0.11, 0.05, 0.1, 0.085),
      egg(x, 0, z + 0.005, 0.042, 0.1, 0.052),
      Math.max(Math.abs(x) - 0.038, Math.abs(z - 0.05) - 0.07),
    );
    const instep = z > 0.03 && z < 0.075 ? 0.012 : 0;
    return Math.max(plan, Math.abs(y + 0.085) - 0.013 + instep) - 0.002;
  };
  return [
    { pose, solid: upper, radius: 0.19, middle: [0, 0.02, 0.05], pace: 0.7, material },
    { pose, solid: sole, radius: 0.14, middle: [0, -0.085, 0.06], pace: 0.7, material: leather([0.03, 0.024, 0.02]) },
  ];
}

/** A soft collar and a neck, on a body whose shoulders are at 0.5 m. */
export function shirtCollar(body: Pose, material: Material): Thing {
  return {
    pose: within(body, standing([0, 0.56, 0.03])),
    solid: (x, y, z) =>
      melt(
        rod(x, y, z, 0, -0.06, -0.01, 0, 0.06, 0.02, 0.06, 0.055),
        box(Math.hypot(x, z + 0.004) - 0.072, y + 0.01 + 0.2 * z, 0, 0.003, 0.026, 1, 0.002),
        0.006,
      ),
    radius: 0.16,
    pace: 0.7,
    material,
  };
}

/** Stuffs that clothes of Port Alder are made of. */
export const STUFF = {
  greyTweed: tweed([0.04, 0.037, 0.034], [0.13, 0.118, 0.1], [[0.22, 0.13, 0.05], [0.06, 0.1, 0.12]]),
  brownTweed: tweed([0.06, 0.038, 0.022], [0.16, 0.105, 0.062], [[0.24, 0.16, 0.06], [0.05, 0.07, 0.05]], undefined, 0.02),
  darkDrill: woven([0.05, 0.048, 0.05]),
  moleskin: woven([0.11, 0.085, 0.058]),
  canvas: woven([0.3, 0.26, 0.19], 0.0022),
  boots: leather([0.05, 0.033, 0.022]),
  gloves: leather([0.15, 0.085, 0.042]),
} as const; // prettier-ignore
