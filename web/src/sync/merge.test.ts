import { expect } from 'chai';
import fc from 'fast-check';
import { mergeThree } from './merge.ts';

describe('two changes of one document', () => {
  const base = { light: { ev: 4, label: 'bulbs' }, readings: [{ id: 'a', ev: 4 }, { id: 'b', ev: 5 }] }; // prettier-ignore

  it('are merged field by field and thing by thing', () => {
    const mine = { ...base, light: { ev: 3, label: 'bulbs' }, readings: [...base.readings, { id: 'c', ev: 6 }] };
    const theirs = { light: { ev: 4, label: 'lamps' }, readings: [{ id: 'b', ev: 5.5 }, { id: 'd', ev: 1 }] }; // prettier-ignore
    expect(mergeThree<unknown>(base, mine, theirs)).to.deep.equal({
      document: {
        light: { ev: 3, label: 'lamps' },
        readings: [{ id: 'b', ev: 5.5 }, { id: 'd', ev: 1 }, { id: 'c', ev: 6 }], // prettier-ignore
      },
      conflicts: [],
    });
  });

  it('conflict where both set a field to different values, or one deleted what the other changed', () => {
    const mine = { ...base, light: { ev: 3, label: 'bulbs' }, readings: [base.readings[0]!] };
    const theirs = { ...base, light: { ev: 5, label: 'bulbs' }, readings: [base.readings[0]!, { id: 'b', ev: 9 }] };
    expect(mergeThree(base, mine, theirs).conflicts).to.deep.equal(['light.ev', 'readings.b']);
  });

  it('are each other’s mirror, keep to one side’s alone, and the same twice is once', () => {
    const document = fc.record(
      {
        n: fc.integer({ min: 0, max: 3 }),
        deep: fc.record({ a: fc.integer({ min: 0, max: 2 }), b: fc.boolean() }, { noNullPrototype: true }),
      },
      { noNullPrototype: true },
    );
    fc.assert(
      fc.property(document, document, document, (a, b, c) => {
        expect(mergeThree(a, b, a)).to.deep.equal({ document: b, conflicts: [] });
        expect(mergeThree(a, a, b)).to.deep.equal({ document: b, conflicts: [] });
        expect(mergeThree(a, b, b)).to.deep.equal({ document: b, conflicts: [] });
        const [one, other] = [mergeThree(a, b, c), mergeThree(a, c, b)];
        expect(one.conflicts).to.deep.equal(other.conflicts);
        if (one.conflicts.length === 0) expect(one.document).to.deep.equal(other.document);
      }),
    );
  });
});
