import type { Brief, Sensor } from '../brief/brief.ts';
import { isoMarks } from '../light/marks.ts';
import { requirePositive } from '../numerics/require.ts';
import { magnification } from '../optics/depthOfField.ts';
import { lensAt, type ShelfLens } from '../optics/zoomLens.ts';
import { sameGrainIso } from '../sensor/grainFigures.ts';

/** What may be carried: a body, a lens as it stands on the shelf, and the aperture it shall be used at. */
export interface Kit {
  sensor: Sensor;
  lens: ShelfLens;
  /** f-number that is settled; null leaves it to the plan. */
  fNumber: number | null;
}

/** How a kit gives a picture of a brief. */
export interface KitView {
  focalLengthMm: number;
  /** Linear crop of the sensor's height, ≥ 1: to the picture's shape, and to its view where the lens is too short. */
  crop: number;
  /** Part of the crop that only makes the shape. */
  shapeCrop: number;
  /** Share of the wanted picture's width and height it can show: 1, or less where the lens is too long. */
  shown: number;
}

/** Linear crop of a sensor's height that a picture of a shape costs, ≥ 1. @param aspect width over height, > 0 */
export const shapeCrop = ({ widthMm, heightMm }: Pick<Sensor, 'widthMm' | 'heightMm'>, aspect: number): number =>
  Math.max(1, requirePositive('aspect', aspect) / (widthMm / heightMm));

/** Height on the sensor of the picture a brief makes, once cut to a shape, mm. */
function pictureHeightMm({ kit: { sensor }, picture }: Brief, aspect: number): number {
  return sensor.heightMm / picture.crop / shapeCrop(sensor, aspect);
}

/**
 * The focal length and crop with which a kit shows the subject of a brief as large in the picture as the brief's own kit does: by the
 * magnification of a thin lens at the subject's distance, m/h alike. Leaves out distortion and breathing.
 * @param aspect shape of the picture, width over height
 */
export function sameView(brief: Brief, { sensor, lens }: Pick<Kit, 'sensor' | 'lens'>, aspect: number): KitView {
  const { distanceM } = brief.subject;
  const ofShape = shapeCrop(sensor, aspect);
  const heightMm = sensor.heightMm / ofShape;
  const wanted = (magnification(brief.kit.lens.focalLengthMm, distanceM) * heightMm) / pictureHeightMm(brief, aspect);
  // m = f/(s − f) solved for f.
  const wantedMm = (1000 * distanceM * wanted) / (1 + wanted);
  const focalLengthMm = Math.min(lens.focalToMm, Math.max(lens.focalFromMm, wantedMm));
  const given = wanted / magnification(focalLengthMm, distanceM);
  return { focalLengthMm, crop: ofShape * Math.max(1, given), shapeCrop: ofShape, shown: Math.min(1, given) };
}

/**
 * A brief as another kit would take it: subject, light, hold and picture the same; the ISO ceiling that of the same grain as seen, for a
 * ceiling belongs to a body. Pins but the kit's own aperture go.
 * @param aspect shape of the picture, width over height
 */
export function withKit(brief: Brief, kit: Kit, aspect: number): { brief: Brief; view: KitView } {
  const view = sameView(brief, kit, aspect);
  const { sensor } = kit;
  const lens = lensAt(kit.lens, view.focalLengthMm);
  const own = { sensor: brief.kit.sensor, crop: brief.picture.crop * shapeCrop(brief.kit.sensor, aspect) };
  const { isoCeiling: asked, viewCph } = brief.picture;
  const alike = sameGrainIso(own, { sensor, crop: view.crop }, asked, viewCph);
  const ceiling = Math.abs(Math.log2(alike / asked)) < 1e-6 ? asked : isoMarks.value(isoMarks.nearest(alike));
  const isoCeiling = Math.min(sensor.maxIso, Math.max(sensor.baseIso, ceiling));
  const fNumber = kit.fNumber === null ? null : Math.min(lens.narrowestF, Math.max(lens.widestF, kit.fNumber));
  return {
    brief: {
      ...brief,
      kit: { sensor, lens },
      picture: {
        ...brief.picture,
        crop: view.crop,
        isoCeiling,
        cleanIso: undefined,
        pinned: { shutterS: null, fNumber, iso: null, burst: null },
      },
    },
    view,
  };
}
