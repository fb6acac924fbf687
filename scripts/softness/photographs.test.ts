import { expect } from 'chai';
import sharp from 'sharp';
import type { SoftCause } from '@hushto/core';
import { COVER_SIDE } from './features.ts';
import { UNSEEN_PHOTOGRAPHS, unseenPhotograph } from './photographs.ts';

/** Slopes along rows against those along columns, within what the subject covers and elsewhere. */
async function slopes(photograph: number, cause: SoftCause, n: number): Promise<{ within: number; elsewhere: number }> {
  const { jpeg, cover } = await unseenPhotograph(UNSEEN_PHOTOGRAPHS[photograph]!, cause, n);
  const { data, info } = await sharp(jpeg).greyscale().raw().toBuffer({ resolveWithObject: true });
  const sums = { within: { along: 0, down: 0 }, elsewhere: { along: 0, down: 0 } };
  for (let y = 0; y + 1 < info.height; y++)
    for (let x = 0; x + 1 < info.width; x++) {
      const part = Math.floor((y / info.height) * COVER_SIDE) * COVER_SIDE + Math.floor((x / info.width) * COVER_SIDE);
      const own = sums[cover[part] === 1 ? 'within' : 'elsewhere'];
      const [here, right, below] = [0, 1, info.width].map((step) => data[y * info.width + x + step]!) as [number, number, number];
      own.along += Math.abs(right - here);
      own.down += Math.abs(below - here);
    }
  const share = ({ along, down }: { along: number; down: number }): number => along / down;
  return { within: share(sums.within), elsewhere: share(sums.elsewhere) };
}

describe('a photograph spoilt to be checked on', () => {
  for (const photograph of [0, 1])
    it(`is smeared along rows where its subject moved, and nowhere else (photograph ${photograph})`, async () => {
      for (let n = 0; n < 3; n++) {
        const moved = await slopes(photograph, 'subject', n);
        const still = await slopes(photograph, 'sharp', n);
        expect(moved.within).to.be.lessThan(0.7 * still.within);
        expect(moved.elsewhere).to.be.within(0.8 * still.elsewhere, 1.25 * still.elsewhere);
      }
    });
});
