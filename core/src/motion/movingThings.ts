import type { SubjectKind } from '../brief/brief.ts';

export type FieldOfWork = 'street' | 'concert' | 'wildlife' | 'action';

/** Something that moves, as fast as it usually does. */
export interface MovingThing {
  id: string;
  field: FieldOfWork;
  kind: SubjectKind;
  /** With its article, as the sentence says it, and what it does. */
  label: string;
  verb: string;
  /** Speed of the body, m/s: usual, and its range. */
  speedMps: number;
  range: readonly [from: number, to: number];
  /** Limbs against the body at their fastest. */
  limbFactor: number;
  /** Speed at the still phase of the movement, m/s: the moment to wait for, and what it is called. */
  stillMps: number;
  stillPhase: string;
  /** How high it stands, and how long it is along its way, m: usual, for measuring distance and speed by it. */
  heightM: number;
  lengthM: number;
  /** Other words it is looked for by. */
  also: string;
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
export const MOVING_THINGS: readonly MovingThing[] = [
  { id: 'standing-person', field: 'street', kind: 'person', label: 'A person standing', verb: 'stands', speedMps: 0.05, range: [0, 0.2], limbFactor: 2, stillMps: 0, stillPhase: 'between breaths', heightM: 1.7, lengthM: 0.5, also: 'portrait waiting posing human', source: PRACTICE },
  { id: 'stroller', field: 'street', kind: 'person', label: 'A stroller', verb: 'walks', speedMps: 0.9, range: [0.5, 1.2], limbFactor: 2.5, stillMps: 0.2, stillPhase: 'looking at a window', heightM: 1.7, lengthM: 0.5, also: 'pedestrian ambling visitor human', source: GAIT },
  { id: 'walker', field: 'street', kind: 'person', label: 'A walker', verb: 'walks', speedMps: 1.4, range: [1, 1.8], limbFactor: 2.5, stillMps: 0.3, stillPhase: 'foot planted', heightM: 1.7, lengthM: 0.5, also: 'pedestrian passer-by walking human', source: GAIT },
  { id: 'hurrying-walker', field: 'street', kind: 'person', label: 'A hurrying walker', verb: 'hurries', speedMps: 1.9, range: [1.6, 2.4], limbFactor: 2.5, stillMps: 0.5, stillPhase: 'foot planted', heightM: 1.7, lengthM: 0.5, also: 'pedestrian commuter rush human', source: GAIT },
  { id: 'porter', field: 'street', kind: 'person', label: 'A porter with a handcart', verb: 'walks', speedMps: 1.6, range: [0.8, 2], limbFactor: 2, stillMps: 0.3, stillPhase: 'setting the cart down', heightM: 1.75, lengthM: 1.8, also: 'cart barrow carrier worker human', source: PRACTICE },
  { id: 'child-running', field: 'street', kind: 'person', label: 'A child running', verb: 'runs', speedMps: 3, range: [2, 4.5], limbFactor: 2.5, stillMps: 0.5, stillPhase: 'turning round', heightM: 1.2, lengthM: 0.4, also: 'kid boy girl playing', source: PRACTICE },
  { id: 'dog-walker', field: 'street', kind: 'person', label: 'A person with a dog', verb: 'walks', speedMps: 1.2, range: [0.5, 1.6], limbFactor: 2.5, stillMps: 0, stillPhase: 'waiting for the dog', heightM: 1.7, lengthM: 1.6, also: 'dog leash pet', source: PRACTICE },
  { id: 'cyclist', field: 'street', kind: 'vehicle', label: 'A cyclist', verb: 'rides', speedMps: 5, range: [3, 8], limbFactor: 1.6, stillMps: 1, stillPhase: 'setting a foot down', heightM: 1.7, lengthM: 1.75, also: 'bicycle bike rider', source: PRACTICE },
  { id: 'scooter', field: 'street', kind: 'vehicle', label: 'An electric scooter', verb: 'rides', speedMps: 5.5, range: [3, 7], limbFactor: 1, stillMps: 1, stillPhase: 'at the crossing', heightM: 1.7, lengthM: 1.2, also: 'kick scooter rider', source: PRACTICE },
  { id: 'tram', field: 'street', kind: 'vehicle', label: 'A tram leaving a stop', verb: 'pulls away', speedMps: 4, range: [0, 8], limbFactor: 1, stillMps: 0, stillPhase: 'doors still open', heightM: 3.5, lengthM: 30, also: 'streetcar light rail', source: PRACTICE },
  { id: 'town-car', field: 'street', kind: 'vehicle', label: 'A car in town', verb: 'drives', speedMps: 11, range: [5, 14], limbFactor: 1, stillMps: 0, stillPhase: 'at the lights', heightM: 1.5, lengthM: 4.4, also: 'automobile taxi traffic', source: 'town speed limits of 30 to 50 km/h' },
  { id: 'train-arriving', field: 'street', kind: 'vehicle', label: 'A train arriving', verb: 'pulls in', speedMps: 6, range: [1, 15], limbFactor: 1, stillMps: 0, stillPhase: 'standing at the platform', heightM: 4, lengthM: 100, also: 'railway station platform locomotive', source: PRACTICE },
  { id: 'train-passing', field: 'street', kind: 'vehicle', label: 'A train passing', verb: 'passes', speedMps: 28, range: [14, 55], limbFactor: 1, stillMps: 6, stillPhase: 'slowing for the station', heightM: 4, lengthM: 100, also: 'railway express locomotive', source: PRACTICE },
  { id: 'motorcycle', field: 'street', kind: 'vehicle', label: 'A motorcycle', verb: 'rides', speedMps: 14, range: [6, 30], limbFactor: 1, stillMps: 0, stillPhase: 'at the lights', heightM: 1.5, lengthM: 2.1, also: 'motorbike moped biker', source: PRACTICE },
  { id: 'aircraft-landing', field: 'street', kind: 'vehicle', label: 'An aircraft landing', verb: 'lands', speedMps: 70, range: [55, 85], limbFactor: 1, stillMps: 5, stillPhase: 'taxiing', heightM: 12, lengthM: 40, also: 'aeroplane airplane plane jet airport', source: 'approach speed of an airliner (from memory)' },
  { id: 'crowd-above', field: 'street', kind: 'person', label: 'A crowd seen from above', verb: 'passes', speedMps: 1.3, range: [0.5, 1.8], limbFactor: 2, stillMps: 0.3, stillPhase: 'held up at a crossing', heightM: 1.7, lengthM: 0.5, also: 'people pedestrians square station hall many', source: PRACTICE },
  { id: 'flags', field: 'street', kind: 'nature', label: 'Flags and bunting', verb: 'flap', speedMps: 1.5, range: [0.2, 4], limbFactor: 2, stillMps: 0.2, stillPhase: 'a lull in the wind', heightM: 1, lengthM: 1.5, also: 'cloth banner wind lanterns', source: PRACTICE },
  { id: 'singer', field: 'concert', kind: 'performer', label: 'A singer at the microphone', verb: 'sways', speedMps: 0.4, range: [0.1, 0.8], limbFactor: 2.5, stillMps: 0.05, stillPhase: 'the held note', heightM: 1.7, lengthM: 0.5, also: 'vocalist microphone band', source: PRACTICE },
  { id: 'brass-player', field: 'concert', kind: 'performer', label: 'A brass player', verb: 'plays', speedMps: 0.7, range: [0.2, 1], limbFactor: 1.5, stillMps: 0.1, stillPhase: 'the held note', heightM: 1.7, lengthM: 0.6, also: 'trumpet trombone horn tuba sax band musician', source: PRACTICE },
  { id: 'guitarist', field: 'concert', kind: 'performer', label: 'A guitarist', verb: 'plays', speedMps: 0.6, range: [0.2, 1.5], limbFactor: 4, stillMps: 0.1, stillPhase: 'the last chord', heightM: 1.7, lengthM: 0.6, also: 'guitar bass band musician', source: PRACTICE },
  { id: 'drummer', field: 'concert', kind: 'performer', label: 'A drummer', verb: 'plays', speedMps: 0.5, range: [0.2, 1], limbFactor: 12, stillMps: 0.1, stillPhase: 'sticks raised', heightM: 1.3, lengthM: 0.9, also: 'drums percussion sticks band musician', source: PRACTICE },
  { id: 'pianist', field: 'concert', kind: 'performer', label: 'A pianist', verb: 'plays', speedMps: 0.3, range: [0.1, 0.6], limbFactor: 5, stillMps: 0.05, stillPhase: 'the rest', heightM: 1.3, lengthM: 0.8, also: 'piano keys musician', source: PRACTICE },
  { id: 'string-player', field: 'concert', kind: 'performer', label: 'A string player', verb: 'plays', speedMps: 0.3, range: [0.1, 0.6], limbFactor: 4, stillMps: 0.05, stillPhase: 'the turn of the bow', heightM: 1.4, lengthM: 0.6, also: 'violin cello viola fiddle orchestra musician', source: PRACTICE },
  { id: 'conductor', field: 'concert', kind: 'performer', label: 'A conductor', verb: 'conducts', speedMps: 0.5, range: [0.2, 1], limbFactor: 6, stillMps: 0.1, stillPhase: 'the upbeat', heightM: 1.75, lengthM: 0.6, also: 'baton orchestra choir', source: PRACTICE },
  { id: 'dancer', field: 'concert', kind: 'performer', label: 'A dancer', verb: 'turns', speedMps: 2.5, range: [1, 4], limbFactor: 3, stillMps: 0.3, stillPhase: 'the top of the leap', heightM: 1.7, lengthM: 0.6, also: 'ballet dance stage', source: PRACTICE },
  { id: 'leaping-singer', field: 'concert', kind: 'performer', label: 'A performer leaping', verb: 'leaps', speedMps: 3, range: [2, 4.5], limbFactor: 2, stillMps: 0.4, stillPhase: 'the top of the leap', heightM: 1.7, lengthM: 0.6, also: 'jump leap band stage', source: PRACTICE },
  { id: 'speaker', field: 'concert', kind: 'performer', label: 'A speaker', verb: 'talks', speedMps: 0.2, range: [0.05, 0.5], limbFactor: 4, stillMps: 0.02, stillPhase: 'the pause', heightM: 1.7, lengthM: 0.5, also: 'talk lecture lectern presenter', source: PRACTICE },
  { id: 'spinning-dancer', field: 'concert', kind: 'performer', label: 'A dancer spinning', verb: 'spins', speedMps: 3, range: [1.5, 6], limbFactor: 2, stillMps: 0.2, stillPhase: 'the pose', heightM: 1.7, lengthM: 0.8, also: 'pirouette turn ballet dance stage', source: PRACTICE },
  { id: 'wrestler', field: 'concert', kind: 'performer', label: 'A wrestler', verb: 'wrestles', speedMps: 1.5, range: [0.3, 4], limbFactor: 3, stillMps: 0.1, stillPhase: 'the hold', heightM: 1.6, lengthM: 1, also: 'wrestling ring fight show', source: PRACTICE },
  { id: 'resting-animal', field: 'wildlife', kind: 'animal', label: 'An animal at rest', verb: 'rests', speedMps: 0.05, range: [0, 0.2], limbFactor: 3, stillMps: 0, stillPhase: 'between breaths', heightM: 0.6, lengthM: 1, also: 'sleeping lying mammal', source: PRACTICE },
  { id: 'grazing-deer', field: 'wildlife', kind: 'animal', label: 'A deer grazing', verb: 'grazes', speedMps: 0.5, range: [0.1, 1], limbFactor: 2, stillMps: 0.05, stillPhase: 'head up, listening', heightM: 1.2, lengthM: 1.6, also: 'doe stag hind roe mammal', source: PRACTICE },
  { id: 'otter', field: 'wildlife', kind: 'animal', label: 'An otter at the water', verb: 'hunts', speedMps: 1.2, range: [0.5, 2.5], limbFactor: 2, stillMps: 0.1, stillPhase: 'eating on the bank', heightM: 0.3, lengthM: 1, also: 'mammal water river', source: PRACTICE },
  { id: 'fox-trotting', field: 'wildlife', kind: 'animal', label: 'A fox trotting', verb: 'trots', speedMps: 2.5, range: [1.5, 3.5], limbFactor: 2.5, stillMps: 0.2, stillPhase: 'pausing to listen', heightM: 0.4, lengthM: 1, also: 'mammal dog', source: PRACTICE },
  { id: 'deer-running', field: 'wildlife', kind: 'animal', label: 'A deer running', verb: 'runs', speedMps: 12, range: [8, 16], limbFactor: 2, stillMps: 0.5, stillPhase: 'before it flees', heightM: 1.4, lengthM: 1.8, also: 'doe stag fleeing mammal', source: PRACTICE },
  { id: 'owl-gliding', field: 'wildlife', kind: 'animal', label: 'An owl gliding', verb: 'glides', speedMps: 6, range: [3, 9], limbFactor: 2, stillMps: 0.1, stillPhase: 'perched', heightM: 0.9, lengthM: 0.4, also: 'bird raptor night', source: PRACTICE },
  { id: 'duck-flying', field: 'wildlife', kind: 'animal', label: 'A duck in flight', verb: 'flies', speedMps: 18, range: [14, 24], limbFactor: 2, stillMps: 1, stillPhase: 'braking to land', heightM: 0.4, lengthM: 0.55, also: 'bird waterfowl goose flight', source: PRACTICE },
  { id: 'wading-bird', field: 'wildlife', kind: 'animal', label: 'A wading bird', verb: 'wades', speedMps: 0.4, range: [0.1, 0.8], limbFactor: 5, stillMps: 0.02, stillPhase: 'before the strike', heightM: 0.6, lengthM: 0.4, also: 'heron stork egret bird shore', source: PRACTICE },
  { id: 'bat', field: 'wildlife', kind: 'animal', label: 'A bat hunting', verb: 'flies', speedMps: 7, range: [4, 10], limbFactor: 2, stillMps: 2, stillPhase: 'none: take many frames', heightM: 0.25, lengthM: 0.08, also: 'mammal flight night', source: PRACTICE },
  { id: 'seal-surfacing', field: 'wildlife', kind: 'animal', label: 'A seal surfacing', verb: 'swims', speedMps: 1, range: [0.3, 2], limbFactor: 1.5, stillMps: 0.1, stillPhase: 'looking round', heightM: 0.4, lengthM: 0.4, also: 'mammal sea water', source: PRACTICE },
  { id: 'ape', field: 'wildlife', kind: 'animal', label: 'An ape among leaves', verb: 'climbs', speedMps: 0.8, range: [0.1, 3], limbFactor: 2.5, stillMps: 0.05, stillPhase: 'sitting and chewing', heightM: 1.2, lengthM: 0.8, also: 'monkey gorilla primate forest mammal', source: PRACTICE },
  { id: 'large-bird-flying', field: 'wildlife', kind: 'animal', label: 'A large bird in flight', verb: 'flies', speedMps: 12, range: [8, 18], limbFactor: 1.8, stillMps: 1, stillPhase: 'braking to land', heightM: 1, lengthM: 0.9, also: 'gull heron goose raptor eagle crane flight', source: PRACTICE },
  { id: 'small-bird-flying', field: 'wildlife', kind: 'animal', label: 'A small bird in flight', verb: 'flies', speedMps: 9, range: [5, 14], limbFactor: 3, stillMps: 1, stillPhase: 'hovering at the perch', heightM: 0.25, lengthM: 0.15, also: 'songbird finch tit swallow flight', source: PRACTICE },
  { id: 'insect', field: 'wildlife', kind: 'animal', label: 'An insect at a flower', verb: 'flits', speedMps: 0.5, range: [0.05, 3], limbFactor: 8, stillMps: 0.01, stillPhase: 'feeding', heightM: 0.015, lengthM: 0.02, also: 'bee butterfly dragonfly macro close', source: PRACTICE },
  { id: 'waterfall', field: 'wildlife', kind: 'nature', label: 'A waterfall', verb: 'falls', speedMps: 4, range: [1, 12], limbFactor: 1, stillMps: 4, stillPhase: 'none: water never rests', heightM: 4, lengthM: 2, also: 'water stream cascade river', source: PRACTICE },
  { id: 'waves', field: 'wildlife', kind: 'nature', label: 'Waves at the shore', verb: 'break', speedMps: 2, range: [0.5, 6], limbFactor: 1.5, stillMps: 0.3, stillPhase: 'the moment before they break', heightM: 1, lengthM: 3, also: 'sea water surf shore', source: PRACTICE },
  { id: 'leaves', field: 'wildlife', kind: 'nature', label: 'Leaves in the wind', verb: 'sway', speedMps: 0.4, range: [0.05, 2], limbFactor: 2, stillMps: 0.02, stillPhase: 'a lull in the wind', heightM: 0.1, lengthM: 0.1, also: 'tree branch foliage plants flower', source: PRACTICE },
  { id: 'jogger', field: 'action', kind: 'athlete', label: 'A runner', verb: 'runs', speedMps: 3, range: [2.3, 4.5], limbFactor: 2.5, stillMps: 0.8, stillPhase: 'foot planted', heightM: 1.75, lengthM: 0.6, also: 'running jogging athlete runner', source: ATHLETICS },
  { id: 'sprinter', field: 'action', kind: 'athlete', label: 'A sprinter', verb: 'sprints', speedMps: 10, range: [8, 12], limbFactor: 2, stillMps: 1, stillPhase: 'in the blocks', heightM: 1.75, lengthM: 0.8, also: 'running race athletics runner', source: ATHLETICS },
  { id: 'skater', field: 'action', kind: 'athlete', label: 'A skater', verb: 'skates', speedMps: 7, range: [4, 10], limbFactor: 1.6, stillMps: 1, stillPhase: 'gliding on one foot', heightM: 1.7, lengthM: 0.7, also: 'ice roller skating derby rink', source: PRACTICE },
  { id: 'hall-player', field: 'action', kind: 'athlete', label: 'A ball player indoors', verb: 'runs', speedMps: 5, range: [2, 7], limbFactor: 2.5, stillMps: 0.5, stillPhase: 'the top of the jump', heightM: 1.9, lengthM: 0.7, also: 'basketball handball volleyball indoor sport', source: PRACTICE },
  { id: 'boxer', field: 'action', kind: 'athlete', label: 'A boxer', verb: 'boxes', speedMps: 1, range: [0.5, 2], limbFactor: 8, stillMps: 0.2, stillPhase: 'guard up', heightM: 1.75, lengthM: 0.6, also: 'boxing ring fight punch', source: 'punch about 8 m/s (from memory)' },
  { id: 'gymnast', field: 'action', kind: 'athlete', label: 'A gymnast', verb: 'turns', speedMps: 4, range: [2, 7], limbFactor: 2, stillMps: 0.3, stillPhase: 'the landing held', heightM: 1.6, lengthM: 0.6, also: 'gymnastics tumbling acrobat', source: PRACTICE },
  { id: 'swimmer', field: 'action', kind: 'athlete', label: 'A swimmer', verb: 'swims', speedMps: 1.8, range: [1.2, 2.2], limbFactor: 2, stillMps: 0.5, stillPhase: 'breathing', heightM: 0.3, lengthM: 1.9, also: 'pool water swimming', source: ATHLETICS },
  { id: 'racing-cyclist', field: 'action', kind: 'athlete', label: 'A racing cyclist', verb: 'rides', speedMps: 12, range: [8, 18], limbFactor: 1.5, stillMps: 1, stillPhase: 'on the climb', heightM: 1.5, lengthM: 1.7, also: 'bicycle bike race velodrome rider', source: ATHLETICS },
  { id: 'horse-jumping', field: 'action', kind: 'athlete', label: 'A horse jumping', verb: 'jumps', speedMps: 6, range: [5, 8], limbFactor: 2, stillMps: 2, stillPhase: 'the top of the jump', heightM: 2.4, lengthM: 2.4, also: 'horse rider equestrian show jumping', source: PRACTICE },
  { id: 'kart', field: 'action', kind: 'vehicle', label: 'A racing kart', verb: 'drives', speedMps: 18, range: [10, 30], limbFactor: 1, stillMps: 5, stillPhase: 'the tightest corner', heightM: 1, lengthM: 2, also: 'racing motor sport car', source: PRACTICE },
];
