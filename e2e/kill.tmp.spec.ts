// @ts-nocheck
import { expect } from 'chai';
import { execSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import sharp from 'sharp';
import { eventually, startApp } from './app.ts';
const N = Number(process.env.N ?? 2000);
describe('killed', function () {
  this.timeout(1_800_000);
  it('import', async () => {
    const app = await startApp();
    const own = mkdtempSync('/tmp/many-');
    const base = await sharp({ create: { width: 120, height: 80, channels: 3, background: '#865' } }).jpeg().toBuffer();
    for (let i = 0; i < N; i++) { const t = new Date(Date.UTC(2026, 10, 20, 20) + i * 7000).toISOString(); const b = await sharp(base).withExif({ IFD0: { Model: 'The grey one' }, IFD2: { ExposureTime: '1/60', FNumber: '28/10', ISOSpeedRatings: '3200', FocalLength: '35/1', FocalLengthIn35mmFilm: '53', DateTimeOriginal: t.slice(0, 19).replaceAll('-', ':').replace('T', ' '), OffsetTimeOriginal: '+00:00' } }).jpeg().toBuffer(); writeFileSync(path.join(own, `f${String(i).padStart(5, '0')}.jpg`), b); }
    console.log('made');
    const { page, complaints } = await app.open({ at: '/log/frames' });
    const port = new URL(app.base).port;
    const pid = () => /pid=(\d+)/.exec(execSync(`ss -ltnp 'sport = :${port}'`).toString())?.[1];
    const asked = async (what) => (await fetch(`${app.base}/api/log${what}`)).json();
    const begun = Date.now();
    let round = 0;
    for (;;) {
      await page.goto(app.base + '/log/frames').catch(() => null);
      await page.getByRole('button', { name: 'Take a folder in' }).waitFor();
      await page.getByRole('button', { name: 'Take a folder in' }).setInputFiles(own);
      if (round < 4) {
        await new Promise((r) => setTimeout(r, (N / 2000) * (2500 + 2500 * round)));
        process.kill(Number(pid()), 'SIGKILL');
        await page.getByText(/files? not:/).waitFor({ timeout: 60000 }).catch((e) => console.log('no words', String(e).slice(0, 80)));
        console.log('round', round, Date.now() - begun, (await page.getByRole('region', { name: 'Take frames in' }).innerText()).replaceAll('\n', ' | ').slice(0, 300));
        await app.restart();
        const s = await asked(''); console.log('there', s.frames);
        round++;
        continue;
      }
      await page.getByText(/frames? taken in/).waitFor({ timeout: 900000 });
      console.log('last', (await page.getByRole('region', { name: 'Take frames in' }).innerText()).replaceAll('\n', ' | ').slice(0, 300), Date.now() - begun);
      break;
    }
    const shelf = await asked('');
    const mine = shelf.outings.filter((o) => o.startedAt?.startsWith('2026'));
    console.log(JSON.stringify(mine));
    expect(mine.reduce((s, o) => s + o.frames, 0)).to.equal(N);
    let previews = 0, names = new Set();
    for (let off = 0; ; off += 500) { const { frames } = await asked(`/frames?camera=The%20grey%20one&limit=500&offset=${off}`); for (const f of frames) { names.add(f.name); previews += f.preview ? 1 : 0; } if (frames.length < 500) break; }
    console.log('names', names.size, 'previews', previews, 'complaints', complaints.length, complaints.slice(0, 3));
    await app.stop();
  });
});
