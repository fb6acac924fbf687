/**
 * Learns why frames are soft from drawn ones and from photographs, and says how often that is right on scenes and photographs it has never
 * seen. `npm run softness -- FOLDER [frames of each cause and scene]`: their features are kept in the folder and used again. An hour.
 */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { sharesOf, SOFT_CAUSES, seededRandom, SURE, type SoftCause, type SoftnessModel } from '@hushto/core';
import { exampleOf, isPlain, type Example } from './softness/features.ts';
import { KnownFrames, sceneNamed } from './softness/knownFrames.ts';
import { learn } from './softness/networks.ts';
import { LEARNT_PHOTOGRAPHS, spoiltPhotograph, unseenPhotographs } from './softness/photographs.ts';

const LEARNT_FROM = ['porter', 'boathouse', 'cyclist', 'sluice', 'skateHall', 'thicket', 'quay', 'lodging'];
const NEVER_SEEN = ['cellar', 'lane', 'mooring', 'platform'];
/** No two scenes share a seed, and none of a frame that is checked was ever one of a frame that is learnt from. */
const SCENES = [...LEARNT_FROM, ...NEVER_SEEN];
const SEEDS = { learnt: { framing: 1_000_000, frame: 1 }, unseen: { framing: 7_000_000, frame: 500_001 } };
/** Frames drawn of one framing of a scene, and those cut for each cause from a photograph. */
const EACH_FRAMING = 4;
const EACH_PHOTOGRAPH = 24;

const [folder = '', count = '16'] = process.argv.slice(2);
if (folder === '') throw new Error('Say in which folder frames are kept: npm run softness -- FOLDER');
mkdirSync(folder, { recursive: true });

/** An example as it is kept, else made and kept. */
async function kept(name: string, make: () => Promise<Example>): Promise<Example> {
  const file = path.join(folder, `${name}.json`);
  if (!existsSync(file)) writeFileSync(file, JSON.stringify(await make()));
  return JSON.parse(readFileSync(file, 'utf8')) as Example;
}

async function examplesOf(scene: string, seeds: (typeof SEEDS)[keyof typeof SEEDS]): Promise<Example[]> {
  const opened = await sceneNamed(scene);
  const causes = SOFT_CAUSES.filter((cause) => cause !== 'subject' || opened.parts.length > 0);
  const own = SCENES.indexOf(scene);
  const examples: Example[] = [];
  for (let framing = 0; framing * EACH_FRAMING < Number(count); framing++) {
    let frames: KnownFrames | null = null;
    for (let n = framing * EACH_FRAMING; n < (framing + 1) * EACH_FRAMING; n++)
      for (const cause of causes) {
        const seed = seeds.frame + 100 * n + 10 * SOFT_CAUSES.indexOf(cause) + 10_000 * own;
        const made = kept(`${scene}-${cause}-${n}`, async () => {
          frames ??= new KnownFrames(scene, opened, seededRandom(seeds.framing + 100 * framing + own));
          const { jpeg, ...known } = await frames.draw(cause, seed);
          return exampleOf(jpeg, known);
        });
        examples.push(await made);
      }
  }
  return examples;
}

async function examplesOfPhotographs(): Promise<Example[]> {
  const examples: Example[] = [];
  for (let n = 0; n < EACH_PHOTOGRAPH; n++)
    for (const [photograph, name] of LEARNT_PHOTOGRAPHS.entries())
      for (const cause of SOFT_CAUSES)
        examples.push(await kept(`${name}-${cause}-${n}`, () => spoiltPhotograph(photograph, cause, n)));
  return examples;
}

interface Answer {
  cause: SoftCause;
  likeliest: SoftCause;
  share: number;
}

const answersTo = (examples: readonly Example[], model: SoftnessModel, which: 'told' | 'untold'): Answer[] =>
  examples.filter(isPlain).map((example) => {
    const shares = sharesOf(model, example[which]);
    const likeliest = SOFT_CAUSES.reduce((a, b) => (shares[b] > shares[a] ? b : a));
    return { cause: example.cause, likeliest, share: shares[likeliest] };
  });

function tell(title: string, found: readonly Answer[], sure: number): void {
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

const drawn = (await Promise.all(LEARNT_FROM.map((scene) => examplesOf(scene, SEEDS.learnt)))).flat();
const photographed = await examplesOfPhotographs();
const neverSeen = (await Promise.all(NEVER_SEEN.map((scene) => examplesOf(scene, SEEDS.unseen)))).flat();
const model = learn([...drawn, ...photographed]);
const file = new URL('../core/src/softness/softnessModel.ts', import.meta.url);
const before = readFileSync(file, 'utf8');
writeFileSync(
  file,
  before.replace(/(SOFTNESS_MODEL: SoftnessModel = )[^;]*;/, (_, head: string) => `${head}${JSON.stringify(model)};`),
);
console.log(
  `learnt from ${drawn.length} frames of ${LEARNT_FROM.length} scenes and ${photographed.length} of ${LEARNT_PHOTOGRAPHS.length} photographs`,
);
const ofPhotographs = await unseenPhotographs();
for (const sure of [0, SURE]) {
  tell('Scenes never seen, the place to look at told', answersTo(neverSeen, model, 'told'), sure);
  tell('Scenes never seen, the place not told', answersTo(neverSeen, model, 'untold'), sure);
  tell('Photographs never seen, the place not told', answersTo(ofPhotographs, model, 'untold'), sure);
}
// Each photograph left out in turn: how it would have done on it.
const leftOut = LEARNT_PHOTOGRAPHS.map((_, photograph) => {
  const isOwn = ({ scene }: Example): boolean => scene === `photograph ${photograph}`;
  return { own: photographed.filter(isOwn), model: learn([...drawn, ...photographed.filter((example) => !isOwn(example))]) };
});
for (const sure of [0, SURE]) {
  const found = leftOut.flatMap(({ own, model }) => answersTo(own, model, 'told'));
  tell('Photographs, each left out in turn, the place told', found, sure);
}
