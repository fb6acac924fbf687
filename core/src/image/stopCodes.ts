/** A scale of 8-bit codes for linear light: evenly spaced in stops but for the darkest. */
export interface StopScale {
  /** Linear value about which even steps become steps in stops, > 0. */
  toe: number;
  /** Linear value of code 255. */
  top: number;
}

/** Code 0 to 255 of a linear value, held between black and the top. */
export const codeOfLinear = (linear: number, { toe, top }: StopScale): number =>
  Math.round((255 * Math.log2(1 + Math.min(top, Math.max(0, linear)) / toe)) / Math.log2(1 + top / toe));

/** Linear value of a code. */
export const linearOfCode = (code: number, { toe, top }: StopScale): number =>
  toe * (2 ** ((code / 255) * Math.log2(1 + top / toe)) - 1);
