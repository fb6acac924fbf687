import { KIND_NAMES } from '@hushto/contract';
import { expect } from 'chai';
import { missingWords, noAnswerWords, type Missing } from './gone.ts';

const WHYS: readonly Missing[] = ['gone', 'unreachable', 'failing'];

describe('words on an address whose document is not there', () => {
  it('says of a deleted brief that it is gone, and offers the others', () => {
    expect(missingWords('briefs', 'gone', true).title).to.equal('This brief is gone; here are yours');
    expect(missingWords('runSheets', 'gone', false).title).to.equal('This run sheet is gone');
  });

  it('says three different things where it is gone, where the server is away, and where it fails', () => {
    for (const kind of KIND_NAMES)
      for (const others of [true, false]) {
        const said = WHYS.map((why) => missingWords(kind, why, others));
        expect(new Set(said.map(({ title }) => title)).size).to.equal(3);
        expect(new Set(said.map(({ text }) => text)).size).to.equal(3);
        for (const { text } of said) expect(text).to.match(/\.$/);
      }
    const said = 'The disk is full.';
    const log = (['unreachable', 'failing'] as const).flatMap((why) => [
      noAnswerWords('the log', why, said),
      noAnswerWords('the log', why, said, '14:03'),
    ]);
    expect(new Set(log).size).to.equal(4);
    expect(log[2]).to.equal('The server has a problem, so the log cannot be shown. The disk is full.');
    // What is shown all the same is said to be of before, never of now.
    for (const words of [log[1]!, log[3]!])
      expect(words)
        .to.match(/What you see is from 14:03\./)
        .and.not.match(/cannot be shown/);
    // Only what was asked is said to be gone.
    for (const why of ['unreachable', 'failing'] as const) expect(missingWords('briefs', why, true).title).not.to.match(/gone/);
  });
});
