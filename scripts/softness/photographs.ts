import { normalSource, seededRandom, SOFT_CAUSES, type SoftCause } from '@hushto/core';
import sharp, { type Sharp } from 'sharp';
import { exampleOf, type Example } from './features.ts';

/** Width at which photographs are sharp, px: they are scans. */
const WIDTH = 768;
const FRAMES_EACH = 12;

/** Frames cut from photographs and spoilt by a general image library: blur by Gaussian, smears by a line kernel, noise. */
export async function photographFrames(files: readonly string[]): Promise<Example[]> {
  const examples: Example[] = [];
  for (const [f, file] of files.entries())
    for (const [c, cause] of SOFT_CAUSES.entries())
      for (let n = 0; n < FRAMES_EACH; n++) {
        const seed = 1 + n + 100 * c + 1000 * f;
        const { jpeg, size, spot } = await spoilt(file, cause, seed);
        examples.push(await exampleOf(jpeg, { scene: `photograph ${f}`, cause, size, seed, spot }));
      }
  return examples;
}

async function spoilt(file: string, cause: SoftCause, seed: number) {
  const random = seededRandom(seed);
  const size = 2 * 3 ** random();
  const crop = 0.8 + 0.2 * random();
  const clean = sharp(file).resize({ width: Math.round(WIDTH / crop) }).toColourspace('srgb'); // prettier-ignore
  const { width, height } = await clean.clone().toBuffer().then((buffer) => sharp(buffer).metadata()); // prettier-ignore
  const [w, h] = [Math.round(width * crop), Math.round(height * crop)];
  const left = Math.floor((width - w) * random());
  const top = Math.floor((height - h) * random());
  const cut = sharp(await clean.extract({ left, top, width: w, height: h }).removeAlpha().png().toBuffer()); // prettier-ignore
  const spot = { x: 0.5, y: 0.47 };
  // Two pixels are one tolerance: a disc or a smear of so many is a Gaussian of its variance.
  const lengthPx = 2 * size;
  const angle = Math.PI * random();
  const done = async (picture: Sharp) => ({ jpeg: await picture.jpeg({ quality: 92 }).toBuffer(), size, spot }); // prettier-ignore
  if (cause === 'sharp') return done(cut);
  if (cause === 'focus') return done(cut.blur(lengthPx / 4));
  if (cause === 'hands') return done(smeared(cut, lengthPx, angle));
  if (cause === 'grain') {
    const normal = normalSource(random);
    const { data, info } = await cut.raw().toBuffer({ resolveWithObject: true });
    const noisy = Uint8Array.from(data, (value) => Math.max(0, Math.min(255, Math.round(value + 30 * size ** 0.3 * normal()))));
    return done(sharp(noisy, { raw: { width: info.width, height: info.height, channels: info.channels } }));
  }
  // What moves: an oval round the place one looks at.
  const oval = Buffer.from(`<svg width="${w}" height="${h}"><ellipse cx="${spot.x * w}" cy="${spot.y * h}" rx="${0.2 * w}" ry="${0.3 * h}" fill="#fff"/></svg>`); // prettier-ignore
  const moved = await smeared(cut.clone(), lengthPx, 0).ensureAlpha().composite([{ input: oval, blend: 'dest-in' }]).png().toBuffer(); // prettier-ignore
  return done(cut.composite([{ input: moved }]));
}

/** A straight smear by a kernel whose pixels lie along a line. */
function smeared(picture: Sharp, lengthPx: number, angle: number): Sharp {
  const reach = Math.ceil(lengthPx / 2);
  const side = 2 * reach + 1;
  const kernel = new Array<number>(side * side).fill(0);
  const points = 8 * side;
  for (let i = 0; i < points; i++) {
    const along = ((i + 0.5) / points - 0.5) * lengthPx;
    const [x, y] = [reach + along * Math.cos(angle), reach + along * Math.sin(angle)];
    kernel[Math.round(y) * side + Math.round(x)]! += 1;
  }
  return picture.convolve({ width: side, height: side, kernel, scale: points });
}
