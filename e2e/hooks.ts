import { closeBrowser, stopAll } from './app.ts';

export const mochaHooks = {
  async afterAll(): Promise<void> {
    await closeBrowser();
    stopAll();
  },
};
