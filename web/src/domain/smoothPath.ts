export type Point = readonly [x: number, y: number];

/**
 * An SVG path through points that overshoots none of them: cubics whose slopes keep the curve monotone between neighbours
 * (M. Steffen, "A simple method for monotonic interpolation in one dimension", Astronomy & Astrophysics 239, 443, 1990).
 * A whole library of shapes would be a fortieth of the first screen.
 * @param points x rising or falling throughout; of none there is no path, one is a path without length
 */
export const smoothPath = (points: readonly Point[]): string => (points[0] ? `M${pair(points[0])}${curves(points)}` : '');

/** The closed path between two lines over the same x, the upper one first. */
export const smoothArea = (upper: readonly Point[], lower: readonly Point[]): string => {
  const back = [...lower].reverse();
  return back[0] ? `${smoothPath(upper)}L${pair(back[0])}${curves(back)}Z` : '';
};

function curves(points: readonly Point[]): string {
  if (points.length < 2) return '';
  const slopes = slopesOf(points);
  return points
    .slice(1)
    .map(([x1, y1], i) => {
      const [x0, y0] = points[i]!;
      const third = (x1 - x0) / 3;
      return `C${pair([x0 + third, y0 + third * slopes[i]!])},${pair([x1 - third, y1 - third * slopes[i + 1]!])},${pair([x1, y1])}`;
    })
    .join('');
}

function slopesOf(points: readonly Point[]): number[] {
  const runs = points.slice(1).map(([x, y], i) => {
    const wide = x - points[i]![0];
    return { wide, slope: (y - points[i]![1]) / wide };
  });
  const inner = runs.slice(1).map((after, i) => {
    const before = runs[i]!;
    const even = (before.slope * after.wide + after.slope * before.wide) / (before.wide + after.wide);
    const steepest = Math.min(Math.abs(before.slope), Math.abs(after.slope), Math.abs(even) / 2);
    return (Math.sign(before.slope) + Math.sign(after.slope)) * steepest;
  });
  // The ends bend least: the second derivative is nothing there.
  const end = (run: number, neighbour: number | undefined): number =>
    neighbour === undefined ? runs[run]!.slope : (3 * runs[run]!.slope - neighbour) / 2;
  return [end(0, inner[0]), ...inner, end(runs.length - 1, inner.at(-1))];
}

const pair = ([x, y]: Point): string => `${round(x)},${round(y)}`;
/** To a thousandth of a pixel. */
const round = (value: number): number => Math.round(value * 1000) / 1000;
