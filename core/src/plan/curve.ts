import type { Candidate, Situation } from './situation.ts';

/** One shutter of the Valley: the aperture of most detail there, whatever the gates. */
export interface CurvePoint {
  candidate: Candidate;
  bits: number;
}

/**
 * The Valley, slow to fast: at every shutter mark the aperture that keeps most detail; over-exposed marks are left out.
 * Each shutter starts from its neighbour's aperture and climbs, for detail has one summit over aperture in practice.
 * @param shutters which of the situation's, where not all are wanted
 */
export function curveOf(situation: Situation, ev100: number, shutters = situation.marks.shutters): CurvePoint[] {
  const points: CurvePoint[] = [];
  let start = 0;
  for (const shutter of shutters) {
    const usable = situation.candidatesAt(shutter, ev100).filter((candidate) => !candidate.overExposed);
    if (usable.length === 0) continue;
    const offset = usable[0]!.aperture.index;
    const best = climb(usable, Math.min(usable.length - 1, Math.max(0, start - offset)), (candidate) =>
      situation.detail.roughBits(candidate),
    );
    start = best.aperture.index;
    points.push({ candidate: best, bits: situation.detail.bits(best) });
  }
  return points;
}

function climb(candidates: readonly Candidate[], from: number, height: (candidate: Candidate) => number): Candidate {
  let at = from;
  let top = height(candidates[at]!);
  for (const step of [-1, 1]) {
    for (let next = candidates[at + step]; next; next = candidates[at + step]) {
      const there = height(next);
      if (there <= top) break;
      top = there;
      at += step;
    }
  }
  return candidates[at]!;
}

/** Share of the best detail that still looks alike. */
export const ALIKE = 0.9;

/** The run of shutters round the best whose detail is within a tenth of it; null for an empty curve. */
export function plateauOf(points: readonly CurvePoint[]): { slowestS: number; fastestS: number } | null {
  if (points.length === 0) return null;
  const top = points.reduce((best, point, i) => (point.bits > points[best]!.bits ? i : best), 0);
  const alike = (i: number): boolean => points[i] !== undefined && points[i].bits >= ALIKE * points[top]!.bits;
  let slow = top;
  let fast = top;
  while (alike(slow - 1)) slow--;
  while (alike(fast + 1)) fast++;
  return { slowestS: points[slow]!.candidate.shutter.shutterS, fastestS: points[fast]!.candidate.shutter.shutterS };
}

/**
 * The setting at each shutter that shuts fewest gates, slow to fast; among equals the aperture nearest `fNumber`.
 * The rows under the Valley show these: an aperture chosen for detail alone would often shut Depth where another opens it.
 */
export function kindestSettings(situation: Situation, ev100: number, fNumber: number): Candidate[] {
  const off = ({ aperture }: Candidate): number => Math.abs(Math.log2(aperture.fNumber / fNumber));
  return situation.marks.shutters.flatMap((shutter) => {
    const usable = situation.candidatesAt(shutter, ev100).filter((candidate) => !candidate.overExposed);
    if (usable.length === 0) return [];
    return [
      usable.reduce((kept, other) => {
        const difference = shutCount(other) - shutCount(kept);
        return difference < 0 || (difference === 0 && off(other) < off(kept)) ? other : kept;
      }),
    ];
  });
}

const shutCount = ({ gates }: Candidate): number => Object.values(gates).filter((state) => state === 'shut').length;
