// Works out core/src/motion/bestOfBurst.ts: the integral is too slow for a plan. Run: npm run burst-table
import { writeFileSync } from 'node:fs';
import { gaussLegendre, noncentralChiSquare2 } from '@hushto/core';

const FRAMES = 100;
const CORRELATION = 0.5;
const LATER = 0.5;
const shared = gaussLegendre(400, 0, 40); // |Z|²/2, exponential with mean 1
const squared = gaussLegendre(800, 0, 12); // drift² on a square-root scale, in units of a first frame's variance per axis

const sums = new Float64Array(FRAMES);
for (let i = 0; i < shared.nodes.length; i++) {
  const half = shared.nodes[i]!;
  const weightZ = shared.weights[i]! * Math.exp(-half);
  const noncentrality = (CORRELATION * 2 * half) / (1 - CORRELATION);
  for (let j = 0; j < squared.nodes.length; j++) {
    const root = squared.nodes[j]!;
    const s = root * root;
    const first = 1 - noncentralChiSquare2(s / (1 - CORRELATION), noncentrality);
    const later = 1 - noncentralChiSquare2(s / LATER / (1 - CORRELATION), noncentrality);
    let survive = weightZ * squared.weights[j]! * 2 * root * first;
    for (let n = 0; n < FRAMES && survive > 1e-300; n++) {
      sums[n]! += survive;
      survive *= later;
    }
  }
}
const single = sums[0]!; // E[drift²] = 2, found here by the same road
const rows = Array.from(sums, (sum) => (sum / single).toFixed(5));
rows[0] = '1';
const lines: string[] = [];
for (let i = 0; i < rows.length; i += 10) lines.push(`  ${rows.slice(i, i + 10).join(', ')},`);
writeFileSync(
  new URL('../core/src/motion/bestOfBurst.ts', import.meta.url),
  `/**
 * Variance of the best of n = 1, 2, … ${FRAMES} frames of a burst against a single one, to five decimals.
 * Worked out by scripts/burstTable.ts from the generative model of burst.ts; checked in burst.test.ts by drawing bursts.
 */
// prettier-ignore
export const BEST_OF_BURST: readonly number[] = [
${lines.join('\n')}
];
`,
);
console.log(`single-frame drift² ${single.toFixed(6)} (2 expected); v(2) ${rows[1]}, v(3) ${rows[2]}, v(8) ${rows[7]}`);
