// npm run dev: the server from its sources, started again when one changes, and the page as it is edited, the kit of parts at /parts.
import { spawn } from 'node:child_process';
import path from 'node:path';
import { ensureInstalled, root } from './lib.mjs';

ensureInstalled();
const port = process.env.HUSHTO_PORT ?? '4567';
const env = { HUSHTO_DEMO: '1', HUSHTO_DATA: path.join(root, 'data/dev'), ...process.env, HUSHTO_PORT: port };
const fromSource = ['--import', 'tsx', '--conditions=hushto-source'];
const running = [
  spawn(process.execPath, ['--watch', '--watch-preserve-output', ...fromSource, 'server/src/main.ts'], { cwd: root, stdio: 'inherit', env }),
  spawn(process.execPath, [path.join(root, 'node_modules/vite/bin/vite.js'), '--clearScreen', 'false'], { cwd: path.join(root, 'web'), stdio: 'inherit', env }),
]; // prettier-ignore
// Where one of them ends, so does the other.
for (const one of running) one.on('exit', (code) => stop(code ?? 0));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => stop(0));

let stopping = false;
function stop(code) {
  if (stopping) return;
  stopping = true;
  for (const one of running) one.kill('SIGINT');
  process.exitCode = code;
}
