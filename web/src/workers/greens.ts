import type { PhotoParts } from '@hushto/core';
import type { RawSites } from './readRawFile.ts';

/** Parts of a raw by its greens, which lie like the dark fields of a chessboard; between them their neighbours' mean. */
export function greensOf({ width, height, numbers, pattern, blackLevel, whiteLevel }: RawSites): PhotoParts['part'] {
  const first = pattern[0] === 1 ? 0 : 1;
  const range = whiteLevel - blackLevel;
  const at = (x: number, y: number): number => (numbers[y * width + x]! - blackLevel) / range;
  return (left, top, across, down) => {
    const values = new Float32Array(across * down);
    for (let y = 0, i = 0; y < down; y++)
      for (let x = 0; x < across; x++, i++) {
        const [sx, sy] = [left + x, top + y];
        if (((sx + sy) & 1) === first) values[i] = at(sx, sy);
        else {
          // At the rim the neighbour that is there stands for the one that is not.
          const [l, r, u, d] = [Math.abs(sx - 1), sx + 1 < width ? sx + 1 : sx - 1, Math.abs(sy - 1), sy + 1 < height ? sy + 1 : sy - 1];
          values[i] = (at(l, sy) + at(r, sy) + at(sx, u) + at(sx, d)) / 4;
        }
      }
    return { width: across, height: down, values, white: 1, taken: { parity: ((first + left + top) & 1) as 0 | 1 } };
  };
} // prettier-ignore
