import { gaussLegendre } from '../numerics/gaussLegendre.ts';
import { sinc } from '../numerics/sinc.ts';
import { CONVOLVE_MODULE } from './convolveModule.ts';
import type { Box } from './picturePlanes.ts';

/** A small blur as weights of neighbours; they sum to 1. */
export interface Kernel {
  dx: Int32Array;
  dy: Int32Array;
  weights: Float64Array;
  /** How far it reaches at most, px. */
  reach: number;
}

export interface Point {
  x: number;
  y: number;
}

/** Where the light of a point falls during an exposure, each place for as long. */
export interface Fall {
  /** From where it belongs, px, dense against a pixel. */
  points: readonly Point[];
  /** Whether it runs neither along rows nor along columns. */
  slants: boolean;
}

/** Where it belongs. */
export const STILL_POINT: Fall = { points: [{ x: 0, y: 0 }], slants: false };

/** A softness that goes with every point of light: a Gaussian, and the square of a sensor pixel; px. Several add up by their shares. */
export interface Softness {
  share: number;
  sigmaPx: number;
  pixelPx: number;
}

/** Nothing but where the light falls. */
const CRISP: readonly Softness[] = [{ share: 1, sigmaPx: 0, pixelPx: 0 }];
/** Frequencies from 0 to the picture's limit of half a cycle a pixel. */
const BAND = gaussLegendre(24, 0, 0.5);
const TABLE_STEPS = 64;
/** How far a kernel goes beyond its points where nothing is soft, px. */
const LOBES = 7;
/**
 * Along rows or columns a kernel is cut off there, the least squares over the band. A slanting way has no such kernel of a few pixels, as
 * its contrast does not meet itself at the band's edges: there each point fades out over its last pixels instead.
 */
const SLANTING = { width: 5, fading: 3 };
/** Weights below this share of the sum are left out. */
const NOTHING = 0.0004;

/**
 * The kernel of light that falls on each of some points for as long, softened: within the picture's own band its contrast is that of the
 * points (as a path gives sinc, a disc 2·J1(z)/z) times that of the softness, to 0.03; a slanting path's at the band's very edge to 0.1. Beyond
 * the band a picture of pixels has nothing.
 */
export function kernelOf({ points, slants }: Fall, softness: readonly Softness[] = CRISP): Kernel {
  const far = Math.max(...points.map(({ x, y }) => Math.max(Math.abs(x), Math.abs(y))));
  const reach = Math.ceil(
    far + Math.max(...softness.map(({ sigmaPx, pixelPx }) => Math.max(LOBES, 3.5 * sigmaPx + pixelPx / 2))),
  );
  const side = 2 * reach + 1;
  const grid = new Float64Array(side * side);
  const column = new Float64Array(side);
  for (const one of softness) {
    const sharp = profileOf(one, far + reach);
    const at = slants ? fadingOut(sharp, Math.max(SLANTING.width, Math.ceil(3.5 * one.sigmaPx + one.pixelPx / 2))) : sharp;
    for (const { x, y } of points) {
      for (let i = 0; i < side; i++) column[i] = at(i - reach - x);
      for (let j = 0; j < side; j++) {
        const weight = (one.share / points.length) * at(j - reach - y);
        for (let i = 0; i < side; i++) grid[j * side + i]! += weight * column[i]!;
      }
    }
  }
  const kept = [...grid.keys()].filter((i) => Math.abs(grid[i]!) > NOTHING);
  const sum = kept.reduce((total, i) => total + grid[i]!, 0);
  return {
    dx: Int32Array.from(kept, (i) => (i % side) - reach),
    dy: Int32Array.from(kept, (i) => Math.floor(i / side) - reach),
    weights: Float64Array.from(kept, (i) => grid[i]! / sum),
    reach,
  };
}

/** What a point of light leaves at a distance along one axis, up to `farthest`, by its spectrum within the band. */
function profileOf({ sigmaPx, pixelPx }: Softness, farthest: number): (x: number) => number {
  const contrasts = [...BAND.nodes].map((nu, k) => ({
    turn: 2 * Math.PI * nu,
    weight: 2 * BAND.weights[k]! * sinc(pixelPx * nu) * Math.exp(-2 * (Math.PI * sigmaPx * nu) ** 2),
  }));
  const table = Float64Array.from({ length: Math.ceil(farthest + 1) * TABLE_STEPS + 2 }, (_, i) =>
    contrasts.reduce((sum, { turn, weight }) => sum + weight * Math.cos((turn * i) / TABLE_STEPS), 0),
  );
  return (x) => {
    const place = Math.abs(x) * TABLE_STEPS;
    const i = Math.floor(place);
    return table[i]! + (place - i) * (table[i + 1]! - table[i]!);
  };
}

