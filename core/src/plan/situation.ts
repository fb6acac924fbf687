import { DetailModel, depthEdges, type ApertureDetail, type ShutterDetail } from '../detail/detailModel.ts';
import { MID_GREY, meteredIso } from '../light/exposure.ts';
import { flickerStops } from '../light/flicker.ts';
import { apertureMarks, isoMarks, marksBetween, shutterMarks } from '../light/marks.ts';
import { bestOfBurst, burstChances, fewestFrames } from '../motion/burst.ts';
import { driftTimeS, shakeSigmaMm } from '../motion/hands.ts';
import {
  DEFAULT_STREAK_SHARE,
  fewestIndependentFrames,
  independentBurstChance,
  panChance,
  panResidueMm,
  panShutterS,
  type Pan,
} from '../motion/pan.ts';
import { depthToCoverM, smearRateMmPerS } from '../motion/subject.ts';
import { defocusDiscMm } from '../optics/depthOfField.ts';
import { pictureOf, type Picture } from '../optics/picture.ts';
import { fullWellE, midGreySignalE, readNoiseE, signalToNoise, type SensorNoise } from '../sensor/sensor.ts';
import type { Brief } from '../brief/brief.ts';
import { panOf } from '../brief/panOf.ts';
import { AIMS } from './aims.ts';
import {
  BOUND_SLACK,
  FLICKER_STOPS,
  gateAbove,
  gateBelow,
  gateInside,
  type GateName,
  type Gates,
  type GateState,
} from './gates.ts';
import { handsOfBrief, type BriefHands } from './handsOfBrief.ts';

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
  readonly hold: GateState;
}

/** What an aperture decides, whatever the light. */
export interface ApertureOption {
  readonly index: number;
  readonly fNumber: number;
  readonly edgeDiscMm: number;
  /** EV at which autofocus gives up at this aperture. */
  readonly focusLimitEv: number;
  readonly depth: GateState;
  readonly detail: () => ApertureDetail;
}

/** How a shutter and aperture are exposed in one light. */
export interface Exposure {
  /** ISO that places mid grey as metered, unrounded; the signal follows it. */
  readonly meteredIso: number;
  /** ISO in the camera, unrounded. */
  readonly cameraIso: number;
  readonly liftStops: number;
  /** Stops a pinned ISO makes the picture brighter than wanted. */
  readonly overStops: number;
  readonly overExposed: boolean;
  readonly light: GateState;
}

/** One shutter and aperture in one light. */
export interface Candidate extends Omit<Exposure, 'light'> {
  readonly shutter: ShutterOption;
  readonly aperture: ApertureOption;
  readonly ev100: number;
  readonly focusHeadroomEv: number;
  readonly snr: number;
  readonly gates: Gates;
}

/** Everything of a brief that does not change with the light, worked out once; the plan, the curve and the ladder ask it. */
export class Situation {
  readonly brief: Brief;
  readonly picture: Picture;
  readonly noise: SensorNoise;
  readonly depthM: number;
  readonly moves: boolean;
  /** Smear of the part that must hold still, mm on the sensor per second of exposure. */
  readonly smearRateMmPerS: number;
  /** Every shutter the body has within reach of the hands; the Valley is drawn over them. */
  readonly shutters: readonly ShutterOption[];
  /** Those of them that pins and aim leave to choose from. */
  readonly allowed: readonly ShutterOption[];
  /** Gates that never forbid a setting, though their state is said: in a pan the frames that fail are part of the bargain. */
  readonly waived: readonly GateName[];
  readonly apertures: readonly ApertureOption[];
  /** ISO the camera may use, and the pinned one if any. */
  readonly isoRange: { readonly from: number; readonly to: number; readonly pinned: number | null };
  readonly #bits = new WeakMap<Candidate, number>();
  readonly #candidates = new Map<number, (readonly Candidate[])[]>();
  readonly #toneStops: number;
  readonly #throughput: number;
  readonly #key: number;
  readonly #hands: BriefHands;
  readonly #focusCostEv: number;
  #detail: DetailModel | null = null;

