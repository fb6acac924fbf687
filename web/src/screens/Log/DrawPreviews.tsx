import { PREVIEW_PX, type LogFrame } from '@hushto/contract';
import { bmvbhash } from 'blockhash-core';
import { useEffect, useState } from 'react';
import { logApi } from '../../api/log.ts';
import { Button } from '../../components/Button.tsx';
import { jobOf } from '../../domain/simulatedFrame.ts';
import { libraryNow } from '../../state/library.ts';
import { loadLog, previewCame, useLog } from '../../state/log.ts';
import type { DrawnFrame, FrameJob } from '../../workers/frameProtocol.ts';
import { drawFrame } from '../../workers/frames.ts';

const TOGETHER = 40;
const QUALITY = 0.72;
const BLOCKS = 16;

/** Draws what the simulated camera took, one small picture after another, and says how far that has come. */
export function DrawPreviews() {
  const undrawn = useLog((log) => log.shelf?.undrawn ?? 0);
  const [done, setDone] = useState<number | null>(null);
  const [stopped, setStopped] = useState(false);
  const wanted = undrawn > 0 && !stopped;
  useEffect(() => {
    if (!wanted) return undefined;
    const run = { on: true };
    void drawAll(run, setDone)
      .then(() => (run.on ? loadLog() : undefined))
      .finally(() => setDone(null));
    return () => void (run.on = false);
  }, [wanted]);
  if (done === null || !wanted) return null;
  return (
    <p role="status" className="fixed bottom-3 left-6 z-20 flex items-center gap-2 rounded-md border border-rule bg-panel px-3 py-1.5 shadow-pop">
      <span className="tabular-nums">
        Drawing previews: {done} of {undrawn}
      </span>
      <Button size="s" look="bare" onClick={() => setStopped(true)}>
        Stop
      </Button>
    </p>
  );
} // prettier-ignore

async function drawAll(run: { on: boolean }, tell: (done: number) => void): Promise<void> {
  let done = 0;
  const failed = new Set<string>();
  for (;;) {
    const { frames } = await logApi.page({ undrawn: 'yes' }, failed.size, TOGETHER);
    if (frames.length === 0) return;
    for (const frame of frames) {
      if (!run.on) return;
      tell(done);
      if (!(await drawOne(frame))) failed.add(frame.id);
      done += 1;
    }
  }
}

async function drawOne(frame: LogFrame): Promise<boolean> {
  const brief = libraryNow().briefs.find(({ id }) => id === frame.briefId)?.document;
  const job = brief && jobOf(frame, brief, PREVIEW_PX);
  const drawn = job && (await drawnFor(job));
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

const drawnFor = (job: FrameJob): Promise<DrawnFrame | null> =>
  new Promise((resolve) => {
    drawFrame('log', job, (frame) => {
      if (frame.failed !== undefined) resolve(null);
      else if (!frame.coarse) resolve(frame);
    });
  });
