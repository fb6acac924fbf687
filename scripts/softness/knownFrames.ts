import { readFileSync } from 'node:fs';
import {
  develop,
  finish,
  FrameRenderer,
  frameOptics,
  naturalAtSize,
  normalSource,
  openScene,
  seededRandom,
  Situation,
  type Brief,
  type FrameOptics,
  type NaturalScene,
  type PictureCut,
  type SoftCause,
} from '@hushto/core';
import sharp from 'sharp';
import { exampleBrief } from '../../core/test/briefs.ts';
import { COVER_SIDE, type Known } from './features.ts';

/** Size of the frames, px: parts of scenes 2048 px wide, as if framed tighter, so that not all of them have their subject in one place. */
const WIDTH = 1536;
const HEIGHT = 1024;
/** Two of their pixels are one tolerance, as in a picture 2048 px wide of a sensor 24 mm high. */
const PICTURE_ROWS = 1366;
const SENSOR_MM = 24;

const SCENES = new URL('../../web/src/workers/scenes/natural/', import.meta.url);

export interface KnownFrame extends Known {
  jpeg: Buffer;
}

/** A scene of ours, decoded. */
export async function sceneNamed(name: string): Promise<NaturalScene> {
  return openScene(readFileSync(new URL(`${name}.scene`, SCENES)), async (picture) => {
    const { data, info } = await sharp(picture).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
  });
}

/** The finest smear a cause is given, and the widest, tolerances; what is no cause stays below. */
const LEAST = 1.3;
const MOST = 7;
const REST = [0.05, 0.55] as const;
/** Signal-to-noise ratio at viewing size under which grain is the fault: coarse; and how far below it goes. */
const COARSE_SNR = 10;

/** A brief to draw by: only its sensor and lens count, everything else is set by the cause. */
function frameBrief(): Brief {
  const { kit, ...brief } = exampleBrief();
  return {
    ...brief,
    subject: { ...brief.subject, distanceM: 5, depthM: 0.6 },
    kit: {
      sensor: { ...kit.sensor, widthMm: 36, heightMm: SENSOR_MM },
      lens: { ...kit.lens, focalLengthMm: 50, widestF: 1.4 },
    },
  };
}

/** Pixels of the scene for one of the frame, against those that show it as it is viewed. */
const [NEAREST, FARTHEST] = [0.8, 4 / 3];

/** Draws frames of one scene, each with a cause of its own. */
export class KnownFrames {
  readonly #scene: NaturalScene;
  readonly #name: string;
  readonly #spot: { x: number; y: number };
  readonly #cover: number[];
  readonly #renderer: FrameRenderer;

