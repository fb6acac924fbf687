import { expect } from 'chai';
import { briefWith } from '../../test/briefs.ts';
import { burstChances } from '../motion/burst.ts';
import { normalSource, seededRandom } from '../numerics/seededRandom.ts';
import type { Brief } from '../brief/brief.ts';
import { planWithoutLadder } from '../plan/planBrief.ts';
import { Situation, type Candidate } from '../plan/situation.ts';
import { develop, developed } from './develop.ts';
import { discBlur } from './discBlur.ts';
import { drawBurst, driftLength, driftPath, shootBurst, type Drift } from './drift.ts';
import { frameOptics, type FrameOptics } from './frameOptics.ts';
import { gaussianBlur } from './gaussianBlur.ts';
import { countPhotons } from './photons.ts';
import { luminanceIn, profileAcross, riseWidth } from './measure.ts';
import { flatPlanes, LUMINANCE, type Box, type Layer } from './picturePlanes.ts';
import { FrameRenderer, type FrameScene } from './renderFrame.ts';
import { smearAlong } from './smearAlong.ts';

const STILL: Drift = { x: 0, y: 0 };

/** The setting that is pinned in a brief, and what it does to a picture. */
function opticsOf(brief: Brief): { optics: FrameOptics; candidate: Candidate; situation: Situation } {
  const situation = new Situation(brief);
  const candidate = situation.candidate(situation.marks.allowed[0]!, situation.marks.apertures[0]!, brief.light.ev100);
  return { optics: frameOptics(situation, candidate), candidate, situation };
}

const pinnedAt = (shutterS: number, changes: Parameters<typeof briefWith>[0] = {}): Brief =>
  briefWith({ ...changes, picture: { ...changes.picture, pinned: { shutterS, fNumber: 2.8, iso: null, burst: 1 } } });

/** A grey card that fills the picture at viewing size. */
const greyCard = (mmPerPx: number): FrameScene => ({
  background: flatPlanes(400, 300, 0.18),
  backgroundTimes: 1,
  subject: [],
  mmPerPx,
});

const BRIGHT = 0.8;
const MIDDLE: Box = { left: 60, top: 120, right: 540, bottom: 180 };

/** A bright half plane with an upright edge in the middle, moving or still, before black. */
function edgeScene(mmPerPx: number, moves: number): FrameScene {
  const [width, height] = [600, 300];
  const layer: Layer = {
    ...flatPlanes(width, height),
    cover: new Float32Array(width * height),
    box: { left: 300, top: 0, right: width, bottom: height },
  };
  for (let y = 0; y < height; y++) {
    for (let x = 300; x < width; x++) {
      const i = y * width + x;
      layer.red[i] = layer.green[i] = layer.blue[i] = BRIGHT;
      layer.cover[i] = 1;
    }
  }
  return { background: flatPlanes(width, height, 0), backgroundTimes: 1, subject: [{ layer, moves }], mmPerPx };
}

/** Enough light that noise does not disturb a measured edge. */
const bright = (optics: FrameOptics): FrameOptics => ({ ...optics, pixel: { midGreyE: 1e9, readE: 0, clipsAt: 10 } });

/** Nothing soft but what moves: a perfect lens, and pixels too fine to see. */
const crisp = (optics: FrameOptics): FrameOptics => ({
  ...bright(optics),
  softness: [{ share: 1, sigmaMm: 0 }],
  pitchMm: optics.pitchMm / 100,
});

