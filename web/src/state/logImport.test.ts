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
  readonly looks = new Map<string, Set<string>>();
  /** How many looks came together. */
  readonly lots: number[] = [];
  /** Digests of frames it refuses, and all that are sent with them. */
  readonly odd = new Set<string>();
  /** From which sending on it fails. */
  failsFrom = Infinity;

  readonly fetch = async (url: string, init: { method: string; body?: string }): Promise<Response> => {
    const json = (body: unknown, status = 200): Response => new Response(JSON.stringify(body), { status });
    const { pathname } = new URL(url, 'http://log');
    if (pathname === '/api/log/frames' && init.method === 'POST') {
      const { frames } = JSON.parse(init.body!) as { frames: { digest: string }[] };
      this.sent.push(frames.length);
      if (frames.some(({ digest }) => this.odd.has(digest))) return json({ error: { code: 'VALIDATION_FAILED', message: 'Some fields cannot be used as sent.', issues: [] } }, 400);
      if (this.sent.length > this.failsFrom) return json({ error: { code: 'DISK_FULL', message: 'The disk is full.', issues: [] } }, 507);
      const taken = frames.map(({ digest }) => {
        const known = this.ids.has(digest);
        if (!known) this.ids.set(digest, crypto.randomUUID());
        const id = this.ids.get(digest)!;
        return { id, known, preview: this.looks.get(id)?.has('preview') ?? false, cause: this.looks.get(id)?.has('softness') ?? false };
      });
      return json({ frames: taken, outings: [], drafts: 0 });
    }
    if (pathname === '/api/log/looks') {
      const { looks } = JSON.parse(init.body!) as { looks: ({ id: string } & Record<'preview' | 'softness', object | undefined>)[] };
      for (const { id, ...look } of looks)
        for (const what of Object.keys(look)) {
          this.put.push(what);
          this.looks.set(id, new Set([...(this.looks.get(id) ?? []), what]));
        }
      this.lots.push(looks.length);
      return json({ kept: looks.length });
    }
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
    expect(server.sent).to.deep.equal([100, 20]);
    expect(now()).to.include({ doing: null, finished: true, added: 120, known: 0, left: null });
    expect(now().notTaken).to.deep.equal([{ name: 'torn.jpg', why: 'is cut short.' }]);
    expect(server.put.filter((what) => what === 'preview')).to.have.length(120);
    // Once more: each counts once, and what is known needs no new picture.
    await log.takeIn(files(120));
    expect(now()).to.include({ added: 0, known: 120 });
    expect(server.put.filter((what) => what === 'preview')).to.have.length(120);
  });

  it('of two thousand files asks the server about a hundred times in all, with pictures and causes', async function () {
    this.timeout(60_000);
    let asked = 0;
    const { fetch } = server;
    Object.assign(globalThis, {
      fetch: (url: string, init: { method: string; body?: string }) => ((asked += 1), fetch(url, init)),
    });
    log.useImport.setState({ findsCauses: true });
    await log.takeIn(files(2000));
    expect(now()).to.include({ added: 2000, left: null });
    expect([server.put.filter((what) => what === 'preview').length, server.put.filter((what) => what === 'softness').length]).to.deep.equal([2000, 2000]); // prettier-ignore
    expect(asked).to.be.at.most(110);
  });

  it('takes all others of a folder in where the server refuses one, and names that', async () => {
    server.odd.add('f7.jpg');
    await log.takeIn(files(30));
    expect(now()).to.include({ added: 29, finished: true });
    expect(now().notTaken).to.deep.equal([{ name: 'f7.jpg', why: 'Some fields cannot be used as sent.' }]);
  });

  it('makes small pictures that were cut off when the folder is chosen again', async () => {
    FakeWorker.before = async (question) => {
      if (question.what === 'preview' && question.file.name === 'f60.jpg') log.stopImport();
    };
    await log.takeIn(files(120));
    expect(now().left).to.deep.include({ of: 120 });
    expect(server.put.length).to.be.below(120);
    FakeWorker.before = async () => {};
    await log.takeIn(files(120));
    expect(now()).to.include({ added: 0, known: 120, left: null });
    expect([...server.looks.values()].filter((looks) => looks.has('preview'))).to.have.length(120);
  });

  it('keeps no pictures where none are wished, and looks into each for why it is soft where that is', async () => {
    log.useImport.setState({ keepsPreviews: false, findsCauses: true });
    await log.takeIn([...files(3), ...files(2, 'odd')]);
    expect(server.put).to.deep.equal(['softness', 'softness', 'softness']);
    // One of which nothing can be said keeps nothing from going on.
    expect(now()).to.include({ added: 5, doing: null, finished: true });
  });

  it('looks at the next frames while what was found is being kept, and says when it cannot be', async () => {
    // Until the last is asked for, the first lot is not kept.
    let keepFirst = (): void => undefined;
    const asked = new Promise<void>((resolve) => (keepFirst = resolve));
    FakeWorker.before = async (question) => {
      if (question.what === 'preview' && question.file.name === 'f51.jpg') keepFirst();
    };
    const { fetch } = server;
    Object.assign(globalThis, {
      fetch: async (url: string, init: { method: string; body?: string }) => {
        if (url.includes('/looks')) await asked;
        return fetch(url, init);
      },
    });
    await log.takeIn(files(54));
    expect(server.lots).to.deep.equal([50, 4]);
    expect(now()).to.include({ doing: null, finished: true });

    const full = JSON.stringify({ error: { code: 'DISK_FULL', message: 'The disk is full.', issues: [] } });
    Object.assign(globalThis, {
      fetch: async (url: string, init: { method: string; body?: string }) =>
        url.includes('/looks') ? new Response(full, { status: 507 }) : fetch(url, init),
    });
    await log.takeIn(files(6, 'later'));
    expect(now()).to.include({ doing: null, finished: true, added: 6 });
    expect(now().notTaken).to.deep.equal([{ name: '', why: 'The disk is full.' }]);
  });

  it('says how far it came when the server fails, and what has been sent is whole', async () => {
    server.failsFrom = 1;
    await log.takeIn(files(220));
    expect(server.ids.size).to.equal(100);
    expect(now().left).to.deep.equal({ done: 100, of: 220 });
    expect(now().notTaken).to.deep.equal([{ name: '', why: 'The disk is full.' }]);
    server.failsFrom = Infinity;
    await log.takeIn(files(220));
    expect(now()).to.include({ added: 120, known: 100, left: null });
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
