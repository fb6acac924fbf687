import { lensAt, MOVING_THINGS, type Brief } from '@hushto/core';
import { CARRIED_AT_FIRST, STARTER_BODIES, STARTER_LENSES, type Place, type RunSheet } from '@hushto/contract';

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

const PORT_ALDER = { latitudeDeg: 56, longitudeDeg: 3, timeZone: 'Etc/GMT-1', sky: 'thinCloud' } as const;

/** Where Port Alder's lantern week is photographed; the readings are invented. */
export const PORT_ALDER_PLACES: readonly Place[] = [
  {
    ...PORT_ALDER,
    label: 'Ferry Steps',
    facingDeg: 245,
    shadeStops: 1,
    floorEv: 1,
    lamps: [{ id: 'bulbs', from: '16:30', to: '22:00', ev100: 4, label: 'Strings of bulbs' }],
    readings: [
      {
        id: '0d6f2c3e-8a5b-4f0e-9c65-3e6a1f5b7a01',
        at: '2025-01-14T18:10:00Z',
        ev100: 4,
        backgroundStops: -1,
        how: 'meter',
        say: 'f/2.8, 1/60 s, ISO 3200 off a grey card under the bulbs',
        uncertaintyStops: 1 / 3,
      },
    ],
  },
  { ...PORT_ALDER, label: 'The sluice', facingDeg: 200, shadeStops: 0, floorEv: null, lamps: [], readings: [] },
  { ...PORT_ALDER, label: 'Skate hall', facingDeg: null, shadeStops: 10, floorEv: 7.3, lamps: [], readings: [] },
];

export const PORT_ALDER_EVENING = 'Lantern evening';

interface Kept<Document> {
  id: string;
  document: Document;
}

/** One evening of the lantern week over the stored briefs; a brief that is not there leaves a pause. */
export function portAlderRunSheet(briefs: readonly Kept<Brief>[], places: readonly Kept<Place>[]): RunSheet {
  const briefId = (title: string): string | null => briefs.find(({ document }) => document.title === title)?.id ?? null;
  return {
    title: PORT_ALDER_EVENING,
    day: '2027-01-14',
    startsAt: '15:50',
    timeZone: PORT_ALDER.timeZone,
    placeId: places.find(({ document }) => document.label === 'Ferry Steps')?.id ?? null,
    segments: [
      {
        id: 'otters',
        title: 'Otters below the sluice',
        briefId: briefId('Sluice otters at dusk'),
        minutes: 50,
        light: { from: 'sky' },
        pressesPerMinute: 1,
        burst: null,
      },
      {
        id: 'walk',
        title: 'Walk to the harbour',
        briefId: null,
        minutes: 25,
        light: { from: 'brief' },
        pressesPerMinute: 0,
        burst: null,
      },
      {
        id: 'market',
        title: 'Porters on the steps',
        briefId: briefId('Ferry Steps market'),
        minutes: 75,
        light: { from: 'sky' },
        pressesPerMinute: 2,
        burst: null,
      },
      {
        id: 'quintet',
        title: 'Three songs, then stop',
        briefId: briefId('The Boathouse quintet'),
        minutes: 20,
        light: { from: 'brief' },
        pressesPerMinute: 4,
        burst: null,
      },
      {
        id: 'supper',
        title: 'Soup and fresh batteries',
        briefId: null,
        minutes: 30,
        light: { from: 'brief' },
        pressesPerMinute: 0,
        burst: null,
      },
      {
        id: 'derby',
        title: 'First half of the derby',
        briefId: briefId('Skate hall derby'),
        minutes: 45,
        light: { from: 'brief' },
        pressesPerMinute: 6,
        burst: null,
      },
    ],
    carried: CARRIED_AT_FIRST,
    checks: { before: [], arrival: [], afterwards: [] },
  };
}
