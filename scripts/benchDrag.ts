// npm run bench:drag: how soon the page follows the hand, beside how fast this machine counts just now. Build first.
import type { Page } from 'playwright-core';
import { closeBrowser, fineFrame, startApp, token } from '../e2e/app.ts';
import { countingMs, QUIET_COUNTING_MS } from './counting.ts';

/** What a step of a drag may take to be painted nineteen times in twenty, ms, on a quiet machine. */
const PAINTED_WITHIN_MS = 50;
/** What redrawing the close look may keep the page busy for, ms, on a quiet machine. */
const BUSY_WITHIN_MS = 50;
/** Frames a second that follow the cursor at least, and how soon after rest the picture is sharp, ms, on a quiet machine. */
const FRAMES_A_SECOND = 15;
const SHARP_WITHIN_MS = 150;
const RUNS = 5;

const app = await startApp();
for (let run = 0; run < RUNS; run++) {
  await app.asBegun();
  const { page } = await app.open({ draws: true });
  const counted = await page.evaluate(countingMs);
  await page.evaluate(recordPaints);
  const flag = (await page.getByRole('slider', { name: 'Shutter speed' }).boundingBox())!;
  await fineFrame(page, /^Simulated frame at/).waitFor();
  await page.evaluate(recordFrames);
  const begun = Date.now();
  const cursor = await dragged(page, flag.x + 20, flag.y + 14, -2.4);
  const followed = await framesSince(page, Date.now() - begun);
  await token(page, /m$/).first().click();
  const thumb = (await page.getByRole('slider', { name: /Distance/ }).boundingBox())!;
  const brief = await dragged(page, thumb.x + 9, thumb.y + 9, 1.2);
  const busy = await busyRedrawing(page);
  const ratio = counted / QUIET_COUNTING_MS;
  console.log(
    `counting ${counted.toFixed(0)} ms (${ratio.toFixed(2)} of a quiet machine); cursor p95 ${cursor.toFixed(0)} ms, distance p95 ${brief.toFixed(0)} ms, ${(brief / ratio).toFixed(0)} ms by that measure, wanted ${PAINTED_WITHIN_MS}; redrawing the close look kept the page busy for ${busy.toFixed(0)} ms, wanted ${BUSY_WITHIN_MS}; ${followed.aSecond.toFixed(0)} frames a second, wanted ${FRAMES_A_SECOND}, sharp ${followed.sharpMs.toFixed(0)} ms after rest, wanted ${SHARP_WITHIN_MS}`,
  );
}
await app.stop();
await closeBrowser();

/** In the page: notes when the simulated frame is drawn, and whether fine; and when the pointer last moved. */
function recordFrames(): void {
  const drawn: { at: number; fine: boolean }[] = [];
  Object.assign(window, { drawn, movedAt: 0 });
  addEventListener('pointermove', () => Object.assign(window, { movedAt: performance.now() }));
  const canvas = document.querySelector<HTMLCanvasElement>('canvas[aria-label^="Simulated frame"]')!;
  new MutationObserver(() => drawn.push({ at: performance.now(), fine: canvas.dataset.fine === 'true' })).observe(canvas, {
    attributes: true,
    attributeFilter: ['width'],
  });
}

/** Frames drawn a second while it was dragged, and how long after the last move a fine one stood there. */
async function framesSince(page: Page, draggedMs: number): Promise<{ aSecond: number; sharpMs: number }> {
  await page.waitForTimeout(800);
  const { drawn, movedAt } = await page.evaluate(() => {
    const { drawn, movedAt } = window as unknown as { drawn: { at: number; fine: boolean }[]; movedAt: number };
    return { drawn, movedAt };
  });
  const fine = drawn.find(({ at, fine }) => fine && at > movedAt);
  return {
    aSecond: (drawn.filter(({ at }) => at <= movedAt).length / draggedMs) * 1000,
    sharpMs: fine ? fine.at - movedAt : Infinity,
  };
}

/** Drags there and back in eighty steps. @returns what nineteen in twenty took at most, ms */
async function dragged(page: Page, x: number, y: number, stepPx: number): Promise<number> {
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let step = 0; step < 80; step++) await page.mouse.move(x + stepPx * (step < 40 ? step : 80 - step), y);
  await page.mouse.up();
  await page.waitForTimeout(100);
  const times = await page.evaluate(() => (window as unknown as { paints: number[] }).paints.splice(0));
  return times.sort((a, b) => a - b)[Math.floor(0.95 * (times.length - 1))]!;
}

/** Shows the close look as seen and at 100 % by turns. @returns the longest the page was busy meanwhile, ms */
async function busyRedrawing(page: Page): Promise<number> {
  await page.evaluate(() => {
    const busy: number[] = [];
    Object.assign(window, { busy });
    new PerformanceObserver((list) => busy.push(...list.getEntries().map(({ duration }) => duration))).observe({
      type: 'longtask',
    });
  });
  const shown = page.getByRole('region', { name: 'Simulated frame' }).getByRole('radio');
  for (let i = 0; i < 6; i++) {
    await shown.nth(i % 2).click();
    await page.waitForTimeout(500);
  }
  return Math.max(0, ...(await page.evaluate(() => (window as unknown as { busy: number[] }).busy)));
}

/** In the page: notes for every move of the pointer how long after it the next frame was painted. */
function recordPaints(): void {
  const paints: number[] = [];
  Object.assign(window, { paints });
  addEventListener(
    'pointermove',
    (event) =>
      requestAnimationFrame(() => {
        const painted = new MessageChannel();
        painted.port1.onmessage = () => paints.push(performance.now() - event.timeStamp);
        painted.port2.postMessage(null);
      }),
    true,
  );
}
