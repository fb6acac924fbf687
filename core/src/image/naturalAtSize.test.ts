import { expect } from 'chai';
import { isEnlarged, naturalAtSize } from './naturalAtSize.ts';
import type { NaturalScene, PixelBytes } from './openScene.ts';
import { linearOfCode } from './stopCodes.ts';

const CODE = { toe: 0.003, top: 4, over: 16 };
const NOWHERE = { from: 0, bytes: 0 };

/** A picture of one grey. */
const flat = (width: number, height: number, code: (x: number, y: number) => number): PixelBytes => ({
  width,
  height,
  data: Uint8ClampedArray.from({ length: 4 * width * height }, (_, i) => {
    const at = Math.floor(i / 4);
    return i % 4 === 3 ? 255 : code(at % width, Math.floor(at / width));
  }),
});

/** Still grey of code 100, with a square of code 180 in front of its middle, 40 × 40 of 240 × 160. */
function scene(): NaturalScene {
  const cut = { left: 100, top: 60, width: 40, height: 40 };
  return {
    version: 2,
    width: 240,
    height: 160,
    code: CODE,
    still: NOWHERE,
    lamps: NOWHERE,
    parts: [{ moves: 1, cut, file: NOWHERE }],
    backgroundTimes: 2,
    tone: 0.18,
    backgroundStops: 0,
    look: { x: 120, y: 80 },
    pictures: {
      still: flat(240, 160, () => 100),
      lamps: flat(240, 160, (x, y) => (x === 8 && y === 8 ? 255 : 0)),
      parts: [flat(40, 80, (_x, y) => (y < 40 ? 180 : 255))],
      // Near at its left, far at its right.
      depths: [flat(20, 20, (x) => (x < 10 ? 0 : 255))],
    },
    linear: Float32Array.from({ length: 256 }, (_, i) => linearOfCode(i, CODE)),
  };
}

const whole = (width: number, height: number) => ({
  across: { from: 0, length: 240 },
  down: { from: 0, length: 160 },
  width,
  height,
  mmPerPx: 0.1,
});

