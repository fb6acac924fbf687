import { useEffect, useRef, useState, type PointerEvent, type ReactNode, type RefObject } from 'react';
import type { FrameJob } from '../workers/frameProtocol.ts';
import { Picture, type Drawn } from './DrawnFrame.tsx';
import { PictureTag } from './PictureTag.tsx';
import { SegmentedControl } from './SegmentedControl.tsx';
import { useSize } from './useSize.ts';

/** A place in a picture, as shares of its width and height. */
export interface Spot {
  x: number;
  y: number;
}

/** Two pictures of one size, looked at in the same place and as large. */
export interface LookedAt {
  box: RefObject<HTMLDivElement | null>;
  /** Middle of what is shown, as shares of the picture. */
  at: Spot;
  moveTo: (spot: Spot) => void;
  view: 'detail' | 'pixels';
  show: (view: 'detail' | 'pixels') => void;
  /** Of each, device px; and how many the whole picture's height takes. */
  size: { width: number; height: number };
  rows: number;
  aspect: number;
  ratio: number;
  /** The same place of another frame; null until there is room for it. */
  close: (job: FrameJob) => FrameJob | null;
}

/** @param rows how many px the whole picture's height takes in each view  @param aspect its width over its height */
export function useTwoViews(
  { rows, aspect }: { rows: (view: LookedAt['view']) => number; aspect: number },
  spot: Spot,
): LookedAt {
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const [at, moveTo] = useState(spot);
  const [view, show] = useState<'detail' | 'pixels'>('detail');
  const ratio = Math.min(2, globalThis.devicePixelRatio || 1);
  const size = { width: Math.round(((width - 8) / 2) * ratio), height: Math.round(height * ratio) };
  return {
    box,
    at,
    moveTo,
    view,
    show,
    size,
    rows: rows(view),
    aspect,
    ratio,
    close: (one) => (size.width > 8 ? { ...one, view, spot: at, seed: 1, ...size } : null),
  };
}

/** The two beside each other; a drag moves both. */
export function TwoViews({ looked, children }: { looked: LookedAt; children: ReactNode }) {
  const { box, at, moveTo, rows, aspect, ratio } = looked;
  const grabbed = useRef<{ x: number; y: number; from: Spot } | null>(null);
  const drag = (event: PointerEvent): void => {
    if (!grabbed.current) return;
    const { x, y, from } = grabbed.current;
    const held = (share: number): number => Math.min(1, Math.max(0, share));
    const moved = (px: number, sides: number): number => (px * ratio) / (rows * sides);
    moveTo({ x: held(from.x - moved(event.clientX - x, aspect)), y: held(from.y - moved(event.clientY - y, 1)) });
  };
  return (
    <div
      ref={box}
      className="grid h-[min(460px,56dvh)] cursor-grab touch-none grid-cols-2 gap-2 active:cursor-grabbing"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        grabbed.current = { x: event.clientX, y: event.clientY, from: at };
      }}
      onPointerMove={drag}
      onPointerUp={() => (grabbed.current = null)}
      onPointerCancel={() => (grabbed.current = null)}
    >
      {children}
    </div>
  );
}

export const ViewSwitch = ({ looked: { view, show } }: { looked: LookedAt }) => (
  <SegmentedControl
    fit
    label="Shown"
    hideLabel
    value={view}
    options={[
      { value: 'detail', label: 'As seen' },
      { value: 'pixels', label: '100 %' },
    ]}
    onChange={show}
  />
);

/** One of the two. @param tag what stands on it */
export const Side = ({ tag, children }: { tag: string; children: ReactNode }) => (
  <figure className="relative min-w-0 overflow-hidden rounded-sm bg-black">
    {children}
    <PictureTag className="top-2 left-2">{tag}</PictureTag>
  </figure>
);

export const DrawnSide = ({ drawn: { picture, failed }, tag, label }: { drawn: Drawn; tag: string; label: string }) => (
  <Side tag={failed ?? tag}>
    <Picture drawn={picture} label={label} className="size-full dim:brightness-86" />
  </Side>
);

interface CutProps {
  picture: ImageBitmap;
  looked: LookedAt;
  label: string;
  /** Hears the pixels shown. */
  onPixels?: (pixels: ImageData) => void;
}

/** The same place of a picture that was taken, as large. */
export function Cut({ picture, looked, label, onPixels }: CutProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { at, rows, size } = looked;
  useEffect(() => {
    if (!canvas.current || size.width < 16) return;
    canvas.current.width = size.width;
    canvas.current.height = size.height;
    const pen = canvas.current.getContext('2d', { willReadFrequently: true })!;
    const scale = rows / picture.height;
    pen.imageSmoothingQuality = 'high';
    pen.setTransform(
      scale,
      0,
      0,
      scale,
      size.width / 2 - at.x * picture.width * scale,
      size.height / 2 - at.y * picture.height * scale,
    );
    pen.drawImage(picture, 0, 0);
    onPixels?.(pen.getImageData(0, 0, size.width, size.height));
  }, [picture, at.x, at.y, rows, size.width, size.height, onPixels]);
  return <canvas ref={canvas} role="img" aria-label={label} className="size-full dim:brightness-86" />;
}
