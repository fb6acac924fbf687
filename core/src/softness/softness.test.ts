import { expect } from 'chai';
import { gaussianBlur } from '../image/gaussianBlur.ts';
import { smearAlong } from '../image/smearAlong.ts';
import { normalSource, seededRandom } from '../numerics/seededRandom.ts';
import { deadLeaves } from '../../test/deadLeaves.ts';
import { softnessAdvice } from './advice.ts';
import { SOFT_CAUSES, type Softness } from './causes.ts';
import { localBlur } from './localBlur.ts';
import { NOISE_SLOPES, PER_CELL, PER_SCALE, SCALES_PX, slopeCells } from './slopeCells.ts';
import { smearLengthPx } from './smear.ts';
import { LEAST_SOFTNESS_PX, SURE, whySoft } from './whySoft.ts';

const SIZE = 512;

const whole = { left: 0, top: 0, right: SIZE, bottom: SIZE };
const smeared = (picture: Float32Array, length: number, degrees: number): Float32Array => {
  const angle = (degrees * Math.PI) / 180;
  return smearAlong(picture, SIZE, length * Math.cos(angle), length * Math.sin(angle), whole, new Float32Array(picture.length));
};
const noisy = (picture: Float32Array, deviation: number): Float32Array => {
  const normal = normalSource(seededRandom(5));
  return picture.map((value) => value + deviation * normal());
};
const median = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1]!;

describe('slopes of a picture at four scales', () => {
  for (const sigma of [0.7, 1, 2, 4])
    it(`fall off by the law of an edge blurred by ${sigma} px`, () => {
      // The integral of a Gaussian profile squared, worked out by hand: (σ² + s²)^−½.
      const edge = Float32Array.from({ length: SIZE * SIZE }, (_, i) => (i % SIZE < SIZE / 2 ? 0.2 : 0.8));
      const { means, columns } = slopeCells(gaussianBlur(edge, SIZE, SIZE, sigma), SIZE, SIZE);
      const at = (scale: number, degree = 0): number =>
        [columns / 2 - 1, columns / 2].reduce(
          (sum, column) => sum + means[PER_CELL * (8 * columns + column) + PER_SCALE * scale + degree]!,
          0,
        );
      for (const j of [0, 1, 2])
        expect(Math.log2(at(j) / at(j + 1))).closeTo(
          0.5 * Math.log2((sigma ** 2 + SCALES_PX[j + 1]! ** 2) / (sigma ** 2 + SCALES_PX[j]! ** 2)),
          0.05,
        );
      // That of its fourth power: (σ² + s²)^−3/2.
      const fourth = (scale: number): number => at(scale, 3);
      for (const j of [0, 1, 2])
        expect(Math.log2(fourth(j) / fourth(j + 1))).closeTo(
          1.5 * Math.log2((sigma ** 2 + SCALES_PX[j + 1]! ** 2) / (sigma ** 2 + SCALES_PX[j]! ** 2)),
          0.15,
        );
    });

  it('of white noise have the fourth moments of a normal law: Isserlis, Biometrika 12 (1918) 134 (from memory)', () => {
    const { means, columns, rows } = slopeCells(noisy(new Float32Array(SIZE * SIZE).fill(0.5), 0.03), SIZE, SIZE);
    const [xx, xy, yy, xxxx, xxxy, xxyy, xyyy, yyyy] = Array.from({ length: PER_SCALE }, (_, k) => {
      let sum = 0;
      for (let row = 1; row < rows - 1; row++)
        for (let column = 1; column < columns - 1; column++) sum += means[PER_CELL * (row * columns + column) + k]!;
      return sum / ((rows - 2) * (columns - 2));
    }) as [number, number, number, number, number, number, number, number];
    expect(xxxx / (3 * xx * xx)).closeTo(1, 0.03);
    expect(yyyy / (3 * yy * yy)).closeTo(1, 0.03);
    expect(xxyy / (xx * yy + 2 * xy * xy)).closeTo(1, 0.03);
    for (const odd of [xxxy, xyyy]) expect(Math.abs(odd) / (xx * yy)).to.be.lessThan(0.03);
  });

  it('of white noise are as much as its filters pass, and its deviation is found', () => {
    const { means, noise, columns, rows } = slopeCells(noisy(new Float32Array(SIZE * SIZE).fill(0.5), 0.03), SIZE, SIZE);
    for (const [scale, passed] of NOISE_SLOPES.entries()) {
      let sum = 0;
      for (let row = 1; row < rows - 1; row++)
        for (let column = 1; column < columns - 1; column++)
          sum += means[PER_CELL * (row * columns + column) + PER_SCALE * scale]!;
      const mean = sum / ((rows - 2) * (columns - 2)) / 0.03 ** 2;
      // The coarsest has few independent values left.
      expect(mean / passed).closeTo(1, scale === 3 ? 0.25 : 0.08);
    }
    expect(median([...noise])).closeTo(0.03, 0.003);
  });

  it('of white noise are the sum of the squares of what filters it, worked out from the kernels', () => {
    const gaussian = (sigma: number): number[] => {
      const reach = Math.ceil(3 * sigma);
      const raw = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * sigma ** 2)));
      return raw.map((weight) => weight / raw.reduce((sum, one) => sum + one, 0));
    };
    const after = (one: number[], other: number[]): number[] =>
      Array.from({ length: one.length + other.length - 1 }, (_, i) =>
        one.reduce((sum, weight, k) => sum + weight * (other[i - k] ?? 0), 0),
      );
    const squares = (kernel: number[]): number => kernel.reduce((sum, weight) => sum + weight ** 2, 0);
    const finest = gaussian(0.5);
    const next = after(finest, gaussian(Math.sqrt(1.4 ** 2 - 0.5 ** 2)));
    [finest, next].forEach((kernel, scale) =>
      expect(squares(after(kernel, [0.5, 0, -0.5])) * squares(kernel)).closeTo(
        NOISE_SLOPES[scale]!,
        0.005 * NOISE_SLOPES[scale]!,
      ),
    );
  });

  it('are refused where there are more or fewer values than pixels', () =>
    expect(() => slopeCells(new Float32Array(10), 4, 4)).to.throw(RangeError));
});

