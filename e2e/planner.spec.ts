import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import type { Locator, Page } from 'playwright-core';
import { cursor, eventually, fineFrame, pick, startApp, title, token, type RunningApp } from './app.ts';
import { withExif } from './exif.ts';

const cell = (page: Page, name: string): Locator => page.getByRole('group', { name, exact: true });
const value = (page: Page, name: string): Promise<string> => cell(page, name).locator('output').innerText();
const now = (page: Page): Locator => page.getByRole('img', { name: /^Simulated frame at/ });
const fine = (page: Page) => fineFrame(page, /^Simulated frame at/).waitFor();

/** Mean difference from pixel to pixel along rows of a picture, or of a part of its width: how fine its finest detail is, grain included. */
const roughness = (canvas: Locator, [from, to] = [0, 1]): Promise<number> =>
  canvas.evaluate(
    (node, [from, to]) => {
      const { width, height } = node as HTMLCanvasElement;
      const [left, across] = [Math.round(from! * width), Math.round((to! - from!) * width)];
      const { data } = (node as HTMLCanvasElement).getContext('2d')!.getImageData(left, 0, across, height);
      let sum = 0;
      for (let i = 4; i < data.length; i += 4) sum += Math.abs(data[i]! - data[i - 4]!);
      return sum / (across * height);
    },
    [from, to],
  );

/** A picture's pixels as one text, to tell one from another. */
const pixelsOf = (node: Element): string => (node as HTMLCanvasElement).toDataURL();

/** A figure once it stays the same for half a second: the last picture asked for has come. */
async function settled(measure: () => Promise<number>): Promise<number> {
  let [last, alike] = [-1, 0];
  await eventually(async () => {
    const found = await measure();
    alike = found === last ? alike + 1 : 0;
    last = found;
    return alike >= 5;
  });
  return last;
}

/** Drags the close look to a place, as shares of the picture. */
async function dragTo(page: Page, x: number, y: number): Promise<void> {
  const at = (await page.getByRole('slider', { name: /^Place of the close look/ }).boundingBox())!;
  const whole = (await now(page).boundingBox())!;
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  await page.mouse.move(whole.x + whole.width * x, whole.y + whole.height * y, { steps: 4 });
  await page.mouse.up();
}

describe('arguing with the plan', () => {
  let app: RunningApp;
  before(async () => void (app = await startApp()));
  beforeEach(() => app.asBegun());
  after(() => app.stop());

  it('keeps briefs as a file, takes them in again, and refuses a wrong file by line and field', async () => {
    const { page, complaints } = await app.open();
    const menu = () => page.getByRole('button', { name: /Open the list of briefs/ }).click();
    await menu();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Export this' }).click(),
    ]);
    expect(download.suggestedFilename()).to.equal('ferry-steps-market.json');
    const text = readFileSync(await download.path(), 'utf8');
    expect(JSON.parse(text).briefs).to.have.length(1);
    const offer = (content: string) =>
      page
        .getByLabel('Import')
        .setInputFiles({ name: 'briefs.json', mimeType: 'application/json', buffer: Buffer.from(content) });
    await offer(text.replace('"distanceM": 4', '"distanceM": "near"'));
    const refused = await page.getByRole('alert').innerText();
    expect(refused)
      .to.match(/Nothing was taken/)
      .and.to.match(/Line \d+, briefs\.0\.subject\.distanceM: Must be a number/);
    await offer(text.replace('Ferry Steps market', 'Ferry Steps again'));
    await title(page, 'Ferry Steps again').waitFor();
    await menu();
    await page.getByRole('link', { name: 'Card' }).click();
    const card = page.getByRole('article', { name: 'Card of Ferry Steps again' });
    expect(await card.innerText())
      .to.include('1/200')
      .and.to.include('now')
      .and.to.include('Set back');
    await page.getByRole('link', { name: 'Back to the plan' }).click();
    await cursor(page).waitFor();
    expect(complaints).to.deep.equal([]);
  });
});

