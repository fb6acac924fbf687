import {
  fillBehind,
  fullFrameEquivalentMm,
  isEnlarged,
  layerOfBytes,
  magnification,
  naturalAtSize,
  rowsOf,
  planesOfBytes,
  COLOURS,
  type FrameScene,
  type NaturalScene,
  type Situation,
} from '@hushto/core';
import type { FrameJob } from './frameProtocol.ts';
import { FIELD, type DrawnScene, type Pen } from './scenes/drawing.ts';
import { SCENES } from './scenes/index.ts';
import { sceneFor } from './scenes/names.ts';
import { close, closeIfHere, natural } from './scenes/natural.ts';

/** Lamps drawn as white are so many times as bright as a white wall. Ours. */
const LAMP_GAIN = 14;
/** How small and how large a subject is still drawn, as a share of the picture height. */
const SMALLEST = 0.12;
const LARGEST = 2.4;

/** What a scene at its size depends on: two jobs with the same key show the same scene. */
export function sceneKey({ brief, subject: shown, view, spot, width, height }: FrameJob, share: number): string {
  const { subject, light, kit, picture } = brief;
  const everywhere = [
    shown.kind === 'drawn' ? (shown.name ?? sceneFor(brief)) : shown, view, spot, width, height, share, subject.tone, light.background.stops,
    kit.sensor.widthMm, kit.sensor.heightMm, kit.sensor.megapixels, picture.crop, picture.viewCph,
  ]; // prettier-ignore
  // A computed scene is framed as it is; what is drawn is as large as lens and distance make it.
  const framed = shown.kind === 'drawn' && 'folder' in SCENES[shown.name ?? sceneFor(brief)];
  return JSON.stringify(framed ? everywhere : [...everywhere, subject.distanceM, kit.lens.focalLengthMm]);
}

/** How field units become pixels: scale and shift of the ground, and of the subject on it. */
interface Placing {
  ground: { scale: number; x: number; y: number };
  subject: { scale: number; x: number; y: number };
}

/**
 * The scene of a job as core renders it, at the brief's own geometry: the subject as large as lens and distance make it.
 * @param share 1 for full size, less for a coarse picture
 * @param finer the scene's close part, null where it cannot be had; looked for where unset, and then it may be said to come. A job that is
 * drawn once waits for it here
 */
export async function sceneAtSize(
  situation: Situation,
  job: FrameJob,
  photos: OwnPhotos,
  share: number,
  finer?: NaturalScene | null,
): Promise<PlacedScene> {
  const { picture } = situation;
  const width = Math.max(8, Math.round(job.width * share));
  const height = Math.max(8, Math.round(job.height * share));
  // Close up, one pixel of the screen is one viewed pixel or one of the sensor; the whole picture is as high as the space for it.
  const rows = job.view === 'whole' ? 0 : rowsOf(picture, job.view === 'pixels' ? 'taken' : 'seen');
  const pictureHeight = Math.max(height, rows * share);
  const mmPerPx = picture.heightMm / pictureHeight;
  const pictureWidth = pictureHeight * picture.aspect;
  const { subject } = job;
  const size = { width, height, pictureWidth, pictureHeight, mmPerPx };
  const middle = { x: 0.5, y: 0.5 };
  if (subject.kind === 'photo')
    return { scene: photoScene(situation, job, photos.get(subject.id), job.spot ?? middle, size), look: middle };
  const scene = SCENES[subject.name ?? sceneFor(job.brief)];
  if ('folder' in scene) return naturalScene(situation, job, scene.folder, size, finer);
  const placing = placed(situation, scene, pictureWidth, pictureHeight);
  // The window of the detail lies round where one looks first.
  const look = {
    x: (scene.subject.look.x * placing.subject.scale + placing.subject.x) / pictureWidth,
    y: (scene.subject.look.y * placing.subject.scale + placing.subject.y) / pictureHeight,
  };
  const { left, top } = windowRound(job.spot ?? look, size);
  const draw = (where: Placing['ground'], how: (pen: Pen) => void): Uint8ClampedArray => {
    const pen = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
    pen.setTransform(where.scale, 0, 0, where.scale, where.x - left, where.y - top);
    how(pen);
    return pen.getImageData(0, 0, width, height).data;
  };
  const { brief } = situation;
  const background = planesOfBytes(
    draw(placing.ground, scene.background),
    width,
    height,
    brighter(brief.light.background.stops - scene.backgroundStops),
  );
  const lamps = layerOfBytes(draw(placing.ground, scene.lights), width, height, LAMP_GAIN);
  for (const colour of COLOURS) for (let i = 0; i < background[colour].length; i++) background[colour][i]! += lamps[colour][i]!;
  const tone = brighter(Math.log2(brief.subject.tone / scene.tone));
  const shown: FrameScene = {
    background,
    backgroundTimes: scene.backgroundTimes,
    mmPerPx,
    subject: scene.parts.map(({ moves, limb, along, draw: drawPart }) => ({
      layer: layerOfBytes(draw(placing.subject, drawPart), width, height, tone),
      moves,
      limb,
      along,
    })),
  };
  return { scene: shown, look };
}

