import { SOFT_CAUSES, type Softness } from '@hushto/core';
import { expect } from 'chai';
import { CAUSE_WORDS, causeWords, softnessWords } from './softness.ts';

const found = (cause: Softness['cause'], smear: Softness['smear'] = null, blurPx = 0.3): Softness => ({
  shares: { sharp: 0.1, hands: 0.5, subject: 0.3, focus: 0.06, grain: 0.04 },
  cause,
  smear,
  sharpest: { x: 0.2, y: 0.3 },
  widthPx: 1024,
  places: [{ x: 0.2, y: 0.3, blurPx, smearPx: 0, directionDeg: 0 }],
});
const frame = { shutterS: 1 / 64, equivalentMm: 28, distanceM: 4, snr: 5 };
const unknown = { shutterS: null, equivalentMm: null, distanceM: null, snr: null };
const smear = (directionDeg: number): Softness['smear'] => ({ px: 5, directionDeg, x: 0.5, y: 0.5 });

describe('why a frame is soft, in words', () => {
  it('names the cause and how likely it is; the two likeliest where it is unsure', () => {
    expect(causeWords(found('hands'))).to.equal('My hands, 50\u00a0%');
    expect(causeWords(found('unsure'))).to.equal('Unsure: my hands 50\u00a0%, it moved 30\u00a0%');
  });

  it('says how far and which way it is smeared, at the size everything is said at', () => {
    const first = (degrees: number): string => softnessWords(found('hands', smear(degrees)), frame)[0]!;
    expect(first(3)).to.equal('The whole frame is smeared one way: about 10\u00a0px at 2048 wide, from side to side.');
    expect(first(95)).to.match(/, up and down\.$/);
    expect(first(40)).to.match(/, sloping down to the right by 40°\.$/);
    expect(first(140)).to.match(/, sloping up to the right by 40°\.$/);
  });

  it('asks for a shutter, light or focus, with the number where it is known', () => {
    expect(softnessWords(found('hands', smear(0)), frame)[1]).to.match(/^1\/320\u00a0s would have kept this drift/);
    expect(softnessWords(found('subject', smear(0)), frame)[1]).to.match(
      /^That is \d[\d.]*\u00a0m\/s across, .*1\/320\u00a0s would/,
    );
    expect(softnessWords(found('grain'), frame)[1]).to.match(/^2 stops more light/);
    expect(softnessWords(found('focus'), frame)[1]).to.match(/^Something else is sharp/);
    expect(softnessWords(found('focus', null, 3), frame)[1]).to.match(/^Nothing is sharp/);
  });

  it('has a whole sentence for every cause, whatever is known', () => {
    for (const cause of [...SOFT_CAUSES, 'unsure'] as const)
      for (const of of [frame, unknown])
        for (const sentence of softnessWords(found(cause, cause === 'hands' || cause === 'subject' ? smear(20) : null), of))
          expect(sentence)
            .to.match(/^[A-Z0-9].*\.$/)
            .and.not.match(/undefined|NaN|null|Infinity|\.\./);
    expect(Object.keys(CAUSE_WORDS)).to.have.members([...SOFT_CAUSES, 'unsure']);
  });
});
