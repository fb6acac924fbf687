import { iron, rope, ROPE_LAY, timber } from '../material/building.ts';
import { peel } from '../material/living.ts';
import { cutElsewhere, type Material } from '../material/material.ts';
import { within } from '../figure/person.ts';
import { chance, noise, step } from '../noise.ts';
import { ball, box, carve, drum, melt, ring, rod, type Solid } from '../solids.ts';
import type { Lamp } from '../trace/light.ts';
import type { Thing } from '../trace/thing.ts';
import { outOf, reaching, standing, type Pose, type Vec } from '../vector.ts';

/** Filament bulbs: warm. */
const BULB: Vec = [1, 0.58, 0.25];

/** A board. @param half sizes, m; its grain runs along x */
export function board(pose: Pose, [a, b, c]: Vec, material: Material): Thing {
  return {
    pose,
    solid: (x, y, z) => box(x, y, z, a, b, c, 0.004) + 0.002 * noise(14 * x, 30 * y, 30 * z),
    plain: (x, y, z) => box(x, y, z, a, b, c, 0.004) + 0.004,
    radius: Math.hypot(a, b, c) + 0.01,
    pace: 0.8,
    material: cutElsewhere(material, own(pose.at)),
  };
}

/** Where in its stuff a piece was cut, by where it stands: the middle of a plank, half a metre wide. */
const own = ([x, y, z]: Vec): Vec => {
  const hash = chance(Math.round(997 * x), Math.round(997 * y), Math.round(997 * z));
  return [9 * hash, 0.25 + 0.5 * Math.floor(40 * hash), 3 * hash];
};

const CRATE_WOOD = timber([0.3, 0.19, 0.1]);

/** A slatted crate, 0.6 × 0.26 × 0.4 m, open on top, its foot at the pose; heaped with oranges where wished. */
export function crate(pose: Pose, full: boolean, seed = 1): Thing[] {
  const [a, b, c] = [0.3, 0.13, 0.2];
  const slat = (at: Vec, half: Vec): Thing => board(within(pose, standing(at)), half, CRATE_WOOD);
  const things: Thing[] = [];
  for (const side of [-1, 1]) {
    for (let i = 0; i < 3; i++) {
      const y = 0.045 + 0.085 * i;
      things.push(slat([0, y, side * c], [a, 0.034, 0.006]));
      things.push({
        ...slat([side * a, y, 0], [c, 0.034, 0.006]),
        pose: within(pose, { at: [side * a, y, 0], x: [0, 0, 1], y: [0, 1, 0], z: [-1, 0, 0] }),
      });
    }
    for (const end of [-1, 1])
      things.push({
        ...slat([0, 0, 0], [b, 0.02, 0.02]),
        pose: within(pose, { at: [end * (a - 0.02), b, side * (c - 0.02)], x: [0, 1, 0], y: [-1, 0, 0], z: [0, 0, 1] }),
      });
  }
  things.push(board(within(pose, standing([0, full ? 0.16 : 0.02, 0])), [a - 0.01, 0.005, c - 0.01], CRATE_WOOD));
  if (full) things.push(...oranges(within(pose, standing([0, 0.2, 0])), a - 0.05, c - 0.04, seed));
  return things;
}

