import { expect } from 'chai';
import fc from 'fast-check';
import { briefWith, exampleBrief } from '../../test/briefs.ts';
import type { Brief, Sensor } from '../brief/brief.ts';
import { lensAt, type ShelfLens } from '../optics/zoomLens.ts';
import { magnification } from '../optics/depthOfField.ts';
import { grainAtIso, sameGrainIso } from '../sensor/grainFigures.ts';
import { blindVerdict } from './blindChoice.ts';
import { kitAgainst, kitAtWork, kitCost } from './kitAtWork.ts';
import { leavingHome, lensForSegment, setOfLenses, smallestSet, type LensTable } from './lensSets.ts';
import { AS_PLANNED, cutToShape, sameView, withKit } from './withKit.ts';

const zoom = (known: Partial<ShelfLens> = {}): ShelfLens => ({
  focalFromMm: 5,
  focalToMm: 400,
  widestFAtFrom: 2.8,
  widestFAtTo: 2.8,
  narrowestF: 16,
  stabiliserStops: 0,
  bestBlurUm: 2,
  wideOpenFactor: 1,
  opensToFocus: true,
  ...known,
});
const FULL_FRAME = { widthMm: 36, heightMm: 24 };
const FOUR_THIRDS = { widthMm: 17.3, heightMm: 13 };

const onFormat = (format: { widthMm: number; heightMm: number }, focalLengthMm: number): Brief =>
  briefWith({ sensor: format, lens: { focalLengthMm }, subject: { distanceM: 20 } });

describe('a kit at the view of another', () => {
  it('is the kit itself where it is the same one', () => {
    const brief = exampleBrief();
    const { sensor, lens } = brief.kit;
    const view = sameView(brief, { sensor, lens: zoom() }, sensor.widthMm / sensor.heightMm);
    expect(view.focalLengthMm).to.be.closeTo(lens.focalLengthMm, 1e-9);
    expect(view.shown).to.be.closeTo(1, 1e-9);
    expect(view.crop).to.be.closeTo(1, 1e-9);
    expect(view.kept).to.equal(1);
  });

  it('loses a ninth of its height from 4:3 to 3:2, and none of it from 3:2 to 4:3', () => {
    // Arithmetic of the shapes.
    const cut = cutToShape({ ...exampleBrief().kit.sensor, widthMm: 4, heightMm: 3, megapixels: 9 }, 3 / 2);
    expect(cut.widthMm).to.equal(4);
    expect(cut.heightMm).to.be.closeTo((3 * 8) / 9, 1e-12);
    expect(cut.megapixels).to.be.closeTo(8, 1e-12);
    expect(cutToShape({ ...exampleBrief().kit.sensor, ...FULL_FRAME }, 4 / 3)).to.include({ heightMm: 24, widthMm: 32 });
  });

  it('takes about half the focal length on four-thirds that it takes on full frame', () => {
    // Common practice: 25 mm there for 50 mm here.
    const { sensor } = onFormat(FOUR_THIRDS, 1).kit;
    const view = sameView(onFormat(FULL_FRAME, 50), { sensor, lens: zoom() }, 3 / 2);
    expect(view.focalLengthMm).to.be.within(23.5, 25.5);
  });

  it('shows the subject as large in the picture, whatever format, shape, distance and lens', () => {
    const sizes = fc.record({ widthMm: fc.double({ min: 8, max: 60, noNaN: true }), heightMm: fc.double({ min: 6, max: 40, noNaN: true }) });
    fc.assert(
      fc.property(sizes, sizes, fc.double({ min: 0.8, max: 2, noNaN: true }), fc.double({ min: 10, max: 200, noNaN: true }), fc.double({ min: 2, max: 300, noNaN: true }), fc.double({ min: 10, max: 200, noNaN: true }), (one, other, aspect, focalLengthMm, distanceM, primeMm) => {
        const brief = briefWith({ sensor: one, lens: { focalLengthMm }, subject: { distanceM } });
        const { sensor } = onFormat(other, 1).kit;
        const view = sameView(brief, { sensor, lens: zoom({ focalFromMm: primeMm, focalToMm: primeMm }) }, aspect);
        // Height of the largest picture of a shape on a format.
        const height = (format: { widthMm: number; heightMm: number }): number => Math.min(format.heightMm, format.widthMm / aspect);
        const size = (format: { widthMm: number; heightMm: number }, mm: number, crop: number): number =>
          magnification(mm, distanceM) / (height(format) / crop);
        const wanted = size(one, focalLengthMm, 1);
        // What is too long for the view shows only its share of it, and everything in it larger by as much.
        expect((size(other, view.focalLengthMm, view.crop) * view.shown) / wanted).to.be.closeTo(1, 1e-9);
      }),
      { seed: 1, numRuns: 200 },
    );
  }); // prettier-ignore

  it('has the ISO ceiling that looks as grainy', () => {
    const brief = onFormat(FULL_FRAME, 50);
    const { sensor } = onFormat(FOUR_THIRDS, 1).kit;
    const { brief: own } = withKit(brief, { sensor, lens: zoom(), settled: AS_PLANNED }, 3 / 2);
    const snr = ({ kit, picture }: Brief): number => grainAtIso(kit.sensor, picture.isoCeiling, [picture.viewCph], picture.crop).views[0]!.snr;
    // To the mark: a third of a stop of ISO is a twelfth of the ratio.
    expect(Math.log2(snr(own) / snr(brief))).to.be.within(-1 / 6, 1 / 6);
    expect(own.picture.isoCeiling).to.be.below(brief.picture.isoCeiling / 3);
  }); // prettier-ignore
});

