import 'fake-indexeddb/auto';
import { expect } from 'chai';
import { filesIn, keptFolder, mayRead, type Folder } from './keptFolder.ts';

/** A folder as a browser hands it out, of files and folders by name. */
const folderOf = (name: string, holds: Record<string, string | Folder>): Folder =>
  ({
    kind: 'directory',
    name,
    async *values() {
      for (const [own, what] of Object.entries(holds))
        yield typeof what === 'string' ? { kind: 'file', name: own, getFile: async () => new File([what], own) } : what;
    },
  }) as unknown as Folder;

describe('the folder of an import', () => {
  it('is read with the folders in it, each file under its path', async () => {
    const inner = folderOf('second set', { 'b.jpg': 'two' });
    const files = await filesIn(folderOf('evening', { 'a.jpg': 'one', 'second set': inner }));
    expect(files.map(({ webkitRelativePath }) => webkitRelativePath)).to.deep.equal([
      'evening/a.jpg',
      'evening/second set/b.jpg',
    ]);
    expect(await Promise.all(files.map((file) => file.text()))).to.deep.equal(['one', 'two']);
  });

  it('is kept over a reload until it is let go, and what lies there otherwise is none', async () => {
    const kept = keptFolder('folder-1');
    expect(await kept.find()).to.equal(null);
    await kept.keep({ kind: 'directory', name: 'evening' } as Folder);
    expect((await keptFolder('folder-1').find())?.name).to.equal('evening');
    await kept.keep({ kind: 'file', name: 'a.jpg' } as unknown as Folder);
    expect(await kept.find()).to.equal(null);
    await kept.forget();
    expect(await kept.find()).to.equal(null);
  });

  it('is not read where it was refused', async () => {
    const asked = (state: PermissionState): Folder => ({ requestPermission: async () => state }) as unknown as Folder;
    expect(await mayRead(asked('granted'))).to.equal(true);
    for (const state of ['denied', 'prompt'] as const) expect(await mayRead(asked(state)), state).to.equal(false);
  });
});
