import { convolved, disc, kernelOf } from './kernel.ts';

/** Discs below this leave 99 % of the finest contrast; up to the other they are drawn by a kernel, px. */
const FINEST_PX = 0.2;
const KERNEL_PX = 6;
/** Radius, px, beyond which the disc is worked out on a smaller picture: it hides everything finer anyway. */
const FINE_RADIUS = 5;

/**
 * A plane out of focus by a disc of `diameterPx`, of even brightness: thin lens, circular aperture, no vignetting.
 * The border's values go on beyond it. To 6 px its contrast is that of a disc to 0.03, to 10 px
 * within half a pixel in diameter; within 10 % beyond.
 */
export function discBlur(plane: Float32Array, width: number, height: number, diameterPx: number): Float32Array {
  const radius = diameterPx / 2;
  if (diameterPx < FINEST_PX) return plane;
  if (diameterPx <= KERNEL_PX) {
    const whole = { left: 0, top: 0, right: width, bottom: height };
    return convolved(plane, width, height, whole, kernelOf(disc(diameterPx)), new Float32Array(plane.length));
  }
  if (radius <= FINE_RADIUS) return fineDisc(plane, width, height, radius);
  const by = Math.ceil(radius / FINE_RADIUS);
  const small = shrunk(plane, width, height, by);
  const blurred = fineDisc(small.plane, small.width, small.height, radius / by);
  return grown(blurred, small.width, small.height, width, height, by);
}

function fineDisc(plane: Float32Array, width: number, height: number, radius: number): Float32Array {
  const reach = Math.floor(radius);
  // Half the disc's chord on each row; a disc reaching just into a row still lets a little of it through.
  const halves = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.sqrt(Math.max(0.01, radius * radius - (i - reach) ** 2)));
  const area = halves.reduce((sum, half) => sum + 2 * half, 0);
  const sums = rowSums(plane, width, height);
  const out = new Float32Array(width * height);
  halves.forEach((half, i) => {
    for (let y = 0; y < height; y++) {
      const row = Math.min(height - 1, Math.max(0, y + i - reach));
      addChords(out, y * width, sums, row * (width + 1), plane, row * width, width, half, area);
    }
  });
  return out;
}

/** Adds to a row the sums over a chord round each of its pixels, divided by the disc's area. */
function addChords(
  out: Float32Array,
  to: number,
  sums: Float64Array,
  sumsAt: number,
  plane: Float32Array,
  rowAt: number,
  width: number,
  half: number,
  area: number,
): void {
  const first = plane[rowAt]!;
  const last = plane[rowAt + width - 1]!;
  const upTo = (place: number): number => {
    if (place <= 0) return first * place;
    if (place >= width) return sums[sumsAt + width]! + last * (place - width);
    const i = Math.floor(place);
    return sums[sumsAt + i]! + plane[rowAt + i]! * (place - i);
  };
  for (let x = 0; x < width; x++) out[to + x]! += (upTo(x + 0.5 + half) - upTo(x + 0.5 - half)) / area;
}

/** Sums of each row up to each pixel, one more than there are pixels. */
function rowSums(plane: Float32Array, width: number, height: number): Float64Array {
  const sums = new Float64Array((width + 1) * height);
  for (let y = 0; y < height; y++) {
    const at = y * (width + 1);
    for (let x = 0; x < width; x++) sums[at + x + 1] = sums[at + x]! + plane[y * width + x]!;
  }
  return sums;
}

function shrunk(plane: Float32Array, width: number, height: number, by: number) {
  const [w, h] = [Math.ceil(width / by), Math.ceil(height / by)];
  const small = new Float32Array(w * h);
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      let sum = 0;
      let count = 0;
      for (let v = y * by; v < Math.min(height, (y + 1) * by); v++) {
        for (let u = x * by; u < Math.min(width, (x + 1) * by); u++, count++) sum += plane[v * width + u]!;
      }
      small[y * w + x] = sum / count;
    }
  }
  return { plane: small, width: w, height: h };
}

function grown(small: Float32Array, w: number, h: number, width: number, height: number, by: number): Float32Array {
  const out = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    const v = Math.min(h - 1, Math.max(0, (y + 0.5) / by - 0.5));
    const v0 = Math.floor(v);
    const v1 = Math.min(h - 1, v0 + 1);
    for (let x = 0; x < width; x++) {
      const u = Math.min(w - 1, Math.max(0, (x + 0.5) / by - 0.5));
      const u0 = Math.floor(u);
      const u1 = Math.min(w - 1, u0 + 1);
      const [a, b] = [u - u0, v - v0];
      out[y * width + x] =
        (1 - b) * ((1 - a) * small[v0 * w + u0]! + a * small[v0 * w + u1]!) +
        b * ((1 - a) * small[v1 * w + u0]! + a * small[v1 * w + u1]!);
    }
  }
  return out;
}
