// How long a whole plan takes in Node on one core: npm run bench
import fc from 'fast-check';
import {
  develop,
  drawBurst,
  flatPlanes,
  FrameRenderer,
  frameOptics,
  normalSource,
  planAtShutter,
  planBrief,
  planWithoutLadder,
  seededRandom,
  Situation,
  type Brief,
  type FrameScene,
  type Layer,
} from '@hushto/core';
import { anyBrief, exampleBrief } from '../core/test/briefs.ts';
import { countingMs, QUIET_COUNTING_MS } from './counting.ts';

const ROUNDS = 600;
/** What a plan may take at p95 on a quiet machine, ms, and what it may with its ladder. */
const PLAN_MS = 8;
const WITH_LADDER_MS = 24;
const example = exampleBrief();
const wild = fc.sample(anyBrief, { seed: 20260112, numRuns: ROUNDS });

const rows = [
  measure('plan and Valley, the worked example', () => example, planWithoutLadder),
  measure('plan and Valley, wild briefs never seen before', (i) => wild[i]!, planWithoutLadder),
  measure('the same with its ladder, the worked example', () => example, planBrief),
  measure('the same with its ladder, wild briefs', (i) => wild[i]!, planBrief),
  measure(
    'one step of the cursor, the worked example',
    () => example,
    (brief) => planAtShutter(brief, 1 / 60),
  ),
];
console.table([...rows, ...frameRows()]);
const slow = rows.filter((row) => Number(row.p95) / row.counting > (row.what.includes('ladder') ? WITH_LADDER_MS : PLAN_MS));
console.log(
  slow.length === 0
    ? `By a quiet machine’s measure every p95 is under ${PLAN_MS} ms, with the ladder under ${WITH_LADDER_MS} ms.`
    : `Too slow at p95, by a quiet machine’s measure: ${slow.map((row) => row.what).join('; ')}`,
);

function measure(what: string, brief: (i: number) => Brief, work: (brief: Brief) => unknown) {
  for (let i = 0; i < 60; i++) work(brief(i));
  const before = countingMs();
  const times = Array.from({ length: ROUNDS }, (_, i) => {
    const start = performance.now();
    work(brief(i));
    return performance.now() - start;
  }).sort((a, b) => a - b);
  const at = (share: number): string => times[Math.floor(share * (times.length - 1))]!.toFixed(2);
  // How much slower than a quiet machine this one was, before and after.
  const counting = Number(((before + countingMs()) / 2 / QUIET_COUNTING_MS).toFixed(2));
  return { what, median: at(0.5), p95: at(0.95), p99: at(0.99), worst: at(1), counting };
}

/** A frame of 960 × 640 px: scene of a background and three moving parts, at three shutters. A frame is to take about 80 ms, median. */
function frameRows() {
  const [width, height] = [960, 640];
  const part = (left: number, top: number, right: number, bottom: number): Layer => {
    const layer = { ...flatPlanes(width, height), cover: new Float32Array(width * height), box: { left, top, right, bottom } };
    for (let y = top; y < bottom; y++) layer.cover.fill(1, y * width + left, y * width + right);
    return layer;
  };
  const scene: FrameScene = {
    background: flatPlanes(width, height, 0.18),
    backgroundTimes: 2.5,
    subject: [
      { layer: part(300, 150, 700, 600), moves: 1 },
      { layer: part(350, 400, 450, 600), moves: 1, limb: true },
      { layer: part(450, 400, 550, 600), moves: 0.2 },
    ],
    mmPerPx: example.kit.sensor.widthMm / width,
  };
  return [1 / 8, 1 / 60, 1 / 500].map((shutterS) => {
    const picture = { ...example.picture, pinned: { ...example.picture.pinned, shutterS, fNumber: 2.8 } };
    const situation = new Situation({ ...example, picture });
    const optics = frameOptics(situation, situation.candidate(situation.marks.allowed[0]!, situation.marks.apertures[0]!, 4));
    const renderer = new FrameRenderer(scene);
    const counting = Number((countingMs() / QUIET_COUNTING_MS).toFixed(2));
    const times = Array.from({ length: 25 }, (_, seed) => {
      const uniform = seededRandom(seed);
      const [drift] = drawBurst(optics.singleChance, 1, normalSource(uniform));
      const start = performance.now();
      develop(renderer.render(optics, { drift: drift!, miss: 0, lampPhase: 0, uniform }));
      return performance.now() - start;
    }).sort((a, b) => a - b);
    const at = (share: number): string => times[Math.floor(share * (times.length - 1))]!.toFixed(0);
    return {
      what: `a frame of 960×640 at 1/${1 / shutterS} s`,
      median: at(0.5),
      p95: at(0.95),
      p99: at(0.99),
      worst: at(1),
      counting,
    };
  });
}
