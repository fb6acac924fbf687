/**
 * Learns why frames are soft from drawn ones and from photographs, and says how often that is right on scenes and photographs it has never
 * seen. `npm run softness -- FOLDER PHOTOGRAPHS [frames of each cause and scene]`: what it drew is kept in the folder and used again; the
 * other folder holds large photographs to learn from as well, in `learnt`, and in `apart` some that are only checked on. Hours, most of them drawing.
 */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { sharesOf, SOFT_CAUSES, seededRandom, SURE, type BlurModel, type SoftCause, type Ensemble } from '@hushto/core';
import { blurLessons, photographToBlur, sceneToBlur, type SharpPicture } from './softness/blurLessons.ts';
import { learnBlur, type BlurLessons } from './softness/blurModel.ts';
import { learnCauses } from './softness/causeModel.ts';
import { learnPatches } from './softness/patchModel.ts';
import { exampleOf, isPlain, lookedAt, type Example, type Looked } from './softness/features.ts';
import { keptIn, type KeptFrame } from './softness/keptFrames.ts';
import { KnownFrames, sceneNamed } from './softness/knownFrames.ts';
import {
  LEARNT_PHOTOGRAPHS,
  photographsIn,
  spoiltPhotograph,
  UNSEEN_PHOTOGRAPHS,
  unseenPhotograph,
  type Photograph,
} from './softness/photographs.ts';

const LEARNT_FROM = ['porter', 'boathouse', 'cyclist', 'sluice', 'skateHall', 'thicket', 'quay', 'lodging'];
const NEVER_SEEN = ['cellar', 'lane', 'mooring', 'platform'];
/** No two scenes share a seed, and none of a frame that is checked was ever one of a frame that is learnt from. */
const SCENES = [...LEARNT_FROM, ...NEVER_SEEN];
const SEEDS = { learnt: { framing: 1_000_000, frame: 1 }, unseen: { framing: 7_000_000, frame: 500_001 }, blur: 40_000_000 };
/** Frames drawn of one framing of a scene, those drawn for each cause of a scene that is checked, and cut for each from a photograph. */
const EACH_FRAMING = 4;
const EACH_UNSEEN = 64;
const EACH_PHOTOGRAPH = { small: 24, large: 8, unseen: 12, apart: 12 };
/** Of those of a scene that is checked, so many were looked at while it was chosen how causes are learnt; the others only after. */
const CHOSEN_BY = 48;
/** Cuts of each sharp picture that are blurred. */
const CUTS = 50;

const [folder = '', photographs = '', count = '48'] = process.argv.slice(2);
if (photographs === '')
  throw new Error('Say in which folder frames are kept, and which holds photographs: npm run softness -- FOLDER PHOTOGRAPHS');
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
async function framesOfPhotographs(
  from: readonly Photograph[],
  each: number,
  spoilt: typeof spoiltPhotograph,
): Promise<KeptFrame[]> {
  const found: KeptFrame[] = [];
  for (let n = 0; n < each; n++)
    for (const photograph of from)
      for (const cause of SOFT_CAUSES)
        found.push(await kept.frame(`${photograph.name}-${cause}-${n}`, () => spoilt(photograph, cause, n)));
  return found;
}

interface ToBlur {
  name: string;
  own: number;
  picture: () => Promise<SharpPicture>;
}

