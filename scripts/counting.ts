/** What {@link countingMs} takes on a quiet machine of the kind that the limits are for, ms. */
export const QUIET_COUNTING_MS = 50;

/** How long it takes to count, ms, the median of seven goes: what times are measured against. Leans on nothing, so that a page can run it. */
export function countingMs(): number {
  const goes = Array.from({ length: 7 }, () => {
    const start = performance.now();
    let sum = 0;
    for (let i = 0; i < 5e6; i++) sum += Math.sqrt(i) % 7;
    return performance.now() - start + (sum < 0 ? 1 : 0);
  });
  return goes.sort((a, b) => a - b)[3]!;
}
