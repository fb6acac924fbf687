// npm test: installs what is missing and runs every check.
import { ensureBuilt, ensureChromium, ensureInstalled, step } from './lib.mjs';

console.log('Hushto tests: types, lint, unit tests, then journeys in a headless browser.');
ensureInstalled();
const chromium = ensureChromium();
ensureBuilt();
step('Checking types of the tests', 'npx', ['--no-install', 'tsc', '-p', 'e2e']);
step('Checking style and layering', 'npm', ['run', '--silent', 'lint']);
step('Running unit tests', 'npx', ['--no-install', 'mocha']);
step('Running journeys in the browser', 'npx', ['--no-install', 'mocha', '--config', '.mocharc.e2e.json'], {
  env: { ...process.env, CHROMIUM: chromium },
});
console.log('\nAll tests passed.');
