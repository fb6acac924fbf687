import { FEWEST_PHOTOSITES, type IsoResult } from '@hushto/core';
import { groupDigits } from './numbers.ts';

type Fault = Extract<IsoResult, { fault: string }>;

/** Why the frames at an ISO say nothing, and what to do. */
export function transferWords(result: Fault): string {
  switch (result.fault) {
    case 'count':
      return `Two flat and two dark frames are needed; here are ${result.flats} alike and ${result.darks} dark.`;
    case 'sizes':
      return 'The four frames are not of one size.';
    case 'isos':
      return 'The four frames are not all at one ISO.';
    case 'exposures':
      return 'The two flat frames differ in shutter or aperture.';
    case 'few':
      return `The frames have under ${groupDigits(String(FEWEST_PHOTOSITES))} photosites; take whole ones.`;
    case 'clipped':
      return 'The flat frames are too bright and clip; give about half of the exposure.';
    case 'dark':
      return 'The flat frames are too dark; give more light, or take the cap off.';
    case 'lightChanged':
      return 'The two flat frames are not equally bright: the light changed between them.';
    case 'notFlat':
      return 'The flat frames are not flat; point at something even and out of focus.';
    case 'copies':
      return 'The flat frames are no noisier than the dark ones; are they copies of one another?';
  }
}
