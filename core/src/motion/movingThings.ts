import type { SubjectKind } from '../brief/brief.ts';

export type FieldOfWork = 'street' | 'concert' | 'wildlife' | 'action';

interface Figures {
  id: string;
  field: FieldOfWork;
  kind: SubjectKind;
  /** Speed of the body, m/s: usual, and its range. */
  speedMps: number;
  range: readonly [from: number, to: number];
  /** Limbs against the body at their fastest. */
  limbFactor: number;
  /** Speed at the still phase of the movement, m/s: the moment to wait for. */
  stillMps: number;
  /** How high it stands, and how long it is along its way, m: usual, for measuring distance and speed by it. */
  heightM: number;
  lengthM: number;
  source: string;
}

const PRACTICE = 'common practice';
const GAIT = 'preferred walking speed about 1.4 m/s (from memory); foot in swing about 2.5 times the body, common practice';
const ATHLETICS = 'from race times (from memory)';

/**
 * Moving things of the four fields of work. Every speed is a place to start; what stands before the lens decides. Sizes are common
 * practice, good to a fifth.
 */
// prettier-ignore
const THINGS = [
  { id: 'standing-person', field: 'street', kind: 'person', speedMps: 0.05, range: [0, 0.2], limbFactor: 2, stillMps: 0, heightM: 1.7, lengthM: 0.5, source: PRACTICE },
  { id: 'stroller', field: 'street', kind: 'person', speedMps: 0.9, range: [0.5, 1.2], limbFactor: 2.5, stillMps: 0.2, heightM: 1.7, lengthM: 0.5, source: GAIT },
  { id: 'walker', field: 'street', kind: 'person', speedMps: 1.4, range: [1, 1.8], limbFactor: 2.5, stillMps: 0.3, heightM: 1.7, lengthM: 0.5, source: GAIT },
  { id: 'hurrying-walker', field: 'street', kind: 'person', speedMps: 1.9, range: [1.6, 2.4], limbFactor: 2.5, stillMps: 0.5, heightM: 1.7, lengthM: 0.5, source: GAIT },
  { id: 'porter', field: 'street', kind: 'person', speedMps: 1.6, range: [0.8, 2], limbFactor: 2, stillMps: 0.3, heightM: 1.75, lengthM: 1.8, source: PRACTICE },
  { id: 'child-running', field: 'street', kind: 'person', speedMps: 3, range: [2, 4.5], limbFactor: 2.5, stillMps: 0.5, heightM: 1.2, lengthM: 0.4, source: PRACTICE },
  { id: 'dog-walker', field: 'street', kind: 'person', speedMps: 1.2, range: [0.5, 1.6], limbFactor: 2.5, stillMps: 0, heightM: 1.7, lengthM: 1.6, source: PRACTICE },
  { id: 'cyclist', field: 'street', kind: 'vehicle', speedMps: 5, range: [3, 8], limbFactor: 1.6, stillMps: 1, heightM: 1.7, lengthM: 1.75, source: PRACTICE },
  { id: 'scooter', field: 'street', kind: 'vehicle', speedMps: 5.5, range: [3, 7], limbFactor: 1, stillMps: 1, heightM: 1.7, lengthM: 1.2, source: PRACTICE },
  { id: 'tram', field: 'street', kind: 'vehicle', speedMps: 4, range: [0, 8], limbFactor: 1, stillMps: 0, heightM: 3.5, lengthM: 30, source: PRACTICE },
  { id: 'town-car', field: 'street', kind: 'vehicle', speedMps: 11, range: [5, 14], limbFactor: 1, stillMps: 0, heightM: 1.5, lengthM: 4.4, source: 'town speed limits of 30 to 50 km/h' },
  { id: 'train-arriving', field: 'street', kind: 'vehicle', speedMps: 6, range: [1, 15], limbFactor: 1, stillMps: 0, heightM: 4, lengthM: 100, source: PRACTICE },
  { id: 'train-passing', field: 'street', kind: 'vehicle', speedMps: 28, range: [14, 55], limbFactor: 1, stillMps: 6, heightM: 4, lengthM: 100, source: PRACTICE },
  { id: 'motorcycle', field: 'street', kind: 'vehicle', speedMps: 14, range: [6, 30], limbFactor: 1, stillMps: 0, heightM: 1.5, lengthM: 2.1, source: PRACTICE },
  { id: 'aircraft-landing', field: 'street', kind: 'vehicle', speedMps: 70, range: [55, 85], limbFactor: 1, stillMps: 5, heightM: 12, lengthM: 40, source: 'approach speed of an airliner (from memory)' },
  { id: 'crowd-above', field: 'street', kind: 'person', speedMps: 1.3, range: [0.5, 1.8], limbFactor: 2, stillMps: 0.3, heightM: 1.7, lengthM: 0.5, source: PRACTICE },
  { id: 'flags', field: 'street', kind: 'nature', speedMps: 1.5, range: [0.2, 4], limbFactor: 2, stillMps: 0.2, heightM: 1, lengthM: 1.5, source: PRACTICE },
  { id: 'singer', field: 'concert', kind: 'performer', speedMps: 0.4, range: [0.1, 0.8], limbFactor: 2.5, stillMps: 0.05, heightM: 1.7, lengthM: 0.5, source: PRACTICE },
  { id: 'brass-player', field: 'concert', kind: 'performer', speedMps: 0.7, range: [0.2, 1], limbFactor: 1.5, stillMps: 0.1, heightM: 1.7, lengthM: 0.6, source: PRACTICE },
  { id: 'guitarist', field: 'concert', kind: 'performer', speedMps: 0.6, range: [0.2, 1.5], limbFactor: 4, stillMps: 0.1, heightM: 1.7, lengthM: 0.6, source: PRACTICE },
  { id: 'drummer', field: 'concert', kind: 'performer', speedMps: 0.5, range: [0.2, 1], limbFactor: 12, stillMps: 0.1, heightM: 1.3, lengthM: 0.9, source: PRACTICE },
  { id: 'pianist', field: 'concert', kind: 'performer', speedMps: 0.3, range: [0.1, 0.6], limbFactor: 5, stillMps: 0.05, heightM: 1.3, lengthM: 0.8, source: PRACTICE },
  { id: 'string-player', field: 'concert', kind: 'performer', speedMps: 0.3, range: [0.1, 0.6], limbFactor: 4, stillMps: 0.05, heightM: 1.4, lengthM: 0.6, source: PRACTICE },
  { id: 'conductor', field: 'concert', kind: 'performer', speedMps: 0.5, range: [0.2, 1], limbFactor: 6, stillMps: 0.1, heightM: 1.75, lengthM: 0.6, source: PRACTICE },
  { id: 'dancer', field: 'concert', kind: 'performer', speedMps: 2.5, range: [1, 4], limbFactor: 3, stillMps: 0.3, heightM: 1.7, lengthM: 0.6, source: PRACTICE },
  { id: 'leaping-singer', field: 'concert', kind: 'performer', speedMps: 3, range: [2, 4.5], limbFactor: 2, stillMps: 0.4, heightM: 1.7, lengthM: 0.6, source: PRACTICE },
  { id: 'speaker', field: 'concert', kind: 'performer', speedMps: 0.2, range: [0.05, 0.5], limbFactor: 4, stillMps: 0.02, heightM: 1.7, lengthM: 0.5, source: PRACTICE },
  { id: 'spinning-dancer', field: 'concert', kind: 'performer', speedMps: 3, range: [1.5, 6], limbFactor: 2, stillMps: 0.2, heightM: 1.7, lengthM: 0.8, source: PRACTICE },
  { id: 'wrestler', field: 'concert', kind: 'performer', speedMps: 1.5, range: [0.3, 4], limbFactor: 3, stillMps: 0.1, heightM: 1.6, lengthM: 1, source: PRACTICE },
  { id: 'resting-animal', field: 'wildlife', kind: 'animal', speedMps: 0.05, range: [0, 0.2], limbFactor: 3, stillMps: 0, heightM: 0.6, lengthM: 1, source: PRACTICE },
  { id: 'grazing-deer', field: 'wildlife', kind: 'animal', speedMps: 0.5, range: [0.1, 1], limbFactor: 2, stillMps: 0.05, heightM: 1.2, lengthM: 1.6, source: PRACTICE },
  { id: 'otter', field: 'wildlife', kind: 'animal', speedMps: 1.2, range: [0.5, 2.5], limbFactor: 2, stillMps: 0.1, heightM: 0.3, lengthM: 1, source: PRACTICE },
  { id: 'fox-trotting', field: 'wildlife', kind: 'animal', speedMps: 2.5, range: [1.5, 3.5], limbFactor: 2.5, stillMps: 0.2, heightM: 0.4, lengthM: 1, source: PRACTICE },
  { id: 'deer-running', field: 'wildlife', kind: 'animal', speedMps: 12, range: [8, 16], limbFactor: 2, stillMps: 0.5, heightM: 1.4, lengthM: 1.8, source: PRACTICE },
  { id: 'owl-gliding', field: 'wildlife', kind: 'animal', speedMps: 6, range: [3, 9], limbFactor: 2, stillMps: 0.1, heightM: 0.9, lengthM: 0.4, source: PRACTICE },
  { id: 'duck-flying', field: 'wildlife', kind: 'animal', speedMps: 18, range: [14, 24], limbFactor: 2, stillMps: 1, heightM: 0.4, lengthM: 0.55, source: PRACTICE },
  { id: 'wading-bird', field: 'wildlife', kind: 'animal', speedMps: 0.4, range: [0.1, 0.8], limbFactor: 5, stillMps: 0.02, heightM: 0.6, lengthM: 0.4, source: PRACTICE },
  { id: 'bat', field: 'wildlife', kind: 'animal', speedMps: 7, range: [4, 10], limbFactor: 2, stillMps: 2, heightM: 0.25, lengthM: 0.08, source: PRACTICE },
  { id: 'seal-surfacing', field: 'wildlife', kind: 'animal', speedMps: 1, range: [0.3, 2], limbFactor: 1.5, stillMps: 0.1, heightM: 0.4, lengthM: 0.4, source: PRACTICE },
  { id: 'ape', field: 'wildlife', kind: 'animal', speedMps: 0.8, range: [0.1, 3], limbFactor: 2.5, stillMps: 0.05, heightM: 1.2, lengthM: 0.8, source: PRACTICE },
  { id: 'large-bird-flying', field: 'wildlife', kind: 'animal', speedMps: 12, range: [8, 18], limbFactor: 1.8, stillMps: 1, heightM: 1, lengthM: 0.9, source: PRACTICE },
  { id: 'small-bird-flying', field: 'wildlife', kind: 'animal', speedMps: 9, range: [5, 14], limbFactor: 3, stillMps: 1, heightM: 0.25, lengthM: 0.15, source: PRACTICE },
  { id: 'insect', field: 'wildlife', kind: 'animal', speedMps: 0.5, range: [0.05, 3], limbFactor: 8, stillMps: 0.01, heightM: 0.015, lengthM: 0.02, source: PRACTICE },
  { id: 'waterfall', field: 'wildlife', kind: 'nature', speedMps: 4, range: [1, 12], limbFactor: 1, stillMps: 4, heightM: 4, lengthM: 2, source: PRACTICE },
  { id: 'waves', field: 'wildlife', kind: 'nature', speedMps: 2, range: [0.5, 6], limbFactor: 1.5, stillMps: 0.3, heightM: 1, lengthM: 3, source: PRACTICE },
  { id: 'leaves', field: 'wildlife', kind: 'nature', speedMps: 0.4, range: [0.05, 2], limbFactor: 2, stillMps: 0.02, heightM: 0.1, lengthM: 0.1, source: PRACTICE },
  { id: 'jogger', field: 'action', kind: 'athlete', speedMps: 3, range: [2.3, 4.5], limbFactor: 2.5, stillMps: 0.8, heightM: 1.75, lengthM: 0.6, source: ATHLETICS },
  { id: 'sprinter', field: 'action', kind: 'athlete', speedMps: 10, range: [8, 12], limbFactor: 2, stillMps: 1, heightM: 1.75, lengthM: 0.8, source: ATHLETICS },
  { id: 'skater', field: 'action', kind: 'athlete', speedMps: 7, range: [4, 10], limbFactor: 1.6, stillMps: 1, heightM: 1.7, lengthM: 0.7, source: PRACTICE },
  { id: 'hall-player', field: 'action', kind: 'athlete', speedMps: 5, range: [2, 7], limbFactor: 2.5, stillMps: 0.5, heightM: 1.9, lengthM: 0.7, source: PRACTICE },
  { id: 'boxer', field: 'action', kind: 'athlete', speedMps: 1, range: [0.5, 2], limbFactor: 8, stillMps: 0.2, heightM: 1.75, lengthM: 0.6, source: 'punch about 8 m/s (from memory)' },
  { id: 'gymnast', field: 'action', kind: 'athlete', speedMps: 4, range: [2, 7], limbFactor: 2, stillMps: 0.3, heightM: 1.6, lengthM: 0.6, source: PRACTICE },
  { id: 'swimmer', field: 'action', kind: 'athlete', speedMps: 1.8, range: [1.2, 2.2], limbFactor: 2, stillMps: 0.5, heightM: 0.3, lengthM: 1.9, source: ATHLETICS },
  { id: 'racing-cyclist', field: 'action', kind: 'athlete', speedMps: 12, range: [8, 18], limbFactor: 1.5, stillMps: 1, heightM: 1.5, lengthM: 1.7, source: ATHLETICS },
  { id: 'horse-jumping', field: 'action', kind: 'athlete', speedMps: 6, range: [5, 8], limbFactor: 2, stillMps: 2, heightM: 2.4, lengthM: 2.4, source: PRACTICE },
  { id: 'kart', field: 'action', kind: 'vehicle', speedMps: 18, range: [10, 30], limbFactor: 1, stillMps: 5, heightM: 1, lengthM: 2, source: PRACTICE },
] as const satisfies readonly Figures[];

export type MovingThingId = (typeof THINGS)[number]['id'];

/** Something that moves, as fast as it usually does. */
export interface MovingThing extends Figures {
  id: MovingThingId;
}

export const MOVING_THINGS: readonly MovingThing[] = THINGS;

/** What a brief names of the library; undefined for what is one's own or nothing of it. */
export const movingThing = (id: string | undefined): MovingThing | undefined => MOVING_THINGS.find((thing) => thing.id === id);
