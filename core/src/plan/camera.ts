import { stopsLabel } from '../light/marks.ts';
import { shareAtReading } from '../light/swing.ts';
import { burstRate } from '../motion/burst.ts';
import type { Brief } from './brief.ts';
import type { DialledSetting, Figures } from './figures.ts';
import { isoWords, plainNumber, shutterWords, subjectWords } from './words.ts';

export const CAMERA_MODES = ['manual', 'manualAutoIso', 'shutterPriority', 'aperturePriority'] as const;
export type CameraMode = (typeof CAMERA_MODES)[number];

/** How to set a real camera so that it does what the plan says, a line each. */
export interface CameraWords {
  mode: CameraMode;
  /** The mode and its limits. */
  say: string;
  meter: string;
  focus: string;
  drive: string;
  stabiliser: string;
  curtain: string;
  raw: string;
  /** What to set back afterwards: it is often forgotten. */
  setBack: string;
}

type Setting = Pick<DialledSetting, 'shutterS' | 'fNumber' | 'iso' | 'liftStops' | 'burst' | 'labels'>;

/** Words for the camera at a setting. Modes and limits as cameras of any make have them; common practice. */
export function cameraWords(brief: Brief, setting: Setting, figures: Figures): CameraWords {
  const mode = cameraMode(brief, setting);
  return {
    mode,
    say: modeWords(mode, brief, setting),
    meter: meterWords(mode, brief, setting, figures),
    focus: focusWords(brief, figures),
    drive: driveWords(brief, setting),
    stabiliser: stabiliserWords(brief),
    curtain: curtainWords(brief, setting, figures),
    raw: rawWords(setting),
    setBack: setBackWords(mode, brief, setting, figures),
  };
}

/** Swing of the light, stops, below which manual exposure simply rides it out, and above which automatics cannot follow. Common practice. */
const SWING = { ridesOut: 1, tooDeep: 3, tooFastS: 2 } as const;

/**
 * Lift needs a fixed exposure, or the camera would take it back; light that swings too fast or too deep for automatics too.
 * Otherwise what is fixed by the plan is fixed on the camera and ISO floats: shutter and aperture where the subject moves,
 * the aperture with a slowest shutter where only hands count.
 */
function cameraMode({ subject, light, picture }: Brief, { liftStops }: Setting): CameraMode {
  const { pinned } = picture;
  const swing = swingOf(light);
  const chases = swing > 0 && light.swing !== undefined && (swing > SWING.tooDeep || light.swing.periodS < SWING.tooFastS);
  const fixed =
    liftStops > 0.1 || pinned.iso !== null || (swing > 0 && swing < SWING.ridesOut) || (swing >= SWING.ridesOut && chases);
  if (fixed) return 'manual';
  if (swing >= SWING.ridesOut) return 'manualAutoIso';
  if (pinned.shutterS !== null && pinned.fNumber === null) return 'shutterPriority';
  if (pinned.fNumber !== null && pinned.shutterS === null) return 'aperturePriority';
  return subject.speedMps > 0 ? 'manualAutoIso' : 'aperturePriority';
}

const swingOf = ({ swing }: Brief['light']): number => (swing?.downStops ?? 0) + (swing?.upStops ?? 0);

function modeWords(mode: CameraMode, { kit, picture }: Brief, { shutterS, labels, iso }: Setting): string {
  const f = labels.aperture;
  const ceiling = isoWords(Math.min(picture.isoCeiling, kit.sensor.maxIso));
  const shutter = shutterWords(shutterS);
  switch (mode) {
    case 'manual':
      return `Manual: ${shutter}, ${f}, ISO fixed at ${isoWords(iso).replace('ISO\u00a0', '')}`;
    case 'manualAutoIso':
      return `Manual: ${shutter}, ${f}; auto ISO up to ${ceiling}`;
    case 'shutterPriority':
      return `Shutter priority at ${shutter}, auto ISO up to ${ceiling}`;
    case 'aperturePriority':
      return `Aperture priority at ${f}, slowest shutter ${shutter}, auto ISO up to ${ceiling}`;
  }
}

/** Compensation, to the nearest third, a metered mode needs, or what the meter will read in a manual one; swinging light has rules of its own. */
function meterWords(
  mode: CameraMode,
  { light }: Brief,
  { liftStops }: Setting,
  { compensationStops, highlightStops }: Figures,
): string {
  const off = mode === 'manual' ? compensationStops - liftStops : compensationStops;
  const thirds = stopsLabel(off);
  const signed = off > 0 ? `+${thirds}` : thirds;
  const swing = swingOf(light);
  const channels = light.colour === 'saturated' ? '; watch each channel, one clips early' : '';
  if (mode === 'manual' && swing >= SWING.ridesOut) {
    const back = highlightStops < 0 ? `; hold back ${stopsLabel(-highlightStops)}` : '';
    const share = plainNumber(100 * shareAtReading(light.swing!));
    return `For the bright phase${back}; shoot on the peaks, ${share} % of the time, let dark frames go`;
  }
  if (swing >= SWING.ridesOut)
    return thirds === '0' ? 'Spot or highlight, off the subject' : `Spot or highlight; compensate ${signed}`;
  const words =
    thirds === '0'
      ? { manual: 'Will read 0', metered: 'No compensation' }
      : { manual: `Will read ${signed}: leave it there`, metered: `Compensate ${signed}, averaging` };
  return `${mode === 'manual' ? words.manual : words.metered}${channels}`;
}

