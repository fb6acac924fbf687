import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium, type Browser, type BrowserContext, type Locator, type Page } from 'playwright-core';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
const CHROMIUM =
  process.env['CHROMIUM'] ?? ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find((file) => existsSync(file));
let browser: Browser | null = null;
const servers = new Set<ChildProcess>();

/** Stops servers that a failed journey left behind: they would keep the run from ending. */
export function stopAll(): void {
  for (const server of servers) server.kill('SIGKILL');
}

export async function closeBrowser(): Promise<void> {
  await browser?.close();
  browser = null;
}

/** The one browser all windows belong to. */
export async function browserOf(): Promise<Browser> {
  return (browser ??= await chromium.launch({ executablePath: CHROMIUM!, args: CHROMIUM_ARGS }));
}

/** What every open window shows, in a few lines each: what a failed journey leaves for whoever looks into it. */
export async function windowsSaid(): Promise<string[]> {
  const pages = browser?.contexts().flatMap((context) => context.pages()) ?? [];
  return Promise.all(
    pages.map(async (page) => {
      const shows = await page
        .evaluate('document.body.innerText')
        .catch((error: unknown) => `could not be read: ${String(error)}`);
      return `${page.url()}\n${String(shows).slice(0, MOST_SAID)}`;
    }),
  );
}

/** Letters of a window that are told. */
const MOST_SAID = 1500;

/** A port nobody listens on, with the next one free as well most likely. */
export function anyPort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });
}

/** The built app on a data folder and a port of its own. */
export interface RunningApp {
  base: string;
  /** Opens a window; what it writes to the console as an error is collected in `complaints`. */
  open(options?: OpenOptions): Promise<{ page: Page; complaints: string[] }>;
  /** Brings its briefs back to how they were at the start: what one journey keeps is no matter of the next. */
  briefsAsBegun(): Promise<void>;
  /** The same, and closes its windows. */
  asBegun(): Promise<void>;
  /** Stops the server and starts it again on the same data and port. */
  restart(): Promise<void>;
  /** Stops the server; windows stay open. */
  stopServer(): Promise<{ code: number | null; said: string }>;
  /** Closes the windows, stops the server and forgets the data. */
  stop(): Promise<void>;
}

interface OpenOptions {
  at?: string;
  scheme?: 'light' | 'dark';
  width?: number;
  height?: number;
  /** Whether the first-visit lines are put away beforehand. */
  visited?: boolean;
  /** Whether the browser may keep the page, to open it without the server. */
  keeps?: boolean;
  /** Whether the browser's database takes nothing, as when the disk is full. */
  storageFails?: boolean;
  /** Whether simulated frames are drawn. */
  draws?: boolean;
}

export async function startApp({ demo = true } = {}): Promise<RunningApp> {
  if (!existsSync(path.join(root, 'web/dist/index.html'))) throw new Error('Build first: npm run build.');
  const data = mkdtempSync(path.join(tmpdir(), 'hushto-e2e-'));
  let running = await startServer(data, '0', demo);
  const contexts: BrowserContext[] = [];
  const briefs = `${running.base}/api/briefs`;
  const begun = (await (await fetch(briefs)).json()) as { id: string; document: unknown }[];
  const briefsAsBegun = async (): Promise<void> => {
    for (const { id, document } of begun) {
      await fetch(`${briefs}/${id}/restore`, { method: 'POST' });
      const headers = { 'content-type': 'application/json' };
      await fetch(`${briefs}/${id}`, { method: 'PUT', headers, body: JSON.stringify(document) });
    }
  };
  return {
    base: running.base,
    open: async ({
      at = '/',
      scheme = 'light',
      width = 1280,
      height = 800,
      visited = true,
      keeps = false,
      storageFails = false,
      draws = false,
    } = {}) => {
      const context = await (
        await browserOf()
      ).newContext({
        viewport: { width, height },
        colorScheme: scheme,
        reducedMotion: 'reduce',
        // Keeping the whole page takes a second and means nothing to most journeys.
        serviceWorkers: keeps ? 'allow' : 'block',
      });
      contexts.push(context);
      if (visited) await context.addInitScript(putTipsAway);
      if (storageFails) await context.addInitScript(failStorage);
      // A frame takes half of what opening Plan does, and means nothing to most journeys.
      if (!draws) await context.addInitScript(DRAW_NOTHING);
      const page = await context.newPage();
      const complaints: string[] = [];
      page.on('console', (message) => message.type() === 'error' && complaints.push(message.text()));
      page.on('pageerror', (error) => complaints.push(String(error)));
      await page.goto(running.base + at);
      await shown(page);
      return { page, complaints };
    },
    briefsAsBegun,
    asBegun: async () => {
      await Promise.all(contexts.splice(0).map((context) => context.close()));
      await briefsAsBegun();
    },
    restart: async () => {
      await stopServer(running.process);
      running = await startServer(data, new URL(running.base).port, demo);
    },
    stopServer: async () => ({ code: await stopServer(running.process), said: running.said() }),
    stop: async () => {
      await Promise.all(contexts.map((context) => context.close()));
      await stopServer(running.process);
      rmSync(data, { recursive: true, force: true });
    },
  };
}

