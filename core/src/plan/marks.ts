import { apertureMarks, marksBetween, shutterMarks } from '../light/marks.ts';
import { depthEdges, type ApertureDetail, type DetailModel, type ShutterDetail } from '../detail/detailModel.ts';
import type { Brief, FocusChoice } from '../brief/brief.ts';
import { panOf } from '../brief/panOf.ts';
import { flickerStops } from '../light/flicker.ts';
import { burstChances, fewestFrames } from '../motion/burst.ts';
import { driftSigmaMm, driftTimeS, swaySigmaMm } from '../motion/hands.ts';
import {
  DEFAULT_STREAK_SHARE,
  fewestIndependentFrames,
  independentBurstChance,
  panChance,
  panResidueMm,
  panShutterS,
  type Pan,
} from '../motion/pan.ts';
import { defocusDiscMm } from '../optics/depthOfField.ts';
import { AIMS } from './aims.ts';
import { focusModeAt } from './focus.ts';
import { BOUND_SLACK, FLICKER_STOPS, gateAbove, gateBelow, gateInside, type GateState } from './gates.ts';
import type { Geometry } from './geometry.ts';

/** Slowest shutter by hand, s; and with a support or hands tested that far. Ours. */
const HANDHELD_LIMIT_S = 1;
const SUPPORTED_LIMIT_S = 4;

/** What a shutter speed decides, whatever the light. */
export interface ShutterOption {
  readonly index: number;
  readonly shutterS: number;
  readonly smearMm: number;
  readonly flickerStops: number;
  readonly freeze: GateState;
  /** What the hands make of it; worked out when asked. */
  readonly hands: () => HandsAtShutter;
  readonly flicker: GateState;
  readonly detail: () => ShutterDetail;
}

/** Frames in the burst, and the chance that the first, and that one of them, shows no shake. */
export interface HandsAtShutter {
  readonly frames: number;
  readonly singleChance: number;
  readonly burstChance: number;
  readonly burstFor: BurstFor;
  readonly hold: GateState;
}

/**
 * Why a burst has its number: pinned; all that is allowed, for none opens Hold; the fewest that do; more, to choose the moment of what
 * moves; or one that is enough.
 */
export const BURST_FOR = ['pinned', 'limit', 'shake', 'moment', 'one'] as const;
export type BurstFor = (typeof BURST_FOR)[number];

/** What an aperture decides, whatever the light. */
export interface ApertureOption {
  readonly index: number;
  readonly fNumber: number;
  readonly edgeDiscMm: number;
  /** EV at which autofocus gives up at this aperture. */
  readonly focusLimitEv: number;
  readonly depth: GateState;
  readonly focusMode: FocusChoice;
  readonly detail: () => ApertureDetail;
}

/** The marks of a brief's body and lens with what each decides, whatever the light: gates, frames of the burst, its part of the detail. */
export class Marks {
  /** Every shutter the body has within reach of the hands; the Valley is drawn over them. */
  readonly shutters: readonly ShutterOption[];
  /** Those of them that pins and aim leave to choose from. */
  readonly allowed: readonly ShutterOption[];
  readonly apertures: readonly ApertureOption[];
  readonly #brief: Brief;
  readonly #geometry: Geometry;
  readonly #detail: () => DetailModel;
  /** Drift a sure frame does not exceed, mm per second of {@link driftTimeS}. */
  #sureDrift: number | null = null;

  constructor(brief: Brief, geometry: Geometry, detail: () => DetailModel) {
    this.#brief = brief;
    this.#geometry = geometry;
    this.#detail = detail;
    this.shutters = this.#shutterMarks().map((third, index) => this.#shutterOption(index, shutterMarks.value(third)));
    this.allowed = this.#allowedShutters();
    this.apertures = this.#apertureMarks().map((third, index) => this.#apertureOption(index, apertureMarks.value(third)));
  }

  /** The same shutter with another number of frames in its burst. */
  shutterWith(shutter: ShutterOption, frames: number): ShutterOption {
    return this.#shutterOption(shutter.index, shutter.shutterS, frames);
  }