function focusWords({ subject }: Brief, { gates, nearM, farM, pan }: Figures): string {
  const far = farM === null ? 'infinity' : `${plainNumber(farM)}\u00a0m`;
  if (gates.focus === 'shut')
    return `By hand at ${plainNumber(subject.distanceM)}\u00a0m: ${plainNumber(nearM)}\u00a0m to ${far} is sharp`;
  if (pan) return 'Continuous, on the subject before and while you follow it';
  if (gates.focus === 'marginal') return 'Single, a small point on an edge with contrast';
  return subject.speedMps > 0 ? 'Continuous, a small point on the subject' : 'Single, a small point on the subject';
}

function driveWords({ kit, hold }: Brief, { burst, shutterS }: Setting): string {
  if (burst <= 1) return hold.conditions.includes('timed') ? 'Two-second timer, one frame' : 'One frame at a time';
  const rate = Math.round(burstRate(kit.sensor.framesPerSecond, shutterS) * 10) / 10;
  return `Continuous, ${rate}/s, press for ${burst} frames`;
}

function stabiliserWords(brief: Brief): string {
  const rated = Math.max(brief.kit.sensor.stabiliserStops, brief.kit.lens.stabiliserStops);
  if (rated === 0) return 'None: your stance is all there is';
  if (brief.picture.aim === 'pan') return 'In its panning mode: it must not fight the swing';
  return brief.subject.speedMps > 0 ? `On; it steadies you, not ${subjectWords(brief)}` : 'On';
}

/** Shutters at which a mechanical first curtain shakes the camera, and at which an electronic one cuts the blur discs. Common practice. */
const SHOCK_S = { from: 1 / 8, to: 1 / 125 } as const;
const FAST_WIDE = { shutterS: 1 / 2000, fNumber: 2 } as const;

function curtainWords({ picture }: Brief, { shutterS, fNumber }: Setting, { rolling }: Figures): string {
  const chosen = picture.shutter ?? 'firstCurtain';
  if (chosen === 'mechanical') {
    const shakes = shutterS <= SHOCK_S.from * 1.01 && shutterS >= SHOCK_S.to * 0.97;
    return shakes ? 'Mechanical shakes at this speed: electronic first is steadier' : 'Mechanical';
  }
  if (chosen === 'electronic') {
    const faults = [
      ...(rolling && rolling.bands >= 0.5 ? [`about ${plainNumber(rolling.bands)} bands from the lamps`] : []),
      ...(rolling && rolling.skewViewPx > 2 ? [`what crosses leans by ${plainNumber(rolling.skewViewPx)}\u00a0px`] : []),
    ];
    return faults.length > 0 ? `Electronic, silent: ${faults.join(', ')}` : 'Electronic, silent';
  }
  return shutterS < FAST_WIDE.shutterS && fNumber <= FAST_WIDE.fNumber * 1.06
    ? 'Mechanical: so fast and wide, electronic first spoils soft backgrounds'
    : 'Electronic first';
}

/** Above this ISO noise hides the last two bits. Common practice. */
const DEEP_RAW_ISO = 800;

const rawWords = ({ iso }: Setting): string => (iso <= DEEP_RAW_ISO ? '14 bits' : '12 bits are enough: grain hides the rest');

function setBackWords(mode: CameraMode, { picture }: Brief, { burst, liftStops }: Setting, figures: Figures): string {
  const changed = [
    ...(mode === 'manual' ? ['exposure mode', 'fixed ISO'] : ['ISO ceiling']),
    ...(mode !== 'manual' && stopsLabel(figures.compensationStops) !== '0' ? ['compensation'] : []),
    ...(burst > 1 ? ['drive'] : []),
    ...(figures.gates.focus === 'open' ? [] : ['focus mode']),
    ...(figures.pan ? ['stabiliser'] : []),
    ...(picture.shutter && picture.shutter !== 'firstCurtain' ? ['shutter type'] : []),
  ];
  const list = changed.length > 1 ? `${changed.slice(0, -1).join(', ')} and ${changed.at(-1)}` : changed[0]!;
  return liftStops > 0.1 ? `${list}; brighten the raws ${stopsLabel(liftStops)}` : list;
}