/** A scene, and where it is most telling, as shares of the picture. */
interface PlacedScene {
  scene: FrameScene;
  look: Spot;
  /** Its close part, where that is wanted and on its way: until then the scene is shown enlarged. */
  comes?: Promise<NaturalScene | null>;
}
type Spot = NonNullable<FrameJob['spot']>;

/** Where the window of a frame begins in its picture, round a spot as far as that lies inside, px. */
function windowRound(spot: Spot, { width, height, pictureWidth, pictureHeight }: Size): { left: number; top: number } {
  const begin = (at: number, picture: number, shown: number): number =>
    Math.round(Math.min(Math.max(0, picture - shown), Math.max(0, at * picture - shown / 2)));
  return { left: begin(spot.x, pictureWidth, width), top: begin(spot.y, pictureHeight, height) };
}

function placed({ brief, picture }: Situation, scene: DrawnScene, pictureWidth: number, pictureHeight: number): Placing {
  const { kit, subject } = brief;
  const fit = pictureHeight / FIELD.height;
  const equivalent = fullFrameEquivalentMm(kit.lens.focalLengthMm, kit.sensor.widthMm, kit.sensor.heightMm, brief.picture.crop);
  const zoom = Math.min(3, Math.max(1, equivalent / scene.drawnForMm));
  const { foot, look, height, heightM } = scene.subject;
  const ground = { scale: fit * zoom, x: pictureWidth / 2 - foot.x * fit * zoom, y: scene.horizon * fit * (1 - zoom) };
  const onSensorMm = magnification(kit.lens.focalLengthMm, subject.distanceM) * heightM * 1000;
  const share = Math.min(LARGEST, Math.max(SMALLEST, onSensorMm / picture.heightMm));
  const scale = (share * pictureHeight) / height;
  // It stands where it is drawn; where it is larger than the picture, what one looks at first stays in the upper third.
  const standsAt = Math.min(pictureHeight * 0.97, foot.y * fit * zoom + ground.y);
  const highest = pictureHeight * 0.36 - look.y * scale;
  const y = Math.max(standsAt - foot.y * scale, Math.min(highest, standsAt - foot.y * scale + pictureHeight));
  const x = pictureWidth / 2 - (share > 0.9 ? look.x : foot.x) * scale;
  return { ground, subject: { scale, x, y: share > 0.75 ? Math.max(y, highest) : standsAt - foot.y * scale } };
}

/** Stops as a factor, held within what a scene still bears. */
const brighter = (stops: number): number => 2 ** Math.min(4, Math.max(-4, stops));

