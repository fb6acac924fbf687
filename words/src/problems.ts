import { shutterLabel, type BriefFault } from '@hushto/core';
import { plainNumber, shareWords } from './numbers.ts';

/** What cannot be in a brief, in a sentence with the remedy. */
export function problemWords(fault: BriefFault): string {
  switch (fault.code) {
    case 'insideLens':
      return `${toMillimetres(fault.distanceM)}\u00a0m is inside the ${fault.focalLengthMm}\u00a0mm lens; it needs more than ${toMillimetres(fault.leastM)}\u00a0m.`;
    case 'depthReachesCamera':
      return `A depth of ${plainNumber(fault.depthM)}\u00a0m reaches back to the camera; at ${plainNumber(fault.distanceM)}\u00a0m keep it under ${plainNumber(fault.underM)}\u00a0m.`;
    case 'aperturesSwapped':
      return `f/${fault.narrowestF} is wider than the lens's widest, f/${fault.widestF}; swap them.`;
    case 'shuttersSwapped':
      return 'The fastest shutter is slower than the slowest; swap them.';
    case 'isosSwapped':
      return `The top ISO lies under the base ISO of ${fault.baseIso}.`;
    case 'ceilingUnderBase':
      return `A ceiling of ISO ${fault.isoCeiling} lies under the body's base ISO of ${fault.baseIso}; set it to that or more.`;
    case 'shutterOutside':
      return `This body goes from ${shutterLabel(fault.slowestS)} to ${shutterLabel(fault.fastestS)} s; pin a shutter between them.`;
    case 'apertureOutside':
      return `This lens goes from f/${fault.widestF} to f/${fault.narrowestF}; pin an aperture between them.`;
    case 'isoOutside':
      return `This body goes from ISO ${fault.baseIso} to ${fault.maxIso}; pin an ISO between them.`;
    case 'burstOverLimit':
      return `The pinned burst of ${fault.burst} is over your limit of ${fault.maxBurst}; raise the limit or unpin it.`;
    case 'nothingMoves':
      return 'Nothing moves, so nothing can show its movement: choose another aim or a subject that moves.';
    case 'nothingToPanWith':
      return 'Nothing moves across the frame, so there is nothing to pan with: choose another aim or direction.';
    case 'streakOutOfReach': {
      const { share, shutterS, fastestS, slowestS } = fault;
      const wanted = shutterS >= 0.3 ? `${plainNumber(shutterS)} s` : `1/${Math.round(1 / shutterS)} s`;
      return `A streak of ${shareWords(share)} of the width would take ${wanted}; this body goes from ${shutterLabel(slowestS)} to ${shutterLabel(fastestS)} s. Ask for a ${shutterS > slowestS ? 'shorter' : 'longer'} streak.`;
    }
    case 'testedLengthsDiffer':
      return 'thetas, slopes and weights must have the same length.';
    case 'testedWithoutWeight':
      return 'At least one weight must be above 0.';
  }
}

/** Metres as exact as a lens is built: 0.019. */
const toMillimetres = (value: number): string => String(Number(value.toFixed(3)));
