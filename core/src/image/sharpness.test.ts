import { expect } from 'chai';
import { briefWith } from '../../test/briefs.ts';
import { beforeEdge, edgeContrast, slantedEdge } from '../../test/slantedEdge.ts';
import { besselJ1 } from '../numerics/besselJ1.ts';
import { seededRandom } from '../numerics/seededRandom.ts';
import { sinc } from '../numerics/sinc.ts';
import { extendedF } from '../optics/depthOfField.ts';
import { diffractionMtf, gaussianMtf, lensBlurMm, pixelMtf } from '../optics/mtf.ts';
import { Situation } from '../plan/situation.ts';
import { frameOptics, type FrameOptics } from './frameOptics.ts';
import { FrameRenderer, type FrameScene, type FrameWish } from './renderFrame.ts';

const [WIDTH, HEIGHT] = [200, 200];
const EDGE = slantedEdge(WIDTH, HEIGHT);
/** Shares of the viewing limit, which is half a cycle of a viewed pixel. */
const SHARES = [0.2, 0.4, 0.6, 0.8, 1];
const DRAWN = edgeContrast(
  EDGE.planes.green,
  WIDTH,
  HEIGHT,
  SHARES.map((share) => share / 2),
);

const BRIEF = briefWith({ subject: { depthM: 0 }, picture: { pinned: { shutterS: 1 / 60, fNumber: 2.8, iso: null, burst: 1 } } });

/** What a frame leaves of the contrast of the edge as it is drawn, at each share of the viewing limit. */
function contrastOf(optics: FrameOptics, mmPerPx: number, scene: Partial<FrameScene>, wish: Partial<FrameWish> = {}): number[] {
  const renderer = new FrameRenderer({
    background: beforeEdge(WIDTH, HEIGHT),
    backgroundTimes: 1,
    subject: [],
    mmPerPx,
    ...scene,
  });
  const light = { midGreyE: 1e9, readE: 0, clipsAt: 10 };
  const frame = renderer.render(
    { ...optics, pixel: light },
    { drift: { x: 0, y: 0 }, miss: 0, lampPhase: 0, uniform: seededRandom(1), ...wish },
  );
  return edgeContrast(
    frame.green,
    WIDTH,
    HEIGHT,
    SHARES.map((share) => share / 2),
  ).map((contrast, i) => contrast / DRAWN[i]!);
}

function opticsAt(fNumber: number): { optics: FrameOptics; mmPerPx: number } {
  const pinned = { ...BRIEF.picture.pinned, fNumber };
  const lens = { ...BRIEF.kit.lens, narrowestF: 22, widestF: 2 };
  const situation = new Situation({ ...BRIEF, kit: { ...BRIEF.kit, lens }, picture: { ...BRIEF.picture, pinned } });
  const candidate = situation.candidate(situation.marks.allowed[0]!, situation.marks.apertures[0]!, 4);
  return { optics: frameOptics(situation, candidate), mmPerPx: situation.picture.toleranceMm / 2 };
}

/** Contrast within 0.03 of what is wanted, both without their sign: an edge does not show it. */
function agree(found: readonly number[], wanted: (nuPerPx: number) => number, atLimit = 0.03): void {
  SHARES.forEach((share, i) =>
    expect(found[i], `at ${share} of the limit`).to.be.closeTo(Math.abs(wanted(share / 2)), share === 1 ? atLimit : 0.03),
  );
}

describe('the sharpness of a frame, by slanted edges (ISO 12233), within 0.03 of the plan’s product at 0.2 to 1 of the viewing limit', () => {
  const { optics, mmPerPx } = opticsAt(2.8);
  const crisp: FrameOptics = { ...optics, softness: [{ share: 1, sigmaMm: 0 }], pitchMm: mmPerPx / 100, acrossMm: 0 };
  for (const px of [0.5, 1, 2, 3, 5, 8, 12, 14, 20])
    it(`has the subject’s smear of ${px} px`, () => {
      const moving = { ...crisp, acrossMm: px * mmPerPx };
      agree(contrastOf(moving, mmPerPx, { subject: [{ layer: EDGE.layer, moves: 1 }] }), (nu) => sinc(px * nu));
    });
  for (const px of [0.5, 1, 2, 3, 4, 6])
    it(`has a background out of focus by a disc of ${px} px`, () => {
      const soft = { ...crisp, backgroundDiscMm: () => px * mmPerPx };
      agree(
        contrastOf(soft, mmPerPx, { background: EDGE.planes }),
        (nu) => (2 * besselJ1(Math.PI * px * nu)) / (Math.PI * px * nu),
      );
    });
  for (const px of [0.3, 0.6, 1, 2, 4])
    for (const degrees of [0, 35, 90])
      it(`has a shake of ${px} px, ${degrees}° off the rows`, () => {
        const angle = (degrees * Math.PI) / 180;
        const off = (px * mmPerPx) / crisp.toleranceMm;
        const drift = { x: off * Math.cos(angle), y: off * Math.sin(angle) };
        const slant = Math.atan(0.1);
        const found = contrastOf(crisp, mmPerPx, { background: EDGE.planes }, { drift });
        // At the very limit a picture of pixels cannot tell a slanting way from its mirror image: it has the mean of both.
        agree(found, (nu) => sinc(px * nu * Math.cos(angle + slant)), degrees === 35 ? 0.08 : 0.03);
      });
  for (const mark of [2, 2.8, 4, 5.6, 8, 11, 16, 22])
    it(`has lens, diffraction and pixels at f/${mark}, still and with a smear of 2 px and a shake of 1 px, at four sizes`, () => {
      const { optics, mmPerPx: viewed } = opticsAt(mark);
      const { lens, sensor } = BRIEF.kit;
      const exact = 2 ** (Math.round(6 * Math.log2(mark)) / 6);
      const softly = (nu: number, mmPerPx: number): number => {
        const perMm = nu / mmPerPx;
        return (
          diffractionMtf(perMm, extendedF(exact, lens.focalLengthMm, BRIEF.subject.distanceM)) *
          gaussianMtf(perMm, lensBlurMm({ ...lens, widestF: 2 }, exact)) *
          pixelMtf(perMm, Math.sqrt((sensor.widthMm * sensor.heightMm) / (sensor.megapixels * 1e6)))
        );
      };
      for (const mmPerPx of [viewed, 1.5 * viewed, 2 * viewed, 3 * viewed]) {
        const here = (nu: number): number => softly(nu, mmPerPx);
        agree(contrastOf({ ...optics, acrossMm: 0 }, mmPerPx, { background: EDGE.planes }), here);
        const drift = { x: mmPerPx / optics.toleranceMm, y: 0 };
        const moving = { ...optics, acrossMm: 2 * mmPerPx };
        const found = contrastOf(moving, mmPerPx, { subject: [{ layer: EDGE.layer, moves: 1 }] }, { drift });
        agree(found, (nu) => here(nu) * sinc(2 * nu) * sinc(nu));
      }
    });
});