/** The same kit twice as large: twice the f-number for the same diameter, four times the ISO for the same light in all, glass to scale. */
function twiceAsLarge(brief: Brief): { sensor: Sensor; lens: ShelfLens } {
  const { sensor, lens } = brief.kit;
  return {
    sensor: { ...sensor, widthMm: 2 * sensor.widthMm, heightMm: 2 * sensor.heightMm, baseIso: 4 * sensor.baseIso, maxIso: 4 * sensor.maxIso },
    lens: zoom({ widestFAtFrom: 5.6, widestFAtTo: 5.6, narrowestF: 2 * lens.narrowestF, bestBlurUm: 2 * lens.bestBlurUm }),
  };
} // prettier-ignore

describe('kits at work', () => {
  const noiseless = briefWith({ sensor: { readInE: 0, readOutE: 0 } });
  const own = { sensor: noiseless.kit.sensor, lens: zoom(), settled: AS_PLANNED };
  const aspect = noiseless.kit.sensor.widthMm / noiseless.kit.sensor.heightMm;

  it('of equivalent settings give one picture: shutter, detail, depth, background', () => {
    // The law of equivalence, up to f/s: the example's subject is at 4 m.
    for (const ev100 of [0, 3, 6, 9]) {
      const brief = { ...noiseless, light: { ...noiseless.light, ev100 } };
      const [small, large] = [own, { ...twiceAsLarge(brief), settled: AS_PLANNED }].map((kit) => kitAtWork(brief, kit, aspect));
      expect(large!.plan.choice.labels.shutter).to.equal(small!.plan.choice.labels.shutter);
      expect(large!.plan.choice.fNumber / small!.plan.choice.fNumber).to.be.closeTo(2, 1e-9);
      expect(large!.plan.choice.iso / small!.plan.choice.iso).to.be.closeTo(4, 1e-6);
      expect(large!.detailBits / small!.detailBits).to.be.closeTo(1, 0.01);
      expect(large!.depthOfField.nearM / small!.depthOfField.nearM).to.be.closeTo(1, 0.01);
      expect(large!.background.share / small!.background.share).to.be.closeTo(1, 0.01);
      expect(kitAgainst(large!, small!).stops).to.be.closeTo(0, 0.05);
    }
  });

  it('of a sensor that gathers twice the light are a stop ahead', () => {
    const { sensor } = own;
    // Twice the electrons for the same light, the same well at its base: one stop by counting photons.
    const keener = { ...own, sensor: { ...sensor, wellPerUm2: 2 * sensor.wellPerUm2, baseIso: sensor.baseIso / 2 } };
    expect(sameGrainIso({ sensor, crop: 1 }, { sensor: keener.sensor, crop: 1 }, 6400, 683)).to.be.closeTo(12_800, 1);
    const [first, second] = [keener, own].map((kit) => kitAtWork(noiseless, kit, aspect));
    const against = kitAgainst(first!, second!);
    expect(against.stops).to.be.closeTo(1, 0.03);
    expect(against.detail).to.be.above(1);
    expect(kitAgainst(second!, first!).stops).to.be.closeTo(-1, 0.03);
    expect(kitCost(against, 900).perStop).to.be.closeTo(900, 30);
  });

  it('keep what is settled, within what they have, and the plan finds the rest', () => {
    const settled = { shutterS: 1 / 60, fNumber: 8, iso: 1600 };
    const { choice } = kitAtWork(noiseless, { ...own, settled }, aspect).plan;
    expect([choice.labels.shutter, choice.labels.aperture, choice.labels.iso]).to.deep.equal(['1/60', 'f/8', '1600']);
    const slow = kitAtWork(noiseless, { ...own, settled: { ...AS_PLANNED, shutterS: 1 / 60 } }, aspect);
    expect(slow.plan.choice.labels.shutter).to.equal('1/60');
    // Common practice: the same light, so shutter, aperture and ISO make up the same exposure.
    const planned = kitAtWork(noiseless, own, aspect).plan.choice;
    const exposure = ({ shutterS, fNumber, iso, liftStops }: typeof planned): number =>
      Math.log2((shutterS * iso) / fNumber ** 2) + liftStops;
    expect(exposure(slow.plan.choice)).to.be.closeTo(exposure(planned), 0.2);
    const beyond = kitAtWork(noiseless, { ...own, settled: { shutterS: null, fNumber: 0.7, iso: 1e7 } }, aspect).brief;
    expect(beyond.picture.pinned).to.deep.equal({
      shutterS: null,
      fNumber: beyond.kit.lens.widestF,
      iso: beyond.kit.sensor.maxIso,
      burst: null,
    });
  });

  it('cost nothing a stop where they are not ahead', () => {
    expect(kitCost({ detail: 1.2, stops: 0.5 }, 100)).to.deep.equal({
      more: 100,
      perStop: 200,
      perTenth: 100 / (10 * (1.2 - 1)),
    });
    expect(kitCost({ detail: 1, stops: 0 }, 100)).to.deep.equal({ more: 100, perStop: null, perTenth: null });
    expect(kitCost({ detail: 0.8, stops: -1 }, 100)).to.deep.equal({ more: 100, perStop: null, perTenth: null });
  });
});