describe('a natural scene at the size it is shown', () => {
  it('keeps its light at every size, lamps above the codes too', () => {
    for (const [width, height] of [[240, 160], [120, 80], [90, 60], [60, 40], [30, 20]] as const) {
      const { background } = naturalAtSize(scene(), whole(width, height), { still: 1, subject: 1 });
      const mean = background.red.reduce((sum, v) => sum + v, 0) / background.red.length;
      // One pixel of 240 × 160 is 16 brighter.
      expect(mean).closeTo(linearOfCode(100, CODE) + 16 / (240 * 160), 1e-5);
    }
  }); // prettier-ignore

  it('lays a part where it belongs, its cover with it, at every size', () => {
    for (const scale of [1, 0.5, 0.375, 0.25, 2]) {
      const { subject } = naturalAtSize(scene(), whole(240 * scale, 160 * scale), { still: 1, subject: 1 });
      const { cover, red, box } = subject[0]!.layer;
      // As much covered as the square is large.
      expect(cover.reduce((sum, v) => sum + v, 0)).closeTo(1600 * scale * scale, 0.01 * 1600 * scale * scale);
      const middle = Math.round(80 * scale) * 240 * scale + Math.round(120 * scale);
      expect(cover[middle]).closeTo(1, 1e-6);
      expect(red[middle]).closeTo(linearOfCode(180, CODE), 1e-5);
      expect(box.left).to.be.within(100 * scale - 3, 100 * scale);
      expect(box.right).to.be.within(140 * scale, 140 * scale + 3);
      expect(cover[Math.round(80 * scale) * 240 * scale + Math.round(60 * scale)]).equal(0);
    }
  });

  it('shows a window of it, and brightens what stands still and the subject apart', () => {
    const window = { across: { from: 100, length: 40 }, down: { from: 60, length: 40 }, width: 40, height: 40, mmPerPx: 0.1 };
    const { background, subject } = naturalAtSize(scene(), window, { still: 2, subject: 0.5 });
    expect(background.green[820]).closeTo(2 * linearOfCode(100, CODE), 1e-5);
    expect(subject[0]!.layer.blue[820]).closeTo(0.5 * linearOfCode(180, CODE), 1e-5);
    expect(subject[0]!.layer.cover[820]).closeTo(1, 1e-6);
  });

  it('lays a part’s depth where the part lies, whatever the size and the window', () => {
    for (const scale of [1, 0.375, 2]) {
      const { layer } = naturalAtSize(scene(), whole(240 * scale, 160 * scale), { still: 1, subject: 1 }).subject[0]!;
      const at = (x: number): number => layer.depth![Math.round(80 * scale) * 240 * scale + Math.round(x * scale)]!;
      expect(at(105), `near at ${scale}`).closeTo(-1, 0.01);
      expect(at(135), `far at ${scale}`).closeTo(1, 0.01);
    }
    const window = { across: { from: 110, length: 20 }, down: { from: 70, length: 20 }, width: 80, height: 80, mmPerPx: 0.1 };
    const { depth } = naturalAtSize(scene(), window, { still: 1, subject: 1 }).subject[0]!.layer;
    expect(depth![40 * 80 + 38]).closeTo(-1, 0.01);
    expect(depth![40 * 80 + 42]).closeTo(1, 0.01);
  });

  it('leaves out a part that lies outside the window', () => {
    const window = { across: { from: 0, length: 30 }, down: { from: 0, length: 30 }, width: 30, height: 30, mmPerPx: 0.1 };
    const { layer } = naturalAtSize(scene(), window, { still: 1, subject: 1 }).subject[0]!;
    expect(layer.box).to.deep.equal({ left: 0, right: 0, top: 0, bottom: 0 });
    expect(Math.max(...layer.cover)).equal(0);
  });

  describe('with a part of it drawn three times as fine', () => {
    /** Stripes one pixel of the finer picture wide, which the whole has only as their mean; a part that covers a square of it. */
    const fine: NaturalScene = {
      ...scene(),
      width: 180,
      height: 120,
      shows: { left: 90, top: 60, width: 60, height: 40 },
      parts: [{ moves: 1, cut: { left: 30, top: 0, width: 120, height: 120 }, file: NOWHERE }],
      pictures: {
        still: flat(180, 120, (x) => (x % 2 === 0 ? 90 : 110)),
        lamps: flat(180, 120, () => 0),
        parts: [flat(120, 240, (x, y) => (y < 120 ? (x % 2 === 0 ? 170 : 190) : 255))],
        depths: [undefined],
      },
    };
    const neighboursOf = (plane: Float32Array, at: number): number => Math.abs(plane[at]! - plane[at + 1]!);
    // Pixel by pixel of the finer picture, from (75, 40) on: what is 180 × 120 there lies at (45, 60).
    const window = { across: { from: 75, length: 100 }, down: { from: 40, length: 80 }, width: 300, height: 240, mmPerPx: 0.1 };
    const middle = (60 + 60) * 300 + 45 + 90;

    it('shows its pixels where it reaches, the whole enlarged elsewhere, and what both show alike without a seam', () => {
      const plain = naturalAtSize(scene(), window, { still: 2, subject: 0.5 });
      const shown = naturalAtSize(scene(), window, { still: 2, subject: 0.5 }, fine);
      const step = linearOfCode(110, CODE) - linearOfCode(90, CODE);
      expect(neighboursOf(shown.background.red, middle)).closeTo(2 * step, 1e-5);
      expect(neighboursOf(plain.background.red, middle)).equal(0);
      const [layer, before] = [shown.subject[0]!.layer, plain.subject[0]!.layer];
      expect(neighboursOf(layer.red, middle)).closeTo((linearOfCode(190, CODE) - linearOfCode(170, CODE)) / 2, 1e-5);
      // Outside of it nothing is another.
      for (const at of [10 * 300 + 20, 230 * 300 + 280]) {
        expect(shown.background.red[at]).equal(plain.background.red[at]);
        expect(layer.cover[at]).equal(before.cover[at]);
      }
      // Both have the square in the same place; its edges are harder in the finer picture.
      for (const at of [middle - 58, middle - 62]) expect(layer.cover[at]).equal(at > middle - 60 ? 1 : 0);
      for (let at = 0; at < layer.cover.length; at++) expect(layer.cover[at]).closeTo(before.cover[at]!, 0.4, `at ${at}`);
      expect(layer.depth).to.deep.equal(before.depth);
    });

    it('is worth fetching for windows that enlarge the scene by more than a tenth, and for no others', () => {
      const shown = (width: number) => isEnlarged({ across: { from: 0, length: 1000 }, width });
      // A picture seen 2048 px wide, on a 4K screen, pixel by pixel of 24 MP: 1, 1.6 and 3 of its pixels for one of the scene's.
      expect([500, 1000, 1099].map(shown)).to.deep.equal([false, false, false]);
      expect([1101, 1600, 3000].map(shown)).to.deep.equal([true, true, true]);
    });

    it('is left alone where the window has no more pixels than the scene, or lies elsewhere', () => {
      for (const other of [
        whole(240, 160),
        { across: { from: 0, length: 60 }, down: { from: 0, length: 40 }, width: 180, height: 120, mmPerPx: 0.1 },
      ])
        expect(naturalAtSize(scene(), other, { still: 1, subject: 1 }, fine)).to.deep.equal(
          naturalAtSize(scene(), other, { still: 1, subject: 1 }),
        );
    });

    it('is refused where it is a picture of its own, or of another scene', () => {
      const { shows: _shows, ...own } = fine;
      for (const other of [own, { ...fine, parts: [] }])
        expect(() => naturalAtSize(scene(), window, { still: 1, subject: 1 }, other)).to.throw(RangeError, 'another scene');
    });
  });
});
