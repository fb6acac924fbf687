import { chart } from './chart.ts';
import type { DrawnScene } from './drawing.ts';
import type { SceneName } from './names.ts';
import { sign } from './sign.ts';

/** The drawing of each scene, or the folder of one that was computed. */
export const SCENES: Record<SceneName, DrawnScene | { folder: string }> = {
  street: { folder: 'porter' },
  concert: { folder: 'boathouse' },
  wildlife: { folder: 'sluice' },
  action: { folder: 'skateHall' },
  quay: { folder: 'quay' },
  window: { folder: 'lodging' },
  cyclist: { folder: 'cyclist' },
  drummer: { folder: 'cellar' },
  ape: { folder: 'thicket' },
  bird: { folder: 'mooring' },
  runner: { folder: 'lane' },
  train: { folder: 'platform' },
  chart,
  sign,
};