describe('the frame', () => {
  let app: RunningApp;
  before(async () => void (app = await startApp()));
  beforeEach(() => app.asBegun());
  after(() => app.stop());

  it('opens whole with a close look at its most telling place, moved by keys and the pointer', async () => {
    const { page, complaints } = await app.open({ draws: true });
    await fine(page);
    const close = page.getByRole('img', { name: 'Close look, at 2048 wide' });
    await fineFrame(page, /^Close look/).waitFor();
    const first = await close.evaluate(pixelsOf);
    const place = page.getByRole('slider', { name: /^Place of the close look/ });
    const said = await place.getAttribute('aria-valuetext');
    await place.focus();
    for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight');
    expect(await place.getAttribute('aria-valuetext')).not.to.equal(said);
    await eventually(async () => (await close.evaluate(pixelsOf)) !== first);
    await dragTo(page, 0.75, 0.5);
    expect(await place.getAttribute('aria-valuetext')).to.match(/^7[3-7] % from the left, (49|50|51) % from the top$/);
    // The sensor's own pixels are smaller than those it will be seen by: another picture of the same place.
    const seen = await close.evaluate(pixelsOf);
    await page.getByRole('radio', { name: '100 %' }).click();
    await page.getByRole('img', { name: 'Close look, every pixel of the sensor' }).waitFor();
    await eventually(async () => (await page.getByRole('img', { name: /^Close look/ }).evaluate(pixelsOf)) !== seen);
    expect(complaints).to.deep.equal([]);
  });

  it('has at 100 % what a sensor would see round the most telling place, from a file fetched for that alone, and shows the scene enlarged until it comes', async () => {
    // What is drawn finer, and the same scene where that file cannot be had: shown all the same, enlarged.
    const found: string[] = [];
    for (const closeComes of [true, false]) {
      const { page } = await app.open({ at: '/data', draws: true });
      const fetched: string[] = [];
      let letIn = (): void => {};
      const held = new Promise<void>((resolve) => (letIn = resolve));
      await page.context().route(/\.scene$/, async (route) => {
        fetched.push(route.request().url());
        if (fetched.length === 1) return route.continue();
        await held;
        return closeComes ? route.continue() : route.abort();
      });
      await page.goto(app.base);
      await fine(page);
      await fineFrame(page, /^Close look, at 2048 wide/).waitFor();
      expect(fetched, 'the first picture needs the scene alone').to.have.length(1);
      const seen = await page.getByRole('img', { name: /^Close look/ }).evaluate(pixelsOf);
      await page.getByRole('radio', { name: '100 %' }).click();
      // Until it comes the scene is shown enlarged, and nothing else waits for it.
      const enlarged = page.getByRole('img', { name: /^Close look, every pixel/ });
      await eventually(async () => fetched.length > 1 && (await enlarged.evaluate(pixelsOf)) !== seen);
      const soon = await enlarged.evaluate(pixelsOf);
      expect(await fineFrame(page, /^Close look, every pixel/).count()).to.equal(0);
      letIn();
      const close = fineFrame(page, /^Close look, every pixel/);
      await close.waitFor();
      found.push(await close.evaluate(pixelsOf));
      expect(found.at(-1) !== soon, 'drawn finer').to.equal(closeComes);
    }
    // Hands, smear and grain are the same in both: what differs is what the scene has.
    const [finer, enlarged] = found;
    expect(finer).not.to.equal(enlarged);
  });

  it('shows a slow shutter smoother, beside what was kept', async () => {
    const { page, complaints } = await app.open({ draws: true });
    await fine(page);
    // Where the subject is, which smears; the wall behind it is held.
    const close = fineFrame(page, /^Close look/);
    await close.waitFor();
    const [whole, hush] = [await roughness(now(page)), await roughness(close)];
    const shown = await now(page).getAttribute('aria-label');
    await cursor(page).focus();
    await page.keyboard.press('c');
    for (let i = 0; i < 4; i++) await page.keyboard.press('Shift+ArrowLeft');
    await eventually(async () => (await now(page).getAttribute('aria-label')) !== shown);
    await eventually(async () => (await close.count()) === 1 && (await roughness(close)) < hush * 0.7);
    const kept = page.getByRole('img', { name: /^The kept frame/ });
    await fineFrame(page, /^The kept frame/).waitFor();
    expect((await roughness(kept)) / whole).to.be.within(0.9, 1.1);
    // Beside each other, then blind: nothing says which is which until it is asked.
    await page.getByRole('button', { name: 'Side by side', exact: true }).click();
    const beside = page.getByRole('dialog', { name: 'Side by side' });
    await fineFrame(beside, /^Left: 1\/200, f\/2.8, APS-C 24 MP/).waitFor();
    await fineFrame(beside, /^Right: 1\/13, f\/2.8/).waitFor();
    await beside.getByRole('button', { name: 'Look blind' }).click();
    await fineFrame(beside, /^Left frame$/).waitFor();
    expect(await beside.innerText()).not.to.match(/1\/200|1\/13/);
    await beside.getByRole('button', { name: 'Say which is which' }).click();
    await beside.getByText('1/200, f/2.8, APS-C 24 MP').waitFor();
    await page.keyboard.press('Escape');
    await page.getByRole('slider', { name: /Wipe between/ }).focus();
    await page.keyboard.press('End');
    expect(await page.getByRole('slider', { name: /Wipe between/ }).getAttribute('aria-valuetext')).to.equal('100 % kept');
    await page.getByRole('button', { name: 'Let go of the kept frame' }).click();
    expect(await kept.count()).to.equal(0);
    expect(complaints).to.deep.equal([]);
  });

  it('is finished as the brief says: smoother with its noise reduced, without colour in black and white', async () => {
    const { page, complaints } = await app.open({ draws: true });
    await fine(page);
    // On the even sky over the quay, close, where what is rough is noise.
    const close = fineFrame(page, /^Close look/);
    const place = page.getByRole('slider', { name: /^Place of the close look/ });
    await close.waitFor();
    const porter = await place.getAttribute('aria-valuetext');
    await page.getByRole('button', { name: 'Scene of the frame' }).click();
    await page.getByRole('option', { name: /^Quay/ }).click();
    await eventually(async () => (await place.getAttribute('aria-valuetext')) !== porter);
    const rope = await settled(() => roughness(close));
    await dragTo(page, 0.85, 0.1);
    await eventually(async () => (await close.count()) === 1 && (await roughness(close)) < rope);
    const plain = await settled(() => roughness(close));
    await token(page, '2048').click();
    await pick(page, 'Finished', /strongly/);
    await eventually(async () => (await close.count()) === 1 && (await roughness(close)) < plain * 0.6);
    await pick(page, 'Finished', /Black and white/);
    await page.keyboard.press('Escape');
    await eventually(async () => (await now(page).evaluate(colourOf)) === 0);
    await token(page, 'in black and white').waitFor();
    expect(complaints).to.deep.equal([]);
  });

  it('shoots the burst with its steadiest frame marked, on any scene, a photo of one’s own among them', async () => {
    const { page, complaints } = await app.open({ draws: true });
    await fine(page);
    await page.getByRole('button', { name: 'Burst', exact: true }).click();
    const burst = page.getByRole('group', { name: 'The burst of 3' });
    await burst.getByRole('button', { name: /^Frame 3/ }).waitFor();
    expect(await burst.getByRole('button', { name: /the steadiest$/ }).count()).to.equal(1);
    await page.getByRole('button', { name: 'Put the burst away' }).click();
    await page.getByRole('button', { name: 'Scene of the frame' }).click();
    await page.getByRole('option', { name: 'Test chart' }).click();
    await fine(page);
    await page.getByRole('button', { name: 'Scene of the frame' }).click();
    const photo = await page.evaluate(() => {
      const canvas = document.createElement('canvas');
      canvas.width = 600;
      canvas.height = 400;
      const pen = canvas.getContext('2d')!;
      for (let x = 0; x < 600; x += 20) {
        pen.fillStyle = x % 40 ? '#fff' : '#222';
        pen.fillRect(x, 0, 20, 400);
      }
      return canvas.toDataURL('image/jpeg', 0.95).split(',')[1]!;
    });
    await page.getByLabel('A sharp photo of yours').setInputFiles({
      name: 'bars.jpg',
      mimeType: 'image/jpeg',
      buffer: withExif(Buffer.from(photo, 'base64'), { equivalentMm: 31 }),
    });
    await page.getByText('As its camera wrote it.').waitFor();
    expect(await page.getByRole('textbox', { name: /full-frame equivalent/ }).inputValue()).to.equal('31');
    // It has fewer pixels than the close look wants, and all of it moves until told otherwise.
    await page.getByText('It is too small to judge by:').waitFor();
    expect(await page.getByRole('radio', { name: 'Everything' }).isChecked()).to.equal(true);
    await page.getByRole('radio', { name: 'What I paint' }).click();
    const paper = (await page.getByRole('dialog', { name: 'What moves' }).getByRole('img').boundingBox())!;
    const at = (x: number, y: number) => page.mouse.move(paper.x + x * paper.width, paper.y + y * paper.height, { steps: 6 });
    await page.getByRole('slider', { name: 'Width of the brush' }).press('End');
    await at(0.15, 0.02);
    await page.mouse.down();
    for (const y of [0.98, 0.02, 0.98]) {
      await at(0.15, y);
      await at(0.3, y);
    }
    await page.mouse.up();
    await page.getByRole('button', { name: 'Use it' }).click();
    await page.getByRole('dialog', { name: 'What moves' }).waitFor({ state: 'detached' });
    // As slow as it goes, with presses to spare: a dialog that has gone gives focus back a little later, and may take one.
    for (let i = 0; i < 9; i++) await cursor(page).press('Shift+ArrowLeft');
    // The painted left smears over its bars, the right is held.
    await fineFrame(page, /^Simulated frame at 1\/4 s/).waitFor();
    let found: unknown = null;
    await eventually(
      async () => {
        const [left, right] = [await roughness(now(page), [0.1, 0.3]), await roughness(now(page), [0.7, 0.9])];
        found = { left, right };
        return left < 0.6 * right;
      },
      () => `The left did not become smoother than the right, ${JSON.stringify(found)},`,
    );
    // What is painted is there again after a reload.
    await page.reload();
    await fine(page);
    await page.getByRole('button', { name: 'Scene of the frame' }).click();
    await page.getByRole('button', { name: 'Paint what moves' }).click();
    const warmth = (share: number): Promise<number> =>
      page.getByRole('dialog', { name: 'What moves' }).getByRole('img').evaluate((node, at) => {
        const { width, height } = node as HTMLCanvasElement;
        const [red, , blue] = (node as HTMLCanvasElement).getContext('2d')!.getImageData(at * width, height / 2, 1, 1).data;
        return red! - blue!;
      }, share); // prettier-ignore
    await eventually(async () => (await warmth(0.2)) > 30);
    expect(await warmth(0.8)).to.be.lessThan(10);
    expect(complaints).to.deep.equal([]);
  });
});

