import type { Brief, PlanAtShutter, Shortfall } from '@hushto/core';
import { CAMERA_TERMS, cameraLines, shortfallWords, type CameraLines } from '@hushto/words';
import { List, X } from 'lucide-react';
import { Popover } from 'radix-ui';
import { memo, useDeferredValue, useMemo } from 'react';
import { InFigures } from './InFigures.tsx';

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
  const lines = cameraLines(brief, shown.camera);
  return (
    <section className="set" aria-labelledby="set-title">
      <div className="head">
        <h2 id="set-title">{anyway ? 'If you shoot anyway' : 'Set the camera'}</h2>
        <Popover.Root>
          <Popover.Trigger className="btn s bare">
            <List className="i" aria-hidden="true" /> All
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content className="pop all" align="end" sideOffset={6} collisionPadding={12} aria-label="All of the setting">
              <div className="row">
                <h2>Set the camera</h2>
                <Popover.Close className="tip-x" aria-label="Close">
                  <X className="i" aria-hidden="true" />
                </Popover.Close>
              </div>
              <div className="set">
                <CameraRows lines={lines} />
              </div>
              <InFigures shown={shown} view={view} />
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      </div>
      {anyway && <p className="quiet">{anyway.map(shortfallWords).join(' ')}</p>}
      <CameraRows lines={lines} first={anyway ? 1 : FIRST} />
    </section>
  );
});

/** The lines of a setting, each under its term; the first few where only they are wanted. */
export function CameraRows({ lines, first = Infinity }: { lines: CameraLines; first?: number }) {
  return (
    <dl>
      {TERMS.slice(0, first).map((term) => (
        <div key={term}>
          <dt>{CAMERA_TERMS[term]}</dt>
          <dd>{lines[term]}</dd>
        </div>
      ))}
    </dl>
  );
}
