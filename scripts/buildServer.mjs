// Builds the server: each of its programs and threads as one file, for reading a thousand small ones is most of what a start costs.
import { rmSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { root } from './lib.mjs';

/** Loaded as they are: what is not JavaScript, what finds its own files by where it lies, and databases nobody asks for. */
const EXTERNAL = ['libsql', 'piscina', 'better-sqlite3', 'mysql', 'mysql2', 'oracledb', 'pg', 'pg-native', 'pg-query-stream', 'sqlite3', 'tedious', 'mariadb*']; // prettier-ignore

/** What older packages expect to find in every file. */
const OLD_GLOBALS = [
  "import { createRequire as createRequireHere } from 'node:module';",
  "import { dirname as dirnameHere } from 'node:path';",
  "import { fileURLToPath as pathHere } from 'node:url';",
  'const require = createRequireHere(import.meta.url);',
  'const __filename = pathHere(import.meta.url);',
  'const __dirname = dirnameHere(__filename);',
].join('\n');

const outdir = path.join(root, 'server/dist');
rmSync(outdir, { recursive: true, force: true });
await build({
  absWorkingDir: path.join(root, 'server'),
  entryPoints: ['main', 'restore', 'plan.worker', 'read.worker', 'storage.worker'].map((name) => `src/${name}.ts`),
  outdir,
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20.19',
  conditions: ['hushto-source'],
  external: EXTERNAL,
  banner: { js: OLD_GLOBALS },
  // Entities are known to the database by the names of their classes.
  keepNames: true,
  // Half the bytes, half the reading; names stay for whoever reads a stack.
  minifyWhitespace: true,
  minifySyntax: true,
  logLevel: 'warning',
});
