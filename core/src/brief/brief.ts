import type { HoldCondition } from '../motion/hands.ts';
import type { MeasuredBy } from '../motion/measured.ts';
import type { Aim } from '../plan/aims.ts';

/** Who or what moves; decides which remedies may be offered. */
export const SUBJECT_KINDS = ['person', 'performer', 'athlete', 'animal', 'vehicle', 'nature'] as const;
export type SubjectKind = (typeof SUBJECT_KINDS)[number];

/** Where the photographer stands, for cautions and for what may be asked. */
export const PLACES = ['open', 'road', 'crowd', 'stage', 'pit', 'ring', 'edge', 'water', 'wild'] as const;
export type Place = (typeof PLACES)[number];

export const SCHOOLS = ['hush', 'moment', 'clean', 'depth'] as const;
export type School = (typeof SCHOOLS)[number];
export const FOCUS_CHOICES = ['single', 'continuous', 'zone', 'manual'] as const;
export type FocusChoice = (typeof FOCUS_CHOICES)[number];
export const SHUTTER_TYPES = ['mechanical', 'firstCurtain', 'electronic'] as const;
export type ShutterType = (typeof SHUTTER_TYPES)[number];
export const LIGHT_COLOURS = ['neutral', 'tungsten', 'saturated'] as const;
export type LightColour = (typeof LIGHT_COLOURS)[number];

export interface Subject {
  /** Speed of the body, m/s, ≥ 0. */
  speedMps: number;
  /** How much faster the limbs move than the body, ≥ 1; 1 when they may blur. */
  limbFactor: number;
  /** 0 straight at the camera, 90 across the frame. */
  directionDeg: number;
  distanceM: number;
  /** Depth of the subject along the axis, m, that has to be sharp. */
  depthM: number;
  /** Reflectance, 0 to 1. */
  tone: number;
  /** Share of the frame the subject fills, 0 to 1. */
  frameFill: number;
  kind?: SubjectKind | undefined;
  /** How the sentence names it ("A porter with a handcart") and what it does ("walks"). */
  label?: string | undefined;
  verb?: string | undefined;
  /** Id in the library of moving things. */
  thing?: string | undefined;
  /** How speed and distance were measured, where they were; gone as soon as they are set by hand. */
  speedFrom?: MeasuredFrom | undefined;
  distanceFrom?: MeasuredFrom | undefined;
  /** Whether it gives autofocus little contrast to hold on to. */
  lowContrast?: boolean | undefined;
}

/** How a value was measured, and the share by which it may be off. */
export interface MeasuredFrom {
  by: MeasuredBy;
  errorShare: number;
  /** Where it was by frames of the log: which. */
  frames?: Provenance | undefined;
}

export interface Light {
  /** What a grey card at the subject reads, EV at ISO 100. */
  ev100: number;
  /** The frames of the log it was taken over from, and what they said; believed as long as that is what `ev100` is. */
  ev100From?: (Provenance & { ev100: number }) | undefined;
  background: { tone: number; stops: number };
  flicker: { frequencyHz: number; modulation: number };
  swing?: { downStops: number; upStops: number; periodS: number } | undefined;
  colour?: LightColour | undefined;
  /** Light in the deepest shadow that must show, against that on the subject, stops, ≤ 0; none that matters where nothing is said. */
  shadowStops?: number | undefined;
  label?: string | undefined;
  scene?: string | undefined;
}

export interface Sensor {
  widthMm: number;
  heightMm: number;
  megapixels: number;
  baseIso: number;
  maxIso: number;
  wellPerUm2: number;
  readInE: number;
  readOutE: number;
  /** The second gain of a sensor that has two, as measured: from which ISO on, and its read noises. */
  highGain?: { fromIso: number; readInE: number; readOutE: number } | undefined;
  stabiliserStops: number;
  fastestS: number;
  slowestS: number;
  framesPerSecond: number;
  readoutS: number;
  /** Where single autofocus gives up on a target of good contrast, EV at ISO 100, at an f-number. */
  focusLimit: { ev: number; fNumber: number };
  /** What this body's own focus tests found beside the limit. */
  focusTested?: FocusTested | undefined;
  id?: string | undefined;
  label?: string | undefined;
}

