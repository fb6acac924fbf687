import { codeOfLinear, type PictureCut, type StopScale } from '@hushto/core';
import type { Film } from './trace/film.ts';

/** The scale of a scene's files: five stops of brightening show no bands. A step is 2.9 % of mid grey. */
export const CODE = { toe: 0.003, top: 4 } as const satisfies StopScale;

/** The smallest rectangle, grown to even sides, outside which nothing is covered. */
export function cutOf({ width, height, cover }: Film): PictureCut {
  let [left, top, right, bottom] = [width, height, 0, 0];
  for (let row = 0, i = 0; row < height; row++)
    for (let column = 0; column < width; column++, i++) {
      if (cover[i]! < 1 / 512) continue;
      left = Math.min(left, column);
      right = Math.max(right, column + 1);
      top = Math.min(top, row);
      bottom = Math.max(bottom, row + 1);
    }
  left &= ~1;
  top &= ~1;
  return { left, top, width: Math.max(2, (right - left + 1) & ~1), height: Math.max(2, (bottom - top + 1) & ~1) };
}

/** Codes of a cut of a film, three a pixel. */
export function codes({ light, width, height }: Film, cut: PictureCut, exposure: number): Uint8Array {
  const out = new Uint8Array(3 * cut.width * cut.height);
  for (let y = 0, o = 0; y < cut.height; y++)
    for (let x = 0; x < cut.width; x++)
      for (let c = 0; c < 3; c++, o++) {
        const [column, row] = [Math.min(width - 1, cut.left + x), Math.min(height - 1, cut.top + y)];
        out[o] = codeOfLinear(exposure * light[3 * (row * width + column) + c]!, CODE);
      }
  return out;
}

/** Cover of a cut, three equal values a pixel, to lie under its codes in one picture. */
export function covers({ cover, width, height }: Film, cut: PictureCut): Uint8Array {
  const out = new Uint8Array(3 * cut.width * cut.height);
  for (let y = 0, o = 0; y < cut.height; y++)
    for (let x = 0; x < cut.width; x++, o += 3) {
      const [column, row] = [Math.min(width - 1, cut.left + x), Math.min(height - 1, cut.top + y)];
      out.fill(Math.round(255 * Math.min(1, cover[row * width + column]!)), o, o + 3);
    }
  return out;
}

/** Depths of a cut, half as wide and high, one value a pixel. @param depth shares of the whole picture at half its size, −1 to 1 */
export function depthCodes(depth: Float32Array, width: number, cut: PictureCut): Uint8Array {
  const [across, down, wide] = [cut.width / 2, cut.height / 2, Math.ceil(width / 2)];
  const rows = depth.length / wide;
  const out = new Uint8Array(across * down);
  for (let y = 0, o = 0; y < down; y++)
    for (let x = 0; x < across; x++, o++) {
      const [column, row] = [Math.min(wide - 1, cut.left / 2 + x), Math.min(rows - 1, cut.top / 2 + y)];
      out[o] = Math.round(127.5 * (1 + depth[row * wide + column]!));
    }
  return out;
}

/** How much brighter than the codes reach lamps are, as a share of `MOST_OVER`; 8 bits a colour, black but for them. */
export const MOST_OVER = 16;
export function lampCodes({ light, width, height }: Film, exposure: number): Uint8Array {
  const out = new Uint8Array(3 * width * height);
  for (let i = 0; i < out.length; i++)
    out[i] = Math.round(255 * Math.min(1, Math.max(0, exposure * light[i]! - CODE.top) / MOST_OVER));
  return out;
}

/**
 * The subject's shadow on what stands still, as a film that only covers: how much darker each place is with the subject there than
 * without.
 */
export function shadowOf(still: Film, shaded: Film): Film {
  const { width, height } = still;
  const { width: w, height: h } = shaded;
  const share = new Float32Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let [without, within] = [0, 0];
      for (let c = 0; c < 3; c++) {
        within += shaded.light[3 * (y * w + x) + c]!;
        for (const dy of [0, 1])
          for (const dx of [0, 1])
            without += still.light[3 * (Math.min(height - 1, 2 * y + dy) * width + Math.min(width - 1, 2 * x + dx)) + c]! / 4;
      }
      share[y * w + x] = Math.min(1, Math.max(0, 1 - within / (without + 1e-4)));
    }
  // Grain differs between the two: what is left after smoothing is shadow.
  const smooth = blurred(blurred(share, w, h), w, h);
  const cover = new Float32Array(width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const at = Math.min(h - 1, y >> 1) * w + Math.min(w - 1, x >> 1);
      cover[i] = Math.max(0, (smooth[at]! - 0.06) / 0.94);
    }
  return { width, height, light: new Float32Array(3 * width * height), cover, depth: still.depth };
}

/** Means over nine by nine. */
function blurred(plane: Float32Array, width: number, height: number): Float32Array {
  const across = (from: Float32Array, along: number, rows: number, step: number, stride: number): Float32Array => {
    const out = new Float32Array(from.length);
    for (let r = 0; r < rows; r++)
      for (let k = 0; k < along; k++) {
        let sum = 0;
        for (let o = -4; o <= 4; o++) sum += from[r * stride + Math.min(along - 1, Math.max(0, k + o)) * step]!;
        out[r * stride + k * step] = sum / 9;
      }
    return out;
  };
  return across(across(plane, width, height, 1, width), height, width, width, 1);
}
