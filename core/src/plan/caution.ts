import type { Brief, Place } from '../brief/brief.ts';

/** What a plan should warn of: the photographer's own words first, else the place's danger, else that of wild animals, else nothing. */
export type Caution = { code: 'own'; words: string } | { code: 'place'; place: Exclude<Place, 'open'> } | null;

export function cautionFor({ caution, place = 'open', subject }: Brief): Caution {
  if (caution !== undefined) return { code: 'own', words: caution };
  if (place !== 'open') return { code: 'place', place };
  return subject.kind === 'animal' ? { code: 'place', place: 'wild' } : null;
}
