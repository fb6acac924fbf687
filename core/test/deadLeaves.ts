import { seededRandom } from '../src/numerics/seededRandom.ts';
import { gaussianBlur } from '../src/image/gaussianBlur.ts';

/** Patches of all sizes over each other ("dead leaves"): edges and a spectrum as photographs have. Ruderman, Vision Res. 37 (1997) 3385 (from memory). */
export function deadLeaves(seed: number, size = 512): Float32Array {
  const random = seededRandom(seed);
  const picture = new Float32Array(size * size).fill(0.5);
  for (let n = 0; n < 9000; n++) {
    // Radii by the inverse cube of their size, which looks alike at every scale.
    const radius = 2 / Math.sqrt(1 - random() * (1 - (2 / (size / 5)) ** 2));
    const [x, y, tone] = [random() * size, random() * size, 0.15 + 0.7 * random()];
    for (let v = Math.max(0, Math.ceil(y - radius)); v < Math.min(size, y + radius); v++) {
      const half = Math.sqrt(Math.max(0, radius * radius - (v - y) ** 2));
      for (let u = Math.max(0, Math.ceil(x - half)); u < Math.min(size, x + half); u++) picture[v * size + u] = tone;
    }
  }
  // A lens.
  return gaussianBlur(picture, size, size, 0.5);
}
