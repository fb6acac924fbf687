// npm run check: types, lint, and the unit tests of what was changed since the last commit, or since the one that is named
// (npm run check -- main): those beside a changed file, and those that import it. npm test runs everything.
import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { ensureInstalled, root, step, stepBeside } from './lib.mjs';

const ROOMS = ['core', 'contract', 'words', 'demo', 'server', 'web', 'scripts'];

ensureInstalled();
const since = process.argv[2] ?? 'HEAD';
const git = (...args) => spawnSync('git', args, { cwd: root, encoding: 'utf8' }).stdout.split('\n').filter(Boolean);
const changed = [...git('diff', '--name-only', since), ...git('ls-files', '--others', '--exclude-standard')].filter((file) =>
  /\.tsx?$/.test(file),
);
const tests = ROOMS.flatMap((room) => testsIn(room)).filter((test) => {
  const text = readFileSync(path.join(root, test), 'utf8');
  return changed.some((file) => file === test || text.includes(`/${path.basename(file)}'`));
});
console.log(`${changed.length} files changed since ${since}, ${tests.length} files of tests are theirs.`);
const checked = await stepBeside('Checking types, style and layering', 'sh', ['-c', 'npm run --silent typecheck && npm run --silent lint']); // prettier-ignore
if (checked.code !== 0) {
  console.error(checked.last);
  process.exit(1);
}
// As all unit tests are run, but for which of them.
const { spec: _all, ...options } = JSON.parse(readFileSync(path.join(root, '.mocharc.json'), 'utf8'));
const flags = Object.entries(options).flatMap(([name, value]) => [value].flat().map((one) => `--${name}=${one}`));
if (tests.length > 0) step('Running their unit tests', 'npx', ['--no-install', 'mocha', '--no-config', ...flags, ...tests]);

function testsIn(place) {
  return readdirSync(path.join(root, place), { withFileTypes: true }).flatMap((entry) => {
    const full = path.posix.join(place, entry.name);
    if (entry.isDirectory()) return ['node_modules', 'dist', 'dist-types'].includes(entry.name) ? [] : testsIn(full);
    return /\.test\.tsx?$/.test(entry.name) ? [full] : [];
  });
}
