/**
 * What may lie behind a cut-out: a plane with its covered pixels filled from round them, by averages over ever larger squares where nothing
 * nearer is seen. Pull and push, after Gortler et al., The Lumigraph, SIGGRAPH 1996 (from memory).
 * @param cover 0 where the plane is seen to 1 where it is hidden  @returns a new plane; the given one where all of it is hidden
 */
export function fillBehind(plane: Float32Array, cover: Float32Array, width: number, height: number): Float32Array {
  const seen = cover.map((hidden) => 1 - hidden);
  if (!seen.some((share) => share > 0)) return plane;
  return pulled({ values: plane, seen, width, height });
}

interface Weighed {
  values: Float32Array;
  seen: Float32Array;
  width: number;
  height: number;
}

function pulled({ values, seen, width, height }: Weighed): Float32Array {
  if (seen.every((share) => share >= 1)) return values;
  const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  const sums = new Float32Array(w * h);
  const weights = new Float32Array(w * h);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const at = (y >> 1) * w + (x >> 1);
      sums[at]! += values[i]! * seen[i]!;
      weights[at]! += seen[i]!;
    }
  const means = sums.map((sum, i) => (weights[i]! > 0 ? sum / weights[i]! : 0));
  const behind =
    w === 1 && h === 1
      ? means
      : pulled({ values: means, seen: weights.map((weight) => Math.min(1, weight)), width: w, height: h });
  // Pushed back up, straight between the middles of the larger squares.
  return values.map((value, i) => {
    const share = seen[i]!;
    if (share >= 1) return value;
    const [x, y] = [((i % width) - 0.5) / 2, (Math.floor(i / width) - 0.5) / 2];
    const [left, top] = [Math.floor(x), Math.floor(y)];
    const [fx, fy] = [x - left, y - top];
    const at = (column: number, row: number): number =>
      behind[Math.min(h - 1, Math.max(0, row)) * w + Math.min(w - 1, Math.max(0, column))]!;
    const filled =
      (at(left, top) * (1 - fx) + at(left + 1, top) * fx) * (1 - fy) +
      (at(left, top + 1) * (1 - fx) + at(left + 1, top + 1) * fx) * fy;
    return value * share + filled * (1 - share);
  });
}