describe('a rendered grey card', () => {
  const cases: [string, Parameters<typeof briefWith>[0], number][] = [
    ['in the dark, lifted', { light: { ev100: 4 } }, 1 / 320],
    ['in twilight', { light: { ev100: 7 } }, 1 / 125],
    ['in daylight at base ISO', { light: { ev100: 11 } }, 1 / 250],
    ['far too dark', { light: { ev100: 0 }, picture: { liftCeilingStops: 8 } }, 1 / 500],
  ];
  for (const [what, changes, shutterS] of cases) {
    for (const seed of [1, 2, 3]) {
      it(`has the model’s signal-to-noise within 3 %, ${what}, seed ${seed}`, () => {
        const brief = pinnedAt(shutterS, changes);
        const { optics, candidate, situation } = opticsOf(brief);
        const { picture } = situation;
        // One pixel shown for each viewed pixel, and one for each sensor pixel.
        for (const mmPerPx of [picture.toleranceMm / 2, picture.pitchMm]) {
          const frame = new FrameRenderer(greyCard(mmPerPx)).render(optics, {
            drift: STILL,
            miss: 0,
            lampPhase: 0,
            uniform: seededRandom(seed),
          });
          const { mean, deviation } = luminanceIn(frame, { left: 0, top: 0, right: 400, bottom: 300 });
          const wanted = situation.snrOf(candidate) * (mmPerPx / picture.pitchMm);
          expect(mean / deviation / wanted).to.be.closeTo(1, 0.03);
          expect(mean / 0.18).to.be.closeTo(1, 0.01);
        }
      });
    }
  }
  it('agrees with what the plan calls the signal-to-noise at viewing size', () => {
    const brief = pinnedAt(1 / 320);
    const { optics, situation } = opticsOf(brief);
    const frame = new FrameRenderer(greyCard(situation.picture.toleranceMm / 2)).render(optics, {
      drift: STILL,
      miss: 0,
      lampPhase: 0,
      uniform: seededRandom(9),
    });
    const { mean, deviation } = luminanceIn(frame, { left: 0, top: 0, right: 400, bottom: 300 });
    expect(mean / deviation / planWithoutLadder(brief).figures.snrViewed).to.be.closeTo(1, 0.03);
  });
  it('counts no photon where there is no light', () => {
    const black = flatPlanes(20, 20, 0);
    countPhotons(black, { midGreyE: 10, readE: 0, sensorPixels: 1, clipsAt: 1 }, seededRandom(4));
    expect([...black.green].every((value) => value === 0)).to.equal(true);
  });
  for (const mean of [0.3, 2, 7.5])
    it(`counts as Poisson's law has it, ${mean} photons a pixel`, () => {
      const side = 400;
      const planes = flatPlanes(side, side, 0.18);
      countPhotons(planes, { midGreyE: mean, readE: 0, sensorPixels: 1, clipsAt: 1e6 }, seededRandom(4));
      const counts = Array.from(planes.green, (green, i) =>
        Math.round((mean / 0.18) * (LUMINANCE.red * planes.red[i]! + LUMINANCE.green * green + LUMINANCE.blue * planes.blue[i]!)),
      );
      let chance = Math.exp(-mean);
      for (let count = 0; count < 12; count++, chance *= mean / count) {
        const share = counts.filter((one) => one === count).length / counts.length;
        // Five standard errors of a share.
        expect(Math.abs(share - chance)).to.be.lessThan(
          5 * Math.sqrt((chance * (1 - chance)) / counts.length) + 1 / counts.length,
        );
      }
    });
  it('clips where the highlights end', () => {
    const { optics } = opticsOf(pinnedAt(1 / 250, { light: { ev100: 11 } }));
    // 12.7 % of full well is mid grey: 2.98 stops above it nothing more is counted. ISO 12232:2019 (from memory).
    expect(Math.log2(optics.pixel.clipsAt / 0.18)).to.be.closeTo(2.98, 0.01);
  });
});

