import type Axe from 'axe-core';
import type { RunOptions } from 'axe-core';
import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Page } from 'playwright-core';
import { eventually, pick, shown, startApp, token, type RunningApp } from './app.ts';

const STATES: readonly (readonly [what: string, reach: (page: Page) => Promise<unknown>])[] = [
  ['as it opens', async () => {}],
  [
    'with the cursor moved past a gate',
    async (page) => page.keyboard.press('Shift+ArrowLeft').then(() => page.keyboard.press('Shift+ArrowLeft')),
  ],
  ['with the table', async (page) => page.keyboard.press('t')],
  ['with the list of briefs', async (page) => page.getByRole('button', { name: /Open the list/ }).click()],
  ['with the subject editor', async (page) => token(page, /porter/).click()],
  ['with the light editor and a value that cannot work', badLight],
  ['with the hold editor', async (page) => page.getByRole('button', { name: /elbows/ }).click()],
  [
    'with another light of the ladder',
    async (page) =>
      page
        .getByRole('region', { name: /^Ladder/ })
        .getByRole('listitem')
        .last()
        .getByRole('button')
        .click(),
  ],
  ['with the keys list', async (page) => page.keyboard.press('?')],
  ['with a pin, a kept frame and the burst', keptAndShot],
  ['with the schools side by side', async (page) => page.getByRole('button', { name: 'What comes first, side by side' }).click()],
  ['with the aim to pan', pan],
  ['with swinging light and the meter', swingingLight],
  ['with the kit in full', async (page) => page.getByRole('button', { name: 'More about the kit' }).click()],
];

const SCREENS: readonly (readonly [at: string, width: number, height: number, reach?: (page: Page) => Promise<unknown>])[] = [
  ['/light', 1280, 800],
  ['/light', 390, 844],
  ['/light', 1280, 800, async (page) => page.getByRole('button', { name: 'Table' }).click()],
  ['/light', 1280, 800, async (page) => page.getByRole('button', { name: /56\.0°/ }).click()],
  ['/you/steadiness', 1280, 800],
  ['/you/steadiness', 390, 844],
  ['/you/steadiness', 1280, 800, async (page) => page.getByRole('button', { name: 'Start a steadiness test' }).click()],
  ['/kit/figures', 1280, 800, async (page) => pick(page, /against$/, 1)],
  ['/kit/figures', 390, 844],
  ['/kit/beside', 1280, 800],
  ['/kit/beside', 390, 844],
  ['/kit/carry', 1280, 800, async (page) => page.getByRole('checkbox').first().waitFor()],
  ['/kit/lens', 390, 844],
  ['/you/focus', 1280, 800, async (page) => page.getByRole('button', { name: 'Start a focus test' }).click()],
  ['/you/taste', 1280, 800],
  ['/kit/measure', 1280, 800, measured],
  ['/outings', 1280, 800],
  ['/outings', 390, 844],
  ['/log/frames', 1280, 800],
  ['/log/frames', 390, 844],
  ['/log/frames', 1280, 800, async (page) => page.keyboard.press('t')],
  ['/log/frames', 1280, 800, async (page) => page.getByRole('button', { name: 'Which frames' }).click()],
  ['/log/says', 1280, 800],
  ['/log/says', 390, 844],
  ['/data', 1280, 800],
  ['/data', 390, 844],
  ['/data', 1280, 800, backedUp],
  ['/outings', 1280, 800, async (page) => page.getByRole('button', { name: 'Pocket', exact: true }).click()],
];

