import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import { deflateSync } from 'node:zlib';
import { cursor, eventually, startApp, title, token, type RunningApp } from './app.ts';

const briefsOf = async (app: RunningApp): Promise<any[]> => (await fetch(`${app.base}/api/briefs`)).json() as Promise<any[]>;

/** A PNG of one colour and any size, small as a file: W3C Portable Network Graphics, 11.2. */
function hugePng(side: number): Buffer {
  const chunk = (type: string, data: Buffer): Buffer => {
    const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
    const [length, crc] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(data.length);
    crc.writeUInt32BE(crcOf(body));
    return Buffer.concat([length, body, crc]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(side, 0);
  head.writeUInt32BE(side, 4);
  head.set([1, 0], 8);
  const rows = deflateSync(Buffer.alloc(side * (1 + Math.ceil(side / 8))));
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([signature, chunk('IHDR', head), chunk('IDAT', rows), chunk('IEND', Buffer.alloc(0))]);
}

function crcOf(bytes: Buffer): number {
  let crc = 0xffffffff;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  return (crc ^ 0xffffffff) >>> 0;
}

describe('Your data', () => {
  let app: RunningApp;
  before(async () => void (app = await startApp()));
  beforeEach(() => app.asBegun());
  after(() => app.stop());

  it('is backed up and brought back by hand, and what was there before is kept', async () => {
    const { page, complaints } = await app.open();
    await page.getByRole('link', { name: 'Your data' }).click();
    await page.getByRole('button', { name: 'Back up now' }).click();
    await page.getByText('A backup is made, read through and whole.').first().waitFor();
    const [market] = await briefsOf(app);
    const headers = { 'content-type': 'application/json' };
    const renamed = JSON.stringify({ ...market.document, title: 'Renamed since' });
    await fetch(`${app.base}/api/briefs/${market.id}`, { method: 'PUT', headers, body: renamed });
    await page
      .getByRole('button', { name: /^Restore / })
      .first()
      .click();
    const [answer] = await Promise.all([
      page.waitForResponse(/\/restore$/),
      page.getByRole('alertdialog').getByRole('button', { name: 'Restore it' }).click(),
    ]);
    expect(answer.status(), await answer.text().catch(() => '')).to.equal(204);
    await page
      .getByText(/Everything is as it was on/)
      .first()
      .waitFor();
    expect((await briefsOf(app))[0].document.title).to.equal('Ferry Steps market');
    await eventually(async () => (await page.getByRole('button', { name: /^Restore / }).count()) === 2);
    await page.getByRole('link', { name: 'Plan', exact: true }).click();
    await title(page, 'Ferry Steps market').waitFor();
    expect(complaints).to.deep.equal([]);
  });

  it('goes out as one archive and comes in again, into another Hushto too', async () => {
    const { page } = await app.open({ at: '/data' });
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Export everything' }).click(),
    ]);
    expect(download.suggestedFilename()).to.match(/^hushto-everything-\d{4}-\d\d-\d\d\.ndjson\.gz$/);
    const buffer = readFileSync(await download.path());
    const file = { name: 'everything.ndjson.gz', mimeType: 'application/gzip', buffer };
    const empty = await startApp({ demo: false });
    const other = await empty.open({ at: '/data' });
    await other.page.locator('input[type=file]').setInputFiles(file);
    await other.page
      .getByText(/\d+ added/)
      .first()
      .waitFor();
    expect((await briefsOf(empty)).map(({ document }) => document)).to.deep.equal(
      (await briefsOf(app)).map(({ document }) => document),
    );
    await other.page.locator('input[type=file]').setInputFiles(file);
    await other.page
      .getByText(/were here already; nothing was changed/)
      .first()
      .waitFor();
    await other.page.locator('input[type=file]').setInputFiles({ ...file, buffer: buffer.subarray(0, 900) });
    await other.page
      .getByText(/no whole archive of Hushto/)
      .first()
      .waitFor();
    await empty.stop();
  });

  it('shows what this browser could not understand, and lives on with the rest', async () => {
    const { page } = await app.open();
    await page.evaluate(
      () =>
        new Promise<void>((resolve) => {
          localStorage.setItem('hushto.change.briefs.x', '{}');
          localStorage.setItem('hushto.unwritten', '[{}]');
          const opening = indexedDB.open('hushto');
          opening.onsuccess = () => {
            const writing = opening.result.transaction('entries', 'readwrite');
            writing.objectStore('entries').put({ key: 'briefs/strange', waiting: 1 });
            writing.oncomplete = () => {
              opening.result.close();
              resolve();
            };
          };
        }),
    );
    await page.reload();
    await cursor(page).waitFor();
    await page.goto(`${app.base}/data`);
    await page.getByText('2 changes of this browser').waitFor();
    await page.getByRole('button', { name: 'Let go' }).click();
    await page.getByText('Nothing: everything that is kept can be read.').waitFor();
  });

  it('is kept by two windows at once, and each shows what the other did', async () => {
    const { page } = await app.open();
    const second = await page.context().newPage();
    await second.goto(page.url());
    await cursor(second).waitFor();
    const set = async (window: typeof page, name: RegExp, field: string, value: string): Promise<void> => {
      await token(window, name).click();
      await window.getByRole('textbox', { name: field }).fill(value);
      await window.keyboard.press('Escape');
    };
    await set(page, /^4.m$/, 'Distance', '6');
    await token(second, /^6.m$/).waitFor();
    await set(second, /^EV/, 'EV at ISO 100', '5');
    await token(page, /^EV.5\.0$/).waitFor();
    await eventually(async () => {
      const { subject, light } = (await briefsOf(app))[0].document;
      return subject.distanceM === 6 && light.ev100 === 5;
    });
  });

  it('opens the address of a brief that was made elsewhere meanwhile', async () => {
    const { page } = await app.open();
    const [first] = (await (await fetch(`${app.base}/api/briefs`)).json()) as { document: object }[];
    const made = await fetch(`${app.base}/api/briefs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...first!.document, title: 'Made elsewhere' }),
    });
    const { id } = (await made.json()) as { id: string };
    await page.goto(`${app.base}/plan/${id}`);
    await page.getByRole('button', { name: /Made elsewhere. Open the list of briefs/ }).waitFor();
    expect(page.url()).to.equal(`${app.base}/plan/${id}`);
  });

  it('claims nothing it does not know: unreachable, failing and not yet known are three words, in every room', async () => {
    const { page } = await app.open({ at: '/plan' });
    const main = page.getByRole('navigation', { name: 'Main' });
    const gone = 'b0000000-0000-4000-8000-00000000dead';
    const missing = page.getByRole('heading', { level: 1 });
    /** Goes there without loading the page anew, as a link does. */
    const go = (to: string): Promise<void> => page.evaluate((at) => {
      history.pushState(null, '', at);
      dispatchEvent(new PopStateEvent('popstate'));
    }, to); // prettier-ignore

    /** What becomes of questions to the server. */
    let server: 'answers' | 'away' | 'fails' = 'away';
    const failing = { error: { code: 'DISK_FULL', message: 'The disk is full.', issues: [] } };
    await page.route('**/api/**', (route) => server === 'away' ? route.abort() : server === 'fails' ? route.fulfill({ status: 507, json: failing }) : route.continue());
    await page.getByRole('link', { name: 'Your data' }).click();
    await page.getByText('The server cannot be reached, so what is kept there cannot be shown.').waitFor();
    const offline = await page.getByRole('main').innerText();
    expect(offline.split('Not known: the server did not answer.')).to.have.length(3);
    expect(offline).to.include('which phones are paired cannot be shown');
    expect(offline).not.to.match(/There is none yet|Nothing: everything|Looking/);
    await main.getByRole('link', { name: 'Log' }).click();
    await page.getByText('The server cannot be reached, so the log cannot be shown.').waitFor();
    await go(`/plan/${gone}`);
    await missing.getByText('This brief is not in this browser').waitFor();

    server = 'fails';
    await page.getByRole('banner').getByText('The server has a problem').waitFor();
    await missing.getByText('This brief is not known yet').waitFor();
    await main.getByRole('link', { name: 'Log' }).click();
    await page.getByText('The server has a problem, so the log cannot be shown. The disk is full.').waitFor();

    server = 'answers';
    await page.getByRole('button', { name: 'Try again' }).click();
    await page.getByRole('status').getByText('400 frames').waitFor();
    await go(`/plan/${gone}`);
    await missing.getByText('This brief is gone; here are yours').waitFor();
    // What was known once is shown as of then.
    await page.getByRole('link', { name: 'Your data' }).click();
    await page.getByText('frames of the log').waitFor();
    await main.getByRole('link', { name: 'Plan' }).click();
    server = 'away';
    await page.getByRole('link', { name: 'Your data' }).click();
    await page.getByText(/The server cannot be reached\. What you see is from \d\d:\d\d\./).waitFor();
    // A room that was never opened, where this browser keeps no copy of the page.
    await app.stopServer();
    await main.getByRole('link', { name: 'Kit' }).click();
    await page.getByRole('heading', { name: 'This room could not be loaded' }).waitFor();
    await app.restart();
    await page.close();
  }); // prettier-ignore

  it('works without storage of the browser, against the server, and says so', async () => {
    const { page } = await app.open({ storageFails: true });
    await page.getByText('This browser keeps nothing').waitFor();
    await token(page, /^4.m$/).click();
    await page.getByRole('textbox', { name: 'Distance' }).fill('9');
    await page.keyboard.press('Escape');
    await eventually(async () => (await briefsOf(app))[0].document.subject.distanceM === 9);
  });
});

describe('A picture that is too much', () => {
  it('is refused before it is decoded, with its size; a torn one too, and the page lives on', async () => {
    const app = await startApp();
    const { page, complaints } = await app.open();
    await page.getByRole('button', { name: /scene/i }).first().click();
    const input = page.getByLabel('A sharp photo of yours');
    await input.setInputFiles({ name: 'huge.png', mimeType: 'image/png', buffer: hugePng(20_000) });
    await page
      .getByText(/“huge.png” has 400 megapixels; Hushto reads up to 100/)
      .first()
      .waitFor();
    await input.setInputFiles({ name: 'torn.png', mimeType: 'image/png', buffer: hugePng(64).subarray(0, 40) });
    await page
      .getByText(/“torn.png” cannot be shown by this browser/)
      .first()
      .waitFor();
    await input.setInputFiles({ name: 'small.png', mimeType: 'image/png', buffer: hugePng(64) });
    await page
      .getByRole('button', { name: /Another photo|small.png/ })
      .or(page.getByText('Another photo'))
      .first()
      .waitFor();
    expect(complaints).to.deep.equal([]);
    await app.stop();
  });
});
