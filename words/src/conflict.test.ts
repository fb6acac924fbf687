import { expect } from 'chai';
import { fieldConflict } from './conflict.ts';

describe('a field that both sides changed', () => {
  for (const [path, mine, other, words] of [
    ['subject.distanceM', { subject: { distanceM: 8 } }, { subject: { distanceM: 3.25 } }, 'distance 8 m here, 3.25 m elsewhere'],
    ['light.ev100', { light: { ev100: 4 } }, { light: { ev100: -1 } }, 'EV 4 here, −1 elsewhere'],
    ['title', { title: 'A' }, { title: 'B' }, 'title “A” here, “B” elsewhere'],
    ['counts', { counts: true }, { counts: false }, 'counts yes here, no elsewhere'],
    ['readings.b.ev100', { readings: [{ id: 'b', ev100: 5 }] }, { readings: [] }, 'EV 5 here, none elsewhere'],
    ['hold.conditions', { hold: { conditions: ['wall'] } }, { hold: { conditions: [] } }, 'conditions'],
    ['picture.liftCeilingStops', { picture: { liftCeilingStops: 1 } }, { picture: { liftCeilingStops: 4 / 3 } }, 'lift ceiling 1 stops here, 1.333 stops elsewhere'], // prettier-ignore
  ] as const)
    it(`is named with both values: ${words}`, () => expect(fieldConflict(path, mine, other)).to.equal(words));
});
