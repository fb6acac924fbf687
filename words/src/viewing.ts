import { pictureOf, VIEWING_CPH, type Brief } from '@hushto/core';

/** Sizes a picture is looked at: as they are chosen, in the brief's sentence, and beside a pixel figure. */
export const VIEWS = {
  posted1080: { label: '1080 high', shown: '1080 px high', beside: 'at 1080 high' },
  wide2048: { label: '2048 wide', shown: '2048 px wide', beside: 'at 2048 wide' },
  screen4k: { label: '4K screen', shown: 'on a 4K screen', beside: 'on a 4K screen' },
  print: { label: 'Print', shown: 'in print', beside: 'in print' },
  perPixel: { label: 'Every pixel', shown: 'pixel by pixel', beside: 'at 100 %' },
} as const satisfies Record<keyof typeof VIEWING_CPH, { label: string; shown: string; beside: string }>;
export type ViewName = keyof typeof VIEWS;
const VIEW_NAMES = Object.keys(VIEWS) as ViewName[];

/** The same to choose from. */
export const VIEW_OPTIONS = VIEW_NAMES.map((value) => ({ value, label: VIEWS[value].label }));

/** Which of them a viewing limit is, c/ph; null for one of its own. */
export const viewNamed = (viewCph: number): ViewName | null =>
  VIEW_NAMES.find((name) => Math.abs(VIEWING_CPH[name] - viewCph) < 1) ?? null;

/** How the viewed picture is named beside a pixel figure: every pixel figure names its picture. */
export function viewingName(viewCph: number, sensorCph: number): string {
  if (viewCph >= sensorCph) return VIEWS.perPixel.beside;
  const name = viewNamed(viewCph);
  return name ? VIEWS[name].beside : `at ${Math.round(viewCph * 2)} high`;
}

/** The same of a brief. */
export function viewOf({ kit, picture }: Pick<Brief, 'kit' | 'picture'>): string {
  const { widthMm, heightMm, megapixels } = kit.sensor;
  return viewingName(picture.viewCph, pictureOf(widthMm, heightMm, megapixels, picture.crop, picture.viewCph).sensorCph);
}
