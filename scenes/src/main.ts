import { mkdir, rm, stat, writeFile } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { parseArgs } from 'node:util';
import { COLOURS, develop, flatPlanes } from '@hushto/core';
import sharp from 'sharp';
import { CODE, codes, covers, cutOf, lampCodes, MOST_OVER, shadowOf, type Cut } from './develop.ts';
import { comb, photograph, type Order, type Photograph } from './photograph.ts';
import { SETS, type SetName } from './set/index.ts';
import type { Film } from './trace/film.ts';

/**
 * Computes scenes and writes them where the page finds them: `npm run scenes -- porter`, all of them without a name. For a look at work in
 * progress: `npm run scenes -- porter --width 600 --samples 1 --picture look.png`, with `--part x,y,width` in metres for a part of it.
 */
const WHERE = new URL('../../web/src/workers/scenes/natural/', import.meta.url);
const QUALITY = 90;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    width: { type: 'string', default: '2048' },
    samples: { type: 'string', default: '4' },
    picture: { type: 'string' },
    part: { type: 'string' },
  },
});
const names = positionals.length > 0 ? positionals : Object.keys(SETS);
for (const name of names) {
  if (!(name in SETS)) throw new Error(`There is no scene "${name}"; there are ${Object.keys(SETS).join(', ')}.`);
  const [x, y, width] = values.part?.split(',').map(Number) ?? [];
  const order: Order = {
    name: name as SetName,
    width: Number(values.width),
    samples: Number(values.samples),
    part: width === undefined ? undefined : { middle: [x!, y!, 0], width },
  };
  const start = Date.now();
  const films = await photograph(order, availableParallelism());
  const strands = comb(order, films);
  const made = values.picture === undefined ? await write(order.name, films) : await look(order.name, films, values.picture);
  console.log(`${name}: ${strands} strands, ${Math.round((Date.now() - start) / 1000)} s, ${made}`);
}

/** The scene put together, as the page would show it clean. */
async function look(name: SetName, { still, shaded, parts }: Photograph, file: string): Promise<string> {
  const { width, height } = still;
  const planes = flatPlanes(width, height);
  const { exposure } = SETS[name]();
  const layers = parts.length > 0 ? [shadowOf(still, shaded), ...parts] : [];
  COLOURS.forEach((colour, c) => {
    for (let i = 0; i < width * height; i++)
      planes[colour][i] =
        exposure *
        layers.reduce((behind, { light, cover }) => behind * (1 - cover[i]!) + light[3 * i + c]!, still.light[3 * i + c]!);
  });
  await sharp(develop(planes), { raw: { width, height, channels: 4 } })
    .png()
    .toFile(file);
  return file;
}

async function write(name: SetName, films: Photograph): Promise<string> {
  const scene = SETS[name]();
  const folder = new URL(`${name}/`, WHERE);
  await rm(folder, { recursive: true, force: true });
  await mkdir(folder, { recursive: true });
  const save = async (file: string, bytes: Uint8Array, { width, height }: Pick<Cut, 'width' | 'height'>, lossless = false) => {
    const picture = sharp(bytes, { raw: { width, height, channels: 3 } });
    const coded = lossless
      ? picture.webp({ lossless: true })
      : picture.avif({ quality: QUALITY, chromaSubsampling: '4:4:4', effort: 6 });
    await coded.toFile(new URL(file, folder).pathname);
    return file;
  };
  const { still } = films;
  const whole: Cut = { left: 0, top: 0, width: still.width, height: still.height };
  const layer = async (label: string, film: Film) => {
    const cut = cutOf(film);
    const [light, cover] = [codes(film, cut, scene.exposure), covers(film, cut)];
    const both = new Uint8Array(light.length + cover.length);
    both.set(light);
    both.set(cover, light.length);
    return { cut, file: await save(`${label}.avif`, both, { width: cut.width, height: 2 * cut.height }) };
  };
  const parts: object[] = [];
  if (scene.parts.length > 0) parts.push({ moves: 1, ...(await layer('shadow', shadowOf(still, films.shaded))) });
  for (const [i, { name: label, moves, limb, along }] of scene.parts.entries())
    parts.push({ moves, limb, along, ...(await layer(label, films.parts[i]!)) });
  const px = still.width / scene.camera.width;
  const manifest = {
    version: 1,
    width: still.width,
    height: still.height,
    code: { ...CODE, over: MOST_OVER },
    still: await save('still.avif', codes(still, whole, scene.exposure), whole),
    lamps: await save('lamps.webp', lampCodes(still, scene.exposure), whole, true),
    parts,
    backgroundTimes: scene.backgroundTimes,
    tone: scene.tone,
    backgroundStops: scene.backgroundStops,
    look: {
      x: Math.round(still.width / 2 + (scene.look.x - scene.camera.middle[0]) * px),
      y: Math.round(still.height / 2 - (scene.look.y - scene.camera.middle[1]) * px),
    },
  };
  await writeFile(new URL('scene.json', folder), `${JSON.stringify(manifest, null, 2)}\n`);
  const files = ['still.avif', 'lamps.webp', ...parts.map((part) => (part as { file: string }).file)];
  const sizes = await Promise.all(files.map(async (file) => (await stat(new URL(file, folder))).size));
  return `${(sizes.reduce((sum, size) => sum + size, 0) / 1e6).toFixed(2)} MB`;
}