/** Lessons in blur from one sharp picture. */
function lessonsFrom({ name, own, picture }: ToBlur): Promise<BlurLessons> {
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

const looks = (frames: readonly KeptFrame[], model: BlurModel): Looked[] =>
  frames.map((frame) => lookedAt(frame.known, frame.measured(), model));

interface Answer {
  cause: SoftCause;
  likeliest: SoftCause;
  share: number;
}

/** What tells of patches, and the causes by what it tells. */
interface Learnt {
  patches: Ensemble;
  causes: Ensemble;
}

/** Learns both from frames; what patches say of a frame that is learnt from comes from networks that did not learn from its scene. */
function learnAll(drawn: readonly Looked[], cut: readonly Looked[]): Learnt {
  const { model: patches, without } = learnPatches([...drawn, ...cut]);
  const examples = (frames: readonly Looked[]): Example[] => frames.map((frame) => exampleOf(frame, without(frame.scene)));
  return { patches, causes: learnCauses([examples(drawn), examples(cut)]) };
}

const answersTo = (frames: readonly Looked[], { patches, causes }: Learnt): Answer[] =>
  frames.filter(isPlain).map((frame) => {
    const shares = sharesOf(causes, exampleOf(frame, patches).untold);
    const likeliest = SOFT_CAUSES.reduce((a, b) => (shares[b] > shares[a] ? b : a));
    return { cause: frame.cause, likeliest, share: shares[likeliest] };
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

function tellAll(checks: Readonly<Record<string, readonly Answer[]>>): void {
  for (const [title, found] of Object.entries(checks)) for (const sure of [0, SURE]) tell(title, found, sure);
}

function write(model: Ensemble | BlurModel, file: string): void {
  const url = new URL(`../core/src/softness/${file}`, import.meta.url);
  const before = readFileSync(url, 'utf8');
  writeFileSync(
    url,
    before.replace(/(_MODEL: \w+ = )[^;]*;/, (_, head: string) => `${head}${JSON.stringify(model)};`),
  );
}

const ofPhotographs = LEARNT_PHOTOGRAPHS.map(({ name, own, file }) => ({ name, own, picture: () => photographToBlur(file) }));
const ofScenes = LEARNT_FROM.flatMap((name, i) => [
  { name, own: 100 + i, picture: () => sceneToBlur(name, false) },
  { name: `${name}-close`, own: 200 + i, picture: () => sceneToBlur(name, true) },
]);
const lessons = new Map<string, BlurLessons>();
for (const sharp of [...ofPhotographs, ...ofScenes]) lessons.set(sharp.name, await lessonsFrom(sharp));
const blurModel = learnBlur([...lessons.values()]);
write(blurModel, 'blurModel.ts');

const learntFrom = (await Promise.all(LEARNT_FROM.map((scene) => framesOf(scene, Number(count), SEEDS.learnt)))).flat();
const large = photographsIn(path.join(photographs, 'learnt'), 400, 1536);
const ofSmall = await framesOfPhotographs(LEARNT_PHOTOGRAPHS, EACH_PHOTOGRAPH.small, spoiltPhotograph);
const ofLarge = await framesOfPhotographs(large, EACH_PHOTOGRAPH.large, spoiltPhotograph);
const drawn = looks(learntFrom, blurModel);
const cut = looks([...ofSmall, ...ofLarge], blurModel);
const learnt = learnAll(drawn, cut);
write(learnt.patches, 'patchModel.ts');
write(learnt.causes, 'softnessModel.ts');
console.log(
  `learnt from ${drawn.length} frames of ${LEARNT_FROM.length} scenes and ${cut.length} of ${LEARNT_PHOTOGRAPHS.length + large.length} photographs`,
);

const [chosenBy, after]: [Answer[], Answer[]] = [[], []];
for (const scene of NEVER_SEEN) {
  const frames = await framesOf(scene, EACH_UNSEEN, SEEDS.unseen);
  const first = (CHOSEN_BY * frames.length) / EACH_UNSEEN;
  chosenBy.push(...answersTo(looks(frames.slice(0, first), blurModel), learnt));
  after.push(...answersTo(looks(frames.slice(first), blurModel), learnt));
}
const answersOn = async (from: readonly Photograph[], each: number, spoilt: typeof spoiltPhotograph): Promise<Answer[]> =>
  answersTo(looks(await framesOfPhotographs(from, each, spoilt), blurModel), learnt);
const apart = photographsIn(path.join(photographs, 'apart'), 600, 1024);
const inMiddle = apart.map((photograph) => ({ ...photograph, name: `${photograph.name}-middle` }));
tellAll({
  'Scenes never seen': chosenBy,
  'Scenes never seen, frames drawn after all was chosen': after,
  'Two photographs never seen, what moves in the middle': await answersOn(
    UNSEEN_PHOTOGRAPHS,
    EACH_PHOTOGRAPH.unseen,
    unseenPhotograph,
  ),
  'Photographs apart, what moves in the middle': await answersOn(inMiddle, EACH_PHOTOGRAPH.apart, unseenPhotograph),
  'Photographs apart, what moves anywhere': await answersOn(apart, EACH_PHOTOGRAPH.apart, spoiltPhotograph),
});
// Each photograph left out in turn, of all networks: how it would have done on it.
const leftOut = LEARNT_PHOTOGRAPHS.flatMap(({ name }) => {
  const without = learnBlur([...lessons].flatMap(([of, own]) => (of === name ? [] : [own])));
  const own = looks(ofSmall.filter(({ known }) => known.scene === name), without);
  return answersTo(own, learnAll(drawn, cut.filter(({ scene }) => scene !== name)));
}); // prettier-ignore
tellAll({ 'Photographs, each left out in turn': leftOut });
