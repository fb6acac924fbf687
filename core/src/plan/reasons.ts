import { apertureLabel, shutterMarks, stopsLabel } from '../light/marks.ts';
import { viewedPixels } from '../optics/picture.ts';
import { grainWord } from '../sensor/sensor.ts';
import type { AgainstHush } from './against.ts';
import type { Figures, PanFigures } from './figures.ts';
import { SMEAR_WANTED } from './gates.ts';
import type { Choice } from './hushPoint.ts';
import type { Candidate, Situation } from './situation.ts';
import { capital, isoWords, plainNumber, shutterWords, stopWords, subjectWords, viewOf } from './words.ts';

export type ReasonCode =
  | 'impossible' | 'relaxed' | 'against' | 'pan' | 'motion' | 'still' | 'light' | 'lift' | 'trade' | 'hands' | 'burst' | 'depth' | 'focus' | 'flicker' | 'plateau' | 'grain'; // prettier-ignore

/** One sentence of Why, naming its number. */
export interface Reason {
  code: ReasonCode;
  say: string;
}

const MOST_REASONS = 4;

/** Why the plan is what it is: three or four sentences, most important first. */
export function reasonsFor(situation: Situation, choice: Choice, figures: Figures, against: AgainstHush | null): Reason[] {
  const { candidate } = choice;
  const handsAreTheLimit = figures.pan === null && handsRoomStops(situation, candidate) < 1;
  const all = [
    impossible(situation, choice),
    against && { code: 'against' as const, say: against.say },
    ...relaxed(situation, choice, figures),
    motion(situation, candidate, figures),
    light(situation, candidate),
    trade(situation, candidate, figures),
    handsAreTheLimit ? hands(situation, candidate) : null,
    depth(situation, figures),
    focus(candidate),
    plateau(figures),
    handsAreTheLimit || figures.pan ? null : hands(situation, candidate),
    grain(figures),
  ];
  const said = all.filter((reason) => reason !== null);
  const first = said.slice(0, MOST_REASONS);
  // What the user's own tests changed is always said: it takes the last place where it would have fallen off.
  const own = said.slice(MOST_REASONS).find(({ code }) => code === 'hands');
  return situation.brief.hold.tested?.from && own ? [...first.slice(0, -1), own] : first;
}

function impossible(situation: Situation, choice: Choice): Reason | null {
  const { candidate, reason } = choice;
  if (choice.possible) return null;
  const { liftCeilingStops } = situation.brief.picture;
  if (situation.evaluatesOnly && reason === 'tooBright')
    return {
      code: 'impossible',
      say: `These three over-expose by ${stopWords(stopsLabel(candidate.overStops))}: even mid grey clips.`,
    };
  if (situation.evaluatesOnly && reason === 'tooDark')
    return {
      code: 'impossible',
      say: `These three need ${stopWords(stopsLabel(candidate.liftStops))} of lift; you allow ${stopsLabel(liftCeilingStops)}.`,
    };
  const missing = stopWords(stopsLabel(Math.max(1 / 3, candidate.liftStops - liftCeilingStops)));
  const say = {
    none: '',
    tooBright: `Too bright: every mark over-exposes by ${stopWords(stopsLabel(Math.log2(situation.isoRange.from / candidate.meteredIso)))} or more.`,
    tooDark: `Too dark by hand: ${missing} of light are missing even at the slowest shutter you can hold.`,
    blocked: blockedWords(situation),
  }[reason];
  return { code: 'impossible', say };
}

function blockedWords({ brief, evaluatesOnly }: Situation): string {
  const who = subjectWords(brief);
  if (evaluatesOnly) return 'These three do not go together; unpin one, and the rest is solved round the others.';
  switch (brief.picture.aim) {
    case 'freeze':
      return `No handheld setting both freezes ${who} and gets the light; this is the nearest.`;
    case 'trace':
    case 'streak':
      return `No handheld setting both lets ${who} leave a ${brief.picture.aim} and exposes it right; this is the nearest.`;
    case 'pan':
      return 'No setting exposes this pan right; this is the nearest.';
  }
}

function relaxed(situation: Situation, { relaxed: gates, possible }: Choice, figures: Figures): Reason[] {
  if (!possible) return [];
  const sure = `${Math.round(figures.burstProbability * 100)} %`;
  const say = {
    focus: 'Too dark for autofocus: set the distance by hand and let depth of field do the rest.',
    flicker: `Frames will differ by up to ${plainNumber(figures.flickerStops)} stop in brightness; choose the best of the burst.`,
    depth: 'The whole depth cannot be sharp here; the aperture goes as far as light and hands let it.',
    hold: figures.pan ? '' : `Hands are the limit: ${sure} sure of a sharp frame, with the whole burst.`,
    freeze: `Freeze is given up here: ${subjectWords(situation.brief)} may smear.`,
    light: '',
  };
  return gates.filter((gate) => say[gate]).map((gate) => ({ code: 'relaxed' as const, say: say[gate] }));
}

