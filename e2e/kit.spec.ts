import { expect } from 'chai';
import { edgesOfPhoto, seededRandom, targetPhoto, withExif } from '@hushto/core';
import { sensorOf, STARTER_BODIES } from '@hushto/contract';
import exifReader from 'exifreader';
import { readFileSync } from 'node:fs';
import type { Download, Locator, Page } from 'playwright-core';
import sharp from 'sharp';
import UTIF from 'utif2';
import { eventually, fineFrame, pick, startApp, type RunningApp } from './app.ts';

const api = async (app: RunningApp, what: string): Promise<any[]> =>
  (await fetch(`${app.base}/api/${what}`)).json() as Promise<any[]>;
const bytesOf = async (download: Download): Promise<Buffer> => readFileSync(await download.path());
const downloaded = async (page: Page, press: Locator): Promise<Buffer> => {
  const [download] = await Promise.all([page.waitForEvent('download'), press.click()]);
  return bytesOf(download);
};
const saved = async (page: Page, name: string | RegExp): Promise<Buffer> => {
  return downloaded(page, page.getByRole('button', { name }));
};

describe('Kit, which to carry', () => {
  let app: RunningApp;
  before(async () => void (app = await startApp()));
  after(() => app.stop());

  it('sets a larger format beside one’s own at the brief, says what it is worth, and lets one choose blind', async () => {
    const { page, complaints } = await app.open({ at: '/kit/beside', draws: true });
    await page.getByRole('heading', { name: /Full frame 24 MP keeps .* more detail than APS-C 24 MP at 2048 wide: worth .* stops? of light/ }).waitFor();
    await fineFrame(page, /^The frame of Full frame 24 MP/).waitFor();
    // The same lens on both, cut down to one view: the larger sensor has nothing more to give.
    await pick(page, 'Second lens', '18.3 mm f/2.8');
    await page.getByRole('heading', { name: 'Full frame 24 MP and APS-C 24 MP keep the same detail at 2048 wide.' }).waitFor();
    await page.getByRole('row', { name: /^Seen through/ }).getByText(/cropped 1.5×/).waitFor();
    await pick(page, 'Second lens', '28 mm f/2');
    // At a speed one settles it smears, however good the kit is.
    await page.getByRole('button', { name: 'Setting of kit 2: As planned' }).click();
    await pick(page, 'Shutter', '1/30 s');
    await page.getByRole('heading', { name: /^Full frame 24 MP does not work here at what is settled/ }).waitFor();
    await page.getByRole('button', { name: 'All as planned' }).click();
    await page.keyboard.press('Escape');
    await page.getByRole('heading', { name: /Full frame 24 MP keeps .* more detail/ }).waitFor();
    await page.getByRole('button', { name: 'Price and weight of kit 2' }).click();
    await page.getByLabel('Price of the body').fill('2000');
    await page.getByLabel('Price of the lens').fill('400');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Price and weight of kit 1' }).click();
    await page.getByLabel('Price of the body').fill('700');
    await page.getByLabel('Price of the lens').fill('200');
    await page.keyboard.press('Escape');
    await page.getByRole('row', { name: /^Weight, price/ }).getByText(/^1500 more: \d+ a stop and \d+ for each tenth more detail$/).waitFor();
    await page.getByRole('button', { name: 'Choose blind, a dozen times' }).click();
    for (let choice = 1; choice <= 12; choice++) {
      await page.getByRole('heading', { name: `Choice ${choice} of 12` }).waitFor();
      await page.keyboard.press(choice % 2 ? 's' : 'l');
    }
    await page.getByText(/^You took .* times in 12/).waitFor();
    await eventually(async () => (await api(app, 'kit-looks'))[0]?.document.choices.length === 12);
    await page.getByRole('button', { name: 'Take back choice 12' }).click();
    await page.getByRole('heading', { name: 'Choice 12 of 12' }).waitFor();
    expect(complaints).to.deep.equal([]);
  });

  it('goes out to a file and comes in again once; a wrong file is refused with its line', async () => {
    const { page, complaints } = await app.open({ at: '/kit/figures' });
    const file = await saved(page, 'For a friend');
    const kit = JSON.parse(String(file));
    expect(kit.holds).to.deep.equal([]);
    expect(kit.bodies.length).to.be.above(4);
    const bring = (text: string): Promise<void> => page.locator('input[type=file]').setInputFiles([{ name: 'kit.json', mimeType: 'application/json', buffer: Buffer.from(text) }]);
    await bring(String(file));
    await page.getByText(/Nothing new in it/).first().waitFor();
    await bring(JSON.stringify({ ...kit, bodies: [{ ...kit.bodies[0], label: 'A friend’s body' }], lenses: [] }));
    await eventually(async () => (await api(app, 'bodies')).some(({ document }) => document.label === 'A friend’s body'));
    await bring(String(file).replace('"widthMm": 36', '"widthMm": "wide"'));
    await page.getByText(/Nothing was taken from “kit.json”/).waitFor();
    await page.getByText(/^Line \d+/).first().waitFor();
    expect((await (await fetch(`${app.base}/api/kit-file.schema.json`)).json()) as object).to.have.property('properties');
    expect(complaints).to.deep.equal([]);
  });
}); // prettier-ignore

