import { Piscina } from 'piscina';

type PoolOptions = NonNullable<ConstructorParameters<typeof Piscina>[0]>;

/** A pool of threads for one file of this server: the same from source and from dist. @param file its address without an ending */
export function poolOf(file: URL, options: Omit<PoolOptions, 'filename' | 'execArgv'>): Piscina {
  const fromSource = import.meta.url.endsWith('.ts');
  const execArgv = fromSource
    ? ['--import', new URL('./fromSource.mjs', import.meta.url).href, '--conditions=hushto-source']
    : [];
  const pool = new Piscina({ ...options, filename: `${file.href}${fromSource ? '.ts' : '.js'}`, execArgv });
  // Its task is told as well; a thread that breaks between tasks must not take the server with it.
  pool.on('error', (error: unknown) => console.error('A thread failed:', error));
  return pool;
}
