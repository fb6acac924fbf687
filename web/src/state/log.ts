import type { LogFilter, LogFrame, LogShelf } from '@hushto/contract';
import type { Verdict } from '@hushto/core';
import { create } from 'zustand';
import { logApi } from '../api/log.ts';
import { sync } from './library.ts';

/** Frames asked for at once. */
const PAGE = 100;
/** Pages held at once: what is far from where one looks is let go. */
const MOST_PAGES = 30;

interface LogState {
  shelf: LogShelf | null;
  /** Why the log cannot be shown; null where it can. */
  failed: string | null;
  filter: LogFilter;
  /** Frames of the filter; null as long as none was counted. */
  total: number | null;
  pages: Readonly<Record<number, readonly LogFrame[]>>;
  /** Where the cursor stands, from 0. */
  at: number;
  /** Frames chosen beside the one under the cursor. */
  chosen: ReadonlySet<string>;
  view: 'grid' | 'table';
  /** Counts how often it was read anew: what is worked out from it is then old. */
  readings: number;
  set: (change: Partial<Pick<LogState, 'at' | 'chosen' | 'view'>>) => void;
}

/** The log as it is looked at. What is in it is the server's; here are the pages that were asked for. */
export const useLog = create<LogState>()((set) => ({
  shelf: null,
  failed: null,
  filter: {},
  total: null,
  pages: {},
  at: 0,
  chosen: new Set(),
  view: 'grid',
  readings: 0,
  set: (change) => set(change),
}));

const said = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/** Outings and gear, and the frames of the filter anew. */
export async function loadLog(): Promise<void> {
  try {
    const shelf = await logApi.shelf();
    useLog.setState(({ readings }) => ({ shelf, failed: null, readings: readings + 1 }));
    await askAgain();
  } catch (error) {
    useLog.setState({ failed: said(error) });
  }
}

/** Another filter: from its first frame. */
export async function filterLog(filter: LogFilter): Promise<void> {
  useLog.setState({ filter, total: null, pages: {}, at: 0, chosen: new Set() });
  await askAgain();
}

let asking = new Set<number>();

async function askAgain(): Promise<void> {
  asking = new Set();
  const held = Object.keys(useLog.getState().pages).map(Number);
  await Promise.all((held.length > 0 ? held : [0]).map((page) => askFor(page, true)));
}

/** Sees to it that the frames from one to another are there, or on their way. */
export function needFrames(from: number, to: number): void {
  for (let page = Math.floor(from / PAGE); page <= Math.floor(Math.max(from, to) / PAGE); page++) void askFor(page, false);
}

async function askFor(page: number, anew: boolean): Promise<void> {
  const { filter, pages } = useLog.getState();
  if (asking.has(page) || (!anew && pages[page])) return;
  asking.add(page);
  try {
    const { total, frames } = await logApi.page(filter, page * PAGE, PAGE);
    // The answer to an older filter is nobody's.
    if (useLog.getState().filter !== filter) return;
    useLog.setState(({ pages: held, at }) => ({ total, failed: null, at: Math.min(at, Math.max(0, total - 1)), pages: nearTo(page, { ...held, [page]: frames }) }));
  } catch (error) {
    if (useLog.getState().filter === filter) useLog.setState({ failed: said(error) });
  } finally {
    asking.delete(page);
  }
} // prettier-ignore

function nearTo(page: number, pages: Record<number, readonly LogFrame[]>): Record<number, readonly LogFrame[]> {
  const numbers = Object.keys(pages).map(Number);
  if (numbers.length <= MOST_PAGES) return pages;
  const near = numbers.sort((a, b) => Math.abs(a - page) - Math.abs(b - page)).slice(0, MOST_PAGES);
  return Object.fromEntries(near.map((number) => [number, pages[number]!]));
}

/** The frame at a place in the filter's order; undefined while it is on its way. */
export const frameAt = ({ pages }: Pick<LogState, 'pages'>, at: number): LogFrame | undefined =>
  pages[Math.floor(at / PAGE)]?.[at % PAGE];

/** The frames a verdict is for: the chosen ones, or the one under the cursor. */
export function meant(state: Pick<LogState, 'pages' | 'at' | 'chosen'>): string[] {
  if (state.chosen.size > 0) return [...state.chosen];
  const frame = frameAt(state, state.at);
  return frame ? [frame.id] : [];
}

/** The same, as frames: those of the pages held here. */
export function framesMeant(state: Pick<LogState, 'pages' | 'at' | 'chosen'>): LogFrame[] {
  const ids = new Set(meant(state));
  return Object.values(state.pages).flatMap((frames) => frames.filter(({ id }) => ids.has(id)));
}

/** Says what became of frames; shown at once, and put right if the server did not take it. @returns how to take it back */
export async function judgeFrames(ids: readonly string[], verdict: Verdict | null): Promise<() => Promise<void>> {
  show(new Map(ids.map((id) => [id, verdict])));
  try {
    const before = await logApi.judge({ verdicts: ids.map((id) => ({ id, verdict })) });
    void refreshShelf();
    return async () => {
      show(new Map(before.verdicts.map((one) => [one.id, one.verdict])));
      await logApi.judge(before);
      await refreshShelf();
    };
  } catch (error) {
    await askAgain();
    throw error;
  }
}

function show(verdicts: ReadonlyMap<string, Verdict | null>): void {
  changeFrames((frame) => (verdicts.has(frame.id) ? { ...frame, verdict: verdicts.get(frame.id)! } : frame));
}

export function changeFrames(change: (frame: LogFrame) => LogFrame): void {
  useLog.setState(({ pages }) => ({
    pages: Object.fromEntries(Object.entries(pages).map(([page, frames]) => [page, frames.map(change)])),
  }));
}

/** Counts of what is judged; a failure shows at the next reading. */
async function refreshShelf(): Promise<void> {
  const shelf = await logApi.shelf().catch(() => null);
  if (shelf) useLog.setState({ shelf });
}

/** Deletes frames. @returns how to bring them back */
export async function removeFrames(ids: readonly string[]): Promise<() => Promise<void>> {
  await logApi.remove(ids);
  useLog.setState({ chosen: new Set() });
  await loadLog();
  return async () => {
    await logApi.restore(ids);
    await loadLog();
  };
}

/** Says which brief frames were taken for. @returns how to take it back */
export async function assignFrames(ids: readonly string[], briefId: string | null): Promise<() => Promise<void>> {
  const before = await logApi.assign(ids, briefId);
  await loadLog();
  return async () => {
    for (const old of new Set(before.map((one) => one.briefId)))
      await logApi.assign(before.filter((one) => one.briefId === old).map(({ id }) => id), old);
    await loadLog();
  };
} // prettier-ignore

/** Works the figures of a brief's frames out anew, once the server has the brief as it is now. */
export async function figureAnew(briefId: string): Promise<void> {
  await sync.send();
  await logApi.figure(briefId);
  await loadLog();
}

/** Notes that a preview came. */
export const previewCame = (id: string): void => changeFrames((frame) => (frame.id === id ? { ...frame, preview: true } : frame));