/** A heap of oranges over a tray. */
function oranges(pose: Pose, a: number, c: number, seed: number): Thing[] {
  const all: (readonly [number, number, number, number])[] = [];
  const pitch = 0.078;
  for (let layer = 0; layer < 2; layer++)
    for (let x = -a + layer * 0.06; x <= a - layer * 0.05; x += pitch)
      for (let z = -c + layer * 0.04; z <= c - layer * 0.03; z += pitch) {
        const own = chance(Math.round(x * 1000), Math.round(z * 1000) + layer * 31, seed);
        if (layer === 1 && own < 0.25) continue;
        all.push([
          x + 0.014 * (own - 0.5),
          layer * 0.058 + 0.012 * own,
          z + 0.014 * (chance(Math.round(x * 900), layer, seed) - 0.5),
          0.036 + 0.005 * own,
        ]);
      }
  // One thing for each row across, so that a ray asks few.
  const rows = new Map<number, typeof all>();
  for (const one of all) {
    const key = Math.round(one[0] / 0.15);
    rows.set(key, [...(rows.get(key) ?? []), one]);
  }
  return [...rows.values()].map((row): Thing => {
    const middle: Vec = [row.reduce((sum, one) => sum + one[0], 0) / row.length, 0.03, 0];
    return {
      pose,
      solid: (x, y, z) => {
        let least = 1;
        for (const [ox, oy, oz, r] of row) {
          const d = Math.sqrt((x - ox) ** 2 + 1.08 * (y - oy) ** 2 + (z - oz) ** 2) - r;
          if (d < least) least = d;
        }
        return least;
      },
      middle,
      radius: Math.max(...row.map(([x, y, z, r]) => Math.hypot(x - middle[0], y - middle[1], z) + r)) + 0.01,
      pace: 0.95,
      material: peel,
    };
  });
}

/** A spoked wheel of wood with an iron tyre; its axle along z. @param radius m */
function wheel(pose: Pose, radius: number): Thing[] {
  const inPlane =
    (solid: Solid): Solid =>
    (x, y, z) =>
      solid(x, z, y);
  const spokes: Solid = (x, y, z) => {
    const turn = Math.atan2(y, x);
    const sector = Math.PI / 6;
    const off = turn - sector * Math.round(turn / sector);
    const out = Math.hypot(x, y);
    const bar = rod(out * Math.cos(off), out * Math.sin(off), z, 0.04, 0, 0, radius - 0.03, 0, 0, 0.018, 0.0135);
    return Math.min(bar, drum(x, z, y, 0.055, 0.06, 0.012));
  };
  const felloe: Solid = inPlane((x, y, z) => {
    const [out, across] = [Math.hypot(x, z) - radius + 0.025, y];
    return box(out, across, 0, 0.02, 0.022, 1, 0.006);
  });
  const tyre: Solid = inPlane((x, y, z) => box(Math.hypot(x, z) - radius, y, 0, 0.006, 0.024, 1, 0.003));
  const wood = timber([0.24, 0.14, 0.07], [0.2, 0.045, 0.03]);
  const round = radius + 0.03;
  return [
    { pose, solid: spokes, radius: round, pace: 0.7, material: wood },
    { pose, solid: felloe, radius: round, pace: 0.9, material: wood },
    { pose, solid: tyre, radius: round, pace: 0.9, material: iron },
  ];
}

/** A straight bar of wood, its grain along it. */
export function bar(from: Vec, to: Vec, thick: number, material: Material = timber([0.28, 0.17, 0.085])): Thing {
  const pose = reaching(from, to);
  const long = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]);
  // The material's grain runs along x.
  return {
    pose: { at: from, x: pose.y, y: pose.x, z: [-pose.z[0], -pose.z[1], -pose.z[2]] },
    solid: (x, y, z) => rod(x, y, z, 0, 0, 0, long, 0, 0, thick) - 0.0015 * noise(8 * x, 40 * y, 40 * z),
    middle: [long / 2, 0, 0],
    radius: long / 2 + thick + 0.01,
    material: cutElsewhere(material, own(from)),
  };
}

/** A wire that hangs between two points. @param sag m */
export function wire(from: Vec, to: Vec, sag: number, thick = 0.004): { things: Thing[]; at: (share: number) => Vec } {
  const at = (t: number): Vec => [
    from[0] + (to[0] - from[0]) * t,
    from[1] + (to[1] - from[1]) * t - 4 * sag * t * (1 - t),
    from[2] + (to[2] - from[2]) * t,
  ];
  const pieces = 12;
  const things = Array.from({ length: pieces }, (_, i) => ({
    ...bar(at(i / pieces), at((i + 1) / pieces), thick, iron),
    glows: true,
  }));
  return { things, at };
}

