import type { StoredBrief } from '@hushto/contract';
import { grainAtIso, isoStopsOf, type Brief, type Sensor } from '@hushto/core';
import { isoWords } from '@hushto/words';
import { useEffect, useMemo, useState } from 'react';
import { Picture } from '../../components/DrawnFrame.tsx';
import { SaidSlider } from '../../components/Slider.tsx';
import { cn } from '../../components/cn.ts';
import { isoSwatchJob } from '../../domain/swatches.ts';
import { editDocument } from '../../state/documents.ts';
import type { DrawnFrame, FrameJob } from '../../workers/frameProtocol.ts';
import { drawFrame } from '../../workers/frames.ts';

const SIZE = { width: 132, height: 99 } as const;

interface GrainSwatchesProps {
  sensor: Sensor;
  viewCph: number;
  crop: number;
  /** The brief whose scene they show, and whose ceiling is the line across them; null where there is none. */
  stored: StoredBrief | null;
}

/** Grain as it is seen: the same still scene at every stop of ISO, at the size it is looked at, with the ceiling across them. */
export function GrainSwatches({ sensor, viewCph, crop, stored }: GrainSwatchesProps) {
  const isos = useMemo(() => isoStopsOf(sensor), [sensor]);
  const brief = stored?.document ?? null;
  const jobs = useMemo(
    () => (brief ? isos.map((iso) => isoSwatchJob(brief, sensor, { viewCph, crop }, iso, SIZE)) : []),
    [brief, sensor, viewCph, crop, isos],
  );
  const drawn = useInTurn(jobs);
  const ceiling = brief?.picture.isoCeiling ?? Infinity;
  if (!stored || !brief) return <p className="text-quiet">Swatches are drawn of a brief’s scene: make one first.</p>;
  const last = isos.findLastIndex((iso) => iso <= ceiling * 1.01);
  return (
    <div className="grid gap-4">
      <ol className="grid grid-cols-[repeat(auto-fill,minmax(132px,1fr))] gap-x-3 gap-y-4" aria-label="Grain by ISO">
        {isos.map((iso, n) => {
          const { word } = grainAtIso(sensor, iso, [viewCph], crop).views[0]!;
          return (
            <li key={iso}>
              <figure className="relative h-[99px] w-[132px] overflow-hidden rounded-[6px] bg-black">
                <Picture drawn={drawn[n] ?? null} label={`Grain at ${isoWords(iso)}: ${word}`} className="size-full" />
              </figure>
              <p
                className={cn(
                  'tabular-nums w-[132px] border-t-4 pt-1 text-13 leading-4',
                  n <= last ? 'border-ink' : 'border-transparent text-quiet',
                )}
              >
                <b>{isoWords(iso)}</b> {word}
                {n === last && <span className="block">your ceiling</span>}
              </p>
            </li>
          );
        })}
      </ol>
      <SaidSlider
        says={`Your ceiling in “${brief.title}”: ${isoWords(ceiling)}`}
        label="ISO ceiling"
        value={Math.max(0, last)}
        min={0}
        max={isos.length - 1}
        steps={isos.length - 1}
        onChange={(n) => editDocument('briefs', stored.id, (before) => withCeiling(before, isos[Math.round(n)]!))}
      />
    </div>
  );
}

/** A ceiling set by hand no longer comes from a test. */
const withCeiling = (brief: Brief, isoCeiling: number): Brief => ({
  ...brief,
  picture: { ...brief.picture, isoCeiling, isoCeilingFrom: undefined },
});

/** Pictures drawn one after the other, so that the first is there soon. */
function useInTurn(jobs: readonly FrameJob[]): readonly (DrawnFrame | null)[] {
  const [drawn, setDrawn] = useState<readonly (DrawnFrame | null)[]>([]);
  useEffect(() => {
    let stop = (): void => {};
    const draw = (n: number): void => {
      const job = jobs[n];
      if (!job) return;
      stop = drawFrame('swatch', job, (frame) => {
        if (frame.failed === undefined) setDrawn((before) => jobs.map((_, i) => (i === n ? frame : (before[i] ?? null))));
        if (frame.failed !== undefined || !frame.coarse) draw(n + 1);
      });
    };
    draw(0);
    return () => stop();
  }, [jobs]);
  return drawn;
}
