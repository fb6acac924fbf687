/** A pause after which another outing begins, ms: four hours. Ours. */
export const OUTING_GAP_MS = 4 * 3_600_000;
/** Most between two frames of one burst, ms: cameras write whole seconds where they write no parts of them. Ours. */
export const BURST_GAP_MS = 1500;
/** Bits of 256 in which two pictures of one composition may differ. Ours. */
const ALIKE_BITS = 40;

/** A frame as far as grouping needs it; times ascend. */
export interface Timed {
  atMs: number;
}

/** Splits what is in the order of time wherever a pause is longer than `gapMs`. */
export function splitByPauses<Item extends Timed>(items: readonly Item[], gapMs: number): Item[][] {
  const groups: Item[][] = [];
  let last = Number.NEGATIVE_INFINITY;
  for (const item of items) {
    if (item.atMs - last > gapMs) groups.push([]);
    groups.at(-1)!.push(item);
    last = item.atMs;
  }
  return groups;
}

/** What makes two neighbours frames of one burst, beside the time: the same setting, and a picture that is alike where both are known. */
export interface BurstFrame extends Timed {
  shutterS: number | null;
  focalLengthMm: number | null;
  /** 256 bits of the picture's likeness as 64 hexadecimal digits; null where no picture was looked at. */
  likeness: string | null;
}

/** Bursts and near duplicates among frames in the order of time: runs of two or more. */
export function burstsAmong<Item extends BurstFrame>(frames: readonly Item[]): Item[][] {
  const runs: Item[][] = [];
  let before: Item | null = null;
  for (const frame of frames) {
    if (before && belongs(before, frame)) runs.at(-1)!.push(frame);
    else runs.push([frame]);
    before = frame;
  }
  return runs.filter(({ length }) => length > 1);
}

function belongs(before: BurstFrame, frame: BurstFrame): boolean {
  if (frame.atMs - before.atMs > BURST_GAP_MS) return false;
  if (before.focalLengthMm !== frame.focalLengthMm) return false;
  if (before.likeness !== null && frame.likeness !== null) return bitsApart(before.likeness, frame.likeness) <= ALIKE_BITS;
  return before.shutterS === frame.shutterS;
}

/** Bits in which two likenesses differ (Hamming distance). @throws RangeError where they are not equally long */
export function bitsApart(one: string, other: string): number {
  if (one.length !== other.length) throw new RangeError('Likenesses of different lengths cannot be compared.');
  let bits = 0;
  for (let i = 0; i < one.length; i++) {
    let rest = Number.parseInt(one[i]!, 16) ^ Number.parseInt(other[i]!, 16);
    for (; rest > 0; rest &= rest - 1) bits += 1;
  }
  return bits;
}
