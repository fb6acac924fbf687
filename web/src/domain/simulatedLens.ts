import { apertureMarks, seededRandom, type Lens, type LensSharpness } from '@hushto/core';

/** A lens near to one's figures, but not the same: what is to be found out. */
export interface HiddenLens {
  lens: LensSharpness;
  /** How much softer it is in the corners, as a factor. */
  cornerTimes: number;
}

export function hiddenLens({ bestBlurUm, wideOpenFactor, widestF }: Lens, seed: number): HiddenLens {
  const random = seededRandom(seed);
  const near = (value: number): number => value * 2 ** (1.2 * (random() - 0.5));
  return {
    lens: { bestBlurUm: near(Math.max(bestBlurUm, 1)), wideOpenFactor: near(Math.max(wideOpenFactor, 0.5)), widestF },
    cornerTimes: 1.1 + 0.8 * random(),
  };
}

const MOST_APERTURES = 6;

/** Whole stops from the widest aperture down: what a lens test takes. */
export function testApertures({ widestF, narrowestF }: Pick<Lens, 'widestF' | 'narrowestF'>): number[] {
  const [first, last] = [apertureMarks.nearest(widestF), apertureMarks.nearest(narrowestF)];
  const stops = Math.min(MOST_APERTURES, Math.floor((last - first) / 3) + 1);
  return Array.from({ length: stops }, (_, stop) => apertureMarks.value(first + 3 * stop));
}