describe('a rendered edge', () => {
  const mmPerPx = 0.002;
  for (const [speedMps, shutterS] of [
    [1.6, 1 / 320],
    [1.6, 1 / 60],
    [1.6, 1 / 8],
    [5, 1 / 60],
    [0.7, 1 / 30],
  ] as const) {
    it(`smears by the model’s length within 5 % at ${speedMps} m/s and 1/${1 / shutterS} s`, () => {
      const { optics, candidate } = opticsOf(pinnedAt(shutterS, { subject: { speedMps, depthM: 0 } }));
      const px = candidate.shutter.smearMm / mmPerPx;
      const size = px > 300 ? candidate.shutter.smearMm / 200 : mmPerPx;
      const frame = new FrameRenderer(edgeScene(size, 1)).render(crisp(optics), {
        drift: STILL,
        miss: 0,
        lampPhase: 0,
        uniform: seededRandom(1),
      });
      const width = riseWidth(profileAcross(frame, MIDDLE)) * size;
      // A box of length b rises from 10 to 90 % over 0.8·b.
      expect(width / (0.8 * candidate.shutter.smearMm)).to.be.closeTo(1, 0.05);
    });
  }
  it('smears a limb by its factor, and leaves the still ground alone', () => {
    const { optics, candidate } = opticsOf(pinnedAt(1 / 60, { subject: { depthM: 0 } }));
    const scene = edgeScene(mmPerPx, 1);
    const limb: FrameScene = { ...scene, subject: [{ ...scene.subject[0]!, limb: true }] };
    const frame = new FrameRenderer(limb).render(crisp(optics), {
      drift: STILL,
      miss: 0,
      lampPhase: 0,
      uniform: seededRandom(1),
    });
    const width = riseWidth(profileAcross(frame, MIDDLE)) * mmPerPx;
    expect(width / (0.8 * optics.limbFactor * candidate.shutter.smearMm)).to.be.closeTo(1, 0.05);
  });
  const centred = (part: Partial<Box> = {}): FrameScene => {
    const scene = edgeScene(mmPerPx, 1);
    const [width, height] = [600, 300];
    const box = { left: 200, top: 50, right: 400, bottom: 250, ...part };
    const layer: Layer = { ...flatPlanes(width, height), cover: new Float32Array(width * height), box };
    for (let y = box.top; y < box.bottom; y++) {
      for (let i = y * width + box.left; i < y * width + box.right; i++) {
        layer.red[i] = layer.green[i] = layer.blue[i] = BRIGHT;
        layer.cover[i] = 1;
      }
    }
    return { ...scene, subject: [{ layer, moves: 1 }] };
  };
  const rendered = (scene: FrameScene, optics: FrameOptics, lampPhase = 0) =>
    new FrameRenderer(scene).render(crisp(optics), { drift: STILL, miss: 0, lampPhase, uniform: seededRandom(1) });

  it('grows where the subject comes straight at the camera: a tenth nearer, a tenth larger', () => {
    const { optics } = opticsOf(pinnedAt(1 / 4, { subject: { depthM: 0, directionDeg: 0, speedMps: 1.6, distanceM: 4 } }));
    expect(optics.growth).to.be.closeTo(0.1, 1e-9);
    expect(optics.acrossMm).to.be.closeTo(0, 1e-12);
    // An edge 100 px from the middle moves over a tenth of that.
    const profile = profileAcross(rendered(centred(), optics), { left: 300, top: 120, right: 500, bottom: 180 });
    expect(riseWidth(profile) / (0.8 * 10)).to.be.closeTo(1, 0.12);
  });
  it('leans under an electronic shutter by what crosses during the readout', () => {
    const { optics } = opticsOf(pinnedAt(1 / 4000, { subject: { depthM: 0, speedMps: 5 }, picture: { shutter: 'electronic' } }));
    // 5 m/s at 4 m through 18.3 mm for 0.05 s of readout: 1.149 mm over the picture height.
    expect(optics.skewMm).to.be.closeTo(1.149, 0.001);
    const frame = rendered(centred({ top: 0, bottom: 300 }), { ...optics, skewMm: 60 * mmPerPx });
    const edgeAt = (top: number): number =>
      profileAcross(frame, { left: 0, top, right: 600, bottom: top + 1 }).findIndex((value) => value > BRIGHT / 2);
    expect(edgeAt(299) - edgeAt(0)).to.be.closeTo(60, 1);
    expect(edgeAt(150)).to.be.closeTo(200, 2);
  });
  it('follows the subject in a pan: the body is still, a planted foot streaks with the ground', () => {
    const brief = briefWith({
      subject: { speedMps: 5, depthM: 0 },
      light: { ev100: 9 },
      picture: { aim: 'pan', pinned: { shutterS: 1 / 60, fNumber: 8, iso: null, burst: 1 } },
    });
    const { optics } = opticsOf(brief);
    const width = (moves: number): number => {
      const scene = edgeScene(mmPerPx, moves);
      return riseWidth(profileAcross(rendered(scene, optics), MIDDLE)) * mmPerPx;
    };
    expect(width(1)).to.be.below(2 * mmPerPx);
    expect(width(0) / (0.8 * optics.acrossMm)).to.be.closeTo(1, 0.05);
  });
  it('shows as many bands as the lamps beat during the readout, as deep as the plan says', () => {
    const brief = pinnedAt(1 / 1000, {
      light: { ev100: 9, flicker: { frequencyHz: 100, modulation: 0.4 } },
      picture: { shutter: 'electronic' },
    });
    const { optics } = opticsOf(brief);
    const frame = rendered({ ...greyCard(mmPerPx), background: flatPlanes(40, 300, 0.18) }, optics);
    const rows = Array.from({ length: 300 }, (_, y) => luminanceIn(frame, { left: 0, top: y, right: 40, bottom: y + 1 }).mean);
    const { rolling, flickerStops } = planWithoutLadder(brief).figures;
    const crossings = rows.filter((value, y) => y > 0 && (value - 0.18) * (rows[y - 1]! - 0.18) < 0).length;
    expect(crossings / 2).to.be.closeTo(rolling!.bands, 0.51);
    expect(Math.log2(Math.max(...rows) / Math.min(...rows))).to.be.closeTo(flickerStops, 0.02);
  });
});

