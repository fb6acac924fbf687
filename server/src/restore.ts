import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { Backups } from './data/backups.ts';
import { dataFolder } from './data/folder.ts';
import { lockFolder } from './data/lock.ts';
import { restoreFile } from './data/restore.ts';
import { StartFailure } from './data/startFailure.ts';

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');

/** npm run restore -- FILE: puts a backup in the place of the database. Without a file it lists what there is. */
async function restore(): Promise<void> {
  process.umask(0o077);
  const folder = dataFolder(root, process.env);
  const [wanted] = process.argv.slice(2);
  if (!wanted) return list(new Backups(path.join(folder, 'hushto.sqlite'), () => new Date()));
  const unlock = lockFolder(folder);
  try {
    const { before, devicesStay } = await restoreFile(
      folder,
      path.resolve(process.env['INIT_CWD'] ?? process.cwd(), wanted),
      new Date(),
    );
    const devices = devicesStay ? '' : ' Phones must be paired again.';
    console.log(`Restored from ${wanted}.${before ? ` What was there is in ${before}.` : ''}${devices} Start Hushto again.`);
  } finally {
    unlock();
  }
}

async function list(backups: Backups): Promise<void> {
  const found = backups.list();
  await backups.close();
  if (found.length === 0) return console.log(`There is no backup in ${backups.folder}.`);
  console.log('Which one? npm run restore -- FILE, with one of these, newest first:');
  for (const { name, madeAt } of found)
    console.log(`  ${path.join(backups.folder, name)}   ${madeAt.slice(0, 16).replace('T', ' ')} UTC`);
}

restore().catch((error: unknown) => {
  console.error(error instanceof StartFailure ? error.message : error);
  process.exit(1);
});