  /** @param sharing a situation that differs at most in its ISO and lift ceilings, whose marks can be shared */
  constructor(brief: Brief, sharing: Situation | null = null) {
    const { subject, kit, picture: wishes } = brief;
    const { sensor, lens } = kit;
    this.brief = brief;
    this.#hands = handsOfBrief(brief);
    this.picture = pictureOf(sensor.widthMm, sensor.heightMm, sensor.megapixels, wishes.crop, wishes.viewCph);
    this.noise = { ...sensor, pitchUm: this.picture.pitchMm * 1000 };
    this.moves = subject.speedMps > 0;
    const fastestPart = { ...subject, speedMps: subject.speedMps * subject.limbFactor };
    this.smearRateMmPerS = smearRateMmPerS(fastestPart, lens.focalLengthMm, this.picture.heightMm);
    this.#toneStops = Math.log2(subject.tone / MID_GREY);
    this.#throughput = Math.sqrt(lens.transmissionT ?? 1);
    this.#key = 2 ** (wishes.keyStops ?? 0);
    this.#focusCostEv = (this.moves ? CONTINUOUS_FOCUS_COST_EV : 0) + (subject.lowContrast ? LOW_CONTRAST_COST_EV : 0);
    const depthM = depthToCoverM(subject.depthM, subject.speedMps, subject.directionDeg);
    this.depthM = depthM < 1e-9 ? 0 : depthM; // straight across leaves cos 90° = 6e-17
    const { pinned } = wishes;
    const to = Math.max(sensor.baseIso, Math.min(wishes.isoCeiling, sensor.maxIso));
    this.isoRange = {
      from: sensor.baseIso,
      to,
      pinned: pinned.iso === null ? null : isoMarks.value(isoMarks.nearest(pinned.iso)),
    };
    this.shutters =
      sharing?.shutters ?? this.#shutterMarks().map((third, index) => this.#shutterOption(index, shutterMarks.value(third)));
    this.allowed = this.#allowedShutters();
    this.waived = AIMS[wishes.aim].waived;
    this.apertures =
      sharing?.apertures ?? this.#apertureMarks().map((third, index) => this.#apertureOption(index, apertureMarks.value(third)));
  }

