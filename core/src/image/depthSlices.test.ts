import { expect } from 'chai';
import { briefWith } from '../../test/briefs.ts';
import { Situation } from '../plan/situation.ts';
import { outOfFocusByDepth } from './depthSlices.ts';
import { frameOptics } from './frameOptics.ts';
import { flatPlanes, type Layer } from './picturePlanes.ts';

/** White before nothing, its edge upright; its depth by place. */
function sheet(depthAt: (x: number, y: number) => number, [width, height] = [240, 160]): Layer {
  const layer: Layer = {
    ...flatPlanes(width, height),
    cover: new Float32Array(width * height),
    depth: new Float32Array(width * height),
    box: { left: 0, top: 0, right: width, bottom: height },
  };
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const covered = x >= 40 ? 1 : 0;
      layer.red[i] = layer.green[i] = layer.blue[i] = layer.cover[i] = covered;
      layer.depth![i] = depthAt(x, y);
    }
  return layer;
}

/** How wide the rise from 10 to 90 % of the cover is along a row, px. */
function rise({ cover, width }: Layer, row: number): number {
  const at = (share: number): number => {
    for (let x = 1; x < width; x++) {
      const [before, here] = [cover[row * width + x - 1]!, cover[row * width + x]!];
      if (before < share && here >= share) return x - (here - share) / (here - before);
    }
    return NaN;
  };
  return at(0.9) - at(0.1);
}

describe('a subject with depth', () => {
  it('stays as it is where no disc is to be seen', () => {
    const flat = sheet(() => 0);
    const without = { ...flat, depth: undefined };
    expect(outOfFocusByDepth(without, (depth) => 20 * Math.abs(depth))).to.equal(without);
    expect(outOfFocusByDepth(flat, (depth) => 20 * Math.abs(depth))).to.equal(flat);
    const near = sheet((_x, y) => y / 80 - 1);
    expect(outOfFocusByDepth(near, () => 0.3)).to.equal(near);
  });

  it('is as soft all over as the disc of its middle where it has no depth of its own', () => {
    const missed = outOfFocusByDepth({ ...sheet(() => 0), depth: undefined }, () => 9);
    for (const row of [20, 80, 140]) expect(rise(missed, row)).closeTo(0.69 * 9, 1.3);
  });

  it('is sharp where it is focused and soft at either end, by the disc there', () => {
    const soft = outOfFocusByDepth(
      sheet((_x, y) => y / 80 - 1),
      (depth) => 12 * Math.abs(depth),
    );
    // An edge behind an even disc rises from 10 to 90 % over 0.69 of its diameter: the segment's area, worked out by hand.
    expect(rise(soft, 80)).to.be.lessThan(1.6);
    expect(rise(soft, 20)).closeTo(0.69 * 9, 1.3);
    expect(rise(soft, 140)).closeTo(0.69 * 9, 1.3);
    expect(rise(soft, 40)).closeTo(0.69 * 6, 1.1);
  });

  it('keeps its light and covers what it covered, on a slope', () => {
    const slope = sheet((x) => x / 120 - 1);
    const soft = outOfFocusByDepth(slope, (depth) => 8 * Math.abs(depth));
    for (let x = 60; x < 230; x += 7) {
      const i = 80 * 240 + x;
      expect(soft.cover[i], `cover at ${x}`).closeTo(1, 0.03);
      expect(soft.red[i], `light at ${x}`).closeTo(1, 0.03);
      expect(soft.cover[i]).to.be.at.most(1);
    }
  });

  it('lies as deep as the brief says: its discs are the thin lens’s at both ends', () => {
    const brief = briefWith({ subject: { distanceM: 3, depthM: 0.4 }, picture: { pinned: { shutterS: 1 / 125, fNumber: 2.8, iso: null, burst: 1 } } });
    const situation = new Situation(brief);
    const candidate = situation.candidate(situation.marks.allowed[0]!, situation.marks.apertures[0]!, brief.light.ev100);
    const { subjectDiscMm } = frameOptics(situation, candidate);
    const f = brief.kit.lens.focalLengthMm;
    // Thin lens, from the lens equation itself: image distances of the point and of the focus; the cone's width at the sensor.
    const image = (mm: number): number => 1 / (1 / f - 1 / mm);
    const disc = (pointMm: number): number => ((f / candidate.aperture.fNumber) * Math.abs(image(pointMm) - image(3000))) / image(pointMm);
    expect(subjectDiscMm(0)).to.equal(0);
    expect(subjectDiscMm(-1)).closeTo(disc(2800), 1e-9);
    expect(subjectDiscMm(1)).closeTo(disc(3200), 1e-9);
  }); // prettier-ignore
});
