import { expect } from 'chai';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:https';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Download, Locator, Page } from 'playwright-core';
import { generate } from 'selfsigned';
import { convertIcsCalendar } from 'ts-ics';
import { anyPort, browserOf, cursor, eventually, root, startApp, token, type RunningApp } from './app.ts';
import { withExif } from './exif.ts';

const api = async (app: RunningApp, what: string): Promise<any[]> =>
  (await fetch(`${app.base}/api/${what}`)).json() as Promise<any[]>;
const stretches = (page: Page): Locator => page.getByRole('list', { name: 'Stretches' }).getByRole('listitem');
/** Pocket's shutter, its ladder, and what is counted: sharp, soft, noisy, missed. */
const setShutter = (page: Page): Locator => page.getByRole('region', { name: 'Set these' }).getByRole('status').first();
const ladderOf = (page: Page): Locator => page.getByRole('list', { name: /^Ladder/ });
const tallyOf = async (page: Page): Promise<string[]> => {
  const buttons = await page.getByRole('group', { name: 'Tally' }).getByRole('button').allInnerTexts();
  return buttons.slice(0, 4).map((text) => /\d+/.exec(text)![0]);
};
const textOf = async (download: Download): Promise<string> => readFileSync(await download.path(), 'utf8');

/** Waits until everything is in the browser that it needs without the server. */
async function kept(page: Page): Promise<void> {
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    while ((await caches.keys()).length === 0) await new Promise((resolve) => setTimeout(resolve, 50));
  });
  await page.reload();
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
}

describe('Light', () => {
  let app: RunningApp;
  before(async () => void (app = await startApp()));
  after(() => app.stop());

  it('reads a photo by what its camera wrote in it, and says what is missing where it did not', async () => {
    const { page } = await app.open({ at: '/light' });
    await page.getByText('Photo', { exact: true }).click();
    const grey = await page.evaluate(async () => {
      const canvas = new OffscreenCanvas(64, 48);
      const context = canvas.getContext('2d')!;
      // sRGB 118 is 18 % linear: IEC 61966-2-1.
      context.fillStyle = 'rgb(118 118 118)';
      context.fillRect(0, 0, 64, 48);
      const bytes = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.95 })).arrayBuffer());
      return [...bytes];
    });
    const plain = Buffer.from(grey);
    const input = page.getByLabel('Choose a photo taken there');
    await input.setInputFiles({ name: 'plain.jpg', mimeType: 'image/jpeg', buffer: plain });
    await page.getByText(/does not say its shutter speed, aperture, ISO/).waitFor();
    const written = withExif(plain, { exposure: [1, 60], fNumber: [28, 10], iso: 1600 });
    await input.setInputFiles({ name: 'steps.jpg', mimeType: 'image/jpeg', buffer: written });
    // log2(2.8²·60/16) = 4.88, for a picture that came out mid grey.
    const found = page.getByRole('status', { name: 'The light found' });
    await found.filter({ hasText: /EV\s4\.9/ }).waitFor();
    expect(await found.innerText()).to.match(/±\s\S+\sstop/);
  });

  it('shows how the light will fall, and when the ladder’s rungs are reached; as a table too', async () => {
    const { page, complaints } = await app.open({ at: '/light' });
    await page.getByLabel('Day', { exact: true }).fill('2027-01-14');
    await page.getByText(/sunset 16:44, dark by 18:\d\d/).waitFor();
    await page.getByText(/Backlit; shadows may want 1½ to 3 stops of brightening until sunset/).waitFor();
    // Drawn, not only named.
    await page
      .getByRole('img', { name: /^Light from/ })
      .locator('path')
      .first()
      .waitFor();
    const times = await page.getByRole('region', { name: 'When each rung is reached' }).getByRole('rowheader').allInnerTexts();
    expect(times.length).to.be.above(1);
    expect(times).to.deep.equal([...times].sort());
    await page.getByRole('heading', { name: 'Light ahead' }).click();
    await page.keyboard.press('t');
    expect(
      await page
        .getByRole('region', { name: /a quarter of an hour a row/ })
        .getByRole('row')
        .count(),
    ).to.be.above(20);
    await page.getByRole('button', { name: /56\.0°/ }).click();
    await page.getByRole('textbox', { name: /Latitude/ }).fill('75');
    await page.keyboard.press('Escape');
    await page.getByLabel('Day', { exact: true }).fill('2027-06-21');
    await page.getByText(/the sun does not set/).waitFor();
    await page.getByRole('heading', { name: 'Light ahead' }).click();
    await page.keyboard.press('Control+z');
    await page.getByRole('button', { name: /56\.0°/ }).waitFor();
    expect(complaints).to.deep.equal([]);
  });
});

