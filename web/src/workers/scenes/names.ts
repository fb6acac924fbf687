import type { TestScene } from '@hushto/contract';
import { movingThing, type Brief, type MovingThingId, type SubjectKind } from '@hushto/core';

/** Scenes there are to show, by what they are called. The pictures themselves are the worker's alone. */
export const SCENE_LABELS = {
  street: 'Market with a porter',
  window: 'Lit window with a face',
  cyclist: 'Bread shop with a cyclist',
  quay: 'Quay at night, nobody about',
  concert: 'Boathouse with a trumpeter',
  drummer: 'Cellar with a drummer',
  wildlife: 'Sluice with an otter',
  bird: 'Harbour with a gull',
  ape: 'Winter garden with an ape',
  action: 'Skate hall with a skater',
  runner: 'Lane with a runner coming on',
  train: 'Station with a railcar',
  chart: 'Test chart',
  sign: 'A sign to read',
} as const;
export type SceneName = keyof typeof SCENE_LABELS;
SCENE_LABELS satisfies Record<TestScene, string>;

/** Which scene shows each thing of the library, or what is most like it in size and in how it moves. */
const SHOWS = {
  street: ['stroller', 'walker', 'hurrying-walker', 'porter', 'dog-walker', 'crowd-above', 'flags'],
  window: ['standing-person', 'speaker'],
  cyclist: ['cyclist', 'scooter', 'motorcycle', 'racing-cyclist', 'horse-jumping'],
  quay: [],
  concert: ['singer', 'brass-player', 'guitarist', 'string-player', 'conductor'],
  drummer: ['drummer', 'pianist'],
  wildlife: ['resting-animal', 'grazing-deer', 'otter', 'fox-trotting', 'deer-running', 'seal-surfacing', 'waterfall', 'swimmer'],
  bird: ['owl-gliding', 'duck-flying', 'wading-bird', 'bat', 'large-bird-flying', 'small-bird-flying', 'waves'],
  ape: ['ape', 'insect', 'leaves'],
  action: ['skater', 'hall-player', 'boxer', 'gymnast', 'dancer', 'leaping-singer', 'spinning-dancer', 'wrestler'],
  runner: ['child-running', 'jogger', 'sprinter'],
  train: ['tram', 'town-car', 'train-arriving', 'train-passing', 'aircraft-landing', 'kart'],
} as const satisfies Record<TestScene, readonly MovingThingId[]>;

/** A thing that no scene shows does not compile. */
type Shown = (typeof SHOWS)[TestScene][number];
true satisfies MovingThingId extends Shown ? true : never;

const BY_KIND: Record<SubjectKind, TestScene> = {
  person: 'street',
  performer: 'concert',
  animal: 'wildlife',
  athlete: 'action',
  vehicle: 'train',
  nature: 'wildlife',
};

/** The scene that shows a brief's subject; the quay where nothing moves. */
export function sceneFor({ subject }: Brief): TestScene {
  const { thing, kind, speedMps } = subject;
  if (speedMps === 0 && thing === undefined && kind === undefined) return 'quay';
  const known = movingThing(thing)?.id;
  const shown = known && (Object.keys(SHOWS) as TestScene[]).find((scene) => SHOWS[scene].some((id) => id === known));
  return shown ?? BY_KIND[kind ?? 'person'];
}
