import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildApp } from './app.ts';
import { backUpChanges } from './data/backUpChanges.ts';
import { openData, type Data } from './data/database.ts';
import { dataFolder } from './data/folder.ts';
import { lockFolder } from './data/lock.ts';
import { readHere, readInThread } from './data/reader.ts';
import { rememberReadable } from './data/rememberReadable.ts';
import { StartFailure } from './data/startFailure.ts';
import { readLedger } from './ledger.ts';
import { LogBook } from './log/logBook.ts';
import { networkFrom } from './network.ts';
import { Pairing } from './pairing.ts';
import { createPlanner } from './planner/planner.ts';
import { fillShelf } from './shelf.ts';
import { storesWith } from './stores.ts';
import { WriteGate } from './writeGate.ts';

const here = path.dirname(fileURLToPath(import.meta.url));
const root = path.resolve(here, '../..');
const { version } = JSON.parse(readFileSync(path.join(root, 'package.json'), 'utf8')) as { version: string };
const HOST = '127.0.0.1';
const BACKUP_EVERY_MS = 3_600_000;

function portFromEnvironment(): number {
  const text = process.env['HUSHTO_PORT'] ?? '4567';
  const port = Number(text);
  if (Number.isInteger(port) && port >= 0 && port <= 65_535) return port;
  throw new StartFailure(`HUSHTO_PORT is "${text}", which is no port. Set it to a number from 1 to 65535.`);
}

/** Opens the data of a folder for this process alone. */
async function dataIn(folder: string): Promise<Data & { unlock: () => void }> {
  const unlock = lockFolder(folder);
  try {
    return { ...(await openData(path.join(folder, 'hushto.sqlite'))), unlock };
  } catch (error) {
    unlock();
    if (error instanceof StartFailure) throw error;
    throw new StartFailure(
      `The data in ${folder} cannot be opened: ${String(error)}. See that the disk has room and that you may write to the folder, or set HUSHTO_DATA to another.`,
    );
  }
}

async function start(): Promise<void> {
  // Nobody else of this computer reads what is kept here.
  process.umask(0o077);
  const port = portFromEnvironment();
  const network = networkFrom(process.env);
  const folder = dataFolder(root, process.env);
  const webRoot = path.join(root, 'web/dist');
  const { orm, backups, backedUp, readThrough, close, unlock } = await dataIn(folder);
  const now = (): Date => new Date();
  const stores = storesWith(now);
  const planner = createPlanner();
  const log = new LogBook(stores, planner, now);
  await fillShelf(orm, stores, log, { demo: process.env['HUSHTO_DEMO'] === '1' });
  const networkPort = port === 0 ? 0 : port + 1;
  const gate = new WriteGate();
  const pairing = network && new Pairing(orm, `https://${network.names[0]}:${networkPort}`, now, gate);
  const reader = backups ? readInThread(backups.file) : readHere(orm, stores);
  const dependencies = {
    orm,
    stores,
    log,
    planner,
    reader,
    gate,
    backups,
    now,
    version,
    webRoot: existsSync(webRoot) ? webRoot : null,
    logger: { level: 'warn' },
    pairing,
  };
  const app = await buildApp(dependencies);
  const overNetwork = network && (await buildApp({ ...dependencies, network }));

  const revision = async (): Promise<number> => (await readLedger(orm.em.fork())).revision;
  const failed = (error: unknown): void => app.log.error(error, 'No backup could be made');
  const backUp = backups ? backUpChanges({ backups, revision, failed }, backedUp ?? (await revision())) : async () => undefined;
  const hourly = setInterval(() => void backUp(), BACKUP_EVERY_MS);

  let stopping = false;
  /** What is done right after a start; stopping waits for it. */
  let settled: Promise<unknown> = Promise.resolve();
  /** @param failure why it must not go on; none where it was asked to stop */
  const stop = async (failure?: StartFailure): Promise<void> => {
    if (stopping) return;
    stopping = true;
    clearInterval(hourly);
    await app.close();
    await overNetwork?.close();
    await planner.close();
    await reader.close();
    await settled.catch(() => undefined);
    const whole = await close();
    unlock();
    if (failure) {
      console.error(failure.message);
      process.exit(1);
    }
    console.log(
      whole
        ? 'Stopped; your data is safe, all of it in hushto.sqlite.'
        : 'Stopped; your data is safe. Something else is reading it: copy hushto.sqlite together with its -wal file.',
    );
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void stop());

  try {
    const address = await app.listen({ host: HOST, port });
    console.log(`Hushto is listening on ${address}`);
    if (network && pairing && overNetwork) {
      await overNetwork.listen({ host: network.host, port: networkPort });
      console.log(`The local network reaches it at ${pairing.address}. To pair a phone press Pocket, then “Pair a phone”.`);
    }
    console.log(`Your data is in ${folder}. Press Ctrl-C to stop.`);
    // What the last run changed after its last backup, and what takes long to read; nobody waits for either.
    settled = readThrough()
      .then(() => (stopping ? undefined : backUp()))
      // Only to be quicker later: stopping cuts it off.
      .then(() =>
        stopping
          ? undefined
          : rememberReadable(orm, stores, reader).catch(
              (error: unknown) => stopping || app.log.warn(error, 'Documents could not be opened beforehand'),
            ),
      );
    settled.catch((error: unknown) =>
      error instanceof StartFailure ? stop(error) : app.log.error(error, 'The database could not be read through'),
    );
  } catch (error) {
    await close();
    unlock();
    if ((error as NodeJS.ErrnoException).code !== 'EADDRINUSE') throw error;
    throw new StartFailure(`Port ${port} is taken. Stop what uses it, or choose another: HUSHTO_PORT=${port + 1}.`);
  }
}

start().catch((error: unknown) => {
  console.error(error instanceof StartFailure ? error.message : error);
  process.exit(1);
});