/** A string of bulbs, and the light they give. @param each strength of a bulb a metre away */
export function bulbString(
  from: Vec,
  to: Vec,
  sag: number,
  count: number,
  each: number,
  group = 3,
): { things: Thing[]; lamps: Lamp[] } {
  const { things, at } = wire(from, to, sag);
  const lamps: Lamp[] = [];
  let middle: Vec = [0, 0, 0];
  for (let i = 0; i < count; i++) {
    const own = chance(i, Math.round(from[0] * 10), 3);
    const [x, y, z] = at((i + 0.5) / count);
    const hang: Vec = [x, y - 0.07, z];
    things.push(...bulb(hang, 0.032, own > 0.86 ? [0.55, 0.85, 1] : own < 0.1 ? [1, 0.3, 0.16] : BULB, 9 * (0.75 + 0.5 * own)));
    middle = [middle[0] + hang[0] / group, middle[1] + hang[1] / group, middle[2] + hang[2] / group];
    if ((i + 1) % group === 0) {
      lamps.push({ at: middle, light: [each * group * BULB[0], each * group * BULB[1], each * group * BULB[2]], radius: 0.12 });
      middle = [0, 0, 0];
    }
  }
  return { things, lamps };
}

/** A bulb in its socket. */
export function bulb(at: Vec, radius: number, tone: Vec, bright: number): Thing[] {
  return [
    {
      pose: standing(at),
      solid: (x, y, z) => melt(ball(x, y, z, radius), rod(x, y, z, 0, 0, 0, 0, 1.5 * radius, 0, 0.5 * radius), 0.02),
      radius: 2.4 * radius,
      glows: true,
      material: {
        look: ([x, y, z], n) => {
          // Brightest where one looks at the wire.
          const core =
            step(1.4, 0.2, Math.hypot(x, z) / radius) * step(1.6, 0.4, Math.abs(y) / radius) * (0.55 + 0.45 * Math.abs(n[2]));
          const strength = bright * (0.3 + core);
          return { albedo: [0, 0, 0], glow: [strength * tone[0], strength * tone[1], strength * tone[2]] };
        },
      },
    },
    {
      pose: standing([at[0], at[1] + 1.9 * radius, at[2]]),
      solid: (x, y, z) => drum(x, y, z, 0.6 * radius, 0.8 * radius, 0.004),
      radius: 1.2 * radius,
      glows: true,
      material: iron,
    },
  ];
}

/** A lantern with four panes. @param bright its light a metre away */
function lantern(at: Vec, bright: number): { things: Thing[]; lamp: Lamp } {
  const frame: Solid = (x, y, z) => {
    const wide = 0.085 + 0.1 * (y + 0.15);
    const [ax, az] = [Math.abs(x), Math.abs(z)];
    let d = Math.max(Math.hypot(ax - wide, az - wide) - 0.008, Math.abs(y) - 0.15);
    for (const up of [-0.15, 0.15]) {
      const w = 0.085 + 0.1 * (up + 0.15);
      d = Math.min(
        d,
        Math.max(box(x, y - up, z, w + 0.01, 0.01, w + 0.01, 0.004), -box(x, y - up, z, w - 0.008, 0.03, w - 0.008, 0)),
      );
    }
    const roof = Math.max(Math.abs(y - 0.21) - 0.055, Math.max(ax, az) - 0.14 + 1.1 * (y - 0.16));
    d = Math.min(d, roof, drum(x, y - 0.29, z, 0.035, 0.03, 0.01));
    return Math.min(d, rod(x, y, z, 0, 0.32, 0, 0, 0.4, 0, 0.012));
  };
  return {
    things: [
      { pose: standing(at), solid: frame, radius: 0.45, pace: 0.8, material: iron, glows: true },
      ...bulb(at, 0.05, [1, 0.66, 0.32], 16),
    ],
    lamp: { at, light: [bright, 0.6 * bright, 0.28 * bright], radius: 0.1 },
  };
}

