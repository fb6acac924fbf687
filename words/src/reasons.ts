import {
  AIMS,
  apertureLabel,
  grainWord,
  type Aim,
  type Brief,
  type ContrastRemedy,
  type Finish,
  type GateName,
  type Provenance,
  type Reason,
} from '@hushto/core';
import { againstWords } from './against.ts';
import { wantedWords } from './choices.ts';
import { detailShare, isoWords, metres, percent, plainNumber, shareWords, shutterWords, stopWords, viewedPx } from './numbers.ts';
import { provenanceWords } from './provenance.ts';
import { subjectWords } from './subject.ts';
import { capital, listed, sentences } from './text.ts';
import { viewOf } from './viewing.ts';
import { patternWords } from './watch.ts';

type Of<Code extends Reason['code']> = Extract<Reason, { code: Code }>;

/** One reason of a brief's plan, in a sentence or two that name its numbers. */
export function reasonWords(brief: Brief, reason: Reason): string {
  const f = (fNumber: number): string => apertureLabel(fNumber, [brief.kit.lens.widestF, brief.kit.lens.narrowestF]);
  switch (reason.code) {
    case 'impossible':
      return impossibleWords(brief, reason);
    case 'relaxed':
      return sentences(relaxedWords(brief, reason), reason.dear ? 'To keep that would cost more than half of the detail.' : null);
    case 'against':
      return againstWords(reason.against);
    case 'still':
      return 'Nothing moves, so only your hands ask for a fast shutter.';
    case 'motion':
      return motionWords(brief, reason);
    case 'pan':
      return panWords(brief, reason);
    case 'light':
      return sentences(
        `${f(reason.fNumber)} at ${shutterWords(reason.shutterS)} asks for ${isoWords(reason.iso)}, ${ceilingRoom(reason.roomStops)}.`,
        ceilingWords(reason.ceilingFrom),
      );
    case 'lift':
      return sentences(
        `${f(reason.fNumber)} and ${isoWords(reason.iso)} reach ${shutterWords(reason.reachedS)}.`,
        `The other ${stopWords(reason.liftStops)} ${isOne(reason.liftStops) ? 'is' : 'are'} brightened later; the picture is as grainy as ${isoWords(reason.isoEquivalent)}.`,
        ceilingWords(reason.ceilingFrom),
      );
    case 'trade':
      return tradeWords(reason);
    case 'hands':
      return handsWords(reason);
    case 'fromLog':
      return fromLogWords(reason);
    case 'depth':
      return depthWords(reason);
    case 'focus':
      if (reason.insteadEv !== null)
        return `Too dark for continuous autofocus: single sees ${plainNumber(reason.insteadEv)}\u00a0EV further, ${plainNumber(reason.headroomEv)}\u00a0EV to spare${testedWords(reason.from)}.`;
      return `Autofocus is near its limit, ${plainNumber(reason.headroomEv)}\u00a0EV to spare${testedWords(reason.from)}: aim at an edge with contrast.`;
    case 'pattern':
      return patternWords(reason);
    case 'opens':
      return `This counts on a lens that opens to focus; one that focuses stopped down sees ${plainNumber(reason.lessEv)}\u00a0EV less, and is at its limit.`;
    case 'shallow':
      return shallowWords(reason, f);
    case 'floor':
      return floorWords(brief, reason);
    case 'clips':
      return clipsWords(brief, reason);
    case 'shadow':
      return `The shadow that must show lies ${stopWords(reason.stops)} down: brightened it looks as ${isoWords(reason.liftedIso)}, its grain ${grainWord(reason.snr)}.`;
    case 'grain': {
      const { snrSubject, snrShadow, finish } = reason;
      const subject = `Grain on the subject is ${grainWord(snrSubject)} (signal to noise ${plainNumber(snrSubject)})`;
      return `${subject}, in the shadows ${grainWord(snrShadow)}.${AFTERWARDS[finish]}`;
    }
  }
}

