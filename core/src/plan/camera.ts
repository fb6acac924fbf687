import type { Brief } from '../brief/brief.ts';
import { toneStops } from '../light/exposure.ts';
import { isoMarks } from '../light/marks.ts';
import { plannedStops, shareNear, swingRule } from '../light/swing.ts';
import { burstRate } from '../motion/burst.ts';
import { AIMS } from './aims.ts';
import { followsSubject } from './geometry.ts';
import { topIso } from './exposure.ts';
import type { DialledSetting, Figures } from './figures.ts';

export const CAMERA_MODES = ['manual', 'manualAutoIso', 'shutterPriority', 'aperturePriority'] as const;
export type CameraMode = (typeof CAMERA_MODES)[number];

/** How to set a real camera so that it does what the plan says. Distances in m, times in s, light in stops. */
export interface CameraSetting {
  mode: CameraMode;
  shutterS: number;
  fNumber: number;
  /** The ISO to fix, and the ceiling of an automatic one. */
  iso: number;
  ceilingIso: number;
  meter: MeterSetting;
  focus: FocusSetting;
  drive: { code: 'timer' | 'single' } | { code: 'burst'; frames: number; perSecond: number };
  stabiliser: 'none' | 'panning' | 'notTheSubject' | 'on';
  curtain: CurtainSetting;
  /** Options of the body to set for it. */
  focusOptions: FocusOption[];
  /** Bits of the raw that are worth their place on the card. */
  rawBits: 12 | 14;
  /** What to set back afterwards, for it is often forgotten; and what to brighten, stops, 0 for nothing. */
  setBack: { what: SetBack[]; brightenStops: number };
}

export type MeterSetting =
  /** Exposed by hand for the bright phase, so far above the reading; `share` of the time is within half a stop of it. */
  | { code: 'brightPhase'; upStops: number; share: number }
  /**
   * Swinging light: the subject's own is read, compensated by `stops` that hold `heldBackStops` back, and ISO goes between two values;
   * what is brighter still clips by `clipsStops`.
   */
  | { code: 'floats'; stops: number; isoFrom: number; isoTo: number; heldBackStops: number; clipsStops: number }
  /** An averaging meter would be off by more than the dial has: the subject's own tone is read, compensated by `stops`. */
  | { code: 'offDial'; stops: number; averagingStops: number }
  /** What the meter will show in manual, or what to compensate by. `channels`: one clips early. */
  | { code: 'reads' | 'compensates'; stops: number; channels: boolean };

export type FocusSetting =
  | { code: 'byHand' | 'zone'; distanceM: number; nearM: number; farM: number | null }
  | { code: 'following' | 'onAnEdge' | 'continuous' | 'single' | 'singleInstead' };

export type CurtainSetting =
  | { code: 'mechanical' | 'mechanicalShakes' | 'electronicFirst' | 'mechanicalForDiscs' }
  /** Bands from the lamps and how far what crosses leans, viewed px; null where neither shows. */
  | { code: 'electronic'; bands: number | null; leanPx: number | null };

/** What helps autofocus, or the eye that focuses, and is set for it; each goes back afterwards. */
export const FOCUS_OPTIONS = ['lowLight', 'previewOff', 'release'] as const;
export type FocusOption = (typeof FOCUS_OPTIONS)[number];

export const SET_BACKS = ['exposureMode', 'fixedIso', 'isoCeiling', 'compensation', 'drive', 'focusMode', 'stabiliser', 'shutterType', 'lowLight', 'previewOff', 'release'] as const; // prettier-ignore
export type SetBack = (typeof SET_BACKS)[number];

type Setting = Pick<DialledSetting, 'shutterS' | 'fNumber' | 'iso' | 'liftStops' | 'burst'>;

/** Lift, stops, from which one has to act on it. */
const LIFTED_STOPS = 0.1;

/** The camera at a setting. Modes and limits as cameras of any make have them; common practice. */
export function cameraSetting(brief: Brief, setting: Setting, figures: Figures): CameraSetting {
  const mode = cameraMode(brief, setting, figures);
  const options = focusOptions(mode, brief, setting, figures);
  return {
    mode,
    shutterS: setting.shutterS,
    fNumber: setting.fNumber,
    iso: setting.iso,
    ceilingIso: topIso(brief),
    meter: meterSetting(mode, brief, setting, figures),
    focus: focusSetting(brief, figures),
    drive: driveSetting(brief, setting),
    stabiliser: stabiliserSetting(brief),
    curtain: curtainSetting(brief, setting, figures),
    focusOptions: options,
    rawBits: setting.iso <= DEEP_RAW_ISO ? 14 : 12,
    setBack: {
      what: setBacks(mode, brief, setting.burst, options, figures),
      brightenStops: setting.liftStops > LIFTED_STOPS ? setting.liftStops : 0,
    },
  };
}