const fadingOut =
  (profile: (x: number) => number, width: number) =>
  (x: number): number => {
    const out = (Math.abs(x) - width + SLANTING.fading) / SLANTING.fading;
    return out >= 1 ? 0 : profile(x) * Math.cos((Math.PI / 2) * Math.max(0, out)) ** 2;
  };

/** A way of straight pieces, the same time on each. @param corners two or more */
export function wayAlong(corners: readonly Point[]): Fall {
  const lengths = corners.slice(1).map((end, i) => Math.hypot(end.x - corners[i]!.x, end.y - corners[i]!.y));
  const each = Math.max(1, Math.ceil(6 * Math.max(...lengths)));
  const points = lengths.flatMap((_, i) => {
    const [from, to] = [corners[i]!, corners[i + 1]!];
    return Array.from({ length: each }, (_, k) => {
      const share = (k + 0.5) / each;
      return { x: from.x + share * (to.x - from.x), y: from.y + share * (to.y - from.y) };
    });
  });
  return { points, slants: corners.some(({ x }) => x !== 0) && corners.some(({ y }) => y !== 0) };
}

/** Points of the smallest disc: with fewer their pattern shows in the contrast at the band's edge. */
const FEWEST = 200;

/** A disc evenly filled. @param diameterPx > 0 */
export function disc(diameterPx: number): Fall {
  const count = Math.ceil(28 * diameterPx * diameterPx + FEWEST);
  // Vogel's spiral: by the golden angle, each with as much of the area.
  const points = Array.from({ length: count }, (_, i) => {
    const r = (diameterPx / 2) * Math.sqrt((i + 0.5) / count);
    const angle = i * Math.PI * (3 - Math.sqrt(5));
    return { x: r * Math.cos(angle), y: r * Math.sin(angle) };
  });
  return { points, slants: false };
}

/** A plane blurred by a kernel within a box, its border going on beyond it. @param out another plane of the same size; untouched outside the box */
export function convolved(
  plane: Float32Array,
  width: number,
  height: number,
  box: Box,
  { dx, dy, weights, reach }: Kernel,
  out: Float32Array,
): Float32Array {
  const [columns, rows] = [box.right - box.left, box.bottom - box.top];
  if (columns <= 0 || rows <= 0) return out;
  const run = PIXELS_AT_ONCE * Math.ceil(columns / PIXELS_AT_ONCE);
  const stride = run + 2 * reach;
  const source = 2 * weights.length;
  const target = source + stride * (rows + 2 * reach);
  const { floats, ints, convolve } = withRoomFor(target + run * rows);
  for (let k = 0; k < weights.length; k++) {
    ints[2 * k] = -4 * (dy[k]! * stride + dx[k]!);
    floats[2 * k + 1] = weights[k]!;
  }
  const [first, last] = [box.left - reach, box.left - reach + stride];
  const [begin, end] = [Math.max(0, first), Math.min(width, last)];
  for (let y = 0; y < rows + 2 * reach; y++) {
    const from = Math.min(height - 1, Math.max(0, box.top - reach + y)) * width;
    const to = source + y * stride;
    floats.fill(plane[from]!, to, to + begin - first);
    floats.set(plane.subarray(from + begin, from + end), to + begin - first);
    floats.fill(plane[from + width - 1]!, to + end - first, to + stride);
  }
  convolve(4 * (source + reach * stride + reach), 4 * stride, 4 * target, run, rows, 0, weights.length);
  for (let y = 0; y < rows; y++)
    out.set(floats.subarray(target + y * run, target + y * run + columns), (box.top + y) * width + box.left);
  return out;
}

const PIXELS_AT_ONCE = 16;
const PAGE_BYTES = 65_536;

interface Module {
  memory: { buffer: ArrayBuffer; grow(pages: number): number };
  convolve: (src: number, stride: number, out: number, width: number, height: number, taps: number, count: number) => void;
}
declare const WebAssembly: {
  Module: new (bytes: Uint8Array) => object;
  Instance: new (module: object) => { exports: object };
};
let loaded: Module | null = null;

/** The module's memory as numbers, at least so many of them. */
function withRoomFor(count: number): { floats: Float32Array; ints: Int32Array; convolve: Module['convolve'] } {
  loaded ??= new WebAssembly.Instance(new WebAssembly.Module(CONVOLVE_MODULE)).exports as Module;
  const { memory, convolve } = loaded;
  const missing = 4 * count - memory.buffer.byteLength;
  if (missing > 0) memory.grow(Math.ceil(missing / PAGE_BYTES));
  return { floats: new Float32Array(memory.buffer), ints: new Int32Array(memory.buffer), convolve };
}