describe('The run sheet', () => {
  let app: RunningApp;
  before(async () => void (app = await startApp()));
  after(() => app.stop());

  it('is put in order by dragging and by keyboard, and the times follow', async () => {
    const { page, complaints } = await app.open({ at: '/outings' });
    const names = () => page.getByRole('button', { name: /^Name of this stretch/ }).allInnerTexts();
    const [first, second, third] = await names();
    await page.getByRole('button', { name: new RegExp(`Move ${second}`) }).focus();
    // What is read aloud at each step says that it has been taken.
    for (const [key, said] of [
      ['Space', /picked up at 2 of|go to 2 of/],
      ['ArrowDown', /go to 3 of/],
      ['Space', /put down at 3 of/],
    ] as const) {
      await page.keyboard.press(key);
      await page.getByRole('status').filter({ hasText: said }).waitFor({ state: 'attached' });
    }
    await eventually(async () => (await names())[1] === third);
    expect((await names()).slice(0, 3)).to.deep.equal([first, third, second]);
    const grip = (await page.getByRole('button', { name: new RegExp(`Move ${first}`) }).boundingBox())!;
    const target = (await stretches(page).nth(2).boundingBox())!;
    await page.mouse.move(grip.x + 10, grip.y + 10);
    await page.mouse.down();
    await page.mouse.move(grip.x + 10, grip.y + 40, { steps: 4 });
    await page.mouse.move(grip.x + 10, target.y + target.height - 4, { steps: 8 });
    await page.mouse.up();
    await eventually(async () => (await names()).indexOf(first!) > 1);
    const starts = (await stretches(page).allInnerTexts()).map((text) => /\d\d:\d\d/.exec(text)![0]);
    expect(starts[0]).to.equal('15:50');
    expect(starts).to.deep.equal([...starts].sort());
    await page.keyboard.press('Control+z');
    await eventually(async () => (await names())[0] === first);
    await eventually(async () => (await api(app, 'run-sheets'))[0].document.segments[0].title === first);
    expect(complaints).to.deep.equal([]);
  });

  it('says what it takes and where that runs out, and ticks stay over a reload', async () => {
    const { page } = await app.open({ at: '/outings' });
    expect(await page.getByRole('region', { name: 'What it takes' }).innerText()).to.match(
      /batteries are empty at \d\d:\d\d, during “/,
    );
    await page.getByRole('button', { name: /battery rated/ }).click();
    await page.getByRole('textbox', { name: 'Batteries' }).fill('4');
    await page.keyboard.press('Escape');
    await page.getByText('What you carry lasts.').waitFor();
    const own = page.getByRole('textbox', { name: 'Add to: Before leaving' });
    await own.fill('Fingerless gloves');
    await own.press('Enter');
    await page.getByRole('checkbox', { name: 'Fingerless gloves' }).check();
    await page.getByRole('checkbox', { name: 'Set back: drive' }).check();
    await page.reload();
    expect(await page.getByRole('checkbox', { name: 'Fingerless gloves' }).isChecked()).to.equal(true);
    expect(await page.getByRole('checkbox', { name: 'Set back: drive' }).isChecked()).to.equal(true);
  });

  it('goes out as a calendar and as CSV', async () => {
    const { page } = await app.open({ at: '/outings' });
    const save = async (name: string): Promise<string> => {
      const [download] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('button', { name, exact: true }).click(),
      ]);
      return textOf(download);
    };
    const { events } = convertIcsCalendar(undefined, await save('Calendar'));
    expect(events![0]!.start.date.toISOString()).to.equal('2027-01-14T14:50:00.000Z');
    expect(events).to.have.length(6);
    const rows = (await save('CSV')).trim().split('\r\n');
    expect(rows).to.have.length(7);
    expect(rows[0]).to.match(/^from,to,minutes,title,brief,ev100,shutter/);
  });
});

