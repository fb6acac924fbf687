/**
 * Learns why frames are soft from drawn ones and from photographs, and says how often that is right on scenes and photographs it has never
 * seen. `npm run softness -- FOLDER [frames of each cause and scene]`: what it drew is kept in the folder and used again. Two hours.
 */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { sharesOf, SOFT_CAUSES, seededRandom, SURE, type BlurModel, type SoftCause, type SoftnessModel } from '@hushto/core';
import { blurLessons, photographToBlur, sceneToBlur, type SharpPicture } from './softness/blurLessons.ts';
import { learnBlur, type BlurLessons } from './softness/blurModel.ts';
import { learnCauses } from './softness/causeModel.ts';
import { exampleOf, isPlain, type Example } from './softness/features.ts';
import { keptIn, type KeptFrame } from './softness/keptFrames.ts';
import { KnownFrames, sceneNamed } from './softness/knownFrames.ts';
import { LEARNT_PHOTOGRAPHS, spoiltPhotograph, UNSEEN_PHOTOGRAPHS, unseenPhotograph } from './softness/photographs.ts';

const LEARNT_FROM = ['porter', 'boathouse', 'cyclist', 'sluice', 'skateHall', 'thicket', 'quay', 'lodging'];
const NEVER_SEEN = ['cellar', 'lane', 'mooring', 'platform'];
/** No two scenes share a seed, and none of a frame that is checked was ever one of a frame that is learnt from. */
const SCENES = [...LEARNT_FROM, ...NEVER_SEEN];
const SEEDS = { learnt: { framing: 1_000_000, frame: 1 }, unseen: { framing: 7_000_000, frame: 500_001 }, blur: 40_000_000 };
/** Frames drawn of one framing of a scene, those drawn for each cause of a scene that is checked, and cut for each from a photograph. */
const EACH_FRAMING = 4;
const EACH_UNSEEN = 32;
const EACH_PHOTOGRAPH = { learnt: 24, unseen: 12 };
/** Cuts of each sharp picture that are blurred. */
const CUTS = 50;

const [folder = '', count = '24'] = process.argv.slice(2);
if (folder === '') throw new Error('Say in which folder frames are kept: npm run softness -- FOLDER');
mkdirSync(folder, { recursive: true });
const kept = keptIn(folder);

async function framesOf(scene: string, each: number, seeds: { framing: number; frame: number }): Promise<KeptFrame[]> {
  const opened = await sceneNamed(scene);
  const causes = SOFT_CAUSES.filter((cause) => cause !== 'subject' || opened.parts.length > 0);
  const own = SCENES.indexOf(scene);
  const found: KeptFrame[] = [];
  for (let framing = 0; framing * EACH_FRAMING < each; framing++) {
    let frames: KnownFrames | null = null;
    for (let n = framing * EACH_FRAMING; n < (framing + 1) * EACH_FRAMING; n++)
      for (const cause of causes) {
        const seed = seeds.frame + 100 * n + 10 * SOFT_CAUSES.indexOf(cause) + 10_000 * own;
        const made = kept.frame(`${scene}-${cause}-${n}`, () => {
          frames ??= new KnownFrames(scene, opened, seededRandom(seeds.framing + 100 * framing + own));
          return frames.draw(cause, seed);
        });
        found.push(await made);
      }
  }
  return found;
}

/** Frames cut from photographs, `each` for every cause. */
async function framesOfPhotographs(names: readonly string[], each: number, spoilt: typeof spoiltPhotograph): Promise<KeptFrame[]> {
  const found: KeptFrame[] = [];
  for (let n = 0; n < each; n++)
    for (const [photograph, name] of names.entries())
      for (const cause of SOFT_CAUSES) found.push(await kept.frame(`${name}-${cause}-${n}`, () => spoilt(photograph, cause, n)));
  return found;
} // prettier-ignore

/** Lessons in blur from one sharp picture. */
function lessonsFrom(name: string, own: number, picture: () => Promise<SharpPicture>): Promise<BlurLessons> {
  return kept.lessons(`blur-${name}`, async () => {
    const [signs, variancesPx2]: [number[], number[]] = [[], []];
    const sharp = await picture();
    for (let n = 0; n < CUTS; n++) {
      const lessons = await blurLessons(sharp, SEEDS.blur + 1000 * own + n);
      signs.push(...lessons.signs);
      variancesPx2.push(...lessons.variancesPx2);
    }
    return { signs: Float64Array.from(signs), variancesPx2: Float64Array.from(variancesPx2) };
  });
}

const examplesOf = (frames: readonly KeptFrame[], model: BlurModel): Example[] =>
  frames.map((frame) => exampleOf(frame.known, frame.measured(), model));

interface Answer {
  cause: SoftCause;
  likeliest: SoftCause;
  share: number;
}

