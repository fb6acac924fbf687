import { expect } from 'chai';
import { setFineness } from '../fineness.ts';
import { ball } from '../solids.ts';
import { ORIGIN, standing, type Vec } from '../vector.ts';
import { Lens, newFilm, type Film } from './film.ts';
import type { Lighting } from './light.ts';
import { Stage } from './stage.ts';
import { grow } from './strands.ts';
import type { Coat, Thing } from './thing.ts';

const coat: Coat = {
  perM2: 900,
  lie: (_p, normal) => normal,
  length: () => 0.09,
  wild: 0.4,
  curl: 0.3,
  hang: 0.1,
  thick: 0.006,
  colour: () => [0.6, 0.5, 0.4],
  gloss: 0,
  tuft: 0,
};
const thing: Thing = {
  pose: standing(ORIGIN),
  solid: (x, y, z) => ball(x, y, z, 0.3),
  radius: 0.3,
  material: { look: () => ({ albedo: [0.5, 0.5, 0.5] as Vec }) },
};
const lighting: Lighting = {
  lamps: [{ at: [1, 2, 3], light: [9, 9, 9], radius: 0.1 }],
  ambient: () => [0.2, 0.2, 0.2],
  beyond: () => [0, 0, 0],
};
const camera = { across: 0, height: 0, distance: 3, middle: ORIGIN, width: 1.2 };
const all = new Lens(camera, 240, 160);

/** A coat on a film of 240 × 160, and on one that shows a part of it, so many times as large. */
function grown(times: number, part = { left: 0, top: 0, width: 240, height: 160 }): Film {
  const [width, height] = [times * part.width, times * part.height];
  const px = camera.width / 240;
  const middle: Vec = [(part.left + part.width / 2 - 120) * px, (80 - part.top - part.height / 2) * px, 0];
  const lens = new Lens({ ...camera, middle, width: part.width * px }, width, height);
  const film = newFilm(width, height);
  grow(film, thing, coat, new Stage([thing]), lighting, { all, lens }, 5);
  return film;
}

const covered = ({ cover }: Film): number => cover.reduce((sum, share) => sum + share, 0) / cover.length;

describe('a coat of strands', () => {
  afterEach(() => setFineness(1));

  it('shows the very same strands in a part of the picture', () => {
    const part = { left: 90, top: 30, width: 60, height: 50 };
    const [whole, own] = [grown(1), grown(1, part)];
    let seen = 0;
    for (let y = 0; y < part.height; y++)
      for (let x = 0; x < part.width; x++) {
        const share = own.cover[y * part.width + x]!;
        expect(share).closeTo(whole.cover[(part.top + y) * whole.width + part.left + x]!, 1e-5, `at ${x}, ${y}`);
        if (share > 0) seen++;
      }
    expect(seen).greaterThan(500);
  });

  it('covers as much within a fifth where it is drawn finer, each strand a lock of thinner hairs', () => {
    const [whole, plain] = [covered(grown(1)), grown(3)];
    setFineness(3);
    const locks = grown(3);
    expect(covered(plain) / whole).to.be.within(0.8, 1.2);
    expect(covered(locks) / whole).to.be.within(0.8, 1.2);
    // Thinner ones part: light changes from pixel to pixel more often.
    const changes = ({ cover, width }: Film): number =>
      cover.reduce((sum, share, i) => sum + (i % width ? Math.abs(share - cover[i - 1]!) : 0), 0);
    expect(changes(locks)).greaterThan(1.2 * changes(plain));
  });

  it('grows no hair where its density is nought', () => {
    const bare = newFilm(240, 160);
    const count = grow(bare, thing, { ...coat, density: () => 0 }, new Stage([thing]), lighting, { all, lens: all }, 5);
    expect(count).equal(0);
    expect(covered(bare)).equal(0);
  });
});