describe('blur of the places of a picture', () => {
  const picture = deadLeaves(3);
  const blurOf = (of: Float32Array) => localBlur(slopeCells(of, SIZE, SIZE));

  it('is that of the Gaussian laid over it, whatever the texture', () => {
    for (const sigma of [1.5, 2.5, 4]) {
      const found = blurOf(gaussianBlur(picture, SIZE, SIZE, sigma)).map(({ meanPx2 }) => Math.sqrt(meanPx2));
      expect(median(found)).within(0.75 * sigma, 1.25 * sigma);
    }
    expect(median(blurOf(picture).map(({ leastPx }) => leastPx))).to.be.lessThan(0.71);
  });

  for (const [length, degrees] of [[6, 0], [10, 30], [12, 100], [16, 160]] as const)
    it(`has the direction and the length of a smear of ${length} px at ${degrees} degrees, with noise too`, () => {
      for (const deviation of [0, 0.02]) {
        const cells = slopeCells(noisy(smeared(picture, length, degrees), deviation), SIZE, SIZE);
        const places = localBlur(cells);
        const x = places.reduce((sum, { turn }) => sum + turn.x, 0) / places.length;
        const y = places.reduce((sum, { turn }) => sum + turn.y, 0) / places.length;
        const direction = ((((Math.atan2(y, x) * 90) / Math.PI) % 180) + 180) % 180;
        expect(Math.min(Math.abs(direction - degrees), 180 - Math.abs(direction - degrees))).to.be.lessThan(12);
        expect(smearLengthPx(cells, (degrees * Math.PI) / 180, () => true)).within(0.75 * length, 1.25 * length);
      }
    }); // prettier-ignore
});

