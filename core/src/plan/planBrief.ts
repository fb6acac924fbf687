import { viewedPixels } from '../optics/picture.ts';
import { againstHush, type AgainstHush } from './against.ts';
import { SCHOOLS, type Brief, type School } from '../brief/brief.ts';
import { cameraSetting, type CameraSetting } from './camera.ts';
import { curveOf, kindestSettings, type CurvePoint } from './curve.ts';
import { dialledIso, dialledSetting, figuresOf, type DialledSetting, type Figures } from './figures.ts';
import type { GateName, Gates } from './gates.ts';
import { runOf, type Choice } from './hushPoint.ts';
import { ladderOf, type LadderSpan, type Rung } from './ladder.ts';
import { liftOrIso, type LiftVerdict } from './liftOrIso.ts';
import { reasonsFor, type Reason } from './reasons.ts';
import { remediesFor, type Remedy } from './remedies.ts';
import { shortfallsOf, type Shortfall } from './shortfalls.ts';
import { choiceOf } from './schools.ts';
import { takesFor, type Take } from './takes.ts';
import { Situation, type Candidate } from './situation.ts';

/** One shutter of the Valley. */
export interface ValleyPoint {
  shutterS: number;
  fNumber: number;
  iso: number;
  liftStops: number;
  lostGrain: number;
  lostBlur: number;
  subjectBlurViewPx: number;
  burstProbability: number;
  gates: Gates;
}

/** The plan for a brief. `choice` is the nearest setting when `possible` is false; `remedies` then say what would help. */
export interface Plan {
  choice: DialledSetting;
  figures: Figures;
  curve: ValleyPoint[];
  /** Gates at each shutter, slow to fast, with the aperture that shuts fewest. */
  gateRows: { shutterS: number; fNumber: number; gates: Gates }[];
  /** What to change as the light rises or falls, brightest first. */
  ladder: Rung[];
  /** Other ways of taking the same composition, up to three. */
  takes: Take[];
  camera: CameraSetting;
  reasons: Reason[];
  relaxed: GateName[];
  possible: boolean;
  remedies: Remedy[];
  /** What fails at the nearest setting, and how badly, for whoever shoots anyway; empty where it works. */
  anyway: Shortfall[];
  /** Against the hush point, where pins or another school chose. */
  against: AgainstHush | null;
  liftOrIso: LiftVerdict;
}

/** The plan at one light, without its ladder and other takes. */
export type PlanAtLight = Omit<Plan, 'ladder' | 'takes'>;

/** The plan at one shutter, the rest solved round it. */
export type PlanAtShutter = Pick<Plan, 'choice' | 'figures' | 'relaxed' | 'possible' | 'camera'>;

/**
 * Works out the whole plan of a brief: the hush point, its figures and reasons, and the Valley.
 * @param brief as {@link briefProblems} accepts it; anything else gives undefined results or a RangeError
 */
export function planBrief(brief: Brief): Plan {
  const situation = new Situation(brief);
  const choice = choiceOf(situation, brief.light.ev100);
  return { ...planFor(situation, choice), ladder: ladderOf(situation, choice), takes: takesFor(situation, choice) };
}

/**
 * The plan without its ladder: for following a drag.
 * @param nearby thirds of shutter either side of choice and hush point at which the Valley ends; all marks where none are given
 */
export function planWithoutLadder(brief: Brief, nearby?: number): PlanAtLight {
  const situation = new Situation(brief);
  return planFor(situation, choiceOf(situation, brief.light.ev100), nearby);
}

/** The ladder alone. @param span light it covers either side of the present; +3 to −4 EV where none is given */
export function ladderFor(brief: Brief, span?: LadderSpan): Rung[] {
  const situation = new Situation(brief);
  return ladderOf(situation, choiceOf(situation, brief.light.ev100), span);
}

/** The rung of one light alone: what to set there, and in words what holds it. */
export const rungFor = (brief: Brief, ev100: number): Rung =>
  ladderFor({ ...brief, light: { ...brief.light, ev100 } }, { brighterThirds: 0, darkerThirds: 0 })[0]!;

function planFor(situation: Situation, choice: Choice, nearby = Infinity): PlanAtLight {
  const { brief } = situation;
  const { ev100 } = brief.light;
  const against = againstHush(situation, choice);
  const marked = [choice.candidate.shutter.shutterS, against?.hush.shutterS ?? choice.candidate.shutter.shutterS];
  // A long smear takes longest to work out, far off what anybody looks at.
  const shutters = situation.marks.shutters.filter(({ shutterS }) =>
    marked.some((markS) => Math.abs(3 * Math.log2(shutterS / markS)) <= nearby + 1e-6),
  );
  const curve = curveOf(situation, ev100, shutters);
  const figures = figuresOf(situation, choice.candidate, against?.floor ?? runOf(situation, choice));
  const setting = dialledSetting(situation, choice.candidate);
  return {
    choice: setting,
    figures,
    curve: curve.map((point) => valleyPoint(situation, point)),
    gateRows: kindestSettings(situation, ev100, choice.candidate.aperture.fNumber).map(({ shutter, aperture, gates }) => ({
      shutterS: shutter.shutterS,
      fNumber: aperture.fNumber,
      gates,
    })),
    camera: cameraSetting(brief, setting, figures),
    reasons: reasonsFor(situation, choice, figures, against),
    relaxed: choice.relaxed,
    possible: choice.possible,
    remedies: choice.possible ? [] : remediesFor(situation, choice),
    anyway: choice.possible ? [] : shortfallsOf(situation, choice.candidate),
    against,
    liftOrIso: liftOrIso(situation, choice.candidate),
  };
}

