import type { Context } from 'mocha';
import { closeBrowser, stopAll, windowsSaid } from './app.ts';

export const mochaHooks = {
  async afterEach(this: Context): Promise<void> {
    if (this.currentTest?.state !== 'failed') return;
    for (const window of await windowsSaid()) console.error(`      a window stood at ${window}`);
  },
  async afterAll(): Promise<void> {
    await closeBrowser();
    stopAll();
  },
};
