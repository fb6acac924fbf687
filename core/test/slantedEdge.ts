import { flatPlanes, type Layer, type Planes } from '@hushto/core';

/** A slant of one in ten, as ISO 12233 has it for its edges. */
const SLOPE = 0.1;
const DARK = 0.1;
const BRIGHT = 0.6;

/** A bright half plane behind a slanted edge, each pixel as bright as its share of it; as what stands still and as what moves. */
export function slantedEdge(width: number, height: number): { planes: Planes; layer: Layer } {
  const cover = Float32Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [i % width, Math.floor(i / width)];
    // Eight lines of the pixel are enough: along a line the share is exact.
    let share = 0;
    for (let line = 0; line < 8; line++)
      share += Math.min(1, Math.max(0, x + 1 - edgeAt(y + (line + 0.5) / 8, width, height))) / 8;
    return share;
  });
  const plane = (): Float32Array => cover.map((share) => DARK + share * (BRIGHT - DARK));
  const light = (): Float32Array => cover.map((share) => share * BRIGHT);
  return {
    planes: { width, height, red: plane(), green: plane(), blue: plane() },
    layer: {
      width,
      height,
      red: light(),
      green: light(),
      blue: light(),
      cover,
      box: { left: 0, top: 0, right: width, bottom: height },
    },
  };
}

/** What lies before the edge. */
export const beforeEdge = (width: number, height: number): Planes => flatPlanes(width, height, DARK);

const edgeAt = (y: number, width: number, height: number): number => width / 2 + SLOPE * (y - height / 2);

/**
 * Contrast at some frequencies, cycles a pixel across the edge, against a zero frequency of 1: the slanted-edge method of ISO 12233
 * (e-SFR, from memory). Every pixel gives a point of the edge's profile by its distance from it, ten to a pixel, as many as the slant has;
 * its slope, windowed and transformed, is the contrast. Written apart from whatever it measures.
 */
export function edgeContrast(plane: Float32Array, width: number, height: number, frequencies: readonly number[]): number[] {
  const [fine, half] = [1 / SLOPE, 40];
  const sums = new Float64Array(2 * half * fine);
  const counts = new Float64Array(sums.length);
  const across = Math.cos(Math.atan(SLOPE));
  for (let y = 30; y < height - 30; y++)
    for (let x = 0; x < width; x++) {
      const bin = Math.floor((x + 0.5 - edgeAt(y + 0.5, width, height) + half) * fine + 1e-6);
      if (bin < 0 || bin >= sums.length) continue;
      sums[bin]! += plane[y * width + x]!;
      counts[bin]! += 1;
    }
  const profile = sums.map((sum, i) => sum / counts[i]!);
  const slopes = profile.slice(1).map((value, i) => value - profile[i]!);
  const transform = (nu: number): number => {
    let [re, im] = [0, 0];
    slopes.forEach((slope, i) => {
      const at = (i + 1) / fine - half;
      const window = 0.54 + 0.46 * Math.cos((Math.PI * at) / half);
      re += slope * window * Math.cos(2 * Math.PI * nu * at);
      im += slope * window * Math.sin(2 * Math.PI * nu * at);
    });
    return Math.hypot(re, im);
  };
  // Along the rows the profile is longer than across the edge.
  return frequencies.map((nu) => transform(nu * across) / transform(0));
}
