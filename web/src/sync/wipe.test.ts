import { IDBFactory } from 'fake-indexeddb';
import { expect } from 'chai';
import { memoryStorage } from '../../test/memoryStorage.ts';
import { wipe } from './wipe.ts';

describe('a device that was removed', () => {
  it('forgets every database and every setting of Hushto, and nothing of others', async () => {
    const databases = new IDBFactory();
    const make = (name: string) =>
      new Promise<void>((resolve) => {
        const request = databases.open(name, 1);
        request.onsuccess = () => {
          request.result.close();
          resolve();
        };
      });
    for (const name of ['hushto', 'hushto-photos', 'somebody-else']) await make(name);
    const storage = memoryStorage({ 'hushto.settings': '{}', 'hushto.unsaved.w.1': '{}', other: 'stays' });
    await wipe(storage, databases);
    expect((await databases.databases()).map(({ name }) => name)).to.deep.equal(['somebody-else']);
    expect(Object.keys(storage)).to.deep.equal(['other']);
  });
});
