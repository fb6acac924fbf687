/** Facts to sentences. */
export { againstWords } from './against.ts';
export { briefLine, briefPhrase, keptWords, shownWords } from './brief.ts';
export { bandsWords, cameraLines, CAMERA_TERMS, modeWords, rateWords, SET_BACK_WORDS, type CameraLines } from './camera.ts';
export { cautionWords } from './caution.ts';
export { checkWords } from './checklist.ts';
export { missingWords, noAnswerWords, type Missing, type NoAnswer } from './gone.ts';
export { plainCell } from './plainCell.ts';
export { broughtWords } from './brought.ts';
export { aloneWords, countedAct, countedWords, doubledWords } from './counted.ts';
export { fieldConflict } from './conflict.ts';
export { AIM_WORDS, BURST_WORDS, CONDITION_WORDS, FINISH_WORDS, SCHOOL_WORDS, stanceWords } from './choices.ts';
export { fileProblems, fieldIssues, formSentence, MOST_ISSUES, type FileProblem } from './fieldIssues.ts';
export {
  aheadWords,
  backgroundWords,
  bagWords,
  blindWords,
  costWords,
  equivalentWords,
  EQUIVALENCE,
  kitVerdict,
  leavingWords,
  lensFails,
  rangeWords,
  viewWords,
  weightWords,
} from './kits.ts';
export { focusSetupWords, focusTestWords, FOCUS_MODES, FOCUS_TARGET_WORDS } from './focusTest.ts';
export { rungWords } from './ladder.ts';
export { cph, LENS_FAULT_WORDS, lensWords } from './lens.ts';
export { liftOrIsoWords } from './liftOrIso.ts';
export { VERDICT_WORDS, frameShare, limitWords, logWords, lostRunWords, shutterOfHold, type LostRun } from './log.ts';
export * from './numbers.ts';
export { problemWords } from './problems.ts';
export { dayWords, provenanceWords } from './provenance.ts';
export { realFrameWords, type RealAgainstSimulated } from './realFrame.ts';
export { reasonWords } from './reasons.ts';
export { evDigits, remedyWords } from './remedies.ts';
export { saidPlan, saidSchools } from './say.ts';
export { CAUSE_WORDS, causeWords, LEARNT_WORDS, softnessWords } from './softness.ts';
export { isPlural, subjectWords } from './subject.ts';
export { capital, listed, lowerFirst, sentences } from './text.ts';
export { gainWords, patternWords } from './sensor.ts';
export { heldToWords, supportWords, type HeldTo } from './support.ts';
export { transferWords } from './transfer.ts';
export { unreadableWords } from './unreadable.ts';
export { viewingName, viewNamed, viewOf, VIEW_OPTIONS, type ViewName } from './viewing.ts';
export {
  aimWords,
  directionText,
  equivalentText,
  flickerText,
  focalText,
  keyText,
  motionVerb,
  movementText,
  swingText,
  toneWord,
  tonesText,
} from './sentence.ts';
export { neighbourWords, type Neighbour } from './neighbours.ts';
export { SCENE_NAMES } from './scenes.ts';
export { shortfallWords } from './shortfalls.ts';
export { briefFrom, STARTER_SITUATIONS } from './situations.ts';
export { THING_NAMES, thingName } from './things.ts';
export { WATCH_WORDS, watchText } from './watch.ts';
export { TAKE_NAMES, takeCost, takeLabel, takeWords } from './takes.ts';
