import type { Brief, Place } from './brief.ts';

/** The usual caution of a place, deferring to those who run it. */
const PLACE_CAUTIONS: Partial<Record<Place, string>> = {
  road: 'Traffic does not see you in the dark: keep off the carriageway and the rails. Local rules have the last word.',
  crowd: 'Mind feet, bags and people who would rather not be photographed; stewards have the last word.',
  stage: 'Keep off stage edges and cables, and mind your ears; the venue’s staff have the last word.',
  pit: 'Performers and liquids come over the edge: keep your head up. The venue’s staff have the last word.',
  ring: 'Stay behind the barrier, they cannot stop for you; the venue’s staff have the last word.',
  edge: 'Mind the open edge, above all while looking through the finder; local rules have the last word.',
  water: 'Wet stones and banks give way in the dark; keep your distance from the animals. Licensed guides have the last word.',
  wild: 'Keep your distance from wild animals and their young; licensed guides and local rules have the last word.',
};

/** The caution to show with a plan: the photographer's own first, else the place's, else none. */
export function cautionFor(brief: Brief): string | null {
  return (
    brief.caution ?? PLACE_CAUTIONS[brief.place ?? 'open'] ?? (brief.subject.kind === 'animal' ? PLACE_CAUTIONS.wild! : null)
  );
}