/** A computed scene as it was framed: whole, or the part of it that is most telling. */
async function naturalScene(
  { brief }: Situation,
  job: FrameJob,
  folder: string,
  size: Size,
  finer: NaturalScene | null | undefined,
): Promise<PlacedScene> {
  const { width, height, pictureWidth, pictureHeight, mmPerPx } = size;
  const scene = await natural(folder);
  // It fills the picture; pictures of another shape show less of its sides.
  const perPx = Math.min(scene.width / pictureWidth, scene.height / pictureHeight);
  const [left, top] = [(scene.width - pictureWidth * perPx) / 2, (scene.height - pictureHeight * perPx) / 2];
  const look = {
    x: (scene.look.x - left) / (pictureWidth * perPx),
    y: (scene.look.y - top) / (pictureHeight * perPx),
  };
  const begins = windowRound(job.spot ?? look, size);
  const window = {
    across: { from: left + begins.left * perPx, length: width * perPx },
    down: { from: top + begins.top * perPx, length: height * perPx },
    width,
    height,
    mmPerPx,
  };
  const brighterBy = {
    still: brighter(brief.light.background.stops - scene.backgroundStops),
    subject: brighter(Math.log2(brief.subject.tone / scene.tone)),
  };
  if (!isEnlarged(window)) return { scene: naturalAtSize(scene, window, brighterBy, null), look };
  const wanted = job.once ? await close(folder) : finer;
  const found = wanted === undefined ? closeIfHere(folder) : wanted;
  const shown = { scene: naturalAtSize(scene, window, brighterBy, found), look };
  return found || wanted === null ? shown : { ...shown, comes: close(folder) };
}

interface Size {
  width: number;
  height: number;
  pictureWidth: number;
  pictureHeight: number;
  mmPerPx: number;
}

interface OwnPhoto {
  picture: ImageBitmap;
  /** What is painted on it, by its alpha. */
  mask: ImageBitmap | null;
}

/** Photos of the user's own by their id. */
export type OwnPhotos = Map<number, OwnPhoto>;

/** A photo as the scene: sharp and clean as it is, seen through the brief's lens where that is the longer one. */
function photoScene(
  { brief }: Situation,
  { subject }: FrameJob,
  photo: OwnPhoto | undefined,
  spot: Spot,
  size: Size,
): FrameScene {
  const { width, height, pictureWidth, pictureHeight, mmPerPx } = size;
  const { kit, picture } = brief;
  const [own, moves] = subject.kind === 'photo' ? [subject.equivalentMm, subject.moves] : [50, 'none' as const];
  const zoom = Math.max(
    1,
    fullFrameEquivalentMm(kit.lens.focalLengthMm, kit.sensor.widthMm, kit.sensor.heightMm, picture.crop) / own,
  );
  const drawn = (bitmap: ImageBitmap | null | undefined): Uint8ClampedArray => {
    const pen = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
    if (bitmap) {
      const cover = Math.max(pictureWidth / bitmap.width, pictureHeight / bitmap.height) * zoom;
      const [w, h] = [bitmap.width * cover, bitmap.height * cover];
      pen.imageSmoothingQuality = 'high';
      const { left, top } = windowRound(spot, size);
      pen.drawImage(bitmap, (pictureWidth - w) / 2 - left, (pictureHeight - h) / 2 - top, w, h);
    }
    return pen.getImageData(0, 0, width, height).data;
  };
  const bytes = drawn(photo?.picture);
  const background = planesOfBytes(bytes, width, height);
  const scene = { background, backgroundTimes: 1, mmPerPx };
  if (moves === 'none' || (moves === 'brushed' && !photo?.mask)) return { ...scene, subject: [] };
  if (moves === 'all') return { ...scene, subject: [{ layer: layerOfBytes(bytes, width, height), moves: 1 }] };
  const brushed = drawn(photo?.mask);
  const cut = bytes.map((byte, i) => (i % 4 === 3 ? brushed[i]! : byte));
  const layer = layerOfBytes(cut, width, height);
  // Behind what moves away from where it stood, what is round it goes on.
  for (const colour of COLOURS) background[colour] = fillBehind(background[colour], layer.cover, width, height);
  return { ...scene, subject: [{ layer, moves: 1 }] };
}