describe('bursts of drawn drifts', () => {
  const FRAMES = 4;
  for (const chance of [0.1, 0.3, 0.5, 0.8, 0.95]) {
    for (const seed of [11, 12, 13]) {
      it(`hold a sharp frame as often as the model says, within 2 points, at a single chance of ${chance}, seed ${seed}`, () => {
        const normal = normalSource(seededRandom(seed));
        let sharp = 0;
        let firstSharp = 0;
        for (let i = 0; i < 5000; i++) {
          const drifts = drawBurst(chance, FRAMES, normal);
          if (drifts.some((drift) => driftLength(drift) <= 1)) sharp++;
          if (driftLength(drifts[0]!) <= 1) firstSharp++;
        }
        expect(sharp / 5000).to.be.closeTo(burstChances(chance).ofFrames(FRAMES), 0.02);
        expect(firstSharp / 5000).to.be.closeTo(chance, 0.02);
      });
    }
  }

  it('are rendered as long as they were drawn: the edges of 20 of them within 5 %', () => {
    const { optics } = opticsOf(pinnedAt(1 / 60, { subject: { speedMps: 0, depthM: 0 } }));
    const mmPerPx = optics.toleranceMm / 40;
    const renderer = new FrameRenderer(edgeScene(mmPerPx, 0));
    const uniform = seededRandom(5);
    let rendered = 0;
    while (rendered < 20) {
      const { drifts, best, blurs } = shootBurst({ ...optics, singleChance: 0.3 }, FRAMES, uniform);
      const drift = drifts[best]!;
      expect(driftLength(drift)).to.equal(Math.min(...blurs));
      // An upright edge shows what moves across it; a drift along it leaves nothing to measure.
      if (Math.abs(drift.x) < 0.15 || Math.abs(drift.x) > 4) continue;
      const frame = renderer.render(crisp(optics), { drift, miss: 0, lampPhase: 0, uniform: seededRandom(rendered) });
      const width = (riseWidth(profileAcross(frame, MIDDLE)) * mmPerPx) / optics.toleranceMm;
      expect(width / (0.8 * Math.abs(drift.x)), `drift ${drift.x}, ${drift.y}`).to.be.closeTo(1, 0.05);
      rendered++;
    }
  });

  it('of a pan hold a usable frame as often as the plan says, within 2 points', () => {
    const brief = briefWith({
      subject: { speedMps: 7, distanceM: 8 },
      lens: { focalLengthMm: 85 },
      light: { ev100: 8 },
      picture: { aim: 'pan', maxBurst: 10, viewCph: 540 },
    });
    const { choice, figures } = planWithoutLadder(brief);
    const { optics } = opticsOf({
      ...brief,
      picture: { ...brief.picture, pinned: { shutterS: choice.shutterS, fNumber: choice.fNumber, iso: null, burst: null } },
    });
    const uniform = seededRandom(3);
    let usable = 0;
    for (let i = 0; i < 5000; i++) if (shootBurst(optics, choice.burst, uniform).sharp.includes(true)) usable++;
    expect(usable / 5000).to.be.closeTo(figures.burstProbability, 0.02);
  });

  it('wander in long exposures and end where they were drawn to', () => {
    const path = driftPath({ x: 3, y: -1 }, 1, normalSource(seededRandom(2)));
    expect(path.at(-1)!.x - path[0]!.x).to.be.closeTo(3, 1e-12);
    expect(path.at(-1)!.y - path[0]!.y).to.be.closeTo(-1, 1e-12);
  });
});

