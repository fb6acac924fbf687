import { apertureMarks, isoMarks, shutterMarks, type Brief, type DialledSetting, type MarkSeries } from '@hushto/core';

/** The four dial-in values, in the order in which people decide. */
export const CELLS = ['shutter', 'aperture', 'iso', 'burst'] as const;
export type CellName = (typeof CELLS)[number];

const FIELD = { shutter: 'shutterS', aperture: 'fNumber', iso: 'iso', burst: 'burst' } as const;

export const isPinned = ({ picture }: Brief, cell: CellName): boolean => picture.pinned[FIELD[cell]] !== null;
export const pinCount = ({ picture }: Brief): number => Object.values(picture.pinned).filter((pin) => pin !== null).length;

/** A brief with a value pinned where it is shown, or free again. */
export const togglePin =
  (cell: CellName, shown: DialledSetting) =>
  (brief: Brief): Brief =>
    withPin(brief, cell, isPinned(brief, cell) ? null : shown[FIELD[cell]]);

/**
 * A brief with a value moved by thirds of a stop (frames, for the burst) from where it is shown, and pinned there: stepping a value makes it
 * the user's. Held inside what body, lens and limit allow.
 */
export const stepPin =
  (cell: CellName, shown: DialledSetting, by: number) =>
  (brief: Brief): Brief => {
    const { sensor, lens } = brief.kit;
    switch (cell) {
      case 'shutter':
        return withPin(brief, cell, stepped(shutterMarks, shown.shutterS, by, sensor.slowestS, sensor.fastestS));
      case 'aperture':
        return withPin(brief, cell, stepped(apertureMarks, shown.fNumber, by, lens.widestF, lens.narrowestF));
      case 'iso':
        return withPin(brief, cell, stepped(isoMarks, shown.iso, by, sensor.baseIso, sensor.maxIso));
      case 'burst':
        return withPin(brief, cell, Math.min(brief.picture.maxBurst, Math.max(1, shown.burst + by)));
    }
  };

/** Whether a value can still move that way. */
export function canStep(brief: Brief, cell: CellName, shown: DialledSetting, by: number): boolean {
  const next = stepPin(cell, shown, by)(brief).picture.pinned[FIELD[cell]]!;
  const now = shown[FIELD[cell]];
  return Math.abs(next / now - 1) > 0.02;
}

/** A brief with a shutter pinned at a mark, in thirds from 1 s. */
export const pinShutter =
  (third: number) =>
  (brief: Brief): Brief =>
    withPin(brief, 'shutter', shutterMarks.value(third));

export const unpinned = (brief: Brief): Brief => ({
  ...brief,
  picture: { ...brief.picture, pinned: { shutterS: null, fNumber: null, iso: null, burst: null } },
});

function stepped(marks: MarkSeries, value: number, by: number, from: number, to: number): number {
  return marks.value(Math.min(marks.nearest(to), Math.max(marks.nearest(from), marks.nearest(value) + by)));
}

const withPin = (brief: Brief, cell: CellName, value: number | null): Brief => ({
  ...brief,
  picture: { ...brief.picture, pinned: { ...brief.picture.pinned, [FIELD[cell]]: value } },
});
