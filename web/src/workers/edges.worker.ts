import { edgeBlur, LINEAR_OF_BYTE, LUMINANCE } from '@hushto/core';

/** Measures how soft the edges of a photo are, off the page's thread. */
export interface EdgesAsked {
  ticket: number;
  bitmap: ImageBitmap;
}
export interface EdgesFound {
  ticket: number;
  /** Gaussian blur, px of the file; null where there are too few edges. */
  sigmaPx: number | null;
  directionDeg: number;
}

/** Longest side that is looked at, px, round the middle: what was focused on is there, and it is quick. */
const MOST_PX = 1600;

onmessage = ({ data: { ticket, bitmap } }: MessageEvent<EdgesAsked>) => {
  const [width, height] = [Math.min(MOST_PX, bitmap.width), Math.min(MOST_PX, bitmap.height)];
  const pen = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
  pen.drawImage(bitmap, -Math.round((bitmap.width - width) / 2), -Math.round((bitmap.height - height) / 2));
  bitmap.close();
  const { data } = pen.getImageData(0, 0, width, height);
  const luminance = new Float32Array(width * height);
  for (let i = 0, at = 0; i < luminance.length; i++, at += 4)
    luminance[i] =
      LUMINANCE.red * LINEAR_OF_BYTE[data[at]!]! +
      LUMINANCE.green * LINEAR_OF_BYTE[data[at + 1]!]! +
      LUMINANCE.blue * LINEAR_OF_BYTE[data[at + 2]!]!;
  const { sigmaPx, directionDeg } = edgeBlur(luminance, width, height);
  postMessage({ ticket, sigmaPx, directionDeg } satisfies EdgesFound);
};
