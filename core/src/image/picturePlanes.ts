/** A picture in linear light, one plane for each primary; 0.18 is mid grey, 1 a white wall, lamps are brighter. */
export interface Planes {
  width: number;
  height: number;
  red: Float32Array;
  green: Float32Array;
  blue: Float32Array;
}

/** A cut-out in front: planes already multiplied by its coverage, 0 to 1. */
export interface Layer extends Planes {
  cover: Float32Array;
  /** How far each place lies from what is in focus: −1 as near as the subject reaches, 1 as far; all in focus where unset. */
  depth?: Float32Array | undefined;
  /** Where it is not empty, px; the rest need not be looked at. */
  box: Box;
}

/** Columns `left` up to but not including `right`, rows likewise. */
export interface Box {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** Share of each primary in luminance. ITU-R BT.709. */
export const LUMINANCE = { red: 0.2126, green: 0.7152, blue: 0.0722 } as const;

export const COLOURS = ['red', 'green', 'blue'] as const;

/** @param value of every pixel, linear */
export function flatPlanes(width: number, height: number, value = 0): Planes {
  const plane = (): Float32Array => new Float32Array(width * height).fill(value);
  return { width, height, red: plane(), green: plane(), blue: plane() };
}

/** Linear value of an 8-bit one. IEC 61966-2-1. */
export const LINEAR_OF_BYTE: Float32Array = Float32Array.from({ length: 256 }, (_, byte) => {
  const encoded = byte / 255;
  return encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4;
});

/** 8-bit value of a linear one, held between black and white. IEC 61966-2-1. */
export function byteOfLinear(linear: number): number {
  const held = Math.min(1, Math.max(0, linear));
  return Math.round(255 * (held <= 0.0031308 ? 12.92 * held : 1.055 * held ** (1 / 2.4) - 0.055));
}

/** Linear luminance of 8-bit RGBA pixels, whatever their alpha. */
export function luminanceOfBytes(bytes: Uint8ClampedArray): Float32Array {
  const luminance = new Float32Array(bytes.length / 4);
  for (let i = 0, at = 0; i < luminance.length; i++, at += 4)
    luminance[i] =
      LUMINANCE.red * LINEAR_OF_BYTE[bytes[at]!]! +
      LUMINANCE.green * LINEAR_OF_BYTE[bytes[at + 1]!]! +
      LUMINANCE.blue * LINEAR_OF_BYTE[bytes[at + 2]!]!;
  return luminance;
}

/** Luma of 8-bit RGBA pixels as they are encoded, 0 to 1: even to the eye, and with noise more even than in linear light. */
export function lumaOfBytes(bytes: Uint8ClampedArray): Float32Array {
  const luma = new Float32Array(bytes.length / 4);
  for (let i = 0, at = 0; i < luma.length; i++, at += 4)
    luma[i] = (LUMINANCE.red * bytes[at]! + LUMINANCE.green * bytes[at + 1]! + LUMINANCE.blue * bytes[at + 2]!) / 255;
  return luma;
}

/** Planes of 8-bit RGBA pixels, brightened by `gain`: lamps drawn as white are many times brighter than white walls. */
export function planesOfBytes(bytes: Uint8ClampedArray, width: number, height: number, gain = 1): Planes {
  const planes = flatPlanes(width, height);
  for (let i = 0, at = 0; i < width * height; i++, at += 4) {
    planes.red[i] = gain * LINEAR_OF_BYTE[bytes[at]!]!;
    planes.green[i] = gain * LINEAR_OF_BYTE[bytes[at + 1]!]!;
    planes.blue[i] = gain * LINEAR_OF_BYTE[bytes[at + 2]!]!;
  }
  return planes;
}

/** A cut-out of 8-bit RGBA pixels whose colours are not multiplied by their coverage. */
export function layerOfBytes(bytes: Uint8ClampedArray, width: number, height: number, gain = 1): Layer {
  const planes = planesOfBytes(bytes, width, height, gain);
  const cover = new Float32Array(width * height);
  const box = { left: width, top: height, right: 0, bottom: 0 };
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const alpha = bytes[4 * i + 3]! / 255;
      cover[i] = alpha;
      planes.red[i]! *= alpha;
      planes.green[i]! *= alpha;
      planes.blue[i]! *= alpha;
      if (alpha === 0) continue;
      if (x < box.left) box.left = x;
      if (x >= box.right) box.right = x + 1;
      if (y < box.top) box.top = y;
      if (y >= box.bottom) box.bottom = y + 1;
    }
  }
  return { ...planes, cover, box };
}
