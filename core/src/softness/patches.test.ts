import { expect } from 'chai';
import fc from 'fast-check';
import { gaussianBlur } from '../image/gaussianBlur.ts';
import { smearAlong } from '../image/smearAlong.ts';
import type { LookedAt } from './features.ts';
import { localBlur } from './localBlur.ts';
import { deadLeaves } from '../../test/deadLeaves.ts';
import { placesOf } from '../../test/placesOf.ts';
import { patchesOf, patchFeatures, PATCH_FEATURES } from './patches.ts';
import { PATCH_MODEL } from './patchModel.ts';
import { slopeCells } from './slopeCells.ts';

const SIZE = 512;
const LIKELIEST = 0;

/** How far the likeliest patch of a picture looks as if it had moved. */
const likeliest = (picture: Float32Array): number => {
  const cells = slopeCells(picture, SIZE, SIZE);
  const lookedAt = { places: localBlur(cells), noise: cells.noise, width: SIZE, height: SIZE };
  return patchFeatures(patchesOf(lookedAt), PATCH_MODEL)[LIKELIEST]!;
};

describe('patches of a picture', () => {
  it('tell the same of a picture that was turned upright', () =>
    fc.assert(
      fc.property(fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })), (stream) => {
        const next = (): number => stream.next().value as number;
        const lying = placesOf(() => ({
          meanPx2: 4 * next(),
          turn: { x: next(), y: next() },
          energy: 0.1 + next(),
          doubt: next(),
        }));
        const places = lying.places.map((place) => ({
          ...place,
          x: place.y,
          y: 1 - place.x,
          turn: { x: -place.turn.x, y: -place.turn.y },
        }));
        const sorted = (of: LookedAt): string[] =>
          patchesOf(of).map(({ signs }) => signs.map((sign) => sign.toFixed(6)).join(' ')).sort(); // prettier-ignore
        expect(sorted({ ...lying, places, width: 683, height: 1024 })).to.deep.equal(sorted({ ...lying, height: 683 }));
      }),
      { numRuns: 10 },
    ));

  it('say how blur in one differs from that round it, in doublings of its variance', () => {
    // Within a third of the middle four times as much as round it: by hand, log2((4 + 0.3) / (1 + 0.3)).
    const patches = patchesOf(
      placesOf((x, y) => ({ meanPx2: Math.hypot(x - 0.5, y - 0.5) < 0.13 ? 4 : 1, leastPx: 1, mostPx: 1 })),
    );
    const middle = patches.find(({ x, y }) => Math.hypot(x - 0.5, y - 0.5) < 1e-6)!;
    expect(middle.signs.at(-6)).closeTo(Math.log2(4.3 / 1.3), 1e-9);
    const corner = patches.find(({ x, y }) => x < 0.11 && y < 0.11)!;
    expect(corner.signs.at(-6)).closeTo(0, 1e-9);
  });

  it('are none where nothing tells, and their features are 0 then', () => {
    expect(patchesOf({ ...placesOf(() => ({})), places: [] })).to.deep.equal([]);
    expect(patchFeatures([], PATCH_MODEL)).to.deep.equal(new Array(PATCH_FEATURES).fill(0));
  });

  for (const seed of [3, 4, 5])
    it(`look more as if they moved where one off the middle did than where all did, nothing did or all is out of focus (leaves ${seed})`, () => {
      const sharp = deadLeaves(seed, SIZE);
      const whole = { left: 0, top: 0, right: SIZE, bottom: SIZE };
      const smeared = smearAlong(sharp, SIZE, 12, 4, whole, new Float32Array(sharp.length));
      const inside = (i: number): boolean => Math.hypot((i % SIZE) / SIZE - 0.33, Math.floor(i / SIZE) / SIZE - 0.6) < 0.17;
      const part = likeliest(sharp.map((value, i) => (inside(i) ? smeared[i]! : value)));
      expect(part).to.be.greaterThan(likeliest(sharp));
      expect(part).to.be.greaterThan(likeliest(smeared));
      expect(part).to.be.greaterThan(likeliest(gaussianBlur(sharp, SIZE, SIZE, 3)));
    });
});
