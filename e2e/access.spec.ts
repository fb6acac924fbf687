import { AxeBuilder } from '@axe-core/playwright';
import { expect } from 'chai';
import type { Page } from 'playwright-core';
import { startApp, type RunningApp } from './app.ts';

const STATES: readonly (readonly [what: string, reach: (page: Page) => Promise<unknown>])[] = [
  ['as it opens', async () => {}],
  [
    'with the cursor moved past a gate',
    async (page) => page.keyboard.press('Shift+ArrowLeft').then(() => page.keyboard.press('Shift+ArrowLeft')),
  ],
  ['with the table', async (page) => page.keyboard.press('t')],
  ['with the list of briefs', async (page) => page.getByRole('button', { name: /Open the list/ }).click()],
  [
    'with the subject editor',
    async (page) =>
      page
        .locator('.say')
        .getByRole('button', { name: /porter/ })
        .click(),
  ],
  ['with the light editor and a value that cannot work', badLight],
  ['with the hold editor', async (page) => page.getByRole('button', { name: /elbows/ }).click()],
  ['with another light of the ladder', async (page) => page.locator('.rungs button').last().click()],
  ['with the keys list', async (page) => page.keyboard.press('?')],
  ['with a pin, a kept frame and the burst', keptAndShot],
  ['with the schools side by side', async (page) => page.getByRole('button', { name: 'Schools side by side' }).click()],
  ['with the aim to pan', pan],
  ['with swinging light and the meter', swingingLight],
  ['with the kit in full', async (page) => page.getByRole('button', { name: 'More about the kit' }).click()],
];

async function complaintsOf(page: Page): Promise<string[]> {
  return complaints(new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice']));
}

/** The same page in the other theme: only its colours are others. */
async function complaintsInDim(page: Page): Promise<string[]> {
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.locator('html.dim').waitFor();
  return complaints(new AxeBuilder({ page }).withRules(['color-contrast']));
}

async function complaints(axe: AxeBuilder): Promise<string[]> {
  const { violations } = await axe.analyze();
  return violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.target.join(' ')).join(', ')}`);
}

async function badLight(page: Page): Promise<void> {
  await page.locator('.say').getByRole('button', { name: /^EV/ }).click();
  await page.getByRole('textbox', { name: 'EV at ISO 100' }).fill('-40');
}

async function keptAndShot(page: Page): Promise<void> {
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('c');
  await page.getByRole('button', { name: 'Shoot the burst' }).click();
  await page.locator('.burst button').first().waitFor();
}

async function pan(page: Page): Promise<void> {
  await page.locator('.say').getByRole('button', { name: 'Freeze' }).click();
  await page.getByText('Pan', { exact: true }).click();
}

async function swingingLight(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'More about the light' }).click();
  await page.getByText('Slowly', { exact: true }).click();
}

describe('accessibility (axe, WCAG 2.2 AA)', () => {
  let app: RunningApp;
  before(async () => void (app = await startApp()));
  after(() => app.stop());
  for (const [what, reach] of STATES) {
    it(`finds nothing to complain of on Plan ${what}, in Paper and in Dim`, async () => {
      const { page } = await app.open({ visited: what !== 'as it opens' });
      await reach(page);
      await page.waitForTimeout(150);
      expect(await complaintsOf(page)).to.deep.equal([]);
      expect(await complaintsInDim(page)).to.deep.equal([]);
    });
  }
  it('finds nothing to complain of on a phone and on the card, in Paper and in Dim', async () => {
    for (const [at, width, height] of [
      ['/', 390, 844],
      ['/card', 1280, 800],
    ] as const) {
      const { page } = await app.open({ width, height });
      if (at === '/card') {
        await page.goto(page.url().replace('/plan/', '/card/'));
        await page.getByRole('article').waitFor();
      }
      expect(await complaintsOf(page), at).to.deep.equal([]);
      expect(await complaintsInDim(page), at).to.deep.equal([]);
    }
  });
  it('leaves no sideways scroll on a narrow window', async () => {
    for (const width of [1024, 768, 390]) {
      const { page } = await app.open({ width });
      expect(await page.evaluate(() => document.documentElement.scrollWidth), String(width)).to.be.at.most(width);
    }
  });
});
