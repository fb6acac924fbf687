import { useRef } from 'react';
import type { FrameJob } from '../workers/frameProtocol.ts';
import { Answers } from './Answers.tsx';
import { Picture, useDrawn, type Drawn } from './DrawnFrame.tsx';
import { Problem } from './Field.tsx';
import { useShortcuts } from './useShortcuts.ts';
import { useSize } from './useSize.ts';

interface BlindPairProps {
  /** What is drawn on either side, at a size. */
  jobOf: (side: 'left' | 'right', size: { width: number; height: number }) => FrameJob;
  onChoose: (left: boolean) => void;
}

/** Two frames beside each other; nothing tells which is which. The one that would be kept is pressed. */
export function BlindPair({ jobOf, onChoose }: BlindPairProps) {
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const ratio = Math.min(2, globalThis.devicePixelRatio || 1);
  const size = { width: Math.round(((width - 16) / 2) * ratio), height: Math.round(height * ratio) };
  const sized = size.width > 8;
  const left = useDrawn('now', sized ? jobOf('left', size) : null);
  const right = useDrawn('kept', sized ? jobOf('right', size) : null);
  const failed = left.failed ?? right.failed;
  useShortcuts({ s: ['The left frame', () => onChoose(true)], l: ['The right frame', () => onChoose(false)] });
  return (
    <>
      <div className="grid grid-cols-2 gap-4 mt-2 mb-2.5 min-h-80 max-h-155 flex-[1_1_420px] max-sm:gap-2" ref={box}>
        <Side label="Keep the left frame" drawn={left} onKeep={() => onChoose(true)} />
        <Side label="Keep the right frame" drawn={right} onKeep={() => onChoose(false)} />
      </div>
      {failed !== null && <Problem>The frames cannot be drawn: {failed}</Problem>}
      <Answers
        low
        first={{ label: 'The left one', letter: 's', onGive: () => onChoose(true) }}
        second={{ label: 'The right one', letter: 'l', onGive: () => onChoose(false) }}
      />
    </>
  );
}

/** One of the two; pressing it keeps it. */
const Side = ({ label, drawn, onKeep }: { label: string; drawn: Drawn; onKeep: () => void }) => (
  <button
    type="button"
    className="min-w-0 cursor-pointer overflow-hidden rounded-sm bg-black"
    aria-label={label}
    onClick={onKeep}
  >
    <Picture drawn={drawn.picture} label="" className="size-full" />
  </button>
);
