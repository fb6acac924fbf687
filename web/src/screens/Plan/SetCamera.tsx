import { capital, type CameraWords, type PlanAtShutter } from '@hushto/core';
import { List, X } from 'lucide-react';
import { Popover } from 'radix-ui';
import { memo, useDeferredValue } from 'react';
import { InFigures } from './InFigures.tsx';

/** Lines that always stand; the others are one press away. */
const FIRST = 4;

interface SetCameraProps {
  shown: PlanAtShutter;
  view: string;
}

/** How to set the camera for the shown setting, a line each, and what to set back afterwards; in a drag the words follow when they can. */
export function SetCamera({ shown, view }: SetCameraProps) {
  return <Lines shown={useDeferredValue(shown)} view={view} />;
}

const Lines = memo(function Lines({ shown, view }: SetCameraProps) {
  const { camera } = shown;
  return (
    <section className="set" aria-labelledby="set-title">
      <div className="head">
        <h2 id="set-title">Set the camera</h2>
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
                <CameraRows camera={camera} />
              </div>
              <InFigures shown={shown} view={view} />
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      </div>
      <CameraRows camera={camera} first={FIRST} />
    </section>
  );
});

/** The lines of a setting, each under its term; the first few where only they are wanted. */
export function CameraRows({ camera, first = Infinity }: { camera: CameraWords; first?: number }) {
  const rows: [term: string, words: string][] = [
    ['Mode', camera.say],
    ['Meter', camera.meter],
    ['Focus', camera.focus],
    ['Drive', camera.drive],
    ['Stabiliser', camera.stabiliser],
    ['Curtain', camera.curtain],
    ['Raw', camera.raw],
    ['Set back', capital(camera.setBack)],
  ];
  return (
    <dl>
      {rows.slice(0, first).map(([term, words]) => (
        <div key={term}>
          <dt>{term}</dt>
          <dd>{words}</dd>
        </div>
      ))}
    </dl>
  );
}
