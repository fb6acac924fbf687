import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');

/** A server of its own process, as it is built. */
export interface Drilled {
  base: string;
  process: ChildProcess;
  /** Everything it said, errors too. */
  said: () => string;
  /** Ends it at once, as a power cut would. */
  kill: () => Promise<void>;
  /** Asks it to stop. */
  stop: () => Promise<number | null>;
}

const running = new Set<ChildProcess>();

/** Starts the built server on a folder. @throws Error with what it said, when it does not come to listen */
export function startServer(data: string, env: Record<string, string> = {}): Promise<Drilled> {
  const child = spawn(process.execPath, ['server/dist/main.js'], {
    cwd: root,
    env: { ...process.env, NODE_OPTIONS: '', HUSHTO_PORT: '0', HUSHTO_DATA: data, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  running.add(child);
  let said = '';
  const ended = new Promise<number | null>((resolve) =>
    child.once('exit', (code) => {
      running.delete(child);
      resolve(code);
    }),
  );
  const end = (signal: 'SIGKILL' | 'SIGINT'): Promise<number | null> => {
    child.kill(signal);
    return ended;
  };
  return new Promise((resolve, reject) => {
    const hear = (chunk: Buffer): void => {
      said += String(chunk);
      const base = /listening on (http:\S+)/.exec(said)?.[1];
      if (base && said.includes('Press Ctrl-C'))
        resolve({
          base,
          process: child,
          said: () => said,
          kill: () => end('SIGKILL').then(() => undefined),
          stop: () => end('SIGINT'),
        });
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    void ended.then((code) => reject(new Error(`It stopped with code ${code}: ${said}`)));
  });
}

/** Ends whatever a failed drill left running. */
export function stopAll(): void {
  for (const child of running) child.kill('SIGKILL');
}

/** A folder that is gone afterwards. */
export async function inFolder<Result>(work: (folder: string) => Promise<Result>): Promise<Result> {
  const folder = mkdtempSync(path.join(tmpdir(), 'hushto-drill-'));
  try {
    return await work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

export async function json(url: string, init: RequestInit & { body?: string } = {}): Promise<{ status: number; body: any }> {
  const headers = { ...(init.body ? { 'content-type': 'application/json' } : {}), ...(init.headers as object) };
  const reply = await fetch(url, { ...init, headers });
  const text = await reply.text();
  return { status: reply.status, body: text ? (JSON.parse(text) as unknown) : null };
}

export const must = (held: boolean, what: string): void => {
  if (!held) throw new Error(what);
};

/** Of times in order, the one that a share of them stays under, in whole ms. */
export const percentile = (sorted: readonly number[], share: number): number =>
  Math.round(sorted[Math.floor(share * (sorted.length - 1))] ?? 0);

/** Every brief there is, page by page. */
export async function allBriefs(base: string): Promise<any[]> {
  const all: any[] = [];
  for (let next: string | null = '/api/briefs?limit=500'; next;) {
    const reply: Response = await fetch(base + next);
    all.push(...((await reply.json()) as any[]));
    next = /<(.+)>; rel="next"/.exec(reply.headers.get('link') ?? '')?.[1] ?? null;
  }
  return all;
}

/** Asks for the server's health again and again. @returns stops it, and gives how long each answer took, ms, shortest first */
export function watchHealth(base: string): () => Promise<number[]> {
  const waits: number[] = [];
  let alive = true;
  const watching = (async () => {
    while (alive) {
      const begun = performance.now();
      // A server that ended is noticed by whoever asks it for something.
      const answered = await fetch(`${base}/api/health`).then((reply) => reply.text()).catch(() => null); // prettier-ignore
      if (answered === null) return;
      waits.push(performance.now() - begun);
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
  })();
  return async () => {
    alive = false;
    await watching;
    return waits.sort((a, b) => a - b);
  };
}
