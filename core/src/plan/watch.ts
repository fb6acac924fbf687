import type { Brief } from '../brief/brief.ts';
import { patternOnSensor, type PatternFacts } from '../sensor/moire.ts';
import type { Candidate, Situation } from './situation.ts';

/** A fine pattern the photographer watches for: what it makes of the chosen setting. */
export interface PatternReason extends PatternFacts {
  pitchMm: number;
  distanceM: number;
}

/** What the pattern on a brief's watch list makes of a setting; null where none is named. As far as the subject where nothing is said. */
export function patternOf({ brief, picture }: Situation, { aperture }: Candidate): PatternReason | null {
  const pattern = patternWatched(brief);
  if (!pattern) return null;
  const { lens } = brief.kit;
  const distanceM = pattern.distanceM ?? brief.subject.distanceM;
  const { pitchMm = USUAL_PITCH_MM } = pattern;
  const facts = patternOnSensor({
    pitchMm,
    distanceM,
    focalLengthMm: lens.focalLengthMm,
    fNumber: aperture.fNumber,
    lens,
    pixelMm: picture.pitchMm,
  });
  return { pitchMm, distanceM, ...facts };
}

const patternWatched = ({ watch = [] }: Brief) => watch.find(({ what }) => what === 'pattern');

/** Lamps of a large screen stand about so far apart, mm. Common practice. */
export const USUAL_PITCH_MM = 4;
