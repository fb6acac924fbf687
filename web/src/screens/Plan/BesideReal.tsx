import { apertureMarks, edgeBlur, exposureValue, isoMarks, luminanceOfBytes, shutterMarks, type MarkSeries } from '@hushto/core';
import { realFrameWords, shutterWords } from '@hushto/words';
import { useEffect, useMemo, useRef, useState } from 'react';
import { MarkField } from '../../components/MarkField.tsx';
import { useDrawn } from '../../components/DrawnFrame.tsx';
import { Sheet } from '../../components/Sheet.tsx';
import type { RealFrame } from '../../state/frame.ts';
import type { FrameJob } from '../../workers/frameProtocol.ts';
import type { Spot } from './Inset.tsx';
import { DrawnSide, Side, TwoViews, useTwoViews, ViewSwitch, type LookedAt } from './TwoViews.tsx';

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
  const looked = useTwoViews(job, spot);
  const simulated = useDrawn('right', looked.close(taken));
  const [realPx, setRealPx] = useState<number | null>(null);
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
          <RealCut picture={real.picture} looked={looked} label={`“${real.name}” as it was taken`} onSoftness={setRealPx} />
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

interface RealCutProps {
  picture: ImageBitmap;
  looked: LookedAt;
  label: string;
  onSoftness: (px: number | null) => void;
}

/** The same place of the real frame, as large. */
function RealCut({ picture, looked, label, onSoftness }: RealCutProps) {
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
    onSoftness(softness(pen.getImageData(0, 0, size.width, size.height).data, size.width, size.height));
  }, [picture, at.x, at.y, rows, size.width, size.height, onSoftness]);
  return <canvas ref={canvas} role="img" aria-label={label} className="size-full dim:brightness-86" />;
}

/** How soft the edges of a cut are, px; null where there are too few. */
const softness = (pixels: Uint8ClampedArray, width: number, height: number): number | null =>
  edgeBlur(luminanceOfBytes(pixels), width, height).sigmaPx;
