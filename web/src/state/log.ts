import type { LogFilter, LogFrame } from '@hushto/contract';
import type { Verdict } from '@hushto/core';
import { create } from 'zustand';
import { logApi } from '../api/log.ts';
import { sync } from './library.ts';
import { askLogAgain, changeFrames, frameIn, framesHeld, refreshCounts } from './logQueries.ts';

interface LogState {
  filter: LogFilter;
  /** Where the cursor stands, from 0. */
  at: number;
  /** Frames chosen beside the one under the cursor. */
  chosen: ReadonlySet<string>;
  view: 'grid' | 'table';
  set: (change: Partial<Pick<LogState, 'at' | 'chosen' | 'view'>>) => void;
}

/** How the log is looked at. What is in it is the server's. */
export const useLog = create<LogState>()((set) => ({
  filter: {},
  at: 0,
  chosen: new Set(),
  view: 'grid',
  set: (change) => set(change),
}));

/** Another filter: from its first frame. */
export const filterLog = (filter: LogFilter): void => useLog.setState({ filter, at: 0, chosen: new Set() });

/** The frame at a place in the filter's order; undefined while it is on its way. */
export const frameAt = (at: number): LogFrame | undefined => frameIn(useLog.getState().filter, at);

/** The frames a verdict is for: the chosen ones, or the one under the cursor. */
export function meant(): string[] {
  const { chosen, at } = useLog.getState();
  if (chosen.size > 0) return [...chosen];
  const frame = frameAt(at);
  return frame ? [frame.id] : [];
}

/** The same, as frames: those that are held here. */
export function framesMeant(): LogFrame[] {
  const ids = new Set(meant());
  return framesHeld(useLog.getState().filter).filter(({ id }) => ids.has(id));
}

/** Says what became of frames; shown at once, and put right if the server did not take it. @returns how to take it back */
export async function judgeFrames(ids: readonly string[], verdict: Verdict | null): Promise<() => Promise<void>> {
  const overtaken = show(new Map(ids.map((id) => [id, verdict])));
  try {
    const before = await logApi.judge({ verdicts: ids.map((id) => ({ id, verdict })) });
    if (overtaken) void askLogAgain();
    else refreshCounts();
    return async () => {
      show(new Map(before.verdicts.map((one) => [one.id, one.verdict])));
      await logApi.judge(before);
      refreshCounts();
    };
  } catch (error) {
    void askLogAgain();
    throw error;
  }
}

const show = (verdicts: ReadonlyMap<string, Verdict | null>): boolean =>
  changeFrames((frame) => (verdicts.has(frame.id) ? { ...frame, verdict: verdicts.get(frame.id)! } : frame));

/** Deletes frames. @returns how to bring them back */
export async function removeFrames(ids: readonly string[]): Promise<() => Promise<void>> {
  await logApi.remove(ids);
  useLog.setState({ chosen: new Set() });
  await askLogAgain();
  return async () => {
    await logApi.restore(ids);
    await askLogAgain();
  };
}

/** Says which brief frames were taken for. @returns how to take it back */
export async function assignFrames(ids: readonly string[], briefId: string | null): Promise<() => Promise<void>> {
  const before = await logApi.assign(ids, briefId);
  await askLogAgain();
  return async () => {
    for (const old of new Set(before.map((one) => one.briefId)))
      await logApi.assign(before.filter((one) => one.briefId === old).map(({ id }) => id), old);
    await askLogAgain();
  };
} // prettier-ignore

/** Works the figures of a brief's frames out anew, once the server has the brief as it is now. */
export async function figureAnew(briefId: string): Promise<void> {
  await sync.send();
  await logApi.figure(briefId);
  await askLogAgain();
}
