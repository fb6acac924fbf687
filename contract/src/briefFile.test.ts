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
        expect(read.problems).to.deep.equal([]);
        expect(read.briefs).to.deep.equal(briefs);
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
  const lineWith = (text: string, part: string): number => text.slice(0, text.indexOf(part)).split('\n').length;
  it('names the line and the field of what is wrong', () => {
    const wrong = file().replace('"distanceM": 4', '"distanceM": -4');
    const { problems } = readBriefFile(wrong);
    expect(problems).to.have.length(1);
    expect(problems[0]).to.include({ line: lineWith(wrong, '"distanceM": -4'), path: 'briefs.0.subject.distanceM' });
    expect(problems[0]!.message).to.match(/more than 0/);
  });
  it('names the line of what holds a missing field, and of one there is none of', () => {
    const missing = file().replace('    "ev100": 4,\n', '');
    expect(missing).not.to.equal(file());
    const { problems } = readBriefFile(missing);
    expect(problems[0]).to.include({ path: 'briefs.0.light.ev100', line: lineWith(missing, '"light": {') });
    const strange = file().replace('"tone": 0.18,', '"tone": 0.18, "mood": 3,');
    expect(readBriefFile(strange).problems[0]).to.include({ path: 'briefs.0.subject.mood', line: lineWith(strange, '"mood"') });
  });
  it('refuses what is no JSON at its line, and JSON of another kind', () => {
    const broken = file().replace('"light": {', '"light": {,');
    expect(readBriefFile(broken).problems[0]).to.include({ line: lineWith(broken, '{,'), path: '' });
    for (const text of ['', '[]', '{"format":"hushto-briefs","version":2,"briefs":[]}', '"briefs"']) {
      const { briefs, problems } = readBriefFile(text);
      expect(briefs, text).to.equal(null);
      expect(problems.length, text).to.be.above(0);
    }
  });
});
