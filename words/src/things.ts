import type { MovingThingId } from '@hushto/core';

/** What a moving thing is called. */
export interface ThingName {
  /** With its article, as the sentence says it, and what it does. */
  label: string;
  verb: string;
  /** The moment at which it is still. */
  stillPhase: string;
  /** Other words it is looked for by. */
  also: string;
}

/** Names of core's moving things. */
// prettier-ignore
export const THING_NAMES: Readonly<Record<MovingThingId, ThingName>> = {
  'standing-person': { label: 'A person standing', verb: 'stands', stillPhase: 'between breaths', also: 'portrait waiting posing human' },
  stroller: { label: 'A stroller', verb: 'walks', stillPhase: 'looking at a window', also: 'pedestrian ambling visitor human' },
  walker: { label: 'A walker', verb: 'walks', stillPhase: 'foot planted', also: 'pedestrian passer-by walking human' },
  'hurrying-walker': { label: 'A hurrying walker', verb: 'hurries', stillPhase: 'foot planted', also: 'pedestrian commuter rush human' },
  porter: { label: 'A porter with a handcart', verb: 'walks', stillPhase: 'setting the cart down', also: 'cart barrow carrier worker human' },
  'child-running': { label: 'A child running', verb: 'runs', stillPhase: 'turning round', also: 'kid boy girl playing' },
  'dog-walker': { label: 'A person with a dog', verb: 'walks', stillPhase: 'waiting for the dog', also: 'dog leash pet' },
  cyclist: { label: 'A cyclist', verb: 'rides', stillPhase: 'setting a foot down', also: 'bicycle bike rider' },
  scooter: { label: 'An electric scooter', verb: 'rides', stillPhase: 'at the crossing', also: 'kick scooter rider' },
  tram: { label: 'A tram leaving a stop', verb: 'pulls away', stillPhase: 'doors still open', also: 'streetcar light rail' },
  'town-car': { label: 'A car in town', verb: 'drives', stillPhase: 'at the lights', also: 'automobile taxi traffic' },
  'train-arriving': { label: 'A train arriving', verb: 'pulls in', stillPhase: 'standing at the platform', also: 'railway station platform locomotive' },
  'train-passing': { label: 'A train passing', verb: 'passes', stillPhase: 'slowing for the station', also: 'railway express locomotive' },
  motorcycle: { label: 'A motorcycle', verb: 'rides', stillPhase: 'at the lights', also: 'motorbike moped biker' },
  'aircraft-landing': { label: 'An aircraft landing', verb: 'lands', stillPhase: 'taxiing', also: 'aeroplane airplane plane jet airport' },
  'crowd-above': { label: 'A crowd seen from above', verb: 'passes', stillPhase: 'held up at a crossing', also: 'people pedestrians square station hall many' },
  flags: { label: 'Flags and bunting', verb: 'flap', stillPhase: 'a lull in the wind', also: 'cloth banner wind lanterns' },
  singer: { label: 'A singer at the microphone', verb: 'sways', stillPhase: 'the held note', also: 'vocalist microphone band' },
  'brass-player': { label: 'A brass player', verb: 'plays', stillPhase: 'the held note', also: 'trumpet trombone horn tuba sax band musician' },
  guitarist: { label: 'A guitarist', verb: 'plays', stillPhase: 'the last chord', also: 'guitar bass band musician' },
  drummer: { label: 'A drummer', verb: 'plays', stillPhase: 'sticks raised', also: 'drums percussion sticks band musician' },
  pianist: { label: 'A pianist', verb: 'plays', stillPhase: 'the rest', also: 'piano keys musician' },
  'string-player': { label: 'A string player', verb: 'plays', stillPhase: 'the turn of the bow', also: 'violin cello viola fiddle orchestra musician' },
  conductor: { label: 'A conductor', verb: 'conducts', stillPhase: 'the upbeat', also: 'baton orchestra choir' },
  dancer: { label: 'A dancer', verb: 'turns', stillPhase: 'the top of the leap', also: 'ballet dance stage' },
  'leaping-singer': { label: 'A performer leaping', verb: 'leaps', stillPhase: 'the top of the leap', also: 'jump leap band stage' },
  speaker: { label: 'A speaker', verb: 'talks', stillPhase: 'the pause', also: 'talk lecture lectern presenter' },
  'spinning-dancer': { label: 'A dancer spinning', verb: 'spins', stillPhase: 'the pose', also: 'pirouette turn ballet dance stage' },
  wrestler: { label: 'A wrestler', verb: 'wrestles', stillPhase: 'the hold', also: 'wrestling ring fight show' },
  'resting-animal': { label: 'An animal at rest', verb: 'rests', stillPhase: 'between breaths', also: 'sleeping lying mammal' },
  'grazing-deer': { label: 'A deer grazing', verb: 'grazes', stillPhase: 'head up, listening', also: 'doe stag hind roe mammal' },
  otter: { label: 'An otter at the water', verb: 'hunts', stillPhase: 'eating on the bank', also: 'mammal water river' },
  'fox-trotting': { label: 'A fox trotting', verb: 'trots', stillPhase: 'pausing to listen', also: 'mammal dog' },
  'deer-running': { label: 'A deer running', verb: 'runs', stillPhase: 'before it flees', also: 'doe stag fleeing mammal' },
  'owl-gliding': { label: 'An owl gliding', verb: 'glides', stillPhase: 'perched', also: 'bird raptor night' },
  'duck-flying': { label: 'A duck in flight', verb: 'flies', stillPhase: 'braking to land', also: 'bird waterfowl goose flight' },
  'wading-bird': { label: 'A wading bird', verb: 'wades', stillPhase: 'before the strike', also: 'heron stork egret bird shore' },
  bat: { label: 'A bat hunting', verb: 'flies', stillPhase: 'none: take many frames', also: 'mammal flight night' },
  'seal-surfacing': { label: 'A seal surfacing', verb: 'swims', stillPhase: 'looking round', also: 'mammal sea water' },
  ape: { label: 'An ape among leaves', verb: 'climbs', stillPhase: 'sitting and chewing', also: 'monkey gorilla primate forest mammal' },
  'large-bird-flying': { label: 'A large bird in flight', verb: 'flies', stillPhase: 'braking to land', also: 'gull heron goose raptor eagle crane flight' },
  'small-bird-flying': { label: 'A small bird in flight', verb: 'flies', stillPhase: 'hovering at the perch', also: 'songbird finch tit swallow flight' },
  insect: { label: 'An insect at a flower', verb: 'flits', stillPhase: 'feeding', also: 'bee butterfly dragonfly macro close' },
  waterfall: { label: 'A waterfall', verb: 'falls', stillPhase: 'none: water never rests', also: 'water stream cascade river' },
  waves: { label: 'Waves at the shore', verb: 'break', stillPhase: 'the moment before they break', also: 'sea water surf shore' },
  leaves: { label: 'Leaves in the wind', verb: 'sway', stillPhase: 'a lull in the wind', also: 'tree branch foliage plants flower' },
  jogger: { label: 'A runner', verb: 'runs', stillPhase: 'foot planted', also: 'running jogging athlete runner' },
  sprinter: { label: 'A sprinter', verb: 'sprints', stillPhase: 'in the blocks', also: 'running race athletics runner' },
  skater: { label: 'A skater', verb: 'skates', stillPhase: 'gliding on one foot', also: 'ice roller skating derby rink' },
  'hall-player': { label: 'A ball player indoors', verb: 'runs', stillPhase: 'the top of the jump', also: 'basketball handball volleyball indoor sport' },
  boxer: { label: 'A boxer', verb: 'boxes', stillPhase: 'guard up', also: 'boxing ring fight punch' },
  gymnast: { label: 'A gymnast', verb: 'turns', stillPhase: 'the landing held', also: 'gymnastics tumbling acrobat' },
  swimmer: { label: 'A swimmer', verb: 'swims', stillPhase: 'breathing', also: 'pool water swimming' },
  'racing-cyclist': { label: 'A racing cyclist', verb: 'rides', stillPhase: 'on the climb', also: 'bicycle bike race velodrome rider' },
  'horse-jumping': { label: 'A horse jumping', verb: 'jumps', stillPhase: 'the top of the jump', also: 'horse rider equestrian show jumping' },
  kart: { label: 'A racing kart', verb: 'drives', stillPhase: 'the tightest corner', also: 'racing motor sport car' },
};

/** Undefined for what is not in the library. */
export const thingName = (id: string | undefined): ThingName | undefined => {
  const names: Partial<Record<string, ThingName>> = THING_NAMES;
  return id === undefined ? undefined : names[id];
};
