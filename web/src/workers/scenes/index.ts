import { brassPlayer } from './brassPlayer.ts';
import { chart } from './chart.ts';
import type { DrawnScene } from './drawing.ts';
import type { SceneName } from './names.ts';
import { otter } from './otter.ts';
import { porter } from './porter.ts';
import { sign } from './sign.ts';
import { skater } from './skater.ts';

/** The drawing of each scene. */
export const SCENES: Record<SceneName, DrawnScene> = {
  street: porter,
  concert: brassPlayer,
  wildlife: otter,
  action: skater,
  chart,
  sign,
};
