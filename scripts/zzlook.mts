import { startApp } from '../e2e/app.ts';
const app = await startApp();
const shots = process.argv.slice(2);
for (const shot of shots) {
  const [at, name, w = '1280', h = '800', scheme = 'light', wait = '4000'] = shot.split(',');
  const { page, complaints } = await app.open({ draws: true, at: at!, width: Number(w), height: Number(h), scheme: scheme as 'light' });
  await page.waitForTimeout(Number(wait));
  await page.screenshot({ path: `/tmp/${name}.png` });
  console.log(name, complaints);
  await page.close();
}
await app.stop();
process.exit(0);
