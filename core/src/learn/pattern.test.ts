import { expect } from 'chai';
import { briefWith } from '../../test/briefs.ts';
import { normalSource, seededRandom } from '../numerics/seededRandom.ts';
import { readNoiseE, type SensorNoise } from '../sensor/sensor.ts';
import { sensorNoiseOf } from '../sensor/grainFigures.ts';
import { patternOf } from './pattern.ts';
import { sensorFrom, type SensorAtIso } from './photonTransfer.ts';

const WIDTH = 300;
const HEIGHT = 240;

/** Two dark frames of the same stripes and photosites, each with read noise of its own; standard deviations in numbers. */
function darks({ row = 0, column = 0, fixed = 0, read = 4 }, seed = 1) {
  const normal = normalSource(seededRandom(seed));
  const list = (count: number, sd: number): number[] => Array.from({ length: count }, () => sd * normal());
  const [rows, columns, sites] = [list(HEIGHT, row), list(WIDTH, column), list(WIDTH * HEIGHT, fixed)];
  const frame = () => ({
    values: Float64Array.from(sites, (site, i) => 500 + site + rows[Math.floor(i / WIDTH)]! + columns[i % WIDTH]! + read * normal()),
    iso: 800, shutterS: 1, fNumber: 1, whiteLevel: 16_383, width: WIDTH,
  });
  return [frame(), frame()] as const;
} // prettier-ignore

describe('the pattern of a sensor', () => {
  it('is told apart from its noise: rows, columns and photosites, in electrons', () => {
    // Drawn with known deviations, at half an electron a number; 300 rows know theirs to a twentieth.
    const found = patternOf(darks({ row: 0.8, column: 1.6, fixed: 2 }), WIDTH, 0.5);
    expect(found.rowE).to.be.closeTo(0.4, 0.06);
    expect(found.columnE).to.be.closeTo(0.8, 0.1);
    expect(found.fixedE).to.be.closeTo(1, 0.03);
  });
  it('is next to none where there is only noise', () => {
    for (let seed = 2; seed < 6; seed++) {
      const { rowE, columnE, fixedE } = patternOf(darks({}, seed), WIDTH, 1);
      // A row of 300 photosites knows its mean to 4/√300 = 0.23; what both frames share is less.
      expect(Math.max(rowE, columnE)).to.be.below(0.15);
      expect(fixedE).to.be.below(0.4);
    }
  });
});

/** Sets as a sensor of these noises would measure, each to half a per cent. */
function setsOf(noise: SensorNoise, isos: readonly number[], seed: number): SensorAtIso[] {
  const normal = normalSource(seededRandom(seed));
  return isos.map((iso) => {
    const read = readNoiseE(noise, iso);
    return {
      iso,
      gainEPerDn: { value: 1, standardError: 0.01 },
      readNoiseE: { value: read * (1 + 0.005 * normal()), standardError: 0.005 * read },
      fullE: { value: 50_000 * (100 / iso), standardError: 100 },
      signalDn: 1000,
      varianceDn: 1000,
    };
  });
}

describe('the gains of a sensor', () => {
  const plain = sensorNoiseOf(briefWith({ sensor: { readInE: 1.6, readOutE: 4.5 } }).kit.sensor);
  const dual = { ...plain, readInE: 3, readOutE: 3, highGain: { fromIso: 800, readInE: 1.2, readOutE: 1.5 } };
  const isos = [100, 200, 400, 800, 1600, 3200];

  it('are two where the sets say so, split where they do', () => {
    const found = sensorFrom(setsOf(dual, isos, 1), plain.pitchUm, 100);
    expect(found.highGain!.fromIso).to.equal(800);
    expect(found.readInE).to.be.closeTo(3, 0.1);
    expect(found.highGain!.readInE).to.be.closeTo(1.2, 0.05);
  });
  it('are one where one explains the sets, in all but a few of three hundred', () => {
    let two = 0;
    for (let seed = 1; seed <= 300; seed++) two += sensorFrom(setsOf(plain, isos, seed), plain.pitchUm, 100).highGain ? 1 : 0;
    expect(two).to.be.at.most(6);
  });
  it('are not told from three sets, which two lines would go through whatever they were', () =>
    expect(sensorFrom(setsOf(dual, [100, 800, 3200], 1), plain.pitchUm, 100).highGain).to.equal(undefined));
  it('make plans read cleaner from there on', () => {
    expect(readNoiseE(dual, 640)).to.be.closeTo(Math.hypot(3, 3 / 6.4), 1e-12);
    expect(readNoiseE(dual, 800)).to.be.closeTo(Math.hypot(1.2, 1.5 / 8), 1e-12);
    // The mark 806.3 is named 800.
    expect(readNoiseE(dual, 100 * 2 ** 3)).to.be.below(1.3);
  });
});
