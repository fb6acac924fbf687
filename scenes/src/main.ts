import { readFile, writeFile } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { parseArgs } from 'node:util';
import { COLOURS, develop, flatPlanes, readSceneFile, sceneFile, type PictureCut } from '@hushto/core';
import sharp from 'sharp';
import { closePart, placeOf, TIMES, WHOLE_PX } from './close.ts';
import { CODE, codes, covers, cutOf, depthCodes, lampCodes, MOST_OVER, shadowOf } from './develop.ts';
import { comb, photograph, sound, type Order, type Photograph } from './photograph.ts';
import { SETS, type SetName } from './set/index.ts';
import type { Film } from './trace/film.ts';

/**
 * Computes scenes and writes them where the page finds them: `npm run scenes -- porter`, all of them without a name. For a look at work in
 * progress: `npm run scenes -- porter --width 600 --samples 1 --picture look.png`, with `--part x,y,width` in metres for a part of it.
 * `--only still`, the name of a part, `depth` or `look`, computes that anew and leaves the rest of the file as it is. `--close` computes the part
 * round the most telling place, three times as fine: a file beside the whole's.
 */
const WHERE = new URL('../../web/src/workers/scenes/natural/', import.meta.url);
const WHERE_CLOSE = new URL('../../web/src/workers/scenes/close/', import.meta.url);
const QUALITY = 90;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    width: { type: 'string', default: String(WHOLE_PX) },
    samples: { type: 'string', default: '4' },
    picture: { type: 'string' },
    part: { type: 'string' },
    only: { type: 'string' },
    close: { type: 'boolean', default: false },
  },
});
const names = positionals.length > 0 ? positionals : Object.keys(SETS);
for (const name of names) {
  if (!(name in SETS)) throw new Error(`There is no scene "${name}"; there are ${Object.keys(SETS).join(', ')}.`);
  const [x, y, width] = values.part?.split(',').map(Number) ?? [];
  const close = values.close ? closePart(SETS[name as SetName]()) : null;
  const order: Order = {
    name: name as SetName,
    width: close ? TIMES * close.shows.width : Number(values.width),
    samples: Number(values.samples),
    part: close?.part ?? (width === undefined ? undefined : { middle: [x!, y!, 0], width }),
    only: values.only,
    finer: close ? TIMES : 1,
  };
  const start = Date.now();
  const films = await photograph(order, availableParallelism());
  const strands = comb(order, films);
  const made =
    values.picture === undefined ? await write(order, films, close?.shows) : await look(order.name, films, values.picture);
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

/** @param shows part of the whole picture that it is of; all of it where unset */
async function write(order: Order, films: Photograph, shows?: PictureCut): Promise<string> {
  const { name, only } = order;
  const scene = SETS[name]();
  const { still } = films;
  const coded = (bytes: Uint8Array, { width, height }: Pick<PictureCut, 'width' | 'height'>) =>
    sharp(bytes, { raw: { width, height, channels: 3 } });
  const fine = (bytes: Uint8Array, cut: Pick<PictureCut, 'width' | 'height'>): Promise<Uint8Array> =>
    coded(bytes, cut).avif({ quality: QUALITY, chromaSubsampling: '4:4:4', effort: 6 }).toBuffer();
  const layer = (film: Film, cut: PictureCut): Promise<Uint8Array> => {
    const [light, cover] = [codes(film, cut, scene.exposure), covers(film, cut)];
    const both = new Uint8Array(light.length + cover.length);
    both.set(light);
    both.set(cover, light.length);
    return fine(both, { width: cut.width, height: 2 * cut.height });
  };
  const where = new URL(`${name}.scene`, shows ? WHERE_CLOSE : WHERE);
  // Layers that are not wanted anew stay as they are filed.
  const before = only === undefined ? null : readSceneFile(await readFile(where));
  const shadow = scene.parts.length > 0 ? [{ label: 'shadow', moves: 1, film: () => shadowOf(still, films.shaded) }] : [];
  const layers = [
    ...shadow,
    ...scene.parts.map(({ name: label, moves, limb, along }, i) => ({ label, moves, limb, along, film: () => films.parts[i]! })),
  ].map(({ label, film, ...part }, i) => {
    const filed = before && label !== only ? before.manifest.parts[i]! : null;
    if (filed) return { ...part, cut: filed.cut, picture: Promise.resolve(before!.piece(filed.file)) };
    const made = film();
    const cut = cutOf(made);
    return { ...part, cut, picture: layer(made, cut) };
  });
  // How deep the close part lies the whole knows fine enough.
  const deep = !shows && (only === undefined || only === 'depth') ? sound(order) : null;
  const depths = layers.flatMap(({ cut }, i) => {
    const part = i - shadow.length;
    if (part < 0) return [];
    const filed = before?.manifest.parts[i]!.depth;
    if (!deep) return filed ? [{ of: i, picture: Promise.resolve(before.piece(filed)) }] : [];
    const raw = { width: cut.width / 2, height: cut.height / 2, channels: 1 } as const;
    const picture: Promise<Uint8Array> = sharp(depthCodes(deep[part]!, order.width, cut), { raw })
      .avif({ quality: 70 })
      .toBuffer();
    return [{ of: i, picture }];
  });
  const whole: PictureCut = { left: 0, top: 0, width: still.width, height: still.height };
  const ground =
    before && only !== 'still'
      ? [before.piece(before.manifest.still), before.piece(before.manifest.lamps)]
      : [
          fine(codes(still, whole, scene.exposure), whole),
          coded(lampCodes(still, scene.exposure), whole).webp({ lossless: true }).toBuffer(),
        ];
  const pieces = await Promise.all([...ground, ...[...layers, ...depths].map(({ picture }) => picture)]);
  const file = sceneFile(pieces, ([stillAt, lampsAt, ...at]) => ({
    width: still.width,
    height: still.height,
    code: { ...CODE, over: MOST_OVER },
    still: stillAt!,
    lamps: lampsAt!,
    parts: layers.map(({ picture: _picture, ...part }, i) => {
      const nth = depths.findIndex(({ of }) => of === i);
      return { ...part, file: at[i]!, ...(nth >= 0 && { depth: at[layers.length + nth]! }) };
    }),
    backgroundTimes: scene.backgroundTimes,
    tone: scene.tone,
    backgroundStops: scene.backgroundStops,
    look: placeOf(scene.look, { ...scene.camera, ...order.part }, still.width),
    ...(shows && { shows }),
  }));
  await writeFile(where, file);
  return `${(file.length / 1e6).toFixed(2)} MB`;
}