  /** Gaussian blur, mm, that shake and sway leave at a shutter in a frame as sure as the brief asks. */
  shakeMm(shutter: ShutterOption): number {
    return this.#shakeMm(shutter.shutterS);
  }

  /** Marks by hand; slower ones too where a pin or a pan asks for them. */
  #shutterMarks(): number[] {
    const { sensor } = this.#brief.kit;
    const slowest = this.#slowestByHandS();
    return marksBetween(shutterMarks, Math.max(slowest, this.#askedShutterS() ?? 0), Math.min(slowest, sensor.fastestS));
  }

  #allowedShutters(): readonly ShutterOption[] {
    const asked = this.#askedShutterS();
    if (asked === null) {
      const slowest = this.#slowestByHandS() * (1 + BOUND_SLACK);
      return this.shutters[0]!.shutterS <= slowest ? this.shutters : this.shutters.filter(({ shutterS }) => shutterS <= slowest);
    }
    const third = shutterMarks.nearest(asked);
    return this.shutters.filter(({ shutterS }) => shutterMarks.nearest(shutterS) === third);
  }

  /** The one shutter a pin or the streak of a pan asks for, s. */
  #askedShutterS(): number | null {
    const { kit, picture } = this.#brief;
    if (picture.pinned.shutterS !== null) return picture.pinned.shutterS;
    const pan = panOf(this.#brief);
    if (pan === null) return null;
    const wanted = panShutterS(pan, (picture.streakShare ?? DEFAULT_STREAK_SHARE) * this.#geometry.picture.widthMm);
    return Math.min(kit.sensor.slowestS, Math.max(kit.sensor.fastestS, wanted));
  }

  #slowestByHandS(): number {
    return Math.min(shutterMarks.value(shutterMarks.nearest(this.#brief.kit.sensor.slowestS)), this.#handheldLimitS());
  }

  #apertureMarks(): number[] {
    const { kit, picture } = this.#brief;
    if (picture.pinned.fNumber !== null) return [apertureMarks.nearest(picture.pinned.fNumber)];
    return marksBetween(apertureMarks, kit.lens.widestF, kit.lens.narrowestF);
  }

  /** Slowest shutter to think of, s. */
  #handheldLimitS(): number {
    const { hold } = this.#brief;
    if (hold.conditions.includes('wall') || hold.conditions.includes('rail')) return SUPPORTED_LIMIT_S;
    const tested = hold.tested !== undefined || hold.theta !== null;
    return tested && this.#singleChance(HANDHELD_LIMIT_S) >= 0.5 ? SUPPORTED_LIMIT_S : HANDHELD_LIMIT_S;
  }

  #singleChance(shutterS: number): number {
    const drift = this.#brief.kit.lens.focalLengthMm * driftTimeS(shutterS);
    return this.#geometry.hands.chanceAt(Math.log2(drift / this.#geometry.picture.toleranceMm));
  }

