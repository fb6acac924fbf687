import type { SoftCause, TakeCode, Verdict } from '@hushto/core';
import { defineEntity, p } from '@mikro-orm/core';

/** Stops in classes of a third, for grouping by them: whole numbers, null where a figure is. */
const thirds = () => p.integer().nullable();
const figure = () => p.double().nullable();
const text = (length: number) => p.string().length(length);

/** A visit: frames without a long pause between them. */
export const LogOutingEntity = defineEntity({
  name: 'LogOutingEntity',
  tableName: 'log_outing',
  properties: {
    id: text(36).primary(),
    title: text(200),
    /** Null for the one of frames without a time. */
    startedAt: p.datetime().nullable(),
    endedAt: p.datetime().nullable(),
    runSheetId: text(64).nullable(),
  },
  indexes: [{ name: 'log_outing_time', properties: ['startedAt'] }],
});

/** Frames of one press, or near duplicates. */
export const LogBurstEntity = defineEntity({
  name: 'LogBurstEntity',
  tableName: 'log_burst',
  properties: {
    id: text(36).primary(),
    outing: () => p.manyToOne(LogOutingEntity).deleteRule('cascade').updateRule('no action'),
    startedAt: p.datetime(),
    frames: p.integer(),
  },
});

/** What frames are counted by, in this order. */
const COUNTED = [
  'briefId',
  'shutterThirds',
  'focalHalves',
  'isoThirds',
  'distanceHalves',
  'holdThirds',
  'smearThirds',
  'grainThirds',
] as const;

/** A frame that was taken: what its file says, what it was taken for, and its figures. */
export const LogFrameEntity = defineEntity({
  name: 'LogFrameEntity',
  tableName: 'log_frame',
  properties: {
    id: text(36).primary(),
    digest: text(64).unique(),
    name: text(255),
    bytes: p.integer(),
    takenAt: p.datetime().nullable(),
    wallClock: text(19).nullable(),
    zoned: p.boolean(),
    widthPx: p.integer().nullable(),
    heightPx: p.integer().nullable(),
    orientation: p.integer(),
    camera: text(120).nullable(),
    lens: text(120).nullable(),
    outing: () => p.manyToOne(LogOutingEntity).deleteRule('cascade').updateRule('no action'),
    burst: () => p.manyToOne(LogBurstEntity).nullable().deleteRule('set null').updateRule('no action'),
    briefId: text(64).nullable(),
    /** What was said of it last; every time it was said is a row of its own. */
    verdict: text(20).$type<Verdict>().nullable(),
    /** Another take of its brief; null for the plan. */
    take: text(20).$type<TakeCode>().nullable(),
    shutterS: figure(),
    fNumber: figure(),
    iso: figure(),
    focalLengthMm: figure(),
    writtenEquivalentMm: figure(),
    equivalentMm: figure(),
    ev100: p.double().fieldName('ev100').nullable(),
    hold: figure(),
    smear: figure(),
    snr: figure(),
    distanceM: figure(),
    heldChance: figure(),
    shutterThirds: thirds(),
    isoThirds: thirds(),
    focalHalves: thirds(),
    distanceHalves: thirds(),
    holdThirds: thirds(),
    smearThirds: thirds(),
    grainThirds: thirds(),
    /** Of the simulated camera. */
    seed: p.integer().nullable(),
    deletedAt: p.datetime().nullable(),
  },
  indexes: [
    { name: 'log_frame_time', properties: ['deletedAt', 'takenAt', 'id'] },
    { name: 'log_frame_outing', properties: ['outing', 'takenAt', 'id'] },
    { name: 'log_frame_verdict', properties: ['deletedAt', 'verdict', 'takenAt', 'id'] },
    { name: 'log_frame_burst', properties: ['burst'] },
    { name: 'log_frame_brief', properties: ['deletedAt', 'briefId', 'takenAt', 'id'] },
    { name: 'log_frame_seed', properties: ['seed'] },
    // What is counted, in the order it is counted in: the frames themselves are not read for it.
    { name: 'log_frame_shelf', properties: ['deletedAt', 'outing', 'verdict'] },
    { name: 'log_frame_says', properties: ['deletedAt', ...COUNTED, 'verdict', 'heldChance'] },
    { name: 'log_frame_taken', properties: ['deletedAt', 'briefId', 'take', 'shutterThirds', 'ev100'] },
  ],
});

/** What was said of a frame, each time; null where it was taken back. */
export const LogVerdictEntity = defineEntity({
  name: 'LogVerdictEntity',
  tableName: 'log_verdict',
  properties: {
    id: p.integer().primary().autoincrement(),
    frame: () => p.manyToOne(LogFrameEntity).deleteRule('cascade').updateRule('no action'),
    verdict: text(20).$type<Verdict>().nullable(),
    judgedAt: p.datetime(),
  },
});

/** A small picture of a frame, its likeness and how sharp it is. */
const LogPreviewEntity = defineEntity({
  name: 'LogPreviewEntity',
  tableName: 'log_preview',
  properties: {
    frame: () => p.oneToOne(LogFrameEntity).primary().deleteRule('cascade').updateRule('no action'),
    likeness: text(64).nullable(),
    sharpness: figure(),
    // Last: what stands before it is read without it.
    webp: p.blob(),
  },
});

/** Why a frame is soft, by its picture: the chances, and what they rest on. */
export const LogSoftnessEntity = defineEntity({
  name: 'LogSoftnessEntity',
  tableName: 'log_softness',
  properties: {
    frame: () => p.oneToOne(LogFrameEntity).primary().deleteRule('cascade').updateRule('no action'),
    cause: text(10).$type<SoftCause | 'unsure'>(),
    sharp: p.double(),
    hands: p.double(),
    subject: p.double(),
    focus: p.double(),
    grain: p.double(),
    smearPx: figure(),
    smearDeg: figure(),
    smearX: figure(),
    smearY: figure(),
    sharpestX: figure(),
    sharpestY: figure(),
    widthPx: p.integer(),
    // Last: what stands before it is read without it. Drawn as a whole, never looked into: JSON.
    places: p.text(),
  },
  indexes: [{ name: 'log_softness_cause', properties: ['cause', 'frame'] }],
});

/** A body or lens as cameras write it, and the document of the kit it stands for. */
export const LogGearEntity = defineEntity({
  name: 'LogGearEntity',
  tableName: 'log_gear',
  properties: {
    kind: text(10).$type<'body' | 'lens'>().primary(),
    writtenAs: text(120).primary(),
    documentId: text(64).nullable(),
  },
});

/** Tables of the log, those that are pointed at first. */
export const LOG_ENTITIES = [
  LogOutingEntity,
  LogBurstEntity,
  LogFrameEntity,
  LogVerdictEntity,
  LogPreviewEntity,
  LogSoftnessEntity,
  LogGearEntity,
];
