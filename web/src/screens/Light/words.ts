import { KNOWN_SCENES, type SunAgainstCamera } from '@hushto/core';
import { lowerFirst, SCENE_NAMES } from '@hushto/words';

const POINTS = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'] as const;

/** "south-west" of an angle from north over east. */
export const compassWord = (degrees: number): string => POINTS[Math.round((((degrees % 360) + 360) % 360) / 45) % 8]!;

export const SKY_WORDS = {
  clear: 'a clear sky',
  thinCloud: 'thin cloud',
  averageCloud: 'average cloud',
  darkOvercast: 'dark overcast',
} as const;

export const SHADES = [
  { stops: 0, label: 'the whole sky' },
  { stops: 1, label: 'a street’s strip of sky' },
  { stops: 2, label: 'sky through trees' },
  { stops: 4, label: 'sky through a window' },
  { stops: 10, label: 'no sky' },
] as const;

export const shadeWord = (stops: number): string =>
  SHADES.reduce((kept, other) => (Math.abs(other.stops - stops) < Math.abs(kept.stops - stops) ? other : kept)).label;

/** "56.0° N 3.0° E". */
export function coordinatesText(latitudeDeg: number, longitudeDeg: number): string {
  const part = (value: number, positive: string, negative: string): string =>
    `${Math.abs(value).toFixed(1)}°\u00a0${value < 0 ? negative : positive}`;
  return `${part(latitudeDeg, 'N', 'S')} ${part(longitudeDeg, 'E', 'W')}`;
}

/** Known scenes about as bright as a light, in words; null where none is. */
export function likeScene(ev100: number): string | null {
  const near = KNOWN_SCENES.filter(({ fromEv, toEv }) => ev100 >= fromEv - 0.5 && ev100 <= toEv + 0.5);
  const [scene] = near.sort((a, b) => Math.abs((a.fromEv + a.toEv) / 2 - ev100) - Math.abs((b.fromEv + b.toEv) / 2 - ev100));
  return scene ? lowerFirst(SCENE_NAMES[scene.id]) : null;
}

const SIDES = { back: 'Backlit', side: 'Side-lit', front: 'Lit from the front', down: 'The sun is down' } as const;

export function sunSideWords({ side, liftStops: [least, most] }: SunAgainstCamera): string {
  const halves = (value: number): string => {
    const [whole, half] = [Math.floor(Math.round(2 * value) / 2), Math.round(2 * value) % 2 === 1];
    return half ? `${whole || ''}½` : String(whole);
  };
  return most > 0 ? `${SIDES[side]}; shadows may want ${halves(least)} to ${halves(most)} stops of brightening` : SIDES[side];
}
