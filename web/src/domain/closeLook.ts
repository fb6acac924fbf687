import { pictureOf, rowsOf, type Brief } from '@hushto/core';
import type { FrameJob } from '../workers/frameProtocol.ts';

/** Diameter of the inset on a picture, px. */
export const insetAcross = ({ height }: { height: number }): number => Math.round(Math.min(220, Math.max(104, height * 0.56)));

/** Rows of the whole picture at the size of a close look. */
export const closeRows = ({ kit: { sensor }, picture }: Brief, view: FrameJob['view']): number =>
  rowsOf(
    pictureOf(sensor.widthMm, sensor.heightMm, sensor.megapixels, picture.crop, picture.viewCph),
    view === 'pixels' ? 'taken' : 'seen',
  );