/** One school's answer to a brief. */
export interface SchoolRow {
  school: School;
  choice: DialledSetting;
  lostGrain: number;
  lostBlur: number;
  /** Halvings of detail less than at the best of Hush's floor. */
  halvings: number;
  gates: Gates;
  relaxed: GateName[];
  possible: boolean;
}

/** What every school would choose, Hush first, with nothing else changed. */
export function compareSchools(brief: Brief): SchoolRow[] {
  const answers = SCHOOLS.map((school) => {
    const situation = new Situation({ ...brief, picture: { ...brief.picture, school } });
    const choice = choiceOf(situation, brief.light.ev100);
    return { school, situation, choice, losses: situation.detail.losses(choice.candidate) };
  });
  const [hush] = answers;
  const least = runOf(hush!.situation, hush!.choice)?.lost ?? hush!.losses.lostGrain + hush!.losses.lostBlur;
  return answers.map(({ school, situation, choice: { candidate, relaxed, possible }, losses }) => ({
    school,
    choice: dialledSetting(situation, candidate),
    ...losses,
    halvings: losses.lostGrain + losses.lostBlur - least,
    gates: candidate.gates,
    relaxed,
    possible,
  }));
}

/** What rendering a brief darker than metered buys. */
export interface DarkerBuys {
  /** Stops of shutter, and of ISO and lift together; each 0 where nothing is bought. */
  shutterStops: number;
  isoStops: number;
  /** The shutters with the key and as metered, s. */
  shutterS: number;
  meteredShutterS: number;
}

/** Compares a brief with the same as metered: under a ceiling a darker key buys shutter, elsewhere a lower ISO. */
export function whatDarkerBuys(brief: Brief): DarkerBuys {
  const chosenAt = (keyStops: number): Candidate => {
    const situation = new Situation({ ...brief, picture: { ...brief.picture, keyStops } });
    return choiceOf(situation, brief.light.ev100).candidate;
  };
  const [metered, darker] = [chosenAt(0), chosenAt(brief.picture.keyStops ?? 0)];
  const wantedIso = ({ cameraIso, liftStops }: Candidate): number => cameraIso * 2 ** liftStops;
  return {
    shutterStops: Math.max(0, Math.log2(metered.shutter.shutterS / darker.shutter.shutterS)),
    isoStops: Math.max(0, Math.log2(wantedIso(metered) / wantedIso(darker))),
    shutterS: darker.shutter.shutterS,
    meteredShutterS: metered.shutter.shutterS,
  };
}

/** What the plan would be at a given shutter: the cursor's answer. */
export function planAtShutter(brief: Brief, shutterS: number): PlanAtShutter {
  const situation = new Situation({
    ...brief,
    picture: { ...brief.picture, pinned: { ...brief.picture.pinned, shutterS } },
  });
  const choice = choiceOf(situation, brief.light.ev100);
  const figures = figuresOf(situation, choice.candidate, null);
  const setting = dialledSetting(situation, choice.candidate);
  return {
    choice: setting,
    figures,
    camera: cameraSetting(brief, setting, figures),
    relaxed: choice.relaxed,
    possible: choice.possible,
  };
}

/** Why the plan would be what it is at a given shutter: the cursor's answer, against the hush point. */
export function reasonsAtShutter(brief: Brief, shutterS: number): Reason[] {
  const situation = new Situation({
    ...brief,
    picture: { ...brief.picture, pinned: { ...brief.picture.pinned, shutterS } },
  });
  const choice = choiceOf(situation, brief.light.ev100);
  const against = againstHush(situation, choice);
  const figures = figuresOf(situation, choice.candidate, against?.floor ?? null);
  // That something else works is known there: gates and figures say what fails here.
  return reasonsFor(situation, choice, figures, against && { ...against, by: 'cursor' }).filter(
    ({ code }) => code !== 'impossible',
  );
}

function valleyPoint(situation: Situation, { candidate }: CurvePoint): ValleyPoint {
  return {
    shutterS: candidate.shutter.shutterS,
    fNumber: candidate.aperture.fNumber,
    iso: dialledIso(situation, candidate),
    liftStops: candidate.liftStops,
    ...situation.detail.losses(candidate),
    subjectBlurViewPx: viewedPixels(candidate.shutter.smearMm, situation.picture),
    burstProbability: candidate.shutter.hands().burstChance,
    gates: candidate.gates,
  };
}
