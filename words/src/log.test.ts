import type { LogLimit, LogSays } from '@hushto/contract';
import { FROM_LOG, VERDICTS } from '@hushto/core';
import { expect } from 'chai';
import fc from 'fast-check';
import { provenanceWords } from './provenance.ts';
import { frameShare, limitWords, logWords, lostRunWords, shutterOfHold } from './log.ts';

const limit = (more: Partial<LogLimit>): LogLimit => ({ fault: 'subject', at: 0, low: -0.5, high: 0.5, slope: -2, frames: 80, lost: 20, moreFrames: 0, ...more }); // prettier-ignore
const tally = { frames: 100, judged: 80, keeper: 50, hands: 20, subject: 0, focus: 4, grain: 6, other: 0 };
const says = (more: Partial<LogSays>) => ({ all: tally, limits: [], together: [], calibration: [], beyondHands: null, ...more });
/** What no sentence may say. */
const NEVER = /undefined|NaN|null|-0\b|\b0\.00\b|\b(\w+) \1\b|between (\S+) and \2\b|Infinity/;

describe('words for the log', () => {
  it('say a limit in the photographer’s own units, how sure it is, and what would settle it', () => {
    // A smear of one tolerance is two viewed pixels; half a stop either way is 1.4 and 2.8.
    expect(limitWords(limit({ fault: 'subject' }), 0.8, 50)).to.equal(
      'Movement spares four frames in five while the subject smears at most 2.0\u00a0px at 2048 wide; nine times in ten it lies between 1.4\u00a0px and 2.8\u00a0px. From 80 frames, 20 of them lost. That settles it to a third of a stop.',
    );
    expect(limitWords(limit({ fault: 'grain', at: -4, low: -4.3, high: -3.7, moreFrames: 123 }), 0.8, 50)).to.match(
      /^Grain spares four frames in five down to a signal-to-noise ratio of 16 at 2048 wide, which is visible grain; .* between 13 and 20\. .* About 120 more would settle it/,
    );
    expect(limitWords(limit({ low: null, high: null, moreFrames: null }), 0.8, 50)).to.match(/They do not bound it yet\.$/);
  });

  it('say hands by the shutter that holds: 1/focal length is what free hands hold by the old rule', () => {
    // x = log2(f·t/c) with c = 24/683 mm: 50 mm at 1/50 s, short enough to drift straight, is log2(1/0.03514) less a little.
    const hold = Math.log2(50 / 50 / Math.sqrt(1 + 1 / 50 / 0.15) / (24 / 683));
    expect(shutterOfHold(hold, 50)).to.be.closeTo(1 / 50, 1e-6);
    expect(limitWords(limit({ fault: 'hands', at: hold, low: hold - 0.5, high: hold + 0.5 }), 0.8, 50)).to.match(
      /^Your hands keep four frames in five at 1\/50\u00a0s with 50\u00a0mm \(full frame\); nine times in ten it lies between 1\/\d+\u00a0s and 1\/\d+\u00a0s\./,
    );
  });

  it('count what was kept, and what the rest was lost to, most first', () => {
    expect(logWords(says({}))[0]).to.equal(
      '50 of 80 judged frames are keepers; 20 lost to your hands, 6 lost to grain, 4 lost to focus.',
    );
    expect(logWords(says({ all: { ...tally, judged: 0 } }))).to.deep.equal([]);
  });

  it('hold plans against what came, and leave luck out', () => {
    const of = (promised: number, held: number, frames: number): string | undefined =>
      logWords(says({ calibration: [{ promised, frames, held }] }))[1];
    expect(of(0.9, 89, 100)).to.match(/as promised\.$/);
    expect(of(0.9, 60, 100)).to.match(/promised 90 of 100 .*, 60 came: your hands are less steady/);
    expect(of(0.5, 90, 100)).to.match(/your hands are steadier/);
    expect(of(0.9, 1, 5)).to.equal(undefined);
  });

  it('say when two limits are hard to tell apart, and only of limits there are', () => {
    const together = [{ one: 'hands', other: 'subject', correlation: 0.9 }] as const;
    const both = [limit({ fault: 'hands' }), limit({ fault: 'subject' })];
    expect(logWords(says({ together: [...together], limits: both })).at(-1)).to.match(/shake and smear rise together/);
    expect(logWords(says({ together: [...together] }))).to.have.length(1);
  });

  it('say where most were lost, and what going faster would have cost', () => {
    const run = { fault: 'subject', slowestS: 1 / 128, fastestS: 1 / 203, lost: 12, judged: 20, title: 'Quintet', instead: { shutterS: 1 / 256, toGrain: 0.1 } } as const;
    expect(lostRunWords(run)).to.equal('Between 1/125\u00a0s and 1/200\u00a0s at “Quintet” 12 of 20 frames were lost to movement; 1/250\u00a0s would have cost a tenth of the detail to grain.');
    expect(lostRunWords({ ...run, fastestS: 1 / 128, instead: null })).to.equal('At 1/125\u00a0s at “Quintet” 12 of 20 frames were lost to movement.');
  }); // prettier-ignore

  it('never say a thing that is none, whatever the figures', () => {
    // Stops of drift, of smear, of signal-to-noise: what frames have.
    const stops = { hands: [0, 12], subject: [-4, 6], grain: [-10, -1] } as const;
    fc.assert(
      fc.property(
        fc.constantFrom('hands' as const, 'subject' as const, 'grain' as const), fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 3, noNaN: true }), fc.integer({ min: 0, max: 9000 }), fc.constantFrom(0.5, 0.8, 0.93), fc.double({ min: 8, max: 900, noNaN: true }),
        (fault, along, wide, more, share, focal) => {
          const [from, to] = stops[fault];
          const at = from + along * (to - from);
          expect(limitWords(limit({ fault, at, low: at - wide, high: at + wide, moreFrames: more }), share, focal)).to.not.match(NEVER);
        },
      ),
      { numRuns: 2000 },
    );
    fc.assert(
      fc.property(fc.constantFrom(...VERDICTS), fc.integer({ min: 1, max: 400 }), fc.double({ min: 0, max: 1, noNaN: true }), (fault, judged, toGrain) => {
        const run = { fault, slowestS: 0.5, fastestS: 1 / 64, lost: judged, judged, title: 'A title', instead: { shutterS: 1 / 128, toGrain } };
        expect(lostRunWords(run)).to.not.match(NEVER);
      }),
    );
  }); // prettier-ignore

  it('say that a value is of the log’s frames, not of a test’s looks', () => {
    const from = { count: 44, day: '2026-11-27' };
    expect(provenanceWords('ceiling', { ...from, seriesId: FROM_LOG })).to.equal('your 44 frames of the log, 27 November');
    expect(provenanceWords('ceiling', { ...from, seriesId: 'a-test' })).to.equal('your 44 looks of 27 November');
  });

  it('name a share of frames as people do', () => {
    expect([0.8, 0.6, 0.9].map(frameShare)).to.deep.equal(['four frames in five', 'three frames in five', '90 frames in 100']);
  });
});
