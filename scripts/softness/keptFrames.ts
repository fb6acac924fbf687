import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { BlurLessons } from './blurModel.ts';
import { cellsOf, type Known, type Measured } from './features.ts';
import type { KnownFrame } from './knownFrames.ts';

/** A frame whose cause is known; its figures are read from the disk each time, for there are thousands. */
export interface KeptFrame {
  known: Known;
  measured(): Measured;
}

/** What was made once and is kept in a folder: numbers in a file of their own, and what says that they are whole beside them. */
export function keptIn(folder: string) {
  const fileOf = (name: string, kind: string): string => path.join(folder, `${name}.${kind}`);
  const put = (name: string, parts: readonly Float64Array[], about: object): void => {
    writeFileSync(fileOf(name, 'f32'), Buffer.concat(parts.map((part) => Buffer.from(Float32Array.from(part).buffer))));
    writeFileSync(fileOf(name, 'json'), JSON.stringify(about));
  };
  const numbersOf = (name: string): Float64Array => {
    const { buffer, byteOffset, length } = readFileSync(fileOf(name, 'f32'));
    return Float64Array.from(new Float32Array(buffer.slice(byteOffset, byteOffset + length)));
  };
  const aboutOf = (name: string): unknown => JSON.parse(readFileSync(fileOf(name, 'json'), 'utf8'));

  return {
    async frame(name: string, make: () => Promise<KnownFrame>): Promise<KeptFrame> {
      if (!existsSync(fileOf(name, 'json'))) {
        const { jpeg, ...known } = await make();
        const { cells, width, height } = await cellsOf(jpeg);
        const { columns, rows, noise, means } = cells;
        put(name, [noise, means], { known, columns, rows, width, height });
      }
      const { known, columns, rows, width, height } = aboutOf(name) as {
        known: Known; columns: number; rows: number; width: number; height: number;
      }; // prettier-ignore
      return {
        known,
        measured() {
          const all = numbersOf(name);
          return {
            cells: { columns, rows, noise: all.slice(0, columns * rows), means: all.slice(columns * rows) },
            width,
            height,
          };
        },
      };
    },
    async lessons(name: string, make: () => Promise<BlurLessons>): Promise<BlurLessons> {
      if (!existsSync(fileOf(name, 'json'))) {
        const { signs, variancesPx2 } = await make();
        put(name, [signs, variancesPx2], { lessons: variancesPx2.length });
      }
      const all = numbersOf(name);
      const { lessons } = aboutOf(name) as { lessons: number };
      return { signs: all.slice(0, -lessons), variancesPx2: all.slice(-lessons) };
    },
  };
}
