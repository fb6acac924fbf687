import type { LogFrame } from '@hushto/contract';
import { fullFrameEquivalentMm, simulatedMoment, type Brief, type Taken } from '@hushto/core';
import type { FrameJob } from '../workers/frameProtocol.ts';

/** How a frame of the simulated camera is drawn: its brief in the light it was taken in, from its own seed. Null where too little is known. */
export function jobOf(frame: LogFrame, brief: Brief, width: number): FrameJob | null {
  const { shutterS, fNumber, ev100, seed } = frame;
  if (shutterS === null || fNumber === null || ev100 === null || seed === null) return null;
  const { widthMm, heightMm, maxIso } = brief.kit.sensor;
  const { speedTimes, focusTimes } = simulatedMoment(seed);
  const { subject } = brief;
  return {
    brief: {
      ...brief,
      subject: { ...subject, speedMps: frame.take === 'still' ? 0 : subject.speedMps * speedTimes },
      light: { ...brief.light, ev100 },
      // The ISO it was taken at is the one its light asks for.
      picture: { ...brief.picture, isoCeiling: maxIso, keyStops: 0 },
    },
    shutterS,
    fNumber,
    burst: 1,
    subject: { kind: 'drawn', name: null },
    view: 'whole',
    width,
    height: Math.round((width * heightMm) / widthMm),
    seed,
    frame: 0,
    ...(focusTimes === 1 ? {} : { focusedAtM: subject.distanceM * focusTimes }),
  };
}

/** What the simulated camera writes into a frame's file; null where too little is known. */
export function takenOf({ shutterS, fNumber, iso, takenAt }: LogFrame, { kit, subject }: Brief): Taken | null {
  if (shutterS === null || fNumber === null || iso === null) return null;
  const { sensor, lens } = kit;
  return {
    shutterS,
    fNumber,
    iso,
    focalLengthMm: lens.focalLengthMm,
    equivalentMm: fullFrameEquivalentMm(lens.focalLengthMm, sensor.widthMm, sensor.heightMm),
    ...(takenAt === null ? {} : { at: takenAt.slice(0, 19), offset: '+00:00' }),
    body: sensor.label,
    lens: lens.label,
    lensRange: [lens.focalLengthMm, lens.focalLengthMm, lens.widestF, lens.widestF],
    subjectM: subject.distanceM,
  };
}
