import { AS_PLANNED, kitAtWork, type KitAgainst, type KitAtWork, type LensFault, type LensResult } from '@hushto/core';
import { expect } from 'chai';
import { briefWith, exampleBrief } from '../../core/test/briefs.ts';
import { focusSetupWords, focusTestWords } from './focusTest.ts';
import {
  aheadWords,
  backgroundWords,
  bagWords,
  blindWords,
  costWords,
  EQUIVALENCE,
  kitVerdict,
  leavingWords,
  lensFails,
  rangeWords,
  viewWords,
  weightWords,
} from './kits.ts';
import { LENS_FAULT_WORDS, lensWords } from './lens.ts';
import { heldToWords, supportWords } from './support.ts';

/** Spaces that do not break, as ordinary ones. */
const plain = (text: string): string => text.replace(/[\u00a0\u202f]/g, ' ');

const { sensor, lens } = exampleBrief().kit;
const { focalLengthMm, widestF, ...glass } = lens;
const kit = {
  sensor,
  lens: { ...glass, focalFromMm: focalLengthMm, focalToMm: focalLengthMm, widestFAtFrom: widestF, widestFAtTo: widestF },
  settled: AS_PLANNED,
};
const working: KitAtWork = kitAtWork(exampleBrief(), kit, 1.5);
const failing: KitAtWork = kitAtWork(briefWith({ light: { ev100: -6 } }), kit, 1.5);

const between = (against: KitAgainst, one = working, other = working): string =>
  plain(kitVerdict({ name: 'A', work: one }, { name: 'B', work: other }, against));

describe('what is said of two kits', () => {
  it('is who gives more, by how much, and what that is worth in light', () => {
    expect(between({ detail: 1.35, stops: 2 / 3 })).to.equal(
      'A keeps a third more detail than B at 2048 wide: worth ⅔ stop of light.',
    );
    expect(between({ detail: 0.5, stops: -2 })).to.equal(
      'B keeps 2.0 times the detail of A at 2048 wide: worth 2 stops of light.',
    );
    expect(between({ detail: 1.01, stops: 0.02 })).to.equal('A and B keep the same detail at 2048 wide.');
    expect(between({ detail: 1.1, stops: 0.1 })).to.equal('A keeps a tenth more detail than B at 2048 wide.');
    expect(between({ detail: 4, stops: null })).to.equal(
      'A keeps 4.0 times the detail of B at 2048 wide: worth more than six stops of light.',
    );
  });
  it('is that one has no setting, and how near the nearest comes', () => {
    expect(between({ detail: 0.5, stops: null }, failing)).to.equal(
      'A has no setting that works here; the nearest keeps half of the other’s detail.',
    );
    expect(between({ detail: 0.5, stops: null }, failing, failing)).to.equal('Neither A nor B has a setting that works here.');
    expect(between({ detail: 0.9, stops: null }, working, failing)).to.equal('B has no setting that works here.');
    const slow = kitAtWork(exampleBrief(), { ...kit, settled: { ...AS_PLANNED, shutterS: 1 / 15 } }, 1.5);
    expect(slow.plan.possible).to.equal(false);
    expect(between({ detail: 2, stops: null }, working, slow)).to.equal(
      'B does not work here at what is settled; it keeps half of the other’s detail.',
    );
  });
  it('is told in a table: light, view, depth, background, price, weight', () => {
    expect(
      [
        aheadWords({ detail: 1, stops: 0 }),
        aheadWords({ detail: 2, stops: 1 }),
        aheadWords({ detail: 0.5, stops: -4 / 3 }),
        aheadWords({ detail: 9, stops: null }),
      ].map(plain),
    ).to.deep.equal(['the same', '1 stop ahead', '1⅓ stops behind', 'over 6 stops']);
    expect(plain(viewWords({ focalLengthMm: 25, crop: 1, kept: 0.889, shown: 1 }))).to.equal('25 mm, cut to shape, 11 % goes');
    expect(plain(viewWords({ focalLengthMm: 35, crop: 1.43, kept: 1, shown: 1 }))).to.equal('35 mm, cropped 1.4×');
    expect(plain(viewWords({ focalLengthMm: 50, crop: 1, kept: 1, shown: 0.8 }))).to.equal(
      '50 mm, too long: shows 80 % of the width',
    );
    expect(plain(rangeWords({ nearM: 3.6, farM: 4.5 }))).to.equal('3.6 to 4.5 m');
    expect(plain(rangeWords({ nearM: 2.3, farM: null }))).to.equal('2.3 m to infinity');
    expect(plain(backgroundWords({ share: 0.03, viewPx: 40 }))).to.equal('far lamps are discs of 3.0 % of the height');
    expect(backgroundWords({ share: 0.0001, viewPx: 1 })).to.equal('sharp to the horizon');
    expect([500, 1340].map(weightWords).map(plain)).to.deep.equal(['500 g', '1.3 kg']);
    expect(costWords({ more: 900, perStop: 600, perTenth: 150 })).to.equal(
      '900 more: 600 a stop and 150 for each tenth more detail',
    );
    expect(costWords({ more: 900, perStop: null, perTenth: null })).to.equal('900 more, for nothing here');
    expect(costWords({ more: -900, perStop: null, perTenth: null })).to.equal('900 less');
    expect(costWords({ more: 0, perStop: null, perTenth: null })).to.equal('the same price');
  });
  it('says in three sentences what equivalence means', () => {
    expect(EQUIVALENCE).to.have.length(3);
    for (const sentence of EQUIVALENCE) expect(sentence).to.match(/\.$/);
  });
  it('says what blind choices found', () => {
    const names = ['A', 'B'] as const;
    expect(blindWords({ of: 12, tookFirst: 6, byChance: 1, preferred: null }, names, 'at 2048 wide')).to.equal(
      'You took A 6 times in 12: you could not tell them apart at 2048 wide, or did not mind.',
    );
    expect(blindWords({ of: 12, tookFirst: 1, byChance: 0.00635, preferred: 'second' }, names, 'at 2048 wide')).to.equal(
      'You took B 11 times in 12 at 2048 wide: guessing does that once in 157 looks.',
    );
    expect(blindWords({ of: 0, tookFirst: 0, byChance: 1, preferred: null }, names, '')).to.equal('Nothing was chosen yet.');
  });
});

