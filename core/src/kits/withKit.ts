import type { Brief, Pinned, Sensor } from '../brief/brief.ts';
import { isoMarks } from '../light/marks.ts';
import { requirePositive } from '../numerics/require.ts';
import { magnification } from '../optics/depthOfField.ts';
import { lensAt, type ShelfLens } from '../optics/zoomLens.ts';
import { sameGrainIso } from '../sensor/grainFigures.ts';

/** What of the setting is settled beforehand; null leaves it to the plan. */
export type Settled = Pick<Pinned, 'shutterS' | 'fNumber' | 'iso'>;
export const AS_PLANNED: Settled = { shutterS: null, fNumber: null, iso: null };
export const isSettled = ({ shutterS, fNumber, iso }: Settled): boolean =>
  [shutterS, fNumber, iso].some((value) => value !== null);

/** What may be carried: a body, a lens as it stands on the shelf, and how they shall be used. */
export interface Kit {
  sensor: Sensor;
  lens: ShelfLens;
  settled: Settled;
}

/** How a kit gives a picture of a brief. */
export interface KitView {
  focalLengthMm: number;
  /** Share of the sensor that is left once it is cut to the picture's shape. */
  kept: number;
  /** Linear crop to the view where the lens is too short, ≥ 1. */
  crop: number;
  /** Share of the wanted picture's width and height it can show: 1, or less where the lens is too long. */
  shown: number;
}

/** A sensor cut to a shape: as wide or as high as before, its pixels as large. @param aspect width over height, > 0 */
export function cutToShape(sensor: Sensor, aspect: number): Sensor {
  const own = sensor.widthMm / sensor.heightMm;
  const narrower = requirePositive('aspect', aspect) / own;
  if (Math.abs(narrower - 1) < 1e-9) return sensor;
  const kept = Math.min(narrower, 1 / narrower);
  const sides = narrower < 1 ? { widthMm: sensor.widthMm * kept } : { heightMm: sensor.heightMm * kept };
  return { ...sensor, ...sides, megapixels: sensor.megapixels * kept };
}

/**
 * The focal length and crop with which a kit shows the subject of a brief as large in the picture as the brief's own kit does: by the
 * magnification of a thin lens at the subject's distance, m/h alike. Leaves out distortion and breathing.
 * @param aspect shape of the picture, width over height
 */
export function sameView(brief: Brief, { sensor, lens }: Pick<Kit, 'sensor' | 'lens'>, aspect: number): KitView {
  const { distanceM } = brief.subject;
  const shaped = cutToShape(sensor, aspect);
  const heightMm = cutToShape(brief.kit.sensor, aspect).heightMm / brief.picture.crop;
  const wanted = (magnification(brief.kit.lens.focalLengthMm, distanceM) * shaped.heightMm) / heightMm;
  // m = f/(s − f) solved for f.
  const wantedMm = (1000 * distanceM * wanted) / (1 + wanted);
  const focalLengthMm = Math.min(lens.focalToMm, Math.max(lens.focalFromMm, wantedMm));
  const given = wanted / magnification(focalLengthMm, distanceM);
  return {
    focalLengthMm,
    kept: shaped.megapixels / sensor.megapixels,
    crop: Math.max(1, given),
    shown: Math.min(1, given),
  };
}

/**
 * A brief as another kit would take it: subject, light, hold and picture the same; the ISO ceiling that of the same grain as seen, for a
 * ceiling belongs to a body. Pins but what the kit has settled go; that is brought within what body and lens have.
 * @param aspect shape of the picture, width over height
 */
export function withKit(brief: Brief, kit: Kit, aspect: number): { brief: Brief; view: KitView } {
  const view = sameView(brief, kit, aspect);
  const sensor = cutToShape(kit.sensor, aspect);
  const lens = lensAt(kit.lens, view.focalLengthMm);
  const own = { sensor: cutToShape(brief.kit.sensor, aspect), crop: brief.picture.crop };
  const { isoCeiling: asked, viewCph } = brief.picture;
  const alike = sameGrainIso(own, { sensor, crop: view.crop }, asked, viewCph);
  const ceiling = Math.abs(Math.log2(alike / asked)) < 1e-6 ? asked : isoMarks.value(isoMarks.nearest(alike));
  const isoCeiling = Math.min(sensor.maxIso, Math.max(sensor.baseIso, ceiling));
  const { shutterS, fNumber, iso } = kit.settled;
  const within = (value: number | null, least: number, most: number): number | null =>
    value === null ? null : Math.min(most, Math.max(least, value));
  return {
    brief: {
      ...brief,
      kit: { sensor, lens },
      picture: {
        ...brief.picture,
        crop: view.crop,
        isoCeiling,
        cleanIso: undefined,
        pinned: {
          shutterS: within(shutterS, sensor.fastestS, sensor.slowestS),
          fNumber: within(fNumber, lens.widestF, lens.narrowestF),
          iso: within(iso, sensor.baseIso, sensor.maxIso),
          burst: null,
        },
      },
    },
    view,
  };
}
