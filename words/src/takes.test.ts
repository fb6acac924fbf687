import { takesOf, TAKE_CODES, type Brief, type Take, type TakeCode } from '@hushto/core';
import { expect } from 'chai';
import fc from 'fast-check';
import { anyBrief, briefWith, exampleBrief } from '../../core/test/briefs.ts';
import { TAKE_NAMES, takeCost, takeLabel, takeWords } from './takes.ts';

const plain = (sentence: string): string => sentence.replace(/[\u00a0\u202f]/g, ' ');
const porter: Brief = briefWith({ subject: { label: 'A porter with a handcart', thing: 'porter' } });
const take: Take = {
  code: 'deep',
  choice: {
    shutterS: 1 / 80.63,
    fNumber: 5.66,
    iso: 6400,
    liftStops: 0,
    burst: 3,
    labels: { shutter: '1/80', aperture: 'f/5.6', iso: '6400', lift: '0' },
  },
  gate: null,
  halvings: 0.3,
  grainStops: 1.33,
  smearPx: 3,
  smearShare: 0.05,
  burstChance: 0.95,
};

describe('another take', () => {
  const said: Record<TakeCode, [change: Partial<Take>, label: string, words: string]> = {
    otherSide: [
      { gate: { name: 'depth', kept: true } },
      'All of it in depth: f/5.6 at 1/80 s',
      'ISO 6400: 1⅓ stops grainier, a fifth less detail.',
    ],
    still: [
      { halvings: null, grainStops: -1.67 },
      '1/80 s if the porter keeps still',
      'f/5.6, ISO 6400, the moment setting the cart down: 1⅔ stops cleaner.',
    ],
    frozen: [{ halvings: null, grainStops: 4 }, 'Frozen at 1/80 s', 'f/5.6, ISO 6400: 4 stops grainier.'],
    streak: [
      { halvings: null, grainStops: -3 },
      'A streak at 1/80 s',
      'f/5.6, ISO 6400; moves over 5.0 % of the height: 3 stops cleaner.',
    ],
    deep: [{}, 'Deep: f/5.6 at 1/80 s', 'ISO 6400: 1⅓ stops grainier, a fifth less detail.'],
    safe: [{ halvings: 0.1 }, 'Safe: a stop faster, 1/80 s', 'f/5.6, ISO 6400: 1⅓ stops grainier, looks as sharp.'],
    clean: [{ grainStops: 0, halvings: -0.3 }, 'Clean: ISO 6400 at 1/80 s', 'f/5.6: a quarter more detail.'],
  };
  for (const code of TAKE_CODES) {
    const [change, label, words] = said[code];
    it(`${code} says what to set and what it costs: ${label}`, () => {
      const made = { ...take, code, ...change };
      expect(plain(takeLabel(porter, made))).to.equal(label);
      expect(plain(takeWords(porter, made))).to.equal(words);
    });
  }
  it('tells a gate that is kept from one that is let go', () => {
    const given = (name: 'depth' | 'flicker' | 'focus') =>
      plain(takeLabel(porter, { ...take, code: 'otherSide', gate: { name, kept: false } }));
    expect(given('depth')).to.equal('Depth let go: f/5.6 at 1/80 s');
    expect(given('flicker')).to.equal('Flicker let go: f/5.6 at 1/80 s');
    expect(given('focus')).to.equal('Focused by hand: f/5.6 at 1/80 s');
  });
  it('says what is brightened later, and when it is more than twice the detail', () => {
    const lifted = { ...take, choice: { ...take.choice, liftStops: 1 }, halvings: -1.5 };
    expect(plain(takeWords(porter, lifted))).to.equal(
      'ISO 6400 and 1 stop brighter later: 1⅓ stops grainier, more than twice the detail.',
    );
  });
  it('costs one thing above all, or nothing', () => {
    expect(plain(takeCost(take))).to.equal('1⅓ stops grainier');
    expect(plain(takeCost({ ...take, grainStops: 0 }))).to.equal('a fifth less detail');
    expect(takeCost({ ...take, grainStops: 0, halvings: null })).to.equal('');
  });
  it('has a name of a word or two for each', () =>
    expect(new Set(TAKE_CODES.map((code) => TAKE_NAMES[code])).size).to.equal(TAKE_CODES.length));
  it('says nothing that is no English, for any brief', () =>
    fc.assert(
      fc.property(anyBrief, (brief) => {
        for (const one of takesOf(brief)) {
          expect(takeLabel(brief, one)).not.to.match(/undefined|NaN|null/);
          expect(takeWords(brief, one)).to.match(/^(?:f\/|ISO).*\.$/);
        }
      }),
      { numRuns: 60 },
    ));
  it('of the worked example names its settings', () =>
    expect(takesOf(exampleBrief()).map((one) => one.code)).to.deep.equal(['still', 'streak', 'deep']));
});
