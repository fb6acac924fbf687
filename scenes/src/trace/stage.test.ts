import { expect } from 'chai';
import fc from 'fast-check';
import { ball, box, drum, egg, rod, type Solid } from '../solids.ts';
import { add, dot, into, minus, outOf, size, standing, times, turned, unit, type Vec } from '../vector.ts';
import { normalOf, Stage } from './stage.ts';
import type { Thing } from './thing.ts';
import { BallTree } from './tree.ts';

const coordinate = fc.double({ min: -3, max: 3, noNaN: true });
const point = fc.tuple(coordinate, coordinate, coordinate);
const direction = point.filter((p) => size(p) > 0.1).map(unit);
const matt = { look: () => ({ albedo: [0.5, 0.5, 0.5] as Vec }) };
const sphere = (at: Vec, radius: number): Thing => ({
  pose: standing(at),
  solid: (x, y, z) => ball(x, y, z, radius),
  radius,
  pace: 1,
  material: matt,
});

describe('solids', () => {
  const solids: Record<string, Solid> = {
    ball: (x, y, z) => ball(x, y, z, 0.7),
    box: (x, y, z) => box(x, y, z, 0.5, 0.3, 0.8, 0.05),
    rod: (x, y, z) => rod(x, y, z, -0.4, 0, 0.2, 0.6, 0.5, -0.1, 0.2),
    drum: (x, y, z) => drum(x, y, z, 0.4, 0.6, 0.05),
  };
  it('never promise more room than there is: a distance changes by no more than the way gone', () => {
    for (const [name, solid] of Object.entries(solids))
      fc.assert(
        fc.property(point, point, (a, b) => {
          expect(Math.abs(solid(...a) - solid(...b)), name).to.be.at.most(size(minus(a, b)) + 1e-9);
        }),
      );
  });

  it('have the distances of geometry', () => {
    expect(solids.ball!(2, 0, 0)).closeTo(1.3, 1e-12);
    expect(solids.box!(1.5, 0, 0)).closeTo(1, 1e-12);
    expect(solids.drum!(0, 2, 0)).closeTo(1.4, 1e-12);
    // An egg is right on its axes' ends, and at least of the right sign elsewhere.
    expect(egg(0, 0.3, 0, 0.5, 0.3, 0.8)).closeTo(0, 1e-12);
    fc.assert(
      fc.property(point, ([x, y, z]) => {
        const inside = (x / 0.5) ** 2 + (y / 0.3) ** 2 + (z / 0.8) ** 2 < 1;
        expect(egg(x, y, z, 0.5, 0.3, 0.8) < 0).equal(inside);
      }),
    );
  });
});

describe('poses', () => {
  it('turn back what they turned, and keep lengths', () => {
    fc.assert(
      fc.property(point, point, coordinate, coordinate, coordinate, (at, p, turn, pitch, roll) => {
        const pose = turned(at, turn, pitch, roll);
        const back = into(pose, outOf(pose, p));
        for (let i = 0; i < 3; i++) expect(back[i]).closeTo(p[i]!, 1e-9);
        expect(size(minus(outOf(pose, p), at))).closeTo(size(p), 1e-9);
      }),
    );
  });
});