/** What the finish makes of the grain that the camera took. */
const AFTERWARDS: Record<Finish, string> = {
  plain: '',
  light: ' Reduced lightly, it goes from even areas, and stays where there is texture.',
  strong: ' Reduced strongly, it goes, and the faintest texture goes with it.',
  mono: ' In black and white it has no colour.',
};

function impossibleWords(brief: Brief, reason: Of<'impossible'>): string {
  switch (reason.why) {
    case 'tooBright':
      return reason.pinned
        ? `These three over-expose by ${stopWords(reason.overStops)}: even mid grey clips.`
        : `Too bright: every mark over-exposes by ${stopWords(Math.max(1 / 3, reason.overStops))} or more.`;
    case 'tooDark':
      return reason.pinned
        ? `These three need ${stopWords(reason.liftStops)} of brightening later; you allow ${reason.allowedStops > 0 ? stopWords(reason.allowedStops) : 'none'}.`
        : `Too dark by hand: ${stopWords(reason.missingStops)} of light ${isOne(reason.missingStops) ? 'is' : 'are'} missing even at the slowest shutter you can hold.`;
    case 'blocked':
      return reason.pinned
        ? 'These three do not go together; unpin one, and the rest is solved round the others.'
        : BLOCKED[reason.aim](subjectWords(brief));
  }
}

const isOne = (stops: number): boolean => Math.round(3 * stops) <= 3;

const BLOCKED: Record<Aim, (who: string) => string> = {
  freeze: (who) => `No handheld setting both freezes ${who} and gets the light; this is the nearest.`,
  trace: (who) => `No handheld setting both lets ${who} leave a trace and exposes it right; this is the nearest.`,
  streak: (who) => `No handheld setting both lets ${who} leave a streak and exposes it right; this is the nearest.`,
  pan: () => 'No setting exposes this pan right; this is the nearest.',
};

function relaxedWords(brief: Brief, { gate, flickerStops, burstChance }: Of<'relaxed'>): string {
  switch (gate) {
    case 'focus':
      return 'Too dark for autofocus: set the distance by hand and let depth of field do the rest.';
    case 'flicker':
      return `Frames will differ by up to ${plainNumber(flickerStops)} stop in brightness; choose the best of the burst.`;
    case 'depth':
      return 'The whole depth cannot be sharp here; the aperture goes as far as light and hands let it.';
    case 'hold':
      return `Hands are the limit: ${percent(burstChance)} sure of a sharp frame, with the whole burst.`;
    case 'freeze': {
      const { aim } = brief.picture;
      if (AIMS[aim].wanted) return `It is no ${aim} here: ${subjectWords(brief)} moves too little or too much.`;
      return `Freeze is given up here: ${subjectWords(brief)} may smear.`;
    }
  }
}

const CRISP = { crisp: 'still crisp', justPast: 'just past crisp', smeared: 'a visible smear' } as const;

function motionWords(brief: Brief, reason: Of<'motion'>): string {
  const who = subjectWords(brief);
  const view = viewOf(brief);
  if (reason.wanted !== null) {
    const { share, px, aim } = reason;
    return `${capital(who)} moves over ${shareWords(share)} of the picture height, ${viewedPx(px)} ${view}: ${wantedVerdict(share, reason.wanted, aim)}.`;
  }
  const { limbs, pxPerS, px, shutterS, crisp, limbsPx, follow } = reason;
  const part = limbs ? `the fastest part of ${who}` : who;
  const rate = `${viewedPx(pxPerS)} a second ${view}: ${viewedPx(px)} at ${shutterWords(shutterS)}, ${CRISP[crisp]}.`;
  return sentences(
    follow.followed ? `Followed, ${part} still smears ${rate}` : `${capital(part)} crosses ${rate}`,
    limbsPx === null ? null : `Limbs smear ${viewedPx(limbsPx)}.`,
    follow.followed
      ? follow.backgroundPx >= 1
        ? `What is far behind smears ${viewedPx(follow.backgroundPx)}.`
        : null
      : follow.crossingS === null
        ? null
        : `It is through the frame in ${plainNumber(follow.crossingS)}\u00a0s: following it holds it longer, and sharper.`,
  );
}

