import { lensAt, MOVING_THINGS, type Brief } from '@hushto/core';
import { STARTER_BODIES, STARTER_LENSES } from '@hushto/contract';

/** The four briefs of Port Alder's lantern week. Town, people and results are invented. */
export const PORT_ALDER_BRIEFS: readonly Brief[] = [
  {
    title: 'Ferry Steps market',
    subject: { ...subject('porter'), distanceM: 4, depthM: 0.4 },
    light: { ...light(4), label: 'Strings of bulbs', scene: 'string-lights', background: { tone: 0.18, stops: 0 } },
    kit: kit('APS-C 24 MP', '18.3 mm f/2.8', 18.3),
    hold: { conditions: ['elbows'], theta: null, slope: null },
    picture: { ...picture(683, 6400), liftCeilingStops: 4 / 3, maxBurst: 4 },
    place: 'edge',
    caution: 'Carts pass and the quay edge is open. The market stewards have the last word.',
  },
  {
    title: 'The Boathouse quintet',
    subject: { ...subject('brass-player'), speedMps: 0.7, distanceM: 7, depthM: 0.5, label: 'A trumpeter' },
    light: { ...light(6.5), label: 'Tungsten lamps', colour: 'tungsten', background: { tone: 0.18, stops: -3 } },
    kit: kit('Full frame 24 MP', '85 mm f/1.8', 85),
    hold: { conditions: ['low'], theta: null, slope: null },
    picture: { ...picture(1080, 6400), maxBurst: 5 },
    place: 'stage',
  },
  {
    title: 'Sluice otters at dusk',
    subject: { ...subject('otter'), speedMps: 1.2, directionDeg: 60, distanceM: 25, depthM: 0.3, tone: 0.05, frameFill: 0.15 },
    light: { ...light(7), label: 'The last of the sky', background: { tone: 0.25, stops: 0 } },
    kit: kit('Full frame 45 MP', '400 mm f/5.6', 400),
    hold: { conditions: ['finder'], theta: null, slope: null },
    picture: { ...picture(683, 12_800), crop: 1.5, liftCeilingStops: 1, maxBurst: 6 },
    place: 'water',
  },
  {
    title: 'Skate hall derby',
    subject: { ...subject('skater'), speedMps: 7, directionDeg: 45, distanceM: 5, depthM: 1 },
    light: {
      ...light(7.3),
      label: 'Tube lamps',
      flicker: { frequencyHz: 100, modulation: 0.25 },
      background: { tone: 0.18, stops: 0 },
    },
    kit: kit('Four-thirds 20 MP', '25 mm f/1.8', 25),
    hold: { conditions: ['finder'], theta: null, slope: null },
    picture: { ...picture(540, 6400), liftCeilingStops: 1, tasteStops: 1, maxBurst: 6 },
    place: 'ring',
  },
];

function subject(thing: string): Brief['subject'] {
  const { speedMps, kind, label, verb, id } = MOVING_THINGS.find((candidate) => candidate.id === thing)!;
  return {
    speedMps,
    limbFactor: 1,
    directionDeg: 90,
    distanceM: 5,
    depthM: 0.5,
    tone: 0.18,
    frameFill: 0.3,
    kind,
    label,
    verb,
    thing: id,
  };
}

function light(ev100: number): Brief['light'] {
  return { ev100, background: { tone: 0.18, stops: 0 }, flicker: { frequencyHz: 100, modulation: 0 } };
}

function kit(bodyLabel: string, lensLabel: string, focalMm: number): Brief['kit'] {
  const { guessed: _body, ...sensor } = STARTER_BODIES.find(({ label }) => label === bodyLabel)!;
  const { guessed: _lens, ...lens } = STARTER_LENSES.find(({ label }) => label === lensLabel)!;
  return { sensor, lens: lensAt(lens, focalMm) };
}

function picture(viewCph: number, isoCeiling: number): Brief['picture'] {
  return {
    viewCph,
    crop: 1,
    aim: 'freeze',
    school: 'hush',
    isoCeiling,
    liftCeilingStops: 0,
    tasteStops: 0,
    confidence: 0.9,
    maxBurst: 4,
    pinned: { shutterS: null, fNumber: null, iso: null, burst: null },
  };
}
