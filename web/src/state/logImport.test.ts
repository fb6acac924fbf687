import 'fake-indexeddb/auto';
import type { Softness } from '@hushto/core';
import { expect } from 'chai';
import { onCores } from '../../test/cores.ts';
import { keptFolder, type Folder } from '../sync/keptFolder.ts';
import type { LogFileAsked, LogFileFound } from '../workers/logProtocol.ts';
import type * as Import from './logImport.ts';

/** What the worker would find in a file, by its name. */
const SOFT: Softness = { shares: { sharp: 1, hands: 0, subject: 0, focus: 0, grain: 0 }, cause: 'sharp', smear: null, sharpest: null, widthPx: 2048, places: [] }; // prettier-ignore
function found(asked: LogFileAsked): LogFileFound {
  const { ticket } = asked;
  if (asked.what === 'headers')
    return {
      ticket,
      headers: asked.files.map((file) =>
        file.name.startsWith('torn') ? { problem: 'is cut short.' } : { header: { name: file.name, digest: file.name } as never },
      ),
    };
  if (asked.what === 'preview') return { ticket, webp: new Blob(['small']), likeness: '0'.repeat(64), sharpness: 1.2 };
  if ('file' in asked && asked.file.name.startsWith('odd')) return { ticket, problem: 'shows nothing.' };
  return { ticket, softness: SOFT };
}

class FakeWorker extends EventTarget {
  static asked: LogFileAsked[] = [];
  /** Called with every question; answers wait for it. */
  static before: (asked: LogFileAsked) => Promise<void> = async () => {};
  #ended = false;
  postMessage(asked: LogFileAsked): void {
    FakeWorker.asked.push(asked);
    void FakeWorker.before(asked).then(() => {
      if (!this.#ended) this.dispatchEvent(new MessageEvent('message', { data: found(asked) }));
    });
  }
  terminate(): void {
    this.#ended = true;
  }
}

/** A server that knows frames by their digests. */
class FakeServer {
  readonly ids = new Map<string, string>();
  readonly sent: number[] = [];
  readonly put: string[] = [];
  /** From which sending on it fails. */
  failsFrom = Infinity;

