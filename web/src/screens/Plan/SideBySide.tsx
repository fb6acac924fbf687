import { Eye, EyeOff } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { useDrawn, type Drawn } from '../../components/DrawnFrame.tsx';
import { Sheet } from '../../components/Sheet.tsx';
import { DrawnSide, TwoViews, useTwoViews, ViewSwitch, type Spot } from '../../components/TwoViews.tsx';
import type { FrameJob } from '../../workers/frameProtocol.ts';
import { closeRows } from '../../domain/closeLook.ts';

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
  const looked = useTwoViews({ rows: (view) => closeRows(now.job.brief, view), aspect: now.job.width / now.job.height }, spot);
  // Which is on the left, and whether it is told.
  const [keptLeft, setKeptLeft] = useState(true);
  const [blind, setBlind] = useState(false);
  const [left, right] = keptLeft ? [kept, now] : [now, kept];
  const drawn = { left: useDrawn('left', looked.close(left.job)), right: useDrawn('right', looked.close(right.job)) };
  const side = (label: string, what: string, one: Drawn) => (
    <DrawnSide drawn={one} tag={blind ? label : what} label={blind ? `${label} frame` : `${label}: ${what}`} />
  );
  return (
    <>
      <TwoViews looked={looked}>
        {side('Left', left.label, drawn.left)}
        {side('Right', right.label, drawn.right)}
      </TwoViews>
      <div className="mt-2.5 flex flex-wrap items-center gap-2">
        <ViewSwitch looked={looked} />
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
