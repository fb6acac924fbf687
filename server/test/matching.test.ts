import type { RunSheet } from '@hushto/contract';
import { expect } from 'chai';
import fc from 'fast-check';
import { stretchAt, stretchesOf } from '../src/log/matching.ts';

const MINUTE_MS = 60_000;
const START = Date.UTC(2027, 0, 14, 15, 50);
const clockAt = (minutes: number): string => new Date(START + minutes * MINUTE_MS).toISOString().slice(0, 19);

/** A run sheet from ten to four, of stretches so long; null is a pause. */
function sheet(
  id: string,
  stretches: readonly (readonly [brief: string | null, minutes: number])[],
): { id: string; document: RunSheet } {
  const segments = stretches.map(([briefId, minutes], i) => ({ id: String(i), briefId, minutes }));
  return { id, document: { title: id, day: '2027-01-14', startsAt: '15:50', segments } as unknown as RunSheet };
}

const stretch = fc.tuple(fc.option(fc.constantFrom('market', 'derby', 'otters')), fc.integer({ min: 1, max: 90 }));

describe('the stretch of an evening a frame was taken in', () => {
  it('is that whose minutes hold it, each minute in one and none outside', () => {
    fc.assert(
      fc.property(
        fc.array(stretch, { minLength: 1, maxLength: 8 }),
        fc.integer({ min: -3600, max: 48_000 }),
        (planned, seconds) => {
          const found = stretchAt(stretchesOf([sheet('evening', planned)]), clockAt(seconds / 60));
          let from = 0;
          const wanted = planned.find(([, minutes]) => {
            from += 60 * minutes;
            return seconds >= from - 60 * minutes && seconds < from;
          });
          expect(found?.briefId).to.equal(wanted?.[0]);
        },
      ),
    );
  });

  it('is the one with a brief where two outings were planned at once', () => {
    const stretches = stretchesOf([sheet('pause', [[null, 60]]), sheet('shoot', [['derby', 30]])]);
    expect(stretchAt(stretches, clockAt(10))).to.include({ sheetId: 'shoot', briefId: 'derby' });
    expect(stretchAt(stretches, clockAt(45))).to.include({ sheetId: 'pause', briefId: null });
  });

  it('is unknown of a frame whose camera wrote no time', () => {
    expect(stretchAt(stretchesOf([sheet('evening', [['market', 60]])]), null)).to.equal(null);
  });

  it('goes on over midnight', () => {
    const [, last] = stretchesOf([sheet('night', [['market', 480], ['otters', 120]])]); // prettier-ignore
    expect(new Date(last!.fromMs).toISOString()).to.equal('2027-01-14T23:50:00.000Z');
    expect(stretchAt([last!], '2027-01-15T01:49:59')).to.include({ briefId: 'otters' });
    expect(stretchAt([last!], '2027-01-15T01:50:00')).to.equal(null);
  });
});
