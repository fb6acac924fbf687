import type { LogFrame, StoredTally } from '@hushto/contract';
import { logApi } from '../api/log.ts';
import { spanOfTally, type LaidCount } from '../domain/countsOnFrames.ts';
import { documentOf } from './library.ts';
import { askLogAgain } from './logQueries.ts';

/** Frames asked for at once: the most the server gives. */
const PAGE = 500;

/** All frames that a tally may have counted, however wrong the camera's clock was. */
export async function framesNear(tally: StoredTally): Promise<LogFrame[]> {
  const span = spanOfTally(tally);
  if (!span) return [];
  const filter = { 'taken.from': new Date(span.fromMs).toISOString(), 'taken.to': new Date(span.toMs).toISOString() };
  const frames: LogFrame[] = [];
  for (;;) {
    const page = await logApi.page(filter, frames.length, PAGE);
    frames.push(...page.frames);
    if (page.frames.length === 0 || frames.length >= page.total) return frames;
  }
}

/**
 * Judges frames as they were counted, and says which brief they were taken for where nobody did and it is still there; frames without a
 * picture that the counts were taken in as before are deleted, for their pictures are here. All of it or nothing.
 * @returns how to take all of it back  @throws what the server failed with
 */
export async function judgeAsCounted(laid: readonly LaidCount[], briefId: string | null): Promise<() => Promise<void>> {
  const on = laid.filter(({ frame }) => frame !== null);
  const verdicts = on.flatMap(({ frame, verdict }) => (verdict === null ? [] : [{ id: frame!.id, verdict }]));
  const there = briefId !== null && documentOf('briefs', briefId) !== null;
  const loose = there ? on.filter(({ frame }) => frame!.briefId === null).map(({ frame }) => frame!.id) : [];
  const doubled = on.flatMap(({ before }) => (before === null ? [] : [before.id]));
  const done: (() => Promise<unknown>)[] = [];
  const takeBack = async (): Promise<void> => {
    for (const undo of done.reverse()) await undo();
    await askLogAgain();
  };
  try {
    if (verdicts.length > 0) {
      const before = await logApi.judge({ verdicts });
      done.push(() => logApi.judge(before));
    }
    if (loose.length > 0) {
      await logApi.assign(loose, briefId);
      done.push(() => logApi.assign(loose, null));
    }
    if (doubled.length > 0) {
      await logApi.remove(doubled);
      done.push(() => logApi.restore(doubled));
    }
  } catch (error) {
    await takeBack();
    throw error;
  }
  await askLogAgain();
  return takeBack;
}
