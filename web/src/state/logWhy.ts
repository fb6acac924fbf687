import type { LogFrame } from '@hushto/contract';
import { SOFTNESS_PX } from '@hushto/core';
import { queryOptions, useQuery } from '@tanstack/react-query';
import { create } from 'zustand';
import { logApi } from '../api/log.ts';
import { jobOf } from '../domain/simulatedFrame.ts';
import type { DrawnFrame, FrameJob } from '../workers/frameProtocol.ts';
import { drawFrame } from '../workers/frames.ts';
import { askLogFile, askWhyDrawn } from '../workers/logFiles.ts';
import type { LogFileFound } from '../workers/logProtocol.ts';
import { libraryNow } from './library.ts';
import { fileOf } from './logImport.ts';
import { changeFrames } from './logQueries.ts';
import { queries } from './queries.ts';

interface WhyState {
  /** Frames that are being looked into; null while none are. */
  doing: { done: number; of: number } | null;
  /** Why a frame could not be looked into. */
  problems: Readonly<Record<string, string>>;
}

/** Why frames are soft: looked into here, where their pixels are, and kept by the server. */
export const useWhy = create<WhyState>()(() => ({ doing: null, problems: {} }));

let stop: AbortController | null = null;
export const stopLooking = (): void => stop?.abort();

const whyQuery = (id: string) => queryOptions({ queryKey: ['why', id], queryFn: () => logApi.softness(id), staleTime: Infinity });
/** Why a frame is soft, where that was looked into. */
export const useWhyOf = ({ id, cause }: Pick<LogFrame, 'id' | 'cause'>) =>
  useQuery({ ...whyQuery(id), enabled: cause !== null }, queries);

/** Looks into frames one after the other. Those of the simulated camera are drawn again; of others the file must be at hand. */
export async function lookInto(frames: readonly LogFrame[]): Promise<void> {
  if (useWhy.getState().doing || frames.length === 0) return;
  stop = new AbortController();
  const { signal } = stop;
  useWhy.setState({ doing: { done: 0, of: frames.length } });
  try {
    for (const [i, frame] of frames.entries()) {
      const answer = await answerFor(frame, signal);
      if (signal.aborted) return;
      if (answer && 'softness' in answer) {
        const { softness } = answer;
        await logApi.putSoftness(frame.id, softness);
        queries.setQueryData(whyQuery(frame.id).queryKey, softness);
        changeFrames((one) => (one.id === frame.id ? { ...one, cause: softness.cause } : one));
      } else {
        const problem = answer && 'problem' in answer ? `${frame.name} ${answer.problem}` : NOT_AT_HAND;
        useWhy.setState(({ problems }) => ({ problems: { ...problems, [frame.id]: problem } }));
      }
      useWhy.setState({ doing: { done: i + 1, of: frames.length } });
    }
  } finally {
    useWhy.setState({ doing: null });
  }
}

const NOT_AT_HAND = 'Its picture is not at hand: take its folder in again, then ask.';

async function answerFor(frame: LogFrame, signal: AbortSignal): Promise<LogFileFound | null> {
  const file = fileOf(frame.id);
  if (file) return askLogFile('why', file, signal);
  const brief = libraryNow().briefs.find(({ id }) => id === frame.briefId)?.document;
  const job = brief && jobOf(frame, brief, SOFTNESS_PX);
  const drawn = job && (await drawnOnce('why', job));
  return drawn ? askWhyDrawn(drawn, signal) : null;
}

/** A frame of the log drawn fine, once; null where it cannot be. @param slot of its own: a newer wish in the same would take its place */
export const drawnOnce = (slot: 'why' | 'log', job: FrameJob): Promise<DrawnFrame | null> =>
  new Promise((resolve) => {
    drawFrame(slot, { ...job, once: true }, (frame) => resolve(frame.failed === undefined ? frame : null));
  });
