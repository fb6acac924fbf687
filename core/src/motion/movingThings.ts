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
  source: string;
}

const PRACTICE = 'common practice';
const GAIT = 'preferred walking speed about 1.4 m/s (from memory); foot in swing about 2.5 times the body, common practice';
const ATHLETICS = 'from race times (from memory)';

/** Moving things of the four fields of work. Every speed is a place to start; what stands before the lens decides. */
export const MOVING_THINGS: readonly MovingThing[] = [
  thing('street', 'person', 'standing-person', 'A person standing', 'stands', 0.05, [0, 0.2], 2, 0, 'between breaths', PRACTICE),
  thing('street', 'person', 'stroller', 'A stroller', 'walks', 0.9, [0.5, 1.2], 2.5, 0.2, 'looking at a window', GAIT),
  thing('street', 'person', 'walker', 'A walker', 'walks', 1.4, [1, 1.8], 2.5, 0.3, 'foot planted', GAIT),
  thing('street', 'person', 'hurrying-walker', 'A hurrying walker', 'hurries', 1.9, [1.6, 2.4], 2.5, 0.5, 'foot planted', GAIT),
  thing(
    'street',
    'person',
    'porter',
    'A porter with a handcart',
    'walks',
    1.6,
    [0.8, 2],
    2,
    0.3,
    'setting the cart down',
    PRACTICE,
  ),
  thing('street', 'person', 'child-running', 'A child running', 'runs', 3, [2, 4.5], 2.5, 0.5, 'turning round', PRACTICE),
  thing(
    'street',
    'person',
    'dog-walker',
    'A person with a dog',
    'walks',
    1.2,
    [0.5, 1.6],
    2.5,
    0,
    'waiting for the dog',
    PRACTICE,
  ),
  thing('street', 'vehicle', 'cyclist', 'A cyclist', 'rides', 5, [3, 8], 1.6, 1, 'setting a foot down', PRACTICE),
  thing('street', 'vehicle', 'scooter', 'An electric scooter', 'rides', 5.5, [3, 7], 1, 1, 'at the crossing', PRACTICE),
  thing('street', 'vehicle', 'tram', 'A tram leaving a stop', 'pulls away', 4, [0, 8], 1, 0, 'doors still open', PRACTICE),
  thing(
    'street',
    'vehicle',
    'town-car',
    'A car in town',
    'drives',
    11,
    [5, 14],
    1,
    0,
    'at the lights',
    'town speed limits of 30 to 50 km/h',
  ),
  thing(
    'concert',
    'performer',
    'singer',
    'A singer at the microphone',
    'sways',
    0.4,
    [0.1, 0.8],
    2.5,
    0.05,
    'the held note',
    PRACTICE,
  ),
  thing('concert', 'performer', 'brass-player', 'A brass player', 'plays', 0.7, [0.2, 1], 1.5, 0.1, 'the held note', PRACTICE),
  thing('concert', 'performer', 'guitarist', 'A guitarist', 'plays', 0.6, [0.2, 1.5], 4, 0.1, 'the last chord', PRACTICE),
  thing('concert', 'performer', 'drummer', 'A drummer', 'plays', 0.5, [0.2, 1], 12, 0.1, 'sticks raised', PRACTICE),
  thing('concert', 'performer', 'pianist', 'A pianist', 'plays', 0.3, [0.1, 0.6], 5, 0.05, 'the rest', PRACTICE),
  thing(
    'concert',
    'performer',
    'string-player',
    'A string player',
    'plays',
    0.3,
    [0.1, 0.6],
    4,
    0.05,
    'the turn of the bow',
    PRACTICE,
  ),
  thing('concert', 'performer', 'conductor', 'A conductor', 'conducts', 0.5, [0.2, 1], 6, 0.1, 'the upbeat', PRACTICE),
  thing('concert', 'performer', 'dancer', 'A dancer', 'turns', 2.5, [1, 4], 3, 0.3, 'the top of the leap', PRACTICE),
  thing(
    'concert',
    'performer',
    'leaping-singer',
    'A performer leaping',
    'leaps',
    3,
    [2, 4.5],
    2,
    0.4,
    'the top of the leap',
    PRACTICE,
  ),
  thing('concert', 'performer', 'speaker', 'A speaker', 'talks', 0.2, [0.05, 0.5], 4, 0.02, 'the pause', PRACTICE),
  thing('wildlife', 'animal', 'resting-animal', 'An animal at rest', 'rests', 0.05, [0, 0.2], 3, 0, 'between breaths', PRACTICE),
  thing('wildlife', 'animal', 'grazing-deer', 'A deer grazing', 'grazes', 0.5, [0.1, 1], 2, 0.05, 'head up, listening', PRACTICE),
  thing('wildlife', 'animal', 'otter', 'An otter at the water', 'hunts', 1.2, [0.5, 2.5], 2, 0.1, 'eating on the bank', PRACTICE),
  thing(
    'wildlife',
    'animal',
    'fox-trotting',
    'A fox trotting',
    'trots',
    2.5,
    [1.5, 3.5],
    2.5,
    0.2,
    'pausing to listen',
    PRACTICE,
  ),
  thing('wildlife', 'animal', 'deer-running', 'A deer running', 'runs', 12, [8, 16], 2, 0.5, 'before it flees', PRACTICE),
  thing('wildlife', 'animal', 'owl-gliding', 'An owl gliding', 'glides', 6, [3, 9], 2, 0.1, 'perched', PRACTICE),
  thing('wildlife', 'animal', 'duck-flying', 'A duck in flight', 'flies', 18, [14, 24], 2, 1, 'braking to land', PRACTICE),
  thing('wildlife', 'animal', 'wading-bird', 'A wading bird', 'wades', 0.4, [0.1, 0.8], 5, 0.02, 'before the strike', PRACTICE),
  thing('wildlife', 'animal', 'bat', 'A bat hunting', 'flies', 7, [4, 10], 2, 2, 'none: take many frames', PRACTICE),
  thing('wildlife', 'animal', 'seal-surfacing', 'A seal surfacing', 'swims', 1, [0.3, 2], 1.5, 0.1, 'looking round', PRACTICE),
  thing('action', 'athlete', 'jogger', 'A runner', 'runs', 3, [2.3, 4.5], 2.5, 0.8, 'foot planted', ATHLETICS),
  thing('action', 'athlete', 'sprinter', 'A sprinter', 'sprints', 10, [8, 12], 2, 1, 'in the blocks', ATHLETICS),
  thing('action', 'athlete', 'skater', 'A skater', 'skates', 7, [4, 10], 1.6, 1, 'gliding on one foot', PRACTICE),
  thing(
    'action',
    'athlete',
    'hall-player',
    'A ball player indoors',
    'runs',
    5,
    [2, 7],
    2.5,
    0.5,
    'the top of the jump',
    PRACTICE,
  ),
  thing('action', 'athlete', 'boxer', 'A boxer', 'boxes', 1, [0.5, 2], 8, 0.2, 'guard up', 'punch about 8 m/s (from memory)'),
  thing('action', 'athlete', 'gymnast', 'A gymnast', 'turns', 4, [2, 7], 2, 0.3, 'the landing held', PRACTICE),
  thing('action', 'athlete', 'swimmer', 'A swimmer', 'swims', 1.8, [1.2, 2.2], 2, 0.5, 'breathing', ATHLETICS),
  thing('action', 'athlete', 'racing-cyclist', 'A racing cyclist', 'rides', 12, [8, 18], 1.5, 1, 'on the climb', ATHLETICS),
  thing('action', 'athlete', 'horse-jumping', 'A horse jumping', 'jumps', 6, [5, 8], 2, 2, 'the top of the jump', PRACTICE),
  thing('action', 'vehicle', 'kart', 'A racing kart', 'drives', 18, [10, 30], 1, 5, 'the tightest corner', PRACTICE),
];

function thing(
  field: FieldOfWork,
  kind: SubjectKind,
  id: string,
  label: string,
  verb: string,
  speedMps: number,
  range: readonly [number, number],
  limbFactor: number,
  stillMps: number,
  stillPhase: string,
  source: string,
): MovingThing {
  return { id, field, kind, label, verb, speedMps, range, limbFactor, stillMps, stillPhase, source };
}