/** What lies over the page while it is open; the page under it is looked at in a state of its own. */
const OVER = '[role=dialog], [role=alertdialog], [role=menu]';
const EVERYTHING = {
  runOnly: { type: 'tag' as const, values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] },
  resultTypes: ['violations' as const],
} satisfies RunOptions;
const COLOURS = {
  runOnly: { type: 'rule' as const, values: ['color-contrast'] },
  resultTypes: ['violations' as const],
} satisfies RunOptions;
const axeSource = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** What axe complains of: of the whole page, or of what is open over it. */
async function complaintsOf(page: Page, rules: RunOptions = EVERYTHING): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axeSource);
  return page.evaluate(
    async ([over, options]) => {
      const { axe } = window as unknown as { axe: typeof Axe };
      const { violations } = await axe.run(document.querySelector(over) ?? document, options);
      return violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.target.join(' ')).join(', ')}`);
    },
    [OVER, rules] as [string, RunOptions],
  );
}

/** Everything asked for has come, and nothing moves any more. */
async function settled(page: Page): Promise<void> {
  await page.waitForLoadState('networkidle');
  await page.evaluate(() => Promise.all(document.getAnimations().map(({ finished }) => finished)));
}

/** The same page in the other theme: only its colours are others. */
async function complaintsInDim(page: Page): Promise<string[]> {
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.locator('html.dim').waitFor();
  return complaintsOf(page, COLOURS);
}

async function backedUp(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Back up now' }).click();
  await page
    .getByRole('button', { name: /^Restore / })
    .first()
    .click();
}

async function badLight(page: Page): Promise<void> {
  await token(page, /^EV/).click();
  await page.getByRole('textbox', { name: 'EV at ISO 100' }).fill('-40');
}

async function keptAndShot(page: Page): Promise<void> {
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('c');
  await page.getByRole('button', { name: 'Burst', exact: true }).click();
  await page
    .getByRole('group', { name: /^The burst of/ })
    .getByRole('button')
    .first()
    .waitFor();
}

async function measured(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Try with the simulated camera' }).click();
  await page
    .getByRole('img', { name: /^ISO 100: .* electrons/ })
    .locator('path')
    .first()
    .waitFor();
}

async function pan(page: Page): Promise<void> {
  await token(page, 'Freeze').click();
  await page.getByText('Pan', { exact: true }).click();
}

async function swingingLight(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'More about the light' }).click();
  await page.getByText('Slowly', { exact: true }).click();
}

describe('accessibility (axe, WCAG 2.2 AA)', () => {
  let app: RunningApp;
  /** One window for all states: opening one costs as much as looking at it. */
  let page: Page;
  before(async () => {
    app = await startApp();
    ({ page } = await app.open({ draws: true }));
  });
  after(() => app.stop());
  afterEach(() => app.briefsAsBegun());
  const visit = async (at: string, width = 1280, height = 800): Promise<void> => {
    await page.emulateMedia({ colorScheme: 'light' });
    await page.setViewportSize({ width, height });
    await page.goto(app.base + at);
    await shown(page);
  };
  it('finds nothing to complain of on the first visit', async () => {
    const { page: first } = await app.open({ visited: false });
    await first.getByText('What is underlined is yours').waitFor();
    expect(await complaintsOf(first)).to.deep.equal([]);
  });
  for (const [what, reach] of STATES) {
    it(`finds nothing to complain of on Plan ${what}, in Paper and in Dim`, async () => {
      await visit('/');
      await reach(page);
      await settled(page);
      expect(await complaintsOf(page)).to.deep.equal([]);
      expect(await complaintsInDim(page)).to.deep.equal([]);
    });
  }
  it('finds nothing to complain of on a phone and on the card, in Paper and in Dim', async () => {
    for (const [at, width, height] of [
      ['/', 390, 844],
      ['/card', 1280, 800],
    ] as const) {
      await visit('/', width, height);
      if (at === '/card') {
        await page.goto(page.url().replace('/plan/', '/card/'));
        await page.getByRole('article').waitFor();
      }
      expect(await complaintsOf(page), at).to.deep.equal([]);
      expect(await complaintsInDim(page), at).to.deep.equal([]);
    }
  });
  for (const [at, width, height, reach] of SCREENS) {
    it(`finds nothing to complain of on ${at} at ${width} px, in Paper and in Dim`, async () => {
      await visit(at, width, height);
      if (reach) await reach(page);
      await settled(page);
      expect(await complaintsOf(page)).to.deep.equal([]);
      expect(await complaintsInDim(page)).to.deep.equal([]);
    });
  }
  it('finds nothing to complain of in Pocket, in Dim and its sheets', async () => {
    const [sheet] = (await (await fetch(`${app.base}/api/run-sheets`)).json()) as { id: string }[];
    await visit(`/pocket/${sheet!.id}`, 390, 844);
    expect(await complaintsOf(page)).to.deep.equal([]);
    await page.getByRole('button', { name: /How you hold it/ }).click();
    expect(await complaintsOf(page)).to.deep.equal([]);
    await page.getByRole('button', { name: 'Done' }).click();
    await page.getByRole('button', { name: /Deep dim/ }).click();
    expect(await complaintsOf(page)).to.deep.equal([]);
    const small = await page.evaluate(
      () =>
        [...document.querySelectorAll('main button')].filter((button) => {
          const { width, height } = button.getBoundingClientRect();
          return width < 44 || height < 44;
        }).length,
    );
    expect(small, 'targets under 44 px').to.equal(0);
  });
  it('says what an icon does where it is pointed at, and where keys have brought the focus', async () => {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(`${app.base}/you/steadiness`);
    await shown(page);
    const hint = page.getByRole('tooltip');
    await page.getByRole('button', { name: 'Keyboard shortcuts' }).hover();
    await hint.filter({ hasText: 'Keyboard shortcuts (?)' }).waitFor({ state: 'attached' });
    await page.keyboard.press('Tab');
    expect(await hint.count()).to.equal(0);
    await page.getByRole('link', { name: 'Your data' }).focus();
    await hint.filter({ hasText: 'Your data: backups' }).waitFor({ state: 'attached' });
    await page.keyboard.press('Escape');
    expect(await hint.count()).to.equal(0);
  });
  it('puts the task first on a phone, and two columns on a small laptop', async () => {
    await page.setViewportSize({ width: 390, height: 844 });
    for (const [at, task] of [
      ['/you/steadiness', page.getByRole('button', { name: 'Take the frame' })],
      ['/light', page.getByRole('tab', { name: 'Meter' })],
      ['/outings', page.getByRole('heading', { name: 'What it takes' })],
      ['/log/says', page.getByText(/of 351 judged frames are keepers/)],
    ] as const) {
      await page.goto(`${app.base}${at}`);
      await shown(page);
      await task.waitFor();
      const { y, height } = (await task.boundingBox())!;
      expect(y + height, at).to.be.lessThan(844);
    }
    await page.setViewportSize({ width: 1024, height: 768 });
    for (const at of ['/you/steadiness', '/kit/beside', '/light', '/outings']) {
      await page.goto(`${app.base}${at}`);
      await shown(page);
      const main = page.getByRole('main');
      expect(await main.evaluate((it) => getComputedStyle(it).gridTemplateColumns.split(' ').length), at).to.equal(2);
    }
  });
  it('leaves no sideways scroll on a narrow window, nor a table that has to be pushed', async () => {
    const [brief] = (await (await fetch(`${app.base}/api/briefs`)).json()) as { id: string }[];
    for (const at of [
      '/plan',
      '/light',
      '/you/steadiness',
      '/kit/figures',
      '/kit/beside',
      '/kit/carry',
      '/kit/lens',
      '/kit/target',
      '/you/focus',
      '/you/taste',
      '/kit/measure',
      '/outings',
      '/log/frames',
      '/log/says',
      '/data',
      `/pocket/${brief!.id}`,
      `/card/${brief!.id}`,
    ]) {
      await page.goto(`${app.base}${at}`);
      await page.locator('main:not([aria-busy=true])').waitFor();
      // 640 is a window of 1280 at twice its size.
      for (const width of [1024, 768, 640, 390, 320]) {
        await page.setViewportSize({ width, height: 800 });
        // A chart takes its new size a moment later.
        await eventually(
          async () => (await page.evaluate(() => document.documentElement.scrollWidth)) <= width,
          `${at} scrolls sideways at ${width}`,
        );
      }
      const pushed = await page.evaluate(() =>
        [...document.querySelectorAll('main [role=region][tabindex]')]
          .filter((table) => table.scrollWidth > table.clientWidth + 1)
          .map((table) => table.getAttribute('aria-label')),
      );
      expect(pushed, `tables wider than ${at} at 320 px`).to.deep.equal([]);
    }
  });
});
