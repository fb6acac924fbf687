import { useEffect, useRef, useState, type PointerEvent } from 'react';

/** A photo as it was read, and its width in pixels as the camera wrote it. */
export interface Read {
  picture: ImageBitmap;
  widthPx: number;
}

/** A line drawn on a photo: its length as a share of the photo's width, and that width in pixels. */
export interface Drawn {
  share: number;
  widthPx: number;
}

interface Point {
  /** Shares of width and height. */
  x: number;
  y: number;
}

const STEP = 0.005;

/** A line to draw over a photo, or over two of one burst laid over each other; its ends move by arrow keys as well. */
export function LineOnPhoto({ photos, onDrawn }: { photos: readonly Read[]; onDrawn: (drawn: Drawn) => void }) {
  const box = useRef<HTMLDivElement>(null);
  const [{ picture, widthPx }] = photos as [Read, ...Read[]];
  const [[from, to], setEnds] = useState<[Point, Point]>([
    { x: 0.35, y: 0.5 },
    { x: 0.65, y: 0.5 },
  ]);
  const move = (ends: [Point, Point]): void => {
    setEnds(ends);
    const [dx, dy] = [ends[1].x - ends[0].x, ((ends[1].y - ends[0].y) * picture.height) / picture.width];
    onDrawn({ share: Math.hypot(dx, dy), widthPx });
  };
  const pointAt = ({ clientX, clientY }: PointerEvent): Point => {
    const { left, top, width, height } = box.current!.getBoundingClientRect();
    return { x: held((clientX - left) / width), y: held((clientY - top) / height) };
  };
  const end = (which: 0 | 1, point: Point) => (
    <button
      type="button"
      aria-label={which === 0 ? 'Start of the line; arrows move it' : 'End of the line; arrows move it'}
      className="absolute size-11 -translate-1/2 cursor-grab touch-none rounded-full border-2 border-page bg-ink/40 focus-visible:outline-2"
      style={{ left: `${100 * point.x}%`, top: `${100 * point.y}%` }}
      onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
      onPointerMove={(event) => {
        if (event.currentTarget.hasPointerCapture(event.pointerId))
          move(which === 0 ? [pointAt(event), to] : [from, pointAt(event)]);
      }}
      onKeyDown={(event) => {
        const by = { ArrowLeft: [-STEP, 0], ArrowRight: [STEP, 0], ArrowUp: [0, -STEP], ArrowDown: [0, STEP] }[event.key];
        if (!by) return;
        event.preventDefault();
        event.stopPropagation();
        const next = { x: held(point.x + by[0]!), y: held(point.y + by[1]!) };
        move(which === 0 ? [next, to] : [from, next]);
      }}
    />
  );
  return (
    <div ref={box} className="relative mt-2 overflow-hidden">
      {photos.map((photo, n) => (
        <Photo key={n} picture={photo.picture} over={n > 0} />
      ))}
      <svg className="pointer-events-none absolute inset-0 size-full" aria-hidden="true">
        <line
          x1={`${100 * from.x}%`}
          y1={`${100 * from.y}%`}
          x2={`${100 * to.x}%`}
          y2={`${100 * to.y}%`}
          className="stroke-page"
          strokeWidth="4"
        />
        <line
          x1={`${100 * from.x}%`}
          y1={`${100 * from.y}%`}
          x2={`${100 * to.x}%`}
          y2={`${100 * to.y}%`}
          className="stroke-ink"
          strokeWidth="2"
        />
      </svg>
      {end(0, from)}
      {end(1, to)}
    </div>
  );
}

function Photo({ picture, over }: { picture: ImageBitmap; over: boolean }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const node = canvas.current!;
    [node.width, node.height] = [picture.width, picture.height];
    node.getContext('2d')!.drawImage(picture, 0, 0);
  }, [picture]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={over ? 'The next frame, laid over it' : 'The photo'}
      className={over ? 'absolute inset-0 size-full opacity-50' : 'block w-full'}
    />
  );
}

const held = (share: number): number => Math.min(1, Math.max(0, share));
