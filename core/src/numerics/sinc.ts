/** sin(πx)/(πx), 1 at x = 0: the transfer function of a box of unit width. */
export function sinc(x: number): number {
  if (Math.abs(x) < 1e-8) return 1;
  const angle = Math.PI * x;
  return Math.sin(angle) / angle;
}
