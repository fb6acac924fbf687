import {
  apertureLabel,
  type Brief,
  type CameraSetting,
  type CurtainSetting,
  type FocusOption,
  type FocusSetting,
  type MeterSetting,
  type SetBack,
} from '@hushto/core';
import {
  count,
  isoDigits,
  isoWords,
  metres,
  percent,
  plainNumber,
  shutterWords,
  signedStops,
  stopWords,
  viewedPx,
} from './numbers.ts';
import { subjectWords } from './subject.ts';
import { capital, listed } from './text.ts';

/** The lines of a camera's setting, each under its term. */
export interface CameraLines {
  mode: string;
  meter: string;
  focus: string;
  drive: string;
  options: string;
  stabiliser: string;
  curtain: string;
  raw: string;
  setBack: string;
}

export const CAMERA_TERMS: Record<keyof CameraLines, string> = {
  mode: 'Mode',
  meter: 'Meter',
  focus: 'Focus',
  drive: 'Drive',
  options: 'Options',
  stabiliser: 'Stabiliser',
  curtain: 'Curtain',
  raw: 'Raw',
  setBack: 'Set back',
};

/** Where options are on a body, in its owner's words. */
export type Where = Partial<Record<SetBack, string>>;

/** How to set the camera, a line for each thing that is set, with where it is where its owner has said so. */
export function cameraLines(brief: Brief, setting: CameraSetting, where: Where = {}): CameraLines {
  const at = (what: SetBack, line: string): string => line + placed(where[what]);
  const { meter } = setting;
  const compensated = meter.code === 'compensates' || meter.code === 'floats' || meter.code === 'offDial';
  return {
    mode: at('exposureMode', modeWords(brief, setting)),
    meter: compensated ? at('compensation', meterWords(meter)) : meterWords(meter),
    focus: at('focusMode', focusWords(setting.focus)),
    drive: at('drive', driveWords(setting.drive)),
    options: optionWords(setting.focusOptions, where),
    stabiliser: at('stabiliser', stabiliserWords(brief, setting.stabiliser)),
    curtain: at('shutterType', curtainWords(setting.curtain)),
    raw: setting.rawBits === 14 ? '14 bits' : '12 bits are enough: grain hides the rest',
    setBack: setBackWords(setting.setBack, where),
  };
}

const placed = (words: string | undefined): string => (words === undefined ? '' : ` (${words})`);

/** The mode and its limits. */
export function modeWords({ kit: { lens } }: Brief, { mode, shutterS, fNumber, iso, ceilingIso }: CameraSetting): string {
  const shutter = shutterWords(shutterS);
  const f = apertureLabel(fNumber, [lens.widestF, lens.narrowestF]);
  const ceiling = isoWords(ceilingIso);
  switch (mode) {
    case 'manual':
      return `Manual: ${shutter}, ${f}, ISO fixed at ${isoDigits(iso)}`;
    case 'manualAutoIso':
      return `Manual: ${shutter}, ${f}; auto ISO up to ${ceiling}`;
    case 'shutterPriority':
      return `Shutter priority at ${shutter}, auto ISO up to ${ceiling}`;
    case 'aperturePriority':
      return `Aperture priority at ${f}, slowest shutter ${shutter}, auto ISO up to ${ceiling}`;
  }
}

const listedClauses = (clauses: readonly (string | null)[]): string => clauses.filter((one) => one !== null).join('; ');

/** Compensation and readings are dialled in thirds: less than half of one is none. */
const isNone = (stops: number): boolean => Math.round(3 * stops) === 0;

function meterWords(meter: MeterSetting): string {
  switch (meter.code) {
    case 'brightPhase': {
      const above = isNone(meter.upStops) ? '' : `, ${stopWords(meter.upStops)} above your reading`;
      return `For the bright phase${above}; shoot on the peaks, ${percent(meter.share)} of the time, let dark frames go`;
    }
    case 'floats':
      return listedClauses([
        isNone(meter.stops) ? 'Spot, on the subject' : `Spot, on the subject, compensated ${signedStops(meter.stops)}`,
        isoDigits(meter.isoFrom) === isoDigits(meter.isoTo)
          ? null
          : `ISO goes between ${isoDigits(meter.isoFrom)} and ${isoDigits(meter.isoTo)} as the light swings`,
        isNone(meter.heldBackStops) ? null : `${stopWords(meter.heldBackStops)} held back for the bright phases`,
        isNone(meter.clipsStops) ? null : `they clip by ${stopWords(meter.clipsStops)}`,
      ]);
    case 'offDial':
      return `Spot, on the subject${isNone(meter.stops) ? '' : `, compensated ${signedStops(meter.stops)}`}: averaging would need ${signedStops(meter.averagingStops)}, more than the dial has`;
    case 'reads':
    case 'compensates':
      return `${averagingWords(meter.code, meter.stops)}${meter.channels ? '; watch each channel, one clips early' : ''}`;
  }
}

