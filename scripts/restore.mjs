// npm run restore -- FILE: puts a backup in the place of the database of a server that does not run.
import { spawnSync } from 'node:child_process';
import { ensureBuilt, ensureInstalled, root } from './lib.mjs';

ensureInstalled();
ensureBuilt();
const { status } = spawnSync(process.execPath, ['server/dist/restore.js', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
process.exit(status ?? 1);