describe('a photo of one’s own', () => {
  let app: RunningApp;
  before(async () => void (app = await startApp()));
  beforeEach(() => app.asBegun());
  after(() => app.stop());

  /** Bars, as sharp as pixels are or blurred. */
  const bars = (page: Page, blurPx: number): Promise<string> =>
    page.evaluate((blur) => {
      const canvas = document.createElement('canvas');
      [canvas.width, canvas.height] = [3000, 2000];
      const pen = canvas.getContext('2d')!;
      pen.filter = blur > 0 ? `blur(${blur}px)` : 'none';
      for (let x = 0; x < 3000; x += 120) {
        pen.fillStyle = x % 240 ? '#bbb' : '#333';
        pen.fillRect(x, 0, 120, 2000);
      }
      return canvas.toDataURL('image/jpeg', 0.95).split(',')[1]!;
    }, blurPx);
  const scene = (page: Page) => page.getByRole('button', { name: 'Scene of the frame' }).click();

  it('is there again after a reload, with what was set, and a frame really taken is laid beside its simulation', async () => {
    const { page, complaints } = await app.open({ draws: true });
    await fine(page);
    await scene(page);
    await page.getByLabel('A sharp photo of yours').setInputFiles({
      name: 'sharp.jpg',
      mimeType: 'image/jpeg',
      buffer: withExif(Buffer.from(await bars(page, 0), 'base64'), { equivalentMm: 28 }),
    });
    await page.getByText('As its camera wrote it.').waitFor();
    await page.getByRole('radio', { name: 'Nothing' }).click();
    await page.reload();
    await fine(page);
    await scene(page);
    await page.getByRole('radio', { name: 'Nothing' }).waitFor();
    expect(await page.getByRole('radio', { name: 'Nothing' }).isChecked()).to.equal(true);
    expect(await page.getByRole('textbox', { name: /full-frame equivalent/ }).inputValue()).to.equal('28');
    await page.getByLabel('Check against one really taken').setInputFiles({
      name: 'shaken.jpg',
      mimeType: 'image/jpeg',
      buffer: withExif(Buffer.from(await bars(page, 4), 'base64'), { exposure: [1, 500], fNumber: [28, 10], iso: 6400 }),
    });
    const beside = page.getByRole('dialog', { name: 'Beside one really taken' });
    expect(await beside.getByRole('textbox', { name: 'Shutter' }).inputValue()).to.contain('1/500');
    expect(await beside.getByRole('textbox', { name: 'Aperture' }).inputValue()).to.contain('2.8');
    // It is far softer than 1/500 s with nothing moving makes it.
    await beside.getByText(/^Yours is softer here: [\d.]+ px in yours, [\d.]+ px simulated/).waitFor();
    // A second from free hands is softer than that.
    await beside.getByRole('textbox', { name: 'Shutter' }).fill('1');
    await beside.getByText(/^(Edges are as soft|Yours is sharper here)/).waitFor();
    await page.keyboard.press('Escape');
    // A scene chosen lets the photo go, for good.
    await scene(page);
    await page.getByRole('option', { name: 'Test chart' }).click();
    await page.reload();
    await fine(page);
    await scene(page);
    await page.getByRole('listbox').waitFor();
    expect(await page.getByRole('radio', { name: 'Nothing' }).count()).to.equal(0);
    expect(complaints).to.deep.equal([]);
  });
});

