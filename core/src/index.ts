/** The computation of Hushto: numbers in, facts out. */

// The brief, and what is wrong with one.
export {
  SUBJECT_KINDS,
  WATCHED,
  type Watched,
  type WatchItem,
  PLACES,
  SCHOOLS,
  FINISHES,
  FOCUS_CHOICES,
  SHUTTER_TYPES,
  LIGHT_COLOURS,
  type Place,
  type School,
  type SubjectKind,
  type FocusChoice,
  type ShutterType,
  type LightColour,
  type Sensor,
  type Lens,
  type Hold,
  type Provenance,
  FROM_LOG,
  type Brief,
  type Finish,
} from './brief/brief.ts';
export { briefProblems, type BriefFault } from './brief/briefProblems.ts';

// Light: exposure, marks, meters, the sky.
export { lightFromIso, lightFromMeter, meterReading, type Bound, type AnchoredLight } from './light/anchor.ts';
export { MID_GREY, toneStops, exposureValue, meteredIso, meteredShutterS, illuminanceLux, evFromLux } from './light/exposure.ts';
export { KNOWN_CONTRASTS, type KnownContrast } from './light/knownContrasts.ts';
export { KNOWN_SCENES, planningEv, type KnownSceneId } from './light/knownScenes.ts';
export { lightAt, lightAhead, rungTimes, type LightOfPlace, type LightSample, type RungTime } from './light/lightAhead.ts';
export {
  shutterMarks,
  apertureMarks,
  isoMarks,
  shutterLabel,
  isoLabel,
  apertureLabel,
  stopsLabel,
  marksBetween,
  type MarkSeries,
} from './light/marks.ts';
export { meterCompensation } from './light/meter.ts';
export { evFromPhoto, type ReferencePhoto, type PhotoReading } from './light/photoReading.ts';
export { SKY_DIVISOR, type SkyState } from './light/sky.ts';
export { sunSide, type SunAgainstCamera } from './light/sunSide.ts';
export { plannedStops, shareNear, swingAt, swingRule, type Swing, type SwingRule } from './light/swing.ts';

// Movement of subject and hands, bursts, pans.
export { MOST_FRAMES, burstRate } from './motion/burst.ts';
export {
  DEFAULT_THRESHOLD,
  DEFAULT_SLOPE,
  STABILISER_SHARE,
  HOLD_CONDITIONS,
  CONDITION_NAMES,
  steadyingStops,
  sharpChance,
  type HoldCondition,
} from './motion/hands.ts';
export {
  distanceByFraming,
  shareOfFrame,
  MEASURED_BY,
  speedByStopwatch,
  speedOnPhoto,
  USUAL_SIZE_ERROR,
  type Measured,
  type MeasuredBy,
} from './motion/measured.ts';
export { movingThing, MOVING_THINGS, type MovingThing, type MovingThingId } from './motion/movingThings.ts';
export { DEFAULT_STREAK_SHARE, DEFAULT_TRACKING_ERROR } from './motion/pan.ts';

// The picture, and what glass does to it.
export { magnification, defocusDiscMm, fullFrameEquivalentMm } from './optics/depthOfField.ts';
export { type LensSharpness, diffractionMtf, defocusMtf, pixelMtf, gaussianMtf, lensBlurMm } from './optics/mtf.ts';
export { VIEWING_CPH, pictureOf, rowsOf, viewedPixels } from './optics/picture.ts';
export { widestFAt, lensAt, type ShelfLens } from './optics/zoomLens.ts';

// Signal, noise, grain.
export {
  sensorNoiseOf,
  isoStopsOf,
  grainAtIso,
  liftRow,
  DEEP_STOPS,
  coarserBitsCost,
  cropCostStops,
  bodiesCompared,
  sameGrainIso,
} from './sensor/grainFigures.ts';
export { freeToLiftFrom, grainWord } from './sensor/sensor.ts';

// What a lens does to edges, and the target that is photographed for it.
export { slantedEdge, EDGE_FREQUENCIES, type LinearPlane, type EdgeFault } from './lens/slantedEdge.ts';
export { edgesOfPhoto, type PhotoParts, type PhotoEdges } from './lens/findEdges.ts';
export { halfContrast, type LensBlurFit } from './lens/lensBlur.ts';
export {
  lensTest,
  sharpestOf,
  sharpnessOfFit,
  type LensPhoto,
  type LensResult,
  type LensAtAperture,
  type LensFault,
} from './lens/lensTest.ts';
export { targetPhoto, TARGET, type TargetShot } from './lens/simulatedTarget.ts';

