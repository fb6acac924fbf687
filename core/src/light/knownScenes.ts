interface Range {
  id: string;
  /** Darker and brighter end, EV at ISO 100. */
  fromEv: number;
  toEv: number;
  source: string;
}

const GUIDE = 'ANSI PH2.7-1986 exposure guide (from memory)';
const PRACTICE = 'common practice';

const SCENES = [
  { id: 'bar-stage', fromEv: 3, toEv: 6, source: PRACTICE },
  { id: 'theatre', fromEv: 5, toEv: 8, source: PRACTICE },
  { id: 'arena', fromEv: 7, toEv: 9, source: PRACTICE },
  { id: 'shopping-street', fromEv: 4, toEv: 7, source: PRACTICE },
  { id: 'side-street', fromEv: 1, toEv: 4, source: PRACTICE },
  { id: 'doorway', fromEv: 2, toEv: 4, source: PRACTICE },
  { id: 'living-room', fromEv: 3, toEv: 6, source: PRACTICE },
  { id: 'string-lights', fromEv: 4, toEv: 5, source: GUIDE },
  { id: 'fairground', fromEv: 7, toEv: 7, source: GUIDE },
  { id: 'bright-street', fromEv: 8, toEv: 8, source: GUIDE },
  { id: 'window-displays', fromEv: 7, toEv: 8, source: GUIDE },
  { id: 'night-traffic', fromEv: 5, toEv: 5, source: GUIDE },
  { id: 'neon', fromEv: 9, toEv: 10, source: GUIDE },
  { id: 'sports', fromEv: 8, toEv: 9, source: GUIDE },
  { id: 'office', fromEv: 7, toEv: 8, source: GUIDE },
  { id: 'home', fromEv: 5, toEv: 7, source: GUIDE },
  { id: 'floodlit-building', fromEv: 3, toEv: 5, source: GUIDE },
  { id: 'distant-building', fromEv: 2, toEv: 2, source: GUIDE },
  { id: 'full-moon', fromEv: -3, toEv: -2, source: GUIDE },
  { id: 'overcast', fromEv: 12, toEv: 12, source: GUIDE },
  { id: 'bright-cloudy', fromEv: 13, toEv: 13, source: GUIDE },
  { id: 'hazy-sun', fromEv: 14, toEv: 14, source: GUIDE },
  { id: 'full-sun', fromEv: 15, toEv: 15, source: GUIDE },
  { id: 'sand-snow', fromEv: 16, toEv: 16, source: GUIDE },
] as const satisfies readonly Range[];

export type KnownSceneId = (typeof SCENES)[number]['id'];

/** A light met often, by its range of EV at ISO 100. */
export interface KnownScene extends Range {
  id: KnownSceneId;
}

/** Known scenes, those of our work first. The ranges are wide on purpose: a reading beats them all. */
export const KNOWN_SCENES: readonly KnownScene[] = SCENES;

/** The EV to plan at until there is a reading: the darker third of the scene's range. */
export function planningEv(scene: KnownScene): number {
  return scene.fromEv + (scene.toEv - scene.fromEv) / 3;
}
