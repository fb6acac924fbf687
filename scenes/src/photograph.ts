import { Worker } from 'node:worker_threads';
import { WHOLE_PX } from './close.ts';
import { setFineness } from './fineness.ts';
import { expose } from './trace/expose.ts';
import { Lens, newFilm, type Film } from './trace/film.ts';
import { shares, soundings } from './trace/sound.ts';
import { Stage } from './trace/stage.ts';
import { grow } from './trace/strands.ts';
import type { Thing } from './trace/thing.ts';
import type { Camera, Scene } from './set/scene.ts';
import { SETS, type SetName } from './set/index.ts';

/** The films of a scene: what stands still, the same in the subject's shadow, and each part of the subject, back to front. */
export interface Photograph {
  still: Film;
  shaded: Film;
  parts: Film[];
}

/** How a scene is photographed. */
export interface Order {
  name: SetName;
  /** Of the picture, px; three to two. */
  width: number;
  /** Rays for each pixel: a square number. */
  samples: number;
  /** Part of the picture: its middle and width in the subject's plane, m. */
  part?: Pick<Camera, 'middle' | 'width'> | undefined;
  /** How much finer than the whole picture it is; 1 where unset. */
  finer?: number;
  /** The one layer wanted: `still`, the name of a part, `depth` of all parts, or `look`: where one looks first; all where unset. */
  only?: string | undefined;
}

/** What one thread is given. */
export interface Task extends Order {
  films: Photograph;
  thread: number;
  threads: number;
}

/** Half as wide and high: shadows are soft. */
const SHADOW_SHARE = 0.5;

/** Photographs a scene in layers, on so many threads. */
export async function photograph(order: Order, threads: number): Promise<Photograph> {
  const { width } = order;
  const height = Math.round((width * 2) / 3);
  const films: Photograph = {
    still: newFilm(width, height),
    shaded: newFilm(Math.round(width * SHADOW_SHARE), Math.round(height * SHADOW_SHARE)),
    parts: SETS[order.name]().parts.map(() => newFilm(width, height)),
  };
  await Promise.all(
    Array.from({ length: threads }, (_, thread) => {
      const task: Task = { ...order, films, thread, threads };
      return new Promise((done, failed) => {
        new Worker(new URL('./photograph.worker.js', import.meta.url), { workerData: task }).on('exit', done).on('error', failed);
      });
    }),
  );
  return films;
}

/** A thread's share: its rows of every film. */
export function work({ films, samples, thread, threads, only, ...order }: Task): void {
  setFineness(order.finer ?? 1);
  const { still: things, parts, lighting, camera } = sceneOf(order);
  const whole = new Stage([...things, ...parts.flatMap((part) => part.things)]);
  const still = new Stage(things);
  const { width, height } = films.still;
  const lens = new Lens(camera, width, height);
  if (isWanted('still', only))
    expose(films.still, { view: still, whole: still, lighting, lens, samples, beyond: true }, thread, threads);
  if (parts.length > 0 && only === undefined) {
    const small = new Lens(camera, films.shaded.width, films.shaded.height);
    expose(films.shaded, { view: still, whole, lighting, lens: small, samples: 1, beyond: true }, thread, threads);
  }
  parts.forEach((part, i) => {
    if (!isWanted(part.name, only)) return;
    expose(films.parts[i]!, { view: new Stage(part.things), whole, lighting, lens, samples, beyond: false }, thread, threads);
  });
}

const isWanted = (layer: string, only: string | undefined): boolean => only === undefined || only === layer;

/** How deep each part lies, as shares of the subject's depth, at half the size. */
export function sound({ width, ...order }: Order): Float32Array[] {
  const { parts, camera } = sceneOf(order);
  const size = { width: Math.ceil(width / 2), height: Math.ceil(Math.round((width * 2) / 3) / 2) };
  return shares(parts.map(({ things }) => soundings(new Stage(things), new Lens(camera, size.width, size.height), size)));
}

/** Grows the coats of all layers: each strand may lie over any other, so one after the other. @returns how many strands */
export function comb(order: Omit<Order, 'samples'>, films: Photograph): number {
  setFineness(order.finer ?? 1);
  const { still, parts, lighting, camera } = sceneOf(order);
  const whole = new Stage([...still, ...parts.flatMap(({ things }) => things)]);
  const lens = new Lens(camera, films.still.width, films.still.height);
  // A part of a picture shows the very strands of the whole.
  const all = new Lens(SETS[order.name]().camera, WHOLE_PX, Math.round((WHOLE_PX * 2) / 3));
  let count = 0;
  const over = (film: Film, things: readonly Thing[]): void =>
    things.forEach((thing, i) => {
      for (const [n, coat] of (thing.coats ?? []).entries())
        count += grow(film, thing, coat, whole, lighting, { all, lens }, 977 * i + 31 * n + 5);
    });
  if (isWanted('still', order.only)) over(films.still, still);
  parts.forEach(({ name, things }, i) => isWanted(name, order.only) && over(films.parts[i]!, things));
  return count;
}

function sceneOf({ name, part }: Pick<Order, 'name' | 'part'>): Scene {
  const scene = SETS[name]();
  return { ...scene, camera: { ...scene.camera, ...part } };
}
