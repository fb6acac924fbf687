import type { NewFrame } from '@hushto/contract';
import pMap from 'p-map';
import { create } from 'zustand';
import type { Undigested } from '../domain/logExchange.ts';
import { logApi } from '../api/log.ts';
import { filesIn, keptFolder, mayRead, type Folder } from '../sync/keptFolder.ts';
import { askHeaders, askLogFile, readersAtOnce } from '../workers/logFiles.ts';
import { loadLog, previewCame } from './log.ts';

/** Frames sent together, at least. */
const TOGETHER = 50;
/** Files whose heads are read together. */
const READ_TOGETHER = 25;
/** What an import that was cut off leaves behind. */
const LEFT_KEY = 'hushto.log.import';
/** What lies in folders of pictures and is none. */
const NO_PICTURE = /(^|\/)(\.|Thumbs\.db$|desktop\.ini$)|\.(xmp|txt|json|csv|mov|mp4|avi|wav|pdf|zip)$/i;

const BY_NAME = new Intl.Collator('en', { numeric: true });

export interface NotTaken {
  name: string;
  why: string;
}

interface ImportState {
  /** What is being done; null while nothing is. */
  doing: 'headers' | 'previews' | 'causes' | null;
  done: number;
  of: number;
  startedMs: number;
  /** When it last came further. */
  nowMs: number;
  added: number;
  known: number;
  notTaken: readonly NotTaken[];
  /** An import that was cut off before: of how many files how many were looked at. */
  left: { done: number; of: number } | null;
  /** Whether the folder of what was cut off can be read again without choosing it. */
  hasFolder: boolean;
  /** Whether small pictures are kept. */
  keepsPreviews: boolean;
  /** Whether each is looked into for why it is soft. */
  findsCauses: boolean;
  finished: boolean;
}

const readLeft = (): ImportState['left'] => {
  try {
    return JSON.parse(localStorage.getItem(LEFT_KEY) ?? 'null') as ImportState['left'];
  } catch {
    return null;
  }
};

/** Taking files into the log. */
export const useImport = create<ImportState>()(() => ({
  doing: null,
  done: 0,
  of: 0,
  startedMs: 0,
  nowMs: 0,
  added: 0,
  known: 0,
  notTaken: [],
  left: readLeft(),
  hasFolder: false,
  keepsPreviews: true,
  findsCauses: false,
  finished: false,
}));

let stop: AbortController | null = null;

/** Files of frames that were taken in since the page was opened, or chosen again: what needs their pixels finds them here. */
const atHand = new Map<string, File>();
export const fileOf = (frameId: string): File | undefined => atHand.get(frameId);

/** Ends what is being done. What was taken in stays. */
export const stopImport = (): void => stop?.abort();

/** Folders that browsers hand out for good; where they do not, the folder is chosen again. */
const folders = keptFolder();
const letFolderGo = (): Promise<void> => folders.forget().catch(() => undefined);

/** Looks whether the folder of an import that was cut off is at hand. */
export async function findFolder(): Promise<void> {
  const folder = useImport.getState().left && (await folders.find().catch(() => null));
  useImport.setState({ hasFolder: folder !== null });
}

/** Takes a folder in that the browser has handed out; an import that is cut off goes on with it. */
export async function takeFolderIn(folder: Folder): Promise<void> {
  if (useImport.getState().doing) return;
  const files = await filesIn(folder).catch(() => null);
  if (!files) {
    useImport.setState({
      finished: true,
      added: 0,
      known: 0,
      notTaken: [{ name: folder.name, why: 'could not be read; is it still there?' }],
    });
    return;
  }
  await takeIn(files, folder);
}

/** Goes on with an import that was cut off. */
export async function goOn(): Promise<void> {
  const folder = await folders.find().catch(() => null);
  if (folder && (await mayRead(folder))) await takeFolderIn(folder);
  else useImport.setState({ hasFolder: false });
}

export const forgetImport = (): void => {
  localStorage.removeItem(LEFT_KEY);
  void letFolderGo();
  useImport.setState({ left: null, finished: false, notTaken: [] });
};

/**
 * Takes files in: their heads first, so that all figures are there soon, then their small pictures. Each file counts once, however often
 * it is chosen; whatever cuts this off, those that were sent are whole, and the rest come when the folder is chosen again.
 */
export async function takeIn(files: readonly File[], folder: Folder | null = null): Promise<void> {
  if (useImport.getState().doing) return;
  // Each is asked for its name once: browsers take their time over it.
  const pictures = files
    .map((file) => ({ file, name: nameOf(file) }))
    .filter(({ name }) => !NO_PICTURE.test(name))
    .sort((a, b) => BY_NAME.compare(a.name, b.name))
    .map(({ file }) => file);
  stop = new AbortController();
  const { signal } = stop;
  useImport.setState({ doing: 'headers', done: 0, of: pictures.length, startedMs: Date.now(), nowMs: Date.now(), added: 0, known: 0, notTaken: [], finished: false });
  // Chosen otherwise: what is cut off now is not in the folder of before.
  await (folder ? folders.keep(folder).catch(() => undefined) : letFolderGo());
  try {
    const taken = await takeHeaders(pictures, signal);
    await loadLog();
    if (useImport.getState().keepsPreviews) await takePreviews(taken, signal);
    if (useImport.getState().findsCauses) await findCauses(taken, signal);
  } catch (error) {
    if (!signal.aborted) note('', error instanceof Error ? error.message : String(error));
  } finally {
    useImport.setState({ doing: null, finished: true, left: readLeft() });
    if (!readLeft()) await letFolderGo();
    await findFolder();
    await regroup();
    await loadLog();
  }
} // prettier-ignore

