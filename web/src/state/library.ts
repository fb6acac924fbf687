import { useStore } from 'zustand';
import { api } from '../api/client.ts';
import { browserDisk, browserLock } from '../sync/browserDisk.ts';
import { takeOverEarlier } from '../sync/earlierQueue.ts';
import { handedOver, handOver, takeOver } from '../sync/handover.ts';
import { createKeeping, type Keeping } from '../sync/keeping.ts';
import { createLibrary, waitingIn, type Library } from '../sync/library.ts';

/** Between two steps of a moving hand that are written down, ms. A page that goes hands on what was not. */
const REST_MS = 200;
const disk = browserDisk();
const windows = new BroadcastChannel('hushto.entries');

/** What this browser keeps, and brings to the server. */
export const keeping = createKeeping({
  disk,
  remote: api,
  alone: browserLock(),
  tell: (keys) => windows.postMessage(keys),
  now: Date.now,
  newId: () => crypto.randomUUID(),
  rest: () => new Promise((resolve) => setTimeout(resolve, REST_MS)),
});
export const useKeeping = <Selected>(select: (keeping: Keeping) => Selected): Selected => useStore(keeping.store, select);
/** What stands aside in this browser because it could not be understood. */
export const strangeEntries = { read: () => disk.aside(), clear: () => disk.clearAside() };

const library = createLibrary({
  keeping,
  takeOverEarlier: async () => {
    const local = localStorageOf();
    if (local) await takeOverEarlier(local, disk);
  },
  unwritten: () => {
    const local = localStorageOf();
    return local ? takeOver(local) : [];
  },
  written: () => {
    const local = localStorageOf();
    if (local) handedOver(local);
  },
  everSeen: async () => (await disk.readUpTo().catch(() => null)) !== null,
  newId: () => crypto.randomUUID(),
});
/** What is kept now; components ask {@link useLibrary}. */
export const libraryNow = (): Library => library.store.getState();
export const { load: loadLibrary, documentOf, draftOf, keep, keepAll, discard, bringBack, settleClash } = library;
export const useLibrary = <Selected>(select: (library: Library) => Selected): Selected => useStore(library.store, select);

/** Adds Port Alder: its briefs, places, tests and run sheet. */
export async function addDemo(): Promise<void> {
  await api.addDemo();
  await loadLibrary();
}

/** The browser may forbid it; asking alone fails then. */
function localStorageOf(): Storage | null {
  try {
    return localStorage;
  } catch {
    return null;
  }
}

// ---- while the page runs ----

const RETRY_MS = 5000;
const LOOK_MS = 20_000;

/** Sends what waits when there is a chance, and follows other windows and what is changed elsewhere. Runs while the page does. */
export function startKeeping(): void {
  const send = (): void => {
    const { reached, inHand } = keeping.store.getState();
    if (inHand > 0) void keeping.retry();
    if (waitingIn(keeping.store.getState()) > 0) void keeping.send();
    else if (!reached) void loadLibrary();
  };
  const look = (): void => {
    if (!document.hidden && libraryNow().status === 'ready') void keeping.pull().catch(() => undefined);
  };
  windows.addEventListener('message', ({ data }: MessageEvent<string[]>) => void keeping.reread(data));
  addEventListener('pagehide', () => {
    const local = localStorageOf();
    if (local) handOver(local, keeping.unwritten());
  });
  addEventListener('online', send);
  document.addEventListener('visibilitychange', () => {
    send();
    look();
  });
  setInterval(send, RETRY_MS);
  setInterval(look, LOOK_MS);
  keeping.store.subscribe(({ reached }, was) => {
    if (reached && !was.reached) void loadLibrary();
  });
  // Asked for early: without it a browser short of room may throw away what it keeps.
  void navigator.storage?.persist?.().catch(() => false);
}
