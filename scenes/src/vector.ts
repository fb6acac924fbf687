/** A point or direction: x to the right, y up, z towards the camera; metres where it is a point. */
export type Vec = readonly [number, number, number];

export const ORIGIN: Vec = [0, 0, 0];

export const add = (a: Vec, b: Vec): Vec => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const minus = (a: Vec, b: Vec): Vec => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const times = (a: Vec, k: number): Vec => [a[0] * k, a[1] * k, a[2] * k];
/** a + k·b */
export const along = (a: Vec, b: Vec, k: number): Vec => [a[0] + k * b[0], a[1] + k * b[1], a[2] + k * b[2]];
export const dot = (a: Vec, b: Vec): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vec, b: Vec): Vec => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
export const size = (a: Vec): number => Math.sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2]);
export const unit = (a: Vec): Vec => times(a, 1 / (size(a) + 1e-12));
export const between = (a: Vec, b: Vec, share: number): Vec => along(a, minus(b, a), share);
/** What of `direction` is thrown back by a surface. */
export const mirrored = (direction: Vec, normal: Vec): Vec => along(direction, normal, -2 * dot(direction, normal));

/** Where a thing stands and how it is turned: its own axes as seen from outside. */
export interface Pose {
  at: Vec;
  x: Vec;
  y: Vec;
  z: Vec;
}

const STANDING: Pose = { at: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] };
export const standing = (at: Vec): Pose => ({ ...STANDING, at });

/** Turned by angles in radians, as a ship is: first rolled round z, then pitched round x, then turned round y. */
export function turned(at: Vec, turn: number, pitch = 0, roll = 0): Pose {
  const [ct, st, cp, sp, cr, sr] = [turn, pitch, roll].flatMap((a) => [Math.cos(a), Math.sin(a)]) as [
    number, number, number, number, number, number,
  ]; // prettier-ignore
  const of = ([x, y, z]: Vec): Vec => {
    const [x1, y1] = [x * cr - y * sr, x * sr + y * cr];
    const [y2, z2] = [y1 * cp - z * sp, y1 * sp + z * cp];
    return [x1 * ct + z2 * st, y2, -x1 * st + z2 * ct];
  };
  return { at, x: of([1, 0, 0]), y: of([0, 1, 0]), z: of([0, 0, 1]) };
}

/** A pose whose y axis runs from one point to another, its z as near to `front` as may be. */
export function reaching(from: Vec, to: Vec, front: Vec = [0, 0, 1]): Pose {
  const y = unit(minus(to, from));
  const aside = cross(y, front);
  const x = unit(size(aside) > 0.05 ? aside : cross(y, [1, 0, 0]));
  return { at: from, x, y, z: cross(x, y) };
}

/** A point of a pose's own as seen from outside. */
export const outOf = ({ at, x, y, z }: Pose, p: Vec): Vec => [
  at[0] + x[0] * p[0] + y[0] * p[1] + z[0] * p[2],
  at[1] + x[1] * p[0] + y[1] * p[1] + z[1] * p[2],
  at[2] + x[2] * p[0] + y[2] * p[1] + z[2] * p[2],
];

/** A point seen from outside as the pose has it. */
export function into({ at, x, y, z }: Pose, p: Vec): Vec {
  const q = minus(p, at);
  return [dot(q, x), dot(q, y), dot(q, z)];
}

/** A direction of a pose's own as seen from outside. */
export const directionOutOf = ({ x, y, z }: Pose, d: Vec): Vec => [
  x[0] * d[0] + y[0] * d[1] + z[0] * d[2],
  x[1] * d[0] + y[1] * d[1] + z[1] * d[2],
  x[2] * d[0] + y[2] * d[1] + z[2] * d[2],
];