describe('Pocket', () => {
  it('re-anchors the light in two taps, counts, and loses nothing when its tab is killed', async () => {
    const app = await startApp();
    const [brief] = await api(app, 'briefs');
    const { page, complaints } = await app.open({ at: `/pocket/${brief.id}`, width: 390, height: 844 });
    const shutter = setShutter(page);
    expect(await shutter.innerText()).to.equal('1/200');
    const before = await ladderOf(page).boundingBox();
    await page.getByRole('button', { name: 'A stop darker' }).click();
    await page.getByText(/EV\s3\.0, not 4\.0/).waitFor();
    expect(await shutter.innerText()).not.to.equal('1/200');
    expect(await ladderOf(page).boundingBox(), 'nothing moves').to.deep.equal(before);
    await page.getByRole('button', { name: /Back to the planned light/ }).click();
    // A finger over the values: 80 px down are two thirds darker, up again two lighter.
    const values = (await page.getByRole('region', { name: 'Set these' }).boundingBox())!;
    await page.mouse.move(values.x + 100, values.y + 20);
    await page.mouse.down();
    await page.mouse.move(values.x + 100, values.y + 100, { steps: 8 });
    await page.mouse.up();
    await page.getByText(/EV\s3\.3, not 4\.0/).waitFor();
    await page.getByRole('button', { name: /Back to the planned light/ }).click();
    await ladderOf(page).locator('li:not([aria-current]) button').first().click();
    await page.getByText(/, not 4\.0/).waitFor();
    await page.getByRole('button', { name: /How far away/ }).click();
    await page.getByRole('button', { name: /^7\sm$/ }).click();
    await page.getByRole('button', { name: 'Done' }).click();
    await page.getByRole('button', { name: 'How far away: 7 m' }).waitFor();
    const themes = () => page.evaluate(() => document.documentElement.className);
    expect(await themes(), 'Dim, though the system asks for Paper').to.equal('dim');
    await page.keyboard.press('d');
    expect(await themes()).to.equal('dim deep');
    await page.keyboard.press('d');
    for (const key of ['1', '1', '2', 'u', '4']) await page.keyboard.press(key);
    const counts = (where: Page) => tallyOf(where);
    expect(await counts(page)).to.deep.equal(['2', '0', '0', '1']);
    await page.getByRole('radio', { name: /^A streak at/ }).click();
    expect(await shutter.innerText()).not.to.equal('1/200');
    await page.keyboard.press('1');
    expect(await counts(page), 'a take is counted apart').to.deep.equal(['1', '0', '0', '0']);
    await page.getByRole('radio', { name: 'The plan' }).click();
    expect(await counts(page)).to.deep.equal(['2', '0', '0', '1']);
    await eventually(async () => (await api(app, 'tallies'))[0]?.document.frames.length === 4);
    // The renderer is killed, as a phone does with a tab it needs the memory of.
    const [crashed] = await Promise.all([
      page.waitForEvent('crash').then(() => true),
      page.goto('chrome://crash').catch(() => null),
    ]);
    expect(crashed).to.equal(true);
    const again = await page.context().newPage();
    await again.goto(`${app.base}/pocket/${brief.id}`);
    await setShutter(again).waitFor();
    expect(await counts(again)).to.deep.equal(['2', '0', '0', '1']);
    await again.getByRole('button', { name: 'How far away: 7 m' }).waitFor();
    expect(complaints).to.deep.equal([]);
    await app.stop();
  });

  it('counts every press once in two windows of one plan, whichever was opened first', async () => {
    const app = await startApp();
    const [brief] = await api(app, 'briefs');
    const at = `${app.base}/pocket/${brief.id}`;
    const { page: first } = await app.open({ at: `/pocket/${brief.id}`, width: 390, height: 844 });
    await setShutter(first).waitFor();
    const early = await first.context().newPage();
    await early.goto(at);
    await setShutter(early).waitFor();
    const press = async (page: Page, keys: string): Promise<void> => {
      await page.bringToFront();
      for (const key of keys) await page.keyboard.press(key);
    };
    const sees = (page: Page, counts: string[]) => eventually(async () => String(await tallyOf(page)) === String(counts));
    // Both were there before the first count.
    await press(first, '12');
    await press(early, '1');
    await sees(first, ['2', '1', '0', '0']);
    await early.close();
    const second = await first.context().newPage();
    await second.goto(at);
    await sees(second, ['2', '1', '0', '0']);
    await press(first, '333');
    await press(second, '4');
    await sees(first, ['2', '1', '3', '1']);
    await sees(second, ['2', '1', '3', '1']);
    // What one window takes back is gone from the other.
    await press(second, 'u');
    await sees(first, ['2', '1', '3', '0']);
    await eventually(async () => (await api(app, 'tallies'))[0]?.document.frames.length === 6);
    expect(await api(app, 'tallies')).to.have.length(1);
    await app.stop();
  });

  it('asks for the ISO where the camera floats it, and says when that is only a bound', async () => {
    const app = await startApp();
    const briefs = await api(app, 'briefs');
    const quintet = briefs.find(({ document }) => document.title.includes('quintet'));
    const { page } = await app.open({ at: `/pocket/${quintet.id}`, width: 390, height: 844 });
    await page.getByText('The camera shows').waitFor();
    await page.getByRole('button', { name: 'ISO a stop higher: darker' }).click();
    await page.getByText(/EV\s5\.5, not 6\.5/).waitFor();
    await page.getByRole('button', { name: 'ISO a stop higher: darker' }).click();
    expect(await page.getByText(/or darker/).count()).to.equal(0);
    // ISO 6400 is the ceiling: higher it cannot show.
    await page.getByRole('button', { name: 'ISO a stop higher: darker' }).click();
    await page
      .getByText(/or darker/)
      .first()
      .waitFor();
    await page.getByText(/at its end: try slower/).waitFor();
    await app.stop();
  });

  it('takes a run sheet along as one file that works from disk without any network, and its tally comes back once', async () => {
    const app = await startApp();
    const [sheet] = await api(app, 'run-sheets');
    const { page } = await app.open({ at: `/outings/${sheet.id}` });
    await page.getByRole('button', { name: 'Pocket', exact: true }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Take it with you' }).click(),
    ]);
    await page.keyboard.press('Escape');
    const folder = mkdtempSync(path.join(tmpdir(), 'hushto-take-'));
    const file = path.join(folder, 'evening.html');
    await download.saveAs(file);
    const phone = await (
      await browserOf()
    ).newContext({ viewport: { width: 390, height: 844 }, offline: true, hasTouch: true, isMobile: true });
    const asked: string[] = [];
    phone.on('request', (request) => asked.push(request.url()));
    const pocket = await phone.newPage();
    const complaints: string[] = [];
    pocket.on('console', (message) => message.type() === 'error' && complaints.push(message.text()));
    pocket.on('pageerror', (error) => complaints.push(String(error)));
    await pocket.goto(`file://${file}`);
    await setShutter(pocket).waitFor();
    await pocket.getByRole('button', { name: 'Next stop' }).tap();
    await pocket.getByText('Porters on the steps').waitFor();
    const was = await setShutter(pocket).innerText();
    await pocket.getByRole('region', { name: 'On the spot' }).getByRole('button').first().tap();
    await pocket.getByRole('region', { name: 'On the spot' }).getByRole('button').first().tap();
    expect(await setShutter(pocket).innerText()).not.to.equal(was);
    await pocket.getByRole('button', { name: /sharp/ }).tap();
    await pocket.getByRole('button', { name: /noisy/ }).tap();
    await pocket.reload();
    await pocket.getByText('Porters on the steps').waitFor();
    expect(await tallyOf(pocket)).to.deep.equal(['1', '0', '1', '0']);
    expect(await pocket.evaluate(() => document.documentElement.scrollWidth)).to.equal(390);
    const [tally] = await Promise.all([
      pocket.waitForEvent('download'),
      pocket.getByRole('button', { name: 'Save the tally as a file' }).tap(),
    ]);
    const back = path.join(folder, 'tally.json');
    await tally.saveAs(back);
    expect(
      asked.filter((url) => !url.startsWith('file://') && !url.startsWith('data:') && !url.startsWith('blob:')),
    ).to.deep.equal([]);
    expect(complaints).to.deep.equal([]);
    await phone.close();

    for (const said of [/2 counted frames are here/, /already; nothing is counted twice/]) {
      await page.getByLabel('Bring a tally back').setInputFiles(back);
      await page.getByText(said).first().waitFor();
    }
    await page.getByRole('region', { name: 'Counted' }).getByText('1 sharp, 0 soft, 1 noisy, 0 missed').waitFor();
    await eventually(async () => (await api(app, 'tallies'))[0]?.document.frames.length === 2);
    expect(await api(app, 'tallies')).to.have.length(1);
    writeFileSync(back, '{"format":"hushto-tally","version":2,"tallies":[{"id":"x","tally":{}}]}');
    await page.getByLabel('Bring a tally back').setInputFiles(back);
    await page
      .getByText(/Nothing was taken from “tally\.json”: tallies\.0\.id: An id of a tally is a UUID/)
      .first()
      .waitFor();
    rmSync(folder, { recursive: true });
    await app.stop();
  });
});

