import { MOVING_THINGS, type Brief } from '@hushto/core';
import { brassPlayer } from './brassPlayer.ts';
import { chart } from './chart.ts';
import type { DrawnScene } from './drawing.ts';
import { otter } from './otter.ts';
import { porter } from './porter.ts';
import { sign } from './sign.ts';
import { skater } from './skater.ts';

export const SCENES = { street: porter, concert: brassPlayer, wildlife: otter, action: skater, chart, sign } satisfies Record<
  string,
  DrawnScene
>;
export type SceneName = keyof typeof SCENES;

const BY_KIND = { person: 'street', performer: 'concert', animal: 'wildlife', athlete: 'action', vehicle: 'street' } as const;

/** The scene of a brief's field of work. */
export function sceneFor({ subject }: Brief): SceneName {
  return MOVING_THINGS.find(({ id }) => id === subject.thing)?.field ?? BY_KIND[subject.kind ?? 'person'];
}