/** A body of an APS-C sensor's size and few pixels, so that photos are quick to make. */
const SMALL = { ...sensorOf(STARTER_BODIES[2]!), megapixels: 3 };
const HIDDEN = { bestBlurUm: 6, wideOpenFactor: 1.2, widestF: 2.8 };

/** The target as a JPEG from a camera that sharpens nothing. */
async function targetJpeg(fNumber: number, seed: number): Promise<Buffer> {
  const photo = targetPhoto(SMALL, HIDDEN, { fNumber, iso: 100, cornerTimes: 1.3 }, seededRandom(seed));
  const { widthPx: width, heightPx: height } = photo;
  const { values } = photo.part(0, 0, width, height);
  // IEC 61966-2-1.
  const bytes = Buffer.from(values.map((value) => Math.round(255 * (value <= 0.0031308 ? 12.92 * Math.max(0, value) : 1.055 * value ** (1 / 2.4) - 0.055))));
  const jpeg = await sharp(bytes, { raw: { width, height, channels: 1 } }).jpeg({ quality: 98 }).toBuffer();
  return Buffer.from(withExif(jpeg, { shutterS: 1 / 30, fNumber, iso: 100, focalLengthMm: 18.3 }, width, height));
} // prettier-ignore

describe('Kit, a lens test', () => {
  let app: RunningApp;
  before(async () => void (app = await startApp()));
  after(() => app.stop());

  it('reads photos of the target, says which aperture is sharpest, keeps the figures with lens and briefs, and takes them back', async function () {
    const { page, complaints } = await app.open({ at: '/kit/lens' });
    await pick(page, 'Lens', '18.3 mm f/2.8');
    await pick(page, 'On the body', 'APS-C 24 MP');
    const photos = await Promise.all(
      [2.8284, 5.6569, 11.3137].map(async (fNumber, n) => ({ name: `f${n}.jpg`, mimeType: 'image/jpeg', buffer: await targetJpeg(fNumber, n + 1) })),
    );
    const grey = await sharp({ create: { width: 900, height: 600, channels: 3, background: '#888' } }).jpeg().toBuffer();
    const blank = { name: 'wall.jpg', mimeType: 'image/jpeg', buffer: Buffer.from(withExif(grey, { shutterS: 1, fNumber: 4, iso: 100 }, 900, 600)) };
    await page.getByLabel('Drop the photos here').setInputFiles([...photos, blank, { name: 'notes.dng', mimeType: 'image/x-adobe-dng', buffer: Buffer.from('none') }]);
    await page.getByText(/“wall.jpg” shows no slanted edge/).waitFor();
    await page.getByText(/“notes.dng” is/).waitFor();
    await page.getByRole('row', { name: /^f\/11/ }).waitFor();
    await page.getByRole('button', { name: 'Save to 18.3 mm f/2.8' }).click();
    await page.getByText(/has its own figures now. 1 brief plans with it/).first().waitFor();
    const lensNow = async () => (await api(app, 'lenses')).find(({ document }) => document.label === '18.3 mm f/2.8').document;
    await eventually(async () => (await lensNow()).measured !== undefined);
    const lens = await lensNow();
    // JPEG and its rounding are in it too: a tenth.
    expect(lens.bestBlurUm / HIDDEN.bestBlurUm).to.be.within(0.9, 1.15);
    expect(lens.measured).to.include({ body: 'APS-C 24 MP', from: 'developed', focalLengthMm: 18.3 });
    expect(lens.guessed).not.to.include('bestBlurUm');
    const [market] = (await api(app, 'briefs')).filter(({ document }) => document.title === 'Ferry Steps market');
    expect(market.document.kit.lens.bestBlurUm).to.equal(lens.bestBlurUm);
    await page.getByRole('button', { name: 'Undo' }).click();
    await eventually(async () => (await lensNow()).measured === undefined);
    expect(complaints).to.deep.equal([]);
  });

  it('is tried with the simulated camera, which says afterwards what it hid', async () => {
    const { page, complaints } = await app.open({ at: '/kit/lens' });
    await pick(page, 'On the body', '1-inch 20 MP');
    await page.getByRole('button', { name: 'Try with the simulated camera' }).click();
    await page.getByRole('columnheader', { name: 'What the simulated lens hid' }).waitFor();
    await page.getByRole('button', { name: 'Stop' }).waitFor({ state: 'detached', timeout: 60_000 });
    const cells = await page.getByRole('row', { name: /^Blur stopped down/ }).getByRole('cell').allInnerTexts();
    const [found, , hidden] = cells.map((text) => Number.parseFloat(text));
    expect(found! / hidden!).to.be.within(0.85, 1.15);
    await page.getByRole('link', { name: 'The target' }).click();
    const target = page.getByRole('img', { name: /Five dark squares/ });
    await target.waitFor();
    // What is printed is what is looked for: a picture of it holds edges in its middle and all corners.
    const { data, info } = await sharp(await target.screenshot()).greyscale().raw().toBuffer({ resolveWithObject: true });
    const part = (left: number, top: number, width: number, height: number) => ({
      width, height, white: 300,
      values: Float32Array.from({ length: width * height }, (_, i) => data[(top + Math.floor(i / width)) * info.width + left + (i % width)]!),
    });
    const edges = edgesOfPhoto({ widthPx: info.width, heightPx: info.height, part });
    expect([...edges.centre, ...edges.corner].map(({ upright, level }) => 'edge' in upright && 'edge' in level)).to.deep.equal([true, true, true, true, true]);
    expect(complaints).to.deep.equal([]);
  });
}); // prettier-ignore

