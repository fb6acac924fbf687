import { photonTransfer, type RawSamples, type SensorAtIso, type TransferFault } from './photonTransfer.ts';

/** A raw frame with the name it came under. */
export interface NamedSamples extends RawSamples {
  name: string;
}

/** What became of the frames at one ISO. */
export type IsoResult = { iso: number; names: string[] } & (
  | { measured: SensorAtIso }
  | { fault: TransferFault }
  /** Two flat frames alike and two dark ones are needed. */
  | { fault: 'count'; flats: number; darks: number }
);

/** Frames darker than this share of the range, between the darkest of all and white, had the cap on. Ours. */
const DARK_SHARE = 0.02;

/**
 * Sorts frames by ISO into dark and flat ones and measures each ISO. Of more than two of a kind the first two are taken, of the flat
 * ones the first two of one shutter speed and aperture.
 */
export function measureFrames(frames: readonly NamedSamples[]): IsoResult[] {
  const isos = [...new Set(frames.map(({ iso }) => iso))].sort((a, b) => a - b);
  const means = new Map(frames.map((frame) => [frame, meanOf(frame.values)]));
  const blackest = Math.min(...means.values());
  return isos.map((iso) => {
    const own = frames.filter((frame) => frame.iso === iso);
    const share = (frame: NamedSamples): number => (means.get(frame)! - blackest) / (frame.whiteLevel - blackest);
    const darks = own.filter((frame) => share(frame) < DARK_SHARE);
    const flats = firstAlike(own.filter((frame) => share(frame) >= DARK_SHARE));
    const names = own.map(({ name }) => name);
    const [flat, otherFlat] = flats;
    const [dark, otherDark] = darks;
    if (!flat || !otherFlat || !dark || !otherDark)
      return { iso, names, fault: 'count', flats: flats.length, darks: darks.length };
    return { iso, names, ...photonTransfer({ flats: [flat, otherFlat], darks: [dark, otherDark] }) };
  });
}

/** The first two of one exposure; all there are where no two are alike, so that the reason can be told. */
function firstAlike(flats: readonly NamedSamples[]): NamedSamples[] {
  for (const [i, flat] of flats.entries()) {
    const other = flats.slice(i + 1).find(({ shutterS, fNumber }) => shutterS === flat.shutterS && fNumber === flat.fNumber);
    if (other) return [flat, other];
  }
  return flats.slice(0, 2);
}

function meanOf(values: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]!;
  return sum / Math.max(1, values.length);
}
