import { Rows, summitsOf } from './floor.ts';
import { shutCount } from './gates.ts';
import type { Candidate, Situation } from './situation.ts';

/** One shutter of the Valley: the aperture of most detail there, whatever the gates. */
export interface CurvePoint {
  candidate: Candidate;
  bits: number;
}

/**
 * The Valley, slow to fast: at every shutter mark the aperture that keeps most detail; over-exposed marks are left out.
 * @param shutters which of the situation's, where not all are wanted
 */
export function curveOf(situation: Situation, ev100: number, shutters = situation.marks.shutters): CurvePoint[] {
  const exposed = ({ overExposed }: Candidate): boolean => !overExposed;
  const rows = new Rows(shutters.length, (i) => situation.candidatesAt(shutters[i]!, ev100).filter(exposed));
  const summits = summitsOf(situation, rows);
  return shutters.map((_, i) => summits(i)).filter((summit) => summit !== null);
}

/**
 * The setting at each shutter that shuts fewest gates, slow to fast; among equals the aperture nearest `fNumber`.
 * The rows under the Valley show these: an aperture chosen for detail alone would often shut Depth where another opens it.
 */
export function kindestSettings(situation: Situation, ev100: number, fNumber: number): Candidate[] {
  const off = ({ aperture }: Candidate): number => Math.abs(Math.log2(aperture.fNumber / fNumber));
  return situation.marks.shutters.flatMap((shutter) => {
    let kept: Candidate | null = null;
    let fewest = Infinity;
    for (const candidate of situation.candidatesAt(shutter, ev100)) {
      if (candidate.overExposed) continue;
      const shut = shutCount(candidate.gates);
      if (kept && (shut > fewest || (shut === fewest && off(candidate) >= off(kept)))) continue;
      kept = candidate;
      fewest = shut;
    }
    return kept ? [kept] : [];
  });
}
