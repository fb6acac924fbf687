/**
 * Returns the value if it is a finite number inside [from, to]; the one way the core refuses wrong input.
 * @throws RangeError naming the quantity, so that NaN never travels.
 */
export function requireRange(name: string, value: number, from: number, to: number): number {
  if (!(value >= from && value <= to)) throw new RangeError(`${name} must be ${from} to ${to}, got ${value}`);
  return value;
}

/** @throws RangeError unless the value is finite and above zero. */
export function requirePositive(name: string, value: number): number {
  if (!(value > 0 && value < Infinity)) throw new RangeError(`${name} must be above 0 and finite, got ${value}`);
  return value;
}
