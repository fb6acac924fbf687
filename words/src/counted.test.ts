import { expect } from 'chai';
import { aloneWords, clockDistance, countedAct, countedWords, doubledWords } from './counted.ts';

describe('words for counts laid on frames', () => {
  it('says how far apart clocks are as people do', () => {
    expect([0, 40_000, -7 * 60_000, 3_600_000, 7_320_000, 3_599_000].map((ms) => clockDistance(ms).replaceAll('\u00a0', ' '))).to.deep.equal(
      ['0 s', '40 s', '7 min', '1 h', '2 h 2 min', '1 h'],
    ); // prettier-ignore
  });

  it('says where the offset comes from, and names none where the times do not tell', () => {
    const facts = { offsetMs: 3_600_000, matched: 11, counts: 13 };
    expect(countedWords({ ...facts, from: 'times' })).to.equal('Going by the times, the camera’s clock is 1\u00a0h fast: 11 of 13 counts match a frame.'); // prettier-ignore
    expect(countedWords({ ...facts, offsetMs: -480_000, from: 'typed', matched: 1 })).to.equal('If the camera’s clock is 8\u00a0min slow, 1 of 13 counts matches a frame.'); // prettier-ignore
    const nothing = countedWords({ offsetMs: 0, from: 'nothing', matched: 0, counts: 1 });
    expect(nothing)
      .to.match(/do not tell/)
      .and.match(/none of 1 count matches/)
      .and.not.match(/is \d/);
    expect(countedWords({ ...facts, offsetMs: 0, from: 'times' })).to.match(/the camera’s clock is right:/);
  });

  it('says what a press does, nothing where it does nothing', () => {
    expect(countedAct(7, 1)).to.equal('Judge 7 frames and take 1 in without a picture');
    expect(countedAct(1, 0)).to.equal('Judge 1 frame');
    expect(countedAct(0, 3)).to.equal('Take 3 in without a picture');
    expect(countedAct(0, 0)).to.equal(null);
    expect([aloneWords(2, false), aloneWords(1, true), aloneWords(4, true)].map((words) => words.split(' in ')[0])).to.deep.equal(['Take all 2', 'Take the other one', 'Take the other 4']); // prettier-ignore
    expect(doubledWords(1)).to.match(/^One frame .* is removed/);
    expect(doubledWords(3)).to.match(/^3 frames .* are removed/);
  });
});
