import { expect } from 'chai';
import { besselJ1 } from './besselJ1.ts';
import { gaussLegendre } from './gaussLegendre.ts';
import { normalSource, seededRandom } from './seededRandom.ts';

describe('numerics', () => {
  // Abramowitz & Stegun, tables 9.1 and 9.5: printed digits.
  it('knows J1 at the tabled points', () => {
    for (const [x, value] of [
      [0, 0],
      [1, 0.4400506],
      [2, 0.5767248],
      [5, -0.3275791],
      [10, 0.0434727],
      [3.8317, 0],
    ] as const) {
      expect(besselJ1(x)).to.be.closeTo(value, x === 3.8317 ? 5e-6 : 6e-8);
      expect(besselJ1(-x)).to.be.closeTo(-value, x === 3.8317 ? 5e-6 : 6e-8);
    }
  });
  // Abramowitz & Stegun, table 25.4: 5-point nodes and weights.
  it('has the tabled 5-point Gauss–Legendre rule', () => {
    const { nodes, weights } = gaussLegendre(5, -1, 1);
    [-0.9061798459, -0.5384693101, 0, 0.5384693101, 0.9061798459].forEach((x, i) => expect(nodes[i]).to.be.closeTo(x, 1e-10));
    [0.2369268851, 0.4786286705, 0.5688888889].forEach((w, i) => expect(weights[i]).to.be.closeTo(w, 1e-10));
  });
  it('integrates polynomials up to degree 2n − 1 exactly', () => {
    const { nodes, weights } = gaussLegendre(8, 0, 2);
    const integral = nodes.reduce((sum, x, i) => sum + weights[i]! * x ** 15, 0);
    expect(integral / (2 ** 16 / 16)).to.be.closeTo(1, 1e-13);
  });
  it('refuses a rule without nodes', () => expect(() => gaussLegendre(0, 0, 1)).to.throw(RangeError));
  it('draws the same normals from the same seed, with mean 0 and variance 1', () => {
    const draw = (seed: number): number[] => {
      const normal = normalSource(seededRandom(seed));
      return Array.from({ length: 20_000 }, normal);
    };
    expect(draw(3).slice(0, 5)).to.deep.equal(draw(3).slice(0, 5));
    expect(draw(3)[0]).not.to.equal(draw(4)[0]);
    const values = draw(3);
    const mean = values.reduce((a, b) => a + b, 0) / values.length;
    expect(mean).to.be.closeTo(0, 0.03); // four standard errors
    expect(values.reduce((a, b) => a + (b - mean) ** 2, 0) / values.length).to.be.closeTo(1, 0.04);
  });
});
