import { expect } from 'chai';
import fc from 'fast-check';
import { setFineness } from '../fineness.ts';
import type { Solid } from '../solids.ts';
import { unit, type Vec } from '../vector.ts';
import { brick, brickWall, iron, polished, rope, setts, stoneWall, timber } from './building.ts';
import { leather, tweed, woven, wool } from './cloth.ts';
import { peel, skin } from './living.ts';
import { cutElsewhere, type Material } from './material.ts';
import { water } from './water.ts';

const MATERIALS: Record<string, Material> = {
  brick: brick([0.26, 0.115, 0.07]),
  stone: stoneWall().material,
  setts: setts(0.9).material,
  boards: timber([0.2, 0.13, 0.075]),
  painted: timber([0.2, 0.13, 0.075], [0.03, 0.075, 0.07]),
  iron,
  rope: rope(0.03).material,
  brass: polished([0.85, 0.62, 0.25]),
  tweed: tweed([0.03, 0.03, 0.03], [0.2, 0.17, 0.12], [[0.5, 0.2, 0.1]]),
  cotton: woven([0.3, 0.3, 0.32]),
  wool: wool([0.4, 0.05, 0.03], [0.05, 0.06, 0.08]),
  leather: leather([0.05, 0.03, 0.02]),
  skin: skin([0.42, 0.24, 0.16]),
  peel,
  water: water(1).material,
};

const coordinate = fc.double({ min: -2, max: 2, noNaN: true });
const point: fc.Arbitrary<Vec> = fc.tuple(coordinate, coordinate, coordinate);
const normal = point.filter((p) => Math.hypot(...p) > 0.1).map(unit);

describe('materials', () => {
  afterEach(() => setFineness(1));

  for (const [name, material] of Object.entries(MATERIALS)) {
    it(`${name} sends back some of the light and no more than comes, in a whole picture and in a finer one`, () => {
      fc.assert(
        fc.property(point, normal, fc.constantFrom(1, 3), (p, n, times) => {
          setFineness(times);
          const { albedo, metal = [0, 0, 0], gloss = [], wet = 0, fuzz = 0, wrap = [0, 0, 0] } = material.look(p, n);
          for (let c = 0; c < 3; c++) {
            // Noise is mostly within ±0.6 of its scale: a speck may be blacker than black by a little, which is held at nought.
            expect(albedo[c], 'albedo').to.be.within(-0.2, 1.05);
            expect(metal[c], 'metal').to.be.within(0, 1);
            expect(wrap[c], 'wrap').to.be.within(0, 1);
          }
          for (const [strength, power] of gloss) {
            expect(strength, 'strength of a highlight').to.be.at.least(-0.01);
            expect(power, 'power of a highlight').to.be.above(1);
          }
          expect(wet).to.be.within(0, 1);
          expect(fuzz).to.be.at.least(0);
        }),
      );
    });

    it(`${name} is uneven by millimetres at most, and is the same thing where it is looked at finer`, () => {
      fc.assert(
        fc.property(point, ([x, y, z]) => {
          const { relief } = material;
          fc.pre(relief !== undefined);
          setFineness(1);
          const whole = relief(x, y, z);
          expect(Math.abs(whole)).to.be.below(0.012);
          setFineness(3);
          // Only finer unevenness is added: none of it is as high as the whole is.
          expect(Math.abs(relief(x, y, z) - whole)).to.be.below(0.004);
        }),
      );
    });
  }

  it('cut elsewhere look as they do there', () => {
    const board = cutElsewhere(MATERIALS['boards']!, [0.3, -0.2, 0.1]);
    fc.assert(
      fc.property(point, normal, ([x, y, z], n) => {
        expect(board.look([x, y, z], n)).to.deep.equal(MATERIALS['boards']!.look([x + 0.3, y - 0.2, z + 0.1], n));
        expect(board.relief!(x, y, z)).to.equal(MATERIALS['boards']!.relief!(x + 0.3, y - 0.2, z + 0.1));
      }),
    );
  });
});

describe('walls and streets', () => {
  const built: Record<string, Solid> = {
    bricks: brickWall,
    stones: stoneWall().solid,
    setts: setts(0.5).solid,
    water: water(1).solid,
  };
  for (const [name, solid] of Object.entries(built))
    it(`of ${name} have an outside and an inside, everywhere`, () => {
      // Walls face z; streets and water lie under y.
      const [out, within]: [Vec, Vec] = name === 'bricks' || name === 'stones' ? [[0, 0, 0.2], [0, 0, -0.2]] : [[0, 0.2, 0], [0, -0.2, 0]]; // prettier-ignore
      fc.assert(
        fc.property(coordinate, coordinate, (a, b) => {
          const at = (side: Vec): number => (side[2] === 0 ? solid(a, side[1], b) : solid(a, b, side[2]));
          expect(at(out)).to.be.above(0);
          expect(at(within)).to.be.below(0);
        }),
      );
    });
});
