import { Piscina } from 'piscina';

type PoolOptions = NonNullable<ConstructorParameters<typeof Piscina>[0]>;

/** A pool of threads for one of the worker files beside this one: the same from source and as built. @param name its file's, without an ending */
export function poolOf(
  name: 'plan.worker' | 'read.worker' | 'storage.worker',
  options: Omit<PoolOptions, 'filename' | 'execArgv'>,
): Piscina {
  const fromSource = import.meta.url.endsWith('.ts');
  const execArgv = fromSource
    ? ['--import', new URL('./fromSource.mjs', import.meta.url).href, '--conditions=hushto-source']
    : [];
  const filename = new URL(`./${name}${fromSource ? '.ts' : '.js'}`, import.meta.url).href;
  const pool = new Piscina({ ...options, filename, execArgv });
  // Its task is told as well; a thread that breaks between tasks must not take the server with it.
  pool.on('error', (error: unknown) => console.error('A thread failed:', error));
  return pool;
}
