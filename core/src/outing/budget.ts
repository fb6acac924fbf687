import { burstRate, framesUntilFull } from '../motion/burst.ts';
import { requirePositive, requireRange } from '../numerics/require.ts';

/** Size of a compressed raw against the plain one. Starting values of ours. */
export const COMPRESSION_SHARE = { none: 1, lossless: 0.62, lossy: 0.4 } as const;
export type Compression = keyof typeof COMPRESSION_SHARE;

/** What an outing is carried out with. */
export interface Carried {
  /** Bits of a pixel in the raw, 8 to 16. */
  bits: number;
  compression: Compression;
  /** One card, GB of 10⁹ bytes, and how many are carried. */
  cardGb: number;
  cards: number;
  /** Frames of one battery as rated, and how many are carried. */
  ratedShots: number;
  batteries: number;
  temperatureC: number;
  /** Frames the buffer takes, and how fast the card is written, MB/s. */
  bufferFrames: number;
  writeMBs: number;
  /** Time to judge one frame afterwards, s. */
  cullS: number;
}

/** A stretch of the outing: how often the shutter is pressed, and how many frames a press makes. */
export interface PlannedStretch {
  minutes: number;
  pressesPerMinute: number;
  burst: number;
  shutterS: number;
  /** Of the body it is photographed with. */
  megapixels: number;
  /** Bits of a pixel that are worth their place there; no more are taken than are carried for. */
  rawBits: number;
  framesPerSecond: number;
}

/** What a stretch uses, and how the buffer stands it. */
export interface StretchUse {
  frames: number;
  frameMB: number;
  gb: number;
  /** Share of one battery. */
  battery: number;
  /** Frames of one burst until the buffer is full; null when the card keeps up. */
  framesUntilFull: number | null;
  /** Time until a burst is written, s. */
  clearS: number;
  buffer: 'keepsUp' | 'fillsUp' | 'lags';
}

/** A limit reached on the way. */
export interface RunsOut {
  stretch: number;
  /** From the beginning of the outing, min. */
  atMinute: number;
}

export interface Budget {
  shotsPerBattery: number;
  stretches: StretchUse[];
  frames: number;
  gb: number;
  batteries: number;
  cullMinutes: number;
  /** Where what is carried is used up; null when it lasts. */
  cardsOut: RunsOut | null;
  batteriesOut: RunsOut | null;
  /** What to carry: whole cards and batteries. */
  carry: { cards: number; batteries: number };
}

/** Size of a raw file, MB (10⁶ bytes): every pixel's bits, compressed. Leaves out the small preview and what describes the file. */
export function rawMegabytes(megapixels: number, bits: number, compression: Compression): number {
  requireRange('bits', bits, 8, 16);
  return ((requirePositive('megapixels', megapixels) * bits) / 8) * COMPRESSION_SHARE[compression];
}

/** What a battery still gives in the cold, against 20 °C. Common practice, from memory: about 70 % at freezing, half at −10 °C. */
const COLD: readonly (readonly [celsius: number, share: number])[] = [[-20, 0.35], [-10, 0.5], [0, 0.7], [20, 1]]; // prettier-ignore

/** Share of its rated frames a battery gives at a temperature, 0.35 to 1; straight lines between the known points. */
export function coldShare(temperatureC: number): number {
  requireRange('temperatureC', temperatureC, -60, 60);
  const above = COLD.findIndex(([celsius]) => celsius >= temperatureC);
  if (above === -1) return 1;
  const [to, from] = [COLD[above]!, COLD[above - 1]];
  if (!from) return to[1];
  return from[1] + ((to[1] - from[1]) * (temperatureC - from[0])) / (to[0] - from[0]);
}

/**
 * A rating presses the shutter every half minute with the camera on (CIPA DC-002, from memory), so half of a rated frame is taken
 * for the press, half for the half minute. That split, and that a later frame of a burst costs a quarter of a press, are ours; they
 * agree with four hours on one battery being usual for a careful photographer.
 */
const RATED_ON_MINUTES = 0.5;
const PRESS_SHARE = 0.5;
const LATER_FRAME_COST = 0.25;

/**
 * Frames, card space, battery, buffer and culling time of an outing, and where each runs out.
 * @throws RangeError for values not above zero where they must be
 */
export function budgetOf(carried: Carried, stretches: readonly PlannedStretch[]): Budget {
  const shotsPerBattery = requirePositive('ratedShots', carried.ratedShots) * coldShare(carried.temperatureC);
  const uses = stretches.map((stretch) => useOf(carried, stretch, shotsPerBattery));
  const total = (of: (use: StretchUse) => number): number => uses.reduce((sum, use) => sum + of(use), 0);
  const [frames, gb, batteries] = [total((use) => use.frames), total((use) => use.gb), total((use) => use.battery)];
  const cardGb = requirePositive('cardGb', carried.cardGb);
  return {
    shotsPerBattery,
    stretches: uses,
    frames,
    gb,
    batteries,
    cullMinutes: (frames * carried.cullS) / 60,
    cardsOut: outAt(stretches, uses.map((use) => use.gb), cardGb * carried.cards),
    batteriesOut: outAt(stretches, uses.map((use) => use.battery), carried.batteries),
    carry: { cards: wholes(gb / cardGb), batteries: wholes(batteries) },
  }; // prettier-ignore
}

/** How many whole ones cover an amount, at least one. */
const wholes = (amount: number): number => Math.max(1, Math.ceil(amount - 1e-9));

/** Frames of a size that one card takes. */
export const framesPerCard = (cardGb: number, frameMB: number): number =>
  Math.floor((requirePositive('cardGb', cardGb) * 1000) / frameMB);

function useOf(carried: Carried, stretch: PlannedStretch, shots: number): StretchUse {
  const { minutes, pressesPerMinute, burst, shutterS } = stretch;
  const frameMB = rawMegabytes(stretch.megapixels, Math.min(carried.bits, stretch.rawBits), carried.compression);
  const presses = minutes * pressesPerMinute;
  const frames = presses * burst;
  // Where nothing is photographed the camera is off.
  const onMinutes = presses > 0 ? minutes : 0;
  const worth =
    PRESS_SHARE * (presses + LATER_FRAME_COST * (frames - presses)) + (1 - PRESS_SHARE) * (onMinutes / RATED_ON_MINUTES);
  const rate = burstRate(stretch.framesPerSecond, shutterS);
  const written = carried.writeMBs / frameMB;
  const full = framesUntilFull(carried.bufferFrames, written, rate);
  const waiting = Math.max(0, burst * (1 - written / rate));
  const clearS = waiting / written;
  const pauseS = pressesPerMinute > 0 ? Math.max(0, 60 / pressesPerMinute - burst / rate) : Infinity;
  return {
    frames,
    frameMB,
    gb: (frames * frameMB) / 1000,
    battery: worth / shots,
    framesUntilFull: Number.isFinite(full) ? full : null,
    clearS,
    buffer: burst > full ? 'fillsUp' : clearS > pauseS ? 'lags' : 'keepsUp',
  };
}

/** Where a running sum passes what there is, evenly within its stretch. */
function outAt(stretches: readonly PlannedStretch[], used: readonly number[], have: number): RunsOut | null {
  let [sum, minute] = [0, 0];
  for (const [i, use] of used.entries()) {
    const { minutes } = stretches[i]!;
    if (sum + use > have + 1e-9) return { stretch: i, atMinute: minute + (minutes * (have - sum)) / use };
    sum += use;
    minute += minutes;
  }
  return null;
}
