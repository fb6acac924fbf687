import { MID_GREY } from '../light/exposure.ts';
import { HIGHLIGHT_STOPS } from '../sensor/sensor.ts';
import { byteOfLinear, type Planes } from './picturePlanes.ts';

/** From here on, linear, highlights are bent towards white instead of cut. Ours. */
const SHOULDER = 0.55;
/** Steps of the table: in the darkest tones, where 8-bit values are steepest, a quarter of one each. */
const STEPS = 16_384;
/** Linear value of what just clips at base exposure: mid grey and its highlight headroom. */
const WHITE = MID_GREY * 2 ** HIGHLIGHT_STOPS;

/** How softly they bend: with this the slope goes on through the shoulder's beginning and white is reached. */
const SOFTNESS = 0.58;

const bent = (value: number): number => -Math.expm1(-(value - SHOULDER) / SOFTNESS);
const shouldered = (value: number): number =>
  value <= SHOULDER ? value : SHOULDER + ((1 - SHOULDER) * bent(value)) / bent(WHITE);

/** 8-bit values by the linear one, up to white. IEC 61966-2-1 after the shoulder. */
const CURVE = Uint8Array.from({ length: STEPS + 1 }, (_, i) => byteOfLinear(shouldered((i / STEPS) * WHITE)));

/** 8-bit value of a linear one, tone curve included; monotone. */
export const developed = (linear: number): number => CURVE[Math.round(STEPS * Math.min(1, Math.max(0, linear / WHITE)))]!;

/** 8-bit RGBA pixels of a picture in linear light. @param keyStops how much brighter it is to look */
export function develop({ red, green, blue, width, height }: Planes, keyStops = 0): Uint8ClampedArray<ArrayBuffer> {
  const pixels = new Uint32Array(width * height);
  const scale = (STEPS * 2 ** keyStops) / WHITE;
  for (let i = 0; i < pixels.length; i++) {
    const r = Math.min(STEPS, Math.max(0, red[i]! * scale));
    const g = Math.min(STEPS, Math.max(0, green[i]! * scale));
    const b = Math.min(STEPS, Math.max(0, blue[i]! * scale));
    // Canvas pixels are R, G, B, A in memory; every machine with a browser is little-endian.
    pixels[i] = OPAQUE | (CURVE[b | 0]! << 16) | (CURVE[g | 0]! << 8) | CURVE[r | 0]!;
  }
  return new Uint8ClampedArray(pixels.buffer);
}

const OPAQUE = 0xff000000;