describe('Without its server', function () {
  this.timeout(120_000); // servers are stopped and started again several times
  it('opens after the first visit, takes changes, and has them on the server when that is back', async () => {
    const app = await startApp();
    const { page } = await app.open({ keeps: true });
    await kept(page);
    const tools = await page.context().newCDPSession(page);
    // What a browser asks for before it offers to install: a sound manifest with a name, a start, a window of its own, and icons.
    const { errors, data } = await tools.send('Page.getAppManifest');
    expect(errors).to.deep.equal([]);
    const manifest = JSON.parse(data ?? '{}');
    expect(manifest).to.include.keys('name', 'start_url');
    expect(manifest.display).to.equal('standalone');
    expect(manifest.icons.map(({ sizes }: { sizes: string }) => sizes)).to.include.members(['192x192', '512x512']);
    const [brief] = await api(app, 'briefs');
    await app.stopServer();
    await page.goto(`${app.base}/plan/${brief.id}`);
    await cursor(page).waitFor();
    await token(page, /^4\sm$/).click();
    await page.getByRole('textbox', { name: 'Distance' }).fill('6');
    await page.keyboard.press('Escape');
    await page.getByText(/Server away; 1 kept here/).waitFor();
    await page.goto(`${app.base}/outings`);
    await page.getByRole('button', { name: 'Add a pause' }).click();
    await page.goto(`${app.base}/pocket/${brief.id}`);
    await page.getByText('Works offline').waitFor();
    await page.keyboard.press('1');
    // Closed while offline: what waits is on disk.
    await page.close();
    await app.restart();
    const again = await page.context().newPage();
    await again.goto(`${app.base}/plan/${brief.id}`);
    await token(again, /^6\sm$/).waitFor();
    await eventually(async () => (await api(app, 'briefs'))[0].document.subject.distanceM === 6);
    await eventually(async () => (await api(app, 'run-sheets'))[0].document.segments.length === 7);
    await eventually(async () => (await api(app, 'tallies')).length === 1);
    expect(await again.getByText(/Server away/).count()).to.equal(0);
    await app.stop();
  });

  it('brings together what was changed here and elsewhere, and shows what cannot be', async () => {
    const app = await startApp();
    const { page } = await app.open({ keeps: true });
    await kept(page);
    const [brief] = await api(app, 'briefs');
    const elsewhere = (change: object) =>
      fetch(`${app.base}/api/briefs/${brief.id}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ ...brief.document, ...change }),
      });
    const setDistance = async (from: RegExp, metres: string): Promise<void> => {
      await token(page, from).click();
      await page.getByRole('textbox', { name: 'Distance' }).fill(metres);
      await page.keyboard.press('Escape');
    };
    await app.stopServer();
    await setDistance(/^4\sm$/, '5');
    await page.getByText(/Server away; 1 kept here/).waitFor();
    await app.restart();
    await page.close();
    await elsewhere({ light: { ...brief.document.light, ev100: 3 } });
    const again = await page.context().newPage();
    await again.goto(`${app.base}/plan/${brief.id}`);
    await eventually(async () => {
      const { subject, light } = (await api(app, 'briefs'))[0].document;
      return subject.distanceM === 5 && light.ev100 === 3;
    });
    await app.stopServer();
    await again.reload();
    await token(again, /^5\sm$/).click();
    await again.getByRole('textbox', { name: 'Distance' }).fill('8');
    await again.keyboard.press('Escape');
    await again.getByText(/Server away; 1 kept here/).waitFor();
    await again.close();
    await app.restart();
    await elsewhere({ subject: { ...brief.document.subject, distanceM: 2 } });
    const third = await page.context().newPage();
    await third.goto(`${app.base}/plan/${brief.id}`);
    await third.getByRole('button', { name: 'Changed twice: 1' }).click();
    await third.getByText(/Both changed distance 8 m here, 2 m elsewhere/).waitFor();
    await third.getByRole('button', { name: 'Keep both' }).click();
    await eventually(async () => {
      const distances = (await api(app, 'briefs')).map(({ document }) => document.subject.distanceM);
      return distances.includes(2) && distances.includes(8);
    });
    await third.getByRole('button', { name: /Changed twice/ }).waitFor({ state: 'detached' });
    await app.stop();
  });

  it('does not undo what was changed elsewhere at the same moment', async () => {
    const app = await startApp();
    const { page } = await app.open();
    const [brief] = await api(app, 'briefs');
    await token(page, /^4\sm$/).click();
    await page.getByRole('textbox', { name: 'Distance' }).fill('5');
    await page.keyboard.press('Escape');
    await fetch(`${app.base}/api/briefs/${brief.id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...brief.document, light: { ...brief.document.light, ev100: 3 } }),
    });
    await eventually(async () => {
      const { subject, light } = (await api(app, 'briefs'))[0].document;
      return subject.distanceM === 5 && light.ev100 === 3;
    });
    await token(page, /^EV\s3\.0$/).waitFor();
    await app.stop();
  });
});

