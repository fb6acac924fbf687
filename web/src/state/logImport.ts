import type { FramesTakenIn, LogLook, NewFrame } from '@hushto/contract';
import pMap from 'p-map';
import { create } from 'zustand';
import type { Undigested } from '../domain/logExchange.ts';
import { logApi } from '../api/log.ts';
import { filesIn, keptFolder, mayRead, mayReadUnasked, type Folder } from '../sync/keptFolder.ts';
import { codeOf, said } from '../sync/remote.ts';
import { askHeaders, askLogFile, readersAtOnce } from '../workers/logFiles.ts';
import { askLogAgain, previewCame } from './logQueries.ts';

/** Frames sent together, at least. */
const TOGETHER = 100;
/** Looks at frames' pixels kept together. */
const LOOKS_TOGETHER = 50;
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
  /** Whether what was taken in last were files of a camera. */
  ofFiles: boolean;
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
  ofFiles: false,
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
  // Where the browser lets the page read it still, nobody need press anything.
  if (folder && (await mayReadUnasked(folder))) await takeFolderIn(folder);
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
  useImport.setState({ doing: 'headers', done: 0, of: pictures.length, startedMs: Date.now(), nowMs: Date.now(), added: 0, known: 0, notTaken: [], ofFiles: true, finished: false });
  // Chosen otherwise: what is cut off now is not in the folder of before.
  await (folder ? folders.keep(folder).catch(() => undefined) : letFolderGo());
  try {
    const taken = await takeHeaders(pictures, signal);
    await askLogAgain();
    if (useImport.getState().keepsPreviews) await takePreviews(taken.filter(({ preview }) => !preview), signal);
    if (useImport.getState().findsCauses) await findCauses(taken.filter(({ cause }) => !cause), signal);
    if (!signal.aborted) localStorage.removeItem(LEFT_KEY);
  } catch (error) {
    if (!signal.aborted) note('', said(error));
  } finally {
    useImport.setState({ doing: null, finished: true, left: readLeft() });
    if (!readLeft()) await letFolderGo();
    useImport.setState({ hasFolder: readLeft() !== null && (await folders.find().catch(() => null)) !== null });
    await askLogAgain();
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
    ofFiles: false,
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
    note('', said(error));
  } finally {
    useImport.setState({ doing: null, finished: true });
    await askLogAgain();
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

async function takeHeaders(files: readonly File[], signal: AbortSignal): Promise<Taken[]> {
  const taken: Taken[] = [];
  // From the first on: what cuts this off may come before any answer does.
  const keepLeft = (sent: number): void => localStorage.setItem(LEFT_KEY, JSON.stringify({ done: sent, of: files.length }));
  keepLeft(0);
  const send = async (read: readonly { frame: NewFrame; file: File }[], done: number): Promise<void> => {
    if (read.length === 0) return;
    const answered = await addAll(read);
    for (const { file, id, preview, cause } of answered) {
      atHand.set(id, file);
      taken.push({ id, file, preview, cause });
    }
    tell({ frames: answered });
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
  return taken;
}

/** Sends frames together; where the server refuses them so, one by one, so that an odd one keeps no other out. */
async function addAll(
  read: readonly { frame: NewFrame; file: File }[],
): Promise<(FramesTakenIn['frames'][number] & { file: File })[]> {
  try {
    const { frames } = await logApi.add(read.map(({ frame }) => frame));
    return frames.map((one, i) => ({ ...one, file: read[i]!.file }));
  } catch (error) {
    const [only, another] = read;
    if (codeOf(error) !== 'VALIDATION_FAILED' || !only) throw error;
    if (!another) {
      note(nameOf(only.file), said(error));
      return [];
    }
    const alone = [];
    for (const one of read) alone.push(...(await addAll([one])));
    return alone;
  }
}

/** A frame that is in the log, with its file, and what of its pixels is known there. */
interface Taken {
  id: string;
  file: File;
  preview: boolean;
  cause: boolean;
}

const takePreviews = (taken: readonly Taken[], signal: AbortSignal): Promise<void> =>
  look('previews', taken, signal, async ({ id, file }) => {
    const found = await askLogFile('preview', file, signal);
    if (!('webp' in found)) return null;
    const { webp, likeness, sharpness } = found;
    return { id, preview: { webp: await base64Of(webp), likeness, sharpness } };
  });

/** Why each is soft. Of one that cannot be read nothing is said: it can be asked of alone. */
const findCauses = (taken: readonly Taken[], signal: AbortSignal): Promise<void> =>
  look('causes', taken, signal, async ({ id, file }) => {
    const found = await askLogFile('why', file, signal);
    return 'softness' in found ? { id, softness: found.softness } : null;
  });

/** Looks at the pixels of what was taken in, some files at once, until it is stopped. What is found is kept many at a time meanwhile. */
async function look(
  doing: ImportState['doing'],
  taken: readonly Taken[],
  signal: AbortSignal,
  find: (one: Taken) => Promise<LogLook | null>,
): Promise<void> {
  useImport.setState({ doing, done: 0, of: taken.length, startedMs: Date.now(), nowMs: Date.now() });
  let found: LogLook[] = [];
  let keeping = Promise.resolve();
  const keep = async (looks: readonly LogLook[]): Promise<void> => {
    if (looks.length === 0) return;
    await logApi.putLooks(looks);
    for (const { id, preview } of looks) if (preview) previewCame(id);
  };
  try {
    await pMap(
      taken,
      async (one) => {
        const looked = await find(one);
        if (looked) found.push(looked);
        useImport.setState(({ done }) => ({ done: done + 1, nowMs: Date.now() }));
        if (found.length < LOOKS_TOGETHER) return;
        const some = found;
        found = [];
        // One lot after the other; whoever finds the next is not kept waiting by more than one.
        await keeping;
        keeping = keep(some);
        keeping.catch(() => undefined);
      },
      { concurrency: readersAtOnce() + 1, signal },
    );
  } finally {
    // Stopped, what was found by then is kept.
    await keeping;
    await keep(found);
  }
}

async function base64Of(blob: Blob): Promise<string> {
  const bytes = new Uint8Array(await blob.arrayBuffer());
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  return btoa(text);
}

const note = (name: string, why: string): void =>
  useImport.setState(({ notTaken }) => ({ notTaken: [...notTaken, { name, why }] }));
const nameOf = (file: File): string => file.webkitRelativePath || file.name;