function averagingWords(code: 'reads' | 'compensates', stops: number): string {
  if (isNone(stops)) return code === 'reads' ? 'Will read 0' : 'No compensation';
  return code === 'reads' ? `Will read ${signedStops(stops)}: leave it there` : `Compensate ${signedStops(stops)}, averaging`;
}

function focusWords(focus: FocusSetting): string {
  switch (focus.code) {
    case 'byHand': {
      const [near, far] = [metres(focus.nearM), metres(focus.farM)];
      const sharp = near === far ? 'hardly more is sharp' : `${near} to ${far} is sharp`;
      return `By hand at ${metres(focus.distanceM)}: ${sharp}`;
    }
    case 'zone':
      return `Zone focus at ${metres(focus.distanceM)}: ${metres(focus.nearM)} to ${metres(focus.farM)} is sharp`;
    case 'singleInstead':
      return 'Single: continuous cannot see here. A small point on an edge with contrast';
    case 'following':
      return 'Continuous, on the subject before and while you follow it';
    case 'onAnEdge':
      return 'Single, a small point on an edge with contrast';
    case 'continuous':
      return 'Continuous, a small point on the subject';
    case 'single':
      return 'Single, a small point on the subject';
  }
}

const OPTION_WORDS: Record<FocusOption, string> = {
  lowLight: 'low-light focus on',
  previewOff: 'preview of the exposure off, so that the finder stays bright',
  release: 'release before focus: depth of field does the rest',
};

const optionWords = (options: readonly FocusOption[], where: Where): string =>
  options.length === 0
    ? 'As they are'
    : capital(options.map((option) => OPTION_WORDS[option] + placed(where[option])).join('; '));

function driveWords(drive: CameraSetting['drive']): string {
  switch (drive.code) {
    case 'timer':
      return 'Two-second timer, one frame';
    case 'single':
      return 'One frame at a time';
    case 'burst':
      return `Continuous, ${rateWords(drive.perSecond)}, press for ${count(drive.frames, 'frame', 'frames')}`;
  }
}

/** "8/s", "2.5/s". */
export const rateWords = (perSecond: number): string => `${Number(perSecond.toFixed(1))}/s`;

function stabiliserWords(brief: Brief, stabiliser: CameraSetting['stabiliser']): string {
  switch (stabiliser) {
    case 'none':
      return 'None: your stance is all there is';
    case 'panning':
      return 'In its panning mode: it must not fight the swing';
    case 'notTheSubject':
      return `On; it steadies you, not ${subjectWords(brief)}`;
    case 'on':
      return 'On';
  }
}

function curtainWords(curtain: CurtainSetting): string {
  switch (curtain.code) {
    case 'mechanical':
      return 'Mechanical';
    case 'mechanicalShakes':
      return 'Mechanical shakes at this speed: electronic first is steadier';
    case 'electronicFirst':
      return 'Electronic first';
    case 'mechanicalForDiscs':
      return 'Mechanical: so fast and wide, electronic first spoils soft backgrounds';
    case 'electronic': {
      const { bands, leanPx } = curtain;
      const faults = [
        ...(bands === null ? [] : [bandsWords(bands)]),
        ...(leanPx === null ? [] : [`what crosses leans by ${viewedPx(leanPx)}`]),
      ];
      return faults.length > 0 ? `Electronic, silent: ${faults.join(', ')}` : 'Electronic, silent';
    }
  }
}

export const bandsWords = (bands: number): string =>
  `about ${plainNumber(bands)} ${bands <= 1 ? 'band' : 'bands'} from the lamps`;

export const SET_BACK_WORDS: Record<SetBack, string> = {
  exposureMode: 'exposure mode',
  fixedIso: 'fixed ISO',
  isoCeiling: 'ISO ceiling',
  compensation: 'compensation',
  drive: 'drive',
  focusMode: 'focus mode',
  stabiliser: 'stabiliser',
  shutterType: 'shutter type',
  lowLight: 'low-light focus',
  previewOff: 'preview of the exposure',
  release: 'focus before release',
};

function setBackWords({ what, brightenStops }: CameraSetting['setBack'], where: Where): string {
  const list = capital(listed(what.map((one) => SET_BACK_WORDS[one] + placed(where[one]))));
  return isNone(brightenStops) ? list : `${list}; brighten the raws ${stopWords(brightenStops)}`;
}