function motion(situation: Situation, { shutter }: Candidate, figures: Figures): Reason {
  const { brief, picture } = situation;
  const view = viewOf(brief);
  if (!situation.moves) return { code: 'still', say: 'Nothing moves, so only your hands ask for a fast shutter.' };
  if (figures.pan) return panWords(situation, shutter.shutterS, figures, figures.pan);
  const { aim } = brief.picture;
  if (aim === 'trace' || aim === 'streak') return showing(situation, aim, figures, view);
  const who = brief.subject.limbFactor > 1 ? `The fastest part of ${subjectWords(brief)}` : capital(subjectWords(brief));
  const perSecond = plainNumber(viewedPixels(situation.smearRateMmPerS, picture));
  const now = plainNumber(figures.subjectBlurViewPx);
  const verdict =
    figures.subjectBlurViewPx <= 2.05 ? 'still crisp' : figures.subjectBlurViewPx <= 4.1 ? 'just past crisp' : 'a visible smear';
  const limbs =
    figures.limbs && figures.limbs.smearViewPx > 4 ? ` Limbs smear ${plainNumber(figures.limbs.smearViewPx)}\u00a0px.` : '';
  return {
    code: 'motion',
    say: `${who} crosses ${perSecond}\u00a0px a second ${view}: ${now}\u00a0px at ${shutterWords(shutter.shutterS)}, ${verdict}.${limbs}`,
  };
}

/** Share of the picture height from which people dissolve. Common practice. */
const DISSOLVES = 0.1;

function showing(situation: Situation, aim: 'trace' | 'streak', figures: Figures, view: string): Reason {
  const { from, to } = SMEAR_WANTED[aim];
  const share = figures.smearShare;
  const verdict =
    share > DISSOLVES
      ? 'so much that people dissolve'
      : share < from
        ? `less than the ${plainNumber(from * 100)} to ${plainNumber(to * 100)} % of a ${aim}`
        : share > to
          ? `more than the ${plainNumber(from * 100)} to ${plainNumber(to * 100)} % of a ${aim}`
          : `a ${aim} is ${plainNumber(from * 100)} to ${plainNumber(to * 100)} %`;
  return {
    code: 'motion',
    say: `${capital(subjectWords(situation.brief))} moves over ${plainNumber(share * 100)} % of the picture height, ${plainNumber(figures.subjectBlurViewPx)}\u00a0px ${view}: ${verdict}.`,
  };
}

function panWords({ brief }: Situation, shutterS: number, figures: Figures, pan: PanFigures): Reason {
  const error = `${plainNumber(pan.trackingError * 100)} %`;
  const one = plainNumber(figures.holdProbability * 100);
  const burst = plainNumber(figures.burstProbability * 100);
  return {
    code: 'pan',
    say: `Follow ${subjectWords(brief)}: at ${shutterWords(shutterS)} the background streaks over ${plainNumber(pan.streakShare * 100)} % of the width. Following to within ${error} leaves ${plainNumber(pan.residueViewPx)}\u00a0px: ${one} % of frames are usable, ${burst} % of bursts hold one.`,
  };
}

function light(situation: Situation, candidate: Candidate): Reason {
  const { aperture, shutter, liftStops, cameraIso, meteredIso } = candidate;
  const f = apertureLabel(aperture.fNumber, [situation.brief.kit.lens.widestF]);
  if (liftStops > 0.1) {
    const reached = shutterWords(shutter.shutterS * 2 ** liftStops);
    return {
      code: 'lift',
      say: `${f} and ${isoWords(cameraIso)} reach ${reached}. Lift gives the other ${stopWords(stopsLabel(liftStops))}; the picture is as grainy as ${isoWords(meteredIso)}.${ceilingWords(situation)}`,
    };
  }
  const room = Math.log2(situation.isoRange.to / cameraIso);
  const left = room > 0.2 ? `, ${stopWords(stopsLabel(room))} under your ceiling` : ', your ceiling';
  return {
    code: 'light',
    say: `${f} at ${shutterWords(shutter.shutterS)} asks for ${isoWords(cameraIso)}${left}.${ceilingWords(situation)}`,
  };
}

const ceilingWords = ({ brief }: Situation): string =>
  brief.picture.isoCeilingFrom ? ` The ceiling is from ${brief.picture.isoCeilingFrom.say}.` : '';

