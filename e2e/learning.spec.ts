import { expect } from 'chai';
import { unzipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import type { Download, Locator, Page } from 'playwright-core';
import UTIF from 'utif2';
import { eventually, fineFrame, pick, startApp, token, type RunningApp } from './app.ts';
import { withExif } from './exif.ts';

const api = async (app: RunningApp, what: string): Promise<any[]> =>
  (await fetch(`${app.base}/api/${what}`)).json() as Promise<any[]>;
const bytesOf = async (download: Download): Promise<Buffer> => readFileSync(await download.path());

/** Values of a canvas, 0 to 255, mean over the picture of how much neighbours differ: what blur takes away, and grain adds. */
const crispnessOf = (canvas: Locator): Promise<number> =>
  canvas.evaluate((node) => {
    const { width, height } = node as HTMLCanvasElement;
    const { data } = (node as HTMLCanvasElement).getContext('2d')!.getImageData(0, 0, width, height);
    let sum = 0;
    for (let i = 4; i < data.length; i += 4) sum += Math.min(60, Math.abs(data[i]! - data[i - 4]!));
    return sum / (width * height);
  });
/** The frame just taken by the simulated camera. */
const taken = (page: Page): Locator => page.getByRole('img', { name: /^The frame at/ });
const crispness = (page: Page): Promise<number> => crispnessOf(taken(page));

describe('You, steadiness', () => {
  let app: RunningApp;
  before(async () => void (app = await startApp()));
  after(() => app.stop());

  it('is run with the simulated camera by keys alone, survives a reload in the middle, closes by itself and tells what was hidden', async () => {
    const { page, complaints } = await app.open({ at: '/you/steadiness', draws: true });
    await page.getByRole('button', { name: 'Start a steadiness test' }).click();
    await page.getByText('Simulated', { exact: true }).click();
    await page.getByRole('button', { name: /^Start: / }).click();
    await page.getByRole('heading', { name: /Frame 1 of about/ }).waitFor();
    const sharp = page.getByRole('button', { name: /^Sharp/ });
    expect(await sharp.isDisabled()).to.equal(true);
    for (let frame = 1; frame <= 4; frame++) {
      await page.keyboard.press('f');
      await fineFrame(page, /^The frame at/).waitFor();
      await page.keyboard.press(frame % 2 ? 's' : 'l');
      await page.getByRole('heading', { name: `Frame ${frame + 1} of about` }).waitFor();
    }
    const asked = await page.getByText(/^Next:/).innerText();
    await page.reload();
    await page.getByRole('heading', { name: /Frame 5 of about/ }).waitFor();
    expect(await page.getByText(/^Next:/).innerText()).to.equal(asked);
    await page.getByRole('button', { name: 'Take back frame 4' }).click();
    await page.getByRole('heading', { name: /Frame 4 of about/ }).waitFor();
    await page.keyboard.press('Control+z');
    await page.getByRole('heading', { name: /Frame 5 of about/ }).waitFor();
    const over = page.getByRole('heading', { name: 'This test is over' });
    for (let frame = 5; frame <= 20 && !(await over.isVisible()); frame++) {
      await page.keyboard.press('f');
      await fineFrame(page, /^The frame at/).waitFor();
      // By the picture itself: letters that can be read differ more from what is beside them.
      await page.keyboard.press((await crispness(page)) > 4 ? 's' : 'l');
      await taken(page).waitFor({ state: 'detached' });
    }
    await over.waitFor();
    await page.getByText(/hidden hands: 80 % of frames sharp at/).waitFor();
    await page.getByText(/After \d+ frames the true speed lies between/).waitFor();
    await eventually(async () => (await api(app, 'holds')).some(({ document }) => document.closed && document.simulated));
    expect(await page.getByText('These hands were the simulated camera’s').count()).to.equal(1);
    // The reload may have lost an answer: sent again, the server says 409 and the two are brought together.
    expect(complaints.filter((complaint) => !complaint.includes('409'))).to.deep.equal([]);
  });

  it('counts frames of one’s own camera, and plans use them at once and say so', async () => {
    const { page, complaints } = await app.open();
    await page.getByText(/from your 18 frames of 3 March/).waitFor();
    await page.getByRole('link', { name: 'You', exact: true }).click();
    await page.getByRole('link', { name: /Standing, elbows in.*18 frames/ }).click();
    expect(await page.getByRole('checkbox', { name: 'Ferry Steps market' }).isChecked()).to.equal(true);
    await page.getByRole('button', { name: 'Take more frames' }).click();
    await page.getByRole('button', { name: 'A third slower' }).click();
    await page.keyboard.press('s');
    await page.keyboard.press('l');
    await page.getByRole('heading', { name: 'This test is over' }).waitFor();
    await page.getByRole('link', { name: 'Plan', exact: true }).click();
    await page.getByText(/from your 20 frames of 3 March/).waitFor();
    // The starting value again, chosen in the brief.
    await token(page, /elbows/).click();
    await pick(page, 'Hands', 'The starting value');
    await page.keyboard.press('Escape');
    // Words come a moment after the values they explain.
    await page.getByText(/That is a guess: a test would buy about 1\sstop/).waitFor();
    await page.getByText(/from your 20 frames/).waitFor({ state: 'detached' });
    expect(complaints).to.deep.equal([]);
  });

  it('compares two holds, shows rates with their intervals, and gives every frame out as CSV', async () => {
    const { page } = await app.open({ at: '/you/steadiness' });
    await page.getByRole('link', { name: /Stabiliser off/ }).click();
    await page
      .getByRole('navigation', { name: 'Steadiness tests' })
      .locator('a[aria-current=page]')
      .filter({ hasText: 'Stabiliser off, 17' })
      .waitFor();
    await pick(page, 'Beside', 1);
    await page.getByText(/slower than this one, 9 times in 10 between/).waitFor();
    // A list that has the focus keeps its letters for itself.
    await page.getByRole('heading', { level: 1 }).click();
    await page.keyboard.press('t');
    const rows = page.getByRole('region', { name: 'Rates by shutter speed' }).getByRole('row');
    expect(await rows.nth(1).innerText()).to.match(/\d+ %, \d+ % to \d+ %/);
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'CSV' }).click()]);
    const { data } = Papa.parse<Record<string, string>>(String(await bytesOf(download)).trim(), { header: true });
    expect(data).to.have.length(17);
    expect(data[0]).to.include({ stabiliserStops: '0', judged: 'by eye' });
  });

  it('takes photos in: speed from EXIF, verdict proposed from the edges, nothing counted before it is confirmed', async () => {
    const { page, complaints } = await app.open({ at: '/you/steadiness' });
    await page.getByRole('link', { name: /Leaning on a post/ }).click();
    await page
      .getByRole('navigation', { name: 'Steadiness tests' })
      .locator('a[aria-current=page]')
      .filter({ hasText: 'Leaning on a post' })
      .waitFor();
    const photos = await Promise.all(
      [0, 14].map(async (smear) => ({
        name: smear ? 'smeared.jpg' : 'crisp.jpg',
        mimeType: 'image/jpeg',
        buffer: withExif(await signPhoto(page, smear), { exposure: [1, smear ? 2 : 4] }),
      })),
    );
    const none = { name: 'screenshot.jpg', mimeType: 'image/jpeg', buffer: await signPhoto(page, 0) };
    await page.getByLabel('Or drop the photos in').setInputFiles([...photos, none]);
    const dialog = page.getByRole('dialog', { name: '2 photos read' });
    await dialog.waitFor();
    const row = (name: string) => dialog.getByRole('row', { name });
    expect(await row('crisp').getByRole('radio', { name: 'Sharp' }).isChecked()).to.equal(true);
    expect(await row('crisp').innerText()).to.include('1/4');
    expect(await row('smeared').getByRole('radio', { name: 'Soft' }).isChecked()).to.equal(true);
    expect(
      (await api(app, 'holds')).find(({ document }) => document.title === 'Leaning on a post').document.frames,
    ).to.have.length(20);
    await dialog.getByRole('button', { name: 'Count these 2' }).click();
    expect(await page.getByRole('alert').innerText()).to.include('screenshot.jpg');
    await eventually(async () => {
      const { document } = (await api(app, 'holds')).find((stored) => stored.document.title === 'Leaning on a post');
      return document.frames.length === 22 && document.frames.at(-1).how === 'photo';
    });
    expect(complaints).to.deep.equal([]);
  });
});

