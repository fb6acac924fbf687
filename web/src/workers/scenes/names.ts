import type { TestScene } from '@hushto/contract';
import { movingThing, type Brief } from '@hushto/core';

/** Scenes there are to show, by what they are called. The pictures themselves are the worker's alone. */
export const SCENE_LABELS = {
  street: 'Market with a porter',
  concert: 'Boathouse with a trumpeter',
  wildlife: 'Sluice with an otter',
  action: 'Skate hall with a skater',
  quay: 'Quay at night, nobody about',
  chart: 'Test chart',
  sign: 'A sign to read',
} as const;
export type SceneName = keyof typeof SCENE_LABELS;
SCENE_LABELS satisfies Record<TestScene, string>;

const BY_KIND = {
  person: 'street',
  performer: 'concert',
  animal: 'wildlife',
  athlete: 'action',
  vehicle: 'street',
  nature: 'wildlife',
} as const;

/** The scene of a brief's field of work; the quay where nothing moves. */
export function sceneFor({ subject }: Brief): TestScene {
  if (subject.speedMps === 0 && subject.thing === undefined && subject.kind === undefined) return 'quay';
  return movingThing(subject.thing)?.field ?? BY_KIND[subject.kind ?? 'person'];
}
