import { DRILLS } from '../drill/drills.ts';
import { stopAll } from '../drill/server.ts';

/** As much as the tests have time for; `npm run drill` does more. */
const AMOUNT = { kills: 3, requests: 240, harms: 3, plans: 3, frames: 2000, imported: 300, archives: 4, seed: 20_270_114 };

describe('A drill of the built server holds that', () => {
  after(stopAll);
  for (const [name, { promise, run }] of Object.entries(DRILLS))
    it(`${promise.charAt(0).toLowerCase()}${promise.slice(1, -1)} (${name})`, async () => void (await run(AMOUNT)));
});
