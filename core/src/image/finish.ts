import type { Finish } from '../brief/brief.ts';
import { MID_GREY } from '../light/exposure.ts';
import { denoised } from './denoise.ts';
import { CHROMA_NOISE, type Collecting } from './photons.ts';
import { LUMINANCE, type Planes } from './picturePlanes.ts';

/** How far noise is reduced, in thresholds of least error: in luminance and in colour. Ours. */
const STRENGTHS = {
  light: { luminance: 0.5, colour: 1.5 },
  strong: { luminance: 1.2, colour: 3 },
} as const;

/**
 * What is made of a frame at the desk, in place: noise reduced, or its colours left out. Photons are counted on a scale on which their noise
 * is alike everywhere (Anscombe, Biometrika 35 (1948) 246, from memory) before it is reduced. It cannot bring back what is not in the frame.
 */
export function finish(planes: Planes, how: Finish, { midGreyE, readE, sensorPixels }: Collecting): void {
  if (how === 'plain') return;
  const { red, green, blue, width, height } = planes;
  const count = width * height;
  const luminance = new Float32Array(count);
  for (let i = 0; i < count; i++)
    luminance[i] = LUMINANCE.red * red[i]! + LUMINANCE.green * green[i]! + LUMINANCE.blue * blue[i]!;
  if (how === 'mono') {
    for (const plane of [red, green, blue]) plane.set(luminance);
    return;
  }
  const strengths = STRENGTHS[how];
  const perValue = (midGreyE * sensorPixels) / MID_GREY;
  const readVariance = sensorPixels * readE * readE;
  const counted = luminance.map((value) => 2 * Math.sqrt(Math.max(0, value * perValue + readVariance + 3 / 8)));
  const quiet = denoised(counted, width, height, { strength: strengths.luminance, sigma: 1 }).map(
    (root) => ((root * root) / 4 - 1 / 8 - readVariance) / perValue,
  );
  // Colour against luminance, in units of its own noise there.
  const noiseAt = quiet.map((value) => (CHROMA_NOISE * Math.sqrt(Math.max(1, value * perValue + readVariance))) / perValue);
  const [towardsRed, towardsBlue] = [red, blue].map((plane) => {
    const off = plane.map((value, i) => (value - luminance[i]!) / noiseAt[i]!);
    return denoised(off, width, height, { strength: strengths.colour, sigma: 1 });
  }) as [Float32Array, Float32Array];
  for (let i = 0; i < count; i++) {
    red[i] = quiet[i]! + towardsRed[i]! * noiseAt[i]!;
    blue[i] = quiet[i]! + towardsBlue[i]! * noiseAt[i]!;
    green[i] = (quiet[i]! - LUMINANCE.red * red[i]! - LUMINANCE.blue * blue[i]!) / LUMINANCE.green;
  }
}
