import { readSceneFile, type Piece, type SceneManifest } from './sceneFile.ts';
import { linearOfCode } from './stopCodes.ts';

/** Pixels of a file: R, G, B, A. */
export interface PixelBytes {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}

/** A scene whose pictures are decoded. */
export interface NaturalScene extends SceneManifest {
  pictures: { still: PixelBytes; lamps: PixelBytes; parts: PixelBytes[]; depths: (PixelBytes | undefined)[] };
  /** Linear value of each code. */
  linear: Float32Array;
}

/**
 * A scene from its file.
 * @param decode a picture file's pixels, colours not multiplied by alpha: the caller's, for core knows no picture formats
 * @throws RangeError where the file is cut short or of another version; whatever `decode` throws
 */
export async function openScene(file: Uint8Array, decode: (picture: Uint8Array) => Promise<PixelBytes>): Promise<NaturalScene> {
  const { manifest, piece } = readSceneFile(file);
  const pixels = (at: Piece): Promise<PixelBytes> => decode(piece(at));
  const { still, lamps, parts, code } = manifest;
  const [stillBytes, lampBytes, ...partBytes] = await Promise.all([still, lamps, ...parts.map((part) => part.file)].map(pixels));
  const depths = await Promise.all(parts.map(async ({ depth }) => depth && (await pixels(depth))));
  return {
    ...manifest,
    pictures: { still: stillBytes!, lamps: lampBytes!, parts: partBytes, depths },
    linear: Float32Array.from({ length: 256 }, (_, i) => linearOfCode(i, code)),
  };
}
