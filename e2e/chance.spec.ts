import { seededRandom } from '@hushto/core';
import { expect } from 'chai';
import type { BrowserContext, Locator, Page } from 'playwright-core';
import { cursor, eventually, sentence, startApp, token, type RunningApp } from './app.ts';

/** Rounds of a run, steps of a round, and what chance begins with: RUNS=100 SEED=7 does more, and the same again. */
const ROUNDS = Number(process.env['RUNS'] ?? 2);
const STEPS = 14;
const SEED = Number(process.env['SEED'] ?? Date.now() % 100_000);
const KEYS = ['1', '2', '3', '4'] as const;
const VERDICTS = ['sharp', 'soft', 'noisy', 'missed'] as const;

/** A person with a browser: a window on the plan, two of Pocket, and what they did that must not be lost. */
interface Profile {
  name: string;
  context: BrowserContext;
  plan: Page;
  pockets: [Page, Page];
  offline: boolean;
  /** What Pocket counts here, by verdict, the last last. */
  counted: (typeof VERDICTS)[number][];
  /** The field only this one edits: its token, its textbox, and what was typed last. */
  field: { token: (page: Page) => Locator; box: string; of: (document: any) => number; typed: number };
}

const tallyOf = async (page: Page): Promise<number[]> => {
  const buttons = await page.getByRole('group', { name: 'Tally' }).getByRole('button').allInnerTexts();
  return buttons.slice(0, 4).map((text) => Number(/\d+/.exec(text)?.[0] ?? Number.NaN));
};
const countsOf = ({ counted }: Profile): number[] => VERDICTS.map((verdict) => counted.filter((one) => one === verdict).length);

describe('Two browsers at random', function () {
  this.timeout(60_000 + 60_000 * ROUNDS);

  it('lose no count and no edit, whatever goes offline, is shut, crashes or starts again', async () => {
    const random = seededRandom(SEED);
    const pick = <Item>(items: readonly Item[]): Item => items[Math.floor(random() * items.length)]!;
    console.log(`      seed ${SEED}, ${ROUNDS} rounds`);
    const app = await startApp();
    const [brief] = (await (await fetch(`${app.base}/api/briefs`)).json()) as { id: string; document: any }[];
    const { id } = brief!;
    const open = async (context: BrowserContext, at: string): Promise<Page> => {
      const page = await context.newPage();
      await page.goto(app.base + at);
      return page;
    };
    const profile = async (name: string, field: Profile['field']): Promise<Profile> => {
      const { page } = await app.open({ keeps: true, at: `/plan/${id}` });
      await page.evaluate(() => navigator.serviceWorker.ready);
      await page.waitForFunction(() => caches.keys().then((keys) => keys.length > 0));
      await page.reload();
      const context = page.context();
      const pockets: Profile['pockets'] = [await open(context, `/pocket/${id}`), await open(context, `/pocket/${id}`)];
      return { name, context, plan: page, pockets, offline: false, counted: [], field };
    };
    const profiles = [
      await profile('one', { token: (page) => sentence(page).getByRole('button', { name: /^Distance: / }), box: 'Distance', of: ({ subject }) => subject.distanceM, typed: brief!.document.subject.distanceM }),
      await profile('two', { token: (page) => token(page, /^EV/), box: 'EV at ISO 100', of: ({ light }) => light.ev100, typed: brief!.document.light.ev100 }),
    ];
    const done: string[] = [];
    const ready = async (page: Page): Promise<void> => {
      await page.bringToFront();
      await page.getByRole('region', { name: 'Set these' }).getByRole('status').first().waitFor();
    };
    const shows = (who: Profile, page: Page): Promise<void> =>
      eventually(async () => String(await tallyOf(page)) === String(countsOf(who)), () => `seed ${SEED}: ${who.name} does not show ${String(countsOf(who))}; ${done.slice(-8).join(', ')}: in ten`);

    const steps: Record<string, (who: Profile) => Promise<unknown>> = {
      count: async (who) => {
        const [page, n] = [pick(who.pockets), Math.floor(random() * KEYS.length)];
        await ready(page);
        await shows(who, page);
        await page.keyboard.press(KEYS[n]!);
        who.counted.push(VERDICTS[n]!);
        // What is shown is safe: before that it may be lost.
        await shows(who, page);
      },
      takeBack: async (who) => {
        const page = pick(who.pockets);
        await ready(page);
        await shows(who, page);
        await page.keyboard.press('u');
        who.counted.pop();
        await shows(who, page);
      },
      edit: async ({ plan, field }) => {
        field.typed = Math.round(10 * (2 + 7 * random())) / 10;
        await plan.bringToFront();
        await cursor(plan).waitFor();
        await field.token(plan).click();
        await plan.getByRole('textbox', { name: field.box }).fill(String(field.typed));
        await plan.keyboard.press('Escape');
        await field.token(plan).filter({ hasText: String(field.typed) }).waitFor();
      },
      network: (who) => {
        who.offline = !who.offline;
        return who.context.setOffline(who.offline);
      },
      reload: (who) => pick([who.plan, ...who.pockets]).reload(),
      shut: async (who) => {
        const n = pick([0, 1] as const);
        await who.pockets[n].close();
        who.pockets[n] = await open(who.context, `/pocket/${id}`);
      },
      crash: async (who) => {
        const n = pick([0, 1] as const);
        await Promise.all([who.pockets[n].waitForEvent('crash'), who.pockets[n].goto('chrome://crash').catch(() => null)]);
        await who.pockets[n].close();
        who.pockets[n] = await open(who.context, `/pocket/${id}`);
      },
      server: () => app.restart(),
    };
    // What people do most comes most.
    const often = ['count', 'count', 'count', 'count', 'takeBack', 'edit', 'edit', 'edit', 'network', 'network', 'reload', 'shut', 'crash', 'server'];

    for (let round = 0; round < ROUNDS; round++) {
      for (let step = 0; step < STEPS; step++) {
        const [who, what] = [pick(profiles), pick(often)];
        done.push(`${who.name} ${what}`);
        await steps[what]!(who);
      }
      for (const who of profiles) {
        who.offline = false;
        await who.context.setOffline(false);
      }
      await agree(app, id, profiles, () => `seed ${SEED}, round ${round}: ${done.slice(-STEPS).join(', ')}: agreed`);
    }
    await app.stop();
  }); // prettier-ignore
});

