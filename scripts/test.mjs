// npm test: installs what is missing and runs every check.
import { readdirSync } from 'node:fs';
import path from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, root, step, stepBeside } from './lib.mjs';

console.log('Hushto tests: types, lint, unit tests, then journeys in a headless browser.');
ensureInstalled();
const chromium = ensureChromium();
ensureBuilt();
const journeys = (files) => ['--no-install', 'mocha', '--config', '.mocharc.e2e.json', ...files.map((file) => `e2e/${file}`)];
const specs = readdirSync(path.join(root, 'e2e')).filter((file) => file.endsWith('.spec.ts'));
/** These look at how fast the page follows the hand, and get the machine to themselves. */
const timed = ['plan.spec.ts', 'planner.spec.ts', 'weight.spec.ts'];
process.env.CHROMIUM = chromium;
// Two at a time: a journey waits more than it works.
const codes = await Promise.all([
  stepBeside('Checking types of the tests, style and layering; running unit tests', 'sh', [
    '-c',
    'npx --no-install tsc -p e2e && npm run --silent lint && npx --no-install mocha',
  ]),
  stepBeside('Running journeys in the browser', 'npx', journeys(specs.filter((file) => !timed.includes(file)))),
]);
if (codes.some((code) => code !== 0)) process.exit(1);
step('Running journeys that are timed', 'npx', journeys(timed));
console.log('\nAll tests passed.');