/** A lantern on an iron bracket that juts from a wall behind it. */
export function wallLantern(at: Vec, bright: number): { things: Thing[]; lamp: Lamp } {
  const bracket: Solid = (x, y, z) => {
    let d = rod(x, y, z, 0, 0.4, 0, 0, 0.4, -0.5, 0.014);
    d = Math.min(d, rod(x, y, z, 0, 0.1, -0.5, 0, 0.37, -0.12, 0.011));
    return Math.min(d, Math.max(Math.abs(Math.hypot(y - 0.29, z + 0.36) - 0.07) - 0.008, Math.abs(x) - 0.01));
  };
  const { things, lamp } = lantern(at, bright);
  return { things: [...things, { pose: standing(at), solid: bracket, radius: 0.75, pace: 0.8, material: iron }], lamp };
}

/** A lantern on a post that stands on y = 0. */
export function lampPost([x, , z]: Vec, bright: number, tall = 2.75): { things: Thing[]; lamp: Lamp } {
  const post: Solid = (px, py, pz) => {
    let d = drum(px, py - tall / 2, pz, 0.042 - 0.004 * py, tall / 2, 0.005);
    d = melt(d, drum(px, py - 0.3, pz, 0.085, 0.3, 0.03), 0.06);
    for (const up of [0.62, 1.5, tall - 0.12]) d = Math.min(d, drum(px, py - up, pz, 0.062, 0.02, 0.012));
    return Math.min(d, rod(px, py, pz, -0.28, tall - 0.3, 0, 0.28, tall - 0.3, 0, 0.013));
  };
  const { things, lamp } = lantern([x, tall + 0.18, z], bright);
  return {
    things: [
      ...things,
      { pose: standing([x, 0, z]), solid: post, middle: [0, tall / 2, 0], radius: tall / 2 + 0.2, pace: 0.85, material: iron },
    ],
    lamp,
  };
}

/** A cask with iron hoops, its foot at the pose. */
export function cask(pose: Pose, tall = 0.78): Thing[] {
  const wide = (y: number): number => 0.24 + 0.06 * (1 - ((y - tall / 2) / (tall / 2)) ** 2);
  const staves: Solid = (x, y, z) => {
    const turn = Math.atan2(x, z);
    const groove = 0.004 * step(0.86, 1, Math.abs(Math.sin(8 * turn)));
    const d = Math.hypot(x, z) - wide(y) + groove;
    const lid = y - tall + (Math.hypot(x, z) < wide(tall) - 0.03 ? 0.04 : 0);
    return Math.max(d, lid, -y) * 0.8;
  };
  const hoops: Solid = (x, y, z) => {
    let least = 1;
    for (const at of [0.08, 0.2, tall - 0.2, tall - 0.08])
      least = Math.min(least, box(Math.hypot(x, z) - wide(at) - 0.003, y - at, 0, 0.005, 0.022, 1, 0.002));
    return least;
  };
  // Staves run up: the grain's x is y.
  const wood = timber([0.22, 0.13, 0.07], null, 0.09);
  const upright: Material = {
    ...wood,
    relief: (x, y, z) => wood.relief!(y, 0.27 * Math.atan2(x, z), 0.3),
    look: ([x, y, z], n) => wood.look([y, 0.27 * Math.atan2(x, z), 0.3], n),
  };
  const middle: Vec = [0, tall / 2, 0];
  return [
    { pose, solid: staves, middle, radius: 0.52, pace: 0.8, material: upright },
    { pose, solid: hoops, middle, radius: 0.52, pace: 0.9, material: iron },
  ];
}

