import 'fake-indexeddb/auto';
import type { StoredBrief } from '@hushto/contract';
import type { UserEvent } from '@testing-library/user-event';
import { register } from 'node:module';
import { createElement, type ComponentType } from 'react';
import { testServer, type TestServer } from '../../../server/test/helpers.ts';
import type * as LibraryFile from '../../src/state/library.ts';
import { aPage, type APage } from '../aPage.ts';

/**
 * The whole page on the real server, in one process: rooms, stores, the browser's database (a stand-in) and the server's (in memory), with
 * Port Alder in them. Nothing is laid out or drawn in it, and no worker runs: what needs that is a journey in the browser.
 */
export interface AHouse extends APage {
  /** Opens the page at an address. */
  enter: (at: string) => Promise<void>;
  /** Opens Plan on the brief of that title. */
  plan: (title: string) => Promise<void>;
  /** A hand on keys and pointer. */
  hand: () => UserEvent;
  /** Everything the page says, with plain spaces. */
  says: () => string;
  server: () => TestServer;
  /** Asks the server what changed elsewhere. */
  reload: () => Promise<void>;
  /** A module of this house's page. @param file under `src` */
  module: <Module>(file: string) => Promise<Module>;
  /** What the server keeps of the briefs. */
  briefs: () => Promise<StoredBrief[]>;
}

let houses = 0;

export function aHouse({ demo = true, frames = false } = {}): AHouse {
  const page = aPage();
  let server: TestServer | null = null;
  let hand: UserEvent | null = null;
  let begun: StoredBrief[] = [];
  // Stores are modules: each house has its own.
  const own = `?house=${++houses}`;
  const briefs = async () => (await server!.send('GET', '/api/briefs')).body as StoredBrief[];
  const module = async <Module>(file: string): Promise<Module> => (await import(`../../src/${file}${own}`)) as Module;
  const library = (): Promise<typeof LibraryFile> => module('state/library.ts');

  before(async function () {
    this.timeout(20_000);
    register('./bundler.mjs', import.meta.url);
    server = await testServer({ demo, frames });
    begun = await briefs();
    class NoWorker extends EventTarget {
      postMessage(): void {}
      terminate(): void {}
    }
    Object.assign(globalThis, { fetch: answeredBy(server), Worker: NoWorker, indexedDB: new IDBFactory() });
    // Somebody who has been here: lines for the first visit stand where reasons would.
    localStorage.setItem('hushto.settings', JSON.stringify({ version: 1, state: { tipsAway: ['tokens', 'valley', 'gates'] } }));
    // The whole page in an error's text hides what is wrong.
    page.library().configure({ getElementError: (message) => new Error(message ?? 'not found') });
    const { userEvent, PointerEventsCheckLevel } = await import('@testing-library/user-event');
    hand = userEvent.setup({ document, delay: null, pointerEventsCheck: PointerEventsCheckLevel.Never });
    await module('App.tsx');
  });
  afterEach(async () => {
    page.library().cleanup();
    // What one test keeps is no matter of the next.
    const { sync, loadLibrary } = await library();
    await sync.send();
    for (const { id, document } of begun) {
      await server!.send('POST', `/api/briefs/${id}/restore`);
      await server!.send('PUT', `/api/briefs/${id}`, document);
    }
    for (const { id } of await briefs())
      if (!begun.some((brief) => brief.id === id)) await server!.send('DELETE', `/api/briefs/${id}`);
    await loadLibrary();
  });
  after(() => server?.close());

  const enter = async (at: string): Promise<void> => {
    window.history.replaceState(null, '', at);
    const { App } = await module<{ App: ComponentType }>('App.tsx');
    page.open(createElement(App));
    await page.library().waitFor(
      () => {
        const main = document.querySelector('main');
        if (!main || main.getAttribute('aria-busy') === 'true') throw new Error(`${at} is not there yet`);
      },
      { timeout: 10_000 },
    );
  };
  return {
    ...page,
    enter,
    module,
    briefs,
    hand: () => hand!,
    says: () => document.body.textContent.replace(/[\u00a0\u202f]/g, ' '),
    server: () => server!,
    reload: async () => (await library()).loadLibrary(),
    async plan(title) {
      const brief = (await briefs()).find(({ document }) => document.title.includes(title));
      if (!brief) throw new Error(`There is no brief ${title}`);
      await enter(`/plan/${brief.id}`);
    },
  };
}

/** Requests go to the server without a network. */
function answeredBy({ app }: TestServer) {
  return async (url: string | URL, init: RequestInit = {}): Promise<Response> => {
    const { pathname, search } = new URL(url, 'http://localhost');
    const reply = await app.inject({
      method: (init.method ?? 'GET') as 'GET',
      url: pathname + search,
      headers: { ...(init.headers as Record<string, string>), host: '127.0.0.1:4567' },
      ...(typeof init.body === 'string' && { payload: init.body }),
    });
    return new Response(reply.statusCode === 204 ? null : new Uint8Array(reply.rawPayload), {
      status: reply.statusCode,
      headers: Object.fromEntries(Object.entries(reply.headers).map(([name, value]) => [name, String(value)])),
    });
  };
}
