import { startApp, closeBrowser, stopAll } from '../e2e/app.ts';
const [at = '/', out = '/tmp/look.png', w = '1280', h = '800', scheme = 'light', waits = '6000', ...steps] = process.argv.slice(2);
const app = await startApp();
try {
  const { page, complaints } = await app.open({ at, draws: true, width: Number(w), height: Number(h), scheme: scheme as 'light' });
  for (const step of steps) await new Function('page', `return (async () => { ${step} })()`)(page);
  await page.waitForTimeout(Number(waits));
  await page.screenshot({ path: out, fullPage: false });
  console.log(complaints, page.url(), await page.evaluate(() => [document.documentElement.scrollWidth, innerWidth, document.documentElement.scrollHeight]));
} finally { await closeBrowser(); stopAll(); }
process.exit(0);
