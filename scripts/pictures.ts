// npm run pictures: renews docs/screenshots from the demo data; `-- pocket` only those so named. Look at each before committing it.
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Page } from 'playwright-core';
import { createServer } from 'vite';
import { browserOf, closeBrowser, cursor, fineFrame, pick, startApp, title, token } from '../e2e/app.ts';

const folder = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../docs/screenshots');

interface Picture {
  name: string;
  scheme?: 'light' | 'dark';
  visited?: boolean;
  width?: number;
  height?: number;
  reach?: (page: Page) => Promise<unknown>;
}

const PICTURES: readonly Picture[] = [
  { name: 'plan' },
  { name: 'plan-dim', scheme: 'dark', reach: (page) => choose(page, /Sluice/) },
  { name: 'plan-cannot', reach: tooDark },
  { name: 'plan-compare', scheme: 'dark', reach: (page) => choose(page, /quintet/).then(() => compare(page)) },
  { name: 'plan-phone', width: 390, height: 844, scheme: 'dark' },
  { name: 'card', reach: (page) => page.goto(page.url().replace('/plan/', '/card/')) },
  { name: 'light', reach: (page) => lookAt(page, '/light').then(() => page.getByLabel('Day', { exact: true }).fill(EVENING)) },
  { name: 'run-sheet', scheme: 'dark', reach: (page) => lookAt(page, '/outings') },
  {
    name: 'pocket',
    width: 390,
    height: 844,
    scheme: 'dark',
    reach: (page) => lookAt(page, page.url().replace('/plan/', '/pocket/')),
  },
  { name: 'pocket-deep-dim', width: 390, height: 844, scheme: 'dark', reach: deepDim },
  {
    name: 'data',
    reach: dataScreen,
  },
  { name: 'you-steadiness', reach: (page) => lookAt(page, '/you/steadiness').then(() => page.keyboard.press('f')) },
  { name: 'log', reach: logDrawn },
  { name: 'log-says', scheme: 'dark', reach: logSays },
  { name: 'kit', reach: twoBodies },
  { name: 'kit-beside', reach: besideKits },
  { name: 'you-taste', reach: tasteTest },
  { name: 'kit-sensor', scheme: 'dark', reach: sensor },
];

/** With a folder as somebody would have it, not that of whoever takes the picture. */
async function dataScreen(page: Page): Promise<void> {
  await page.route('**/api/data', async (route) => {
    const reply = await route.fetch();
    await route.fulfill({ json: { ...((await reply.json()) as object), folder: '/home/me/hushto/data' } });
  });
  await lookAt(page, '/data');
  await page.getByRole('button', { name: 'Back up now' }).click();
  await page
    .getByRole('button', { name: /^Restore / })
    .first()
    .waitFor();
}

/** The log with the previews of its evening drawn, among the otters, and why one of them is soft. */
async function logDrawn(page: Page): Promise<void> {
  await lookAt(page, '/log/frames');
  await page.getByText(/^Drawing previews/).waitFor();
  await page.getByText(/^Drawing previews/).waitFor({ state: 'detached', timeout: 120_000 });
  // One whose subject moved.
  for (let i = 0; i < 312; i++) await page.keyboard.press('ArrowRight');
  await page.getByRole('button', { name: 'Why is it soft?' }).click();
  await page.getByRole('region', { name: 'Why it is soft' }).waitFor({ timeout: 120_000 });
}

async function logSays(page: Page): Promise<void> {
  await lookAt(page, '/log/says');
  await pick(page, 'Frames taken for', 'The Boathouse quintet');
}

/** An evening of the lantern week. */
const EVENING = '2027-01-14';

async function lookAt(page: Page, at: string): Promise<void> {
  await page.goto(new URL(at, page.url()).href);
  await page.locator('main:not([aria-busy=true])').waitFor();
}

async function deepDim(page: Page): Promise<void> {
  await lookAt(page, '/outings');
  await lookAt(page, page.url().replace('/outings/', '/pocket/'));
  await page.getByRole('button', { name: 'Next stop' }).click();
  for (const key of ['1', '1', '2', '1', '4']) await page.keyboard.press(key);
  await page.keyboard.press('d');
}

async function besideKits(page: Page): Promise<void> {
  await lookAt(page, '/kit/beside');
  await fineFrame(page, /^The frame of Full frame/).waitFor();
}

async function twoBodies(page: Page): Promise<void> {
  await lookAt(page, '/kit/figures');
  await pick(page, /against$/, 'Full frame 24 MP');
}

async function tasteTest(page: Page): Promise<void> {
  await lookAt(page, '/you/taste');
  await page.getByRole('button', { name: 'Start a taste test' }).click();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
}

async function sensor(page: Page): Promise<void> {
  await lookAt(page, '/kit/measure');
  await page.getByRole('button', { name: 'Try with the simulated camera' }).click();
  await page.getByRole('heading', { name: /frames say/ }).waitFor();
}

async function compare(page: Page): Promise<void> {
  await cursor(page).focus();
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowLeft');
  await page.waitForTimeout(1500);
  await page.keyboard.press('c');
  await page.keyboard.press('h');
}

const openBriefs = (page: Page) => page.getByRole('button', { name: /Open the list of briefs/ }).click();

async function choose(page: Page, name: RegExp): Promise<void> {
  await openBriefs(page);
  await page.getByRole('list', { name: 'Briefs' }).getByRole('button', { name }).click();
  await title(page, name).waitFor();
}

async function tooDark(page: Page): Promise<void> {
  await token(page, /^EV/).click();
  await page.getByRole('textbox', { name: 'EV at ISO 100' }).fill('1');
  await page.keyboard.press('Escape');
}

mkdirSync(folder, { recursive: true });
const wanted = process.argv[2] ?? '';
for (const { name, scheme = 'light', visited = true, width = 1280, height = 800, reach } of PICTURES) {
  if (!name.includes(wanted)) continue;
  const app = await startApp();
  const { page } = await app.open({ scheme, visited, width, height, draws: true });
  await reach?.(page);
  await page.mouse.move(300, 5);
  // The frame is drawn a moment later.
  await page.waitForTimeout(3000);
  await page.screenshot({ path: path.join(folder, `${name}.png`) });
  console.log(`docs/screenshots/${name}.png`);
  await app.stop();
}
if ('parts'.includes(wanted)) await parts();
await closeBrowser();

/** The kit of parts stands in development only: its picture is taken from the server that developers use. */
async function parts(): Promise<void> {
  const server = await createServer({ root: path.resolve(folder, '../../web'), logLevel: 'silent' });
  await server.listen();
  const page = await (await browserOf()).newPage({ viewport: { width: 1440, height: 1230 } });
  await page.goto(`${server.resolvedUrls!.local[0]}parts`);
  await page.getByRole('heading', { name: 'Dim' }).waitFor();
  await page.waitForTimeout(1000);
  await page.screenshot({ path: path.join(folder, 'parts.png') });
  console.log('docs/screenshots/parts.png');
  await server.close();
}
