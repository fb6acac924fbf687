import type { PictureCut } from '@hushto/core';
import type { Camera, Scene } from './set/scene.ts';

/** Width of a scene's picture, px; it is three to two. */
export const WHOLE_PX = 2048;
/** How much finer the close part is: about the pixels of a sensor of 24 MP. */
export const TIMES = 3;
/** The close part, px of the whole: more than a close look shows, so that it can be dragged. */
const CLOSE = { width: 324, height: 216 } as const;

/** Where a place of the subject's plane lies, px of a picture so wide. @param at m */
export function placeOf(at: { x: number; y: number }, { middle, width }: Pick<Camera, 'middle' | 'width'>, widthPx: number) {
  const px = widthPx / width;
  const heightPx = Math.round((widthPx * 2) / 3);
  return { x: Math.round(widthPx / 2 + (at.x - middle[0]) * px), y: Math.round(heightPx / 2 - (at.y - middle[1]) * px) };
}

/** The part of a scene that is drawn finer, as far as the picture goes: px of the whole, and m. */
export function closePart({ camera, look, closeRound = look }: Pick<Scene, 'camera' | 'look' | 'closeRound'>): {
  shows: PictureCut;
  part: Pick<Camera, 'middle' | 'width'>;
} {
  const place = placeOf(closeRound, camera, WHOLE_PX);
  const height = Math.round((WHOLE_PX * 2) / 3);
  const begin = (at: number, long: number, most: number): number => Math.min(most - long, Math.max(0, at - long / 2));
  const [left, top] = [begin(place.x, CLOSE.width, WHOLE_PX), begin(place.y, CLOSE.height, height)];
  const metres = camera.width / WHOLE_PX;
  const [x, y, z] = camera.middle;
  return {
    shows: { left, top, ...CLOSE },
    part: {
      middle: [x + (left + CLOSE.width / 2 - WHOLE_PX / 2) * metres, y - (top + CLOSE.height / 2 - height / 2) * metres, z],
      width: CLOSE.width * metres,
    },
  };
}
