import { apertureLabel, type Brief, type Remedy } from '@hushto/core';
import { isoWords, stopWords } from './numbers.ts';
import { subjectWords } from './subject.ts';

/** What would help, in a sentence. */
export function remedyWords(brief: Pick<Brief, 'subject'>, remedy: Remedy): string {
  switch (remedy.code) {
    case 'light':
      return `Better light: ${stopWords(remedy.stops)} more, from EV\u00a0${evDigits(remedy.fromEv)}.`;
    case 'isoCeiling':
      return `Let ISO rise ${stopWords(remedy.stops)}, to ${isoWords(remedy.iso)}.`;
    case 'lift':
      return `Allow ${stopWords(remedy.liftStops)} to be brightened later.`;
    case 'wider':
      return `A wider lens, ${Math.round(remedy.focalLengthMm)}\u00a0mm or less, from the same place.`;
    case 'fasterLens':
      return `A lens that opens to ${apertureLabel(remedy.fNumber)}.`;
    case 'filter': {
      const filter = `A neutral-density filter of ${stopWords(Math.max(1, Math.ceil(remedy.stops * 3 - 1e-6)) / 3)}`;
      return remedy.why === 'everyMark' ? `${filter}, for every mark over-exposes.` : `${filter}, for the shutter this asks for.`;
    }
    case 'follow':
      return `Follow ${subjectWords(brief)} with the camera: ${stopWords(remedy.stops)} less smear.`;
    case 'brace':
      return 'Brace the camera on a rail, a wall or a door frame.';
    case 'askStill':
      return `Ask ${subjectWords(brief)} to stand still, or wait for a pause.`;
    case 'stillPhase':
      return `Wait for the moment ${subjectWords(brief)} is still.`;
    case 'nearer':
      return 'Go twice as near with a lens half as long: the picture is the same and your hands matter half as much.';
    case 'confidence':
      return 'Accept an even chance of a sharp frame, and shoot more of them.';
    case 'unpin':
      return 'Unpin the shutter, the aperture or the ISO; it is solved round the other two.';
    case 'stop':
      return 'Nothing short of another light or another kit helps: let this one go.';
  }
}

/** An EV to a tenth, with a real minus sign and no minus nought. */
export function evDigits(ev: number): string {
  const size = Math.abs(ev).toFixed(1);
  return ev < 0 && Number(size) > 0 ? `−${size}` : size;
}
