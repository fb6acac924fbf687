import type { StopScale } from './stopCodes.ts';

/** Where something lies in a file: from its first byte after the description, and how many bytes. */
export interface Piece {
  from: number;
  bytes: number;
}

/** A rectangle of a picture, px. */
export interface PictureCut {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** A scene in layers, computed once: what its file says of itself. Pieces are pictures. */
export interface SceneManifest {
  version: 2;
  /** Of the picture, px. */
  width: number;
  height: number;
  /** What it shows of another scene's picture, px of that; a picture of its own where unset. */
  shows?: PictureCut;
  /** How 8-bit codes of still and parts stand for linear light; lamps are brighter than that by up to `over`. */
  code: StopScale & { over: number };
  still: Piece;
  lamps: Piece;
  /** Parts of the subject, back to front: light over cover in one picture of twice the cut's height. */
  parts: {
    /** Movement against the body's, as a share of it; a limb swings faster; its own way where it has one. */
    moves: number;
    limb?: boolean;
    along?: { x: number; y: number };
    cut: PictureCut;
    file: Piece;
    /** Half as wide and high as the cut: 0 at the subject's nearest, 255 at its farthest. */
    depth?: Piece;
  }[];
  /** How far behind the subject the rest is, in the subject's distance. */
  backgroundTimes: number;
  /** Reflectance of the subject, and light of the background against it, stops. */
  tone: number;
  backgroundStops: number;
  /** The most telling place, px. */
  look: { x: number; y: number };
}

const VERSION = 2;

/** One file: the length of its description (4 bytes, little-endian), the description as JSON in ASCII, the pieces one after the other. */
export function sceneFile(
  pieces: readonly Uint8Array[],
  describe: (at: readonly Piece[]) => Omit<SceneManifest, 'version'>,
): Uint8Array {
  let from = 0;
  const at = pieces.map(({ length }): Piece => {
    const piece = { from, bytes: length };
    from += length;
    return piece;
  });
  // Numbers and names of ours: no letter is beyond ASCII.
  const words = Uint8Array.from(JSON.stringify({ version: VERSION, ...describe(at) }), (letter) => letter.charCodeAt(0));
  const file = new Uint8Array(4 + words.length + from);
  new DataView(file.buffer).setUint32(0, words.length, true);
  file.set(words, 4);
  at.forEach((piece, i) => file.set(pieces[i]!, 4 + words.length + piece.from));
  return file;
}

/** What is in a scene's file. @throws RangeError where it is cut short or of another version */
export function readSceneFile(file: Uint8Array): { manifest: SceneManifest; piece: (at: Piece) => Uint8Array } {
  const length = file.length < 4 ? NaN : new DataView(file.buffer, file.byteOffset).getUint32(0, true);
  if (!(4 + length <= file.length)) throw new RangeError('a scene’s file is cut short');
  const manifest = JSON.parse(String.fromCharCode(...file.subarray(4, 4 + length))) as Omit<SceneManifest, 'version'> & {
    version: number;
  };
  if (manifest.version !== VERSION) throw new RangeError(`a scene’s file has version ${manifest.version}, not ${VERSION}`);
  return {
    manifest: { ...manifest, version: VERSION },
    piece({ from, bytes }) {
      const start = 4 + length + from;
      if (start + bytes > file.length) throw new RangeError('a scene’s file is cut short');
      return file.subarray(start, start + bytes);
    },
  };
}
