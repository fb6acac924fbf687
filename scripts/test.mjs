// npm test: installs what is missing and runs every check.
import { ensureChromium, ensureInstalled, isBuilt, step, stepBeside } from './lib.mjs';

console.log('Hushto tests: types, lint, unit tests, then journeys in a headless browser.');
ensureInstalled();
const chromium = ensureChromium();
const npm = (script) => `npm run --silent ${script}`;
const checks = [isBuilt() ? npm('typecheck') : npm('build'), npm('lint')].join(' && ');
// Unit tests read the sources; they need not wait for what is built. Their limits are against hanging: the checks give way to them.
const steps = await Promise.all([
  stepBeside('Building, and checking types, style and layering', 'nice', ['sh', '-c', checks]),
  stepBeside('Running unit tests', 'npx', ['--no-install', 'mocha']),
]);
const failed = steps.filter(({ code }) => code !== 0);
for (const { what, last } of failed) console.error(`\n✗ Failed while ${what.toLowerCase()}. Its last lines:\n${last}`);
if (failed.length > 0) process.exit(1);
step('Running journeys in the browser', 'npm', ['run', '--silent', 'test:e2e'], { env: { ...process.env, CHROMIUM: chromium } });
console.log('\nAll tests passed.');
