/** A light met often, by its range of EV at ISO 100. */
export interface KnownScene {
  id: string;
  label: string;
  /** Darker and brighter end, EV at ISO 100. */
  fromEv: number;
  toEv: number;
  source: string;
}

const GUIDE = 'ANSI PH2.7-1986 exposure guide (from memory)';
const PRACTICE = 'common practice';

/** Known scenes, those of our work first. The ranges are wide on purpose: a reading beats them all. */
export const KNOWN_SCENES: readonly KnownScene[] = [
  { id: 'bar-stage', label: 'Small club or bar stage', fromEv: 3, toEv: 6, source: PRACTICE },
  { id: 'theatre', label: 'Theatre stage', fromEv: 5, toEv: 8, source: PRACTICE },
  { id: 'arena', label: 'Arena key light', fromEv: 7, toEv: 9, source: PRACTICE },
  { id: 'shopping-street', label: 'Shopping street at night', fromEv: 4, toEv: 7, source: PRACTICE },
  { id: 'side-street', label: 'Side street at night', fromEv: 1, toEv: 4, source: PRACTICE },
  { id: 'doorway', label: 'Lit doorway', fromEv: 2, toEv: 4, source: PRACTICE },
  { id: 'living-room', label: 'Living room', fromEv: 3, toEv: 6, source: PRACTICE },
  { id: 'string-lights', label: 'Decorative string lights', fromEv: 4, toEv: 5, source: GUIDE },
  { id: 'fairground', label: 'Fairground at night', fromEv: 7, toEv: 7, source: GUIDE },
  { id: 'bright-street', label: 'Bright street at night', fromEv: 8, toEv: 8, source: GUIDE },
  { id: 'window-displays', label: 'Night street with window displays', fromEv: 7, toEv: 8, source: GUIDE },
  { id: 'night-traffic', label: 'Night traffic', fromEv: 5, toEv: 5, source: GUIDE },
  { id: 'neon', label: 'Neon and bright signs', fromEv: 9, toEv: 10, source: GUIDE },
  { id: 'sports', label: 'Floodlit sports, stage shows', fromEv: 8, toEv: 9, source: GUIDE },
  { id: 'office', label: 'Office', fromEv: 7, toEv: 8, source: GUIDE },
  { id: 'home', label: 'Home at night', fromEv: 5, toEv: 7, source: GUIDE },
  { id: 'floodlit-building', label: 'Floodlit building', fromEv: 3, toEv: 5, source: GUIDE },
  { id: 'distant-building', label: 'Distant lit buildings', fromEv: 2, toEv: 2, source: GUIDE },
  { id: 'full-moon', label: 'Landscape under a full moon', fromEv: -3, toEv: -2, source: GUIDE },
  { id: 'overcast', label: 'Overcast, or open shade', fromEv: 12, toEv: 12, source: GUIDE },
  { id: 'bright-cloudy', label: 'Bright but cloudy', fromEv: 13, toEv: 13, source: GUIDE },
  { id: 'hazy-sun', label: 'Hazy sun', fromEv: 14, toEv: 14, source: GUIDE },
  { id: 'full-sun', label: 'Full sun', fromEv: 15, toEv: 15, source: GUIDE },
  { id: 'sand-snow', label: 'Sun on sand or snow', fromEv: 16, toEv: 16, source: GUIDE },
];

/** The EV to plan at until there is a reading: the darker third of the scene's range. */
export function planningEv(scene: KnownScene): number {
  return scene.fromEv + (scene.toEv - scene.fromEv) / 3;
}
