import { expect } from 'chai';
import { clockDistance, countedWords } from './counted.ts';

describe('words for counts laid on frames', () => {
  it('says how far apart clocks are as people do', () => {
    expect([0, 40_000, -7 * 60_000, 3_600_000, 7_320_000, 3_599_000].map((ms) => clockDistance(ms).replaceAll('\u00a0', ' '))).to.deep.equal(
      ['0 s', '40 s', '7 min', '1 h', '2 h 2 min', '1 h'],
    ); // prettier-ignore
  });

  it('says where the offset comes from, and names none where the times do not tell', () => {
    const facts = { offsetMs: 3_600_000, matched: 11, counts: 13 };
    expect(countedWords({ ...facts, from: 'times' })).to.equal('The clocks are 1\u00a0h apart, the camera’s ahead, by the times of frames and counts: so 11 of 13 counts lie on a frame.'); // prettier-ignore
    expect(countedWords({ ...facts, offsetMs: -480_000, from: 'typed', matched: 1 })).to.equal('Where the clocks are 8\u00a0min apart, the camera’s behind, 1 of 13 counts lies on a frame.'); // prettier-ignore
    const nothing = countedWords({ offsetMs: 0, from: 'nothing', matched: 0, counts: 1 });
    expect(nothing)
      .to.match(/do not tell/)
      .and.match(/none of 1 count lies/)
      .and.not.match(/apart, the/);
    expect(countedWords({ ...facts, offsetMs: 0, from: 'times' })).to.match(/^The clocks agree/);
  });
});
