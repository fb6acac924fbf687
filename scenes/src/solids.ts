/** Signed distances to solids, m: negative inside. After Quilez, "Distance functions" (from memory). */
export type Solid = (x: number, y: number, z: number) => number;

export const ball = (x: number, y: number, z: number, radius: number): number => Math.sqrt(x * x + y * y + z * z) - radius;

/** An ellipsoid by its half axes; near enough where they are alike within a factor of three. */
export function egg(x: number, y: number, z: number, a: number, b: number, c: number): number {
  const k0 = Math.sqrt((x / a) ** 2 + (y / b) ** 2 + (z / c) ** 2);
  const k1 = Math.sqrt((x / (a * a)) ** 2 + (y / (b * b)) ** 2 + (z / (c * c)) ** 2);
  return k1 < 1e-6 ? -Math.min(a, b, c) : (k0 * (k0 - 1)) / k1;
}

/** A box by its half sides, its edges rounded. */
export function box(x: number, y: number, z: number, a: number, b: number, c: number, round: number): number {
  const qx = Math.abs(x) - a + round;
  const qy = Math.abs(y) - b + round;
  const qz = Math.abs(z) - c + round;
  const [ox, oy, oz] = [Math.max(qx, 0), Math.max(qy, 0), Math.max(qz, 0)];
  return Math.sqrt(ox * ox + oy * oy + oz * oz) + Math.min(Math.max(qx, qy, qz), 0) - round;
}

/** A rod with round ends from one point to another, its radius changing evenly. */
export function rod(
  x: number,
  y: number,
  z: number,
  ax: number,
  ay: number,
  az: number,
  bx: number,
  by: number,
  bz: number,
  ra: number,
  rb = ra,
): number {
  // prettier-ignore
  const [dx, dy, dz] = [bx - ax, by - ay, bz - az];
  const [px, py, pz] = [x - ax, y - ay, z - az];
  const t = Math.min(1, Math.max(0, (px * dx + py * dy + pz * dz) / (dx * dx + dy * dy + dz * dz)));
  const [qx, qy, qz] = [px - dx * t, py - dy * t, pz - dz * t];
  return Math.sqrt(qx * qx + qy * qy + qz * qz) - (ra + (rb - ra) * t);
}

/** A ring round the y axis. */
export const ring = (x: number, y: number, z: number, radius: number, thick: number): number =>
  Math.hypot(Math.hypot(x, z) - radius, y) - thick;

/** A drum round the y axis by radius and half height, edges rounded. */
export function drum(x: number, y: number, z: number, radius: number, half: number, round = 0): number {
  const qx = Math.sqrt(x * x + z * z) - radius + round;
  const qy = Math.abs(y) - half + round;
  return Math.min(Math.max(qx, qy), 0) + Math.hypot(Math.max(qx, 0), Math.max(qy, 0)) - round;
}

/** The nearer of two solids, melted together where they are within `soft` of each other. */
export function melt(a: number, b: number, soft: number): number {
  const h = Math.max(soft - Math.abs(a - b), 0) / soft;
  return Math.min(a, b) - h * h * soft * 0.25;
}

/** What of `a` is outside `b` cut away, its edge rounded: pass −b to carve b out. */
export const carve = (a: number, b: number, soft: number): number => -melt(-a, -b, soft);

/** Stocking stitch: u counts columns, v rows of stitches; how far the yarn stands out, 0 to 1. */
export function stocking(u: number, v: number): number {
  const beside = Math.abs(u - Math.floor(u) - 0.5);
  const row = v - beside * 1.25;
  const alongYarn = (row - Math.floor(row) - 0.5) * 2;
  const across = (beside - 0.25) * 4;
  const round = 1 - across * across;
  return round <= 0 ? 0 : Math.sqrt(round) * (1 - 0.55 * alongYarn * alongYarn);
}
