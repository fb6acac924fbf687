import { pictureOf, grainWord, type Brief, type PlanAtShutter } from '@hushto/core';
import { plainNumber, shutterWords } from '@hushto/words';
import { X } from 'lucide-react';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { useShortcuts } from '../../components/useShortcuts.ts';
import { useSize } from '../../components/useSize.ts';
import { Picture, useDrawn, type Drawn } from '../../components/DrawnFrame.tsx';
import { useFrame, viewThatShows, type KeptSetting } from '../../state/frame.ts';
import type { BurstFrame, DrawnFrame, FrameJob, FrameSubject } from '../../workers/frameProtocol.ts';
import { drawFrame } from '../../workers/frames.ts';
import { sceneFor } from '../../workers/scenes/names.ts';
import { SceneMenu } from './SceneMenu.tsx';

interface SimulatedFrameProps {
  brief: Brief;
  shown: PlanAtShutter;
  view: string;
}

/** The picture the camera would bring home at the shown setting: movement, hands, depth, photons. */
export const SimulatedFrame = memo(function SimulatedFrame({ brief, shown, view: viewWords }: SimulatedFrameProps) {
  const {
    view: wanted,
    scene,
    photo,
    kept,
    wipe,
    set,
  } = useFrame(useShallow(({ view, scene, photo, kept, wipe, set }) => ({ view, scene, photo, kept, wipe, set })));
  const box = useRef<HTMLDivElement>(null);
  const size = useSize(box);
  const [shooting, setShooting] = useState(false);
  const [picked, setPicked] = useState<number | null>(null);
  const { choice, figures } = shown;
  const seen = viewThatShows(figures.smearShare, size.height);
  const view = wanted ?? seen;
  const setting = useMemo(
    () => ({ brief, shutterS: choice.shutterS, fNumber: choice.fNumber, burst: choice.burst }),
    [brief, choice.shutterS, choice.fNumber, choice.burst],
  );
  const ratio = Math.min(2, globalThis.devicePixelRatio || 1);
  const subject = useMemo<FrameSubject>(
    () =>
      photo
        ? { kind: 'photo', id: photo.id, equivalentMm: photo.equivalentMm, moves: photo.moves }
        : { kind: 'drawn', name: scene ?? sceneFor(brief) },
    [photo, scene, brief],
  );
  const jobFor = (from: Omit<KeptSetting, 'label'>, frame: number | null, seed: number): FrameJob | null => {
    if (size.width === 0) return null;
    const { kit, picture } = from.brief;
    const { aspect } = pictureOf(kit.sensor.widthMm, kit.sensor.heightMm, kit.sensor.megapixels, picture.crop, picture.viewCph);
    // The whole picture keeps its shape inside the space; the detail fills it.
    const fitted =
      view === 'detail'
        ? size
        : { width: Math.min(size.width, size.height * aspect), height: Math.min(size.height, size.width / aspect) };
    const { shutterS, fNumber, burst, brief: own } = from;
    return {
      brief: own,
      shutterS,
      fNumber,
      burst,
      subject,
      view,
      width: Math.round(fitted.width * ratio),
      height: Math.round(fitted.height * ratio),
      seed,
      frame,
    };
  };
  const frame = picked !== null && picked < setting.burst ? picked : null;
  const now = useDrawn('now', jobFor(setting, frame, 1));
  const before = useDrawn('kept', kept && jobFor(kept, null, 2));
  // What is compared is looked at in one way from here on.
  const keep = (): void => set({ kept: { ...setting, label: choice.labels.shutter }, wipe: 0.5, view });
  useShortcuts({ c: keep });
  const smear = figures.pan
    ? `the background streaks over ${plainNumber(figures.pan.streakShare * 100)} % of the width`
    : `${plainNumber(figures.subjectBlurViewPx)} px of smear ${viewWords}`;
  const shows = `Simulated frame at ${shutterWords(choice.shutterS)}, ${choice.labels.aperture}, ISO ${choice.labels.iso}: ${smear}, grain ${grainWord(figures.snrSubject)}`;
  return (
    <section className="frame" aria-label="Simulated frame">
      <div className="picture" ref={box}>
        <Picture drawn={now.picture} label={shows} />
        {kept && (
          <>
            <div className="before" style={{ clipPath: `inset(0 ${100 - wipe * 100}% 0 0)` }}>
              <Picture drawn={before.picture} label={`The kept frame at ${kept.label} s`} />
            </div>
            <span className="cut" style={{ left: `${wipe * 100}%` }} aria-hidden="true" />
            <span
              className="pointer-events-none absolute top-[calc(50%+35px)] z-10 -translate-1/2 rounded-full bg-panel px-2 py-1 text-[13px] leading-4 font-bold whitespace-nowrap text-ink"
              style={{ left: `${Math.min(82, Math.max(18, wipe * 100))}%` }}
              aria-hidden="true"
            >
              {kept.label} ‖ {choice.labels.shutter}
            </span>
            <input
              type="range"
              className="wipe"
              min={0}
              max={100}
              value={Math.round(wipe * 100)}
              aria-label="Wipe between the kept frame and this one"
              aria-valuetext={`${Math.round(wipe * 100)} % kept`}
              onChange={(event) => set({ wipe: Number(event.target.value) / 100 })}
            />
            <span className="tag z-10">
              Kept {kept.label}
              <button
                type="button"
                className="pointer-events-auto ml-2 cursor-pointer underline max-sm:min-h-11"
                aria-label="Let go of the kept frame"
                onClick={() => set({ kept: null })}
              >
                Let go
              </button>
            </span>
          </>
        )}
        <span className="tag right">{choice.labels.shutter}</span>
        {!shooting && <span className="tag foot">{viewNote(now, view, wanted === null && seen === 'detail', viewWords)}</span>}
        {shooting && (
          <Burst job={jobFor(setting, null, 1)} picked={frame} onPick={setPicked} onClose={() => setShooting(false)} />
        )}
      </div>
      <div className="under">
        <button type="button" className="btn s" onClick={keep}>
          {kept ? 'Replace kept' : 'Keep, compare'}
        </button>
        <button
          type="button"
          className="btn s bare"
          aria-pressed={shooting}
          title="Shoot the burst"
          onClick={() => {
            setShooting(!shooting);
            setPicked(null);
          }}
        >
          Burst
        </button>
        <SceneMenu brief={brief} />
        <SegmentedControl
          label="What is shown"
          hideLabel
          value={view}
          options={[
            { value: 'whole', label: 'Whole' },
            { value: 'detail', label: 'Detail' },
          ]}
          onChange={(value) => set({ view: value })}
        />
      </div>
    </section>
  );
});