/** Share of the picture height from which people dissolve. Common practice. */
const DISSOLVES = 0.1;

function wantedVerdict(share: number, wanted: { from: number; to: number }, aim: Aim): string {
  const range = wantedWords(wanted);
  if (share > DISSOLVES) return 'so much that people dissolve';
  if (share < wanted.from) return `less than the ${range} of a ${aim}`;
  return share > wanted.to ? `more than the ${range} of a ${aim}` : `a ${aim} is ${range}`;
}

function panWords(brief: Brief, reason: Of<'pan'>): string {
  const { shutterS, streakShare, trackingError, residuePx, singleChance, burstChance } = reason;
  return sentences(
    `Follow ${subjectWords(brief)}: at ${shutterWords(shutterS)} the background streaks over ${shareWords(streakShare)} of the width.`,
    `Following to within ${shareWords(trackingError)} leaves ${viewedPx(residuePx)}: ${percent(singleChance)} of frames are usable, ${percent(burstChance)} of bursts hold one.`,
  );
}

const OUT_OF_CLIPPING: Record<ContrastRemedy, (who: string) => string> = {
  turn: () => 'move so that the light is behind you',
  wait: (who) => `wait until ${who} stands before something darker`,
  reflect: () => 'throw light back from a wall or a sheet that is there',
  silhouette: () => 'let it be a silhouette',
};

/** What is lost behind the subject, what holding it would cost, and what else there is to do. */
function clipsWords(brief: Brief, { clipsStops, heldIso, lessLightStops, remedies }: Of<'clips'>): string {
  const who = subjectWords(brief);
  const less = lessLightStops > 1 / 6 ? 'give less light' : 'give less ISO';
  return sentences(
    `Exposed for ${who}, the background clips by ${stopWords(Math.max(1 / 3, clipsStops))}: let it go, or ${less} and brighten ${who} later, as grainy as ${isoWords(heldIso)}.`,
    `Or ${listed(
      remedies.map((code) => OUT_OF_CLIPPING[code](who)),
      'or',
    )}.`,
  );
}

const ceilingRoom = (roomStops: number): string =>
  roomStops > 0.2 ? `${stopWords(roomStops)} under your ceiling` : 'your ceiling';

const testedWords = (from: Provenance | null): string => (from ? `, from ${provenanceWords('focus', from)}` : '');

const ceilingWords = (from: Provenance | null): string | null =>
  from && `The ceiling is from ${provenanceWords('ceiling', from)}.`;

function tradeWords({ grainShare, blurShare, taste }: Of<'trade'>): string {
  const tasted =
    taste &&
    (Math.abs(taste.stops) < 1 / 6
      ? `Grain counts as it is, from ${provenanceWords('taste', taste.from)}.`
      : `Grain counts ${stopWords(Math.abs(taste.stops))} ${taste.stops < 0 ? 'less' : 'more'}, from ${provenanceWords('taste', taste.from)}.`);
  return sentences(`Grain costs ${detailShare(grainShare)} of the detail, blur ${detailShare(blurShare)} of the rest.`, tasted);
}

/** Centimetres of depth of field, and what a stop down is worth. */
function shallowWords({ depthM, narrower }: Of<'shallow'>, f: (fNumber: number) => string): string {
  const cm = (metres: number): string => `${plainNumber(100 * metres)}\u00a0cm`;
  const here = `Only ${cm(depthM)} are sharp at the subject`;
  return narrower
    ? `${here}; ${f(narrower.fNumber)} gives ${cm(narrower.depthM)} for ${stopWords(narrower.grainStops)} of grain.`
    : `${here}, at the narrowest aperture.`;
}

/** A floor wider than this, stops: anything will do. */
const ANYTHING_STOPS = 4;
/** One of a single mark. */
const SINGLE_STOPS = 1 / 6;

