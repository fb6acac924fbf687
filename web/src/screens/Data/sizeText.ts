/** A size of a file as people say it: decimal kilobytes and megabytes. */
export function sizeText(bytes: number): string {
  if (bytes < 1_000_000) return `${Math.max(1, Math.round(bytes / 1000))}\u00a0kB`;
  return `${(bytes / 1_000_000).toFixed(bytes < 10_000_000 ? 1 : 0)}\u00a0MB`;
}
