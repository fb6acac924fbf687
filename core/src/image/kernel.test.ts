import { expect } from 'chai';
import fc from 'fast-check';
import { seededRandom } from '../numerics/seededRandom.ts';
import { convolved, disc, kernelOf, STILL_POINT, wayAlong, type Kernel } from './kernel.ts';

/** Contrast a kernel leaves of waves of so many cycles a pixel along an axis: its Fourier transform, by the definition. */
function contrastOf({ dx, dy, weights }: Kernel, alongX: number, alongY = 0): number {
  let [real, imaginary] = [0, 0];
  weights.forEach((weight, k) => {
    const turn = 2 * Math.PI * (alongX * dx[k]! + alongY * dy[k]!);
    real += weight * Math.cos(turn);
    imaginary += weight * Math.sin(turn);
  });
  return Math.hypot(real, imaginary);
}

const sinc = (x: number): number => (Math.abs(x) < 1e-9 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x));
/** Bessel's J1 by its integral (Abramowitz & Stegun 9.1.21), with a sum of many steps. */
const j1 = (z: number): number => {
  const steps = 4000;
  let sum = 0;
  for (let i = 0; i < steps; i++) {
    const t = (Math.PI * (i + 0.5)) / steps;
    sum += Math.cos(t - z * Math.sin(t));
  }
  return sum / steps;
};
/** Frequencies up to a picture's limit. */
const BAND = [0.05, 0.1, 0.2, 0.3, 0.4, 0.5];
const length = fc.double({ min: 0.3, max: 12, noNaN: true });

describe('a kernel', () => {
  it('leaves a picture as it is where nothing moves and nothing is soft', () => {
    const kernel = kernelOf(STILL_POINT);
    for (const nu of BAND) expect(contrastOf(kernel, nu), `${nu} c/px`).closeTo(1, 0.03);
    expect(contrastOf(kernel, 0.5, 0.5)).closeTo(1, 0.03);
  });

  it('of a way along rows has the contrast of its length, sin(πbν)/(πbν), and none is lost across it', () => {
    fc.assert(
      fc.property(length, (b) => {
        const along = wayAlong([
          { x: -b / 2, y: 0 },
          { x: b / 2, y: 0 },
        ]);
        expect(along.slants).equal(false);
        const kernel = kernelOf(along);
        for (const nu of BAND) {
          expect(contrastOf(kernel, nu), `along, ${nu} c/px`).closeTo(Math.abs(sinc(b * nu)), 0.03);
          expect(contrastOf(kernel, 0, nu), `across, ${nu} c/px`).closeTo(1, 0.03);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('of a slanting way has the contrast of its length along it, at the very edge of the band to a tenth', () => {
    fc.assert(
      fc.property(length, fc.double({ min: 0.1, max: 1.47, noNaN: true }), (b, angle) => {
        const [x, y] = [(b / 2) * Math.cos(angle), (b / 2) * Math.sin(angle)];
        const way = wayAlong([
          { x: -x, y: -y },
          { x, y },
        ]);
        expect(way.slants).equal(true);
        const kernel = kernelOf(way);
        for (const nu of BAND)
          expect(contrastOf(kernel, nu, 0), `along rows, ${nu} c/px`).closeTo(Math.abs(sinc(2 * x * nu)), nu > 0.45 ? 0.1 : 0.06);
      }),
      { numRuns: 40 },
    );
  });

  it('of a disc has the contrast 2·J1(πdν)/(πdν) (Goodman, Introduction to Fourier Optics; from memory)', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.3, max: 8, noNaN: true }), (diameter) => {
        const kernel = kernelOf(disc(diameter));
        for (const nu of BAND) {
          const z = Math.PI * diameter * nu;
          expect(contrastOf(kernel, nu), `${nu} c/px`).closeTo(Math.abs((2 * j1(z)) / z), 0.03);
        }
      }),
      { numRuns: 15 },
    );
  });

  it('of a softness has a Gaussian’s contrast times a pixel’s, and of several their share of each', () => {
    const sigma = fc.double({ min: 0.2, max: 3, noNaN: true });
    fc.assert(
      fc.property(sigma, sigma, fc.double({ min: 0, max: 1, noNaN: true }), (first, second, share) => {
        const soft = [
          { share, sigmaPx: first, pixelPx: 1 },
          { share: 1 - share, sigmaPx: second, pixelPx: 1 },
        ];
        const kernel = kernelOf(STILL_POINT, soft);
        const gauss = (sigmaPx: number, nu: number): number => Math.exp(-2 * (Math.PI * sigmaPx * nu) ** 2);
        for (const nu of BAND)
          expect(contrastOf(kernel, nu), `${nu} c/px`).closeTo(
            sinc(nu) * (share * gauss(first, nu) + (1 - share) * gauss(second, nu)),
            0.03,
          );
      }),
      { numRuns: 40 },
    );
  });

  it('keeps all light: its weights sum to one', () => {
    const lights = [STILL_POINT, disc(0.4), disc(7), wayAlong([{ x: 0, y: 0 }, { x: 3, y: 2 }, { x: -4, y: 5 }])]; // prettier-ignore
    for (const light of lights) expect(kernelOf(light).weights.reduce((sum, weight) => sum + weight, 0)).closeTo(1, 1e-9);
  });
});

describe('a way of pieces', () => {
  it('stays on each piece as long, however long it is', () => {
    const { points } = wayAlong([{ x: 0, y: 0 }, { x: 10, y: 0 }, { x: 10, y: 1 }]); // prettier-ignore
    expect(points.filter(({ y }) => y === 0)).to.have.length(points.length / 2);
  });

  it('is dense against a pixel', () => {
    fc.assert(
      fc.property(length, (b) => {
        const { points } = wayAlong([{ x: 0, y: 0 }, { x: 0, y: b }]); // prettier-ignore
        for (const [i, { y }] of points.slice(1).entries()) expect(y - points[i]!.y).to.be.within(0, 1 / 3);
      }),
    );
  });
});

describe('a plane blurred within a box', () => {
  it('is what adding up its neighbours by hand gives, its border going on, and is untouched outside', () => {
    const side = fc.integer({ min: 1, max: 40 });
    fc.assert(
      fc.property(side, side, fc.nat(), fc.double({ min: 0.3, max: 6, noNaN: true }), (width, height, seed, diameter) => {
        const uniform = seededRandom(seed);
        const plane = Float32Array.from({ length: width * height }, uniform);
        const between = (most: number): [number, number] => {
          const ends = [Math.floor(uniform() * (most + 1)), Math.floor(uniform() * (most + 1))];
          return [Math.min(...ends), Math.max(...ends)];
        };
        const [[left, right], [top, bottom]] = [between(width), between(height)];
        const kernel = kernelOf(disc(diameter));
        const out = convolved(
          plane,
          width,
          height,
          { left, top, right, bottom },
          kernel,
          new Float32Array(width * height).fill(-1),
        );
        const at = (x: number, y: number): number =>
          plane[Math.min(height - 1, Math.max(0, y)) * width + Math.min(width - 1, Math.max(0, x))]!;
        for (let y = 0; y < height; y++)
          for (let x = 0; x < width; x++) {
            const inside = x >= left && x < right && y >= top && y < bottom;
            const wanted = inside
              ? kernel.weights.reduce((sum, weight, k) => sum + weight * at(x - kernel.dx[k]!, y - kernel.dy[k]!), 0)
              : -1;
            expect(Math.abs(out[y * width + x]! - wanted), `at ${x}, ${y}`).to.be.below(1e-4);
          }
      }),
      { numRuns: 12 },
    );
  });
});
