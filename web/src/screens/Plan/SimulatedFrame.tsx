import { apertureLabel, pictureOf, grainWord, type Brief, type PlanAtShutter } from '@hushto/core';
import { FINISH_WORDS, plainNumber, shutterWords } from '@hushto/words';
import { lazy, memo, Suspense, useMemo, useRef, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Button } from '../../components/Button.tsx';
import { Picture, useDrawn } from '../../components/DrawnFrame.tsx';
import { PictureTag } from '../../components/PictureTag.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { useShortcuts } from '../../components/useShortcuts.ts';
import { useSettled } from '../../components/useSettled.ts';
import { useSize } from '../../components/useSize.ts';
import { insetAcross } from '../../domain/closeLook.ts';
import { photoOf, useFrame, type KeptSetting } from '../../state/frame.ts';
import type { FrameJob, FrameSubject } from '../../workers/frameProtocol.ts';
import { SceneMenu } from './SceneMenu.tsx';

const Inset = lazy(async () => ({ default: (await import('./Inset.tsx')).Inset }));
const SideBySide = lazy(async () => ({ default: (await import('./SideBySide.tsx')).SideBySide }));
const BesideReal = lazy(async () => ({ default: (await import('./BesideReal.tsx')).BesideReal }));
const Burst = lazy(async () => ({ default: (await import('./Burst.tsx')).Burst }));
const BrushPhoto = lazy(async () => ({ default: (await import('./BrushPhoto.tsx')).BrushPhoto }));

/** A setting that rests so long is drawn in full, ms; until then the frame follows coarsely. */
const RESTS_MS = 60;

interface SimulatedFrameProps {
  brief: Brief;
  shown: PlanAtShutter;
  view: string;
}