describe('Over the local network', () => {
  let server: ChildProcess | undefined;
  it('lets a phone in for the code on the computer, over HTTPS alone', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'hushto-tls-'));
    const keys = await generate([{ name: 'commonName', value: 'localhost' }], {
      keySize: 2048,
      extensions: [{ name: 'subjectAltName', altNames: [{ type: 2, value: 'localhost' }] }],
    });
    const [cert, key] = ['cert.pem', 'key.pem'].map((name) => path.join(folder, name)) as [string, string];
    writeFileSync(cert, keys.cert);
    writeFileSync(key, keys.private, { mode: 0o600 });
    const port = await anyPort();
    const started = spawn(process.execPath, ['server/dist/main.js'], {
      cwd: root,
      env: {
        ...process.env,
        NODE_OPTIONS: '',
        HUSHTO_PORT: String(port),
        HUSHTO_DATA: folder,
        HUSHTO_DEMO: '1',
        HUSHTO_HOST: 'localhost',
        HUSHTO_TLS_CERT: cert,
        HUSHTO_TLS_KEY: key,
      },
    });
    server = started;
    const said = await new Promise<string>((resolve, reject) => {
      let text = '';
      started.stdout.on('data', (chunk: Buffer) => {
        text += String(chunk);
        if (text.includes('Press Ctrl-C')) resolve(text);
      });
      started.stderr.on('data', (chunk: Buffer) => reject(new Error(String(chunk))));
    });
    expect(said).to.match(/reaches it at https:\/\/localhost:\d+\. To pair a phone press Pocket/);
    const desk = await (await browserOf()).newPage();
    await desk.goto(`http://127.0.0.1:${port}/plan`);
    await desk.getByRole('button', { name: 'Pocket' }).click();
    await desk.getByRole('button', { name: 'Pair a phone' }).click();
    const code = await desk.getByText(/^\d{3} \d{3}$/).innerText();
    const address = await desk.getByText(/^https:/).innerText();
    const context = await (await browserOf()).newContext({ ignoreHTTPSErrors: true, viewport: { width: 390, height: 844 } });
    const page = await context.newPage();
    await page.goto(address);
    await page.getByRole('heading', { name: 'Pair this phone' }).waitFor();
    await page.getByRole('textbox', { name: 'Code' }).fill('none');
    await page.getByRole('button', { name: 'Pair' }).click();
    await page.getByText(/This is not the code/).waitFor();
    await page.getByRole('textbox', { name: 'Code' }).fill(code);
    await page.getByRole('textbox', { name: /Name of this phone/ }).fill('The one in the bag');
    await page.getByRole('button', { name: 'Pair' }).click();
    await cursor(page).waitFor();
    await page.reload();
    await cursor(page).waitFor();
    // The computer shows it, and can send it away.
    await desk.getByText('The one in the bag').waitFor();
    await desk.getByRole('button', { name: 'Send The one in the bag away' }).click();
    await desk.getByText('The one in the bag').waitFor({ state: 'detached' });
    await page.reload();
    await page.getByRole('heading', { name: 'Pair this phone' }).waitFor();
    await desk.close();
    expect(await statusOf(`${address}/api/briefs`, 'evil.example')).to.equal(403);
    await context.close();
    await new Promise((resolve) => {
      started.once('exit', resolve);
      started.kill('SIGINT');
    });
    rmSync(folder, { recursive: true });
  });
  // Whatever became of it: no server outlives its journey.
  afterEach(() => void server?.kill('SIGKILL'));
});

function statusOf(url: string, host: string): Promise<number | undefined> {
  return new Promise((resolve, reject) => {
    request(url, { rejectUnauthorized: false, headers: { host } }, (response) => {
      response.resume();
      resolve(response.statusCode);
    })
      .on('error', reject)
      .end();
  });
}