describe('on a phone', () => {
  let app: RunningApp;
  before(async () => void (app = await startApp()));
  beforeEach(() => app.asBegun());
  after(() => app.stop());

  it('steps the chosen value with one thumb from the foot of the screen', async () => {
    const { page, complaints } = await app.open({ width: 390, height: 844 });
    const bar = page.getByRole('complementary', { name: 'Step a value' });
    await bar.getByRole('button', { name: 'Slower' }).click();
    expect(await value(page, 'Shutter')).to.include('1/160');
    await bar.getByRole('button', { name: /choose aperture/ }).click();
    await bar.getByRole('button', { name: 'Narrower' }).click();
    expect(await value(page, 'Aperture')).to.equal('f/3.2');
    await bar.getByRole('button', { name: 'Unpin' }).click();
    expect(await value(page, 'Aperture')).to.equal('f/2.8');
    await cell(page, 'Burst').click();
    expect(await bar.innerText())
      .to.include('Burst')
      .and.to.include('More');
    await page.getByRole('button', { name: 'Kit and picture' }).click();
    expect(await token(page, /^EV/).isVisible()).to.equal(true);
    expect(complaints).to.deep.equal([]);
  });

  it('has targets of at least 44 px, and no sideways scroll', async () => {
    const { page } = await app.open({ width: 390, height: 844 });
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).to.be.at.most(390);
    const small = await page.evaluate(() =>
      [...document.querySelectorAll('button, a[href], [role=button]')]
        .filter((node) => (node as HTMLElement).checkVisibility())
        .map((node) => ({ node, box: node.getClientRects()[0]! }))
        .filter(({ box }) => box && (box.height < 43.5 || box.width < 43.5))
        .map(
          ({ node, box }) =>
            `${node.getAttribute('aria-label') ?? node.textContent}: ${box.width.toFixed(0)}×${box.height.toFixed(0)}`,
        ),
    );
    expect(small).to.deep.equal([]);
  });
});

/** How far apart red and blue of any pixel are at most. */
function colourOf(canvas: Element): number {
  const { width, height } = canvas as HTMLCanvasElement;
  const { data } = (canvas as HTMLCanvasElement).getContext('2d')!.getImageData(0, 0, width, height);
  let most = 0;
  for (let i = 0; i < data.length; i += 4) most = Math.max(most, Math.abs(data[i]! - data[i + 2]!));
  return most;
}
