import { fullFrameEquivalentMm, type Brief } from '@hushto/core';
import { photoShelf } from '../sync/photoShelf.ts';
import { brushedOf, lendBrushed, takeIn } from '../workers/ownPhotos.ts';
import { askPhoto } from '../workers/photos.ts';
import { photoOf, setPhotoOf, useFrame, type OwnPhoto } from './frame.ts';
import { useLastOpen } from './lastOpen.ts';

/** Photos of one's own: taken in for a brief, kept in this browser, found again when the brief is opened. */
const shelf = photoShelf();

const usedAs = ({ equivalentMm, known, moves }: OwnPhoto) => ({ equivalentMm, known, moves });

/** Takes a photo in for the open brief. What is wrong with it comes as words that follow its name. */
export async function takePhoto(brief: Brief, file: File): Promise<{ problem: string } | { kept: boolean }> {
  const { briefId, set } = useFrame.getState();
  if (briefId === null) return { problem: 'needs a brief that is open.' };
  const found = await askPhoto('picture', file);
  if ('problem' in found) return found;
  const { sensor, lens } = brief.kit;
  const written = found.exif.equivalentMm;
  // Without it, the brief's own body and lens are the best guess there is.
  const taken = found.exif.focalLengthMm ?? lens.focalLengthMm;
  const photo: OwnPhoto = {
    id: await takeIn(found.picture!),
    name: file.name,
    width: found.width,
    height: found.height,
    equivalentMm: written ?? Math.round(fullFrameEquivalentMm(taken, sensor.widthMm, sensor.heightMm, 1)),
    known: written === null ? 'guessed' : 'written',
    softPx: null,
    moves: 'all',
    mask: 0,
  };
  setPhotoOf(briefId, photo);
  set({ spot: null });
  void sayHowSharp(briefId, photo.id, file);
  const kept = shelf.keep(briefId, { name: file.name, file, use: usedAs(photo), mask: null });
  return {
    kept: await kept.then(
      () => {
        useLastOpen.setState({ hasPhotos: true });
        return true;
      },
      () => false,
    ),
  };
}

/** Finds the photo kept for a brief; nothing where there is none or it is here already. */
export async function findPhoto(briefId: string): Promise<void> {
  if (useFrame.getState().photos[briefId]) return;
  const kept = await shelf.find(briefId).catch(() => null);
  if (!kept) return;
  const found = await askPhoto('picture', new File([kept.file], kept.name));
  if ('problem' in found || useFrame.getState().photos[briefId]) return;
  const id = await takeIn(found.picture!);
  if (kept.mask) await lendBrushed(id, await createImageBitmap(kept.mask));
  const { name, use, mask } = kept;
  setPhotoOf(briefId, { id, name, width: found.width, height: found.height, softPx: null, ...use, mask: mask ? 1 : 0 });
  await sayHowSharp(briefId, id, new File([kept.file], name));
}

/** Looks how soft the photo's own edges are: what is finer cannot be judged by it. */
async function sayHowSharp(briefId: string, id: number, file: File): Promise<void> {
  const found = await askPhoto('edges', file);
  const photo = useFrame.getState().photos[briefId];
  if (photo?.id === id && !('problem' in found)) setPhotoOf(briefId, { ...photo, softPx: found.edges?.sigmaPx ?? null });
}

/** Changes how the open brief's photo is used. */
export function changePhoto(change: Partial<Pick<OwnPhoto, 'equivalentMm' | 'known' | 'moves'>>): void {
  const { briefId, ...frame } = useFrame.getState();
  const photo = photoOf({ briefId, ...frame });
  if (briefId === null || !photo) return;
  const changed = { ...photo, ...change };
  setPhotoOf(briefId, changed);
  void shelf.change(briefId, { use: usedAs(changed) }).catch(() => undefined);
}

/** Draws with what has been brushed on the open brief's photo. */
export async function drawWithBrushed(): Promise<void> {
  const { briefId, ...frame } = useFrame.getState();
  const photo = photoOf({ briefId, ...frame });
  if (briefId === null || !photo) return;
  await lendBrushed(photo.id);
  // What was found out about it meanwhile stays.
  const now = useFrame.getState().photos[briefId];
  if (now?.id === photo.id) setPhotoOf(briefId, { ...now, mask: now.mask + 1 });
  await shelf.change(briefId, { mask: await brushedOf(photo.id) }).catch(() => undefined);
}

/** Goes back to scenes: the open brief's photo is let go, here and where it was kept. */
export function letGoOfPhoto(): void {
  const { briefId } = useFrame.getState();
  if (briefId === null) return;
  setPhotoOf(briefId, null);
  void shelf.drop(briefId).catch(() => undefined);
}
