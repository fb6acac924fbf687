import {
  develop,
  finish,
  FrameRenderer,
  frameOptics,
  seededRandom,
  shootBurst,
  Situation,
  type FrameOptics,
  type NaturalScene,
  type ShotBurst,
} from '@hushto/core';
import { FRAME_SLOTS, type DrawnFrame, type FailedFrame, type FrameJob, type FrameSlot, type ToWorker } from './frameProtocol.ts';
import { sceneAtSize, sceneKey, type OwnPhotos } from './sceneAtSize.ts';

/** Draws frames off the page's thread: a coarse one first where it would take long, and never one that is no longer wanted. */
const wanted = new Map<FrameSlot, Omit<Wanted, 'slot'>>();
/** Frames shown enlarged until the close part of their scene comes. */
const waiting = new Map<FrameSlot, number>();
const photos: OwnPhotos = new Map();
const MOST_PHOTOS = 4;
let working = false;
let lastTookMs = Infinity;

/** Pixels of a coarse picture that is there at once. */
const COARSE_PX = 16_000;
/** Frames that take less need no coarse one before, ms. */
const SOON_MS = 120;
/** Frames of a burst beside each other, against the large one. */
const SMALL = 0.3;

onmessage = ({ data }: MessageEvent<ToWorker>) => {
  if (data.type === 'photo') {
    const oldest = photos.size >= MOST_PHOTOS ? photos.entries().next().value : undefined;
    oldest?.[1].picture.close();
    if (oldest) photos.delete(oldest[0]);
    photos.set(data.id, { picture: data.bitmap, mask: null });
  } else if (data.type === 'mask') {
    const photo = photos.get(data.id);
    photo?.mask?.close();
    if (photo) photo.mask = data.bitmap;
  } else if (data.type === 'forget') {
    wanted.delete(data.slot);
    waiting.delete(data.slot);
  } else {
    waiting.delete(data.slot);
    want(data);
  }
};

function want({ slot, ...next }: Wanted): void {
  wanted.set(slot, next);
  if (!working) void work();
}

async function work(): Promise<void> {
  working = true;
  for (let next = takeNext(); next; next = takeNext()) {
    try {
      await draw(next);
    } catch (error) {
      const { slot, ticket } = next;
      postMessage({ slot, ticket, failed: error instanceof Error ? error.message : String(error) } satisfies FailedFrame);
    }
    await letMessagesIn();
  }
  working = false;
}

async function draw({ slot, ticket, job, finer }: Wanted): Promise<void> {
  const current = (): boolean => !wanted.has(slot);
  const taken = rendering(job);
  if (slot === 'burst') {
    for (let frame = 0; frame < taken.shot.drifts.length && current(); frame++) {
      send(slot, ticket, taken, frame, await rendererFor(taken, SMALL), false);
      await letMessagesIn();
    }
    return;
  }
  if (job.once) {
    send(slot, ticket, taken, taken.frame, await rendererFor(taken, 1), false);
    return;
  }
  const coarse = Math.min(1, Math.sqrt(COARSE_PX / (job.width * job.height)));
  if (job.quick || (lastTookMs > SOON_MS && finer === undefined)) {
    send(slot, ticket, taken, taken.frame, await rendererFor(taken, coarse), true);
    if (job.quick) return;
    await letMessagesIn();
    if (!current()) return;
  }
  const start = performance.now();
  const shown = await rendererFor(taken, 1, finer);
  send(slot, ticket, taken, taken.frame, shown, shown.comes !== undefined);
  lastTookMs = performance.now() - start;
  if (shown.comes && current()) {
    waiting.set(slot, ticket);
    void shown.comes.then((close) => waiting.get(slot) === ticket && want({ slot, ticket, job, finer: close }));
  }
  // What follows a drag finds its scene made already.
  if (slot === 'now' && wanted.size === 0) await rendererFor(taken, coarse);
}

interface Wanted {
  slot: FrameSlot;
  ticket: number;
  job: FrameJob;
  /** The close part of its scene, once it was waited for; null where it cannot be had. */
  finer?: NaturalScene | null;
}

function takeNext(): Wanted | null {
  for (const slot of FRAME_SLOTS) {
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
  shot: ShotBurst;
  frame: number;
}

/** The setting of a job, and the burst it shoots. */
function rendering(job: FrameJob): Rendering {
  const { picture } = job.brief;
  const pinned = { ...picture.pinned, shutterS: job.shutterS, fNumber: job.fNumber, burst: job.burst };
  const situation = new Situation({ ...job.brief, picture: { ...picture, pinned } });
  const candidate = situation.candidate(situation.marks.allowed[0]!, situation.marks.apertures[0]!, job.brief.light.ev100);
  const optics = frameOptics(situation, candidate, job.focusedAtM);
  const shot = shootBurst(optics, job.burst, seededRandom(job.seed));
  return { job, situation, optics, shot, frame: job.frame ?? shot.best };
}

/** Scenes as drawn at a size; a setting only changes what the camera makes of them. */
const scenes = new Map<string, ShownScene>();
const MOST_SCENES = 12;

interface ShownScene {
  renderer: FrameRenderer;
  look: DrawnFrame['look'];
  /** Its close part, while that is on its way. */
  comes?: Promise<NaturalScene | null> | undefined;
}

async function rendererFor({ job, situation }: Rendering, share: number, finer?: NaturalScene | null): Promise<ShownScene> {
  const key = sceneKey(job, share);
  let known = scenes.get(key);
  if (known === undefined) {
    const { scene, look, comes } = await sceneAtSize(situation, job, photos, share, finer);
    known = { renderer: new FrameRenderer(scene), look, comes };
    if (comes) return known;
    if (scenes.size >= MOST_SCENES) scenes.delete(scenes.keys().next().value!);
    scenes.set(key, known);
  }
  return known;
}

function send(
  slot: FrameSlot,
  ticket: number,
  taken: Rendering,
  frame: number,
  { renderer, look }: ShownScene,
  coarse: boolean,
): void {
  const { optics, job, shot } = taken;
  // Every frame has noise of its own, and the same again when it is drawn again.
  const uniform = seededRandom(job.seed * 1009 + frame);
  const start = performance.now();
  const planes = renderer.render(optics, {
    drift: shot.drifts[frame]!,
    miss: shot.misses[frame]!,
    lampPhase: uniform(),
    uniform,
  });
  finish(planes, job.brief.picture.finish ?? 'plain', renderer.collecting(optics));
  const pixels = develop(planes, optics.brighterStops, optics.pixel.clipsAt).buffer;
  const { width, height } = planes;
  const drawn: DrawnFrame = {
    slot,
    ticket,
    frame,
    coarse,
    follows: job.quick === true,
    width,
    height,
    pixels,
    // A tolerance is two pixels as viewed.
    burst: shot.blurs.map((blur, i) => ({ blurPx: 2 * blur, sharp: shot.sharp[i]! })),
    best: shot.best,
    look,
    tookMs: performance.now() - start,
  };
  postMessage(drawn, { transfer: [pixels] });
}

const letMessagesIn = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));
