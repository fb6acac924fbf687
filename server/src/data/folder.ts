import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { StartFailure } from './startFailure.ts';

/** The folder of the data, there and to be written to. @throws StartFailure */
export function dataFolder(root: string, env: Record<string, string | undefined>): string {
  const folder = path.resolve(root, env['HUSHTO_DATA'] ?? 'data');
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
  } catch (error) {
    throw new StartFailure(`The folder ${folder} cannot be made: ${String(error)}. Set HUSHTO_DATA to one you may write to.`);
  }
  return folder;
}
