// npm run wasm: builds core/src/image/convolve.wat into convolveModule.ts, which is what runs.
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import wabt from 'wabt';

const folder = fileURLToPath(new URL('../core/src/image/', import.meta.url));

/** The bytes of the module, from its text. */
export async function built() {
  const parsed = (await wabt()).parseWat('convolve.wat', readFileSync(`${folder}convolve.wat`, 'utf8'), { simd: true });
  return parsed.toBinary({}).buffer;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const bytes = [...(await built())].join(', ');
  writeFileSync(
    `${folder}convolveModule.ts`,
    `/** convolve.wat, built by \`npm run wasm\`. */\n// prettier-ignore\nexport const CONVOLVE_MODULE = Uint8Array.of(${bytes});\n`,
  );
}
