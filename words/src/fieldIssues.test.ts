import { BriefSchema, readBriefFile, writeBriefFile } from '@hushto/contract';
import { expect } from 'chai';
import { exampleBrief } from '../../core/test/briefs.ts';
import { fileProblems, fieldIssues } from './fieldIssues.ts';

type Loose = Record<string, unknown>;

/** What the schema says of the worked example with one value changed, or left out when `value` is undefined. */
function issuesWith(path: string, value: unknown) {
  const brief = structuredClone(exampleBrief()) as unknown as Loose;
  const keys = path.split('.');
  const last = keys.pop()!;
  const part = keys.reduce((at, key) => at[key] as Loose, brief);
  if (value === undefined) delete part[last];
  else part[last] = value;
  const parsed = BriefSchema.safeParse(brief);
  return parsed.success ? [] : fieldIssues(parsed.error);
}

describe('the brief on the wire', () => {
  it('takes the worked example as it is', () => expect(BriefSchema.parse(exampleBrief())).to.deep.equal(exampleBrief()));

  const rows: [string, string, unknown][] = [
    ['NaN', 'subject.speedMps', NaN],
    ['infinity', 'light.ev100', Infinity],
    ['a number as text', 'light.ev100', '4'],
    ['a negative distance', 'subject.distanceM', -1],
    ['an unknown key', 'subject.spede', 2],
    ['an unknown key at the top', 'extra', 2],
    ['a missing part', 'light.flicker', undefined],
    ['a distance inside the focal length', 'subject.distanceM', 0.01],
    ['a mark outside the lens', 'picture.pinned.fNumber', 1.4],
    ['an unknown school', 'picture.school', 'guess'],
    ['half a frame', 'picture.maxBurst', 2.5],
    ['an empty title', 'title', '  '],
  ];
  for (const [what, path, value] of rows) {
    it(`refuses ${what} at its path with a sentence`, () => {
      const issues = issuesWith(path, value);
      expect(issues.map((issue) => issue.path)).to.deep.equal([path]);
      expect(issues[0]!.message).to.match(/^[A-Z0-9].+\.$/);
    });
  }
});

describe('what is wrong with a file of briefs', () => {
  const file = (): string => writeBriefFile([exampleBrief()]);
  const problemsOf = (text: string) => {
    const read = readBriefFile(text);
    return 'briefs' in read ? [] : fileProblems(read);
  };
  const lineWith = (text: string, part: string): number => text.slice(0, text.indexOf(part)).split('\n').length;

  it('is said with the line and the field', () => {
    const wrong = file().replace('"distanceM": 4', '"distanceM": -4');
    const problems = problemsOf(wrong);
    expect(problems).to.have.length(1);
    expect(problems[0]).to.include({ line: lineWith(wrong, '"distanceM": -4'), path: 'briefs.0.subject.distanceM' });
    expect(problems[0]!.message).to.match(/more than 0/);
  });
  it('is said at what holds a missing field, and at one there is none of', () => {
    const missing = file().replace('    "ev100": 4,\n', '');
    expect(missing).not.to.equal(file());
    expect(problemsOf(missing)[0]).to.include({ path: 'briefs.0.light.ev100', line: lineWith(missing, '"light": {') });
    const strange = file().replace('"tone": 0.18,', '"tone": 0.18, "mood": 3,');
    expect(problemsOf(strange)[0]).to.include({ path: 'briefs.0.subject.mood', line: lineWith(strange, '"mood"') });
  });
  it('is said at its line and column where it is no JSON', () => {
    const broken = file().replace('"light": {', '"light": {,');
    expect(problemsOf(broken)).to.have.length(1);
    expect(problemsOf(broken)[0]).to.include({ line: lineWith(broken, '{,'), path: '' });
    expect(problemsOf(broken)[0]!.message).to.match(/not JSON.*column \d+\.$/);
  });
  it('is said in a sentence of the brief where fields cannot be together', () => {
    const inside = file().replace('"distanceM": 4', '"distanceM": 0.015');
    expect(problemsOf(inside).map(({ message }) => message)).to.deep.equal([
      '0.015\u00a0m is inside the 18.3\u00a0mm lens; it needs more than 0.019\u00a0m.',
    ]);
  });
});
