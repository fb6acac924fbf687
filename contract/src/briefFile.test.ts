import { Ajv } from 'ajv';
import { expect } from 'chai';
import fc from 'fast-check';
import { anyBrief, exampleBrief } from '../../core/test/briefs.ts';
import { briefFileJsonSchema, readBriefFile, writeBriefFile } from './briefFile.ts';

const file = (): string => writeBriefFile([exampleBrief(), { ...exampleBrief(), title: 'The same at dawn' }]);

describe('a file of briefs', () => {
  it('gives back exactly what was written, whatever the brief', () => {
    fc.assert(
      fc.property(fc.array(anyBrief, { minLength: 1, maxLength: 3 }), (briefs) => {
        const read = readBriefFile(writeBriefFile(briefs));
        expect(read).to.deep.equal({ briefs });
      }),
      { seed: 20260112, numRuns: 40 },
    );
  });
  it('is accepted by an outside validator under the published schema, and a wrong one is not', () => {
    const valid = new Ajv({ strict: false }).compile(briefFileJsonSchema());
    expect(valid(JSON.parse(file())), JSON.stringify(valid.errors)).to.equal(true);
    expect(valid(JSON.parse(file().replace('"distanceM": 4', '"distanceM": "four"')))).to.equal(false);
    expect(valid(JSON.parse(file().replace('"format": "hushto-briefs"', '"format": "other"')))).to.equal(false);
  });
  it('refuses JSON of another kind', () => {
    for (const text of ['[]', '{"format":"hushto-briefs","version":3,"briefs":[]}', '"briefs"']) {
      const read = readBriefFile(text);
      expect('issues' in read && read.issues.length, text).to.be.above(0);
    }
    expect(readBriefFile('')).to.have.property('notJson');
  });
  it('is read from its first version, whose provenance was a sentence', () => {
    const before = JSON.parse(file()) as { version: number; briefs: { picture: object }[] };
    const picture = { ...before.briefs[0]!.picture, tasteFrom: { seriesId: 'a', say: 'your 16 choices of 6 March' } };
    const first = { ...before, version: 1, briefs: [{ ...before.briefs[0], picture }] };
    const read = readBriefFile(JSON.stringify(first));
    expect('briefs' in read && read.briefs[0]!.picture.tasteFrom).to.deep.equal({ seriesId: 'a', count: 16, day: null });
  });
});