/** Everything is on the server once, and every window shows it. */
async function agree(app: RunningApp, id: string, profiles: readonly Profile[], what: () => string): Promise<void> {
  const ask = async (at: string): Promise<any> => (await fetch(`${app.base}/api/${at}`)).json();
  let there: unknown;
  await eventually(
    async () => {
      const tallies: any[] = await ask('tallies');
      const { document } = await ask(`briefs/${id}`);
      const verdicts: string[] = tallies.flatMap((tally) => tally.document.frames.map(({ verdict }: any) => verdict));
      there = {
        counts: VERDICTS.map((verdict) => verdicts.filter((one) => one === verdict).length),
        fields: profiles.map(({ field }) => field.of(document)),
        tallies: tallies.filter((tally) => tally.document.frames.length > 0).length,
      };
      const wanted = {
        counts: VERDICTS.map((_, i) => profiles.reduce((sum, who) => sum + countsOf(who)[i]!, 0)),
        fields: profiles.map(({ field }) => field.typed),
        tallies: profiles.filter(({ counted }) => counted.length > 0).length,
      };
      return JSON.stringify(there) === JSON.stringify(wanted);
    },
    () => `${what()} ${JSON.stringify(there)} is there`,
  );
  for (const who of profiles) {
    for (const page of who.pockets) {
      await page.bringToFront();
      await eventually(async () => String(await tallyOf(page)) === String(countsOf(who)), what);
    }
    await who.plan.bringToFront();
    for (const { field } of profiles)
      await field.token(who.plan).filter({ hasText: String(field.typed) }).waitFor();
    expect(await who.plan.getByText(/kept here|Changed twice/).count(), what()).to.equal(0);
  }
} // prettier-ignore