  #shutterOption(index: number, shutterS: number, wantedFrames = this.#brief.picture.pinned.burst): ShutterOption {
    const { light, picture: wishes } = this.#brief;
    const smearMm = this.#geometry.smearRateMmPerS * shutterS;
    const flicker = flickerStops(light.flicker.frequencyHz, light.flicker.modulation, shutterS);
    const hands = once(() => this.#handsAt(shutterS, wantedFrames));
    return {
      index,
      shutterS,
      smearMm,
      flickerStops: flicker,
      freeze: this.#motionGate(smearMm),
      hands,
      flicker: gateBelow(flicker, FLICKER_STOPS.open, FLICKER_STOPS.marginal),
      detail: once(() => this.#detail().shutter(AIMS[wishes.aim].smearCosts ? smearMm : 0, this.#shakeMm(shutterS))),
    };
  }

  #shakeMm(shutterS: number): number {
    const { hands, magnification, swayMmPerS } = this.#geometry;
    this.#sureDrift ??= this.#brief.kit.lens.focalLengthMm * 2 ** -hands.sureAt(this.#brief.picture.confidence);
    return Math.hypot(driftSigmaMm(this.#sureDrift * driftTimeS(shutterS)), swaySigmaMm(magnification, swayMmPerS, shutterS));
  }

  #handsAt(shutterS: number, wantedFrames: number | null): HandsAtShutter {
    const { confidence, maxBurst } = this.#brief.picture;
    const pan = panOf(this.#brief);
    if (pan !== null) return this.#panAt(pan, shutterS, wantedFrames);
    const singleChance = this.#singleChance(shutterS);
    const chances = burstChances(singleChance);
    const fewest = wantedFrames === null ? fewestFrames(chances, confidence, maxBurst) : null;
    const toChooseFrom = this.#geometry.moves ? Math.min(3, maxBurst) : 1;
    const frames = wantedFrames ?? Math.max(fewest ?? maxBurst, toChooseFrom);
    const burstChance = chances.ofFrames(frames);
    const burstFor = burstReason(this.#brief, wantedFrames, fewest, frames);
    return { frames, singleChance, burstChance, burstFor, hold: gateAbove(burstChance, confidence, confidence / 2) };
  }

  /** In a pan the error of following takes the place of the hands. */
  #panAt(pan: Pan, shutterS: number, wantedFrames: number | null): HandsAtShutter {
    const { confidence, maxBurst } = this.#brief.picture;
    const singleChance = panChance(panResidueMm(pan, shutterS), this.#geometry.picture.toleranceMm);
    const frames = wantedFrames ?? fewestIndependentFrames(singleChance, confidence, maxBurst);
    const burstChance = independentBurstChance(singleChance, frames);
    const burstFor = burstReason(this.#brief, wantedFrames, burstChance >= confidence - BOUND_SLACK ? frames : null, frames);
    return { frames, singleChance, burstChance, burstFor, hold: gateAbove(burstChance, confidence, confidence / 2) };
  }

  #motionGate(smearMm: number): GateState {
    const { wanted, smearCosts } = AIMS[this.#brief.picture.aim];
    if (wanted) return gateInside(smearMm / this.#geometry.picture.heightMm, wanted);
    if (!smearCosts) return 'open';
    return gateBelow(smearMm / this.#geometry.picture.toleranceMm, 1, 2);
  }

  #apertureOption(index: number, fNumber: number): ApertureOption {
    const { subject, kit } = this.#brief;
    const { lens, sensor } = kit;
    const { nearM, farM } = depthEdges(lens.focalLengthMm, subject.distanceM, this.#geometry.depthM);
    const edgeDiscMm =
      this.#geometry.depthM === 0
        ? 0
        : Math.max(...[nearM, farM].map((edgeM) => defocusDiscMm(lens.focalLengthMm, fNumber, subject.distanceM, edgeM)));
    const focusF = lens.opensToFocus ? apertureMarks.value(apertureMarks.nearest(lens.widestF)) : fNumber;
    return {
      index,
      fNumber,
      edgeDiscMm,
      focusLimitEv: sensor.focusLimit.ev + 2 * Math.log2(focusF / sensor.focusLimit.fNumber),
      depth: gateBelow(edgeDiscMm / this.#geometry.picture.toleranceMm, 1, 2),
      focusMode: focusModeAt(this.#brief, this.#geometry.picture, fNumber),
      detail: once(() => this.#detail().aperture(fNumber)),
    };
  }
}

/** @param fewest frames that open Hold; null where no number does */
function burstReason({ picture }: Brief, wanted: number | null, fewest: number | null, frames: number): BurstFor {
  if (picture.pinned.burst !== null) return 'pinned';
  if (wanted !== null || fewest === null) return 'limit';
  if (frames > fewest) return 'moment';
  return frames > 1 ? 'shake' : 'one';
}

/** Makes a value when first asked for, and keeps it. */
function once<Value>(make: () => Value): () => Value {
  let made: { value: Value } | null = null;
  return () => (made ??= { value: make() }).value;
}
