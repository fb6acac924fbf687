import { expect } from 'chai';
import fc from 'fast-check';
import { setFineness } from './fineness.ts';
import { cell, cells, chance, finest, fractal, noise, numbers, step } from './noise.ts';

const coordinate = fc.double({ min: -40, max: 40, noNaN: true });
const point = fc.tuple(coordinate, coordinate, coordinate);

describe('noise', () => {
  afterEach(() => setFineness(1));

  it('lies between −1 and 1, and repeats after 64 cells', () => {
    fc.assert(
      fc.property(point, ([x, y, z]) => {
        const value = noise(x, y, z);
        expect(value).to.be.within(-1, 1);
        expect(noise(x + 64, y - 64, z + 128)).closeTo(value, 1e-6);
      }),
    );
  });

  it('is smooth: it and its slope go on from cell to cell', () => {
    fc.assert(
      fc.property(fc.integer({ min: -30, max: 30 }), coordinate, coordinate, (x, y, z) => {
        const h = 1e-4;
        expect(noise(x - h, y, z)).closeTo(noise(x + h, y, z), 1e-6);
        // The cubic is level at the lattice's planes.
        expect((noise(x + h, y, z) - noise(x, y, z)) / h).closeTo(0, 0.01);
      }),
    );
  });

  it('of several octaves is held by their strengths, and a finer picture has only finer ones more', () => {
    fc.assert(
      fc.property(point, fc.integer({ min: 1, max: 6 }), ([x, y, z], octaves) => {
        setFineness(1);
        const whole = fractal(x, y, z, octaves);
        expect(Math.abs(whole)).to.be.at.most(1 - 0.5 ** octaves);
        setFineness(3);
        // Two octaves more: a half and a quarter of the last one's strength.
        expect(Math.abs(fractal(x, y, z, octaves) - whole)).to.be.at.most(0.75 * 0.5 ** octaves + 1e-9);
        expect(fractal(x, y, z, octaves)).equal(
          ((): number => {
            setFineness(1);
            return fractal(x, y, z, octaves + 2);
          })(),
        );
      }),
    );
  });

  it('at its finest is plain noise in a whole picture', () => {
    fc.assert(
      fc.property(point, ([x, y, z]) => {
        expect(finest(x, y, z)).closeTo(noise(x, y, z), 1e-12);
      }),
    );
    setFineness(3);
    expect(finest(0.3, 0.4, 0.5)).not.equal(noise(0.3, 0.4, 0.5));
  });

  it('of cells has its nearest seed nearer than the next, and falls off no faster than one walks', () => {
    fc.assert(
      fc.property(point, ([x, y, z]) => {
        cells(x, y, z);
        const { nearest, next, own } = { ...cell };
        expect(nearest).to.be.within(0, next);
        expect(own).to.be.within(0, 1);
        // Two seeds are among the 27 cells round: none farther than their corners.
        expect(next).to.be.at.most(Math.sqrt(12));
        expect(Math.abs(cells(x + 0.01, y, z) - nearest)).to.be.at.most(0.01 + 1e-9);
      }),
    );
  });
});

describe('numbers for a place', () => {
  it('are even from 0 to 1, and the same at every run', () => {
    const next = numbers(7);
    const drawn = Array.from({ length: 20_000 }, next);
    const placed = Array.from({ length: 20_000 }, (_, i) => chance(i % 50, Math.floor(i / 50), 3));
    for (const values of [drawn, placed]) {
      const tenths = new Array<number>(10).fill(0);
      for (const value of values) tenths[Math.floor(10 * value)]!++;
      // 2000 each, and a standard deviation of 42.
      for (const count of tenths) expect(count).to.be.within(1800, 2200);
    }
    const again = numbers(7);
    expect(drawn.slice(0, 5)).to.deep.equal(Array.from({ length: 5 }, again));
  });

  it('step smoothly from one side to the other, either way round', () => {
    expect([step(1, 3, 0), step(1, 3, 1), step(1, 3, 2), step(1, 3, 3), step(1, 3, 9)]).to.deep.equal([0, 0, 0.5, 1, 1]);
    expect([step(3, 1, 0), step(3, 1, 2), step(3, 1, 9)]).to.deep.equal([1, 0.5, 0]);
  });
});
