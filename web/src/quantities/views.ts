import { VIEWING_CPH } from '@hushto/core';

/** Sizes a picture is looked at, as they are chosen. */
export const VIEWS = [
  { value: 'posted1080', label: '1080 high' },
  { value: 'wide2048', label: '2048 wide' },
  { value: 'screen4k', label: '4K screen' },
  { value: 'print', label: 'Print' },
  { value: 'perPixel', label: 'Every pixel' },
] as const;
export type ViewName = (typeof VIEWS)[number]['value'];

/** Which of them a viewing limit is, c/ph; null for one of its own. */
export const viewNamed = (viewCph: number): ViewName | null =>
  VIEWS.find(({ value }) => Math.abs(VIEWING_CPH[value] - viewCph) < 1)?.value ?? null;
