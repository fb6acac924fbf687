import { planAtShutter, planWithoutLadder } from '@hushto/core';
import { expect } from 'chai';
import { briefWith, exampleBrief } from '../../../core/test/briefs.ts';
import { apertureState, burstState, isoState, shutterState } from './cells.ts';

const brief = exampleBrief();
const plan = planWithoutLadder(brief);

describe('how a dial-in value came to be', () => {
  it('is said of the worked example: shutter computed, aperture at the widest, ISO at the ceiling', () => {
    expect(shutterState(brief, plan, plan, false)).to.deep.equal({ how: 'computed', word: 'Computed.' });
    expect(apertureState(brief, plan)).to.deep.equal({ how: 'limit', word: 'At the widest.' });
    expect(isoState(brief, plan)).to.deep.equal({ how: 'limit', word: 'At your ceiling.' });
    expect(burstState(brief, plan).how).to.equal('computed');
  });
  it('changes where the user looks, and says what cannot work', () => {
    expect(shutterState(brief, plan, planAtShutter(brief, 1 / 200), true).how).to.equal('looked');
    const fast = planAtShutter(brief, 1 / 1000);
    expect(shutterState(brief, plan, fast, true)).to.deep.equal({ how: 'impossible', word: 'Too fast for this light.' });
    expect(isoState(brief, fast)).to.deep.equal({ how: 'impossible', word: 'Too dark.' });
    expect(shutterState(brief, plan, planAtShutter(brief, 1 / 30), true)).to.deep.equal({ how: 'impossible', word: 'Too slow.' });
  });
  it('tells the body’s top from the user’s ceiling, and base ISO from both', () => {
    const dark = briefWith({ sensor: { maxIso: 3200 } });
    expect(isoState(dark, planWithoutLadder(dark)).word).to.equal('At the body’s top.');
    const bright = briefWith({ light: { ev100: 13 } });
    expect(isoState(bright, planWithoutLadder(bright)).word).to.equal('At base ISO.');
  });
  it('is said of a pin: yours, until it cannot work', () => {
    const pins = { shutterS: 1 / 320, fNumber: 4, iso: 3200, burst: 2 };
    const pinned = briefWith({ light: { ev100: 6 }, picture: { pinned: pins } });
    const at = planWithoutLadder(pinned);
    for (const state of [
      shutterState(pinned, at, at, false),
      apertureState(pinned, at),
      isoState(pinned, at),
      burstState(pinned, at),
    ])
      expect(state).to.deep.equal({ how: 'pinned', word: 'Pinned.' });
    const dark = briefWith({ light: { ev100: 0 }, picture: { pinned: pins } });
    expect(isoState(dark, planWithoutLadder(dark)).how).to.equal('impossible');
  });
  it('does not call a smear too slow where the school or the aim has given Freeze up', () => {
    const clean = briefWith({ light: { ev100: 2 }, picture: { school: 'clean' } });
    const at = planWithoutLadder(clean);
    expect(at.figures.gates.freeze).to.equal('shut');
    expect(shutterState(clean, at, at, false).how).to.equal('computed');
  });
  it('says when every frame allowed is not enough, or only just', () => {
    const windy = briefWith({ hold: { conditions: ['wind'] }, sensor: { stabiliserStops: 0 }, lens: { focalLengthMm: 200 } });
    const at = planAtShutter(windy, 1 / 15);
    expect(burstState(windy, at).how).to.equal('impossible');
    expect(at.choice.burst).to.equal(4);
  });
});