/** The picture the camera would bring home at the shown setting: movement, hands, depth, photons. */
export const SimulatedFrame = memo(function SimulatedFrame({ brief, shown, view: viewWords }: SimulatedFrameProps) {
  const { spot, close, scene, kept, wipe, set } = useFrame(
    useShallow(({ spot, close, scene, kept, wipe, set }) => ({ spot, close, scene, kept, wipe, set })),
  );
  const photo = useFrame(photoOf);
  const { brushing, real } = useFrame(useShallow(({ brushing, real }) => ({ brushing, real })));
  const box = useRef<HTMLDivElement>(null);
  const size = useSize(box);
  const [shooting, setShooting] = useState(false);
  const [picked, setPicked] = useState<number | null>(null);
  const [beside, setBeside] = useState(false);
  const { choice, figures } = shown;
  const setting = useMemo(
    () => ({ brief, shutterS: choice.shutterS, fNumber: choice.fNumber, burst: choice.burst }),
    [brief, choice.shutterS, choice.fNumber, choice.burst],
  );
  const rested = useSettled(setting, RESTS_MS);
  const ratio = Math.min(2, globalThis.devicePixelRatio || 1);
  const subject = useMemo<FrameSubject>(
    () =>
      photo
        ? { kind: 'photo', id: photo.id, equivalentMm: photo.equivalentMm, moves: photo.moves, mask: photo.mask }
        : { kind: 'drawn', name: scene },
    [photo, scene],
  );
  const picture = fitted(brief, size);
  const jobFor = (from: Omit<KeptSetting, 'label'>, frame: number | null, seed: number): FrameJob | null => {
    if (size.width === 0) return null;
    const { shutterS, fNumber, burst, brief: own } = from;
    const shape = fitted(own, size);
    const [width, height] = [Math.round(shape.width * ratio), Math.round(shape.height * ratio)];
    return { brief: own, shutterS, fNumber, burst, subject, view: 'whole', width, height, seed, frame };
  };
  const frame = picked !== null && picked < setting.burst ? picked : null;
  const whole = jobFor(setting, frame, 1);
  const following = whole && rested !== setting ? { ...whole, quick: true } : whole;
  const keptWhole = kept && jobFor(kept, null, 2);
  const now = useDrawn('now', following);
  const before = useDrawn('kept', keptWhole);
  const looked = spot ?? now.picture?.look ?? null;
  const closeUp = (job: FrameJob | null): FrameJob | null => {
    const across = Math.round(insetAcross(picture) * ratio);
    return job && looked && { ...job, view: close, spot: looked, width: across, height: across };
  };
  const keep = (): void => set({ kept: { ...setting, label: choice.labels.shutter }, wipe: 0.5 });
  useShortcuts({ c: ['Keep this frame and compare', keep] });
  const smear = figures.pan
    ? `the background streaks over ${plainNumber(figures.pan.streakShare * 100)} % of the width`
    : `${plainNumber(figures.subjectBlurViewPx)} px of smear ${viewWords}`;
  const shows = `Simulated frame at ${shutterWords(choice.shutterS)}, ${choice.labels.aperture}, ISO ${choice.labels.iso}: ${smear}, grain ${grainWord(figures.snrSubject)}`;
  return (
    <section
      className="flex flex-col flex-1 mt-3 min-h-0 md:max-xl:col-start-2 md:max-xl:row-[1_/_span_4] md:max-xl:mt-0 md:max-xl:min-h-75 max-sm:block max-sm:col-span-full max-sm:order-5 max-sm:-mx-3.5 max-sm:mt-2 max-sm:mb-0"
      aria-label="Simulated frame"
    >
      <div
        className="relative flex-1 min-h-40 tall:min-h-34 max-md:min-h-80 max-sm:h-auto max-sm:min-h-0 max-sm:aspect-3/2"
        ref={box}
      >
        <div
          className="absolute inset-0 m-auto overflow-hidden rounded-md bg-black [contain:layout_style] max-sm:rounded-none"
          style={{ width: picture.width, height: picture.height }}
        >
          <Picture drawn={now.picture} label={shows} className={FILLS} />
          {kept && (
            <>
              <div className="absolute inset-0 bg-black" style={{ clipPath: `inset(0 ${100 - wipe * 100}% 0 0)` }}>
                <Picture drawn={before.picture} label={`The kept frame at ${kept.label} s`} className={FILLS} />
              </div>
              <span
                className="absolute inset-y-0 -ml-px w-0.5 pointer-events-none bg-on-picture"
                style={{ left: `${wipe * 100}%` }}
                aria-hidden="true"
              />
              <span
                className="pointer-events-none absolute bottom-2 z-10 -translate-x-1/2 rounded-full bg-panel px-2 py-1 text-13 leading-4 font-bold whitespace-nowrap text-ink"
                style={{ left: `${Math.min(82, Math.max(18, wipe * 100))}%` }}
                aria-hidden="true"
              >
                {kept.label} ‖ {choice.labels.shutter}
              </span>
              <input
                type="range"
                className="wipe absolute inset-y-0 -inset-x-4 cursor-ew-resize appearance-none bg-transparent"
                min={0}
                max={100}
                value={Math.round(wipe * 100)}
                aria-label="Wipe between the kept frame and this one"
                aria-valuetext={`${Math.round(wipe * 100)} % kept`}
                onChange={(event) => set({ wipe: Number(event.target.value) / 100 })}
              />
              <PictureTag className="top-2 left-2 z-10">
                Kept {kept.label}
                <button
                  type="button"
                  className="pointer-events-auto ml-2 cursor-pointer underline max-sm:min-h-11"
                  onClick={() => setBeside(true)}
                >
                  Side by side
                </button>
                <button
                  type="button"
                  className="pointer-events-auto ml-2 cursor-pointer underline max-sm:min-h-11"
                  aria-label="Let go of the kept frame"
                  onClick={() => set({ kept: null })}
                >
                  Let go
                </button>
              </PictureTag>
            </>
          )}
          {!kept && !shooting && now.picture && <PictureTag className="bottom-2 left-2">{choice.labels.shutter}</PictureTag>}
          {looked && !shooting && (
            <Suspense>
              <Inset
                picture={picture}
                spot={looked}
                onMove={(to) => set({ spot: to })}
                now={closeUp(jobFor(rested, frame, 1))}
                kept={closeUp(keptWhole)}
                shows={close === 'pixels' ? 'every pixel of the sensor' : viewWords}
              />
            </Suspense>
          )}
          {!shooting && !now.picture && (
            <PictureTag className="bottom-2 left-2">
              {now.failed === null ? 'Drawing the frame' : `The frame cannot be drawn: ${now.failed}`}
            </PictureTag>
          )}
          {shooting && (
            <Suspense fallback={null}>
              <Burst job={jobFor(setting, null, 1)} picked={frame} onPick={setPicked} onClose={() => setShooting(false)} />
            </Suspense>
          )}
        </div>
      </div>
      <div className="flex gap-0.5 items-center mt-1.5 max-sm:px-2.5 max-sm:py-0">
        <Button size="s" onClick={keep}>
          {kept ? 'Replace kept' : 'Keep, compare'}
        </Button>
        <Button
          look="bare"
          size="s"
          aria-pressed={shooting}
          data-hint="Shoot the burst"
          onClick={() => {
            setShooting(!shooting);
            setPicked(null);
          }}
        >
          Burst
        </Button>
        <SceneMenu brief={brief} />
        {beside && kept && keptWhole && whole && looked && (
          <Suspense fallback={null}>
            <SideBySide
              kept={{ job: keptWhole, label: settingLabel(kept) }}
              now={{ job: whole, label: settingLabel({ ...setting, label: choice.labels.shutter }) }}
              spot={looked}
              onClose={() => setBeside(false)}
            />
          </Suspense>
        )}
        {brushing && photo && (
          <Suspense fallback={null}>
            <BrushPhoto
              id={photo.id}
              onDone={() => {
                void import('../../state/ownPhoto.ts').then(({ drawWithBrushed }) => drawWithBrushed());
                set({ brushing: false });
              }}
              onClose={() => set({ brushing: false })}
            />
          </Suspense>
        )}
        {real && photo && whole && looked && (
          <Suspense fallback={null}>
            <BesideReal job={whole} real={real} spot={looked} onClose={() => set({ real: null })} />
          </Suspense>
        )}
        <SegmentedControl
          fit
          className="ml-auto"
          label="The close look shows"
          hideLabel
          value={close}
          options={[
            { value: 'detail', label: 'As seen', hint: `As it will be seen ${viewWords}` },
            {
              value: 'pixels',
              label: '100 %',
              hint: 'Every pixel of the sensor. Scenes of ours have 24 MP round the place it opens at, a third as many across elsewhere',
            },
          ]}
          onChange={(value) => set({ close: value })}
        />
      </div>
    </section>
  );
});

/** What tells a setting from another: speed, aperture, body, and what is made of the frame. */
const settingLabel = ({ brief: { kit, picture }, label, fNumber }: KeptSetting): string =>
  [label, apertureLabel(fNumber), kit.sensor.label, picture.finish && FINISH_WORDS[picture.finish].goesOn]
    .filter(Boolean)
    .join(', ');

/** The whole picture of a brief inside a space, at its own proportions, px. */
function fitted(
  { kit, picture }: Brief,
  { width, height }: { width: number; height: number },
): { width: number; height: number } {
  const { aspect } = pictureOf(kit.sensor.widthMm, kit.sensor.heightMm, kit.sensor.megapixels, picture.crop, picture.viewCph);
  return { width: Math.min(width, height * aspect), height: Math.min(height, width / aspect) };
}

/** The whole of its place, at its own proportions. */
const FILLS = 'absolute inset-0 m-auto size-full object-contain dim:brightness-86';
