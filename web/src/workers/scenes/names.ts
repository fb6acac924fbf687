import { movingThing, type Brief } from '@hushto/core';

/** Scenes there are to draw, by what they are called. The drawings themselves are the worker's alone. */
export const SCENE_LABELS = {
  street: 'Market with a porter',
  concert: 'Boathouse with a brass player',
  wildlife: 'Sluice with an otter',
  action: 'Skate hall with a skater',
  chart: 'Test chart',
  sign: 'A sign to read',
} as const;
export type SceneName = keyof typeof SCENE_LABELS;

const BY_KIND = {
  person: 'street',
  performer: 'concert',
  animal: 'wildlife',
  athlete: 'action',
  vehicle: 'street',
  nature: 'wildlife',
} as const;

/** The scene of a brief's field of work. */
export function sceneFor({ subject }: Brief): SceneName {
  return movingThing(subject.thing)?.field ?? BY_KIND[subject.kind ?? 'person'];
}
