import type { LogFrame, LogTally } from '@hushto/contract';
import { ceilingAt, grainAtIso, LOG_VIEW_CPH, simulatedMoment, type Brief } from '@hushto/core';
import { expect } from 'chai';
import { exampleBrief } from '../../../core/test/briefs.ts';
import { againstPlanned, outingName, settingText, sharpestOf } from './logFrames.ts';
import { byShutter, handsFromLog, worstRun } from './logSays.ts';
import { jobOf } from './simulatedFrame.ts';

const none: LogTally = { frames: 0, judged: 0, keeper: 0, hands: 0, subject: 0, focus: 0, grain: 0, other: 0 };
const at = (shutterS: number, equivalentMm: number, keeper: number, subject: number) => ({ ...none, shutterS, equivalentMm, frames: keeper + subject, judged: keeper + subject, keeper, subject }); // prettier-ignore
const frame = (more: Partial<LogFrame>): LogFrame => ({
  id: 'f', name: 'a.jpg', takenAt: '2027-01-14T15:00:00.000Z', wallClock: '2027-01-14T16:00:00', outingId: 'o', burstId: null, widthPx: 6000, heightPx: 4000,
  camera: null, lens: null, focalLengthMm: 18.3, shutterS: 1 / 64, fNumber: 2.8, iso: 1600, equivalentMm: 28, ev100: 5, hold: 4, smear: 1, snr: 20, distanceM: 4,
  heldChance: 0.9, briefId: 'b', take: null, verdict: 'keeper', preview: false, sharpness: null, cause: null, seed: 3, ...more,
}); // prettier-ignore
const brief: Brief = exampleBrief();

describe('what the log’s page makes of its figures', () => {
  it('adds the focal lengths of one shutter up, slow to fast', () => {
    const rows = byShutter([at(1 / 256, 28, 3, 1), at(1 / 64, 28, 1, 5), at(1 / 256, 57, 2, 0)]);
    expect(rows.map(({ shutterS, keeper, judged }) => [Math.round(1 / shutterS), keeper, judged])).to.deep.equal([
      [64, 1, 6],
      [256, 5, 6],
    ]);
  });

  it('finds where most were lost, and the next faster shutter that lost few', () => {
    const rows = byShutter([at(1 / 64, 28, 1, 5), at(1 / 81, 28, 1, 4), at(1 / 128, 28, 3, 2), at(1 / 256, 28, 9, 1)]);
    const run = worstRun(rows, brief)!;
    expect(run).to.include({ fault: 'subject', lost: 9, judged: 11, title: brief.title });
    expect([1 / run.slowestS, 1 / run.fastestS, 1 / run.instead!.shutterS].map(Math.round)).to.deep.equal([64, 81, 256]);
    // Two stops less light cost detail, and never all of it.
    expect(run.instead!.toGrain).to.be.within(0.05, 0.8);
    expect(worstRun(byShutter([at(1 / 64, 28, 5, 1)]), brief)).to.equal(null);
    expect(worstRun(byShutter([at(1 / 64, 28, 0, 3)]), brief)).to.equal(null);
  });

  it('puts the ceiling at the last mark whose grain is no worse than asked, the next one being worse', () => {
    const { sensor } = brief.kit;
    const snrAt = (iso: number): number => grainAtIso(sensor, iso, [LOG_VIEW_CPH]).views[0]!.snr;
    for (const snr of [8, 15, 22, 40]) {
      const iso = ceilingAt(sensor, snr);
      expect(snrAt(iso)).to.be.at.least(snr);
      expect(snrAt(iso * 2 ** (1 / 3))).to.be.below(snr);
    }
    expect(ceilingAt(sensor, 1e6)).to.equal(sensor.baseIso);
  });

  it('makes a steadiness test of keepers and of what the hands lost, of nothing else', () => {
    const frames = [
      ...Array.from({ length: 12 }, (_, i) => frame({ id: `k${i}` })),
      ...Array.from({ length: 4 }, (_, i) => frame({ id: `h${i}`, verdict: 'hands', shutterS: 1 / 4 })),
      frame({ id: 's', verdict: 'subject' }),
      frame({ id: 'n', verdict: null }),
      // Zoomed in: what holds there is another limit.
      frame({ id: 'z', verdict: 'hands', equivalentMm: 85 }),
    ];
    const series = handsFromLog(frames, brief, '2027-01-15')!;
    expect(series.frames.map(({ sharp }) => sharp).filter(Boolean)).to.have.length(12);
    expect(series.frames).to.have.length(16);
    expect(series).to.deep.include({ counts: true, closed: true, conditions: ['elbows'], stabiliserStops: 4 });
    expect(handsFromLog(frames.slice(0, 14), brief, '2027-01-15')).to.equal(null);
  });

  it('says a setting as far as it was written, and how far it lies from the plan', () => {
    expect(settingText(frame({}))).to.equal('1/60 f/2.8 ISO\u00a01600');
    expect(settingText(frame({ shutterS: null, fNumber: null, iso: null }))).to.equal('no setting written');
    expect(againstPlanned(1 / 64, 1 / 128)).to.equal('1\u00a0stop slower');
    expect(againstPlanned(1 / 203, 1 / 64)).to.equal('1⅔\u00a0stops faster');
    expect(againstPlanned(1 / 64, 1 / 62)).to.equal(null);
    expect(outingName({ title: '', startedAt: '2027-01-14T15:00:00Z' })).to.match(/14 Jan/);
  });

  it('proposes the sharpest of a burst by its edges, and nothing where nobody looked', () => {
    const burst = [frame({ id: 'a', burstId: 'x', sharpness: 1 }), frame({ id: 'b', burstId: 'x', sharpness: 2 }), undefined, frame({ id: 'c', burstId: 'y' })];
    expect([...sharpestOf(burst)]).to.deep.equal(['b']);
  }); // prettier-ignore

  it('draws a frame of the simulated camera in its own light, standing where its subject stood', () => {
    const job = jobOf(frame({ take: 'still', ev100: 6 }), brief, 320)!;
    expect(job.brief.light.ev100).to.equal(6);
    expect(job.brief.subject.speedMps).to.equal(0);
    expect(job.height).to.equal(Math.round((320 * 15.6) / 23.5));
    expect(jobOf(frame({ seed: null }), brief, 320)).to.equal(null);
  });

  it('draws it as fast as its subject was, and as far out of focus as it was', () => {
    const seeds = Array.from({ length: 200 }, (_, seed) => seed);
    const jobs = seeds.map((seed) => jobOf(frame({ seed }), brief, 320)!);
    jobs.forEach(({ brief: drawn, focusedAtM }, seed) => {
      const { speedTimes, focusTimes } = simulatedMoment(seed);
      expect(drawn.subject.speedMps).closeTo(brief.subject.speedMps * speedTimes, 1e-12);
      expect(focusedAtM ?? brief.subject.distanceM).closeTo(brief.subject.distanceM * focusTimes, 1e-12);
    });
    expect(jobs.some(({ focusedAtM }) => focusedAtM !== undefined)).to.equal(true);
  });
});
