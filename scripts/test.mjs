// npm test: installs what is missing and runs every check.
import { ensureBuilt, ensureChromium, ensureInstalled, step, stepBeside } from './lib.mjs';

console.log('Hushto tests: types, lint, unit tests, then journeys in a headless browser.');
ensureInstalled();
const chromium = ensureChromium();
ensureBuilt();
// Two at a time: neither needs the whole machine. The browser gets it to itself afterwards.
const codes = await Promise.all([
  stepBeside('Checking types of the tests, style and layering', 'sh', [
    '-c',
    'npx --no-install tsc -p e2e && npm run --silent lint',
  ]),
  stepBeside('Running unit tests', 'npx', ['--no-install', 'mocha']),
]);
if (codes.some((code) => code !== 0)) process.exit(1);
step('Running journeys in the browser', 'npx', ['--no-install', 'mocha', '--config', '.mocharc.e2e.json'], {
  env: { ...process.env, CHROMIUM: chromium },
});
console.log('\nAll tests passed.');
