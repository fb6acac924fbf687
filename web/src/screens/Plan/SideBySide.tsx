import { Eye, EyeOff } from 'lucide-react';
import { useRef, useState, type PointerEvent } from 'react';
import { Button } from '../../components/Button.tsx';
import { Picture, useDrawn, type Drawn } from '../../components/DrawnFrame.tsx';
import { PictureTag } from '../../components/PictureTag.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { Sheet } from '../../components/Sheet.tsx';
import { useSize } from '../../components/useSize.ts';
import type { FrameJob } from '../../workers/frameProtocol.ts';
import { closeRows, type Spot } from './Inset.tsx';

interface SideBySideProps {
  /** The two frames, each as a whole picture, and what each is. */
  kept: { job: FrameJob; label: string };
  now: { job: FrameJob; label: string };
  /** Where both are looked at first. */
  spot: Spot;
}

/** Two frames of the same moment beside each other, moved in step; blind where wished. */
export const SideBySide = ({ onClose, ...both }: SideBySideProps & { onClose: () => void }) => (
  <Sheet wide title="Side by side" onClose={onClose}>
    <Both {...both} />
  </Sheet>
);

function Both({ kept, now, spot }: SideBySideProps) {
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const [at, setAt] = useState(spot);
  const [view, setView] = useState<'detail' | 'pixels'>('detail');
  // Which is on the left, and whether it is told.
  const [keptLeft, setKeptLeft] = useState(true);
  const [blind, setBlind] = useState(false);
  const grabbed = useRef<{ x: number; y: number; from: Spot } | null>(null);
  const ratio = Math.min(2, globalThis.devicePixelRatio || 1);
  const size = { width: Math.round(((width - 8) / 2) * ratio), height: Math.round(height * ratio) };
  const close = (job: FrameJob): FrameJob | null => (size.width > 8 ? { ...job, view, spot: at, seed: 1, ...size } : null);
  const [left, right] = keptLeft ? [kept, now] : [now, kept];
  const drawn = { left: useDrawn('left', close(left.job)), right: useDrawn('right', close(right.job)) };
  const rows = closeRows(now.job.brief, view);
  const aspect = now.job.width / now.job.height;
  const drag = (event: PointerEvent): void => {
    if (!grabbed.current) return;
    const { x, y, from } = grabbed.current;
    const held = (share: number): number => Math.min(1, Math.max(0, share));
    const moved = (px: number, sides: number): number => (px * ratio) / (rows * sides);
    setAt({ x: held(from.x - moved(event.clientX - x, aspect)), y: held(from.y - moved(event.clientY - y, 1)) });
  };
  const side = (label: string, what: string, { picture, failed }: Drawn) => (
    <figure className="relative min-w-0 overflow-hidden rounded-sm bg-black">
      <Picture drawn={picture} label={blind ? `${label} frame` : `${label}: ${what}`} className="size-full dim:brightness-86" />
      <PictureTag className="top-2 left-2">{failed ?? (blind ? label : what)}</PictureTag>
    </figure>
  );
  return (
    <>
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
        {side('Left', left.label, drawn.left)}
        {side('Right', right.label, drawn.right)}
      </div>
      <div className="mt-2.5 flex flex-wrap items-center gap-2">
        <SegmentedControl
          fit
          label="Shown"
          hideLabel
          value={view}
          options={[
            { value: 'detail', label: 'As seen' },
            { value: 'pixels', label: '100 %' },
          ]}
          onChange={setView}
        />
        <Button
          onClick={() => {
            // Sides by lot, or it would be no blind look.
            if (!blind) setKeptLeft(crypto.getRandomValues(new Uint8Array(1))[0]! < 128);
            setBlind(!blind);
          }}
        >
          {blind ? <Eye aria-hidden="true" /> : <EyeOff aria-hidden="true" />}
          {blind ? 'Say which is which' : 'Look blind'}
        </Button>
        <p className="text-quiet">
          {blind ? 'Sides were drawn by lot. Choose, then ask which it was.' : 'Drag to look elsewhere; both move.'}
        </p>
      </div>
    </>
  );
}
