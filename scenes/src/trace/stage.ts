import { fineness } from '../fineness.ts';
import { directionOutOf, dot, outOf, ORIGIN, type Vec } from '../vector.ts';
import type { Thing } from './thing.ts';
import { BallTree } from './tree.ts';

/** Where a ray met a thing. */
export interface Hit {
  /** Distance along the ray, m. */
  t: number;
  thing: Thing;
  /** The point in the thing's own axes. */
  own: Vec;
}

/** Steps after which a ray is given up. */
const MOST_STEPS = 600;
/** A surface is met when it is nearer than this, m, and this share of the way gone: a quarter of what a pixel shows. */
const NEAR_M = 0.0002;
const NEAR_SHARE = 0.00015;
const SHADOW_STEPS = 30;
/** How deep a point lies in a thing that holds it, m: one on its surface does not. */
const HELD_M = 0.002;

/**
 * Things that rays meet, by sphere tracing (Hart, The Visual Computer 12 (1996) 527; from memory). Things far from a ray are left out by
 * their balls, and each is asked in its own axes, so that a ray is turned once and not at every step.
 */
export class Stage {
  readonly things: readonly Thing[];
  readonly #balls: Float64Array;
  readonly #all: BallTree;
  /** Those that throw shadows, and their places among all. */
  readonly #casting: BallTree;
  readonly #cast: Int32Array;
  readonly #found: Int32Array;
  /** Things that hold the point whose light is asked for, and how many. */
  readonly #holding: Int32Array;
  #held = 0;
  // The things one ray may meet: which, from where to where, and the ray in their axes.
  readonly #which: Int32Array;
  readonly #from: Float64Array;
  readonly #to: Float64Array;
  readonly #rays: Float64Array;
  #count = 0;

