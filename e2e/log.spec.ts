import { expect } from 'chai';
import { copyFileSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { isDeepStrictEqual } from 'node:util';
import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { eventually, startApp, type RunningApp } from './app.ts';

const verdicts = (page: Page) => page.getByRole('group', { name: 'What became of it' });
const frames = (page: Page) => page.getByRole('group', { name: 'Frames', exact: true });

describe('Log', () => {
  let app: RunningApp;
  let folder: string;
  before(async () => {
    app = await startApp();
    folder = mkdtempSync(path.join(tmpdir(), 'hushto-frames-'));
  });
  after(async () => {
    await app.stop();
    rmSync(folder, { recursive: true });
  });
  const becomes = (now: () => Promise<unknown>, wanted: unknown): Promise<void> =>
    eventually(async () => isDeepStrictEqual(await now(), wanted));
  const asked = async (what: string): Promise<any> => (await fetch(`${app.base}/api/log${what}`)).json();

  /** A JPEG as an outside library writes it, so many seconds into the evening. */
  const jpeg = (seconds: number, shutter: string, more: Record<string, string> = {}): Promise<Buffer> =>
    sharp({ create: { width: 300, height: 200, channels: 3, background: { r: (40 * seconds) % 255, g: 90, b: 70 } } })
      .withExif({
        IFD0: { Model: 'The grey one' },
        IFD2: {
          ExposureTime: shutter,
          FNumber: '28/10',
          ISOSpeedRatings: '3200',
          FocalLength: '35/1',
          FocalLengthIn35mmFilm: '53',
          DateTimeOriginal: `2026:11:20 21:${String(Math.floor(seconds / 60)).padStart(2, '0')}:${String(seconds % 60).padStart(2, '0')}`,
          OffsetTimeOriginal: '+02:00',
          ...more,
        },
      })
      .jpeg()
      .toBuffer();

  /** Lets frames get to the server, and no answer back, for as long as it is said to be so. */
  async function answersAreLost(page: Page): Promise<{ lost: boolean }> {
    const answers = { lost: true };
    await page.route('**/api/log/frames', async (route) => (answers.lost ? void (await route.fetch()) : route.continue()));
    return answers;
  }

  it('judges frames by letters, one after another and several at once, and takes it back', async () => {
    const { page, complaints } = await app.open({ at: '/log/frames' });
    await page.getByRole('status').getByText('400 frames').waitFor();
    const [first, second] = (await asked('/frames?limit=2')).frames;
    const said = async (): Promise<unknown[]> => (await asked('/frames?limit=3')).frames.map(({ verdict }: any) => verdict);
    await frames(page).getByRole('button').first().waitFor();
    await page.keyboard.press('g');
    await page.keyboard.press('r');
    await becomes(async () => (await said())[0], 'grain');
    // It has moved on.
    await page.getByRole('heading', { name: /1\// }).waitFor();
    expect(await page.getByRole('region', { name: 'This frame' }).innerText()).to.include(second.name);
    await page.keyboard.press('w');
    await becomes(async () => (await said())[1], 'focus');
    await page.keyboard.press('Control+z');
    await becomes(async () => (await said())[1], second.verdict);
    await page.keyboard.press('Home');
    await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.press('Shift+ArrowRight');
    await page.getByText('3 of 400 chosen').waitFor();
    const before = await said();
    await verdicts(page).getByRole('button', { name: /Other/ }).click();
    await becomes(async () => await said(), ['other', 'other', 'other']);
    await page.getByRole('button', { name: 'Undo' }).click();
    await becomes(async () => await said(), before);
    expect(first.name).to.equal('lantern-400.jpg');
    expect(complaints).to.deep.equal([]);
    await page.close();
  });

  it('takes a folder in: figures, previews, a draft of the body, and what could not be read', async () => {
    const own = mkdtempSync(path.join(folder, 'evening-'));
    for (const [i, shutter] of ['1/60', '1/60', '1/125', '1/250'].entries()) writeFileSync(path.join(own, `a${i}.jpg`), await jpeg(i < 2 ? i : 60 * i, shutter));
    copyFileSync(path.join(own, 'a3.jpg'), path.join(own, 'the same again.jpg'));
    writeFileSync(path.join(own, 'empty.jpg'), '');
    writeFileSync(path.join(own, 'list.jpg'), 'bread, soup, batteries');
    const { page, complaints } = await app.open({ at: '/log/frames' });
    await page.getByRole('button', { name: 'Take a folder in' }).setInputFiles(own);
    const outcome = page.getByText('4 frames taken in, 1 here already; 2 files not:');
    await outcome.waitFor();
    expect(await page.getByRole('region', { name: 'Take frames in' }).innerText()).to.match(/empty\.jpg is empty\.[\s\S]*list\.jpg is no picture whose figures can be read\./);
    const { outings, gear } = await asked('');
    const outing = outings.find(({ startedAt }: any) => startedAt.startsWith('2026-11-20'));
    expect(outing).to.include({ startedAt: '2026-11-20T19:00:00.000Z', frames: 4, judged: 0 });
    const taken = (await asked(`/frames?outing=${outing.id}`)).frames;
    expect(taken.map(({ shutterS, iso, focalLengthMm, preview }: any) => [Math.round(1 / shutterS), iso, focalLengthMm, preview])).to.deep.equal(
      [250, 125, 60, 60].map((one) => [one, 3200, 35, true]),
    );
    // A second apart at one setting, and alike.
    expect(taken[2].burstId).to.be.a('string').and.equal(taken[3].burstId);
    expect(taken[0].burstId).to.equal(null);
    const body = gear.find(({ writtenAs }: any) => writtenAs === 'The grey one');
    const draft = await (await fetch(`${app.base}/api/bodies/${body.documentId}`)).json();
    // 53/35 is the crop of APS-C.
    expect(draft.document).to.include({ label: 'The grey one', widthMm: 23.5 });
    await page.getByRole('button', { name: 'Take a folder in' }).setInputFiles(own);
    await page.getByText('0 frames taken in, 5 here already; 2 files not:').waitFor();
    // What comes in while that is wished is looked into by itself; held upright, it stands upright.
    const late = mkdtempSync(path.join(folder, 'late-'));
    const upright = sharp(Buffer.from(Array.from({ length: 1200 * 800 * 3 }, (_, i) => (i * 2654435761) % 251)), { raw: { width: 1200, height: 800, channels: 3 } });
    const written = { IFD0: { Model: 'The grey one' }, IFD2: { ExposureTime: '1/30', DateTimeOriginal: '2026:11:20 21:10:00', OffsetTimeOriginal: '+02:00' } };
    writeFileSync(path.join(late, 'late.jpg'), await upright.withMetadata({ orientation: 6 }).withExif(written).jpeg().toBuffer());
    await page.getByRole('switch', { name: 'Find out why each is soft' }).click();
    await page.getByRole('button', { name: 'Take a folder in' }).setInputFiles(late);
    await page.getByText('1 frame taken in.').waitFor();
    const [last] = (await asked(`/frames?outing=${outing.id}&limit=1`)).frames;
    expect(last).to.have.property('cause').that.is.a('string');
    const preview = await sharp(Buffer.from(await (await fetch(`${app.base}/api/log/frames/${last.id}/preview`)).arrayBuffer())).metadata();
    expect(preview.height / preview.width).to.be.closeTo(1.5, 0.02);
    await page.getByRole('navigation', { name: 'Outings' }).getByRole('button', { name: /20 Nov 2026/ }).click();
    await frames(page).getByRole('button', { name: /^late\.jpg/ }).click();
    const evidence = page.getByRole('img', { name: /^Where it is soft/ });
    await evidence.waitFor();
    const [, , across, down] = (await evidence.getAttribute('viewBox'))!.split(' ').map(Number);
    expect(down! / across!).to.be.closeTo(1.5, 0.02);
    expect(complaints).to.deep.equal([]);
    await page.close();
  }); // prettier-ignore

  it('goes on after a page that was shut in the middle: every frame once, none by halves', async () => {
    const own = mkdtempSync(path.join(folder, 'many-'));
    const base = await jpeg(0, '1/30', { DateTimeOriginal: '2026:10:01 20:00:00' });
    const count = 110;
    // What follows the end of a JPEG belongs to the file, and makes it another.
    for (let i = 0; i < count; i++) writeFileSync(path.join(own, `m${i}.jpg`), Buffer.concat([base, Buffer.from(`${i}`)]));
    const { page } = await app.open({ at: '/log/frames' });
    const total = async (): Promise<number> => (await asked('/frames?limit=1')).total;
    const before = await total();
    // The server has the first frames, and the page is gone before it hears of it.
    const answers = await answersAreLost(page);
    await page.getByRole('button', { name: 'Take a folder in' }).setInputFiles(own);
    await eventually(async () => (await total()) > before);
    answers.lost = false;
    await page.reload();
    const inside = (await total()) - before;
    expect(inside).to.be.within(1, count - 1);
    const stopped = page.getByText('An import stopped at 0 of 110');
    await stopped.waitFor();
    await page.getByRole('button', { name: 'Take a folder in' }).setInputFiles(own);
    await page.getByText(new RegExp(`${count - inside} frames? taken in`)).waitFor();
    expect((await total()) - before).to.equal(count);
    expect(await stopped.count()).to.equal(0);
    await page.close();
  });

  for (const [how, asks, hour] of [['by one press where the browser asks whether the folder may be read again', true, 20], ['by itself where the folder may still be read', false, 21]] as const)
  it(`an import that was cut off goes on ${how}`, async () => {
    const base = await jpeg(0, '1/30', { DateTimeOriginal: `2026:10:02 ${hour}:00:00` });
    const count = 80;
    const { page, complaints } = await app.open({ at: '/log/frames' });
    // The browser's own question cannot be answered here: a folder of the page's own stands in, kept and asked for like any other.
    const HANDED_OUT = `window.showDirectoryPicker = async () => (await navigator.storage.getDirectory()).getDirectoryHandle('evening ${hour}', { create: true });
      FileSystemHandle.prototype.queryPermission = async () => '${asks ? 'prompt' : 'granted'}';`;
    await page.addInitScript({ content: HANDED_OUT });
    await page.reload();
    await page.evaluate(async ({ bytes, count, hour }) => {
      const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle(`evening ${hour}`, { create: true });
      const inner = await folder.getDirectoryHandle('first set', { create: true });
      for (let i = 0; i < count; i++) {
        const file = await (await (i % 2 ? folder : inner).getFileHandle(`h${hour}-${i}.jpg`, { create: true })).createWritable();
        await file.write(new Blob([Uint8Array.from(bytes), `${hour} ${i}`]));
        await file.close();
      }
    }, { bytes: [...base], count, hour });
    const total = async (): Promise<number> => (await asked('/frames?limit=1')).total;
    const before = await total();
    const answers = await answersAreLost(page);
    await page.getByText('Take a folder in', { exact: true }).click();
    await eventually(async () => (await total()) > before);
    answers.lost = false;
    await page.reload();
    if (asks) {
      await page.getByText('An import stopped at 0 of 80').waitFor();
      await page.getByRole('button', { name: 'Go on' }).click();
    }
    await page.getByText(/frames? taken in, \d+ here already/).waitFor();
    expect((await total()) - before).to.equal(count);
    const { frames: taken } = await asked('/frames?limit=200&shutterS.from=0.03&shutterS.to=0.04');
    expect(taken.map(({ name }: any) => name)).to.include.members([`h${hour}-1.jpg`, `h${hour}-0.jpg`]);
    // It is over: the folder is forgotten.
    await page.reload();
    await page.getByText('Take a folder in', { exact: true }).waitFor();
    expect(await page.getByText('An import stopped').count()).to.equal(0);
    expect(complaints).to.deep.equal([]);
    await page.close();
  }); // prettier-ignore

  it('says why a frame is soft, draws what that rests on, and finds frames by it', async () => {
    const { page, complaints } = await app.open({ at: '/log/frames', draws: true });
    const { total: before } = await asked('/frames?cause=none&limit=1');
    await frames(page).getByRole('button').nth(1).click();
    await page.getByRole('button', { name: 'Why is it soft?' }).click();
    const why = page.getByRole('region', { name: 'Why it is soft' });
    await why.waitFor();
    const [, frame] = (await asked('/frames?limit=2')).frames;
    const found = await asked(`/frames/${frame.id}/softness`);
    expect(found.cause).to.equal(frame.cause);
    expect(Object.values<number>(found.shares).reduce((sum, share) => sum + share, 0)).closeTo(1, 1e-9);
    expect(found.places.length).to.be.greaterThan(50);
    // The likeliest is named with its chance, sure or not.
    expect(await why.innerText()).to.include(`${Math.round(100 * Math.max(...Object.values<number>(found.shares)))}\u00a0%`);
    await page.getByRole('img', { name: /^Where it is soft/ }).waitFor();
    // What was found stays: the frame is asked for by it after a reload.
    await page.reload();
    await page.getByRole('button', { name: 'Which frames' }).click();
    await page.getByRole('combobox', { name: 'Why it is soft' }).click();
    await page.getByRole('option', { name: 'Not looked into' }).click();
    const { total } = await asked('/frames?cause=none&limit=1');
    expect(before - total).to.equal(1);
    await page.getByRole('status').getByText(`${total} frames`).waitFor();
    expect(complaints).to.deep.equal([]);
  });

  it('lays two frames side by side at one pixel for one, moved in step', async () => {
    const { page, complaints } = await app.open({ at: '/log/frames', draws: true });
    await frames(page).getByRole('button').nth(0).click();
    await page.keyboard.press('Shift+ArrowRight');
    await page.getByRole('button', { name: 'Side by side' }).click();
    const sheet = page.getByRole('dialog', { name: 'Two frames' });
    const [left, right] = [sheet.getByRole('img').nth(0), sheet.getByRole('img').nth(1)];
    const sights = async (): Promise<string[]> =>
      Promise.all([left, right].map((side) => side.evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL())));
    const drawn = (): Promise<unknown> => sheet.locator('canvas[data-fine=true]').nth(1).waitFor();
    await drawn();
    const before = await sights();
    expect(before[0]).not.to.equal(before[1]);
    await sheet.getByText('100 %').click();
    await eventually(async () => (await sights()).every((sight, i) => sight !== before[i]));
    const close = await sights();
    const { x, y, width, height } = (await left.boundingBox())!;
    await page.mouse.move(x + width / 2, y + height / 2);
    await page.mouse.down();
    await page.mouse.move(x + width / 2 - 90, y + height / 2);
    await page.mouse.up();
    // One was dragged, both went.
    await eventually(async () => (await sights()).every((sight, i) => sight !== close[i]));
    expect(complaints).to.deep.equal([]);
  });

  it('lays what Pocket counted on the frames of a camera whose clock is wrong, and takes it back', async () => {
    const [brief] = await (await fetch(`${app.base}/api/briefs`)).json();
    // Seconds into the evening by the camera, which is 67 minutes ahead; each was judged after a while of its own, one without a file.
    const taken = [3, 40, 95, 130, 260, 301, 410, 520, 700, 741, 905, 1100];
    const judged = [[0, 5], [1, 9], [3, 7], [4, 12], [5, 6], [7, 9], [9, 14], [11, 8]] as const; // prettier-ignore
    const at = (seconds: number): string => new Date(Date.parse('2026-11-22T19:00:00.312Z') + 1000 * (seconds - 67 * 60)).toISOString(); // prettier-ignore
    const times = [...judged.map(([i, after]) => taken[i]! + after), 2900];
    const counts = times.map((seconds, i) => ({ id: `count-${i}`, at: at(seconds), verdict: i === 1 ? 'noisy' : 'sharp', shutterS: 1 / 60, fNumber: 2.8, iso: 3200, ev100: 4, distanceM: 4 })); // prettier-ignore
    const tally = { title: 'Quay, late', day: '2026-11-22', briefId: brief.id, runSheetId: null, brief: brief.document, frames: counts };
    const made = await fetch(`${app.base}/api/tallies`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(tally) });
    expect(made.status, await made.clone().text()).to.equal(201);
    const own = mkdtempSync(path.join(folder, 'counted-'));
    for (const [i, seconds] of taken.entries()) writeFileSync(path.join(own, `quay${i}.jpg`), await jpeg(seconds, '1/60', { DateTimeOriginal: `2026:11:22 21:${String(Math.floor(seconds / 60)).padStart(2, '0')}:${String(seconds % 60).padStart(2, '0')}` }));
    const { page, complaints } = await app.open({ at: '/log/frames' });
    await page.getByRole('button', { name: 'Take a folder in' }).setInputFiles(own);
    await page.getByText('12 frames taken in.').waitFor();
    const quay = async (): Promise<any[]> => (await asked('/frames?taken.from=2026-11-22T00:00:00Z&taken.to=2026-11-22T23:00:00Z')).frames.sort((a: any, b: any) => a.takenAt.localeCompare(b.takenAt));
    const said = async (): Promise<unknown[]> => (await quay()).map(({ verdict }) => verdict);
    // What was said at home holds over what was said on the spot.
    const home = (await quay())[3];
    await fetch(`${app.base}/api/log/verdicts`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ verdicts: [{ id: home.id, verdict: 'focus' }] }) });
    const before = await said();
    await page.getByRole('button', { name: 'Use its counts as verdicts' }).click();
    const sheet = page.getByRole('dialog', { name: 'What Pocket counted' });
    await sheet.getByText('Going by the times, the camera’s clock is 1 h 7 min fast: 8 of 9 counts match a frame.').waitFor();
    expect(await sheet.getByRole('row', { name: /quay3\.jpg/ }).innerText()).to.match(/stays “Focus”, as judged/);
    expect(await sheet.getByRole('row').last().innerText()).to.match(/no frame near/);
    // Somebody knows better: then it is said to be theirs.
    const ahead = sheet.getByRole('textbox', { name: 'The camera’s clock is fast by' });
    await ahead.fill('0');
    await sheet.getByText('If the camera’s clock is right, none of 9 counts matches a frame.').waitFor();
    expect(await sheet.getByRole('button', { name: 'Nothing to judge' }).isDisabled()).to.equal(true);
    await ahead.fill('67');
    await sheet.getByRole('checkbox', { name: 'Take the other one in without a picture' }).click();
    await sheet.getByRole('button', { name: 'Judge 7 frames and take 1 in without a picture' }).click();
    await page.getByText('1 frame taken in.').waitFor();
    const wanted = taken.map((_, i) => (i === 3 ? 'focus' : i === 1 ? 'grain' : judged.some(([frame]) => frame === i) ? 'keeper' : null));
    await becomes(async () => (await said()).filter((_, i, all) => all.length === 13 && i > 0), wanted);
    expect((await quay()).map(({ briefId }) => briefId)).to.deep.equal([brief.id, ...wanted.map((verdict) => (verdict === null ? null : brief.id))]);
    await page.getByRole('button', { name: 'Undo' }).click();
    await becomes(async () => (await said()).slice(1), before);
    expect(complaints).to.deep.equal([]);
    await page.close();
  }); // prettier-ignore

  it('takes a table in, each line once, after saying which column is what', async () => {
    const { page } = await app.open({ at: '/log/frames' });
    const file = path.join(folder, 'notes.csv');
    writeFileSync(
      file,
      'picture,when,exposure,sensitivity\nx1,2026-09-01 20:00,1/60,1600\nx2,2026-09-01 20:01,1/30,1600\nx3,later,1/30,1600\n',
    );
    for (const taken of ['2 frames taken in.', '0 frames taken in, 2 here already.']) {
      await page.getByLabel('A table (CSV)').setInputFiles(file);
      const sheet = page.getByRole('dialog');
      await sheet.getByText('Line 4: it has no time that can be read').waitFor();
      await sheet.getByRole('combobox', { name: 'ISO', exact: true }).click();
      await page.getByRole('option', { name: 'sensitivity' }).click();
      await sheet.getByRole('button', { name: 'Take 2 lines in' }).click();
      await page.getByText(taken).waitFor();
    }
    const found = (await asked('/frames?iso.from=1600&iso.to=1600')).frames.filter(({ name }: any) => /^Line/.test(name));
    expect(found.map(({ shutterS, wallClock }: any) => [Math.round(1 / shutterS), wallClock])).to.deep.equal([
      [30, '2026-09-01T20:01:00'],
      [60, '2026-09-01T20:00:00'],
    ]);
    await page.close();
  });
});
