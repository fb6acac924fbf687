import { fractal, noise, step } from '../noise.ts';
import { ball, carve, egg, melt, rod, type Solid } from '../solids.ts';
import type { Vec } from '../vector.ts';

/** Heads are modelled in centimetres: the middle between the ears at 0, the face towards z. */
const CM = 0.01;

/** Middle and radius of an eye, cm. */
export const EYE = { x: 3.15, y: 0.15, z: 6.55, radius: 1.25 };

/** How far inside the opening of the lids a point is, cm. @param beside away from the middle of the face */
function betweenLids(beside: number, y: number, open: number): number {
  const q = beside - EYE.x;
  const up = y - EYE.y - 0.08 * q;
  const round = 1 - (q * q) / (1.38 * 1.38);
  return Math.min(0.3 * open * round + 0.03 - up, up + 0.27 * open * round);
}

/** A weathered face without hair. @param open of the eyes, 0 shut to 1 */
export function face(open = 1): Solid {
  return (px, py, pz) => {
    const [x, y, z] = [px / CM, py / CM, pz / CM];
    const ax = Math.abs(x);
    const whole = ball(x, y + 1, z - 1, 14);
    if (whole > 3) return whole * CM;
    let d = egg(x, y - 3, z + 1.5, 7.5, 9.2, 9.5);
    d = melt(d, egg(x, y + 3, z - 2.2, 6.3, 8.2, 6.5), 1.5);
    d = melt(d, egg(x, y + 9.6, z - 5.6, 3, 2.3, 2.7), 3);
    d = melt(d, rod(ax, y, z, 5.3, -3, 0, 2.8, -9.3, 4.6, 1.5), 2);
    // Cheeks, and the hollow under them.
    d = melt(d, ball(ax - 4.5, y + 2, z - 4.75, 2.3), 1.6);
    d = carve(d, -ball(ax - 5.9, y + 5.6, z - 8.2, 2.6), 2.2);
    // Brow and sockets.
    d = melt(d, rod(ax, y, z, 0.7, 1.75, 7.35, 3.5, 2.35, 6.9, 0.85, 0.8), 1);
    d = melt(d, rod(ax, y, z, 3.5, 2.35, 6.9, 5.5, 1.1, 4.7, 0.8), 1);
    d = carve(d, -ball(ax - EYE.x - 0.05, y - EYE.y, z - 8.95, 1.8), 1.1);
    // Muzzle, nose, wings and nostrils.
    d = melt(d, egg(x, y + 6.5, z - 6.6, 3.1, 2.5, 2.3), 1.4);
    let nose = rod(x, y, z, 0, 0.8, 7.75, 0, -3.1, 10, 0.62, 0.9);
    nose = melt(nose, ball(x - 0.05, y + 3.5, z - 10.25, 1.08), 0.9);
    nose = melt(nose, ball(ax - 1.2, y + 3.85, z - 9.2, 0.8), 0.55);
    d = melt(d, nose, 0.9);
    d = carve(d, -ball(ax - 0.68, y + 4.45, z - 9.85, 0.42), 0.3);
    // The fold from nose to mouth, bags, lips.
    d = carve(d, -rod(ax, y, z, 1.95, -3.5, 8.95, 3.6, -6.4, 7.6, 0.3), 0.8);
    d = melt(d, egg(ax - 3.1, y + 1.3, z - 7.05, 1.35, 0.45, 0.7), 0.4);
    d = melt(d, egg(x, y + 6.25, z - 8.55, 2.1, 0.36, 0.5), 0.35);
    d = melt(d, egg(x, y + 7.1, z - 8.45, 1.75, 0.4, 0.55), 0.4);
    d = carve(d, -egg(x, y + 6.68, z - 9.6, 2.4, 0.07, 0.7), 0.15);
    // Ears.
    const ear = egg(ax - 7.5, y + 1.2 - 0.2 * z, z + 0.4, 0.7, 3, 1.8);
    d = melt(d, carve(ear, -egg(ax - 8.2, y + 1, z - 0.1, 0.6, 2.1, 1.1), 0.4), 0.5);
    const eyeball = ball(ax - EYE.x, y - EYE.y, z - EYE.z, EYE.radius + 0.17);
    if (eyeball < 2) {
      let lid = carve(eyeball, betweenLids(ax, y, open), 0.14);
      lid = carve(lid, -ball(ax - EYE.x, y - EYE.y, z - EYE.z, EYE.radius - 0.05), 0.05);
      d = melt(carve(d, -ball(ax - EYE.x, y - EYE.y, z - EYE.z, EYE.radius), 0.1), lid, 0.45);
    }
    // Lines of the forehead and at the eyes' corners.
    if (y > 1.9) d -= 0.05 * Math.sin(5.2 * y + 1.8 * noise(0.6 * x, y, z)) * step(1.9, 2.6, y);
    const crow = Math.hypot(ax - 4.55, y - 0.15);
    if (crow < 3 && z > 2)
      d -=
        0.045 *
        Math.sin(9 * Math.atan2(y - 0.15, Math.max(0.05, ax - 4.4)) + 2.5 * noise(1.5 * x, 1.5 * y, z)) *
        Math.exp(-0.55 * crow);
    return d * CM;
  };
}