  /** @param framing draws the part of the scene that is framed, round the place where one looks */
  constructor(name: string, scene: NaturalScene, framing: () => number) {
    this.#name = name;
    this.#scene = scene;
    // Nearer or farther, which makes other textures of the same ones.
    const perPx = (scene.height / PICTURE_ROWS) * (NEAREST + (FARTHEST - NEAREST) * framing());
    const [across, down] = [WIDTH * perPx, HEIGHT * perPx];
    // The telling place lies in the middle third, as far as the scene reaches.
    const begin = (look: number, length: number, whole: number): number =>
      Math.min(whole - length, Math.max(0, look - length * (1 / 3 + framing() / 3)));
    const [left, top] = [begin(scene.look.x, across, scene.width), begin(scene.look.y, down, scene.height)];
    this.#spot = { x: (scene.look.x - left) / across, y: (scene.look.y - top) / down };
    this.#cover = coverOfParts(scene, { left, top, width: across, height: down });
    this.#renderer = new FrameRenderer(
      naturalAtSize(
        scene,
        {
          across: { from: left, length: across },
          down: { from: top, length: down },
          width: WIDTH,
          height: HEIGHT,
          mmPerPx: SENSOR_MM / PICTURE_ROWS,
        },
        { still: 1, subject: 1 },
      ),
    );
  }

  /** @throws RangeError where subject movement is asked of a scene in which nothing moves */
  async draw(cause: SoftCause, seed: number): Promise<KnownFrame> {
    const random = seededRandom(seed);
    const normal = normalSource(random);
    const between = (low: number, high: number): number => low * (high / low) ** random();
    const isLeft = random() < 0.5;
    const size = between(LEAST, MOST);
    const shake = cause === 'hands' ? size : between(...REST);
    const across = cause === 'subject' ? size : between(...REST);
    const defocus = cause === 'focus' ? size : between(...REST);
    const snr = cause === 'grain' ? between(2.2, 8.5) : between(14, 90);
    const angle = random() * 2 * Math.PI;
    const shutterS = cause === 'hands' && random() < 0.3 ? between(1 / 8, 1) : 1 / 125;

    const brief = frameBrief();
    const situation = new Situation(brief);
    const shutter = situation.marks.allowed[0]!;
    const aperture = situation.marks.apertures[0]!;
    const made = frameOptics(situation, situation.candidate(shutter, aperture, brief.light.ev100));
    const toleranceMm = made.toleranceMm;
    // Focus was missed: behind, where the background gets sharper, or before, where it gets softer still. Discs add and subtract along depth.
    const depthDisc = between(0.05, 0.5) * toleranceMm;
    const backDisc = this.#scene.parts.length === 0 ? 0 : between(0.1, 12) * toleranceMm;
    const offset = (random() < 0.6 ? 1 : -1) * (cause === 'focus' || random() < 0.3 ? defocus : 0) * toleranceMm;
    const viewed = SENSOR_MM / PICTURE_ROWS / made.pitchMm;
    // A pixel of the frame gathers those of the sensor under it; luminance keeps the summed signal-to-noise ratio.
    const midGreyE = electronsFor(snr, viewed ** 2, 2);
    const optics: FrameOptics = {
      ...made,
      shutterS,
      acrossMm: (isLeft ? -1 : 1) * across * toleranceMm,
      growth: 0,
      limbFactor: between(1, 2),
      follows: false,
      streakMm: 0,
      residueMm: 0,
      skewMm: 0,
      subjectDiscMm: (depth) => Math.abs(depth * depthDisc - offset),
      backgroundDiscMm: () => Math.abs(backDisc - offset),
      pixel: { midGreyE, readE: 2, clipsAt: made.pixel.clipsAt },
      brighterStops: 0.5 * normal(),
    };
    const planes = this.#renderer.render(optics, {
      drift: { x: shake * Math.cos(angle), y: shake * Math.sin(angle) },
      miss: 0,
      lampPhase: 0,
      uniform: random,
    });
    // Reduced noise is no grain any more: what it took is detail, and that is not told here.
    if (random() < 0.4 && cause !== 'grain') finish(planes, 'light', this.#renderer.collecting(optics));
    const pixels = develop(planes, optics.brighterStops, optics.pixel.clipsAt);
    const picture = sharp(pixels, { raw: { width: WIDTH, height: HEIGHT, channels: 4 } }).removeAlpha();
    const sharpened = random() < 0.35 ? picture.sharpen({ sigma: 0.8, m1: 0.4, m2: 0.8 }) : picture;
    const jpeg = await sharpened.jpeg({ quality: Math.round(80 + 15 * random()), chromaSubsampling: '4:2:0' }).toBuffer();
    return {
      scene: this.#name,
      seed,
      cause,
      size: cause === 'grain' ? Math.log2(COARSE_SNR / snr) : size,
      spot: this.#spot,
      cover: this.#cover,
      jpeg,
    };
  }
}

/** Places along each side of a part at which it is looked whether the subject covers it. */
const LOOKS = 4;
/** What moves less than this share of the body's own way counts as standing still. */
const LEAST_MOVES = 0.5;

/** What of each part of a cut the moving parts of a scene cover. */
function coverOfParts({ parts, pictures }: NaturalScene, { left, top, width, height }: PictureCut): number[] {
  const moving = parts.flatMap(({ moves, cut }, k) => (moves < LEAST_MOVES ? [] : [{ cut, picture: pictures.parts[k]! }]));
  const isCovered = (x: number, y: number): boolean =>
    moving.some(({ cut, picture }) => {
      // Light over cover in one picture of twice the height.
      const [half, scale] = [picture.height / 2, picture.width / cut.width];
      const [column, row] = [Math.floor((x - cut.left) * scale), Math.floor((y - cut.top) * scale)];
      if (column < 0 || row < 0 || column >= picture.width || row >= half) return false;
      return picture.data[4 * ((row + half) * picture.width + column)]! > 127;
    });
  return Array.from({ length: COVER_SIDE ** 2 }, (_, part) => {
    const [column, row] = [part % COVER_SIDE, Math.floor(part / COVER_SIDE)];
    let covered = 0;
    for (let look = 0; look < LOOKS ** 2; look++) {
      const x = left + (width * (column + ((look % LOOKS) + 0.5) / LOOKS)) / COVER_SIDE;
      const y = top + (height * (row + (Math.floor(look / LOOKS) + 0.5) / LOOKS)) / COVER_SIDE;
      if (isCovered(x, y)) covered += 1 / LOOKS ** 2;
    }
    return covered;
  });
}

/** Electrons of mid grey in one sensor pixel that give a signal-to-noise ratio where `pixels` of them are summed. */
function electronsFor(snr: number, pixels: number, readE: number): number {
  // snr² = pixels·e² / (e + read²)
  const a = (snr * snr) / pixels;
  return (a + Math.sqrt(a * a + 4 * a * readE * readE)) / 2;
}
