import type { Brought } from '@hushto/contract';
import { expect } from 'chai';
import { broughtWords } from './brought.ts';

const nothing: Brought = { added: 0, same: 0, beside: 0, filled: 0, differing: 0, leftOut: 0, lines: [] };

describe('words on an archive that was brought in', () => {
  for (const [brought, words] of [
    [{ same: 7 }, 'All 7 were here already; nothing was changed.'],
    [{ added: 3, same: 2 }, '3 added, 2 were here already.'],
    [{ added: 1, beside: 2 }, '1 added, 0 were here already. 2 differed from what was here, and stand beside it, marked “archived”.'],
    [{ same: 4, filled: 5 }, '0 added, 4 were here already. 5 verdicts, causes and pictures were filled in where there were none.'],
    [{ same: 4, differing: 1 }, 'All 4 were here already; nothing was changed. Of 1 frame the verdict here is another one; it stays.'],
    [{ added: 1, leftOut: 1, lines: [{ line: 7, field: 'orientation' }] }, '1 added, 0 were here already. 1 line of the log could not be used: line 7 (orientation).'],
    [
      { added: 1, leftOut: 9, lines: [7, 8, 9, 10].map((line) => ({ line, field: '' })) },
      '1 added, 0 were here already. 9 lines of the log could not be used: line 7, line 8, line 9 and 6 more.',
    ],
  ] as const)
    it(words, () => expect(broughtWords({ ...nothing, ...(brought as Partial<Brought>) })).to.equal(words));
}); // prettier-ignore
