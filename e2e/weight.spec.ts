import { expect } from 'chai';
import { gzipSync } from 'node:zlib';
import { eventually, startApp } from './app.ts';

describe('the first screen', () => {
  it('loads under 250 kB of code, gzipped, and nothing from elsewhere', async () => {
    const app = await startApp();
    const { page } = await app.open();
    const urls = await page.evaluate(() => performance.getEntriesByType('resource').map((entry) => entry.name));
    expect(urls.filter((url) => !url.startsWith(app.base) && !url.startsWith('data:'))).to.deep.equal([]);
    const code = urls.filter((url) => /\.(js|css)$/.test(url));
    const sizes = await Promise.all(
      code.map(async (url) => gzipSync(Buffer.from(await (await fetch(url)).arrayBuffer())).length),
    );
    const kilobytes = sizes.reduce((sum, size) => sum + size, 0) / 1000;
    console.log(`      ${code.length} files of code, ${kilobytes.toFixed(0)} kB gzipped`);
    expect(kilobytes).to.be.within(1, 250);
    await app.stop();
  });
});

const ROOMS = ['Light', 'Outings', 'Log', 'You', 'Kit', 'Plan'];
/** Changes of room before the first count: what a room loads once is there then. */
const FIRST = 2 * ROOMS.length;
const MORE = 4 * ROOMS.length;

describe('a page that stays open', () => {
  it('hears no more after many changes of room than after a few, and holds no more', async () => {
    const app = await startApp();
    const { page } = await app.open({ at: '/plan' });
    const rooms = page.getByRole('navigation', { name: 'Main' });
    const devtools = await page.context().newCDPSession(page);
    await devtools.send('Performance.enable');
    const walk = async (changes: number): Promise<void> => {
      for (let i = 0; i < changes; i++) {
        const room = ROOMS[i % ROOMS.length]!;
        await rooms.getByRole('link', { name: room, exact: true }).click();
        await page.getByRole('main').getByRole('heading', { level: 1 }).waitFor({ state: 'attached' });
      }
    };
    const held = async (): Promise<{ listeners: number; nodes: number }> => {
      await devtools.send('HeapProfiler.collectGarbage');
      const { metrics } = await devtools.send('Performance.getMetrics');
      const of = (name: string): number => metrics.find((metric) => metric.name === name)!.value;
      return { listeners: of('JSEventListeners'), nodes: of('Nodes') };
    };
    await walk(FIRST);
    const before = await held();
    await walk(MORE);
    // What goes with a room that was left may take the browser a moment to let go.
    await eventually(async () => {
      const now = await held();
      return now.listeners <= 1.1 * before.listeners && now.nodes <= 1.1 * before.nodes;
    });
    await app.stop();
  });
});