  constructor(things: readonly Thing[]) {
    this.things = things;
    this.#balls = new Float64Array(things.length * 4);
    things.forEach(({ pose, middle = ORIGIN, radius }, i) => this.#balls.set([...outOf(pose, middle), radius], 4 * i));
    this.#all = new BallTree(this.#balls);
    this.#cast = Int32Array.from(things.flatMap(({ glows }, i) => (glows ? [] : [i])));
    this.#casting = new BallTree(Float64Array.from([...this.#cast].flatMap((i) => [...this.#balls.subarray(4 * i, 4 * i + 4)])));
    this.#found = new Int32Array(things.length);
    this.#holding = new Int32Array(things.length);
    this.#which = new Int32Array(things.length);
    this.#from = new Float64Array(things.length);
    this.#to = new Float64Array(things.length);
    this.#rays = new Float64Array(things.length * 6);
  }
  /** The first thing a ray meets within `far`. */
  meet(o: Vec, d: Vec, far: number, near = 0): Hit | null {
    this.#sift(o, d, near, far, false);
    const { things } = this;
    let t = far;
    for (let i = 0; i < this.#count; i++) t = Math.min(t, this.#from[i]!);
    for (let n = 0; n < MOST_STEPS && t < far; n++) {
      let least = far - t + NEAR_M;
      let at = -1;
      for (let i = 0; i < this.#count; i++) {
        if (t > this.#to[i]!) continue;
        const before = this.#from[i]! - t;
        if (before > 0) {
          if (before < least) {
            least = before + NEAR_M;
            at = -1;
          }
          continue;
        }
        const thing = things[this.#which[i]!]!;
        const r = 6 * i;
        const rays = this.#rays;
        const distance =
          thing.solid(rays[r]! + t * rays[r + 3]!, rays[r + 1]! + t * rays[r + 4]!, rays[r + 2]! + t * rays[r + 5]!) *
          (thing.pace ?? 0.85);
        if (distance < least) {
          least = distance;
          at = i;
        }
      }
      if (at >= 0 && least < NEAR_M + NEAR_SHARE * t) {
        const r = 6 * at;
        const rays = this.#rays;
        return {
          t,
          thing: things[this.#which[at]!]!,
          own: [rays[r]! + t * rays[r + 3]!, rays[r + 1]! + t * rays[r + 4]!, rays[r + 2]! + t * rays[r + 5]!],
        };
      }
      t += Math.max(least, NEAR_M);
    }
    return null;
  }

  /**
   * Leaves out things that hold a point, until asked anew: a limb drawn apart from its body is lit where it enters the body as if the body
   * ended there.
   */
  standAt(p: Vec): void {
    this.#held = 0;
    const count = this.#casting.round(...p, 0, this.#found);
    let held = 0;
    for (let k = 0; k < count; k++) {
      const i = this.#cast[this.#found[k]!]!;
      if (this.#plainAt(i, p) < -HELD_M) this.#holding[held++] = i;
    }
    this.#held = held;
  }

  #holds(i: number): boolean {
    for (let k = 0; k < this.#held; k++) if (this.#holding[k] === i) return true;
    return false;
  }

  #plainAt(i: number, [px, py, pz]: Vec): number {
    const { pose, plain, solid } = this.things[i]!;
    const [x, y, z] = [px - pose.at[0], py - pose.at[1], pz - pose.at[2]];
    return (plain ?? solid)(
      x * pose.x[0] + y * pose.x[1] + z * pose.x[2],
      x * pose.y[0] + y * pose.y[1] + z * pose.y[2],
      x * pose.z[0] + y * pose.z[1] + z * pose.z[2],
    );
  }

  /**
   * How much of a lamp is seen from a point, 0 to 1, from how near the way there passes to things.
   * @param small how small the lamp is: its distance over its radius
   */
  open(o: Vec, d: Vec, far: number, small: number): number {
    this.#sift(o, d, 0.004, far, true);
    if (this.#count === 0) return 1;
    const { things } = this;
    let seen = 1;
    let t = far;
    for (let i = 0; i < this.#count; i++) t = Math.min(t, this.#from[i]!);
    for (let n = 0; n < SHADOW_STEPS && t < far; n++) {
      let least = far;
      for (let i = 0; i < this.#count; i++) {
        if (t > this.#to[i]!) continue;
        const before = this.#from[i]! - t;
        if (before > 0) {
          least = Math.min(least, before + 0.002);
          continue;
        }
        const thing = things[this.#which[i]!]!;
        const r = 6 * i;
        const rays = this.#rays;
        least = Math.min(
          least,
          (thing.plain ?? thing.solid)(
            rays[r]! + t * rays[r + 3]!,
            rays[r + 1]! + t * rays[r + 4]!,
            rays[r + 2]! + t * rays[r + 5]!,
          ),
        );
      }
      const share = 0.5 + (0.5 * least * small) / t;
      if (share < seen) seen = share;
      if (seen <= 0) return 0;
      t += Math.max(least * 0.9, 0.006 + 0.035 * t);
    }
    return seen * seen * (3 - 2 * seen);
  }

  /** How far a point is from the nearest thing that throws shadows, m, by the plain surfaces; no more than `far`. */
  distance([px, py, pz]: Vec, far: number): number {
    let least = far;
    const count = this.#casting.round(px, py, pz, far, this.#found);
    for (let k = 0; k < count; k++) {
      const i = this.#cast[this.#found[k]!]!;
      const b = 4 * i;
      const [bx, by, bz] = [px - this.#balls[b]!, py - this.#balls[b + 1]!, pz - this.#balls[b + 2]!];
      const outer = this.#balls[b + 3]! + least;
      if (bx * bx + by * by + bz * bz > outer * outer || this.#holds(i)) continue;
      least = Math.min(least, this.#plainAt(i, [px, py, pz]));
    }
    return least;
  }

  #sift(o: Vec, d: Vec, near: number, far: number, shadows: boolean): void {
    let count = 0;
    const tree = shadows ? this.#casting : this.#all;
    const found = tree.alongRay(o[0], o[1], o[2], d[0], d[1], d[2], near, far, this.#found);
    for (let k = 0; k < found; k++) {
      const i = shadows ? this.#cast[this.#found[k]!]! : this.#found[k]!;
      const b = 4 * i;
      const [x, y, z] = [this.#balls[b]! - o[0], this.#balls[b + 1]! - o[1], this.#balls[b + 2]! - o[2]];
      const radius = this.#balls[b + 3]!;
      const ahead = x * d[0] + y * d[1] + z * d[2];
      const inside = ahead * ahead - (x * x + y * y + z * z - radius * radius);
      if (inside < 0) continue;
      const half = Math.sqrt(inside);
      if (ahead + half < near || ahead - half > far || (shadows && this.#holds(i))) continue;
      const { pose, box } = this.things[i]!;
      this.#which[count] = i;
      this.#from[count] = Math.max(near, ahead - half);
      this.#to[count] = ahead + half;
      const [px, py, pz] = [o[0] - pose.at[0], o[1] - pose.at[1], o[2] - pose.at[2]];
      const r = 6 * count;
      const rays = this.#rays;
      rays[r] = px * pose.x[0] + py * pose.x[1] + pz * pose.x[2];
      rays[r + 1] = px * pose.y[0] + py * pose.y[1] + pz * pose.y[2];
      rays[r + 2] = px * pose.z[0] + py * pose.z[1] + pz * pose.z[2];
      rays[r + 3] = dot(d, pose.x);
      rays[r + 4] = dot(d, pose.y);
      rays[r + 5] = dot(d, pose.z);
      if (!box || this.#crosses(box, count, far)) count++;
    }
    this.#count = count;
  }

  /** Whether the ray of a place meets a box on its way; it is then asked within that box alone. */
  #crosses([least, most]: readonly [Vec, Vec], at: number, far: number): boolean {
    const rays = this.#rays;
    let [from, to] = [this.#from[at]!, Math.min(far, this.#to[at]!)];
    for (let axis = 0; axis < 3; axis++) {
      const [start, slope] = [rays[6 * at + axis]!, rays[6 * at + axis + 3]!];
      const [a, b] = [(least[axis]! - start) / slope, (most[axis]! - start) / slope];
      from = Math.max(from, Math.min(a, b));
      to = Math.min(to, Math.max(a, b));
    }
    this.#from[at] = from;
    this.#to[at] = to;
    return from <= to;
  }
}

/** The surface's direction at a point of a thing's own axes, from how its distance grows. @param span m */
export function normalOf({ solid }: Thing, [x, y, z]: Vec, span: number): Vec {
  const a = solid(x + span, y - span, z - span);
  const b = solid(x - span, y - span, z + span);
  const c = solid(x - span, y + span, z - span);
  const e = solid(x + span, y + span, z + span);
  const [nx, ny, nz] = [a - b - c + e, -a - b + c + e, -a + b - c + e];
  const length = 1 / (Math.sqrt(nx * nx + ny * ny + nz * nz) + 1e-12);
  return [nx * length, ny * length, nz * length];
}

/** A normal in own axes tipped by the slope of a relief. */
export function roughened({ material }: Thing, normal: Vec, [x, y, z]: Vec): Vec {
  const { relief } = material;
  if (!relief) return normal;
  const grainM = (material.grainM ?? 0.0015) / fineness.times;
  const h = relief(x, y, z);
  const [a, b, c] = [
    (relief(x + grainM, y, z) - h) / grainM,
    (relief(x, y + grainM, z) - h) / grainM,
    (relief(x, y, z + grainM) - h) / grainM,
  ];
  const off = a * normal[0] + b * normal[1] + c * normal[2];
  const [nx, ny, nz] = [normal[0] * (1 + off) - a, normal[1] * (1 + off) - b, normal[2] * (1 + off) - c];
  const length = 1 / (Math.sqrt(nx * nx + ny * ny + nz * nz) + 1e-12);
  return [nx * length, ny * length, nz * length];
}

export const outward = ({ pose }: Thing, normal: Vec): Vec => directionOutOf(pose, normal);