/**
 * Lift needs a fixed exposure, or the camera would take it back; light that swings too fast or too deep for automatics too.
 * Otherwise what is fixed by the plan is fixed on the camera and ISO floats: shutter and aperture where the subject moves,
 * the aperture with a slowest shutter where only hands count.
 */
function cameraMode({ subject, light, picture }: Brief, { liftStops }: Setting, { heldBackStops }: Figures): CameraMode {
  const { pinned } = picture;
  const rule = swingRule(light.swing);
  const fixed = liftStops - heldBackStops > LIFTED_STOPS || pinned.iso !== null || rule === 'ridesOut' || rule === 'brightPhase';
  if (fixed) return 'manual';
  if (rule === 'floats') return 'manualAutoIso';
  if (pinned.shutterS !== null && pinned.fNumber === null) return 'shutterPriority';
  if (pinned.fNumber !== null && pinned.shutterS === null) return 'aperturePriority';
  return subject.speedMps > 0 ? 'manualAutoIso' : 'aperturePriority';
}

/** What a dial of compensation has, and the scale of a meter, stops either side of zero. Common practice. */
const DIAL_STOPS = 3;

/** Compensation a metered mode needs, or what the meter will read in a manual one; swinging light has rules of its own. */
function meterSetting(mode: CameraMode, brief: Brief, setting: Setting, figures: Figures): MeterSetting {
  const { light, subject, picture } = brief;
  const { compensationStops, heldBackStops } = figures;
  const lifted = mode === 'manual' ? setting.liftStops : heldBackStops;
  const rule = swingRule(light.swing);
  if (rule === 'brightPhase') {
    const upStops = plannedStops(light.swing);
    return { code: 'brightPhase', upStops, share: shareNear(light.swing!, upStops) };
  }
  const ofTone = toneStops(subject.tone) + (picture.keyStops ?? 0) - lifted;
  if (rule === 'floats' && mode !== 'manual')
    return {
      code: 'floats',
      stops: ofTone,
      ...isoWhileSwinging(brief, setting),
      heldBackStops,
      clipsStops: Math.max(0, -figures.highlightStops),
    };
  const off = compensationStops - lifted;
  if (Math.abs(off) > DIAL_STOPS + 1 / 6) return { code: 'offDial', stops: ofTone, averagingStops: off };
  return { code: mode === 'manual' ? 'reads' : 'compensates', stops: off, channels: light.colour === 'saturated' };
}

/** The marks between which an automatic ISO goes while the light swings. */
function isoWhileSwinging(brief: Brief, { iso }: Setting): { isoFrom: number; isoTo: number } {
  const mark = (value: number): number => isoMarks.value(isoMarks.nearest(value));
  const { upStops, downStops } = brief.light.swing!;
  return {
    isoFrom: Math.max(brief.kit.sensor.baseIso, mark(iso / 2 ** upStops)),
    isoTo: Math.min(topIso(brief), mark(iso * 2 ** downStops)),
  };
}

function focusSetting({ subject }: Brief, { gates, nearM, farM, pan, focusing }: Figures): FocusSetting {
  const range = { distanceM: subject.distanceM, nearM, farM };
  if (focusing.mode === 'zone') return { code: 'zone', ...range };
  if (focusing.mode === 'manual' || gates.focus === 'shut') return { code: 'byHand', ...range };
  if (pan) return { code: 'following' };
  if (focusing.instead) return { code: 'singleInstead' };
  if (gates.focus === 'marginal' && focusing.mode === 'single') return { code: 'onAnEdge' };
  return { code: focusing.mode };
}

/** A finder this dark, stops under what is metered, no longer shows what to focus on. Ours. */
const DARK_FINDER_STOPS = 2 / 3;
/** Stopped down this far and with this much depth of field, stops and m, near enough is sharp: the shutter need not wait. Common practice. */
const NEAR_ENOUGH = { stops: 3, depthM: 2 } as const;

/**
 * The low-light option where autofocus is near its limit, the preview of the exposure off where it would darken the finder, release
 * before focus where depth of field covers what focus misses. Common practice.
 */
