import { expect } from 'chai';
import fc from 'fast-check';
import { briefWith, exampleBrief } from '../../test/briefs.ts';
import { planWithoutLadder } from '../plan/planBrief.ts';
import { budgetOf, coldShare, framesPerCard, rawMegabytes, type Carried, type PlannedStretch } from './budget.ts';
import { checkKey, checklistsFor, type CheckItem } from './checklists.ts';

const CARRIED: Carried = {
  bits: 14,
  compression: 'none',
  cardGb: 64,
  cards: 1,
  ratedShots: 400,
  batteries: 1,
  temperatureC: 20,
  bufferFrames: 40,
  writeMBs: 210,
  cullS: 2,
};
const body = { megapixels: 24, rawBits: 14, framesPerSecond: 20 } as const;
const single: PlannedStretch = { ...body, minutes: 60, pressesPerMinute: 2, burst: 1, shutterS: 1 / 250 };

describe('the budget of an outing', () => {
  it('sizes raws by their bits: 24 MP of 14 bits are 42 MB, 1523 of them on 64 GB', () => {
    // 24·10⁶ · 14 bits / 8 = 42·10⁶ bytes; 64·10⁹ / 42·10⁶ = 1523.8.
    expect(rawMegabytes(24, 14, 'none')).to.be.closeTo(42, 1e-12);
    expect(rawMegabytes(24, 12, 'none')).to.be.closeTo(36, 1e-12);
    expect(rawMegabytes(24, 14, 'lossless')).to.be.below(rawMegabytes(24, 14, 'none'));
    expect(framesPerCard(64, rawMegabytes(24, 14, 'none'))).to.equal(1523);
    expect(budgetOf(CARRIED, [single]).gb).to.be.closeTo(120 * 0.042, 1e-12);
  });

  it('lets a careful photographer carry a four-hour show on one battery (common practice)', () => {
    const show = { ...body, minutes: 240, pressesPerMinute: 1.25, burst: 1, shutterS: 1 / 250 };
    expect(budgetOf(CARRIED, [show]).batteriesOut).to.equal(null);
    const eager = budgetOf(CARRIED, [{ ...show, pressesPerMinute: 4, burst: 4 }]);
    expect(eager.batteriesOut).to.include({ stretch: 0 });
    expect(eager.carry.batteries).to.equal(Math.ceil(eager.batteries));
  });

  it('takes the rating as it is at one press every half minute', () => {
    const rated = { ...body, minutes: 200, pressesPerMinute: 2, burst: 1, shutterS: 1 / 250 };
    expect(budgetOf(CARRIED, [rated]).batteries).to.be.closeTo(1, 1e-12);
    expect(budgetOf(CARRIED, [{ ...rated, pressesPerMinute: 0 }]).batteries).to.equal(0);
  });

  it('gives a battery about 70 % at freezing and half at −10 °C (common practice), never more than its rating', () => {
    expect([20, 0, -10].map(coldShare)).to.deep.equal([1, 0.7, 0.5]);
    fc.assert(fc.property(fc.double({ min: -50, max: 50, noNaN: true }), (c) => void expect(coldShare(c)).to.be.within(0.35, 1)));
    expect(() => coldShare(NaN)).to.throw(RangeError);
  });

  it('fills a buffer of 40 frames after 53⅓ at 20 a second when the card takes 5 a second', () => {
    // 40 / (1 − 5/20): the worked example of the buffer's formula, by hand. 210 MB/s over 42 MB is 5 a second.
    const [use] = budgetOf(CARRIED, [{ ...single, burst: 8 }]).stretches;
    expect(use!.framesUntilFull).to.be.closeTo(160 / 3, 1e-9);
    // Of 8 frames 2 are written while they are made; the other 6 take 6/5 s.
    expect(use!.clearS).to.be.closeTo(1.2, 1e-9);
    expect(use!.buffer).to.equal('keepsUp');
  });

  it('says when the buffer fills up in a burst, and when it still writes as the next one comes', () => {
    const small = { ...CARRIED, bufferFrames: 5 };
    expect(budgetOf(small, [{ ...single, burst: 8 }]).stretches[0]!.buffer).to.equal('fillsUp');
    expect(budgetOf(CARRIED, [{ ...single, burst: 8, pressesPerMinute: 60 }]).stretches[0]!.buffer).to.equal('lags');
    const slow = budgetOf(CARRIED, [{ ...single, framesPerSecond: 4, burst: 8 }]).stretches[0]!;
    expect(slow).to.include({ framesUntilFull: null, clearS: 0, buffer: 'keepsUp' });
  });

  it('says in which stretch and at which minute a card is full', () => {
    // 10 presses of 5 a minute are 50 frames or 2.1 GB; 64 GB take 64/2.1 minutes.
    const busy = { ...single, pressesPerMinute: 10, burst: 5 };
    expect(budgetOf(CARRIED, [busy]).cardsOut!.atMinute).to.be.closeTo(64 / 2.1, 1e-9);
    const after = budgetOf(CARRIED, [single, busy]).cardsOut!;
    expect(after.stretch).to.equal(1);
    expect(after.atMinute).to.be.closeTo(60 + (64 - 120 * 0.042) / 2.1, 1e-9);
    expect(budgetOf({ ...CARRIED, cards: 3 }, [busy]).cardsOut).to.equal(null);
    expect(budgetOf(CARRIED, [busy]).carry.cards).to.equal(2);
  });

  it('adds up, lasts with what it says to carry, and is all numbers', () => {
    const stretch = fc.record({
      minutes: fc.integer({ min: 1, max: 400 }),
      pressesPerMinute: fc.double({ min: 0, max: 60, noNaN: true }),
      burst: fc.integer({ min: 1, max: 30 }),
      shutterS: fc.constantFrom(1 / 1000, 1 / 60, 1),
      megapixels: fc.double({ min: 1, max: 200, noNaN: true }),
      rawBits: fc.constantFrom(12 as const, 14 as const),
      framesPerSecond: fc.double({ min: 0.5, max: 120, noNaN: true }),
    });
    fc.assert(
      fc.property(
        fc.array(stretch, { maxLength: 8 }),
        fc.double({ min: -20, max: 30, noNaN: true }),
        (stretches, temperatureC) => {
          const carried = { ...CARRIED, temperatureC };
          const budget = budgetOf(carried, stretches);
          const numbers = JSON.stringify(budget);
          expect(numbers).not.to.match(/NaN|Infinity/);
          expect(budget.frames).to.be.closeTo(
            stretches.reduce((sum, s) => sum + s.minutes * s.pressesPerMinute * s.burst, 0),
            1e-6,
          );
          const carrying = budgetOf({ ...carried, ...budget.carry }, stretches);
          expect([carrying.cardsOut, carrying.batteriesOut]).to.deep.equal([null, null]);
        },
      ),
    );
  });
});

