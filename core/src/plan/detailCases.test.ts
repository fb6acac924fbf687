import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import { briefWith } from '../../test/briefs.ts';
import { HOLD_CONDITIONS, STABILISER_SHARE } from '../motion/hands.ts';
import { figuresOf } from './figures.ts';
import { Situation } from './situation.ts';

interface DetailCase {
  title: string;
  sensor: { widthMm: number; heightMm: number; megapixels: number; baseIso: number };
  focalLengthMm: number;
  widestF: number;
  ev100: number;
  speedMps: number;
  directionDeg: number;
  distanceM: number;
  depthM: number;
  follow?: boolean;
  limbFactor?: number;
  braced?: boolean;
  steadyingStops: number;
  burst: number;
  viewCph: number;
  crop: number;
  tasteStops: number;
  shutterS: number;
  fNumber: number;
  expect: Record<string, number>;
}

// Twenty-three whole points from a separate dense quadrature (700 frequencies × 220 angles); its tolerances are stated in the file.
const file = new URL('../../reference/detail-cases.json', import.meta.url);
const { cases } = JSON.parse(readFileSync(file, 'utf8')) as { cases: DetailCase[] };

describe('the reference points', () => {
  for (const point of cases) {
    it(`agree for ${point.title} at ${point.shutterS.toFixed(5)} s, f/${point.fNumber}`, () => {
      const situation = situationOf(point);
      const candidate = situation.candidate(situation.marks.allowed[0]!, situation.marks.apertures[0]!, point.ev100);
      const figures = figuresOf(situation, candidate, null);
      const wanted = point.expect;
      expect(figures.detailBits / wanted.detailBits!).to.be.closeTo(1, 0.005);
      expect(figures.detailKept / wanted.detailKept!).to.be.closeTo(1, 0.005);
      expect(figures.lostGrain).to.be.closeTo(wanted.lostGrain!, 0.01);
      expect(figures.lostBlur).to.be.closeTo(wanted.lostBlur!, 0.01);
      expect(figures.holdProbability).to.be.closeTo(wanted.holdProbability!, 0.002);
      expect(figures.burstProbability).to.be.closeTo(wanted.burstProbability!, 0.002);
      for (const [value, reference] of [
        [figures.isoEquivalent, wanted.meteredIso!],
        [figures.snr, wanted.snr!],
        [figures.toleranceMm, wanted.toleranceMm!],
        [candidate.aperture.edgeDiscMm, wanted.edgeDiscMm!],
        [figures.subjectBlurMm, wanted.subjectBlurMm!],
        [situation.marks.shakeMm(candidate.shutter), wanted.shakeSigmaMm!],
      ] as const) {
        expect(Math.abs(value - reference)).to.be.at.most(1e-4 * reference);
      }
      expect(figures.lostGrain + figures.lostBlur).to.be.closeTo(-Math.log2(figures.detailKept), 1e-9);
    });
  }
});

function situationOf(point: DetailCase): Situation {
  const rail = point.braced ? HOLD_CONDITIONS.rail : 0;
  return new Situation(
    briefWith({
      subject: {
        speedMps: point.speedMps,
        limbFactor: point.limbFactor ?? 1,
        directionDeg: point.directionDeg,
        distanceM: point.distanceM,
        depthM: point.depthM,
      },
      light: { ev100: point.ev100 },
      // Untested hands: what steadies them is a stabiliser of as many rated stops as it takes.
      sensor: { ...point.sensor, stabiliserStops: (point.steadyingStops - rail) / STABILISER_SHARE, maxIso: 1e9 },
      lens: { focalLengthMm: point.focalLengthMm, widestF: point.widestF },
      hold: { conditions: point.braced ? ['rail'] : [], follow: point.follow ?? false },
      picture: {
        viewCph: point.viewCph,
        crop: point.crop,
        tasteStops: point.tasteStops,
        isoCeiling: 1e9,
        maxBurst: point.burst,
        pinned: { shutterS: point.shutterS, fNumber: point.fNumber, iso: null, burst: point.burst },
      },
    }),
  );
}
