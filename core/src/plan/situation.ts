import { toneStops } from '../light/exposure.ts';
import { isoMarks } from '../light/marks.ts';
import { plannedStops } from '../light/swing.ts';
import { extendedF } from '../optics/depthOfField.ts';
import type { Picture } from '../optics/picture.ts';
import { fullWellE, HIGHLIGHT_STOPS, midGreySignalE, readNoiseE, signalToNoise, type SensorNoise } from '../sensor/sensor.ts';
import type { Brief } from '../brief/brief.ts';
import { AIMS } from './aims.ts';
import { DetailCache } from './detailCache.ts';
import { exposureOf, topIso, unitIsoOf, type Exposure, type ExposureRules } from './exposure.ts';
import { focusingOf, type Focusing } from './focus.ts';
import type { GateName, Gates } from './gates.ts';
import { geometryOf, type Geometry } from './geometry.ts';
import { Marks, type ApertureOption, type ShutterOption } from './marks.ts';

/** One shutter and aperture in one light. */
export interface Candidate extends Omit<Exposure, 'light'> {
  readonly shutter: ShutterOption;
  readonly aperture: ApertureOption;
  readonly ev100: number;
  readonly focusing: Focusing;
  readonly gates: Gates;
}

/**
 * Everything of a brief that does not change with the light, worked out once: the geometry of the picture, the marks with their gates,
 * the rules of exposure, and the detail of what was asked about. The plan, the curve and the ladder ask it.
 */
export class Situation {
  readonly brief: Brief;
  readonly geometry: Geometry;
  readonly marks: Marks;
  readonly detail: DetailCache;
  readonly noise: SensorNoise;
  /** Gates that never forbid a setting, though their state is said. */
  readonly waived: readonly GateName[];
  readonly #rules: ExposureRules;
  readonly #candidates = new Map<number, (readonly Candidate[])[]>();
  readonly #toneStops: number;
  /** Of the light asked about last: thousands of settings are. */
  #unit: { ev100: number; iso: number } | null = null;

  /** @param sharing a situation that differs at most in its ISO and lift ceilings, whose geometry and marks can be shared */
  constructor(brief: Brief, sharing: Situation | null = null) {
    const { subject, kit, picture: wishes } = brief;
    this.brief = brief;
    this.geometry = sharing?.geometry ?? geometryOf(brief);
    const { picture, depthM } = this.geometry;
    this.noise = { ...kit.sensor, pitchUm: picture.pitchMm * 1000 };
    this.waived = AIMS[wishes.aim].waived;
    this.#rules = rulesOf(brief);
    this.#toneStops = toneStops(subject.tone);
    this.detail = new DetailCache(
      () => ({
        picture,
        lens: kit.lens,
        focalLengthMm: kit.lens.focalLengthMm,
        distanceM: subject.distanceM,
        depthM,
        fullWellE: fullWellE(this.noise),
        tasteStops: wishes.tasteStops,
      }),
      (setting) => this.snrOf(setting),
    );
    this.marks = sharing?.marks ?? new Marks(brief, this.geometry, () => this.detail.model);
  }

  get picture(): Picture {
    return this.geometry.picture;
  }

  get isoRange(): ExposureRules['isoRange'] {
    return this.#rules.isoRange;
  }

  /** Room a setting leaves above mid grey, in the light planned for, before what is brighter than that clips; below 0 it does. Stops. */
  highlightStops({ liftStops, overStops }: Candidate): number {
    return this.#rules.highlightStops + liftStops - overStops - this.#rules.brighterStops;
  }

  /** Signal-to-noise of mid grey in one sensor pixel. */
  snrOf({ meteredIso, cameraIso }: Pick<Candidate, 'meteredIso' | 'cameraIso'>): number {
    return signalToNoise(midGreySignalE(this.noise, meteredIso), readNoiseE(this.noise, cameraIso));
  }

  /** Signal-to-noise at viewing size of what is `share` times as bright as mid grey. */
  snrViewed({ meteredIso, cameraIso }: Candidate, share: number): number {
    const { sensorCph, limitCph } = this.picture;
    const signal = midGreySignalE(this.noise, meteredIso) * share;
    return signalToNoise(signal, readNoiseE(this.noise, cameraIso)) * (sensorCph / limitCph);
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

  /** How a shutter and aperture are exposed in a light: ISO, lift, and how far off. */
  exposure(shutter: ShutterOption, aperture: ApertureOption, ev100: number): Exposure {
    if (this.#unit?.ev100 !== ev100) this.#unit = { ev100, iso: unitIsoOf(this.#rules, ev100) };
    return exposureOf(this.#rules, this.#unit.iso, shutter.shutterS, aperture.fNumber);
  }

  /** A shutter with every aperture lens and pins allow, wide to narrow, in one light. Worked out once for a light. */
  candidatesAt(shutter: ShutterOption, ev100: number): readonly Candidate[] {
    let rows = this.#candidates.get(ev100);
    if (rows === undefined) this.#candidates.set(ev100, (rows = []));
    return (rows[shutter.index] ??= this.marks.apertures.map((aperture) => this.candidate(shutter, aperture, ev100)));
  }

  candidate(shutter: ShutterOption, aperture: ApertureOption, ev100: number): Candidate {
    const exposure = this.exposure(shutter, aperture, ev100);
    const focusing = focusingOf(
      this.brief,
      aperture.focusMode,
      ev100 + this.#rules.phaseStops + this.#toneStops - aperture.focusLimitEv,
    );
    // Field by field: hundreds of these are made for a plan, and spreading an object costs more than the arithmetic.
    return {
      shutter,
      aperture,
      ev100,
      meteredIso: exposure.meteredIso,
      cameraIso: exposure.cameraIso,
      liftStops: exposure.liftStops,
      heldBackStops: exposure.heldBackStops,
      overStops: exposure.overStops,
      overExposed: exposure.overExposed,
      focusing,
      gates: {
        freeze: shutter.freeze,
        hold: shutter.hands().hold,
        light: exposure.light,
        depth: aperture.depth,
        flicker: shutter.flicker,
        focus: focusing.gate,
      },
    };
  }
}

/** What saturated coloured light takes off the highlight headroom before the meter says so, stops. Ours. */
const SATURATED_COST_STOPS = 4 / 3;

function rulesOf(brief: Brief): ExposureRules {
  const {
    subject,
    light,
    kit: { sensor, lens },
    picture,
  } = brief;
  const { iso } = picture.pinned;
  const phaseStops = plannedStops(light.swing);
  return {
    isoRange: {
      from: sensor.baseIso,
      to: topIso(brief),
      pinned: iso === null ? null : isoMarks.value(isoMarks.nearest(iso)),
    },
    extension: extendedF(1, lens.focalLengthMm, subject.distanceM),
    throughput: Math.sqrt(lens.transmissionT ?? 1),
    key: 2 ** (picture.keyStops ?? 0),
    liftCeilingStops: picture.liftCeilingStops,
    phaseStops,
    brighterStops: (light.swing?.upStops ?? 0) - phaseStops,
    highlightStops: HIGHLIGHT_STOPS - (picture.keyStops ?? 0) - (light.colour === 'saturated' ? SATURATED_COST_STOPS : 0),
  };
}
