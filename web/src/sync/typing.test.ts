import { expect } from 'chai';
import { z } from 'zod';
import { typedChange } from './typing.ts';

const schema = z.strictObject({ name: z.string().trim().min(1), metres: z.number().positive() });
const good = { name: 'Steps', metres: 4 };
const named = (name: string) => (before: typeof good) => ({ ...before, name });
const metres = (value: number) => (before: typeof good) => ({ ...before, metres: value });

describe('what is typed', () => {
  it('counts at once where it can be used, and nothing is left over', () => {
    expect(typedChange(schema, good, null, metres(6))).to.deep.equal({ use: { seen: good, after: { ...good, metres: 6 } }, draft: null, issues: [] }); // prettier-ignore
    expect(typedChange(schema, good, null, metres(4))).to.equal(null);
  });

  it('keeps the space at the end of a name that is still being written', () => {
    const ferry = typedChange(schema, good, null, named('Ferry '))!;
    expect(ferry.use!.after.name).to.equal('Ferry');
    expect(ferry.draft).to.deep.equal({ typed: { ...good, name: 'Ferry ' }, on: { ...good, name: 'Ferry' } });
    const whole = typedChange(schema, ferry.use!.after, ferry.draft, named('Ferry Steps'))!;
    expect(whole).to.deep.equal({ use: { seen: { ...good, name: 'Ferry' }, after: { ...good, name: 'Ferry Steps' } }, draft: null, issues: [] }); // prettier-ignore
  });

  it('stays as typed where it cannot, and keeps no other value from counting', () => {
    const bad = typedChange(schema, good, null, metres(-1))!;
    expect(bad.use).to.equal(null);
    expect(bad.issues.map(({ path }) => path)).to.deep.equal(['metres']);
    const other = typedChange(schema, good, bad.draft, named('Quay'))!;
    expect(other.use).to.deep.equal({ seen: good, after: { name: 'Quay', metres: 4 } });
    expect(other.draft!.typed).to.deep.equal({ name: 'Quay', metres: -1 });
    expect(other.issues.map(({ path }) => path)).to.deep.equal(['metres']);
    const mended = typedChange(schema, other.use!.after, other.draft, metres(7))!;
    expect(mended).to.deep.equal({ use: { seen: { name: 'Quay', metres: 4 }, after: { name: 'Quay', metres: 7 } }, draft: null, issues: [] }); // prettier-ignore
  });
});
