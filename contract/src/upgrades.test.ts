import { checkKey, type CheckItem } from '@hushto/core';
import { expect } from 'chai';
import { RunSheetSchema } from './runSheet.ts';
import { checksByCode, provenanceByCount, provenanceByCountWithin } from './upgrades.ts';

/** Lines as the first release worded and kept them, and what each is. */
const WORDED: readonly (readonly [key: string, text: string, item: CheckItem])[] = [
  ['kit', 'APS-C 24 MP and 18.3 mm f/2.8', { code: 'kit', body: 'APS-C 24 MP', lens: '18.3 mm f/2.8' }],
  ['kit', 'The body and the 18.3 mm', { code: 'kit', body: null, lens: 18.3 }],
  ['batteries', '2 batteries charged, the spare ones in an inner pocket if it is cold', { code: 'batteries', count: 2 }],
  ['batteries', '1 battery charged, the spare ones in an inner pocket if it is cold', { code: 'batteries', count: 1 }],
  ['cards', '1 card of 64 GB, copied and emptied', { code: 'cards', count: 1, gb: 64 }],
  [
    'set',
    'APS-C 24 MP: raw of 14 bits, shutter electronic first, auto ISO up to 6400, stabiliser on',
    { code: 'set', body: 'APS-C 24 MP', bits: 14, shutter: 'firstCurtain', ceilingIso: 6400, stabiliser: true, darkFocus: false },
  ],
  [
    'set',
    'The body: raw of 12 bits, shutter electronic, auto ISO up to 12\u202f800, low-light autofocus on, and know how to set the distance by hand',
    { code: 'set', body: null, bits: 12, shutter: 'electronic', ceilingIso: 12_800, stabiliser: false, darkFocus: true },
  ],
  ['venue', 'Ask the venue: which songs may be photographed, from where, and must the shutter be silent', { code: 'venue' }],
  ['meter', 'Read tube lamps at the subject, and the background', { code: 'meter', light: 'tube lamps' }],
  ['meter', 'Read the light at the subject, and the background', { code: 'meter', light: null }],
  [
    'flicker',
    'Take five frames at 1/320\u00a0s and compare them: do the lamps flicker?',
    { code: 'flicker', shutterS: 2 ** (-25 / 3) },
  ],
  ['look', 'Look at the first frames at 100 %: shake, movement, focus or noise?', { code: 'look' }],
  [
    'caution',
    'Stay behind the barrier, they cannot stop for you; the venue’s staff have the last word.',
    { code: 'caution', caution: { code: 'place', place: 'ring' } },
  ],
  ['caution', 'Mind the loose plank.', { code: 'caution', caution: { code: 'own', words: 'Mind the loose plank.' } }],
  ['setBack', 'Set back: exposure mode', { code: 'setBack', what: 'exposureMode' }],
  [
    'brighten',
    'Brighten the raws of Skate hall by night by 1⅓\u00a0stops',
    { code: 'brighten', title: 'Skate hall by night', thirds: 4 },
  ],
  ['brighten', 'Brighten the raws of Quay by ⅔\u00a0stop', { code: 'brighten', title: 'Quay', thirds: 2 }],
  ['copy', 'Copy the cards twice before emptying them; about 412 frames', { code: 'copy', frames: 412 }],
  ['charge', 'Charge the batteries', { code: 'charge' }],
  ['tally', 'Bring the tally back, and write down what the light read', { code: 'tally' }],
];

const upgraded = (check: object): unknown =>
  (checksByCode({ checks: { before: [check], arrival: [], afterwards: [] } }) as { checks: { before: unknown[] } }).checks
    .before[0];

describe('lines of a checklist kept as their words', () => {
  for (const [kind, text, item] of WORDED)
    it(`become what they are: ${text}`, () => {
      const check = upgraded({ key: `${kind}:${text}`, text, done: true, own: false });
      expect(check).to.deep.equal({ own: false, item, done: true });
      expect(RunSheetSchema.shape.checks.shape.before.safeParse([check]).error).to.equal(undefined);
      expect(checkKey(item).length).to.be.at.least(4);
    });
  it('keep that they were put away', () => {
    const away = { key: 'look:Look at', text: 'Look at the first frames at 100 %: …', done: false, own: false, away: true };
    expect(upgraded(away)).to.deep.equal({ own: false, item: { code: 'look' }, done: false, away: true });
  });
  it('are the photographer’s own where nobody can read them back, and one’s own stay', () => {
    const strange = { key: 'odd:Something', text: 'Something', done: true, own: false };
    expect(upgraded(strange)).to.deep.equal({ own: true, key: 'odd:Something', text: 'Something', done: true });
    const gloves = { key: 'g', text: 'Gloves', done: false, own: true };
    expect(upgraded(gloves)).to.deep.equal(gloves);
  });
});

describe('a provenance kept as a sentence', () => {
  const say = (count: number, what: string) => ({ seriesId: 'a', say: `your ${count} ${what} of 3 March` });
  const brief = {
    title: 'Quay',
    picture: { tasteFrom: say(16, 'choices'), isoCeilingFrom: say(12, 'looks'), tasteStops: 1 },
    hold: { tested: { thetas: [1], from: say(18, 'frames') }, theta: null },
  };
  const counted = (count: number) => ({ seriesId: 'a', count, day: null });
  const today = {
    title: 'Quay',
    picture: { tasteFrom: counted(16), isoCeilingFrom: counted(12), tasteStops: 1 },
    hold: { tested: { thetas: [1], from: counted(18) }, theta: null },
  };
  it('becomes its count, wherever it stands', () => {
    expect(provenanceByCount(brief)).to.deep.equal(today);
    expect(provenanceByCountWithin({ day: '2027-01-14', brief })).to.deep.equal({ day: '2027-01-14', brief: today });
  });
  it('is left alone where there is none, or where it is a count already', () => {
    expect(provenanceByCount(today)).to.deep.equal(today);
    for (const odd of [null, 3, [], { picture: {} }, { picture: {}, hold: {} }])
      expect(provenanceByCount(odd)).to.deep.equal(odd);
  });
});
