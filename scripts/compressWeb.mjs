// Lays a Brotli and a gzip copy beside every text file of the built page, so that the server sends it small without working for it.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { root } from './lib.mjs';

const TEXT = /\.(?:js|css|html|svg|json|txt|webmanifest)$/;
/** Smaller ones fit into one packet anyway, bytes. */
const WORTH_IT = 1000;

const dist = path.join(root, 'web/dist');
for (const name of readdirSync(dist, { recursive: true, encoding: 'utf8' })) {
  if (!TEXT.test(name)) continue;
  const file = path.join(dist, name);
  const bytes = readFileSync(file);
  if (bytes.length < WORTH_IT) continue;
  writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
  writeFileSync(`${file}.br`, brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } }));
}
