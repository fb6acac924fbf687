import {
  develop,
  drawBurst,
  drawMisses,
  driftLength,
  FrameRenderer,
  frameOptics,
  normalSource,
  seededRandom,
  sharpestOf,
  Situation,
  type Drift,
  type FrameOptics,
} from '@hushto/core';
import type { BurstFrame, DrawnFrame, FrameJob, FrameSlot, ToWorker } from './frameProtocol.ts';
import { sceneAtSize } from './sceneAtSize.ts';

/** Draws frames off the page's thread: a coarse one first where it would take long, and never one that is no longer wanted. */
const wanted = new Map<FrameSlot, { ticket: number; job: FrameJob }>();
const photos = new Map<number, ImageBitmap>();
let working = false;
let lastTookMs = Infinity;

/** A share of the full size at which a picture is there at once. */
const COARSE = 0.25;
/** Frames that take less need no coarse one before, ms. */
const SOON_MS = 120;
/** Frames of a burst beside each other, against the large one. */
const SMALL = 0.3;

onmessage = ({ data }: MessageEvent<ToWorker>) => {
  if (data.type === 'photo') {
    photos.forEach((photo) => photo.close());
    photos.clear();
    photos.set(data.id, data.bitmap);
    scenes.clear();
  } else if (data.type === 'forget') {
    wanted.delete(data.slot);
  } else {
    wanted.set(data.slot, data);
    if (!working) void work();
  }
};

async function work(): Promise<void> {
  working = true;
  for (let next = takeNext(); next; next = takeNext()) {
    const { slot, ticket, job } = next;
    const current = (): boolean => !wanted.has(slot);
    const taken = rendering(job);
    if (slot === 'burst') {
      for (let frame = 0; frame < taken.burst.length && current(); frame++) {
        send(slot, ticket, taken, frame, SMALL, false);
        await letMessagesIn();
      }
      continue;
    }
    if (lastTookMs > SOON_MS) {
      send(slot, ticket, taken, taken.frame, COARSE, true);
      await letMessagesIn();
      if (!current()) continue;
    }
    const start = performance.now();
    send(slot, ticket, taken, taken.frame, 1, false);
    lastTookMs = performance.now() - start;
    await letMessagesIn();
  }
  working = false;
}

/** The picture in the hand first, then the kept one, then the burst. */
function takeNext(): { slot: FrameSlot; ticket: number; job: FrameJob } | null {
  for (const slot of ['now', 'kept', 'burst'] as const) {
    const next = wanted.get(slot);
    if (!next) continue;
    wanted.delete(slot);
    return { slot, ...next };
  }
  return null;
}

interface Rendering {
  job: FrameJob;
  situation: Situation;
  optics: FrameOptics;
  drifts: Drift[];
  misses: number[];
  burst: BurstFrame[];
  best: number;
  frame: number;
}

/** The burst of a job, drawn from the law its chances come from. */
function rendering(job: FrameJob): Rendering {
  const { picture } = job.brief;
  const pinned = { ...picture.pinned, shutterS: job.shutterS, fNumber: job.fNumber, burst: job.burst };
  const situation = new Situation({ ...job.brief, picture: { ...picture, pinned } });
  const candidate = situation.candidate(situation.allowed[0]!, situation.apertures[0]!, job.brief.light.ev100);
  const optics = frameOptics(situation, candidate);
  const uniform = seededRandom(job.seed);
  const drifts = drawBurst(optics.singleChance, job.burst, normalSource(uniform));
  const misses = drawMisses(job.burst, uniform);
  const pans = optics.residueMm > 0;
  const burst = drifts.map((drift, i) => {
    const blurPx = pans ? (2 * optics.residueMm * misses[i]!) / optics.toleranceMm : 2 * driftLength(drift);
    return { blurPx, sharp: blurPx <= (pans ? 4 : 2) };
  });
  const best = pans ? misses.indexOf(Math.min(...misses)) : sharpestOf(drifts);
  return { job, situation, optics, drifts, misses, burst, best, frame: job.frame ?? best };
}

/** Scenes as drawn at a size; a setting only changes what the camera makes of them. */
const scenes = new Map<string, FrameRenderer>();
const MOST_SCENES = 4;

function rendererFor({ job, situation }: Rendering, share: number): FrameRenderer {
  const { subject, light, kit, picture } = job.brief;
  const key = JSON.stringify([
    job.subject, job.view, job.width, job.height, share, subject.distanceM, subject.tone, light.background.stops,
    kit.lens.focalLengthMm, kit.sensor.widthMm, kit.sensor.heightMm, kit.sensor.megapixels, picture.crop, picture.viewCph,
  ]); // prettier-ignore
  let known = scenes.get(key);
  if (known === undefined) {
    known = new FrameRenderer(sceneAtSize(situation, job, photos, share));
    if (scenes.size >= MOST_SCENES) scenes.delete(scenes.keys().next().value!);
    scenes.set(key, known);
  }
  return known;
}

function send(slot: FrameSlot, ticket: number, taken: Rendering, frame: number, share: number, coarse: boolean): void {
  const start = performance.now();
  const { optics, job } = taken;
  // Every frame has noise of its own, and the same again when it is drawn again.
  const uniform = seededRandom(job.seed * 1009 + frame);
  const planes = rendererFor(taken, share).render(optics, {
    drift: taken.drifts[frame]!,
    miss: taken.misses[frame]!,
    lampPhase: uniform(),
    uniform,
  });
  const pixels = develop(planes, optics.brighterStops).buffer;
  const { width, height } = planes;
  const drawn: DrawnFrame = {
    slot,
    ticket,
    frame,
    coarse,
    width,
    height,
    pixels,
    burst: taken.burst,
    best: taken.best,
    tookMs: performance.now() - start,
  };
  postMessage(drawn, { transfer: [pixels] });
}

const letMessagesIn = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));