const BEYOND: Record<GateName, (where: 'slower' | 'faster') => string> = {
  freeze: (where) => `${where} fails Freeze`,
  hold: (where) => `${where} is more than your hands hold`,
  light: (where) => (where === 'faster' ? 'faster does not get the light' : 'slower over-exposes'),
  depth: (where) => `${where} fails Depth`,
  flicker: (where) => `${where} differs from frame to frame`,
  focus: (where) => `${where} fails Focus`,
};

/** What looks alike, and why not more of it. */
function floorWords({ picture, subject }: Brief, { slowestS, fastestS, slower, faster }: Of<'floor'>): string {
  const stops = Math.log2(slowestS / fastestS);
  const beyond = (where: 'slower' | 'faster', end: typeof slower | typeof faster): string | null =>
    end === null
      ? null
      : end === 'softer'
        ? 'slower is softer'
        : end === 'grainier'
          ? 'faster is only grainier'
          : BEYOND[end](where);
  const ends = [beyond('slower', slower), beyond('faster', faster)].filter((said) => said !== null).join(', ');
  const tail = ends === '' ? '' : `; ${ends}`;
  if (stops < SINGLE_STOPS) return `Only ${shutterWords(slowestS)} is as sharp as it gets${tail}.`;
  const run = `${shutterWords(slowestS)} to ${shutterWords(fastestS)}`;
  const turn = picture.aim === 'freeze' && subject.speedMps > 0 && faster !== null ? ' Go faster if a face may turn.' : '';
  return stops > ANYTHING_STOPS ? `Anything will do: ${run} look alike${tail}.` : `${run} look alike${tail}.${turn}`;
}

function fromLogWords({ speed, light }: Of<'fromLog'>): string {
  const by = (from: Provenance): string => provenanceWords('hold', from);
  if (speed && light) return `The subject’s speed comes from ${by(speed)}; the light from ${by(light)}.`;
  return speed ? `The subject’s speed comes from ${by(speed)}.` : `The light comes from ${by(light!)}.`;
}

function handsWords({ how, confidence, slowestS, frames, from, testBuysStops, carriedFromMm }: Of<'hands'>): string {
  const sure = percent(confidence);
  const carried = carriedFromMm === null ? '' : `, carried from ${plainNumber(carriedFromMm)}\u00a0mm and less sure for it`;
  const whose = from ? `, from ${provenanceWords('hold', from)}${carried}` : carried;
  const buys = testBuysStops === null ? null : `That is a guess: a test would buy about ${stopWords(testBuysStops)}.`;
  if (how === 'none' || slowestS === null)
    return sentences(`Your hands cannot promise ${sure} at any speed here${whose}: brace.`, buys);
  if (how === 'limit')
    return sentences(`Your hands set the pace: ${shutterWords(slowestS)} is the slowest they hold with ${sure}${whose}.`, buys);
  const taking = frames > 1 ? `in bursts of ${frames} they hold` : 'frame by frame they hold';
  return sentences(`Your hands are no limit: ${taking} ${shutterWords(slowestS)}${whose}.`, buys);
}

/** Up to this depth of field, m, its own length says more than its ends, which would round to the same figures. */
const SHALLOW_M = 3;

function depthWords({ nearM, farM, neededM, far, approaching }: Of<'depth'>): string {
  const span = farM === null ? Infinity : farM - nearM;
  const sharp =
    span < SHALLOW_M ? `Depth of field is ${plainNumber(span)}\u00a0m` : `${metres(nearM)} to ${metres(farM)} is sharp`;
  // What rounds to the same figure is short of it all the same.
  const just = span < SHALLOW_M && plainNumber(span) === plainNumber(neededM);
  const verdict = just ? 'just short of' : far ? 'far short of' : 'a little short of';
  return `${sharp}, ${verdict} the ${plainNumber(neededM)}\u00a0m needed${approaching ? ', its approach included' : ''}.`;
}
