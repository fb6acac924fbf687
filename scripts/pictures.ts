// npm run pictures: renews docs/screenshots from the demo data. Look at each before committing it.
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Page } from 'playwright-core';
import { closeBrowser, startApp } from '../e2e/app.ts';

const folder = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../docs/screenshots');

interface Picture {
  name: string;
  scheme?: 'light' | 'dark';
  visited?: boolean;
  reach?: (page: Page) => Promise<unknown>;
}

const PICTURES: readonly Picture[] = [
  { name: 'plan' },
  { name: 'plan-dim', scheme: 'dark', reach: (page) => choose(page, /Sluice/) },
  { name: 'plan-first-visit', visited: false },
  {
    name: 'plan-subject',
    reach: (page) =>
      page
        .locator('.say')
        .getByRole('button', { name: /porter/ })
        .click(),
  },
  {
    name: 'plan-new-brief',
    reach: (page) => openBriefs(page).then(() => page.getByRole('button', { name: 'New brief' }).click()),
  },
  { name: 'plan-table', scheme: 'dark', reach: (page) => choose(page, /Skate/).then(() => page.keyboard.press('t')) },
  { name: 'plan-cannot', reach: tooDark },
  { name: 'plan-other-light', scheme: 'dark', reach: (page) => page.locator('.rungs button').last().click() },
];

const openBriefs = (page: Page) => page.getByRole('button', { name: /Open the list of briefs/ }).click();

async function choose(page: Page, name: RegExp): Promise<void> {
  await openBriefs(page);
  await page.getByRole('list', { name: 'Briefs' }).getByRole('button', { name }).click();
  await page.locator('.opener', { hasText: name }).waitFor();
}

async function tooDark(page: Page): Promise<void> {
  await page.locator('.say').getByRole('button', { name: /^EV/ }).click();
  await page.getByRole('textbox', { name: 'EV at ISO 100' }).fill('1');
  await page.keyboard.press('Escape');
}

mkdirSync(folder, { recursive: true });
for (const { name, scheme = 'light', visited = true, reach } of PICTURES) {
  const app = await startApp();
  const { page } = await app.open({ scheme, visited });
  await reach?.(page);
  await page.mouse.move(300, 5);
  await page.waitForTimeout(300);
  await page.screenshot({ path: path.join(folder, `${name}.png`) });
  console.log(`docs/screenshots/${name}.png`);
  await app.stop();
}
await closeBrowser();
