import { expect } from 'chai';
import { askHeaders } from './logFiles.ts';

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
const said = (found: Awaited<ReturnType<typeof askHeaders>>): string[] =>
  found.map((one) => ('header' in one ? one.header.name : one.problem));

describe('heads of files, read several at once', () => {
  const real = globalThis.Worker;
  before(() => void ((globalThis as { Worker: unknown }).Worker = Breakable));
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