function focusOptions(mode: CameraMode, { kit, picture }: Brief, setting: Setting, figures: Figures): FocusOption[] {
  const { gates, focusing, nearM, farM } = figures;
  const byCamera = focusing.mode !== 'zone' && focusing.mode !== 'manual';
  const stoppedDown = 2 * Math.log2(setting.fNumber / kit.lens.widestF) >= NEAR_ENOUGH.stops - 1 / 6;
  const deep = farM === null || farM - nearM >= NEAR_ENOUGH.depthM;
  const wanted: Record<FocusOption, boolean> = {
    lowLight: byCamera && gates.focus !== 'open',
    previewOff: mode === 'manual' && setting.liftStops - (picture.keyStops ?? 0) >= DARK_FINDER_STOPS - 1e-9,
    release: byCamera && stoppedDown && deep,
  };
  return FOCUS_OPTIONS.filter((option) => wanted[option]);
}

function driveSetting({ kit, hold }: Brief, { burst, shutterS }: Setting): CameraSetting['drive'] {
  if (burst > 1) return { code: 'burst', frames: burst, perSecond: burstRate(kit.sensor.framesPerSecond, shutterS) };
  return { code: hold.conditions.includes('timed') ? 'timer' : 'single' };
}

function stabiliserSetting({ kit, picture, subject, hold }: Brief): CameraSetting['stabiliser'] {
  if (Math.max(kit.sensor.stabiliserStops, kit.lens.stabiliserStops) === 0) return 'none';
  if (AIMS[picture.aim].follows || followsSubject({ hold, picture })) return 'panning';
  return subject.speedMps > 0 ? 'notTheSubject' : 'on';
}

/** Shutters at which a mechanical first curtain shakes the camera, and at which an electronic one cuts the blur discs. Common practice. */
const SHOCK_S = { from: 1 / 8, to: 1 / 125 } as const;
const FAST_WIDE = { shutterS: 1 / 2000, fNumber: 2 } as const;
/** Bands and leaning, viewed px, from which an electronic shutter shows. Ours. */
const BANDS_SHOW = 0.5;
const LEAN_SHOWS_PX = 2;

function curtainSetting({ picture }: Brief, { shutterS, fNumber }: Setting, { rolling }: Figures): CurtainSetting {
  switch (picture.shutter ?? 'firstCurtain') {
    case 'mechanical': {
      const shakes = shutterS <= SHOCK_S.from * 1.01 && shutterS >= SHOCK_S.to * 0.97;
      return { code: shakes ? 'mechanicalShakes' : 'mechanical' };
    }
    case 'electronic': {
      const bands = rolling && rolling.bands >= BANDS_SHOW ? rolling.bands : null;
      const leanPx = rolling && rolling.skewViewPx > LEAN_SHOWS_PX ? rolling.skewViewPx : null;
      return { code: 'electronic', bands, leanPx };
    }
    case 'firstCurtain': {
      const cuts = shutterS < FAST_WIDE.shutterS && fNumber <= FAST_WIDE.fNumber * 1.06;
      return { code: cuts ? 'mechanicalForDiscs' : 'electronicFirst' };
    }
  }
}

/** Above this ISO noise hides the last two bits. Common practice. */
export const DEEP_RAW_ISO = 800;

/** Compensation below a sixth of a stop rounds to none. */
const NO_COMPENSATION_STOPS = 1 / 6;

function setBacks(
  mode: CameraMode,
  { picture, hold }: Brief,
  burst: number,
  options: readonly FocusOption[],
  { compensationStops, gates, pan, focusing }: Figures,
): SetBack[] {
  const manual = mode === 'manual';
  const changed: Record<SetBack, boolean> = {
    exposureMode: manual,
    fixedIso: manual,
    isoCeiling: !manual,
    compensation: !manual && Math.abs(compensationStops) >= NO_COMPENSATION_STOPS,
    drive: burst > 1,
    focusMode: gates.focus !== 'open' || focusing.mode === 'zone' || focusing.mode === 'manual',
    stabiliser: pan !== null || followsSubject({ hold, picture }),
    shutterType: picture.shutter !== undefined && picture.shutter !== 'firstCurtain',
    lowLight: options.includes('lowLight'),
    previewOff: options.includes('previewOff'),
    release: options.includes('release'),
  };
  return SET_BACKS.filter((what) => changed[what]);
}
