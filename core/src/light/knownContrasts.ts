/** What is behind the subject, and how deep the shadows go, in words: stops against the light on the subject. */
export interface KnownContrast {
  id: string;
  label: string;
  /** Light on what is behind, and in the deepest shadow that must show; null where there is none to speak of. */
  backgroundStops: number;
  shadowStops: number | null;
}

/** Contrasts met often. Starting values, common practice: a reading beats them all. */
export const KNOWN_CONTRASTS: readonly KnownContrast[] = [
  { id: 'even', label: 'Lit alike', backgroundStops: 0, shadowStops: null },
  { id: 'window', label: 'A bright window behind', backgroundStops: 4, shadowStops: null },
  { id: 'screen', label: 'A bright screen or sign behind', backgroundStops: 3, shadowStops: null },
  { id: 'spot', label: 'A spot on the face, the room dark', backgroundStops: -4, shadowStops: null },
  { id: 'edge', label: 'A hard shadow line across', backgroundStops: 0, shadowStops: -3 },
];
