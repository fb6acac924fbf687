import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildApp } from './app.ts';
import { openDatabase } from './database.ts';
import { networkFrom } from './network.ts';
import { Pairing } from './pairing.ts';
import { fillShelf, storesWith } from './shelf.ts';
import { StartFailure } from './startFailure.ts';

const here = path.dirname(fileURLToPath(import.meta.url));
const root = path.resolve(here, '../..');
const { version } = JSON.parse(readFileSync(path.join(root, 'package.json'), 'utf8')) as { version: string };
const HOST = '127.0.0.1';

function portFromEnvironment(): number {
  const text = process.env['HUSHTO_PORT'] ?? '4567';
  const port = Number(text);
  if (Number.isInteger(port) && port >= 0 && port <= 65_535) return port;
  throw new StartFailure(`HUSHTO_PORT is "${text}", which is no port. Set it to a number from 1 to 65535.`);
}

async function start(): Promise<void> {
  const port = portFromEnvironment();
  const network = networkFrom(process.env);
  const folder = path.resolve(root, process.env['HUSHTO_DATA'] ?? 'data');
  const webRoot = path.join(root, 'web/dist');
  const orm = await openDatabase(path.join(folder, 'hushto.sqlite')).catch((error: unknown) => {
    throw new StartFailure(
      `The data in ${folder} cannot be opened: ${String(error)}. Set HUSHTO_DATA to a folder you may write to.`,
    );
  });
  const stores = storesWith(() => new Date());
  await fillShelf(orm, stores, { demo: process.env['HUSHTO_DEMO'] === '1' });
  const networkPort = port === 0 ? 0 : port + 1;
  const pairing = network && new Pairing(orm, `https://${network.names[0]}:${networkPort}`, () => new Date());
  const dependencies = {
    orm,
    stores,
    version,
    webRoot: existsSync(webRoot) ? webRoot : null,
    logger: { level: 'warn' },
    pairing,
  };
  const app = await buildApp(dependencies);
  const overNetwork = network && (await buildApp({ ...dependencies, network }));

  let stopping = false;
  const stop = async (): Promise<void> => {
    if (stopping) return;
    stopping = true;
    await app.close();
    await overNetwork?.close();
    await orm.close();
    console.log('Stopped; your data is safe.');
    process.exit(0);
  };
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void stop());

  try {
    const address = await app.listen({ host: HOST, port });
    console.log(`Hushto is listening on ${address}`);
    if (network && pairing && overNetwork) {
      await overNetwork.listen({ host: network.host, port: networkPort });
      console.log(`The local network reaches it at ${pairing.address}; the code to pair a phone is ${pairing.code}.`);
    }
    console.log(`Your data is in ${folder}. Press Ctrl-C to stop.`);
  } catch (error) {
    await orm.close();
    if ((error as NodeJS.ErrnoException).code !== 'EADDRINUSE') throw error;
    throw new StartFailure(`Port ${port} is taken. Stop what uses it, or choose another: HUSHTO_PORT=${port + 1}.`);
  }
}

start().catch((error: unknown) => {
  console.error(error instanceof StartFailure ? error.message : error);
  process.exit(1);
});