describe('the blurs', () => {
  const [width, height] = [121, 91];
  const whole: Box = { left: 0, top: 0, right: width, bottom: height };
  const pointLight = (): Float32Array => {
    const plane = new Float32Array(width * height);
    plane[45 * width + 60] = 1;
    return plane;
  };
  const moments = (plane: Float32Array) => {
    let [sum, x2, y2] = [0, 0, 0];
    plane.forEach((value, i) => {
      sum += value;
      x2 += value * ((i % width) - 60) ** 2;
      y2 += value * (Math.floor(i / width) - 45) ** 2;
    });
    return { sum, x2: x2 / sum, y2: y2 / sum };
  };
  for (const [dx, dy] of [
    [9, 0],
    [0, 14],
    [12, 5],
    [-7, 16],
    [20, -20],
  ] as const) {
    it(`keep the light and have the variance of a straight path of ${dx}, ${dy} px`, () => {
      const { sum, x2, y2 } = moments(smearAlong(pointLight(), width, dx, dy, whole));
      expect(sum).to.be.closeTo(1, 1e-5);
      // A straight path of length b has the variance b²/12 along it.
      expect(x2).to.be.closeTo((dx * dx) / 12, 0.35);
      expect(y2).to.be.closeTo((dy * dy) / 12, 0.35);
    });
  }
  for (const diameter of [3, 8, 10]) {
    it(`keep the light and have the variance of a disc of ${diameter} px`, () => {
      const { sum, x2, y2 } = moments(discBlur(pointLight(), width, height, diameter));
      expect(sum).to.be.closeTo(1, 1e-4);
      // A disc of even brightness and radius r has the variance r²/4 along either axis.
      // The pixels themselves add up to a third.
      expect(x2).to.be.closeTo((diameter / 2) ** 2 / 4, 0.35);
      expect(y2).to.be.closeTo((diameter / 2) ** 2 / 4, 0.55);
    });
  }
  it('keep the light and have the variance of a wide disc worked out on a smaller picture', () => {
    const { sum, x2 } = moments(discBlur(pointLight(), width, height, 24));
    expect(sum).to.be.closeTo(1, 0.02);
    expect(Math.sqrt(x2) / 6).to.be.closeTo(1, 0.1);
  });
  it('keep the light and have the variance of a Gaussian', () => {
    const { sum, x2, y2 } = moments(gaussianBlur(pointLight(), width, height, 1.5));
    expect(sum).to.be.closeTo(1, 1e-5);
    expect(x2).to.be.closeTo(2.25, 0.1);
    expect(y2).to.be.closeTo(2.25, 0.1);
  });
  it('leave an even picture even, up to its border', () => {
    const even = new Float32Array(width * height).fill(0.3);
    for (const blurred of [
      smearAlong(even, width, 30, 12, whole),
      discBlur(even, width, height, 9),
      discBlur(even, width, height, 30),
      gaussianBlur(even, width, height, 3),
    ])
      for (const value of blurred) expect(value).to.be.closeTo(0.3, 1e-4);
  });
});

describe('development', () => {
  it('is monotone, keeps black black and lets clipped highlights be white', () => {
    let last = -1;
    for (let linear = 0; linear <= 2; linear += 0.001) {
      const byte = developed(linear);
      expect(byte).to.be.at.least(last);
      last = byte;
    }
    expect(developed(0)).to.equal(0);
    expect(last).to.equal(255);
  });
  it('keeps what a lower ISO and brightening later leave above white, where the usual one is cut off', () => {
    const bright = {
      ...flatPlanes(2, 1),
      red: Float32Array.of(1.5, 3),
      green: Float32Array.of(1.5, 3),
      blue: Float32Array.of(1.5, 3),
    };
    const [usual, kept] = [develop(bright), develop(bright, 0, 1.425 * 2 ** 1.5)];
    expect(usual[0]).to.equal(usual[4]);
    expect(kept[4]! - kept[0]!).to.be.above(5);
    // Mid grey does not know of it.
    const grey = flatPlanes(1, 1, 0.18);
    expect(develop(grey, 0, 4)[0]).to.be.closeTo(develop(grey)[0]!, 1);
  });
  // IEC 61966-2-1: a linear 0.18 is 117.6 of 255.
  it('shows mid grey as mid grey', () => expect(developed(0.18)).to.be.closeTo(118, 2));
});
