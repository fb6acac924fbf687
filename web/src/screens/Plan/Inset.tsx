import { useRef, type KeyboardEvent } from 'react';
import { Picture, useDrawn } from '../../components/DrawnFrame.tsx';
import type { Spot } from '../../components/TwoViews.tsx';
import { closeRows, insetAcross } from '../../domain/closeLook.ts';
import type { FrameJob } from '../../workers/frameProtocol.ts';

interface InsetProps {
  /** The picture it lies over, px. */
  picture: { width: number; height: number };
  spot: Spot;
  onMove: (spot: Spot) => void;
  /** The same place at the shown setting, and at the kept one; the kept one fills the left half. */
  now: FrameJob | null;
  kept: FrameJob | null;
  /** How large it shows, in words. */
  shows: string;
}

/** How far an arrow key moves the place, as a share of the picture. */
const NUDGE = 0.02;
const MARGIN = 6;
/** The ring round the place is no smaller than this, px. */
const LEAST_RING = 16;

/** A round look at one place of the picture, as large as it will be seen, beside a ring round that place; the ring is dragged anywhere. */
export function Inset({ picture, spot, onMove, now, kept, shows }: InsetProps) {
  const across = insetAcross(picture);
  const grabbed = useRef<Spot | null>(null);
  const close = useDrawn('inset', now);
  const before = useDrawn('keptInset', kept);
  const held = (share: number): number => Math.min(1, Math.max(0, share));
  const [x, y] = [spot.x * picture.width, spot.y * picture.height];
  // It lies to the side where there is more room, so that both are seen.
  const middle = {
    x: spot.x < 0.5 ? picture.width - across / 2 - MARGIN : across / 2 + MARGIN,
    y: Math.min(picture.height - across / 2 - MARGIN, Math.max(across / 2 + MARGIN, y)),
  };
  const ring = Math.max(LEAST_RING, now ? (across * picture.height) / closeRows(now.brief, now.view) : 0);
  const nudge = (event: KeyboardEvent): void => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!by) return;
    event.preventDefault();
    onMove({ x: held(spot.x + NUDGE * by[0]!), y: held(spot.y + NUDGE * by[1]!) });
  };
  const percent = (share: number): number => Math.round(100 * share);
  return (
    <>
      <div
        className="pointer-events-none absolute -translate-1/2 overflow-hidden rounded-full border-2 border-on-picture bg-black"
        style={{ width: across, height: across, left: middle.x, top: middle.y }}
      >
        <Picture drawn={close.picture} label={`Close look, ${shows}`} className="size-full dim:brightness-86" />
        {kept && (
          <div className="absolute inset-y-0 left-0 w-1/2 overflow-hidden border-r-2 border-on-picture">
            <Picture drawn={before.picture} label="" className="h-full w-[200%] max-w-none dim:brightness-86" />
          </div>
        )}
      </div>
      <div
        role="slider"
        tabIndex={0}
        aria-label="Place of the close look; arrow keys move it"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={percent(spot.x)}
        aria-valuetext={`${percent(spot.x)} % from the left, ${percent(spot.y)} % from the top`}
        className="group absolute z-10 grid size-11 -translate-1/2 cursor-grab touch-none place-items-center outline-none active:cursor-grabbing"
        style={{ left: x, top: y }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          grabbed.current = { x: event.clientX - x, y: event.clientY - y };
        }}
        onPointerMove={({ clientX, clientY }) => {
          if (!grabbed.current) return;
          onMove({
            x: held((clientX - grabbed.current.x) / picture.width),
            y: held((clientY - grabbed.current.y) / picture.height),
          });
        }}
        onPointerUp={() => (grabbed.current = null)}
        onPointerCancel={() => (grabbed.current = null)}
        onKeyDown={nudge}
      >
        <span
          className="rounded-full border-2 border-on-picture shadow-[0_0_0_1px_rgb(14_18_21/70%)] group-focus-visible:outline-3 group-focus-visible:outline-offset-2 group-focus-visible:outline-on-picture"
          style={{ width: ring, height: ring }}
        />
      </div>
    </>
  );
}
