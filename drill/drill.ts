import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { DRILLS, type Amount, type Figures } from './drills.ts';
import { root, stopAll } from './server.ts';

/** npm run drill: holds the built server to its promises for about two minutes; --long for the better part of an hour; --write puts the figures into docs/reliability.md. */
const long = process.argv.includes('--long');
const seed = Number(process.argv.find((word) => word.startsWith('--seed='))?.slice(7) ?? Date.now() % 1_000_000);
const amount: Amount = {
  kills: long ? 200 : 20,
  requests: long ? 10_000 : 2000,
  harms: 5,
  plans: 6,
  frames: long ? 100_000 : 20_000,
  imported: long ? 20_000 : 2000,
  archives: long ? 200 : 30,
  seed,
};

const rows: [name: string, promise: string, figures: Figures, seconds: number][] = [];
let failed = false;
console.log(`Drills with seed ${seed}; the same seed does the same again.`);
const only = process.argv.find((word) => word.startsWith('--only='))?.slice(7);
for (const [name, { promise, run }] of Object.entries(DRILLS)) {
  if (only && name !== only) continue;
  const begun = performance.now();
  try {
    const figures = await run(amount);
    rows.push([name, promise, figures, (performance.now() - begun) / 1000]);
    console.log(`✔ ${name}: ${figureWords(figures)}`);
  } catch (error) {
    failed = true;
    console.error(`✗ ${name}: ${error instanceof Error ? error.message : String(error)}`);
    stopAll();
  }
}
if (process.argv.includes('--write') && !failed) writeTable();
process.exit(failed ? 1 : 0);

function figureWords(figures: Figures): string {
  return Object.entries(figures)
    .map(([what, figure]) => `${what} ${figure}`)
    .join(', ');
}

function writeTable(): void {
  const file = path.join(root, 'docs/reliability.md');
  const lines = rows.map(([name, , figures, seconds]) => `| \`${name}\` | ${figureWords(figures)} | ${seconds.toFixed(0)} |`);
  const day = new Date().toISOString().slice(0, 10);
  const table = [
    `Run on ${day}${long ? ', long' : ''}, seed ${seed}.`,
    '',
    '| drill | figures | s |',
    '| --- | --- | --- |',
    ...lines,
  ].join('\n');
  const text = readFileSync(file, 'utf8');
  writeFileSync(file, text.replace(/(<!-- figures -->\n)[\s\S]*?(<!-- end -->)/, `$1\n${table}\n\n$2`));
}