/** Where a beard grows, 0 to 1, in the head's axes, m. */
export function beardAt(px: number, py: number, pz: number): number {
  const [x, y, z] = [px / CM, py / CM, pz / CM];
  const ax = Math.abs(x);
  const turn = Math.atan2(ax, z);
  let top =
    turn < 0.3
      ? -4.95
      : turn < 0.7
        ? -4.95 - (turn - 0.3) * 1.2
        : turn < 1.1
          ? -5.43 + (turn - 0.7) * 7
          : -2.6 + (turn - 1.1) * 18;
  top += 0.5 * noise(0.9 * x, 0.9 * y, 0.9 * z) + 0.3 * noise(3 * x, 3 * y, 3 * z);
  if (turn > 1.95 || y < -12.5) return 0;
  const lips = Math.min(egg(x, y + 6.6, z - 8.6, 1.6, 0.16, 1), egg(x, y + 7.05, z - 8.5, 1.45, 0.3, 1));
  return step(0.5, -0.5, y - top) * step(-0.05, 0.12, lips);
}

/** Hair of head at the temples and the nape, under a cap. */
export function hairAt(px: number, py: number, pz: number): number {
  const [x, y, z] = [px / CM, py / CM, pz / CM];
  const turn = Math.atan2(Math.abs(x), z);
  if (y < -7 || Math.hypot(Math.abs(x) - 7.5, y + 1.2, z + 0.2) < 2.6) return 0;
  return step(1.45, 1.75, turn + 0.08 * noise(2 * x, 2 * y, 2 * z)) * step(-6.5, -4.5, y);
}

/** Hair of a head that wears nothing: from the brow's line back over the crown. */
export function crownAt(px: number, py: number, pz: number): number {
  const [x, y, z] = [px / CM, py / CM, pz / CM];
  const turn = Math.atan2(Math.abs(x), z);
  const line = 7 - 4.6 * step(0.25, 1.15, turn) + 0.5 * noise(0.8 * x, 2, 0.8 * z);
  const above = step(line - 0.3, line + 0.5, y);
  return Math.max(above, turn > 1.25 ? hairAt(px, py, pz) : 0);
}

/** The colour of skin at a point of a face, as factors. */
export function faceShade([px, py, pz]: Vec): Vec {
  const [x, y, z] = [px / CM, py / CM, pz / CM];
  const ax = Math.abs(x);
  const red =
    0.6 * step(3.6, 0.8, Math.hypot(x, y + 3.5, (z - 10) * 0.8)) + 0.5 * step(3.2, 0.6, Math.hypot(ax - 4.6, y + 2.4, z - 6.5));
  const lips = step(0.12, -0.1, Math.min(egg(x, y + 6.4, z - 8.6, 1.9, 0.3, 1), egg(x, y + 7.1, z - 8.5, 1.6, 0.36, 1)));
  const sunk = 0.26 * step(2.4, 1.2, Math.hypot((ax - EYE.x) * 0.75, y));
  const stubble = 0.5 * beardAt(px, py - 0.006, pz);
  const spot = 1 - 0.2 * step(0.2, 0.45, fractal(1.1 * x, 1.1 * y, 1.1 * z, 3));
  return [
    (1 - 0.35 * lips) * (1 - 0.8 * sunk) * (1 - 0.55 * stubble) * spot,
    (1 - 0.3 * red) * (1 - 0.55 * lips) * (1 - sunk) * (1 - 0.5 * stubble) * spot,
    (1 - 0.34 * red) * (1 - 0.48 * lips) * (1 - 0.9 * sunk) * (1 - 0.42 * stubble) * spot,
  ];
}