/** How large the picture is shown, and why. */
function viewNote({ picture, failed }: Drawn, view: 'whole' | 'detail', byItself: boolean, viewWords: string): string {
  if (failed !== null) return `The frame cannot be drawn: ${failed}`;
  if (!picture) return 'Drawing the frame';
  if (view === 'whole') return 'Smaller than it will be shown';
  return byItself ? `Detail ${viewWords}; whole, too small to see` : `Detail ${viewWords}`;
}

interface BurstProps {
  job: FrameJob | null;
  picked: number | null;
  onPick: (frame: number) => void;
  onClose: () => void;
}

/** The frames of a burst beside each other, the steadiest marked. */
function Burst({ job, picked, onPick, onClose }: BurstProps) {
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
    <div className="burst" role="group" aria-label={`The burst of ${first.burst.length}`}>
      {frames.map((drawn) => {
        const own = first.burst[drawn.frame]!;
        const best = drawn.frame === first.best;
        return (
          <button
            key={drawn.frame}
            type="button"
            className={best ? 'best' : ''}
            aria-pressed={drawn.frame === (picked ?? first.best)}
            aria-label={`Frame ${drawn.frame + 1}: ${words(own)}${best ? ', the steadiest' : ''}`}
            onClick={() => onPick(drawn.frame)}
          >
            <Picture drawn={drawn} label="" />
            <span>{plainNumber(own.blurPx)}&nbsp;px</span>
          </button>
        );
      })}
      <button type="button" className="tip-x" aria-label="Put the burst away" onClick={onClose}>
        <X className="i" aria-hidden="true" />
      </button>
    </div>
  );
}
