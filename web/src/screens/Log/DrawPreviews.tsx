import { PREVIEW_PX, type LogFrame } from '@hushto/contract';
import { bmvbhash } from 'blockhash-core';
import { useEffect, useState } from 'react';
import { logApi } from '../../api/log.ts';
import { jobOf } from '../../domain/simulatedFrame.ts';
import { libraryNow } from '../../state/library.ts';
import { askLogAgain, previewCame, useShelf } from '../../state/logQueries.ts';
import { drawnOnce, useWhy } from '../../state/logWhy.ts';
import { Working } from './Working.tsx';

const TOGETHER = 40;
const QUALITY = 0.72;
const BLOCKS = 16;

/** Draws what the simulated camera took, one small picture after another, and says how far that has come. */
export function DrawPreviews() {
  const undrawn = useShelf().data?.undrawn ?? 0;
  const [come, setCome] = useState<Come | null>(null);
  const [stopped, setStopped] = useState(false);
  // Whoever asks why a frame is soft waits for that, not for small pictures.
  const looking = useWhy((why) => why.doing !== null);
  const wanted = undrawn > 0 && !stopped && !looking;
  useEffect(() => {
    if (!wanted) return undefined;
    const run = { on: true };
    void drawAll(run, setCome)
      .then(() => (run.on ? askLogAgain() : undefined))
      .finally(() => setCome(null));
    return () => void (run.on = false);
  }, [wanted]);
  if (come === null || !wanted) return null;
  return (
    <Working onStop={() => setStopped(true)}>
      Drawing previews: {come.done} of {come.of}
    </Working>
  );
}

/** How far it has come: of as many as there were when it began. */
interface Come {
  done: number;
  of: number;
}

async function drawAll(run: { on: boolean }, tell: (come: Come) => void): Promise<void> {
  let [done, of] = [0, 0];
  const failed = new Set<string>();
  for (;;) {
    const { frames, total } = await logApi.page({ undrawn: 'yes' }, failed.size, TOGETHER);
    of ||= total;
    if (frames.length === 0) return;
    for (const frame of frames) {
      if (!run.on) return;
      tell({ done, of });
      if (!(await drawOne(frame))) failed.add(frame.id);
      done += 1;
    }
  }
}

async function drawOne(frame: LogFrame): Promise<boolean> {
  const brief = libraryNow().briefs.find(({ id }) => id === frame.briefId)?.document;
  const job = brief && jobOf(frame, brief, PREVIEW_PX);
  const drawn = job && (await drawnOnce('log', job));
  if (!drawn) return false;
  const pixels = new ImageData(new Uint8ClampedArray(drawn.pixels), drawn.width, drawn.height);
  const canvas = new OffscreenCanvas(drawn.width, drawn.height);
  canvas.getContext('2d')!.putImageData(pixels, 0, 0);
  const webp = await canvas.convertToBlob({ type: 'image/webp', quality: QUALITY });
  const blurPx = drawn.burst[0]?.blurPx;
  await logApi.putPreview(frame.id, webp, {
    likeness: bmvbhash(pixels, BLOCKS),
    ...(blurPx === undefined ? {} : { sharpness: 1 / Math.max(0.1, blurPx) }),
  });
  previewCame(frame.id);
  return true;
}
