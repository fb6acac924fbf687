import { MID_GREY } from '../light/exposure.ts';
import { HIGHLIGHT_STOPS } from '../sensor/sensor.ts';
import { byteOfLinear, type Planes } from './picturePlanes.ts';

/** From here on, linear, highlights are bent towards white instead of cut. Ours. */
const SHOULDER = 0.55;
/** Steps of the table: in the darkest tones, where 8-bit values are steepest, a quarter of one each. */
const STEPS = 16_384;
/** Linear value of what just clips at base exposure: mid grey and its highlight headroom. */
const WHITE = MID_GREY * 2 ** HIGHLIGHT_STOPS;

/**
 * 8-bit values by the linear one, up to what is white. IEC 61966-2-1 after the shoulder: a hyperbola that goes on with the slope there and
 * reaches white.
 */
function curveTo(white: number): Uint8Array {
  const bend = (1 - SHOULDER) / (white - 1);
  return Uint8Array.from({ length: STEPS + 1 }, (_, i) => {
    const value = (i / STEPS) * white;
    const above = (value - SHOULDER) / (white - SHOULDER);
    return byteOfLinear(above <= 0 ? value : SHOULDER + ((1 - SHOULDER) * above * (1 + bend)) / (above + bend));
  });
}

const curves = new Map<number, Uint8Array>();
function curveFor(white: number): Uint8Array {
  let curve = curves.get(white);
  if (!curve) {
    if (curves.size > 16) curves.clear();
    curves.set(white, (curve = curveTo(white)));
  }
  return curve;
}

/** 8-bit value of a linear one, tone curve included; monotone. */
export const developed = (linear: number): number =>
  curveFor(WHITE)[Math.round(STEPS * Math.min(1, Math.max(0, linear / WHITE)))]!;

/**
 * 8-bit RGBA pixels of a picture in linear light. Highlights that the sensor kept above the usual white, as it does where the camera is
 * set to a lower ISO and the picture brightened later, are bent into it.
 * @param keyStops how much brighter it is to look  @param clipsAt linear value at which the sensor clipped
 */
export function develop(
  { red, green, blue, width, height }: Planes,
  keyStops = 0,
  clipsAt = WHITE,
): Uint8ClampedArray<ArrayBuffer> {
  const pixels = new Uint32Array(width * height);
  // To a twelfth of a stop: a curve serves many frames.
  const white = WHITE * 2 ** (Math.max(0, Math.round(12 * (Math.log2(clipsAt / WHITE) + keyStops))) / 12);
  const curve = curveFor(white);
  const scale = (STEPS * 2 ** keyStops) / white;
  for (let i = 0; i < pixels.length; i++) {
    // Canvas pixels are R, G, B, A in memory; every machine with a browser is little-endian.
    pixels[i] =
      OPAQUE | (curve[step(blue[i]! * scale)]! << 16) | (curve[step(green[i]! * scale)]! << 8) | curve[step(red[i]! * scale)]!;
  }
  return new Uint8ClampedArray(pixels.buffer);
}

const OPAQUE = 0xff000000;

/** A place of the table. */
const step = (value: number): number => (value <= 0 ? 0 : value >= STEPS ? STEPS : value | 0);