// Kits beside each other, and what an outing needs carried.
export { withKit, sameView, AS_PLANNED, isSettled, type Kit, type KitView, type Settled } from './kits/withKit.ts';
export { blindVerdict, BLIND_CHOICES, type BlindVerdict } from './kits/blindChoice.ts';
export { kitAtWork, kitAgainst, kitCost, type KitAtWork, type KitAgainst, type KitCost } from './kits/kitAtWork.ts';
export {
  lensForSegment,
  smallestSet,
  setOfLenses,
  leavingHome,
  type LensTable,
  type LensSet,
  type LensForSegment,
} from './kits/lensSets.ts';

// The detail integral.
export { depthEdges, type DetailInputs } from './detail/detailModel.ts';

// The plan: settings, why, what next.
export type { AgainstHush } from './plan/against.ts';
export { AIMS, AIM_NAMES, type Aim } from './plan/aims.ts';
export {
  CAMERA_MODES,
  DEEP_RAW_ISO,
  FOCUS_OPTIONS,
  SET_BACKS,
  type CameraSetting,
  type MeterSetting,
  type FocusSetting,
  type CurtainSetting,
  type FocusOption,
  type SetBack,
} from './plan/camera.ts';
export { USUAL_PITCH_MM } from './plan/watch.ts';
export { BURST_FOR, type BurstFor } from './plan/marks.ts';

export { cautionFor, type Caution } from './plan/caution.ts';
export { ALIKE } from './plan/floor.ts';
export { briefOfTake, takesOf, TAKE_CODES, type Take, type TakeCode } from './plan/takes.ts';
export type { ContrastRemedy } from './plan/contrast.ts';
export type { Badness, Shortfall } from './plan/shortfalls.ts';
export type { DialledSetting } from './plan/figures.ts';
export { GATE_NAMES, type GateName, type Gates } from './plan/gates.ts';
export type { Rung, RungChange, Smear, Onward } from './plan/ladder.ts';
export type { LiftVerdict } from './plan/liftOrIso.ts';
export {
  planBrief,
  planWithoutLadder,
  ladderFor,
  rungFor,
  compareSchools,
  whatDarkerBuys,
  planAtShutter,
  reasonsAtShutter,
  type Plan,
  type PlanAtLight,
  type PlanAtShutter,
  type SchoolRow,
} from './plan/planBrief.ts';
export type { Reason } from './plan/reasons.ts';
export type { Remedy } from './plan/remedies.ts';
export { Situation } from './plan/situation.ts';
export { windowOf } from './plan/window.ts';

// What an outing takes.
export {
  COMPRESSION_SHARE,
  budgetOf,
  type Compression,
  type PlannedStretch,
  type StretchUse,
  type RunsOut,
  type Budget,
} from './outing/budget.ts';
export { checkKey, checklistsFor, type CheckItem, type Checklists } from './outing/checklists.ts';

// What tests and frames teach.
export {
  ceilingPrior,
  afterCeilingFrame,
  ceilingEstimate,
  nextCeilingIso,
  type CeilingPosterior,
} from './learn/ceilingPosterior.ts';
export { driftStops, shutterOfDrift, driftOfHands, type HoldPosterior, type Estimate } from './learn/holdPosterior.ts';
export {
  FEWEST_TESTED,
  SLOWEST_TESTED_S,
  seriesPosterior,
  teachingByShutter,
  nextShutter,
  usualShutter,
  slowestTrusted,
  testProgress,
  chanceCurve,
  burstBuys,
  steadierBy,
  smearOfHands,
  beyondHands,
  testedHands,
  farFromTested,
  againstStartingValue,
  type HoldSetup,
  type TestedFrame,
  type Teaching,
  type SlowestTrusted,
} from './learn/holdSeries.ts';
export {
  FOCUS_TARGETS,
  FOCUS_SLOPE,
  expectedFocusEv,
  focusPosterior,
  nextFocusEv,
  darkestTrusted,
  evOfFocus,
  lockChance,
  lockCurve,
  focusOfTests,
  type FocusTarget,
  type FocusSetup,
  type FocusTry,
  type DarkestTrusted,
} from './learn/focusSeries.ts';
export { stripesOf, weakColourOf, type Stripes, type WeakColour } from './learn/pattern.ts';
export { FEWEST_PHOTOSITES, sensorFrom, type SensorAtIso, type MeasuredSensor } from './learn/photonTransfer.ts';
export {
  TASTES,
  tasteSettings,
  tastePrior,
  afterChoice,
  nextPair,
  tasteEstimate,
  type TasteSetting,
  type TastePosterior,
} from './learn/tastePosterior.ts';
export { measureFrames, type NamedSamples, type IsoResult } from './learn/transferSets.ts';
export { lockRates, lockTimes, ratesByShutter, type LockTimes } from './learn/rates.ts';
export { wilsonInterval } from './learn/wilson.ts';

