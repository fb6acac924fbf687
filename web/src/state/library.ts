import { useStore } from 'zustand';
import { api, whenRemoved } from '../api/client.ts';
import { browserDisk, browserLock } from '../sync/browserDisk.ts';
import { createDocumentSync } from '../sync/documentSync.ts';
import { readFirstRelease } from '../sync/firstRelease.ts';
import type { SyncState } from '../sync/localWrites.ts';
import { unsavedIn } from '../sync/unsaved.ts';
import { createLibrary, waitingIn, type Library } from '../sync/library.ts';
import { wipe } from '../sync/wipe.ts';

/** Between two steps of a moving hand that are written down, ms. A page that goes saves what was not. */
const REST_MS = 200;
const disk = browserDisk();
const windows = new BroadcastChannel('hushto.entries');

/** The documents this browser has, in step with the server. */
export const sync = createDocumentSync({
  disk,
  remote: api,
  alone: browserLock(),
  tell: (keys) => windows.postMessage(keys),
  now: Date.now,
  newId: () => crypto.randomUUID(),
  rest: () => new Promise((resolve) => setTimeout(resolve, REST_MS)),
  unsaved: unsavedIn(() => localStorage),
});
export const useSync = <Selected>(select: (state: SyncState) => Selected): Selected => useStore(sync.store, select);
/** What stands aside in this browser because it could not be understood. */
export const strangeEntries = { read: () => disk.aside(), clear: () => disk.clearAside() };

const library = createLibrary({
  sync,
  readFirstRelease: async () => {
    const local = localStorageOf();
    if (local) await readFirstRelease(local, disk);
  },
  everRead: async () => (await disk.readUpTo().catch(() => null)) !== null,
  newId: () => crypto.randomUUID(),
});
/** The documents now; components ask {@link useLibrary}. */
export const libraryNow = (): Library => library.store.getState();
export const {
  load: loadLibrary,
  documentOf,
  draftOf,
  create,
  createAll,
  change,
  changeSafely,
  discard,
  bringBack,
  settleConflict,
} = library;
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
export function startSync(): void {
  const send = (): void => {
    const { server, unwritten } = sync.store.getState();
    if (unwritten > 0) void sync.retry();
    if (waitingIn(sync.store.getState()) > 0) void sync.send();
    else if (server !== 'answers') void loadLibrary();
  };
  const look = (): void => {
    if (!document.hidden && libraryNow().status === 'ready') void sync.pull().catch(() => undefined);
  };
  let removed = false;
  const otherWindows = new BroadcastChannel('hushto.removed');
  whenRemoved(() => {
    if (removed) return;
    removed = true;
    const local = localStorageOf();
    otherWindows.postMessage('removed');
    // The page that comes next knows nothing, and asks to be paired.
    if (local) void wipe(local, indexedDB).finally(() => location.reload());
  });
  otherWindows.addEventListener('message', () => {
    removed = true;
    location.reload();
  });
  windows.addEventListener('message', ({ data }: MessageEvent<string[]>) => void sync.reread(data));
  addEventListener('pagehide', () => removed || sync.leave());
  addEventListener('online', send);
  document.addEventListener('visibilitychange', () => {
    send();
    look();
  });
  setInterval(send, RETRY_MS);
  setInterval(look, LOOK_MS);
  sync.store.subscribe(({ server }, was) => {
    if (server === 'answers' && was.server === 'away') void loadLibrary();
  });
  // Asked for early: without it a browser short of room may throw away what it keeps.
  void navigator.storage?.persist?.().catch(() => false);
}
