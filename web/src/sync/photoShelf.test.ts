import 'fake-indexeddb/auto';
import { expect } from 'chai';
import { openDB } from 'idb';
import { MOST_SHELVED, photoShelf, type ShelvedPhoto } from './photoShelf.ts';

let names = 0;
const freshName = (): string => `photos-${names++}`;
const photo = (name: string): ShelvedPhoto => ({
  name,
  file: new Blob([name]),
  use: { equivalentMm: 31, known: 'written', moves: 'all' },
  mask: null,
});

describe('photos kept for briefs', () => {
  it('are found again by another page, with what was brushed and set since', async () => {
    const name = freshName();
    await photoShelf(name).keep('a', photo('bars.jpg'));
    const other = photoShelf(name);
    await other.change('a', { use: { equivalentMm: 50, known: 'own', moves: 'brushed' }, mask: new Blob(['mask']) });
    const found = (await photoShelf(name).find('a'))!;
    expect(found).to.include({ name: 'bars.jpg' });
    expect(found.use).to.deep.equal({ equivalentMm: 50, known: 'own', moves: 'brushed' });
    expect(await found.file.text()).to.equal('bars.jpg');
    expect(await found.mask!.text()).to.equal('mask');
    expect(await other.find('b')).to.equal(null);
    await other.drop('a');
    await other.change('a', { mask: null });
    expect(await other.find('a')).to.equal(null);
  });

  it('are so many at most, and the one longest not looked at goes first', async () => {
    const shelf = photoShelf(freshName());
    for (let i = 0; i < MOST_SHELVED; i++) await shelf.keep(`brief ${i}`, photo(`${i}`), i);
    await shelf.change('brief 0', { mask: null }, 100);
    await shelf.keep('one more', photo('x'), 101);
    expect(await shelf.find('brief 1')).to.equal(null);
    expect((await shelf.find('brief 0'))?.name).to.equal('0');
    expect((await shelf.find('one more'))?.name).to.equal('x');
  });

  it('are none where what lies there is strange or newer', async () => {
    const name = freshName();
    const shelf = photoShelf(name);
    await shelf.keep('a', photo('a'));
    const open = await openDB(name, 1);
    await open.put('photos', { ...photo('b'), format: 2, at: 0 }, 'newer');
    await open.put('photos', 'a word', 'strange');
    open.close();
    for (const key of ['newer', 'strange']) expect(await shelf.find(key), key).to.equal(null);
    expect((await shelf.find('a'))?.name).to.equal('a');
  });
});
