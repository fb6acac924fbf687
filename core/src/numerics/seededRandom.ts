/** Hands out uniform numbers in [0, 1). The core is always given one; it never draws by itself. */
export type UniformSource = () => number;

/**
 * Repeatable uniform numbers from a 32-bit seed (the mulberry32 generator, period 2^32).
 * Good enough for simulation and tests; not for secrets.
 */
export function seededRandom(seed: number): UniformSource {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/**
 * Standard normal numbers (mean 0, variance 1) from uniform ones.
 * Reference: Box & Muller, Ann. Math. Stat. 29 (1958) 610.
 */
export function normalSource(uniform: UniformSource): () => number {
  let kept: number | null = null;
  return () => {
    if (kept !== null) {
      const value = kept;
      kept = null;
      return value;
    }
    const radius = Math.sqrt(-2 * Math.log(1 - uniform()));
    const angle = 2 * Math.PI * uniform();
    kept = radius * Math.sin(angle);
    return radius * Math.cos(angle);
  };
}
