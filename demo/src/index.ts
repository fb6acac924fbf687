import {
  afterCeilingFrame,
  afterChoice,
  ceilingPrior,
  DEFAULT_THRESHOLD,
  driftStops,
  expectedFocusEv,
  FOCUS_SLOPE,
  focusPosterior,
  lensAt,
  lockChance,
  movingThing,
  type MovingThingId,
  nextCeilingIso,
  nextFocusEv,
  nextPair,
  nextShutter,
  pictureOf,
  seededRandom,
  seriesPosterior,
  SLOWEST_TESTED_S,
  sharpChance,
  steadyingStops,
  tastePrior,
  TASTES,
  tasteSettings,
  teachingByShutter,
  VIEWING_CPH,
  type Brief,
} from '@hushto/core';
import {
  CARRIED_AT_FIRST,
  STARTER_BODIES,
  STARTER_LENSES,
  glassOf,
  sensorOf,
  type CeilingAnswer,
  type FocusSeries,
  type HoldSeries,
  type Place,
  type RunSheet,
  type TasteChoiceKept,
  type TasteSeries,
} from '@hushto/contract';
import { THING_NAMES } from '@hushto/words';

export { portAlderLog } from './portAlderLog.ts';

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

function subject(thing: MovingThingId): Brief['subject'] {
  const { speedMps, kind, id } = movingThing(thing)!;
  const { label, verb } = THING_NAMES[id];
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
  const sensor = sensorOf(STARTER_BODIES.find(({ label }) => label === bodyLabel)!);
  const lens = glassOf(STARTER_LENSES.find(({ label }) => label === lensLabel)!);
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

/** Hands of an invented photographer, and how many of their frames came out sharp: drawn from the law itself, with a seed. */
const STEADY_THETA = DEFAULT_THRESHOLD - 0.4;
const STEADY_SLOPE = 2.1;

interface DemoTest {
  title: string;
  day: string;
  conditions: HoldSeries['conditions'];
  stabiliserStops: number;
  frames: number;
  seed: number;
  note?: string;
  /** Stops by which this stance differed from the starting values. */
  odd?: number;
  simulated?: boolean;
}

/** A hold test as it would have gone: each speed where it teaches most, each verdict drawn from the hidden hands. */
function holdTest({
  title,
  day,
  conditions,
  stabiliserStops,
  frames,
  seed,
  note = '',
  odd = 0,
  simulated = false,
}: DemoTest): HoldSeries {
  const { sensor, lens } = kit('APS-C 24 MP', '18.3 mm f/2.8', 18.3);
  const { toleranceMm } = pictureOf(sensor.widthMm, sensor.heightMm, sensor.megapixels, 1, VIEWING_CPH.wide2048);
  const setup = { focalLengthMm: lens.focalLengthMm, toleranceMm, stabiliserStops, conditions };
  const theta = STEADY_THETA + odd + steadyingStops(stabiliserStops, conditions);
  const random = seededRandom(seed);
  const held: HoldSeries['frames'] = [];
  for (let n = 0; n < frames; n++) {
    const posterior = seriesPosterior(setup, held);
    const shutterS = nextShutter(teachingByShutter(setup, posterior, { fastestS: sensor.fastestS, slowestS: SLOWEST_TESTED_S }))!;
    held.push({
      id: `${seed}-${n + 1}`,
      at: `${day}T15:${String(10 + n).padStart(2, '0')}:00Z`,
      shutterS,
      sharp: random() < sharpChance(driftStops(lens.focalLengthMm, shutterS, toleranceMm), theta, STEADY_SLOPE),
      how: 'seen',
    });
  }
  return {
    title,
    day,
    kit: { sensor, lens },
    stabiliserStops,
    conditions,
    viewCph: VIEWING_CPH.wide2048,
    confidence: 0.8,
    simulated: simulated ? { seed, theta: STEADY_THETA + odd, slope: STEADY_SLOPE } : null,
    counts: !simulated,
    closed: !simulated,
    note,
    frames: held,
  };
}

/** Hold tests of the lantern week; the last one is under way with the simulated camera. */
export const PORT_ALDER_HOLDS: readonly HoldSeries[] = [
  holdTest({
    title: 'Standing, elbows in',
    day: '2025-03-03',
    conditions: ['elbows'],
    stabiliserStops: 4,
    frames: 18,
    seed: 11,
    odd: -1.4,
  }),
  holdTest({
    title: 'Stabiliser off',
    day: '2025-03-03',
    conditions: ['elbows'],
    stabiliserStops: 0,
    frames: 17,
    seed: 12,
  }),
  holdTest({
    title: 'Leaning on a post',
    day: '2025-03-04',
    conditions: ['elbows', 'wall'],
    stabiliserStops: 4,
    frames: 20,
    seed: 13,
    odd: -1.1,
  }),
  holdTest({
    title: 'After the steps, breathing hard',
    day: '2025-03-05',
    conditions: ['elbows', 'unsteady'],
    stabiliserStops: 4,
    frames: 12,
    seed: 14,
    odd: -2,
    note: 'Out of breath, 14 °C',
    simulated: true,
  }),
];

/** Autofocus of the quintet's body: half of its tries lock a stop above what is on the box, which promises too much. */
const FOCUS_HALF_EV = { single: -3.3, continuous: -1.9 };

function focusTest(mode: FocusSeries['mode'], seed: number): FocusSeries {
  const { sensor, lens } = kit('Full frame 24 MP', '85 mm f/1.8', 85);
  const setup = { mode, target: 'edge', fNumber: lens.widestF } as const;
  const expected = expectedFocusEv(sensor, setup);
  const random = seededRandom(seed);
  const tries: FocusSeries['tries'] = [];
  const day = '2025-03-07';
  for (let n = 0; n < 18; n++) {
    const ev100 = n === 0 ? Math.ceil(expected + 1) : nextFocusEv(focusPosterior(expected, tries), expected);
    const chance = lockChance(ev100, FOCUS_HALF_EV[mode], FOCUS_SLOPE);
    const locked = random() < chance;
    // The darker, the longer it hunts.
    const seconds = locked ? Math.round(100 * (0.12 + 0.6 * (1 - chance) + 0.1 * random())) / 100 : null;
    tries.push({ id: `focus-${seed}-${n + 1}`, at: `${day}T20:${String(10 + n)}:00Z`, ev100, locked, seconds });
  }
  return {
    title: `Full frame 24 MP, ${mode}`,
    day,
    kit: { sensor, lens },
    ...setup,
    darkOption: true,
    confidence: 0.9,
    simulated: null,
    counts: true,
    closed: true,
    tries,
  };
}

/** Focus tests of the quintet's body: standing still, and following. */
export const PORT_ALDER_FOCUS: readonly FocusSeries[] = [focusTest('single', 41), focusTest('continuous', 42)];

/** Grain bothers this eye a little more than blur does. */
const TASTE_STOPS = 0.5;
const TASTE_SENSITIVITY = 120;

/** Taste and ISO ceiling of the same photographer, with the market's brief. */
export const PORT_ALDER_TASTES: readonly TasteSeries[] = [
  tasteTest(PORT_ALDER_BRIEFS[0]!, 25),
  ceilingTest(PORT_ALDER_BRIEFS[0]!, 22),
];

function tasteTest(brief: Brief, seed: number): TasteSeries {
  const settings = tasteSettings(brief);
  const random = seededRandom(seed);
  const row = TASTES.indexOf(TASTE_STOPS);
  const choices: TasteChoiceKept[] = [];
  let posterior = tastePrior();
  for (let n = 0; n < 16; n++) {
    // Every fifth pair is an earlier one again, sides changed.
    const again = (n + 1) % 5 === 0 ? choices[Math.floor(n / 5)]! : null;
    const at = (shutterS: number): number => settings.findIndex((setting) => setting.shutterS === shutterS);
    const pair = again ? { slower: at(again.slowerS), faster: at(again.fasterS) } : nextPair(posterior, settings)!;
    const [slower, faster] = [settings[pair.slower]!, settings[pair.faster]!];
    const chance = 1 / (1 + Math.exp(-TASTE_SENSITIVITY * (slower.kept[row]! - faster.kept[row]!)));
    const tookSlower = random() < chance;
    posterior = afterChoice(posterior, settings, { ...pair, tookSlower });
    choices.push({
      id: `taste-${n + 1}`,
      at: `2025-03-06T19:${String(10 + n).padStart(2, '0')}:00Z`,
      slowerS: slower.shutterS,
      fasterS: faster.shutterS,
      tookSlower,
      slowerLeft: again ? !again.slowerLeft : random() < 0.5,
      repeats: again?.id ?? null,
    });
  }
  return { kind: 'taste', title: brief.title, day: '2025-03-06', brief, scene: 'street', seed, closed: true, choices };
}

function ceilingTest(brief: Brief, seed: number): TasteSeries {
  const random = seededRandom(seed);
  const answers: CeilingAnswer[] = [];
  let posterior = ceilingPrior();
  const { baseIso: from, maxIso: to } = brief.kit.sensor;
  for (let n = 0; n < 12; n++) {
    const iso = nextCeilingIso(posterior, answers, { from, to })!;
    const acceptable = random() < 1 / (1 + Math.exp(-4 * Math.log2(7200 / iso)));
    posterior = afterCeilingFrame(posterior, { iso, acceptable });
    answers.push({ id: `ceiling-${n + 1}`, at: `2025-03-06T19:${40 + n}:00Z`, iso, acceptable });
  }
  return { kind: 'ceiling', title: 'APS-C 24 MP', day: '2025-03-06', brief, scene: 'street', seed, closed: true, answers };
}
