import { plainNumber } from '@hushto/words';
import { X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { Picture } from '../../components/DrawnFrame.tsx';
import { cn } from '../../components/cn.ts';
import type { BurstFrame, DrawnFrame, FrameJob } from '../../workers/frameProtocol.ts';
import { drawFrame } from '../../workers/frames.ts';

interface BurstProps {
  job: FrameJob | null;
  picked: number | null;
  onPick: (frame: number) => void;
  onClose: () => void;
}

/** The frames of a burst beside each other, the steadiest marked. */
export function Burst({ job, picked, onPick, onClose }: BurstProps) {
  const [frames, setFrames] = useState<readonly DrawnFrame[]>([]);
  const key = job ? JSON.stringify(job) : '';
  useEffect(() => {
    if (!key) return undefined;
    let shot: DrawnFrame[] = [];
    return drawFrame('burst', JSON.parse(key) as FrameJob, (frame) => {
      if (frame.failed !== undefined) return;
      shot = [...shot, frame];
      setFrames(shot);
    });
  }, [key]);
  const first = frames[0];
  if (!first) return null;
  const words = ({ blurPx, sharp }: BurstFrame): string => `${plainNumber(blurPx)} px, ${sharp ? 'sharp' : 'soft'}`;
  return (
    <div
      className="absolute flex inset-x-0 top-auto bottom-0 gap-1 p-1.5 overflow-x-auto bg-scrim"
      role="group"
      aria-label={`The burst of ${first.burst.length}`}
    >
      {frames.map((drawn) => {
        const own = first.burst[drawn.frame]!;
        const best = drawn.frame === first.best;
        return (
          <button
            key={drawn.frame}
            type="button"
            className={cn(
              'relative max-w-21 min-w-15 flex-1 cursor-pointer pb-0.75 text-13 text-on-picture aria-pressed:[&>canvas]:outline-2 aria-pressed:[&>canvas]:outline-on-picture',
              best && 'border-b-3 border-b-[#5bb9af] pb-0',
            )}
            aria-pressed={drawn.frame === (picked ?? first.best)}
            aria-label={`Frame ${drawn.frame + 1}: ${words(own)}${best ? ', the steadiest' : ''}`}
            onClick={() => onPick(drawn.frame)}
          >
            <Picture drawn={drawn} label="" className="aspect-3/2 w-full object-contain" />
            <span>{plainNumber(own.blurPx)}&nbsp;px</span>
          </button>
        );
      })}
      <Button
        look="bare"
        size="s"
        icon
        className="self-start text-on-picture hover:text-ink"
        aria-label="Put the burst away"
        onClick={onClose}
      >
        <X aria-hidden="true" />
      </Button>
    </div>
  );
}
