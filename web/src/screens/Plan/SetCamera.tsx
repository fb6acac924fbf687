import type { Brief, PlanAtShutter, Shortfall } from '@hushto/core';
import { CAMERA_TERMS, cameraLines, shortfallWords, type CameraLines } from '@hushto/words';
import { List } from 'lucide-react';
import { lazy, memo, Suspense, useDeferredValue, useMemo } from 'react';
import { Button } from '../../components/Button.tsx';
import { Popup } from '../../components/Popup.tsx';
import { useWhere } from '../../state/useWhere.ts';

const InFigures = lazy(async () => ({ default: (await import('./InFigures.tsx')).InFigures }));

const TERMS = Object.keys(CAMERA_TERMS) as (keyof CameraLines)[];
/** Lines that always stand; the others are one press away. */
const FIRST = 3;

interface SetCameraProps {
  brief: Brief;
  shown: PlanAtShutter;
  view: string;
  /** What fails at the nearest setting where nothing works; null where something does. */
  anyway: readonly Shortfall[] | null;
}

/** How to set the camera for the shown setting, a line each, and what to set back afterwards; in a drag the words follow when they can. */
export function SetCamera({ brief, shown, view, anyway }: SetCameraProps) {
  const set = useMemo(() => ({ brief, shown }), [brief, shown]);
  return <Lines {...useDeferredValue(set)} view={view} anyway={anyway} />;
}

const Lines = memo(function Lines({ brief, shown, view, anyway }: SetCameraProps) {
  const where = useWhere([brief.kit.sensor.label ?? '']);
  const lines = cameraLines(brief, shown.camera, where);
  return (
    <section className="mt-3.5 md:max-xl:col-start-1 max-sm:col-span-full max-sm:order-6" aria-labelledby="set-title">
      <div className="flex items-center justify-between">
        <h2 id="set-title">{anyway ? 'If you shoot anyway' : 'Set the camera'}</h2>
        <Popup
          label="All of the setting"
          headed
          align="end"
          className="max-h-(--radix-popover-content-available-height) w-105"
          trigger={(trigger) => (
            <Button look="bare" size="s" className="-my-1 -mr-2.5" {...trigger}>
              <List aria-hidden="true" /> All
            </Button>
          )}
        >
          {() => (
            <>
              <CameraRows lines={lines} />
              <Suspense fallback={null}>
                <InFigures shown={shown} view={view} />
              </Suspense>
            </>
          )}
        </Popup>
      </div>
      {anyway && <p className="text-quiet">{anyway.map(shortfallWords).join(' ')}</p>}
      <CameraRows lines={lines} first={anyway ? 1 : FIRST} />
    </section>
  );
});

/** The lines of a setting, each under its term; the first few where only they are wanted. */
export function CameraRows({ lines, first = Infinity }: { lines: CameraLines; first?: number }) {
  return (
    <dl className="mt-0.5 leading-5">
      {TERMS.slice(0, first).map((term) => (
        <div className="grid grid-cols-[72px_1fr] gap-3 py-px" key={term}>
          <dt className="text-quiet">{CAMERA_TERMS[term]}</dt>
          <dd>{lines[term]}</dd>
        </div>
      ))}
    </dl>
  );
}
