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
  const built = path.join(root, 'web/dist/index.html');
  const newest = Math.max(
    ...['core/src', 'contract/src', 'demo/src', 'server/src', 'web', 'package-lock.json'].map(newestChange),
  );
  const serverBuilt = existsSync(path.join(root, 'server/dist/main.js'));
  if (serverBuilt && existsSync(built) && statSync(built).mtimeMs > newest) return;
  step('Building', 'npm', ['run', '--silent', 'build']);
}

function newestChange(place) {
  const full = path.join(root, place);
  const info = statSync(full);
  if (!info.isDirectory()) return info.mtimeMs;
  return readdirSync(full)
    .filter((name) => !['node_modules', 'dist', 'dist-types'].includes(name))
    .reduce((newest, name) => Math.max(newest, newestChange(path.join(place, name))), 0);
}

/** Path of a Chromium to test with; Debian's is installed when there is none and we may. */
export function ensureChromium() {
  const found = [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/google-chrome'].find((file) => file && existsSync(file));
  if (found) return found;
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) {
    console.error(
      '✗ The browser tests need Chromium. Install it (Debian: apt-get install chromium) or set CHROMIUM to its path.',
    );
    process.exit(1);
  }
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  step('Looking up Chromium', 'apt-get', ['update', '-qq'], { env });
  step('Installing Chromium', 'apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], {
    env,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  return '/usr/bin/chromium';
}

/** Runs a step beside others; what it says comes out whole when it ends. Settles with its exit code. */
export function stepBeside(what, command, args) {
  const started = performance.now();
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += chunk));
    child.once('close', (code) => {
      console.log(`\n→ ${what}\n${said.trimEnd()}\n  done in ${((performance.now() - started) / 1000).toFixed(1)} s`);
      if (code !== 0) console.error(`\n✗ Failed while ${what.toLowerCase()} (${command} ${args.join(' ')}).`);
      resolve(code ?? 1);
    });
  });
}
