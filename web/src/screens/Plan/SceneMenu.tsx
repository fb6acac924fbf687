import type { Brief } from '@hushto/core';
import { lazy } from 'react';
import { Button } from '../../components/Button.tsx';
import { Popup } from '../../components/Popup.tsx';

const ScenePanel = lazy(async () => ({ default: (await import('./ScenePanel.tsx')).ScenePanel }));

/** Opens the choice of what the frame is drawn of. */
export const SceneMenu = ({ brief }: { brief: Brief }) => (
  <Popup
    label="Scene of the frame"
    headed
    side="top"
    trigger={(trigger) => (
      <Button look="bare" size="s" aria-label="Scene of the frame" {...trigger}>
        Scene
      </Button>
    )}
  >
    {(close) => <ScenePanel brief={brief} close={close} />}
  </Popup>
);