/** What focus tests of a body say of it, EV; unset where that was not tested. */
export interface FocusTested {
  /** What continuous autofocus loses against single, and a target of little contrast against an edge. */
  continuousCostEv?: number | undefined;
  lowContrastCostEv?: number | undefined;
  from?: Provenance | undefined;
}

export interface Lens {
  focalLengthMm: number;
  widestF: number;
  narrowestF: number;
  stabiliserStops: number;
  bestBlurUm: number;
  wideOpenFactor: number;
  /** Whether the lens opens fully to focus, whatever the taking aperture. */
  opensToFocus: boolean;
  /** Share of light the glass lets through, 0 to 1. */
  transmissionT?: number | undefined;
  id?: string | undefined;
  label?: string | undefined;
}

export interface Hold {
  conditions: HoldCondition[];
  /** Whether the camera turns with the subject while it is frozen; held still where nothing is said. */
  follow?: boolean | undefined;
  /** Tested threshold of free hands with the stabiliser off; null for the starting value. */
  theta: number | null;
  slope: number | null;
  /** Error of following a subject in a pan, as a share of the streak. */
  trackingError?: number | undefined;
  /** Posterior of a hold test, and how the camera was held in it. */
  tested?:
    | {
        thetas: number[];
        slopes: number[];
        weights: number[];
        conditions: HoldCondition[];
        stabiliserStops: number;
        /** Real focal length of the test, mm: it carries a factor of two; farther, less is known. */
        focalLengthMm?: number | undefined;
        from?: Provenance | undefined;
      }
    | undefined;
  /** The series to plan with; null for the starting value, the nearest of this person's where nothing is said. */
  seriesId?: string | null | undefined;
}

/** Stands for the id of a series where a value comes from the frames of the log. */
export const FROM_LOG = 'log';

/** Which of the user's own tests a value comes from: how many frames, choices or looks it had, and of which day, where that is known. */
export interface Provenance {
  seriesId: string;
  count: number;
  day: string | null;
}

export interface Pinned {
  shutterS: number | null;
  fNumber: number | null;
  iso: number | null;
  burst: number | null;
}

/** What is made of the frame at the desk: nothing, noise reduced lightly or strongly, or its colours left out. */
export const FINISHES = ['plain', 'light', 'strong', 'mono'] as const;
export type Finish = (typeof FINISHES)[number];

export interface PictureWishes {
  /** Viewing limit, cycles per picture height. */
  viewCph: number;
  crop: number;
  aim: Aim;
  school: School;
  isoCeiling: number;
  liftCeilingStops: number;
  tasteStops: number;
  confidence: number;
  maxBurst: number;
  pinned: Pinned;
  keyStops?: number | undefined;
  /** How to focus; chosen by the plan where nothing is said. */
  focus?: FocusChoice | undefined;
  shutter?: ShutterType | undefined;
  /** ISO that Clean first keeps to; the body's base ISO where none is given. */
  cleanIso?: number | undefined;
  /** Changes how the frame looks, never what detail survives in it; plain where nothing is said. */
  finish?: Finish | undefined;
  /** Share of the picture width a panned background is to streak over. */
  streakShare?: number | undefined;
  /** Which tests taste and ISO ceiling come from; gone as soon as they are set by hand. */
  tasteFrom?: Provenance | undefined;
  isoCeilingFrom?: Provenance | undefined;
}

/** What a place asks to be watched for. */
export const WATCHED = ['pattern', 'bright', 'shadowLine', 'heads', 'falling', 'crews', 'heat', 'insects', 'sun'] as const;
export type Watched = (typeof WATCHED)[number];

/** One thing to watch for; a pattern has the distance between its lamps or threads, mm, and how far away it is, m. */
export interface WatchItem {
  what: Watched;
  pitchMm?: number | undefined;
  distanceM?: number | undefined;
}

/** One situation: subject, light, kit, hold, picture. Everything the plan is worked out from. */
export interface Brief {
  title: string;
  subject: Subject;
  light: Light;
  kit: { sensor: Sensor; lens: Lens };
  hold: Hold;
  picture: PictureWishes;
  place?: Place | undefined;
  /** What to watch for at the place. */
  watch?: WatchItem[] | undefined;
  /** A caution of the photographer's own. */
  caution?: string | undefined;
}