describe('why a picture is soft', () => {
  const picture = deadLeaves(11);

  it('gives chances that add up to one, of pictures nobody ever saw', () => {
    for (const of of [picture, smeared(picture, 9, 40), noisy(picture, 0.15), new Float32Array(SIZE * SIZE).fill(0.4)]) {
      const { shares, cause } = whySoft(of, SIZE, SIZE);
      const all = SOFT_CAUSES.map((one) => shares[one]);
      expect(all.every((share) => share >= 0 && share <= 1)).to.equal(true);
      expect(all.reduce((sum, share) => sum + share, 0)).closeTo(1, 1e-9);
      expect(cause === 'unsure').to.equal(Math.max(...all) < SURE);
    }
  });

  it('is shake where all of it is smeared one way, with which way and how far', () => {
    const { shares, smear } = whySoft(smeared(picture, 9, 40), SIZE, SIZE);
    expect(SOFT_CAUSES.every((cause) => shares[cause] <= shares.hands)).to.equal(true);
    if (!smear) throw new Error('no smear was found');
    expect([smear.directionDeg, smear.px / 9]).to.satisfy(([deg, ratio]: number[]) => Math.abs(deg! - 40) < 12 && ratio! > 0.75 && ratio! < 1.25);
  }); // prettier-ignore

  for (const length of [6, 9, 14])
    it(`draws strokes as long as a smear of ${length} px, and rings no wider than what is left across it`, () => {
      const { places } = whySoft(smeared(picture, length, 40), SIZE, SIZE);
      expect(median(places.map(({ smearPx }) => smearPx))).within(0.75 * length, 1.25 * length);
      expect(median(places.map(({ blurPx }) => blurPx))).to.be.lessThan(1);
    });

  it('is the same wherever one looks: the place only says where a streak is looked for', () => {
    const moved = smeared(picture, 9, 40);
    const [here, there] = [
      { x: 0.3, y: 0.4 },
      { x: 0.7, y: 0.6 },
    ].map((spot) => whySoft(moved, SIZE, SIZE, spot));
    expect(here!.shares).to.deep.equal(there!.shares);
  });

  it('is grain where noise stands on it', () => {
    const { shares } = whySoft(noisy(picture, 0.15), SIZE, SIZE);
    expect(shares.grain).to.be.greaterThan(0.8);
  });

  it('keeps evidence that can be drawn: places inside the picture, directions below 180 degrees', () => {
    for (const { x, y, directionDeg, smearPx } of whySoft(smeared(picture, 9, 40), SIZE, SIZE).places) {
      expect([x, y].every((share) => share > 0 && share < 1)).to.equal(true);
      expect(directionDeg).within(0, 180);
      expect(smearPx).to.be.at.least(0);
    }
  });

  it('is not asked of a picture too small to tell', () =>
    expect(() => whySoft(new Float32Array(100 * 600), 100, 600)).to.throw(RangeError, '100'));
  it('is asked of the smallest there may be', () =>
    expect(whySoft(deadLeaves(2, LEAST_SOFTNESS_PX), LEAST_SOFTNESS_PX, LEAST_SOFTNESS_PX).widthPx).to.equal(LEAST_SOFTNESS_PX));
});

describe('what softness asks for the next time', () => {
  const found = (cause: Softness['cause'], px: number | null, blurPx = 0.3): Softness => ({
    shares: { sharp: 0, hands: 0, subject: 0, focus: 0, grain: 0 }, cause, smear: px === null ? null : { px, directionDeg: 0, x: 0.5, y: 0.5 },
    sharpest: { x: 0.2, y: 0.3 }, widthPx: 2048, places: [{ x: 0.2, y: 0.3, blurPx, smearPx: 0, directionDeg: 0 }],
  }); // prettier-ignore
  const frame = { shutterS: 1 / 64, equivalentMm: 28, distanceM: 4, snr: 5 };

  it('is the shutter at which the smear would have stayed within two pixels', () => {
    // 8 px are two stops over 2 px.
    expect(softnessAdvice(found('hands', 8), frame)).to.deep.equal({ code: 'fasterForHands', shutterS: 2 ** -8 });
    expect(softnessAdvice(found('hands', 1.5), frame)).to.deep.equal({ code: 'fasterForHands', shutterS: null });
  });

  it('says how fast it moved, by b = m·v·t', () => {
    const advice = softnessAdvice(found('subject', 20), frame);
    // 20 of 2048 px of 36 mm, magnified 28/(4000 − 28): worked out by hand.
    const metres = ((20 / 2048) * 36 * (4000 - 28)) / 28 / 1000;
    if (advice.code !== 'fasterForSubject') throw new Error(advice.code);
    expect(advice.speedMps).closeTo(metres * 64, 1e-9);
    expect(softnessAdvice(found('subject', 20), { ...frame, distanceM: null })).to.include({ speedMps: null });
  });

  it('tells focus that lies elsewhere from focus that lies nowhere, and how much light grain asks for', () => {
    expect(softnessAdvice(found('focus', null), frame).code).to.equal('focusElsewhere');
    expect(softnessAdvice(found('focus', null, 2.4), frame).code).to.equal('focusNowhere');
    expect(softnessAdvice(found('grain', null), frame)).to.deep.equal({ code: 'moreLight', stops: 2 });
  });
});
