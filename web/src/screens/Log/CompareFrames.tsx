import type { LogFrame } from '@hushto/contract';
import { LOG_VIEW_CPH, SOFTNESS_PX, type Brief, type Softness } from '@hushto/core';
import { useEffect, useState } from 'react';
import { useDrawn } from '../../components/DrawnFrame.tsx';
import { Sheet } from '../../components/Sheet.tsx';
import { Cut, DrawnSide, Side, TwoViews, useTwoViews, ViewSwitch, type LookedAt } from '../../components/TwoViews.tsx';
import { settingText } from '../../domain/logFrames.ts';
import { jobOf } from '../../domain/simulatedFrame.ts';
import { useLibrary } from '../../state/library.ts';
import { fileOf } from '../../state/logImport.ts';
import { useWhyOf } from '../../state/logWhy.ts';

/** Two frames beside each other at one pixel for one, moved in step. */
export function CompareFrames({ frames, onClose }: { frames: readonly [LogFrame, LogFrame]; onClose: () => void }) {
  const [one, other] = frames;
  // What was found of them says where to begin.
  const whys = [useWhyOf(one), useWhyOf(other)];
  return (
    <Sheet wide title="Two frames" onClose={onClose}>
      {whys.every(({ isLoading }) => !isLoading) && <Both frames={frames} found={whys.map(({ data }) => data)} />}
    </Sheet>
  );
}

const MIDDLE = { x: 0.5, y: 0.47 };
const WIDE_PX = 640;

/** Where two frames tell most: where one of them moved, else where one is sharpest; a little above the middle where neither was looked into. */
function tellingPlace(found: readonly (Softness | undefined)[]): { x: number; y: number } {
  const known = found.filter((one) => one !== undefined);
  const moved = known.find(({ cause }) => cause === 'subject')?.smear;
  return moved ?? known.find(({ sharpest }) => sharpest !== null)?.sharpest ?? MIDDLE;
}

function Both({ frames: [one, other], found }: { frames: readonly [LogFrame, LogFrame]; found: readonly (Softness | undefined)[] }) {
  const [width, height] = [one.widthPx ?? 3, one.heightPx ?? 2];
  const looked = useTwoViews({ rows: (view) => (view === 'pixels' ? height : 2 * LOG_VIEW_CPH), aspect: width / height }, tellingPlace(found));
  return (
    <>
      <TwoViews looked={looked}>
        <FrameSide frame={one} slot="left" looked={looked} />
        <FrameSide frame={other} slot="right" looked={looked} />
      </TwoViews>
      <div className="mt-2.5 flex flex-wrap items-center gap-2">
        <ViewSwitch looked={looked} />
        <p className="text-quiet">Drag to look elsewhere; both move.</p>
      </div>
    </>
  );
} // prettier-ignore

interface SideProps {
  frame: LogFrame;
  slot: 'left' | 'right';
  looked: LookedAt;
}

/** One of the two: its file where that is at hand, else as the simulated camera took it, else why it cannot be shown. */
function FrameSide({ frame, slot, looked }: SideProps) {
  const brief = useLibrary((library) => library.briefs.find(({ id }) => id === frame.briefId))?.document;
  const file = fileOf(frame.id);
  if (file) return <FileSide frame={frame} file={file} looked={looked} />;
  if (brief && frame.seed !== null) return <SimulatedSide frame={frame} brief={brief} slot={slot} looked={looked} />;
  return (
    <Side tag={settingText(frame)}>
      <p className="grid size-full place-content-center p-6 text-center text-white">Its picture is not at hand: take its folder in again.</p>
    </Side>
  );
} // prettier-ignore

function SimulatedSide({ frame, brief, slot, looked }: SideProps & { brief: Brief }) {
  const job = jobOf(frame, brief, WIDE_PX);
  const close = job && looked.close(job);
  // Its own hands and noise, not those of the moment shown elsewhere.
  const drawn = useDrawn(slot, close && { ...close, seed: job.seed });
  return <DrawnSide drawn={drawn} tag={settingText(frame)} label={`${frame.name}, ${settingText(frame)}`} />;
}

function FileSide({ frame, file, looked }: { frame: LogFrame; file: File; looked: LookedAt }) {
  const [picture, setPicture] = useState<ImageBitmap | null>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    const asked = { on: true };
    createImageBitmap(file, { imageOrientation: 'from-image' }).then(
      (bitmap) => (asked.on ? setPicture(bitmap) : bitmap.close()),
      () => setFailed(true),
    );
    return () => void (asked.on = false);
  }, [file]);
  useEffect(() => () => picture?.close(), [picture]);
  // By the picture as it stands: cameras write the sensor's sides, however it was held.
  const rows =
    picture &&
    (looked.view === 'pixels' ? picture.height : (SOFTNESS_PX * picture.height) / Math.max(picture.width, picture.height));
  return (
    <Side tag={failed ? 'cannot be shown by this browser' : settingText(frame)}>
      {picture && rows && <Cut picture={picture} looked={{ ...looked, rows }} label={`${frame.name}, ${settingText(frame)}`} />}
    </Side>
  );
}
