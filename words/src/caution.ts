import { cautionFor, type Brief, type Caution, type Place } from '@hushto/core';

/** The usual caution of a place, deferring to those who run it. */
const PLACE_CAUTIONS: Record<Exclude<Place, 'open'>, string> = {
  road: 'Traffic does not see you in the dark: keep off the carriageway and the rails. Local rules have the last word.',
  crowd: 'Mind feet, bags and people who would rather not be photographed; stewards have the last word.',
  stage: 'Keep off stage edges and cables, and mind your ears; the venue’s staff have the last word.',
  pit: 'Performers and liquids come over the edge: keep your head up. The venue’s staff have the last word.',
  ring: 'Stay behind the barrier, they cannot stop for you; the venue’s staff have the last word.',
  edge: 'Mind the open edge, above all while looking through the finder; local rules have the last word.',
  water: 'Wet stones and banks give way in the dark; keep your distance from the animals. Licensed guides have the last word.',
  wild: 'Keep your distance from wild animals and their young; licensed guides and local rules have the last word.',
};

export const cautionText = (caution: NonNullable<Caution>): string =>
  caution.code === 'own' ? caution.words : PLACE_CAUTIONS[caution.place];

/** The caution to show with a brief's plan; null where there is none. */
export function cautionWords(brief: Brief): string | null {
  const caution = cautionFor(brief);
  return caution && cautionText(caution);
}
