// npm test: installs what is missing and runs every check.
import { ensureBuilt, ensureChromium, ensureInstalled, step, stepBeside } from './lib.mjs';

console.log('Hushto tests: types, lint, unit tests, then journeys in a headless browser.');
ensureInstalled();
const chromium = ensureChromium();
ensureBuilt();
const codes = await Promise.all([
  stepBeside('Checking types of the tests, style and layering', 'sh', [
    '-c',
    'npx --no-install tsc -p e2e && npm run --silent lint',
  ]),
  stepBeside('Running unit tests', 'npx', ['--no-install', 'mocha']),
]);
if (codes.some((code) => code !== 0)) process.exit(1);
step('Running journeys in the browser', 'npm', ['run', '--silent', 'test:e2e'], { env: { ...process.env, CHROMIUM: chromium } });
console.log('\nAll tests passed.');