describe('a stage', () => {
  it('meets a ball where geometry says, however it is turned', () => {
    let met = 0;
    fc.assert(
      fc.property(point, direction, fc.double({ min: 0.1, max: 1, noNaN: true }), coordinate, (at, d, radius, turn) => {
        const o: Vec = [0, 0, 5];
        const stage = new Stage([{ ...sphere(at, radius), pose: turned(at, turn, 0.4 * turn) }]);
        const toMiddle = minus(at, o);
        const ahead = dot(toMiddle, d);
        const left = radius ** 2 - (dot(toMiddle, toMiddle) - ahead ** 2);
        // Near the rim a ray may graze it within the tracer's own reach.
        fc.pre(Math.abs(left) > 0.02 && size(toMiddle) > radius);
        const hit = stage.meet(o, d, 30);
        if (left < 0 || ahead < 0) expect(hit).equal(null);
        else {
          met++;
          expect(hit!.t).closeTo(ahead - Math.sqrt(left), 0.004);
          const normal = normalOf(hit!.thing, hit!.own, 0.001);
          expect(dot(normal, unit(hit!.own))).closeTo(1, 1e-3);
        }
      }),
      { numRuns: 1000 },
    );
    expect(met).greaterThan(8);
  });

  it('sees a lamp whole in the open, not at all behind a ball, and in part at its edge', () => {
    const stage = new Stage([{ ...sphere([0, 0, 0], 0.5), radius: 1.2 }]);
    const seen = (y: number): number => stage.open([-2, y, 0], [1, 0, 0], 4, 20);
    expect(seen(0)).equal(0);
    expect(seen(1.5)).equal(1);
    const falling = [0.52, 0.56, 0.6, 0.7].map(seen);
    expect(falling).to.deep.equal([...falling].sort((a, b) => a - b));
    expect(falling[0]).to.be.within(0.01, 0.99);
  });

  it('meets a thing that says its box where it meets it without, and darkens by it no less', () => {
    const [long, wide, thin] = [0.6, 0.25, 0.12];
    const leaf: Solid = (x, y, z) => box(x, y, z, wide, long, thin, 0.01);
    let [met, grazed] = [0, 0];
    fc.assert(
      fc.property(point, direction, coordinate, coordinate, (o, d, turn, pitch) => {
        const plain: Thing = { pose: turned([0.2, -0.1, 0.3], turn, pitch), solid: leaf, radius: 0.7, material: matt };
        const boxed: Thing = {
          ...plain,
          box: [
            [-wide, -long, -thin],
            [wide, long, thin],
          ],
        };
        fc.pre(leaf(...into(plain.pose, o)) > 0.05);
        const hits = [plain, boxed].map((thing) => new Stage([thing]).meet(o, d, 20));
        const [without, within] = hits;
        fc.pre(Boolean(without ?? within));
        for (const hit of hits) if (hit) expect(leaf(...hit.own)).closeTo(0, 0.003);
        if (without && within) {
          met++;
          expect(within.t).closeTo(without.t, 0.02);
        } else grazed++;
      }),
      { numRuns: 300 },
    );
    expect(met).greaterThan(200);
    // One passes near enough to count as met, the other does not.
    expect(grazed).lessThan(20);
    // Across the way, before a lamp: its shadow's middle and the open beside it.
    const stage = new Stage([
      {
        pose: standing([0, 0, 0]),
        solid: leaf,
        radius: 0.7,
        box: [
          [-wide, -long, -thin],
          [wide, long, thin],
        ],
        material: matt,
      },
    ]);
    const seen = (x: number): number => stage.open([x, 0, -2], [0, 0, 1], 4, 20);
    expect(seen(0)).to.be.lessThan(0.01);
    expect(seen(0.6)).equal(1);
  });

  it('throws no shadow of what glows', () => {
    expect(new Stage([{ ...sphere([0, 0, 0], 0.5), glows: true }]).open([-2, 0, 0], [1, 0, 0], 4, 20)).equal(1);
  });

  it('asks a tree what asking every ball would find', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(point, fc.double({ min: 0.01, max: 0.5, noNaN: true })), { maxLength: 40 }),
        point,
        direction,
        (balls, o, d) => {
          const tree = new BallTree(Float64Array.from(balls.flatMap(([at, radius]) => [...at, radius])));
          const found = new Int32Array(balls.length);
          const met = new Set(found.subarray(0, tree.alongRay(...o, ...d, 0, 10, found)));
          balls.forEach(([at, radius], i) => {
            const ahead = dot(minus(at, o), d);
            const nearest = add(o, times(d, Math.min(10, Math.max(0, ahead))));
            if (size(minus(at, nearest)) < radius) expect(met.has(i), `ball ${i} on the way`).equal(true);
          });
          const near = new Set(found.subarray(0, tree.round(...o, 0.3, found)));
          balls.forEach(([at, radius], i) => {
            if (size(minus(at, o)) - radius < 0.3) expect(near.has(i), `ball ${i} near by`).equal(true);
          });
        },
      ),
    );
  });
});