describe('blind choices between two kits', () => {
  it('are weighed by the exact binomial test', () => {
    // Counted by hand: of 2¹² ways 1 + 12 + 66 have two or fewer of a kind.
    expect(blindVerdict(10, 12).byChance).to.be.closeTo((2 * 79) / 4096, 1e-12);
    expect(blindVerdict(12, 12).byChance).to.be.closeTo(2 / 4096, 1e-12);
    expect(blindVerdict(6, 12)).to.deep.equal({ of: 12, tookFirst: 6, byChance: 1, preferred: null });
    expect([0, 2, 3, 9, 10, 12].map((took) => blindVerdict(took, 12).preferred)).to.deep.equal([
      'second',
      'second',
      null,
      null,
      'first',
      'first',
    ]);
    expect(blindVerdict(0, 0)).to.include({ byChance: 1, preferred: null });
  });
});

describe('the lenses of an outing', () => {
  const cell = fc.record({ fails: fc.constantFrom(null, 'setting' as const), detailBits: fc.double({ min: 1, max: 100, noNaN: true }), shown: fc.constant(1), crop: fc.constant(1) });
  const table = fc
    .tuple(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 4 }))
    .chain(([lenses, segments]) => fc.array(fc.array(cell, { minLength: segments, maxLength: segments }), { minLength: lenses, maxLength: lenses }));
  const works = (from: LensTable, lenses: readonly number[]): number =>
    from[0]!.filter((_, segment) => lenses.some((lens) => from[lens]![segment]!.fails === null)).length;

  it('are as few as keep every stretch that any lens keeps; another as small keeps no more', () => {
    fc.assert(
      fc.property(table, (from) => {
        const all = from.map((_, lens) => lens);
        const { lenses } = smallestSet(from);
        expect(works(from, lenses)).to.equal(works(from, all));
        // Every set there is, by the bits of a number.
        for (let bits = 0; bits < 2 ** from.length; bits++) {
          const set = all.filter((lens) => bits & (1 << lens));
          if (set.length < lenses.length) expect(works(from, set)).to.be.below(works(from, all));
        }
      }),
      { seed: 2, numRuns: 200 },
    );
  });

  it('cost what is lost without one: nothing where it was never the best, everything where it alone worked', () => {
    const row = (...bits: number[]) => bits.map((detailBits) => ({ fails: detailBits > 0 ? null : ('long' as const), detailBits, shown: 1, crop: 1 }));
    const from = [row(10, 0, 4), row(8, 6, 0), row(1, 3, 2)];
    const set = setOfLenses(from, [0, 1, 2]);
    expect(set.best.map((one) => one!.lens)).to.deep.equal([0, 1, 0]);
    expect(leavingHome(from, set, 0)).to.deep.equal([0.8, 1, 0.5]);
    expect(leavingHome(from, set, 2)).to.deep.equal([1, 1, 1]);
    expect(leavingHome(from, setOfLenses(from, [0, 1]), 1)).to.deep.equal([1, null, 1]);
    // The third alone works everywhere, if worse.
    expect(smallestSet(from).lenses).to.deep.equal([2]);
  });

  it('are judged by the view they can show: a long lens does not do for a wide one, nor one cropped to nothing', () => {
    const brief = exampleBrief();
    const fixed = (mm: number) => lensForSegment(brief, brief.kit.sensor, zoom({ focalFromMm: mm, focalToMm: mm }));
    expect(fixed(18.3)).to.include({ fails: null, shown: 1, crop: 1 });
    expect(fixed(50)).to.include({ fails: 'long' });
    expect(fixed(50).shown).to.be.closeTo(lensAt(zoom(), 18.3).focalLengthMm / 50, 0.01);
    expect(fixed(6)).to.include({ fails: 'short', shown: 1 });
    expect(fixed(18.3).detailBits).to.be.above(fixed(12).detailBits);
  });
}); // prettier-ignore
