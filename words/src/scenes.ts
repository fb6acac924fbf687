import type { KnownSceneId } from '@hushto/core';

/** Names of core's known scenes. */
export const SCENE_NAMES: Readonly<Record<KnownSceneId, string>> = {
  'bar-stage': 'Small club or bar stage',
  theatre: 'Theatre stage',
  arena: 'Arena key light',
  'shopping-street': 'Shopping street at night',
  'side-street': 'Side street at night',
  doorway: 'Lit doorway',
  'living-room': 'Living room',
  'string-lights': 'Decorative string lights',
  fairground: 'Fairground at night',
  'bright-street': 'Bright street at night',
  'window-displays': 'Night street with window displays',
  'night-traffic': 'Night traffic',
  neon: 'Neon and bright signs',
  sports: 'Floodlit sports, stage shows',
  office: 'Office',
  home: 'Home at night',
  'floodlit-building': 'Floodlit building',
  'distant-building': 'Distant lit buildings',
  'full-moon': 'Landscape under a full moon',
  overcast: 'Overcast, or open shade',
  'bright-cloudy': 'Bright but cloudy',
  'hazy-sun': 'Hazy sun',
  'full-sun': 'Full sun',
  'sand-snow': 'Sun on sand or snow',
};
