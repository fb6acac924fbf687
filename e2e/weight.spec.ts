import { expect } from 'chai';
import { gzipSync } from 'node:zlib';
import { startApp } from './app.ts';

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