describe('You, taste; and Kit', () => {
  let app: RunningApp;
  before(async () => void (app = await startApp()));
  after(() => app.stop());

  it('asks for a taste blind, and the result goes to a brief, which says where it comes from', async () => {
    const { page, complaints } = await app.open({ at: '/you/taste', draws: true });
    await page.getByRole('button', { name: 'Start a taste test' }).click();
    await page.getByRole('button', { name: 'Start', exact: true }).click();
    const heading = page.getByRole('heading', { name: /^Choice / });
    await heading.waitFor();
    expect(await page.locator('main').innerText()).not.to.match(/1\/\d+ s|ISO \d\d/);
    for (let choice = 1; choice <= 20 && (await heading.isVisible()); choice++) {
      await page.getByRole('button', { name: 'Keep the right frame' }).locator('[data-fine=true]').waitFor();
      await page.keyboard.press(choice % 3 ? 's' : 'l');
      const next = page
        .getByRole('heading', { name: `Choice ${choice + 1} ` })
        .or(page.getByRole('heading', { name: 'Your taste', exact: true }))
        .first();
      await next.waitFor();
      if (choice === 5) await page.reload();
      await next.waitFor();
    }
    expect(await page.getByRole('main').innerText()).to.match(/choices it lies between .* 9 times in 10[\s\S]*pairs shown again/);
    await page.getByLabel('Skate hall derby').check();
    await page.getByText('Skate hall derby plans with this taste.').first().waitFor();
    await eventually(async () => (await api(app, 'briefs')).some(({ document }) => document.picture.tasteFrom?.count >= 12));
    expect(complaints).to.deep.equal([]);
  });

  it('tells what a body gives, what lifting costs, and which of two bodies is ahead and for how much', async () => {
    const { page, complaints } = await app.open({ at: '/kit/figures', draws: true });
    const swatches = page.getByRole('list', { name: 'Grain by ISO' }).getByRole('img');
    await page.getByRole('img', { name: 'Grain at ISO\u00a06400: fine' }).waitFor();
    expect(await swatches.count()).to.equal(10);
    // Grain is seen: the last swatch is rougher than the first, though the beard under it is as rough in both.
    const rough = (n: number): Promise<number> => crispnessOf(swatches.nth(n));
    await eventually(async () => (await rough(9)) > 1.3 * (await rough(0)));
    const last = await Promise.all([6, 7, 8, 9].map(rough));
    expect(last).to.deep.equal([...last].sort((a, b) => a - b));
    // The ceiling is drawn across them, and moves the brief's own.
    await page.getByRole('slider', { name: 'ISO ceiling' }).press('ArrowLeft');
    await eventually(async () => (await api(app, 'briefs'))[0].document.picture.isoCeiling === 3200);
    await page.getByRole('slider', { name: 'ISO ceiling' }).press('ArrowRight');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Table' }).click();
    const row = page.getByRole('region', { name: 'Grain by ISO and size' }).getByRole('row', { name: /^6400 / });
    expect(await row.innerText()).to.match(/76\se⁻[\s\S]*fine/);
    // ISO 1600 lifted two stops looks like 6400. Common practice.
    const lifts = page.getByRole('region', { name: /^Brightened shadows/ }).getByRole('row', { name: /^1600/ });
    expect((await lifts.getByRole('cell').allInnerTexts()).map((text) => text.trim())[2]).to.equal('6400');
    await pick(page, /against$/, 'Full frame 24 MP');
    await page.getByLabel('Price of APS-C 24 MP').fill('900');
    await page.getByLabel('Price of Full frame 24 MP').fill('1600');
    const verdict = page.getByRole('region', { name: 'Two bodies at the same picture' });
    expect(await verdict.innerText()).to.match(/Full frame 24 MP is 1⅓.stops ahead[\s\S]*costs 700 more, 525 a stop/);
    await eventually(async () => (await api(app, 'bodies')).some(({ document }) => document.price === 1600));
    expect(complaints).to.deep.equal([]);
  });

  it('measures a sensor from DNGs it wrote itself, which another reader opens, and saves it to the body and its briefs', async () => {
    const { page, complaints } = await app.open({ at: '/kit/measure' });
    await pick(page, 'Body', 'APS-C 24 MP');
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Its DNGs as files' }).click(),
    ]);
    const files = unzipSync(new Uint8Array(await bytesOf(download)));
    expect(Object.keys(files)).to.have.length(24);
    const [first] = Object.values(files);
    // utif2, a reader of TIFF and DNG that is not ours.
    const directory = UTIF.decode(Buffer.from(first!))[0]!;
    expect([directory['t256'], directory['t257']]).to.deep.equal([[400], [300]]);
    const asFiles = Object.entries(files).map(([name, bytes]) => ({
      name,
      mimeType: 'image/x-adobe-dng',
      buffer: Buffer.from(bytes),
    }));
    const input = page.getByLabel('Drop the DNGs here');
    await input.setInputFiles(asFiles.filter(({ name }) => !name.includes('1600-dark-2')));
    await page.getByText(/ISO.1600: Two flat and two dark frames are needed/).waitFor();
    await input.setInputFiles([{ name: 'notes.dng', mimeType: 'image/x-adobe-dng', buffer: Buffer.from('no raw file at all') }]);
    await page.getByText(/“notes.dng” (is no raw file|holds no raw picture)/).waitFor();
    await input.setInputFiles(asFiles);
    await page.getByRole('heading', { name: 'What 24 frames say' }).waitFor();
    const gains = await page.getByRole('row', { name: /^ISO.100 / }).innerText();
    expect(gains).to.match(/ ± /);
    await page
      .getByRole('img', { name: /^ISO 100: .* electrons/ })
      .locator('path')
      .first()
      .waitFor();
    await page.getByRole('button', { name: 'Save to APS-C 24 MP' }).click();
    await page
      .getByText(/has its own figures now. 1 brief plans with it/)
      .first()
      .waitFor();
    await eventually(async () => (await api(app, 'briefs'))[0].document.kit.sensor.wellPerUm2 !== 2500);
    const [body] = (await api(app, 'bodies')).filter(({ document }) => document.label === 'APS-C 24 MP');
    const [market] = (await api(app, 'briefs')).filter(({ document }) => document.title === 'Ferry Steps market');
    expect(body.document.measured.sets).to.have.length(6);
    expect(body.document.guessed).not.to.include('wellPerUm2');
    expect(market.document.kit.sensor.wellPerUm2).to.equal(body.document.wellPerUm2);
    await page.getByRole('button', { name: 'Undo' }).click();
    await eventually(async () => (await api(app, 'bodies')).every(({ document }) => document.measured === undefined));
    expect(complaints).to.deep.equal([]);
  });
});

/** A photo of letters and bars as a camera would have it: 1800 × 1200, smeared sideways by so many pixels of the file. */
async function signPhoto(page: Page, smear: number): Promise<Buffer> {
  const base64 = await page.evaluate(async (length) => {
    const canvas = new OffscreenCanvas(1800, 1200);
    const pen = canvas.getContext('2d')!;
    pen.fillStyle = '#c9a56a';
    pen.fillRect(0, 0, 1800, 1200);
    pen.fillStyle = '#20130b';
    for (let row = 0; row < 9; row++)
      for (let column = 0; column < 14; column++) pen.fillRect(40 + column * 125, 30 + row * 125, 60, 55);
    if (length > 0) {
      const sharp = await createImageBitmap(canvas);
      for (let i = 0; i < length; i++) {
        pen.globalAlpha = 1 / (i + 1);
        pen.drawImage(sharp, i - length / 2, 0);
      }
    }
    const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.95 });
    const bytes = new Uint8Array(await blob.arrayBuffer());
    let text = '';
    for (const byte of bytes) text += String.fromCharCode(byte);
    return btoa(text);
  }, smear);
  return Buffer.from(base64, 'base64');
}
