import {
  blurSigns,
  blurWindows,
  byteOfLinear,
  convolved,
  develop,
  disc,
  kernelOf,
  luminanceOfBytes,
  normalSource,
  seededRandom,
  wayAlong,
  type Fall,
} from '@hushto/core';
import sharp from 'sharp';
import { CLOSE, composed, NATURAL } from '../../scenes/test/pictures.ts';
import type { BlurLessons } from './blurModel.ts';
import { cellsOf } from './features.ts';

/** A sharp picture to blur, and how far it may be shrunk or enlarged and still be sharp. */
export interface SharpPicture {
  png: Buffer;
  scales: readonly [number, number];
}

export const photographToBlur = async (file: string): Promise<SharpPicture> => ({
  png: await sharp(file).toColourspace('srgb').removeAlpha().png().toBuffer(),
  scales: [0.6, 1],
});

/** A scene of ours with all of it in focus, or its close part. */
export async function sceneToBlur(name: string, isClose: boolean): Promise<SharpPicture> {
  const planes = await composed(name, isClose ? CLOSE : NATURAL);
  const { width, height } = planes;
  const png = await sharp(develop(planes), { raw: { width, height, channels: 4 } }).removeAlpha().png().toBuffer(); // prettier-ignore
  return { png, scales: isClose ? [0.7, 1] : [0.75, 1.25] };
}

/** What is cut out and blurred at once, px; windows looked at in it, and directions of each. */
const CUT = { width: 640, height: 448 };
const [WINDOWS, DIRECTIONS] = [40, 3];
/** Lengths of paths and diameters of discs, px: of what is a fault, and of what is none. */
const [FAULT, NONE] = [
  [0.1, 30],
  [0.1, 1.1],
] as const;
const DARK_E = 4;
const MID_GREY = 0.18;

/** Lessons from one blurred cut of a picture: smeared or out of focus or neither or both, with noise, as it comes out of a camera. */
export async function blurLessons(picture: SharpPicture, seed: number): Promise<BlurLessons> {
  const random = seededRandom(seed);
  const normal = normalSource(random);
  const between = ([low, high]: readonly [number, number]): number => low * (high / low) ** random();
  const { luminance, width, height } = await cutOut(picture, random);
  const kind = random();
  const path = pathOf(between(kind < 0.45 ? FAULT : NONE), random);
  const hole = disc(between(kind > 0.55 ? FAULT : NONE));
  const blurred = [path, hole].reduce((plane, fall) => blurredBy(plane, width, height, fall), luminance);
  const midGreyE = (random() < 0.15 ? between([2.2, 8.8]) : between([12, 96])) ** 2;
  const brighter = 2 ** (0.5 * normal());
  const bytes = Buffer.from(
    blurred.map((light) => {
      const electrons = (light / MID_GREY) * midGreyE;
      return byteOfLinear(((electrons + Math.sqrt(Math.max(0, electrons) + DARK_E) * normal()) * MID_GREY * brighter) / midGreyE);
    }),
  );
  const raw = { width, height, channels: 1 } as const;
  const reduced = random() < 0.3 ? await sharp(bytes, { raw }).median(3).toColourspace('b-w').raw().toBuffer() : bytes;
  const finished = random() < 0.35 ? sharp(reduced, { raw }).sharpen({ sigma: 0.8, m1: 0.4, m2: 0.8 }) : sharp(reduced, { raw });
  const jpeg = await finished.jpeg({ quality: Math.round(80 + 15 * random()) }).toBuffer();
  const { cells } = await cellsOf(jpeg);
  const all = [...blurWindows(cells)].length;
  const [signs, variancesPx2]: [number[], number[]] = [[], []];
  for (const window of blurWindows(cells)) {
    if (random() > WINDOWS / all) continue;
    for (let d = 0; d < DIRECTIONS; d++) {
      const angle = Math.PI * random();
      signs.push(...blurSigns(window, angle));
      variancesPx2.push(varianceOf(path, angle) + varianceOf(hole, angle));
    }
  }
  return { signs: Float64Array.from(signs), variancesPx2: Float64Array.from(variancesPx2) };
}

async function cutOut({ png, scales }: SharpPicture, random: () => number) {
  const turned = await sharp(png).flop(random() < 0.5).flip(random() < 0.15).rotate(random() < 0.3 ? 90 : 0).png().toBuffer(); // prettier-ignore
  const whole = await sharp(turned).metadata();
  const scale = scales[0] + (scales[1] - scales[0]) * random();
  const [across, down] = [Math.round(whole.width * scale), Math.round(whole.height * scale)];
  const [width, height] = [Math.min(CUT.width, across), Math.min(CUT.height, down)];
  const [left, top] = [Math.floor((across - width) * random()), Math.floor((down - height) * random())];
  const cut = sharp(turned).resize(across, down).extract({ left, top, width, height });
  const data = await cut.ensureAlpha().raw().toBuffer();
  return { luminance: luminanceOfBytes(new Uint8ClampedArray(data)), width, height };
}

/** A path such as hands or a subject leave: straight, or bent once. */
function pathOf(lengthPx: number, random: () => number): Fall {
  const angle = Math.PI * random();
  const bend = random() < 0.35 ? 2 * (random() - 0.5) : 0;
  const leg = (at: number) => ({ x: (lengthPx / 2) * Math.cos(at), y: (lengthPx / 2) * Math.sin(at) });
  const [first, last] = [leg(angle - bend), leg(angle + bend)];
  return wayAlong([{ x: -first.x, y: -first.y }, { x: 0, y: 0 }, last]);
}

const blurredBy = (plane: Float32Array, width: number, height: number, fall: Fall): Float32Array =>
  convolved(
    plane,
    width,
    height,
    { left: 0, top: 0, right: width, bottom: height },
    kernelOf(fall),
    new Float32Array(plane.length),
  );

/** Variance of where the light falls along a direction, px². */
function varianceOf({ points }: Fall, angle: number): number {
  const along = points.map(({ x, y }) => x * Math.cos(angle) + y * Math.sin(angle));
  const mean = along.reduce((sum, value) => sum + value, 0) / along.length;
  return along.reduce((sum, value) => sum + (value - mean) ** 2, 0) / along.length;
}
