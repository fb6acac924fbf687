// How long a whole plan takes in Node on one core: npm run bench
import fc from 'fast-check';
import { planAtShutter, planBrief, planWithoutLadder, type Brief } from '@hushto/core';
import { anyBrief, exampleBrief } from '../core/test/briefs.ts';

const ROUNDS = 600;
/** What a plan may take at p95, ms, and what it may with its ladder. */
const PLAN_MS = 16;
const WITH_LADDER_MS = 46;
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
console.table(rows);
const slow = rows.filter((row) => Number(row.p95) > (row.what.includes('ladder') ? WITH_LADDER_MS : PLAN_MS));
console.log(
  slow.length === 0
    ? `Every p95 is under ${PLAN_MS} ms, with the ladder under ${WITH_LADDER_MS} ms.`
    : `Too slow at p95: ${slow.map((row) => row.what).join('; ')}`,
);

function measure(what: string, brief: (i: number) => Brief, work: (brief: Brief) => unknown) {
  for (let i = 0; i < 60; i++) work(brief(i));
  const times = Array.from({ length: ROUNDS }, (_, i) => {
    const start = performance.now();
    work(brief(i));
    return performance.now() - start;
  }).sort((a, b) => a - b);
  const at = (share: number): string => times[Math.floor(share * (times.length - 1))]!.toFixed(2);
  return { what, median: at(0.5), p95: at(0.95), p99: at(0.99), worst: at(1) };
}