const answersTo = (examples: readonly Example[], model: SoftnessModel): Answer[] =>
  examples.filter(isPlain).map((example) => {
    const shares = sharesOf(model, example.untold);
    const likeliest = SOFT_CAUSES.reduce((a, b) => (shares[b] > shares[a] ? b : a));
    return { cause: example.cause, likeliest, share: shares[likeliest] };
  });

function tell(title: string, found: readonly Answer[], sure: number): void {
  const decided = found.filter(({ share }) => share >= sure);
  const rows = SOFT_CAUSES.map((cause) => SOFT_CAUSES.map((as) => decided.filter((one) => one.cause === cause && one.likeliest === as).length));
  const right = rows.flatMap((row, i) => (row.some((n) => n > 0) ? [row[i]! / row.reduce((sum, n) => sum + n, 0)] : []));
  const all = rows.reduce((sum, row, i) => sum + row[i]!, 0) / decided.length;
  console.log(`\n${title}: ${decided.length} of ${found.length} decided, ${(100 * all).toFixed(0)} % right, balanced accuracy ${((100 * right.reduce((sum, share) => sum + share, 0)) / right.length).toFixed(1)} %`);
  console.log(`| | ${SOFT_CAUSES.join(' | ')} |`);
  SOFT_CAUSES.forEach((cause, i) => console.log(`| ${cause} | ${rows[i]!.join(' | ')} |`));
  if (sure > 0) return;
  const edges = [0.2, 0.5, 0.6, 0.7, 0.8, 0.9, 1.001];
  for (const [i, from] of edges.slice(0, -1).entries()) {
    const own = found.filter(({ share }) => share >= from && share < edges[i + 1]!);
    const mean = own.reduce((sum, { share }) => sum + share, 0) / own.length;
    console.log(`said ${from} and more: ${own.length} frames, ${mean.toFixed(2)} said, ${(own.filter(({ cause, likeliest }) => cause === likeliest).length / own.length).toFixed(2)} right`);
  }
} // prettier-ignore

function write(model: SoftnessModel | BlurModel, file: string): void {
  const url = new URL(`../core/src/softness/${file}`, import.meta.url);
  const before = readFileSync(url, 'utf8');
  writeFileSync(
    url,
    before.replace(/(_MODEL: \w+ = )[^;]*;/, (_, head: string) => `${head}${JSON.stringify(model)};`),
  );
}

const ofPhotographs = LEARNT_PHOTOGRAPHS.map((name, i) => ({ name, own: i, picture: () => photographToBlur(name) }));
const ofScenes = LEARNT_FROM.flatMap((name, i) => [
  { name, own: 100 + i, picture: () => sceneToBlur(name, false) },
  { name: `${name}-close`, own: 200 + i, picture: () => sceneToBlur(name, true) },
]);
const lessons = new Map<string, BlurLessons>();
for (const { name, own, picture } of [...ofPhotographs, ...ofScenes]) lessons.set(name, await lessonsFrom(name, own, picture));
const blurModel = learnBlur([...lessons.values()]);
write(blurModel, 'blurModel.ts');

const learntFrom = (await Promise.all(LEARNT_FROM.map((scene) => framesOf(scene, Number(count), SEEDS.learnt)))).flat();
const photographed = await framesOfPhotographs(LEARNT_PHOTOGRAPHS, EACH_PHOTOGRAPH.learnt, spoiltPhotograph);
const drawn = examplesOf(learntFrom, blurModel);
const cut = examplesOf(photographed, blurModel);
const model = learnCauses([...drawn, ...cut]);
write(model, 'softnessModel.ts');
console.log(
  `learnt from ${drawn.length} frames of ${LEARNT_FROM.length} scenes and ${cut.length} of ${LEARNT_PHOTOGRAPHS.length} photographs`,
);

const neverSeen = examplesOf(
  (await Promise.all(NEVER_SEEN.map((scene) => framesOf(scene, EACH_UNSEEN, SEEDS.unseen)))).flat(),
  blurModel,
);
const unseen = examplesOf(await framesOfPhotographs(UNSEEN_PHOTOGRAPHS, EACH_PHOTOGRAPH.unseen, unseenPhotograph), blurModel);
for (const sure of [0, SURE]) {
  tell('Scenes never seen', answersTo(neverSeen, model), sure);
  tell('Photographs never seen', answersTo(unseen, model), sure);
}
// Each photograph left out in turn, of both networks: how it would have done on it.
const leftOut = LEARNT_PHOTOGRAPHS.map((name, photograph) => {
  const isOwn = ({ scene }: { scene: string }): boolean => scene === `photograph ${photograph}`;
  const without = learnBlur([...lessons].flatMap(([of, own]) => (of === name ? [] : [own])));
  const own = examplesOf(photographed.filter(({ known }) => isOwn(known)), without); // prettier-ignore
  return { own, model: learnCauses([...drawn, ...cut.filter((example) => !isOwn(example))]) };
});
for (const sure of [0, SURE]) {
  const found = leftOut.flatMap(({ own, model }) => answersTo(own, model));
  tell('Photographs, each left out in turn', found, sure);
}
