/**
 * A plane blurred by a Gaussian of `sigmaPx`: lens and diffraction together. The border's values go on beyond it.
 * Separable, cut off at 3σ.
 */
export function gaussianBlur(plane: Float32Array, width: number, height: number, sigmaPx: number): Float32Array {
  if (sigmaPx < 0.2) return plane;
  const reach = Math.ceil(3 * sigmaPx);
  const raw = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * sigmaPx * sigmaPx)));
  const total = raw.reduce((sum, weight) => sum + weight, 0);
  const weights = Float64Array.from(raw, (weight) => weight / total);
  const rows = new Float32Array(width * height);
  const out = new Float32Array(width * height);
  const padded = new Float32Array(width + 2 * reach);
  for (let y = 0; y < height; y++) {
    const at = y * width;
    padded.fill(plane[at]!, 0, reach);
    padded.set(plane.subarray(at, at + width), reach);
    padded.fill(plane[at + width - 1]!, reach + width);
    for (let x = 0; x < width; x++) {
      let sum = 0;
      for (let k = 0; k < weights.length; k++) sum += weights[k]! * padded[x + k]!;
      rows[at + x] = sum;
    }
  }
  for (let y = 0; y < height; y++) {
    const to = y * width;
    for (let k = 0; k < weights.length; k++) {
      const from = Math.min(height - 1, Math.max(0, y + k - reach)) * width;
      const weight = weights[k]!;
      for (let x = 0; x < width; x++) out[to + x]! += weight * rows[from + x]!;
    }
  }
  return out;
}