describe('what is said of lenses to carry', () => {
  it('is why one does not do, and what another costs to leave', () => {
    expect(
      ([null, 'long', 'short', 'setting'] as const)
        .map((fails) => lensFails({ fails, shown: 0.8 }))
        .map((text) => text && plain(text)),
    ).to.deep.equal([null, 'shows 80 %', 'too short', 'no setting']);
    expect(leavingWords([1, 0.98], ['Market', 'Quay'])).to.equal('costs nothing');
    expect(leavingWords([null, 0.7], ['Market', 'Quay'])).to.equal(
      'nothing works at “Market”; costs a third of the detail at “Quay”',
    );
    expect(plain(bagWords(2, 1340))).to.equal('2 lenses, 1.3 kg');
    expect(bagWords(1, null)).to.equal('1 lens');
  });
});

const centre = (mtf50Cph: number) => ({ mtf50Cph, lowCph: mtf50Cph - 5, highCph: mtf50Cph + 5, sigmaUm: 3, sigmaError: 0.1 });
const at = (fNumber: number, middle: number, corner: number | null = null) => ({
  name: `${fNumber}`,
  fNumber,
  centre: centre(middle),
  corner: corner === null ? null : centre(corner),
});

describe('what is said of a lens', () => {
  const said = (apertures: LensResult['apertures'], sharpest: LensResult['sharpest']): string =>
    plain(lensWords({ apertures, sharpest }));
  it('is the sharpest aperture, those like it, how soft it is wide open, and the corners', () => {
    expect(said([at(2, 500), at(4, 800), at(5.6569, 810, 600)], { fNumber: 5.6569, alike: [4, 5.6569] })).to.equal(
      'f/5.6 is sharpest in the middle; f/4 looks as sharp. At f/2 it resolves two fifths less. The corners resolve a quarter less there.',
    );
    expect(said([at(2, 800, 790), at(4, 700)], { fNumber: 2, alike: [2] })).to.equal(
      'f/2 is sharpest in the middle. The corners are as sharp.',
    );
    expect(said([at(2, 800)], { fNumber: 2, alike: [2] })).to.equal(
      'At f/2 half of the contrast is left at 800 c/ph. Photos at other apertures tell which is sharpest.',
    );
    expect(said([], null)).to.equal('No photo counts yet.');
  });
  it('says of every photo that does not count why, and what to do', () => {
    for (const words of Object.values(LENS_FAULT_WORDS)) expect(words).to.match(/^(is|shows|was|moved).*\.$/);
    expect(Object.keys(LENS_FAULT_WORDS satisfies Record<LensFault, string>)).to.have.length(9);
  });
});

describe('what is said of a focus test', () => {
  const setup = { mode: 'single', target: 'edge', fNumber: 2 } as const;
  const tries = [
    [2, 0.2],
    [1, 0.3],
    [-2.5, 1.1],
    [-2, null],
  ].map(([ev100, seconds]) => ({ ev100: ev100!, locked: true, seconds: seconds ?? null }));
  it('is how dark, how sure, against the shelf, and how long it takes', () => {
    expect(
      plain(
        focusTestWords({ ev: -2, lowEv: -2.5, highEv: -1.5, widthEv: 1 }, setup, tries, 0.9, {
          focusLimit: { ev: -3, fNumber: 2 },
        }),
      ),
    ).to.equal(
      '9 tries in 10 lock at EV −2.0; after 4 the true light lies between EV −2.5 and −1.5, 9 times in 10. The shelf says EV −3.0 for single on an edge: it sees 1.0 EV less. It locks in 0.3 s where there is light, and takes 1.1 s in the last stop.',
    );
    expect(
      plain(
        focusTestWords({ ev: -3.1, lowEv: -3.5, highEv: -2.6, widthEv: 1 }, setup, [], 0.95, {
          focusLimit: { ev: -3, fNumber: 2 },
        }),
      ),
    ).to.equal(
      '95 tries in 100 lock at EV −3.1; after 0 the true light lies between EV −3.5 and −2.6, 9 times in 10. That is what the shelf says of it.',
    );
    expect(focusSetupWords({ ...setup, mode: 'continuous', target: 'lowContrast', fNumber: 1.7818 })).to.equal(
      'Continuous, on something with little contrast, f/1.8',
    );
  });
});

describe('what is said of a support', () => {
  it('is what each stance keeps, and how often more was asked', () => {
    expect(plain(heldToWords([{ stance: 'standing', shutterS: 1 / 16 }, { stance: 'leaning on a wall', shutterS: 1 / 4 }])!)).to.equal('Leaning on a wall: you lose next to nothing until 1/4 s; standing: until 1/15 s.');
    expect(heldToWords([])).to.equal(null);
    expect(plain(supportWords({ frames: 400, beyond: 38 }, 1.1))).to.equal('Of the blur 1.1 px are lens and focus: a frame from a support has them too. Of the 400 frames of your log 38 were slower, 10 %: those asked for a support, or for another stance.');
    expect(plain(supportWords({ frames: 4, beyond: 0 }, null))).to.equal('None of the 4 frames of your log was slower: you have not needed a support yet.');
    expect(supportWords(null, null)).to.equal('Slower than that, use a support.');
  });
}); // prettier-ignore