/** Which of the two disturbances costs more, and what two thirds of a stop of shutter would change. */
function trade(situation: Situation, candidate: Candidate, figures: Figures): Reason {
  const grainLeads = figures.lostGrain >= figures.lostBlur;
  const third = shutterMarks.nearest(candidate.shutter.shutterS) + (grainLeads ? -2 : 2);
  const otherS = shutterMarks.value(third);
  const blurThere = viewedPixels(situation.smearRateMmPerS * otherS, situation.picture);
  const { tasteStops, tasteFrom } = situation.brief.picture;
  const taste = tasteFrom
    ? ` Grain counts ${stopWords(stopsLabel(Math.abs(tasteStops)))} ${tasteStops < 0 ? 'less' : 'more'}, from ${tasteFrom.say}.`
    : '';
  const loss = `${plainNumber(figures.lostGrain)} halvings of detail, blur ${plainNumber(figures.lostBlur)}`;
  if (!situation.moves || situation.brief.picture.aim !== 'freeze' || situation.brief.picture.school !== 'hush')
    return { code: 'trade', say: `Grain takes ${loss}.${taste}` };
  const there = `${shutterWords(otherS)} would smear ${plainNumber(blurThere)}\u00a0px`;
  return grainLeads
    ? { code: 'trade', say: `Grain takes ${loss}; slower would blur more than it cleans: ${there}.${taste}` }
    : {
        code: 'trade',
        say: `Blur now costs more than grain: grain takes ${loss}. ${there}, for two thirds of a stop more grain.${taste}`,
      };
}

const slowestHeld = (situation: Situation) => situation.shutters.find((option) => option.hands().hold === 'open');

/** Stops by which the slowest shutter the hands hold is slower than the candidate's; below zero when they hold none as slow. */
function handsRoomStops(situation: Situation, { shutter, gates }: Candidate): number {
  const slowest = slowestHeld(situation);
  return gates.hold !== 'open' || !slowest ? -1 : Math.log2(slowest.shutterS / shutter.shutterS);
}

function hands(situation: Situation, candidate: Candidate): Reason {
  const slowest = slowestHeld(situation);
  const { tested } = situation.brief.hold;
  const from = tested?.from ? `, from ${tested.from.say}, not the starting value` : '';
  const confidence = `${Math.round(situation.brief.picture.confidence * 100)}\u00a0%`;
  if (candidate.gates.hold !== 'open' || !slowest)
    return { code: 'hands', say: `Your hands cannot promise ${confidence} at any speed here${from}: brace.` };
  if (handsRoomStops(situation, candidate) < 1)
    return {
      code: 'hands',
      say: `Your hands set the pace: ${shutterWords(slowest.shutterS)} is the slowest they hold with ${confidence}${from}.`,
    };
  return {
    code: 'hands',
    say: `Your hands are no limit: in bursts of ${slowest.hands().frames} they hold ${shutterWords(slowest.shutterS)}${from}.`,
  };
}

/** Up to this depth of field, m, its own length says more than its ends, which would round to the same figures. */
const SHALLOW_M = 3;

function depth(situation: Situation, figures: Figures): Reason | null {
  if (situation.depthM === 0 || figures.gates.depth === 'open') return null;
  const { nearM, farM } = figures;
  const span = farM === null ? Infinity : farM - nearM;
  const sharp =
    span < SHALLOW_M
      ? `Depth of field is ${plainNumber(span)}\u00a0m`
      : `${plainNumber(nearM)}\u00a0m to ${farM === null ? 'infinity' : `${plainNumber(farM)}\u00a0m`} is sharp`;
  const verdict = figures.gates.depth === 'marginal' ? 'a little short of' : 'far short of';
  const approach = situation.depthM > situation.brief.subject.depthM + 0.005 ? ', its approach included' : '';
  return { code: 'depth', say: `${sharp}, ${verdict} the ${plainNumber(situation.depthM)}\u00a0m needed${approach}.` };
}

function focus({ focusHeadroomEv, gates }: Candidate): Reason | null {
  if (gates.focus === 'open') return null;
  return {
    code: 'focus',
    say: `Autofocus is near its limit, ${plainNumber(focusHeadroomEv)}\u00a0EV to spare: aim at an edge with contrast.`,
  };
}

function plateau({ plateau: run }: Figures): Reason | null {
  if (!run || Math.log2(run.slowestS / run.fastestS) < 0.6) return null;
  return {
    code: 'plateau',
    say: `Anything from ${shutterWords(run.slowestS)} to ${shutterWords(run.fastestS)} keeps about the same detail.`,
  };
}

function grain(figures: Figures): Reason {
  return {
    code: 'grain',
    say: `Grain on the subject is ${grainWord(figures.snrSubject)} (signal to noise ${plainNumber(figures.snrSubject)}), in the shadows ${grainWord(figures.snrShadow)}.`,
  };
}
