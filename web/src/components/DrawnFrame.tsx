import { useEffect, useRef, useState } from 'react';
import type { DrawnFrame, FrameJob, FrameSlot } from '../workers/frameProtocol.ts';
import { drawFrame } from '../workers/frames.ts';

export interface Drawn {
  /** The newest picture; the older one stays until it comes. */
  picture: DrawnFrame | null;
  failed: string | null;
}
const NOTHING: Drawn = { picture: null, failed: null };

/** The picture drawn for a job. */
export function useDrawn(slot: FrameSlot, job: FrameJob | null): Drawn {
  const [drawn, setDrawn] = useState<Drawn>(NOTHING);
  const key = job ? JSON.stringify(job) : '';
  useEffect(() => {
    if (!key) return undefined;
    return drawFrame(slot, JSON.parse(key) as FrameJob, (frame) =>
      setDrawn(({ picture }) =>
        frame.failed === undefined ? { picture: frame, failed: null } : { picture, failed: frame.failed },
      ),
    );
  }, [slot, key]);
  return key ? drawn : NOTHING;
}

/** A drawn frame on a canvas. @param label what it shows; empty where something else says it */
export function Picture({ drawn, label, className }: { drawn: DrawnFrame | null; label: string; className: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!drawn || !canvas.current) return;
    canvas.current.width = drawn.width;
    canvas.current.height = drawn.height;
    canvas.current
      .getContext('2d')
      ?.putImageData(new ImageData(new Uint8ClampedArray(drawn.pixels), drawn.width, drawn.height), 0, 0);
  }, [drawn]);
  const named = label === '' ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label };
  return (
    <canvas
      ref={canvas}
      {...named}
      className={className}
      data-fine={drawn !== null && !drawn.coarse}
      data-took-ms={drawn && Math.round(drawn.tookMs)}
    />
  );
}
