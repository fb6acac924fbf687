// npm start: runs what is built.
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import path from 'node:path';
import { root } from './lib.mjs';

export function serve(env = process.env) {
  const server = spawn(process.execPath, ['server/dist/main.js'], { cwd: root, stdio: 'inherit', env });
  // Ctrl-C reaches both of us; the server closes its files, we wait for it.
  process.on('SIGINT', () => {});
  process.on('SIGTERM', () => server.kill('SIGTERM'));
  server.on('exit', (code) => process.exit(code ?? 0));
}

if (process.argv[1] === path.join(root, 'scripts/start.mjs')) {
  if (!existsSync(path.join(root, 'server/dist/main.js'))) {
    console.error('✗ Nothing is built yet. Run npm run demo, or npm ci && npm run build.');
    process.exit(1);
  }
  serve();
}
