import { glassOf, sensorOf, STARTER_BODIES, STARTER_LENSES } from '@hushto/contract';
import {
  KNOWN_SCENES,
  lensAt,
  movingThing,
  planningEv,
  type Brief,
  type KnownSceneId,
  type MovingThingId,
  type Place,
} from '@hushto/core';
import { SCENE_NAMES } from './scenes.ts';
import { THING_NAMES } from './things.ts';

/** A usual situation to begin a brief from. */
export interface StarterSituation {
  id: string;
  label: string;
  /** In the library of moving things; null where nobody is there. */
  thing: MovingThingId | null;
  scene: KnownSceneId;
  distanceM: number;
  depthM: number;
  body: string;
  lens: string;
  focalMm: number;
  isoCeiling: number;
  more?: {
    directionDeg?: number;
    limbFactor?: number;
    tone?: number;
    frameFill?: number;
    ev100?: number;
    place?: Place;
    backgroundStops?: number;
  };
}

const FULL = 'Full frame 24 MP';

/** A dozen beginnings over the four fields of work, each complete and solvable as it stands. */
export const STARTER_SITUATIONS: readonly StarterSituation[] = [
  situation('walker-at-night', 'Someone walking at night', 'walker', 'bright-street', 6, 0.5, FULL, '35 mm f/1.4', 35, 12_800, {
    place: 'crowd',
  }),
  situation(
    'shop-window',
    'Faces at a lit shop window',
    'standing-person',
    'window-displays',
    3,
    0.4,
    FULL,
    '50 mm f/1.8',
    50,
    6400,
    { place: 'crowd' },
  ),
  situation('cyclist-street', 'A cyclist in a bright street', 'cyclist', 'bright-street', 10, 1, FULL, '28 mm f/2', 28, 25_600, {
    place: 'road',
  }),
  situation('empty-quay', 'A lit street, nobody about', null, 'side-street', 12, 6, 'APS-C 24 MP', '18.3 mm f/2.8', 18.3, 6400, {
    place: 'open',
  }),
  situation('singer', 'A singer at the microphone', 'singer', 'theatre', 6, 0.4, FULL, '85 mm f/1.8', 85, 12_800, {
    place: 'stage',
    backgroundStops: -3,
  }),
  situation('small-club', 'A band in a small club', 'guitarist', 'bar-stage', 3, 0.4, FULL, '35 mm f/1.4', 35, 12_800, {
    place: 'stage',
    backgroundStops: -3,
  }),
  situation('dancer', 'A dancer under stage light', 'dancer', 'arena', 12, 1, FULL, '70–200 mm f/2.8', 100, 25_600, {
    place: 'stage',
    backgroundStops: -4,
  }),
  situation('home', 'Family at home in the evening', 'stroller', 'home', 2.5, 0.4, FULL, '35 mm f/1.4', 35, 6400),
  situation(
    'animal-dusk',
    'An animal at dusk',
    'grazing-deer',
    'overcast',
    40,
    0.6,
    'Full frame 45 MP',
    '400 mm f/5.6',
    400,
    12_800,
    { ev100: 7, tone: 0.12, place: 'wild' },
  ),
  situation(
    'perched-bird',
    'A bird at the water, late light',
    'wading-bird',
    'overcast',
    25,
    0.3,
    'Full frame 45 MP',
    '400 mm f/5.6',
    400,
    12_800,
    { ev100: 8, place: 'water' },
  ),
  situation('hall-sport', 'Ball game in a sports hall', 'hall-player', 'sports', 12, 1, FULL, '135 mm f/1.8', 135, 25_600, {
    ev100: 9,
    place: 'ring',
  }),
  situation('floodlit-run', 'Runners under floodlights', 'jogger', 'sports', 15, 1, FULL, '135 mm f/1.8', 135, 25_600, {
    place: 'ring',
  }),
];

/** A whole brief from a situation: its subject at a usual speed, its light at the darker third of the scene, no lift. */
export function briefFrom(start: StarterSituation): Brief {
  const thing = start.thing === null ? null : movingThing(start.thing)!;
  const scene = KNOWN_SCENES.find((candidate) => candidate.id === start.scene)!;
  const sensor = sensorOf(STARTER_BODIES.find((candidate) => candidate.label === start.body)!);
  const shelfLens = glassOf(STARTER_LENSES.find((candidate) => candidate.label === start.lens)!);
  const more = start.more ?? {};
  return {
    title: start.label,
    subject: {
      speedMps: thing?.speedMps ?? 0,
      limbFactor: more.limbFactor ?? 1,
      directionDeg: more.directionDeg ?? 90,
      distanceM: start.distanceM,
      depthM: start.depthM,
      tone: more.tone ?? 0.18,
      frameFill: more.frameFill ?? 0.3,
      ...(thing
        ? { kind: thing.kind, label: THING_NAMES[thing.id].label, verb: THING_NAMES[thing.id].verb, thing: thing.id }
        : { label: 'The empty scene' }),
    },
    light: {
      ev100: more.ev100 ?? Math.round(planningEv(scene) * 3) / 3,
      background: { tone: 0.18, stops: more.backgroundStops ?? 0 },
      flicker: { frequencyHz: 100, modulation: 0 },
      ...(more.ev100 === undefined ? { label: SCENE_NAMES[scene.id], scene: scene.id } : { label: 'The last daylight' }),
    },
    kit: { sensor, lens: lensAt(shelfLens, start.focalMm) },
    hold: { conditions: ['elbows', 'finder'], theta: null, slope: null },
    picture: {
      viewCph: 683,
      crop: 1,
      aim: 'freeze',
      school: 'hush',
      isoCeiling: start.isoCeiling,
      liftCeilingStops: 0,
      tasteStops: 0,
      confidence: 0.9,
      maxBurst: 5,
      pinned: { shutterS: null, fNumber: null, iso: null, burst: null },
    },
    ...(more.place ? { place: more.place } : {}),
  };
}

function situation(
  id: string,
  label: string,
  thing: MovingThingId | null,
  scene: KnownSceneId,
  distanceM: number,
  depthM: number,
  body: string,
  lens: string,
  focalMm: number,
  isoCeiling: number,
  more: StarterSituation['more'] = {},
): StarterSituation {
  return { id, label, thing, scene, distanceM, depthM, body, lens, focalMm, isoCeiling, more };
}
