import { expect } from 'chai';
import { ball } from '../solids.ts';
import { standing } from '../vector.ts';
import { Lens } from './film.ts';
import { shares, soundings } from './sound.ts';
import { Stage } from './stage.ts';

describe('depths of a subject', () => {
  it('are those of its surface: of a ball, what Pythagoras says', () => {
    const stage = new Stage([
      { pose: standing([0, 0, 0]), solid: (x, y, z) => ball(x, y, z, 0.5), radius: 0.6, material: { look: () => ({ albedo: [1, 1, 1] }) } },
    ]); // prettier-ignore
    // From so far that rays are nearly parallel.
    const size = { width: 200, height: 160 };
    const lens = new Lens({ across: 0, height: 0, distance: 12, middle: [0, 0, 0], width: 2 }, size.width, size.height);
    const found = soundings(stage, lens, size);
    const at = (x: number, y: number): number => found[y * size.width + x]!;
    expect(at(100, 80)).closeTo(-0.5, 0.01);
    // 0.3 m beside the middle: 30 px.
    expect(at(130, 80)).closeTo(-0.4, 0.015);
    expect(at(100, 50)).closeTo(-0.4, 0.015);
    // A little beyond its edge what is next goes on; far beyond is nothing.
    expect(at(153, 80)).closeTo(0, 0.12);
    expect(at(190, 80)).to.satisfy(Number.isNaN);
  });

  it('become shares of its own depth', () => {
    const [near, far] = shares([new Float32Array([-0.2, NaN, 0]), new Float32Array([0.4, 0.1])]);
    expect([...near!].map((share) => Number(share.toFixed(3)))).to.deep.equal([-0.5, 0, 0]);
    expect([...far!].map((share) => Number(share.toFixed(3)))).to.deep.equal([1, 0.25]);
    expect([...shares([new Float32Array([NaN])])[0]!]).to.deep.equal([0]);
  });
});
