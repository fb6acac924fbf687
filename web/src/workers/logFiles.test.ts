import { expect } from 'chai';
import { onCores } from '../../test/cores.ts';
import type * as LogFiles from './logFiles.ts';

/** With readers of its own. */
const logFiles = (own: string): Promise<typeof LogFiles> => import(`./logFiles.ts?${own}`) as Promise<typeof LogFiles>;

/** A worker that a file called "bad" breaks, whoever else is asked for with it. */
class Breakable extends EventTarget {
  static begun = 0;
  static ended = 0;

  constructor() {
    super();
    Breakable.begun++;
  }

  postMessage({ ticket, files }: { ticket: number; files: readonly { name: string }[] }): void {
    queueMicrotask(() => {
      if (files.some(({ name }) => name === 'bad')) return void this.dispatchEvent(new Event('error'));
      const headers = files.map(({ name }) => ({ header: { name } }));
      this.dispatchEvent(new MessageEvent('message', { data: { ticket, headers } }));
    });
  }

  terminate(): void {
    Breakable.ended++;
  }
}

const file = (name: string): File => new File(['…'], name);
const said = (found: Awaited<ReturnType<typeof LogFiles.askHeaders>>): string[] =>
  found.map((one) => ('header' in one ? one.header.name : one.problem));

describe('heads of files, read several at once', () => {
  const real = globalThis.Worker;
  let askHeaders: typeof LogFiles.askHeaders;
  onCores(2);
  before(async () => {
    (globalThis as { Worker: unknown }).Worker = Breakable;
    ({ askHeaders } = await logFiles('heads'));
  });
  after(() => void (globalThis.Worker = real));

  it('come in the order they were asked for', async () => {
    expect(said(await askHeaders(['a', 'b', 'c'].map(file)))).to.deep.equal(['a', 'b', 'c']);
    expect(await askHeaders([])).to.deep.equal([]);
  });

  it('lose none but the one that breaks the worker', async () => {
    const begun = Breakable.begun;
    expect(said(await askHeaders(['a', 'bad', 'c'].map(file)))).to.deep.equal(['a', 'could not be read here.', 'c']);
    // Once for all, and once for the bad one alone.
    expect(Breakable.ended).to.equal(2);
    expect(Breakable.begun - begun).to.equal(2);
  });

  it('are not asked for one by one where all was stopped', async () => {
    const ended = Breakable.ended;
    const found = await askHeaders(['a', 'bad'].map(file), AbortSignal.abort());
    expect(said(found)).to.deep.equal(['was stopped.', 'was stopped.']);
    expect(Breakable.ended - ended).to.equal(1);
  });
});

/** A worker that answers when it is told to. */
class Waiting extends EventTarget {
  static all: Waiting[] = [];
  asked: { ticket: number; file: File }[] = [];
  ended = false;

  constructor() {
    super();
    Waiting.all.push(this);
  }

  postMessage(question: { ticket: number; file: File }): void {
    this.asked.push(question);
  }

  terminate(): void {
    this.ended = true;
  }

  answer(): void {
    const { ticket, file } = this.asked.shift()!;
    this.dispatchEvent(new MessageEvent('message', { data: { ticket, likeness: file.name } }));
  }
}

describe('small pictures, made several at once', () => {
  const real = globalThis.Worker;
  let ask: (name: string, signal?: AbortSignal) => Promise<object>;
  const asked = (): string[] => Waiting.all.flatMap((worker) => worker.asked.map(({ file: { name } }) => name));
  const reads = (name: string): Waiting => Waiting.all.find((worker) => worker.asked.some((one) => one.file.name === name))!;
  /** Turns are taken a moment later. */
  const turns = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));
  onCores(4);
  before(() => void ((globalThis as { Worker: unknown }).Worker = Waiting));
  after(() => void (globalThis.Worker = real));
  beforeEach(async function () {
    Waiting.all = [];
    const { askLogFile } = await logFiles(this.currentTest!.title);
    ask = (name, signal) => askLogFile('preview', file(name), signal);
  });

  it('have a core each, one left for the page, and the next begins where one is done', async () => {
    const found = ['a', 'b', 'c', 'd', 'e'].map((name) => ask(name));
    await turns();
    expect(asked()).to.deep.equal(['a', 'b', 'c']);
    reads('b').answer();
    await turns();
    expect(asked().sort()).to.deep.equal(['a', 'c', 'd']);
    for (const name of ['a', 'd', 'c', 'e']) {
      reads(name).answer();
      await turns();
    }
    expect(await Promise.all(found)).to.deep.equal(
      ['a', 'b', 'c', 'd', 'e'].map((likeness, i) => ({ ticket: [1, 1, 1, 2, 2][i], likeness })),
    );
    expect(Waiting.all).to.have.length(3);
  });

  it('are lost to none but the one that breaks its worker, in whose place another begins', async () => {
    const [a, bad, c] = ['a', 'bad', 'c'].map((name) => ask(name));
    await turns();
    const broken = reads('bad');
    broken.dispatchEvent(new Event('error'));
    expect(await bad).to.include({ problem: 'could not be read here.' });
    expect(broken.ended).to.equal(true);
    const d = ask('d');
    await turns();
    for (const name of ['a', 'c', 'd']) reads(name).answer();
    expect(await Promise.all([a, c, d])).to.satisfy(
      (all: { likeness?: string }[]) => all.map(({ likeness }) => likeness).join('') === 'acd',
    );
    expect(Waiting.all).to.have.length(4);
  });

  it('that wait for their turn are not begun once all was stopped', async () => {
    const stop = new AbortController();
    const found = ['a', 'b', 'c', 'd'].map((name) => ask(name, stop.signal));
    await turns();
    stop.abort();
    for (const one of await Promise.all(found)) expect(one).to.include({ problem: 'was stopped.' });
    expect(asked()).not.to.include('d');
  });
});

describe('how many are read at once', () => {
  for (const [cores, readers] of [
    [1, 1],
    [2, 1],
    [4, 3],
    [16, 3],
  ] as const)
    // prettier-ignore
    describe(`on ${cores ?? 'nobody says how many'} cores`, () => {
      onCores(cores);
      it(`is ${readers}`, async () => expect((await logFiles('count')).readersAtOnce()).to.equal(readers));
    });
});