/** Takes frames in that have no file: lines of a table, or what was counted on the spot. Each counts once, however often it comes. */
export async function takeFramesIn(found: readonly Undigested[]): Promise<void> {
  if (useImport.getState().doing || found.length === 0) return;
  stop = new AbortController();
  useImport.setState({
    doing: 'headers',
    done: 0,
    of: found.length,
    startedMs: Date.now(),
    nowMs: Date.now(),
    added: 0,
    known: 0,
    notTaken: [],
    finished: false,
  });
  try {
    for (let from = 0; from < found.length && !stop.signal.aborted; from += TOGETHER) {
      const some = found.slice(from, from + TOGETHER);
      const digests = await Promise.all(some.map(({ key }) => digestOfText(key)));
      tell(await logApi.add(some.map(({ frame }, i) => ({ ...frame, digest: digests[i]! }))));
      useImport.setState({ done: from + some.length, nowMs: Date.now() });
    }
  } catch (error) {
    note('', error instanceof Error ? error.message : String(error));
  } finally {
    useImport.setState({ doing: null, finished: true });
    await loadLog();
  }
}

/** Minutes by which this computer's clock is ahead of UTC at a moment. */
export const zoneAt = (atMs: number): number => -new Date(atMs).getTimezoneOffset();

async function digestOfText(text: string): Promise<string> {
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text)));
  return Array.from(digest, (byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** Counts what the server took. */
function tell({ frames }: { frames: readonly { known: boolean }[] }): void {
  const known = frames.filter((one) => one.known).length;
  useImport.setState((now) => ({ added: now.added + frames.length - known, known: now.known + known }));
}

async function takeHeaders(files: readonly File[], signal: AbortSignal): Promise<{ id: string; file: File }[]> {
  const taken: { id: string; file: File }[] = [];
  // From the first on: what cuts this off may come before any answer does.
  const keepLeft = (sent: number): void => localStorage.setItem(LEFT_KEY, JSON.stringify({ done: sent, of: files.length }));
  keepLeft(0);
  const send = async (read: readonly { frame: NewFrame; file: File }[], done: number): Promise<void> => {
    if (read.length === 0) return;
    const answer = await logApi.add(read.map(({ frame }) => frame));
    answer.frames.forEach(({ id, known }, i) => {
      atHand.set(id, read[i]!.file);
      if (!known) taken.push({ id, file: read[i]!.file });
    });
    tell(answer);
    keepLeft(done);
  };
  let waiting: { frame: NewFrame; file: File }[] = [];
  // What was read is sent while the next are being read.
  let sending = Promise.resolve();
  let done = 0;
  while (done < files.length && !signal.aborted) {
    const some = files.slice(done, done + READ_TOGETHER);
    const found = await askHeaders(some, signal);
    if (signal.aborted) break;
    for (const [i, one] of found.entries())
      if ('header' in one) waiting.push({ frame: one.header, file: some[i]! });
      else note(nameOf(some[i]!), one.problem);
    done += some.length;
    if (waiting.length >= TOGETHER) {
      await sending;
      sending = send(waiting, done);
      // It is waited for before the next, and says there what is wrong.
      sending.catch(() => undefined);
      waiting = [];
    }
    useImport.setState({ done, nowMs: Date.now() });
  }
  await sending;
  await send(waiting, done);
  if (done === files.length) localStorage.removeItem(LEFT_KEY);
  return taken;
}

type Taken = readonly { id: string; file: File }[];

const takePreviews = (taken: Taken, signal: AbortSignal): Promise<void> =>
  each(
    'previews',
    taken,
    (file) => askLogFile('preview', file, signal),
    async (id, found) => {
      if (!('webp' in found)) return;
      const { webp, likeness, sharpness } = found;
      await logApi.putPreview(id, webp, { likeness, ...(sharpness === null ? {} : { sharpness }) });
      previewCame(id);
    },
    signal,
  );

/** Why each is soft. Of one that cannot be read nothing is said: it can be asked of alone. */
const findCauses = (taken: Taken, signal: AbortSignal): Promise<void> =>
  each(
    'causes',
    taken,
    (file) => askLogFile('why', file, signal),
    async (id, found) => {
      if ('softness' in found) await logApi.putSoftness(id, found.softness);
    },
    signal,
  );

/** Goes through what was taken in, some at once, until it is stopped. What is found of one is kept while others are looked at. */
async function each<Found>(
  doing: ImportState['doing'],
  taken: Taken,
  find: (file: File) => Promise<Found>,
  keep: (id: string, found: Found) => Promise<void>,
  signal: AbortSignal,
): Promise<void> {
  useImport.setState({ doing, done: 0, of: taken.length, startedMs: Date.now(), nowMs: Date.now() });
  await pMap(
    taken,
    async ({ id, file }) => {
      await keep(id, await find(file));
      useImport.setState(({ done }) => ({ done: done + 1, nowMs: Date.now() }));
    },
    { concurrency: readersAtOnce() + 1, signal },
  );
}

async function regroup(): Promise<void> {
  const { outings } = await logApi.shelf();
  for (const { id } of outings) await logApi.group(id);
}

const note = (name: string, why: string): void =>
  useImport.setState(({ notTaken }) => ({ notTaken: [...notTaken, { name, why }] }));
const nameOf = (file: File): string => file.webkitRelativePath || file.name;