describe('You, focus in the dark', () => {
  let app: RunningApp;
  before(async () => void (app = await startApp()));
  after(() => app.stop());

  it('is tried by keys, survives a reload, and moves the limit of the briefs with that body', async () => {
    const { page, complaints } = await app.open({ at: '/you/focus' });
    await page.getByRole('button', { name: 'Start a focus test' }).click();
    await page.getByRole('button', { name: 'Start', exact: true }).click();
    await page.getByRole('heading', { name: /^Try 1 of about/ }).waitFor();
    // This one sees down to EV 0 and no further.
    for (let n = 1; n <= 12; n++) {
      if (await page.getByRole('heading', { name: 'This test is over' }).isVisible()) break;
      const heading = page.getByRole('heading', { name: new RegExp(`^Try ${n} of about`) });
      await heading.waitFor();
      const ev = Number(/EV\s(\S+)/.exec(await page.getByRole('region', { name: 'The test' }).innerText())![1]!.replace('−', '-'));
      if (n === 2) await page.keyboard.press('f');
      await page.keyboard.press(ev >= 0 ? 's' : 'l');
      await heading.waitFor({ state: 'detached' });
      if (n === 4) await page.reload();
    }
    await page.getByText(/tries in 10 lock at EV/).waitFor();
    await page.getByText('Ferry Steps market goes by it.').waitFor();
    await eventually(async () => (await api(app, 'focus-tests')).some(({ document }) => document.kit.sensor.label === 'APS-C 24 MP' && document.tries.length >= 6));
    const [, found] = /EV\s(−?\d+\.\d)/.exec(await page.getByText(/tries in 10 lock at EV/).innerText())!;
    expect(Number(found!.replace('−', '-'))).to.be.within(-1, 1);
    expect(complaints).to.deep.equal([]);
  });
}); // prettier-ignore

describe('Log, files of the simulated camera', () => {
  let app: RunningApp;
  before(async () => void (app = await startApp()));
  after(() => app.stop());

  it('are written as JPEG and DNG with all of how they were taken, which other readers confirm', async () => {
    const { page, complaints } = await app.open({ at: '/log/frames', draws: true });
    const written = async (kind: string): Promise<Buffer> => {
      await page.getByRole('button', { name: 'Save it as a file' }).click();
      return downloaded(page, page.getByRole('menuitem', { name: kind }));
    };
    const { frames } = (await (await fetch(`${app.base}/api/log/frames?limit=1`)).json());
    const [frame] = frames;
    const jpeg = await written('JPEG');
    const said = exifReader.load(jpeg, { computed: true, expanded: true }).exif!;
    expect(said.ExposureTime?.computed).to.be.closeTo(frame.shutterS, 1e-6);
    expect(said.ISOSpeedRatings?.computed).to.equal(Math.round(frame.iso));
    expect(said.DateTimeOriginal?.description).to.equal(frame.takenAt.slice(0, 19).replaceAll('-', ':').replace('T', ' '));
    const { width, height, format } = await sharp(jpeg).metadata();
    expect([width, format]).to.deep.equal([2048, 'jpeg']);
    const dng = await written('DNG');
    const directory = UTIF.decode(dng)[0]!;
    expect([directory['t256'], directory['t257'], directory['t262']]).to.deep.equal([[2048], [height], [32_803]]);
    expect(exifReader.load(dng, { computed: true, expanded: true }).exif!.ExposureTime?.computed).to.be.closeTo(frame.shutterS, 1e-6);
    expect(complaints).to.deep.equal([]);
  });
}); // prettier-ignore
