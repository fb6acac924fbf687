import { smearOfHands } from '@hushto/core';

/** What a photo of a steadiness test says; one from a support is none of the hands’: it says what the rest of the camera leaves. */
export type PhotoVerdict = 'sharp' | 'soft' | 'support';

/** What its verdict goes by. */
export interface JudgedPhoto {
  /** Smear, px of the picture as viewed; null where the photo has too few edges to tell. */
  blurPx: number | null;
  /** What the eye said; null where nobody looked. */
  said: PhotoVerdict | null;
}

/** Two pixels as viewed are still crisp. */
const CRISP_PX = 2;

/** The first photo that was said to be from a support and shows what it leaves; null where there is none. */
export const supportedOf = <Photo extends JudgedPhoto>(photos: readonly Photo[]): (Photo & { blurPx: number }) | null =>
  photos.find((photo): photo is Photo & { blurPx: number } => photo.said === 'support' && photo.blurPx !== null) ?? null;

/**
 * The verdict on a photo: what the eye said, else what its edges show once the blur that no hands made is taken off.
 * @param supportedPx blur of a frame from a support, px as viewed; 0 where there is none
 */
export const verdictOf = ({ said, blurPx }: JudgedPhoto, supportedPx: number): PhotoVerdict =>
  said ?? (blurPx === null || smearOfHands(blurPx, supportedPx) <= CRISP_PX ? 'sharp' : 'soft');
