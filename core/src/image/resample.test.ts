import { expect } from 'chai';
import fc from 'fast-check';
import { resampled, type RowReader } from './resample.ts';

const plane = (width: number, height: number, of: (x: number, y: number) => number) => {
  const values = Float32Array.from({ length: width * height }, (_, i) => of(i % width, Math.floor(i / width)));
  const read: RowReader = (line, row, from, to) => line.set(values.subarray(row * width + from, row * width + to), from);
  return { width, height, values, read, mean: values.reduce((sum, v) => sum + v, 0) / values.length };
};
const whole = ({ width, height }: { width: number; height: number }) =>
  [
    { from: 0, length: width },
    { from: 0, length: height },
  ] as const;

describe('resampling', () => {
  it('leaves a picture as it is at its own size', () => {
    const source = plane(9, 7, (x, y) => ((x * 31 + y * 17) % 11) / 11);
    const same = resampled(source.read, source, ...whole(source), 9, 7);
    for (let i = 0; i < same.length; i++) expect(same[i]).closeTo(source.values[i]!, 1e-6);
  });

  it('keeps the light: the mean of a picture made smaller is its own', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 60 }),
        fc.integer({ min: 20, max: 60 }),
        fc.integer({ min: 4, max: 18 }),
        (w, h, n) => {
          const source = plane(w, h, (x, y) => Math.abs(Math.sin(x * 1.7 + y * 0.9)) + (x === 3 && y === 4 ? 30 : 0));
          const small = resampled(source.read, source, ...whole(source), n, n);
          expect(small.reduce((sum, v) => sum + v, 0) / small.length).closeTo(source.mean, 1e-4 * source.mean);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('averages blocks where the sizes divide, and draws straight ramps straight where they grow', () => {
    const blocks = plane(8, 4, (x) => (x < 4 ? 1 : 3));
    expect([...resampled(blocks.read, blocks, ...whole(blocks), 2, 1)]).to.deep.equal([1, 3]);
    const ramp = plane(12, 3, (x) => x);
    const large = resampled(ramp.read, ramp, { from: 2, length: 8 }, { from: 0, length: 3 }, 32, 3);
    // Output pixel i covers a quarter of a source pixel from 2 on: its middle is at 2 + (i + ½)/4, and pixel x lies at x + ½.
    for (let i = 0; i < 32; i++) expect(large[32 + i]).closeTo(2 + (i + 0.5) / 4 - 0.5, 1e-5);
  });

  it('goes on with the border outside the picture', () => {
    const source = plane(4, 4, (x) => x + 1);
    const out = resampled(source.read, source, { from: -40, length: 80 }, { from: 0, length: 4 }, 80, 4);
    expect(out[0]).equal(1);
    expect(out[79]).equal(4);
  });
});