describe('the checklists', () => {
  const planned = [
    exampleBrief(),
    {
      ...briefWith({ light: { ...exampleBrief().light, label: 'Tube lamps', flicker: { frequencyHz: 100, modulation: 0.3 } } }),
      place: 'stage' as const,
    },
  ].map((brief) => ({ brief, plan: planWithoutLadder(brief) }));
  const lists = checklistsFor(planned, CARRIED, budgetOf(CARRIED, [single]));

  const all = [...lists.before, ...lists.arrival, ...lists.afterwards];
  const of = <Code extends CheckItem['code']>(code: Code) =>
    all.filter((item): item is Extract<CheckItem, { code: Code }> => item.code === code);

  it('name each thing once, with the kit, the lamps and the place', () => {
    for (const items of [lists.before, lists.arrival, lists.afterwards])
      expect(new Set(items.map(checkKey)).size).to.equal(items.length);
    expect(of('venue')).to.have.length(1);
    expect(of('meter').map(({ light }) => light)).to.deep.equal([null, 'Tube lamps']);
    expect(of('flicker')).to.have.length(1);
    expect(of('caution')).to.deep.equal([{ code: 'caution', caution: { code: 'place', place: 'stage' } }]);
    expect(of('kit')).to.have.length(1);
  });

  it('set back just what was changed', () => {
    const back = of('setBack').map(({ what }) => what);
    const wanted = new Set(planned.flatMap(({ plan }) => plan.camera.setBack.what));
    expect(back).to.have.members([...wanted]);
    expect(of('brighten')).to.deep.equal([{ code: 'brighten', title: 'Ferry Steps market', thirds: 2 }]);
    expect(back).not.to.include('stabiliser');
  });

  it('know a thing again by what it is: other batteries are another thing, other frames to copy are not', () => {
    expect(checkKey({ code: 'batteries', count: 2 })).not.to.equal(checkKey({ code: 'batteries', count: 3 }));
    expect(checkKey({ code: 'copy', frames: 200 })).to.equal(checkKey({ code: 'copy', frames: 900 }));
    expect(checkKey({ code: 'meter', light: 'Tube lamps' })).to.equal(checkKey({ code: 'meter', light: 'tube lamps' }));
  });

  it('tell what to carry and how to set it', () => {
    expect(of('cards')).to.deep.equal([{ code: 'cards', count: 1, gb: 64 }]);
    expect(of('set')[0]).to.deep.include({
      bits: 12,
      shutter: 'firstCurtain',
      ceilingIso: 6400,
      fixedIso: 6400,
      stabiliser: true,
    });
    const [batteries] = checklistsFor([], CARRIED, { carry: { cards: 2, batteries: 3 }, frames: 0 }).before;
    expect(batteries).to.deep.equal({ code: 'batteries', count: 3 });
  });
});
