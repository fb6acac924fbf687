import { setupOf, type HoldSeries } from '@hushto/contract';
import { DEFAULT_THRESHOLD, normalSource, seededRandom, steadyingStops, pictureOf } from '@hushto/core';
import { shutterWords, viewingName } from '@hushto/words';
import { useEffect, useRef } from 'react';
import { Button } from '../../components/Button.tsx';
import { Picture, useDrawn } from '../../components/DrawnFrame.tsx';
import { PictureTag } from '../../components/PictureTag.tsx';
import { useSize } from '../../components/useSize.ts';
import { signJob } from '../../domain/holdSeries.ts';

interface SimulatedCameraProps {
  series: HoldSeries;
  shutterS: number;
  /** Whether the frame has been pressed; until then the finder shows what it sees. */
  taken: boolean;
  onTake: () => void;
}

/** A camera with hidden hands: a finder that sways as they do, and the frame they take. */
export function SimulatedCamera({ series, shutterS, taken, onTake }: SimulatedCameraProps) {
  const { sensor } = series.kit;
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const ratio = Math.min(2, globalThis.devicePixelRatio || 1);
  const sized = width > 0;
  const [w, h] = [Math.round(width * ratio), Math.round(height * ratio)];
  const seen = useDrawn('kept', sized ? { ...signJob(series, sensor.fastestS, w, h), seed: 1 } : null);
  const frame = useDrawn('now', sized && taken ? signJob(series, shutterS, w, h) : null);
  const sway = useRef<HTMLDivElement>(null);
  useSway(sway, series, !taken);
  const view = viewingName(
    series.viewCph,
    pictureOf(sensor.widthMm, sensor.heightMm, sensor.megapixels, 1, series.viewCph).sensorCph,
  );
  const shown = taken && frame.picture && !frame.picture.coarse;
  return (
    <>
      <div className="relative isolate overflow-hidden aspect-square bg-black rounded-sm max-lg:max-w-105" ref={box}>
        <div className="size-full scale-112" ref={sway} hidden={Boolean(shown)}>
          <Picture
            drawn={seen.picture}
            label={taken ? '' : 'The finder of the simulated camera: a sign under bulbs, swaying with its hands'}
            className="size-full"
          />
        </div>
        {shown && (
          <Picture
            drawn={frame.picture}
            label={`The frame at ${shutterWords(shutterS)}; can you read the small letters?`}
            className="size-full"
          />
        )}
        <PictureTag className="bottom-1.5 left-1.5">
          {frame.failed !== null
            ? `The frame cannot be drawn: ${frame.failed}`
            : taken
              ? `${shutterWords(shutterS)}, ${view}`
              : 'Finder'}
        </PictureTag>
      </div>
      {taken ? (
        <p>Sharp if you can read “every evening” at a glance.</p>
      ) : (
        <Button look="go" onClick={onTake}>
          Take the frame <kbd>f</kbd>
        </Button>
      )}
    </>
  );
}

/** Pull back towards the middle, per s, so that the sign stays in the finder; and how long the hand keeps its way, s. Ours. */
const PULL_PER_S = 0.6;
const KEEPS_WAY_S = 0.15;
/** Farther than this from the middle nothing is shown, px. */
const MOST_PX = 26;

/**
 * Moves the finder's picture as the hidden hands would: their angular drift as viewed px a second, keeping its way for a while
 * (an Ornstein–Uhlenbeck speed). Still where less motion is asked for.
 */
function useSway(target: React.RefObject<HTMLDivElement | null>, series: HoldSeries, swaying: boolean): void {
  useEffect(() => {
    const element = target.current;
    if (!element || !swaying || !series.simulated || matchMedia('(prefers-reduced-motion: reduce)').matches) return undefined;
    const { focalLengthMm, toleranceMm, stabiliserStops, conditions } = setupOf(series);
    const threshold = (series.simulated.theta ?? DEFAULT_THRESHOLD) + steadyingStops(stabiliserStops, conditions);
    // At the threshold half of the frames drift over the tolerance, two viewed px: the median speed is 2 px in the time of that drift.
    const speed = 2 / ((2 ** threshold * toleranceMm) / focalLengthMm);
    const normal = normalSource(seededRandom(series.simulated.seed + series.frames.length));
    let [x, y, vx, vy, before] = [0, 0, 0, 0, performance.now()];
    let request = requestAnimationFrame(function move(now) {
      const dt = Math.min(0.05, (now - before) / 1000);
      before = now;
      const keeps = Math.exp(-dt / KEEPS_WAY_S);
      const kick = speed * Math.sqrt(1 - keeps * keeps);
      vx = vx * keeps + kick * normal();
      vy = vy * keeps + kick * normal();
      x = held(x + (vx - PULL_PER_S * x) * dt);
      y = held(y + (vy - PULL_PER_S * y) * dt);
      element.style.transform = `translate(${x.toFixed(2)}px, ${y.toFixed(2)}px) scale(1.12)`;
      request = requestAnimationFrame(move);
    });
    return () => cancelAnimationFrame(request);
  }, [target, series, swaying]);
}

const held = (px: number): number => Math.min(MOST_PX, Math.max(-MOST_PX, px));
