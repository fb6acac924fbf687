/** How a setting stands at one gate. */
export type GateState = 'open' | 'marginal' | 'shut';

export const GATE_NAMES = ['freeze', 'hold', 'light', 'depth', 'flicker', 'focus'] as const;
export type GateName = (typeof GATE_NAMES)[number];
export type Gates = Record<GateName, GateState>;

/** How many gates are shut. */
export function shutCount(gates: Gates): number {
  let count = 0;
  for (const gate of GATE_NAMES) if (gates[gate] === 'shut') count++;
  return count;
}

/** Room every comparison with a bound leaves for rounding. */
export const BOUND_SLACK = 1e-9;

/** State of a quantity that should be small: open up to one bound, marginal up to the other. */
export function gateBelow(value: number, open: number, marginal: number): GateState {
  if (value <= open + BOUND_SLACK) return 'open';
  return value <= marginal + BOUND_SLACK ? 'marginal' : 'shut';
}

/** State of a quantity that should be large. */
export const gateAbove = (value: number, open: number, marginal: number): GateState => gateBelow(-value, -open, -marginal);

/** State of a smear, as a share of picture height, that should lie inside a range; a factor of 1.5 beyond is marginal. */
export function gateInside(share: number, range: { from: number; to: number }): GateState {
  const off = Math.max(range.from / Math.max(share, 1e-12), share / range.to);
  return gateBelow(off, 1, 1.5);
}

/** Flicker between frames, stops: unseen up to a tenth, disturbing beyond a third. Ours. */
export const FLICKER_STOPS = { open: 0.1, marginal: 1 / 3 } as const;
