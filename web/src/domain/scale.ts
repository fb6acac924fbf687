/** An even scale from values to pixels. A whole scale library brings colours and dates along: a twentieth of the first screen. */
export interface Scale {
  (value: number): number;
  /** The value at a pixel. */
  invert: (px: number) => number;
}

/**
 * @param values the run of values, its two ends different
 * @param px where its ends lie
 * @param held whether what lies beyond an end is put at it
 */
export function evenScale([from, to]: readonly [number, number], [start, end]: readonly [number, number], held = false): Scale {
  const between = (share: number): number => (held ? Math.min(1, Math.max(0, share)) : share);
  return Object.assign((value: number) => start + (end - start) * between((value - from) / (to - from)), {
    invert: (px: number) => from + (to - from) * between((px - start) / (end - start)),
  });
}