  readonly fetch = async (url: string, init: { method: string; body?: string }): Promise<Response> => {
    const json = (body: unknown, status = 200): Response => new Response(JSON.stringify(body), { status });
    const { pathname } = new URL(url, 'http://log');
    if (pathname === '/api/log/frames' && init.method === 'POST') {
      const { frames } = JSON.parse(init.body!) as { frames: { digest: string }[] };
      this.sent.push(frames.length);
      if (this.sent.length > this.failsFrom) return json({ error: { code: 'DISK_FULL', message: 'The disk is full.', issues: [] } }, 507);
      const taken = frames.map(({ digest }) => {
        const known = this.ids.has(digest);
        if (!known) this.ids.set(digest, crypto.randomUUID());
        return { id: this.ids.get(digest)!, known };
      });
      return json({ frames: taken, outings: [], drafts: 0 });
    }
    if (init.method === 'PUT') this.put.push(pathname.split('/').at(-1)!);
    if (pathname === '/api/log') return json({ outings: [], gear: [], frames: this.ids.size, undrawn: 0 });
    if (pathname === '/api/log/frames') return json({ total: 0, frames: [] });
    return new Response(null, { status: 204 });
  }; // prettier-ignore
}

class FakeStorage {
  readonly kept = new Map<string, string>();
  getItem = (key: string): string | null => this.kept.get(key) ?? null;
  setItem = (key: string, value: string): void => void this.kept.set(key, value);
  removeItem = (key: string): void => void this.kept.delete(key);
}

const files = (count: number, name = 'f'): File[] =>
  Array.from({ length: count }, (_, i) => new File([`${i}`], `${name}${i}.jpg`));

describe('taking files into the log', () => {
  const before_ = { fetch: globalThis.fetch, Worker: globalThis.Worker, localStorage: globalThis.localStorage };
  let server: FakeServer;
  let storage: FakeStorage;
  let log: typeof Import;
  const now = () => log.useImport.getState();

  onCores(2);
  before(async () => {
    log = await import('./logImport.ts');
  });
  beforeEach(() => {
    server = new FakeServer();
    storage = new FakeStorage();
    FakeWorker.asked = [];
    FakeWorker.before = async () => {};
    Object.assign(globalThis, { fetch: server.fetch, Worker: FakeWorker, localStorage: storage });
    log.useImport.setState({ left: null, hasFolder: false, keepsPreviews: true, findsCauses: false });
  });
  after(async () => {
    // Stopped, the stand-in is ended: the next to ask begins a worker of its own.
    await (await import('../workers/logFiles.ts')).askLogFile('preview', files(1)[0]!, AbortSignal.abort());
    Object.assign(globalThis, before_);
  });

  it('takes pictures alone, in the order of their numbers, so many together, and says what could not be read', async () => {
    const odd = [new File([''], 'Thumbs.db'), new File([''], 'notes.txt'), new File([''], '.hidden.jpg'), new File([''], 'torn.jpg')]; // prettier-ignore
    await log.takeIn([...odd, ...files(120)]);
    const heads = FakeWorker.asked.flatMap((asked) => (asked.what === 'headers' ? asked.files.map(({ name }) => name) : []));
    expect(heads).to.deep.equal([...files(120).map(({ name }) => name), 'torn.jpg']);
    expect(server.sent).to.deep.equal([50, 50, 20]);
    expect(now()).to.include({ doing: null, finished: true, added: 120, known: 0, left: null });
    expect(now().notTaken).to.deep.equal([{ name: 'torn.jpg', why: 'is cut short.' }]);
    expect(server.put.filter((what) => what === 'preview')).to.have.length(120);
    // Once more: each counts once, and what is known needs no new picture.
    await log.takeIn(files(120));
    expect(now()).to.include({ added: 0, known: 120 });
    expect(server.put.filter((what) => what === 'preview')).to.have.length(120);
  });

  it('keeps no pictures where none are wished, and looks into each for why it is soft where that is', async () => {
    log.useImport.setState({ keepsPreviews: false, findsCauses: true });
    await log.takeIn([...files(3), ...files(2, 'odd')]);
    expect(server.put).to.deep.equal(['softness', 'softness', 'softness']);
    // One of which nothing can be said keeps nothing from going on.
    expect(now()).to.include({ added: 5, doing: null, finished: true });
  });

  it('makes the next small picture while the last one is being kept, and says when one cannot be', async () => {
    // Until the second is asked for, the first is not kept.
    let keepFirst = (): void => undefined;
    const asked = new Promise<void>((resolve) => (keepFirst = resolve));
    FakeWorker.before = async (question) => {
      if (question.what === 'preview' && question.file.name === 'f1.jpg') keepFirst();
    };
    const { fetch } = server;
    const order: string[] = [];
    Object.assign(globalThis, {
      fetch: async (url: string, init: { method: string; body?: string }) => {
        if (init.method === 'PUT') {
          await asked;
          order.push(url);
        }
        return fetch(url, init);
      },
    });
    await log.takeIn(files(4));
    expect(order).to.have.length(4);
    expect(server.put).to.have.length(4);
    expect(now()).to.include({ doing: null, finished: true });

    const full = JSON.stringify({ error: { code: 'DISK_FULL', message: 'The disk is full.', issues: [] } });
    Object.assign(globalThis, {
      fetch: async (url: string, init: { method: string; body?: string }) =>
        init.method === 'PUT' ? new Response(full, { status: 507 }) : fetch(url, init),
    });
    await log.takeIn(files(6, 'later'));
    expect(now()).to.include({ doing: null, finished: true, added: 6 });
    expect(now().notTaken).to.deep.equal([{ name: '', why: 'The disk is full.' }]);
  });

  it('says how far it came when the server fails, and what has been sent is whole', async () => {
    server.failsFrom = 1;
    await log.takeIn(files(120));
    expect(server.ids.size).to.equal(50);
    expect(now().left).to.deep.equal({ done: 50, of: 120 });
    expect(now().notTaken).to.deep.equal([{ name: '', why: 'The disk is full.' }]);
    server.failsFrom = Infinity;
    await log.takeIn(files(120));
    expect(now()).to.include({ added: 70, known: 50, left: null });
  });

  it('stops between two readings: nothing is sent after that, and no picture is made', async () => {
    FakeWorker.before = async () => {
      if (FakeWorker.asked.length === 3) log.stopImport();
    };
    await log.takeIn(files(120));
    expect(server.sent.reduce((sum, n) => sum + n, 0))
      .to.equal(server.ids.size)
      .and.lessThan(120);
    expect(now()).to.include({ doing: null, finished: true });
    expect(now().left).to.deep.include({ of: 120 });
    expect(server.put).to.deep.equal([]);
  });

  it('says when a folder cannot be read any more, and nothing else changes', async () => {
    const values = (): never => {
      throw new DOMException('gone', 'NotFoundError');
    };
    const gone = { kind: 'directory', name: 'evening', values } as unknown as Folder;
    await log.takeFolderIn(gone);
    expect(now()).to.include({ doing: null, finished: true, added: 0 });
    expect(now().notTaken).to.deep.equal([{ name: 'evening', why: 'could not be read; is it still there?' }]);
    expect(server.sent).to.deep.equal([]);
  });

  it('knows whether the folder of what was cut off is at hand, and lets it go when it is through', async () => {
    const folder = {
      kind: 'directory',
      name: 'evening',
      async *values() {
        for (const file of files(4)) yield { kind: 'file', name: file.name, getFile: async () => file };
      },
    } as unknown as Folder;
    await keptFolder().keep({ kind: 'directory', name: 'evening' } as Folder);
    storage.setItem('hushto.log.import', JSON.stringify({ done: 2, of: 4 }));
    log.useImport.setState({ left: { done: 2, of: 4 } });
    await log.findFolder();
    expect(now().hasFolder).to.equal(true);
    await log.takeFolderIn(folder);
    expect(now()).to.include({ added: 4, left: null, hasFolder: false });
    expect(await keptFolder().find()).to.equal(null);
    expect(storage.kept.has('hushto.log.import')).to.equal(false);
  });
});
