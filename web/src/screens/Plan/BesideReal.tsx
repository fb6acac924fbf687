import { apertureMarks, edgeBlur, exposureValue, isoMarks, luminanceOfBytes, shutterMarks, type MarkSeries } from '@hushto/core';
import { realFrameWords, shutterWords } from '@hushto/words';
import { useCallback, useMemo, useState } from 'react';
import { MarkField } from '../../components/MarkField.tsx';
import { useDrawn } from '../../components/DrawnFrame.tsx';
import { Sheet } from '../../components/Sheet.tsx';
import { Cut, DrawnSide, Side, TwoViews, useTwoViews, ViewSwitch, type Spot } from '../../components/TwoViews.tsx';
import type { RealFrame } from '../../state/frame.ts';
import type { FrameJob } from '../../workers/frameProtocol.ts';
import { closeRows } from '../../domain/closeLook.ts';

interface BesideRealProps {
  /** The own photo's frame, as a whole picture. */
  job: FrameJob;
  real: RealFrame;
  spot: Spot;
}

/** A frame really taken beside the simulation of it: the sharp photo smeared and grained as the brief says, at the real one's settings. */
export const BesideReal = ({ onClose, ...both }: BesideRealProps & { onClose: () => void }) => (
  <Sheet wide title="Beside one really taken" onClose={onClose}>
    <Both {...both} />
  </Sheet>
);

function Both({ job, real, spot }: BesideRealProps) {
  const { brief } = job;
  // What its camera did not write is typed; until then it is the plan's.
  const [shutter, setShutter] = useState(shutterMarks.label(shutterMarks.nearest(real.shutterS ?? job.shutterS)));
  const [aperture, setAperture] = useState(apertureMarks.label(apertureMarks.nearest(real.fNumber ?? job.fNumber)));
  const [iso, setIso] = useState(isoMarks.label(isoMarks.nearest(real.iso ?? brief.picture.isoCeiling)));
  const shutterS = useLastTyped(shutterMarks, shutter, job.shutterS);
  const fNumber = useLastTyped(apertureMarks, aperture, job.fNumber);
  const isoSet = useLastTyped(isoMarks, iso, brief.picture.isoCeiling);
  const settingsEv = exposureValue(shutterS, fNumber, isoSet);
  const taken = useMemo<FrameJob>(() => {
    const { picture } = brief;
    const pinned = { ...picture.pinned, shutterS, fNumber, iso: isoSet, burst: 1 };
    return {
      ...job,
      brief: { ...brief, light: { ...brief.light, ev100: settingsEv }, picture: { ...picture, pinned } },
      shutterS,
      fNumber,
      burst: 1,
      frame: null,
    };
  }, [job, brief, shutterS, fNumber, isoSet, settingsEv]);
  const looked = useTwoViews({ rows: (view) => closeRows(brief, view), aspect: job.width / job.height }, spot);
  const simulated = useDrawn('right', looked.close(taken));
  const [realPx, setRealPx] = useState<number | null>(null);
  const onPixels = useCallback(({ data, width, height }: ImageData) => setRealPx(softness(data, width, height)), []);
  const simulatedPx = useMemo(() => {
    const { picture } = simulated;
    if (!picture || picture.coarse) return null;
    return softness(new Uint8ClampedArray(picture.pixels), picture.width, picture.height);
  }, [simulated]);
  const words = realFrameWords({ realPx, simulatedPx, settingsEv, briefEv: brief.light.ev100 });
  return (
    <>
      <TwoViews looked={looked}>
        <Side tag="Really taken">
          <Cut picture={real.picture} looked={looked} label={`“${real.name}” as it was taken`} onPixels={onPixels} />
        </Side>
        <DrawnSide drawn={simulated} tag="Simulated" label={`Simulated at ${shutterWords(shutterS)}`} />
      </TwoViews>
      <p className="mt-2" role="status">
        <b className="font-strong">{words[0]}</b> {words.slice(1).join(' ')}
      </p>
      <div className="mt-2.5 flex flex-wrap items-end gap-3 [&>*]:max-w-32">
        <MarkField label="Shutter" text={shutter} marks={shutterMarks} example="1/60" onText={setShutter} />
        <MarkField label="Aperture" text={aperture} marks={apertureMarks} example="f/2.8" onText={setAperture} />
        <MarkField label="ISO" text={iso} marks={isoMarks} example="6400" onText={setIso} />
        <ViewSwitch looked={looked} />
      </div>
    </>
  );
}

/** What a mark stands for; while what is typed is none, the last that was. */
function useLastTyped(marks: MarkSeries, text: string, first: number): number {
  const mark = marks.parse(text);
  const [last, setLast] = useState(first);
  const value = mark === null ? last : marks.value(mark);
  if (value !== last) setLast(value);
  return value;
}

/** How soft the edges of a cut are, px; null where there are too few. */
const softness = (pixels: Uint8ClampedArray, width: number, height: number): number | null =>
  edgeBlur(luminanceOfBytes(pixels), width, height).sigmaPx;
