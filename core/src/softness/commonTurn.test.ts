import { expect } from 'chai';
import fc from 'fast-check';
import { deadLeaves } from '../../test/deadLeaves.ts';
import { placesOf } from '../../test/placesOf.ts';
import { gaussianBlur } from '../image/gaussianBlur.ts';
import { smearAlong } from '../image/smearAlong.ts';
import { seededRandom } from '../numerics/seededRandom.ts';
import { commonTurn, COMMON_FEATURES } from './commonTurn.ts';
import { localBlur } from './localBlur.ts';
import { slopeCells } from './slopeCells.ts';

const SIZE = 512;
/** How far those turn that turn much, doublings; how surely a tenth of the parts stand still where others do not; what turns least against much. */
const [MUCH, STILL, LEAST] = [0, 4, 9];

const commonOf = (picture: Float32Array): number[] => {
  const cells = slopeCells(picture, SIZE, SIZE);
  return commonTurn({ places: localBlur(cells), noise: cells.noise, width: SIZE, height: SIZE });
};

describe('what a whole picture is smeared alike', () => {
  it('is the same whichever way it is smeared, and whichever way it stands', () =>
    fc.assert(
      fc.property(fc.integer(), fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }), (seed, angle) => {
        const next = seededRandom(seed);
        const lying = placesOf(() => ({
          x: next(),
          y: next(),
          meanPx2: 4 * next(),
          turn: { x: next(), y: next() },
          energy: 0.01 + next(),
          doubt: next(),
        }));
        const places = lying.places.map(({ x, y, turn, ...place }) => ({
          ...place,
          x: y,
          y: 1 - x,
          turn: {
            x: turn.x * Math.cos(angle) - turn.y * Math.sin(angle),
            y: turn.x * Math.sin(angle) + turn.y * Math.cos(angle),
          },
        }));
        const upright = commonTurn({ ...lying, places, width: 683, height: 1024 });
        const before = commonTurn({ ...lying, height: 683 });
        upright.forEach((value, i) => expect(value).closeTo(before[i]!, 1e-6));
      }),
      { numRuns: 10 },
    ));

  it('is told in doublings of what parts turn that turn much', () => {
    // A straight smear of 6 px: variances differ by b²/12 = 3 px², and a turn is half of that (model of the blur, by hand).
    const [first] = commonTurn(placesOf(() => ({ meanPx2: 2, turn: { x: 0, y: 1.5 } })));
    expect(first).closeTo(Math.log2(1.5 + 0.2), 1e-9);
  });

  it('is nothing where no place tells', () =>
    expect(commonTurn({ ...placesOf(() => ({})), places: [] })).to.deep.equal(new Array(COMMON_FEATURES).fill(0)));

  for (const seed of [3, 4, 5])
    it(`is had by what is out of focus too where the camera shook, not where what is in focus moved (leaves ${seed})`, () => {
      const leaves = deadLeaves(seed, SIZE);
      const isSubject = (i: number): boolean => i % SIZE < 0.65 * SIZE;
      const soft = gaussianBlur(leaves, SIZE, SIZE, 2);
      const apart = leaves.map((value, i) => (isSubject(i) ? value : soft[i]!));
      const whole = { left: 0, top: 0, right: SIZE, bottom: SIZE };
      const smeared = (picture: Float32Array): Float32Array =>
        smearAlong(picture, SIZE, 9, 3, whole, new Float32Array(picture.length));
      const [shaken, moved] = [smeared(apart), smeared(leaves).map((value, i) => (isSubject(i) ? value : soft[i]!))];
      const [ofMoved, ofShaken, ofNeither] = [moved, shaken, apart].map(commonOf) as [number[], number[], number[]];
      expect(ofMoved[STILL]).to.be.greaterThan(ofShaken[STILL]! + 0.3);
      expect(ofMoved[LEAST]).to.be.lessThan(0.15);
      expect(ofShaken[LEAST]).to.be.greaterThan(0.25);
      expect(Math.min(ofMoved[MUCH]!, ofShaken[MUCH]!)).to.be.greaterThan(ofNeither[MUCH]! + 1);
    });
});
