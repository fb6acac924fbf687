import {
  fullFrameEquivalentMm,
  layerOfBytes,
  magnification,
  planesOfBytes,
  COLOURS,
  type FrameScene,
  type Situation,
} from '@hushto/core';
import type { FrameJob } from './frameProtocol.ts';
import { FIELD, type DrawnScene, type Pen } from './scenes/drawing.ts';
import { SCENES } from './scenes/index.ts';

/** Lamps drawn as white are so many times as bright as a white wall. Ours. */
const LAMP_GAIN = 14;
/** How small and how large a subject is still drawn, as a share of the picture height. */
const SMALLEST = 0.12;
const LARGEST = 2.4;

/** How field units become pixels: scale and shift of the ground, and of the subject on it. */
interface Placing {
  ground: { scale: number; x: number; y: number };
  subject: { scale: number; x: number; y: number };
}

/**
 * The scene of a job as core renders it, at the brief's own geometry: the subject as large as lens and distance make it.
 * @param share 1 for full size, less for a coarse picture
 */
export function sceneAtSize(
  situation: Situation,
  job: FrameJob,
  photos: ReadonlyMap<number, ImageBitmap>,
  share: number,
): FrameScene {
  const { picture } = situation;
  const width = Math.max(8, Math.round(job.width * share));
  const height = Math.max(8, Math.round(job.height * share));
  // In detail one pixel of the screen is one viewed pixel; the whole picture is as high as the space for it.
  const pictureHeight = job.view === 'detail' ? Math.max(height, 2 * picture.limitCph * share) : height;
  const mmPerPx = picture.heightMm / pictureHeight;
  const pictureWidth = pictureHeight * picture.aspect;
  const { subject } = job;
  if (subject.kind === 'photo')
    return photoScene(situation, job, photos.get(subject.id), { width, height, pictureWidth, pictureHeight, mmPerPx });
  const scene = SCENES[subject.name];
  const placing = placed(situation, scene, pictureWidth, pictureHeight);
  // The window of the detail lies round where one looks first.
  const lookX = scene.subject.look.x * placing.subject.scale + placing.subject.x;
  const lookY = scene.subject.look.y * placing.subject.scale + placing.subject.y;
  const left = Math.round(Math.min(Math.max(0, pictureWidth - width), Math.max(0, lookX - width / 2)));
  const top = Math.round(Math.min(Math.max(0, pictureHeight - height), Math.max(0, lookY - height / 2)));
  const draw = (where: Placing['ground'], how: (pen: Pen) => void): Uint8ClampedArray => {
    const pen = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
    pen.setTransform(where.scale, 0, 0, where.scale, where.x - left, where.y - top);
    how(pen);
    return pen.getImageData(0, 0, width, height).data;
  };
  const { brief } = situation;
  const brighter = (stops: number): number => 2 ** Math.min(4, Math.max(-4, stops));
  const background = planesOfBytes(
    draw(placing.ground, scene.background),
    width,
    height,
    brighter(brief.light.background.stops - scene.backgroundStops),
  );
  const lamps = layerOfBytes(draw(placing.ground, scene.lights), width, height, LAMP_GAIN);
  for (const colour of COLOURS) for (let i = 0; i < background[colour].length; i++) background[colour][i]! += lamps[colour][i]!;
  const tone = brighter(Math.log2(brief.subject.tone / scene.tone));
  return {
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

interface Size {
  width: number;
  height: number;
  pictureWidth: number;
  pictureHeight: number;
  mmPerPx: number;
}

/** A photo as the scene: sharp and clean as it is, seen through the brief's lens where that is the longer one. */
function photoScene({ brief }: Situation, { subject }: FrameJob, photo: ImageBitmap | undefined, size: Size): FrameScene {
  const { width, height, pictureWidth, pictureHeight, mmPerPx } = size;
  const pen = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
  const { kit, picture } = brief;
  const own = subject.kind === 'photo' ? subject.equivalentMm : 50;
  const zoom = Math.max(
    1,
    fullFrameEquivalentMm(kit.lens.focalLengthMm, kit.sensor.widthMm, kit.sensor.heightMm, picture.crop) / own,
  );
  if (photo) {
    const cover = Math.max(pictureWidth / photo.width, pictureHeight / photo.height) * zoom;
    const [w, h] = [photo.width * cover, photo.height * cover];
    pen.imageSmoothingQuality = 'high';
    pen.drawImage(photo, width / 2 - w / 2, height / 2 - h / 2, w, h);
  }
  const bytes = pen.getImageData(0, 0, width, height).data;
  const background = planesOfBytes(bytes, width, height);
  const moves = subject.kind === 'photo' && subject.moves;
  return {
    background,
    backgroundTimes: 1,
    mmPerPx,
    subject: moves ? [{ layer: layerOfBytes(bytes, width, height), moves: 1 }] : [],
  };
}