/** A coil of rope laid down, its foot at the pose. */
export function coil(pose: Pose, radius = 0.26, turns = 4): Thing[] {
  const thick = 0.019;
  const { relief, material } = rope(thick);
  return Array.from({ length: turns }, (_, i): Thing => {
    const r = radius - 0.012 * (i % 2) + 0.01 * noise(i, 3, 2);
    const lift = thick + 1.7 * thick * i;
    // Whole turns of the strands, so that a round of rope meets itself.
    const long = (Math.round((2 * Math.PI * r * ROPE_LAY) / thick) * thick) / (2 * Math.PI * ROPE_LAY);
    const onRope = (x: number, y: number, z: number): Vec => {
      const angle = Math.atan2(x, z);
      const out = Math.hypot(x, z) - r - 0.012 * Math.sin(2 * angle + i);
      return [out, angle * long, y - lift - 0.008 * Math.sin(3 * angle + 2 * i)];
    };
    return {
      pose,
      solid: (x, y, z) => {
        const [a, b, c] = onRope(x, y, z);
        const d = Math.hypot(a, c) - thick;
        return d > 0.02 ? d - 0.01 : d - relief(a, b, c);
      },
      middle: [0, lift, 0],
      radius: r + 0.06,
      pace: 0.7,
      material: {
        ...material,
        relief: (x, y, z) => material.relief!(...onRope(x, y, z)),
        look: ([x, y, z], n) => material.look(onRope(x, y, z), n),
      },
    };
  });
}

/** An iron bollard, its foot at the pose. */
export function bollard(pose: Pose): Thing {
  return {
    pose,
    solid: (x, y, z) => {
      let d = drum(x, y - 0.25, z, 0.13 + 0.03 * Math.max(0, 0.2 - y), 0.25, 0.02);
      d = melt(d, drum(x, y - 0.53, z, 0.19, 0.05, 0.045), 0.08);
      return carve(d, -ring(x, y - 0.38, z, 0.2, 0.05), 0.06) - 0.003 * noise(16 * x, 16 * y, 16 * z);
    },
    middle: [0, 0.3, 0],
    radius: 0.45,
    pace: 0.8,
    material: iron,
  };
}

/** A handcart with two wheels, its axle over the pose, its load bed behind z = 0; pushed towards x. */
export function handcart(pose: Pose): { things: Thing[]; grips: readonly [Vec, Vec] } {
  const p = (v: Vec): Vec => outOf(pose, v);
  const r = 0.36;
  const wood = timber([0.27, 0.165, 0.085], [0.05, 0.1, 0.1]);
  const things = [...wheel(within(pose, standing([0, r, 0.36])), r), ...wheel(within(pose, standing([0, r, -0.36])), r)];
  for (let i = 0; i < 5; i++) things.push(board(within(pose, standing([0, 0.56, -0.26 + 0.13 * i])), [0.66, 0.014, 0.06], wood));
  for (const side of [-1, 1]) {
    things.push(bar(p([-1.12, 0.86, side * 0.24]), p([-0.62, 0.545, side * 0.28]), 0.021));
    things.push(bar(p([-0.66, 0.53, side * 0.28]), p([0.68, 0.53, side * 0.28]), 0.026));
    things.push(board(within(pose, standing([0, 0.68, side * 0.31])), [0.66, 0.05, 0.012], wood));
    things.push(bar(p([0.62, 0.5, side * 0.28]), p([0.62, 0.86, side * 0.28]), 0.02));
    things.push(bar(p([-0.4, 0.5, side * 0.24]), p([-0.46, 0.2, side * 0.24]), 0.018));
  }
  things.push({ ...bar(p([0, r, -0.42]), p([0, r, 0.42]), 0.022), material: iron });
  things.push(...crate(within(pose, standing([-0.3, 0.575, 0])), true, 4));
  things.push(...crate(within(pose, standing([0.33, 0.575, 0])), false, 7));
  things.push(...crate(within(pose, standing([0.34, 0.84, 0.01])), true, 11));
  return { things, grips: [p([-1.08, 0.83, 0.24]), p([-1.08, 0.83, -0.24])] };
}
