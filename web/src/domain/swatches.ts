import { exposureValue, planWithoutLadder, type Brief, type Sensor } from '@hushto/core';
import type { FrameJob } from '../workers/frameProtocol.ts';
import { sceneFor } from '../workers/scenes/names.ts';

/** A brief still and sharp as on a rail, in the light that asks for an ISO at a shutter and aperture: grain alone is judged. */
export const stillAt = (brief: Brief, { shutterS, fNumber }: { shutterS: number; fNumber: number }, iso: number): Brief => ({
  ...brief,
  subject: { ...brief.subject, speedMps: 0 },
  light: { ...brief.light, ev100: exposureValue(shutterS, fNumber, iso), swing: undefined },
  hold: { conditions: ['rail'], theta: 14, slope: 2 },
});

/** A brief's scene, still and sharp, as a body shows it at an ISO: in the light that asks for it, so that grain alone differs. */
export function isoSwatchJob(
  brief: Brief,
  sensor: Sensor,
  { viewCph, crop }: { viewCph: number; crop: number },
  iso: number,
  size: { width: number; height: number },
): FrameJob {
  const { choice } = planWithoutLadder(brief, 0);
  const { fNumber, shutterS } = choice;
  return {
    brief: {
      ...stillAt(brief, choice, iso),
      kit: { ...brief.kit, sensor },
      picture: {
        ...brief.picture,
        viewCph,
        crop,
        aim: 'freeze',
        isoCeiling: sensor.maxIso,
        liftCeilingStops: 0,
        pinned: { shutterS: null, fNumber: null, iso: null, burst: null },
      },
    },
    shutterS,
    fNumber,
    burst: 1,
    subject: { kind: 'drawn', name: sceneFor(brief) },
    view: 'detail',
    ...size,
    seed: Math.round(iso),
    frame: 0,
  };
}