  /** The detail integral of this picture, made when first asked for: remedies are tried without it. */
  get detail(): DetailModel {
    const { kit, subject, picture: wishes } = this.brief;
    return (this.#detail ??= new DetailModel({
      picture: this.picture,
      lens: kit.lens,
      focalLengthMm: kit.lens.focalLengthMm,
      distanceM: subject.distanceM,
      depthM: this.depthM,
      fullWellE: fullWellE(this.noise),
      tasteStops: wishes.tasteStops,
    }));
  }

  /** Whether shutter, aperture and ISO are all pinned, so that nothing is left to solve. */
  get evaluatesOnly(): boolean {
    const { shutterS, fNumber, iso } = this.brief.picture.pinned;
    return shutterS !== null && fNumber !== null && iso !== null;
  }

  /** The same brief by the Hush school with nothing pinned: what pins and schools are measured against. */
  get unpinned(): Situation {
    const { picture } = this.brief;
    const { shutterS, fNumber, burst } = picture.pinned;
    const free = { shutterS: null, fNumber: null, iso: null, burst: null };
    const brief: Brief = { ...this.brief, picture: { ...picture, school: 'hush', pinned: free } };
    // Marks can be shared unless a pin has changed them.
    return new Situation(brief, shutterS === null && fNumber === null && burst === null ? this : null);
  }

  /** Whether a shutter's Hold is open, or need not be. */
  holds(shutter: ShutterOption): boolean {
    return this.waived.includes('hold') || shutter.hands().hold === 'open';
  }

  /** The same situation with other ceilings for ISO or lift. */
  withCeilings(change: Partial<Pick<Brief['picture'], 'isoCeiling' | 'liftCeilingStops'>>): Situation {
    return new Situation({ ...this.brief, picture: { ...this.brief.picture, ...change } }, this);
  }

  /** The same situation with some wishes changed; for remedies and comparisons. */
  changed(change: (brief: Brief) => Brief): Situation {
    return new Situation(change(this.brief));
  }

  /** The same shutter with another number of frames in its burst. */
  shutterWith(shutter: ShutterOption, frames: number): ShutterOption {
    return this.#shutterOption(shutter.index, shutter.shutterS, frames);
  }

  /** Gaussian blur, mm, that shake leaves in the best frame at a shutter. */
  shakeMm(shutter: ShutterOption): number {
    return this.#shakeMm(shutter.shutterS, shutter.hands().frames);
  }

  /** How a shutter and aperture are exposed in a light: ISO, lift, and how far off. */
  exposure(shutter: ShutterOption, aperture: ApertureOption, ev100: number): Exposure {
    const { isoRange } = this;
    const metered = meteredIso(ev100, shutter.shutterS, aperture.fNumber / this.#throughput);
    const wanted = metered * this.#key;
    const cameraIso = isoRange.pinned ?? Math.min(isoRange.to, Math.max(isoRange.from, wanted));
    const off = Math.log2(wanted / cameraIso);
    const liftStops = off > BOUND_SLACK ? off : 0;
    const overStops = isoRange.pinned === null ? 0 : Math.max(0, -off);
    return {
      meteredIso: metered,
      cameraIso,
      liftStops,
      overStops,
      overExposed: metered < isoRange.from * (1 - BOUND_SLACK) || overStops > MARK_RESIDUE_STOPS,
      light: gateBelow(liftStops, 0, this.brief.picture.liftCeilingStops),
    };
  }

  /** A shutter with every aperture lens and pins allow, wide to narrow, in one light. Worked out once for a light. */
  candidatesAt(shutter: ShutterOption, ev100: number): readonly Candidate[] {
    let rows = this.#candidates.get(ev100);
    if (rows === undefined) this.#candidates.set(ev100, (rows = []));
    return (rows[shutter.index] ??= this.apertures.map((aperture) => this.candidate(shutter, aperture, ev100)));
  }

  candidate(shutter: ShutterOption, aperture: ApertureOption, ev100: number): Candidate {
    const exposure = this.exposure(shutter, aperture, ev100);
    const focusHeadroomEv = ev100 + this.#toneStops - aperture.focusLimitEv - this.#focusCostEv;
    // Field by field: hundreds of these are made for a plan, and spreading an object costs more than the arithmetic.
    return {
      shutter,
      aperture,
      ev100,
      meteredIso: exposure.meteredIso,
      cameraIso: exposure.cameraIso,
      liftStops: exposure.liftStops,
      overStops: exposure.overStops,
      overExposed: exposure.overExposed,
      focusHeadroomEv,
      snr: signalToNoise(midGreySignalE(this.noise, exposure.meteredIso), readNoiseE(this.noise, exposure.cameraIso)),
      gates: {
        freeze: shutter.freeze,
        hold: shutter.hands().hold,
        light: exposure.light,
        depth: aperture.depth,
        flicker: shutter.flicker,
        focus: gateAbove(focusHeadroomEv, 1, 0),
      },
    };
  }

  /** Bits of detail of a candidate, remembered. */
  bits(candidate: Candidate): number {
    let bits = this.#bits.get(candidate);
    if (bits === undefined) {
      bits = this.detail.bits(candidate.aperture.detail(), candidate.shutter.detail(), candidate.snr);
      this.#bits.set(candidate, bits);
    }
    return bits;
  }

  /** Bits good enough to choose between apertures at one shutter. */
  roughBits(candidate: Candidate): number {
    const aperture = candidate.aperture.detail();
    const shutter = candidate.shutter.detail();
    if (aperture.level >= shutter.level) return this.bits(candidate);
    return this.detail.roughBits(aperture, shutter, candidate.snr);
  }

  /** Halvings of detail lost to grain and to blur; they add up to what is lost of the ideal. */
  losses(candidate: Candidate): { lostGrain: number; lostBlur: number } {
    const quiet = this.detail.quietBits(candidate.aperture.detail(), candidate.snr);
    return { lostGrain: Math.log2(this.detail.idealBits / quiet), lostBlur: Math.log2(quiet / this.bits(candidate)) };
  }

  /** Mean threshold of the hands with what steadies them here, stops. */
  get threshold(): number {
    return this.#hands.threshold;
  }

  /** Marks by hand; slower ones too where a pin or a pan asks for them. */
  #shutterMarks(): number[] {
    const { sensor } = this.brief.kit;
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
    const { kit, picture } = this.brief;
    if (picture.pinned.shutterS !== null) return picture.pinned.shutterS;
    const pan = panOf(this.brief);
    if (pan === null) return null;
    const wanted = panShutterS(pan, (picture.streakShare ?? DEFAULT_STREAK_SHARE) * this.picture.widthMm);
    return Math.min(kit.sensor.slowestS, Math.max(kit.sensor.fastestS, wanted));
  }

  #slowestByHandS(): number {
    return Math.min(shutterMarks.value(shutterMarks.nearest(this.brief.kit.sensor.slowestS)), this.#handheldLimitS());
  }

  #apertureMarks(): number[] {
    const { kit, picture } = this.brief;
    if (picture.pinned.fNumber !== null) return [apertureMarks.nearest(picture.pinned.fNumber)];
    return marksBetween(apertureMarks, kit.lens.widestF, kit.lens.narrowestF);
  }

  /** Slowest shutter to think of, s. */
  #handheldLimitS(): number {
    const { hold } = this.brief;
    if (hold.conditions.includes('wall') || hold.conditions.includes('rail')) return SUPPORTED_LIMIT_S;
    const tested = hold.tested !== undefined || hold.theta !== null;
    return tested && this.#singleChance(HANDHELD_LIMIT_S) >= 0.5 ? SUPPORTED_LIMIT_S : HANDHELD_LIMIT_S;
  }

  #singleChance(shutterS: number): number {
    const drift = this.brief.kit.lens.focalLengthMm * driftTimeS(shutterS);
    return this.#hands.chanceAt(Math.log2(drift / this.picture.toleranceMm));
  }

  #shutterOption(index: number, shutterS: number, wantedFrames = this.brief.picture.pinned.burst): ShutterOption {
    const { light, picture: wishes } = this.brief;
    const smearMm = this.smearRateMmPerS * shutterS;
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
      detail: once(() => this.detail.shutter(AIMS[wishes.aim].smearCosts ? smearMm : 0, this.#shakeMm(shutterS, hands().frames))),
    };
  }

  #shakeMm(shutterS: number, frames: number): number {
    return shakeSigmaMm(this.threshold, this.brief.kit.lens.focalLengthMm, shutterS, bestOfBurst(frames));
  }

  #handsAt(shutterS: number, wantedFrames: number | null): HandsAtShutter {
    const { confidence, maxBurst } = this.brief.picture;
    const pan = panOf(this.brief);
    if (pan !== null) return this.#panAt(pan, shutterS, wantedFrames);
    const singleChance = this.#singleChance(shutterS);
    const chances = burstChances(singleChance);
    const fewest = (): number => fewestFrames(chances, confidence, maxBurst) ?? maxBurst;
    const frames = wantedFrames ?? Math.max(fewest(), this.moves ? Math.min(3, maxBurst) : 1);
    const burstChance = chances.ofFrames(frames);
    return { frames, singleChance, burstChance, hold: gateAbove(burstChance, confidence, confidence / 2) };
  }

  /** In a pan the error of following takes the place of the hands. */
  #panAt(pan: Pan, shutterS: number, wantedFrames: number | null): HandsAtShutter {
    const { confidence, maxBurst } = this.brief.picture;
    const singleChance = panChance(panResidueMm(pan, shutterS), this.picture.toleranceMm);
    const frames = wantedFrames ?? fewestIndependentFrames(singleChance, confidence, maxBurst);
    const burstChance = independentBurstChance(singleChance, frames);
    return { frames, singleChance, burstChance, hold: gateAbove(burstChance, confidence, confidence / 2) };
  }

  #motionGate(smearMm: number): GateState {
    const { wanted, smearCosts } = AIMS[this.brief.picture.aim];
    if (wanted) return gateInside(smearMm / this.picture.heightMm, wanted);
    if (!smearCosts) return 'open';
    return gateBelow(smearMm / this.picture.toleranceMm, 1, 2);
  }

  #apertureOption(index: number, fNumber: number): ApertureOption {
    const { subject, kit } = this.brief;
    const { lens, sensor } = kit;
    const { nearM, farM } = depthEdges(lens.focalLengthMm, subject.distanceM, this.depthM);
    const edgeDiscMm =
      this.depthM === 0
        ? 0
        : Math.max(...[nearM, farM].map((edgeM) => defocusDiscMm(lens.focalLengthMm, fNumber, subject.distanceM, edgeM)));
    const focusF = lens.opensToFocus ? lens.widestF : fNumber;
    return {
      index,
      fNumber,
      edgeDiscMm,
      focusLimitEv: sensor.focusLimit.ev + 2 * Math.log2(focusF / sensor.focusLimit.fNumber),
      depth: gateBelow(edgeDiscMm / this.picture.toleranceMm, 1, 2),
      detail: once(() => this.detail.aperture(fNumber)),
    };
  }
}

/** What continuous autofocus on a moving subject loses against a still one, EV. Ours. */
const CONTINUOUS_FOCUS_COST_EV = 2;
/** What a target of little contrast costs autofocus, EV. Ours. */
const LOW_CONTRAST_COST_EV = 1;
/** A mark may lie this far from the unrounded value without counting as lift or over-exposure, stops. */
const MARK_RESIDUE_STOPS = 1 / 6 + BOUND_SLACK;

/** Makes a value when first asked for, and keeps it. */
function once<Value>(make: () => Value): () => Value {
  let made: { value: Value } | null = null;
  return () => (made ??= { value: make() }).value;
}