// The log: what became of frames that were taken.
export { VERDICTS, type Verdict } from './log/verdicts.ts';
export { clockOffset, FARTHEST_CLOCKS_MS, framesCounted, type ClockOffset, type TimedFrame } from './log/countedFrames.ts';
export { ceilingAt } from './log/ceilingAt.ts';
export { takenFigures, LOG_VIEW_CPH, type TakenSetting, type TakenFigures } from './log/takenFigures.ts';
export { plannedTakes, nearestTake, type PlannedTake } from './log/nearestTake.ts';
export { splitByPauses, burstsAmong, BURST_GAP_MS, OUTING_GAP_MS, type BurstFrame } from './log/groups.ts';
export { limitOf, risesWith, speedOfLimit, LIMITED_BY, type LimitedBy, type LogCell, type LogLimit } from './log/limits.ts';

// The simulated frame.
export { develop } from './image/develop.ts';
export { drawBurst, shootBurst, type Drift, type ShotBurst } from './image/drift.ts';
export { fillBehind } from './image/fillBehind.ts';
export { finish } from './image/finish.ts';
export { edgeBlur, smearOfEdges } from './image/edgeBlur.ts';
export { frameOptics, type FrameOptics } from './image/frameOptics.ts';
export { convolved, disc, kernelOf, wayAlong, type Fall } from './image/kernel.ts';
export { isEnlarged, naturalAtSize } from './image/naturalAtSize.ts';
export { LEAST_SOFTNESS_PX, sharesOf, SOFTNESS_PX, SURE, whySoft } from './softness/whySoft.ts';
export { type BlurModel } from './softness/blurModel.ts';
export { answered, evened, type Ensemble, type Evening, type Layer as NetworkLayer } from './softness/network.ts';
export { smearAsViewedPx, softnessAdvice, type SoftnessAdvice, type TakenFrame } from './softness/advice.ts';
export { softnessFeatures } from './softness/features.ts';
export { commonTurn } from './softness/commonTurn.ts';
export { PATCH_ANSWERS, patchesOf, patchFeatures, type Patch } from './softness/patches.ts';
export { BLUR_SIGNS, blurSigns, blurWindows, LEAST_VARIANCE_PX2, localBlur } from './softness/localBlur.ts';
export { slopeCells, type SlopeCells } from './softness/slopeCells.ts';
export { SOFT_CAUSES, type SoftCause, type Softness, type SoftPlace } from './softness/causes.ts';
export { openScene, type NaturalScene, type PixelBytes } from './image/openScene.ts';
export {
  COLOURS,
  flatPlanes,
  lumaOfBytes,
  luminanceOfBytes,
  byteOfLinear,
  planesOfBytes,
  layerOfBytes,
  type Box,
  type Layer,
  type Planes,
} from './image/picturePlanes.ts';
export { FrameRenderer, type FrameScene } from './image/renderFrame.ts';
export { simulatedMoment } from './image/simulatedMoment.ts';
export { codeOfLinear, linearOfCode, type StopScale } from './image/stopCodes.ts';
export { readSceneFile, sceneFile, type Piece, type PictureCut, type SceneManifest } from './image/sceneFile.ts';

// Raw files of the simulated camera.
export { simulatedRaw } from './raw/simulatedRaw.ts';
export { withExif, type Taken } from './raw/exif.ts';
export { mosaicOfPicture } from './raw/mosaicOfPicture.ts';
export { writeDng } from './raw/writeDng.ts';

// Numerics.
export { gaussLegendre } from './numerics/gaussLegendre.ts';
export { noncentralChiSquare2 } from './numerics/noncentralChiSquare2.ts';
export { seededRandom, normalSource } from './numerics/seededRandom.ts';
export { sinc } from './numerics/sinc.ts';
