import type { NewFrame } from '@hushto/contract';
import { nearestTake, takenFigures, type Brief, type PlannedTake, type Sensor, type TakeCode } from '@hushto/core';
import type { InferEntity } from '@mikro-orm/core';
import type { LogFrameEntity } from '../entities/log.entity.ts';

/** What a file says of how its frame was taken. */
export type Written = Pick<NewFrame, 'shutterS' | 'fNumber' | 'iso' | 'focalLengthMm' | 'equivalentMm' | 'camera' | 'take'>;

/** What frames are read against: only what they name. */
export interface Known {
  /** By the name a camera writes. */
  bodies: ReadonlyMap<string, Sensor>;
  briefs: ReadonlyMap<string, { brief: Brief; takes: readonly PlannedTake[] }>;
}

/** The figures of a frame, with their classes in parts of a stop. */
export function figuresOf(taken: Written, briefId: string | null, known: Known) {
  const found = briefId === null ? null : (known.briefs.get(briefId) ?? null);
  const brief = found?.brief ?? null;
  const sensor = taken.camera === null ? null : (known.bodies.get(taken.camera) ?? null);
  const take = taken.take ?? takeOf(taken, found?.takes ?? null);
  const figures = finite(takenFigures(taken, { sensor, brief, noSmear: take === 'still' || take === 'streak' }));
  const distanceM = brief?.subject.distanceM ?? null;
  return {
    ...figures,
    distanceM,
    take,
    shutterThirds: classOf(taken.shutterS, 3),
    isoThirds: classOf(taken.iso, 3, 100),
    focalHalves: classOf(figures.equivalentMm, 2),
    distanceHalves: classOf(distanceM, 2),
    holdThirds: figures.hold === null ? null : Math.round(3 * figures.hold),
    smearThirds: classOf(figures.smear, 3),
    grainThirds: figures.snr === null ? null : Math.round(-3 * Math.log2(figures.snr)),
  };
}

function takeOf(
  { shutterS, fNumber }: Pick<NewFrame, 'shutterS' | 'fNumber'>,
  takes: readonly PlannedTake[] | null,
): TakeCode | null {
  return takes === null || shutterS === null ? null : nearestTake(takes, shutterS, fNumber);
}

/** What its file said of a frame that is kept. */
export function writtenOf(row: InferEntity<typeof LogFrameEntity>): Written {
  const figure = (value: unknown): number | null => (typeof value === 'number' ? value : null);
  return {
    shutterS: figure(row.shutterS),
    fNumber: figure(row.fNumber),
    iso: figure(row.iso),
    focalLengthMm: figure(row.focalLengthMm),
    equivalentMm: figure(row.writtenEquivalentMm),
    camera: row.camera ?? null,
    // That a subject stood still no setting tells.
    ...(row.take === 'still' ? { take: row.take } : {}),
  };
}

/** The class of a figure in parts of a stop; null where there is none. */
const classOf = (value: number | null, parts: number, of = 1): number | null =>
  value === null || !(value > 0) ? null : Math.round(parts * Math.log2(value / of));

/** Figures without an end or a value are none. */
function finite<Figures extends object>(figures: Figures): Figures {
  const entries = Object.entries(figures) as [string, unknown][];
  return Object.fromEntries(
    entries.map(([name, value]) => [name, typeof value === 'number' && !Number.isFinite(value) ? null : value]),
  ) as Figures;
}
