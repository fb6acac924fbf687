// Only Node's own modules, so that these run before anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, statSync, readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');

/** Runs a command, saying what it is for; a failure names the step. */
export function step(what, command, args, options = {}) {
  console.log(`\n→ ${what}`);
  const started = performance.now();
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (result.status !== 0) {
    console.error(`\n✗ Failed while ${what.toLowerCase()} (${command} ${args.join(' ')}).`);
    process.exit(result.status ?? 1);
  }
  console.log(`  done in ${((performance.now() - started) / 1000).toFixed(1)} s`);
}

/** Installs what package-lock.json names, unless exactly that is installed. */
export function ensureInstalled() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`✗ Hushto needs Node 20.19 or newer; this is ${process.version}.`);
    process.exit(1);
  }
  const hash = createHash('sha256')
    .update(readFileSync(path.join(root, 'package-lock.json')))
    .digest('hex');
  const stamp = path.join(root, 'node_modules/.hushto-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === hash) return;
  step('Installing packages', 'npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(stamp, hash);
}

/** Builds server and page, unless nothing changed since the last build. */
export function ensureBuilt() {
  if (!isBuilt()) step('Building', 'npm', ['run', '--silent', 'build']);
}

/** Whether server and page stand as their sources would build them. */
export function isBuilt() {
  const built = path.join(root, 'web/dist/index.html');
  const newest = Math.max(
    ...['core/src', 'contract/src', 'words/src', 'demo/src', 'server/src', 'web', 'scripts', 'package-lock.json'].map(
      newestChange,
    ),
  );
  return existsSync(path.join(root, 'server/dist/main.js')) && existsSync(built) && statSync(built).mtimeMs > newest;
}

function newestChange(place) {
  const full = path.join(root, place);
  const info = statSync(full);
  if (!info.isDirectory()) return info.mtimeMs;
  return readdirSync(full)
    .filter((name) => !['node_modules', 'dist', 'dist-types'].includes(name))
    .reduce((newest, name) => Math.max(newest, newestChange(path.join(place, name))), 0);
}

/** Chromium without windows: opens a page in half the time of the whole one. */
const SHELL = '/usr/bin/chromium-headless-shell';
const WHOLE = '/usr/bin/chromium';

/** Path of a Chromium to test with: the one that is named, else Debian's headless one, which is installed when we may, else the whole. */
export function ensureChromium() {
  const named = process.env.CHROMIUM;
  if (named && existsSync(named)) return named;
  if (existsSync(SHELL)) return SHELL;
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get') && installed('chromium-headless-shell', existsSync(WHOLE)))
    return SHELL;
  if (existsSync(WHOLE)) return WHOLE;
  console.error(
    '✗ The browser tests need Chromium. Install it (Debian: apt-get install chromium-headless-shell) or set CHROMIUM to its path.',
  );
  process.exit(1);
}

/**
 * Installs a package of Debian's; without a network that comes to nothing, and is said.
 * @param once whether there is something else to make do with: then nobody waits long for a network that does not answer
 */
function installed(name, once) {
  console.log(`\n• Installing ${name}`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const run = (...args) => spawnSync('apt-get', args, { env, stdio: 'ignore', timeout: once ? 90_000 : 300_000 }).status === 0;
  const came =
    run('install', '-y', '-qq', '--no-install-recommends', name) ||
    (!once && run('update', '-qq') && run('install', '-y', '-qq', '--no-install-recommends', name));
  if (!came) console.log('  not to be had just now');
  return came && existsSync(SHELL);
}

/** Lines of a failed step that are said once more at the end, where they are looked for. */
const LAST_LINES = 60;

/** Runs a step beside others; what it says comes out whole when it ends. Settles with its exit code and its last lines. */
export function stepBeside(what, command, args) {
  const started = performance.now();
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += chunk));
    child.once('close', (code) => {
      console.log(`\n→ ${what}\n${said.trimEnd()}\n  done in ${((performance.now() - started) / 1000).toFixed(1)} s`);
      resolve({ what, code: code ?? 1, last: said.trimEnd().split('\n').slice(-LAST_LINES).join('\n') });
    });
  });
}