/** Waits until a screen stands; on Plan, with its Valley drawn. */
export async function shown(page: Page): Promise<void> {
  await page.locator('main:not([aria-busy=true])').waitFor();
  if ((await page.getByRole('region', { name: 'Valley' }).count()) > 0) await cursor(page).waitFor();
}

const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

function putTipsAway(): void {
  if (localStorage.getItem('hushto.settings')) return;
  localStorage.setItem('hushto.settings', JSON.stringify({ version: 1, state: { tipsAway: ['tokens', 'valley', 'gates'] } }));
}

/** As a text: a compiled function may lean on helpers the page does not have. */
const DRAW_NOTHING = `
  class Still extends EventTarget { postMessage() {} terminate() {} }
  window.Worker = new Proxy(Worker, {
    construct: (real, [url, ...options]) => String(url).includes('frame.worker') ? new Still() : new real(url, ...options),
  });
`;

function failStorage(): void {
  IDBObjectStore.prototype.put = () => {
    throw new DOMException('The quota is used up.', 'QuotaExceededError');
  };
}

async function startServer(data: string, port: string, demo: boolean) {
  const process_ = spawn(process.execPath, ['server/dist/main.js'], {
    cwd: root,
    env: { ...process.env, NODE_OPTIONS: '', HUSHTO_PORT: port, HUSHTO_DATA: data, HUSHTO_DEMO: demo ? '1' : '' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  servers.add(process_);
  process_.once('exit', () => servers.delete(process_));
  let said = '';
  const base = await new Promise<string>((resolve, reject) => {
    process_.stdout.on('data', (chunk: Buffer) => {
      said += String(chunk);
      const address = /listening on (http:\S+)/.exec(said)?.[1];
      if (address) resolve(address);
    });
    process_.once('exit', (code) => reject(new Error(`The server stopped with code ${code}.`)));
  });
  return { process: process_, base, said: () => said };
}

function stopServer(server: ChildProcess): Promise<number | null> {
  if (server.exitCode !== null || server.signalCode !== null) return Promise.resolve(server.exitCode);
  return new Promise((resolve) => {
    server.once('exit', (code) => resolve(code));
    server.kill('SIGINT');
  });
}

/** Waits until something has come about. */
export async function eventually(
  check: () => Promise<boolean>,
  what: string | (() => string) = 'It did not come about',
): Promise<void> {
  for (let tries = 0; tries < 100; tries++) {
    if (await check()) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`${typeof what === 'string' ? what : what()} within ten seconds.`);
}

/** Takes the open brief back to how it was opened. */
export async function asOpened(page: Page): Promise<void> {
  await page.getByRole('button', { name: /Open the list of briefs/ }).click();
  await page.getByRole('button', { name: 'As it was when I opened it' }).click();
}

/** The sentence of the brief that is open. */
export const sentence = (page: Page): Locator => page.getByRole('region', { name: 'Brief', exact: true });

/** A value in it, by what it says. */
export const token = (page: Page, text: RegExp | string): Locator => sentence(page).getByRole('button').filter({ hasText: text });

/** The title of the brief that is open; pressing it opens the list. */
export const title = (page: Page, name: RegExp | string = ''): Locator =>
  page.getByRole('button', { name: /Open the list of briefs/ }).filter({ hasText: name });

/** The cursor on the Valley; it is there when the plan is. */
export const cursor = (page: Page): Locator => page.getByRole('slider', { name: 'Shutter speed' });

/** Picks from a list that opens over its field. @param option its words, or its place in the list */
export async function pick(page: Page, field: RegExp | string, option: RegExp | string | number): Promise<void> {
  await page.getByRole('combobox', { name: field }).click();
  const options = page.getByRole('option');
  await (typeof option === 'number' ? options.nth(option) : options.filter({ hasText: option }).first()).click();
}

/** A drawn frame by its name, once it is as fine as it becomes. */
export const fineFrame = (within: Page | Locator, name: RegExp): Locator =>
  within.getByRole('img', { name }).and(within.locator('[data-fine=true]'));
