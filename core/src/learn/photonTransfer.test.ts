import { expect } from 'chai';
import { normalSource, seededRandom } from '../numerics/seededRandom.ts';
import { fullWellE, readNoiseE, type SensorNoise } from '../sensor/sensor.ts';
import { photonTransfer, sensorFrom, type RawSamples, type SensorAtIso, type TransferSet } from './photonTransfer.ts';

const SENSOR: SensorNoise = { pitchUm: 6, wellPerUm2: 2500, baseIso: 100, readInE: 1.6, readOutE: 4.5 };
const BLACK = 512;
const WHITE = 16_383;
const COUNT = 150_000;

interface Shot {
  iso: number;
  /** Mean signal as a share of the range. */
  level: number;
  seed: number;
  shading?: number;
  change?: Partial<RawSamples>;
}

/** Raw numbers by EMVA 1288's linear model: Poisson electrons (normal at these counts), read noise, gain, black level, rounding. */
function frame({ iso, level, seed, shading = 0, change = {} }: Shot): RawSamples {
  const normal = normalSource(seededRandom(seed));
  const fullE = (fullWellE(SENSOR) * SENSOR.baseIso) / iso;
  const perDn = fullE / (WHITE - BLACK);
  const read = readNoiseE(SENSOR, iso);
  const values = Uint16Array.from({ length: COUNT }, (_, i) => {
    const mean = level * fullE * (1 + shading * (i / COUNT - 0.5));
    const electrons = mean + Math.sqrt(Math.max(0, mean)) * normal() + read * normal();
    return Math.min(WHITE, Math.max(0, Math.round(BLACK + electrons / perDn)));
  });
  return { values, iso, shutterS: 1 / 60, fNumber: 5.6, whiteLevel: WHITE, ...change };
}

const setAt = (iso: number, seed: number, level = 0.4): TransferSet => ({
  flats: [frame({ iso, level, seed }), frame({ iso, level, seed: seed + 1 })],
  darks: [frame({ iso, level: 0, seed: seed + 2 }), frame({ iso, level: 0, seed: seed + 3 })],
});

function measuredOf(set: TransferSet): SensorAtIso {
  const result = photonTransfer(set);
  if ('fault' in result) throw new Error(result.fault);
  return result.measured;
}

describe('a sensor measured by photon transfer', () => {
  for (const iso of [100, 400, 1600, 6400])
    it(`gives gain, read noise and range within 3 % of what made the frames at ISO ${iso}, and within four of its standard errors`, () => {
      const { gainEPerDn, readNoiseE: read, fullE } = measuredOf(setAt(iso, iso));
      const range = (fullWellE(SENSOR) * 100) / iso;
      const truth = [range / (WHITE - BLACK), readNoiseE(SENSOR, iso), range];
      for (const [i, figure] of [gainEPerDn, read, fullE].entries()) {
        expect(figure.value / truth[i]!, String(i)).to.be.within(0.97, 1.03);
        expect(Math.abs(figure.value - truth[i]!)).to.be.below(4 * figure.standardError + 1e-3 * truth[i]!);
      }
    });

  it('gives the body’s well and both read noises back from four ISOs', () => {
    const sets = [100, 400, 1600, 6400].map((iso) => measuredOf(setAt(iso, 7 * iso)));
    const { wellPerUm2, readInE, readOutE } = sensorFrom(sets, SENSOR.pitchUm, SENSOR.baseIso);
    expect(wellPerUm2 / SENSOR.wellPerUm2).to.be.within(0.97, 1.03);
    expect(readInE / SENSOR.readInE).to.be.within(0.97, 1.03);
    expect(readOutE / SENSOR.readOutE).to.be.within(0.97, 1.03);
    const one = sensorFrom(sets.slice(0, 1), SENSOR.pitchUm, SENSOR.baseIso);
    expect(one.readOutE).to.equal(0);
    expect(one.readInE).to.be.above(0);
    expect(() => sensorFrom([], 6, 100)).to.throw(RangeError);
  });

  it('does not mind shading of the light over the frame, for it is the same in both', () => {
    const shaded = (seed: number) => frame({ iso: 400, level: 0.4, seed, shading: 0.2 });
    const even = measuredOf(setAt(400, 1));
    const { gainEPerDn } = measuredOf({ ...setAt(400, 1), flats: [shaded(11), shaded(12)] });
    expect(gainEPerDn.value / even.gainEPerDn.value).to.be.within(0.97, 1.03);
  });

  const good = setAt(400, 21);
  const flat = (shot: Partial<Shot>): RawSamples => frame({ iso: 400, level: 0.4, seed: 31, ...shot });
  for (const [what, set, fault] of [
    ['too bright', setAt(400, 41, 0.99), 'clipped'],
    ['too dark', setAt(400, 41, 0.01), 'dark'],
    ['of another ISO', { ...good, darks: [good.darks[0], flat({ change: { iso: 800 } })] }, 'isos'],
    ['of another shutter speed', { ...good, flats: [good.flats[0], flat({ change: { shutterS: 1 / 30 } })] }, 'exposures'],
    ['in a light that changed', { ...good, flats: [good.flats[0], flat({ level: 0.45 })] }, 'lightChanged'],
    ['of a scene, not of something even', { ...good, flats: [flat({ shading: 1 }), flat({ shading: 1, seed: 32 })] }, 'notFlat'],
    ['of two sizes', { ...good, flats: [good.flats[0], { ...good.flats[1], values: new Uint16Array(10) }] }, 'sizes'],
    ['one frame given twice', { ...good, flats: [good.flats[0], good.flats[0]] }, 'copies'],
  ] as const)
    it(`is refused for frames ${what}, with the reason`, () => {
      expect(photonTransfer(set)).to.deep.equal({ fault });
    });
});
