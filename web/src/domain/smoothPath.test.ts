import { expect } from 'chai';
import { area, curveMonotoneX, line } from 'd3-shape';
import fc from 'fast-check';
import { smoothArea, smoothPath, type Point } from './smoothPath.ts';

const numbers = (path: string): number[] => (path.match(/-?\d+(\.\d+)?/g) ?? []).map(Number);
/** Points with x rising by at least a pixel, as thirds of a stop do on the Valley. */
const points = fc
  .array(fc.tuple(fc.double({ min: 1, max: 60, noNaN: true }), fc.double({ min: -500, max: 500, noNaN: true })), {
    minLength: 3,
    maxLength: 30,
  })
  .map((steps) => {
    let at = 0;
    return steps.map(([wide, y]): Point => [(at += wide), y]);
  });
const agree = (ours: string, theirs: string): void => {
  const [a, b] = [numbers(ours), numbers(theirs)];
  expect(a.length).to.equal(b.length);
  a.forEach((value, i) => expect(value).to.be.closeTo(b[i]!, 0.002));
};

describe('a smooth path', () => {
  it('is the monotone curve of a library of shapes', () => {
    fc.assert(fc.property(points, (some) => agree(smoothPath(some), line<Point>().curve(curveMonotoneX)([...some])!)));
  });
  it('closes an area over its lower line as that library does', () => {
    fc.assert(
      fc.property(points, fc.double({ min: 500, max: 900, noNaN: true }), (some, base) => {
        const theirs = area<Point>(
          ([x]) => x,
          base,
          ([, y]) => y,
        ).curve(curveMonotoneX)([...some])!;
        agree(
          smoothArea(
            some,
            some.map(([x]) => [x, base] as const),
          ),
          theirs,
        );
      }),
    );
  });
});
