import { KIND_NAMES, KINDS, openDocument, type KindName } from '@hushto/contract';
import { expect } from 'chai';
import Database from 'libsql';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import fc from 'fast-check';
import type { LightMyRequestResponse } from 'fastify';
import { exampleBrief } from '../../core/test/briefs.ts';
import { backUpChanges } from '../src/data/backUpChanges.ts';
import { readLedger } from '../src/ledger.ts';
import { backupName, outlived } from '../src/data/backups.ts';
import { DOCUMENT_ENTITIES } from '../src/entities/document.entity.ts';
import { readInThread } from '../src/data/reader.ts';
import { storesWith } from '../src/stores.ts';
import { testServer, type TestServer } from './helpers.ts';

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
const brief = (title: string) => ({ ...exampleBrief(), title });
/** Everything the server keeps, by kind and id, without revisions. */
const everything = async (server: TestServer): Promise<Record<string, unknown>> => {
  const all: Record<string, unknown> = {};
  for (const kind of KIND_NAMES)
    for await (const { revision: _revision, ...row } of server.stores[kind].rows(server.orm.em.fork()))
      all[`${kind} ${row.id}`] = { ...row, document: JSON.parse(row.document) };
  return all;
};

describe('backups', () => {
  const now = new Date('2026-03-01T12:00:00Z');
  const ago = (ms: number) => new Date(now.getTime() - ms);
  const ordinary = (at: Date) => ({ at, beforeRestore: false });

  it('outlive their use by age: hours for a day, days for a week, weeks for half a year', () => {
    const hourly = Array.from({ length: 24 * 200 }, (_, i) => ago(i * HOUR_MS));
    const gone = new Set(outlived(hourly.map(ordinary), now).map(({ at }) => at.getTime()));
    const left = hourly.filter((at) => !gone.has(at.getTime()));
    const between = (from: number, to: number) => left.filter((at) => at <= ago(from) && at > ago(to)).length;
    expect(between(0, DAY_MS)).to.equal(24);
    expect(between(DAY_MS, 7 * DAY_MS)).to.be.within(6, 7);
    expect(between(7 * DAY_MS, 26 * 7 * DAY_MS)).to.be.within(24, 26);
    expect(left.length).to.be.below(60);
  });

  it('keep the newest whatever happens, never take one from the future for one, and settle: a second look lets nothing more go', () => {
    const ages = fc.array(fc.integer({ min: -40 * DAY_MS, max: 400 * DAY_MS }), { minLength: 1, maxLength: 60 });
    fc.assert(
      fc.property(ages, (list) => {
        const times = [...new Set(list)].map((age) => ago(age));
        const gone = new Set(outlived(times.map(ordinary), now).map(({ at }) => at.getTime()));
        const left = times.filter((at) => !gone.has(at.getTime()));
        const past = times.filter((at) => at <= now).sort((a, b) => b.getTime() - a.getTime());
        for (const at of past.slice(0, 3)) expect(gone.has(at.getTime())).to.equal(false);
        for (const at of times.filter((time) => time > now)) expect(gone.has(at.getTime())).to.equal(false);
        expect(outlived(left.map(ordinary), now)).to.deep.equal([]);
      }),
    );
  });

  it('made before a restore stay for a week, however many there are', () => {
    const restores = Array.from({ length: 200 }, (_, i) => ({ at: ago(i * HOUR_MS), beforeRestore: true }));
    const gone = outlived([...restores, ...restores.map(({ at }) => ordinary(new Date(at.getTime() - 1)))], now);
    const [youngest] = gone.filter(({ beforeRestore }) => beforeRestore);
    expect(now.getTime() - youngest!.at.getTime()).to.be.at.least(7 * DAY_MS);
    expect(gone.some(({ beforeRestore }) => !beforeRestore)).to.equal(true);
  });

  describe('of a server', () => {
    let folder: string;
    let server: TestServer;
    let clockMs: number;
    beforeEach(async () => {
      folder = mkdtempSync(path.join(tmpdir(), 'hushto-'));
      clockMs = now.getTime();
      server = await testServer({ file: path.join(folder, 'hushto.sqlite'), demo: true, now: () => new Date(clockMs) });
    });
    afterEach(async () => {
      await server.close();
      rmSync(folder, { recursive: true });
    });

    it('are made whole or not at all, and fragments, journals and strange names are no backups', async () => {
      mkdirSync(path.join(folder, 'backups'));
      for (const name of ['hushto-2026-01-01T00-00-00-000Z.sqlite.unfinished', 'hushto-2026-01-01T00-00-00-000Z.sqlite-journal', 'hushto-yesterday.sqlite', 'hushto-2026-13-41T00-00-00-000Z.sqlite', 'notes.txt']) writeFileSync(path.join(folder, 'backups', name), 'x'); // prettier-ignore
      const { status, body } = await server.send('POST', '/api/data/backups');
      expect(status).to.equal(201);
      expect(body).to.include({ sound: true, madeAt: now.toISOString() });
      const { backups } = (await server.send('GET', '/api/data')).body;
      expect(backups).to.deep.equal([body]);
      expect(readdirSync(path.join(folder, 'backups'))).to.include('notes.txt').and.not.to.include('hushto-2026-01-01T00-00-00-000Z.sqlite.unfinished'); // prettier-ignore
      // Two at one moment are two, and neither clears away what the other is at.
      const both = await Promise.all([server.send('POST', '/api/data/backups'), server.send('POST', '/api/data/backups')]);
      expect(both.map(({ status: made }) => made)).to.deep.equal([201, 201]);
      expect(new Set([body.name, ...both.map((reply) => reply.body.name)])).to.have.length(3);
    });

    it('bring everything back, keep what was there, and let no page mistake the new past for the old', async () => {
      const before = await everything(server);
      const { body: backup } = await server.send('POST', '/api/data/backups');
      const { body: was } = await server.send('GET', '/api/changes');
      const [first] = (await server.send('GET', '/api/briefs')).body;
      await server.send('PUT', `/api/briefs/${first.id}`, brief('Changed'));
      await server.send('POST', '/api/briefs', brief('New'));
      clockMs += HOUR_MS;
      expect((await server.send('POST', `/api/data/backups/${backup.name}/restore`)).status).to.equal(204);
      expect(await everything(server)).to.deep.equal(before);
      const { body: is } = await server.send('GET', `/api/changes?since=${was.revision}`);
      expect(is.history).not.to.equal(was.history);
      expect(is.revision).to.be.above(was.revision + 100_000);
      const { backups } = (await server.send('GET', '/api/data')).body;
      expect(backups).to.have.length(2);
      expect((await server.send('POST', `/api/data/backups/${backups[0].name}/restore`)).status).to.equal(204);
      expect((await server.send('GET', '/api/briefs')).body.map(({ document }: any) => document.title)).to.include.members(['Changed', 'New']); // prettier-ignore
      expect(readdirSync(path.join(folder, 'backups')).filter((name) => name.startsWith('restoring'))).to.deep.equal([]);
    });

    /** Titles of briefs in a database file. */
    const titlesIn = (file: string): string[] => {
      const database = new Database(file, { readonly: true });
      const rows = database.prepare('select title from brief where deleted_at is null').all() as { title: string }[];
      database.close();
      return rows.map(({ title }) => title);
    };
    const titles = async (): Promise<string[]> =>
      (await server.send('GET', '/api/briefs')).body.map(({ document }: any) => document.title);

    it('that would be thinned out come back all the same: of eight the one of two days ago', async () => {
      const made: { name: string; title: string }[] = [];
      // Two a day: thinning out keeps one of each day that is over.
      clockMs -= 4 * DAY_MS;
      for (let i = 0; i < 8; i++) {
        const title = `State ${i}`;
        await server.send('POST', '/api/briefs', brief(title));
        made.push({ name: (await server.send('POST', '/api/data/backups')).body.name, title });
        clockMs += DAY_MS / 2;
      }
      const { backups } = (await server.send('GET', '/api/data')).body;
      const left = made.filter(({ name }) => backups.some((one: any) => one.name === name));
      // The oldest of those there are: the next thinning takes it.
      const [chosen] = left;
      expect((await server.send('POST', `/api/data/backups/${chosen!.name}/restore`)).status).to.equal(204);
      expect(await titles()).to.include(chosen!.title);
      expect(await titles()).not.to.include('State 7');
    });

    it('to and fro keep the day’s work in one of them', async () => {
      await server.send('POST', '/api/briefs', brief('A'));
      const { name: a } = (await server.send('POST', '/api/data/backups')).body;
      await server.send('POST', '/api/briefs', brief('B'));
      const { name: b } = (await server.send('POST', '/api/data/backups')).body;
      await server.send('POST', '/api/briefs', brief('The day’s work'));
      for (const name of [a, b, a, b, a]) {
        clockMs += 60_000;
        expect((await server.send('POST', `/api/data/backups/${name}/restore`)).status).to.equal(204);
      }
      // Ordinary ones of many days after.
      for (let i = 0; i < 5; i++) {
        clockMs += DAY_MS;
        await server.send('POST', '/api/briefs', brief(`Day ${i}`));
        await server.send('POST', '/api/data/backups');
      }
      const files = readdirSync(path.join(folder, 'backups'));
      expect(files.some((name) => titlesIn(path.join(folder, 'backups', name)).includes('The day’s work'))).to.equal(true);
      const { backups } = (await server.send('GET', '/api/data')).body;
      expect(backups.filter(({ beforeRestore }: any) => beforeRestore)).to.have.length(5);
    });

    it('lose no write that was acknowledged meanwhile: it is in the state after, or in the backup made before', async () => {
      const { name } = (await server.send('POST', '/api/data/backups')).body;
      const acknowledged: string[] = [];
      const refused = new Set<string>();
      let restoring = true;
      const writer = async (who: number): Promise<void> => {
        for (let i = 0; restoring; i++) {
          const { status, body } = await server.send('POST', '/api/briefs', brief(`Writer ${who}, ${i}`));
          if (status === 201) acknowledged.push(`Writer ${who}, ${i}`);
          else refused.add(body.error.code);
          await new Promise((resolve) => setImmediate(resolve));
        }
      };
      const writers = [1, 2, 3].map(writer);
      const [first, second] = await Promise.all([
        server.send('POST', `/api/data/backups/${name}/restore`),
        server.send('POST', `/api/data/backups/${name}/restore`),
      ]);
      restoring = false;
      await Promise.all(writers);
      expect([first.status, second.status]).to.deep.equal([204, 204]);
      expect([...refused]).to.deep.equal(['BUSY']);
      const before = readdirSync(path.join(folder, 'backups')).filter((file) => file.includes('before-restore'));
      const kept = new Set([...(await titles()), ...before.flatMap((file) => titlesIn(path.join(folder, 'backups', file)))]);
      const everyPage = await everything(server);
      const now_ = Object.values(everyPage).map((row: any) => row.title as string);
      expect(acknowledged.filter((title) => !kept.has(title) && !now_.includes(title))).to.deep.equal([]);
    });

    it('give every document a revision that nobody had, in the order of the last changes', async () => {
      const { name } = (await server.send('POST', '/api/data/backups')).body;
      for (let i = 0; i < 3; i++) await server.send('POST', '/api/briefs', brief(`Later ${i}`));
      const was = (await server.send('GET', '/api/changes?limit=500')).body;
      await server.send('POST', `/api/data/backups/${name}/restore`);
      const is = (await server.send('GET', '/api/changes?limit=500')).body;
      expect(Math.min(...is.changes.map(({ revision }: any) => revision))).to.be.above(was.revision);
      const order = ({ changes }: any): string[] => changes.filter(({ kind }: any) => kind === 'briefs').map(({ id }: any) => id);
      expect(order(is)).to.deep.equal(order(was).filter((id) => order(is).includes(id)));
      expect(is.revision).to.equal(is.changes.at(-1).revision);
    });

    it('that do not read whole are refused, and nothing is changed', async () => {
      const { body: backup } = await server.send('POST', '/api/data/backups');
      const before = await everything(server);
      const torn = backupName({ at: new Date(clockMs - DAY_MS), beforeRestore: false });
      const bytes = readFileSync(path.join(folder, 'backups', backup.name));
      writeFileSync(path.join(folder, 'backups', torn), bytes.subarray(0, 30_000));
      const refused = await server.send('POST', `/api/data/backups/${torn}/restore`);
      expect(refused.body.error.code).to.equal('BACKUP_UNSOUND');
      for (const name of ['nothing.sqlite', '..%2Fhushto.sqlite', '%2Fetc%2Fpasswd'])
        expect((await server.send('POST', `/api/data/backups/${name}/restore`)).status, name).to.equal(404);
      expect(await everything(server)).to.deep.equal(before);
      expect((await server.send('GET', '/api/data')).body.backups.map(({ sound }: any) => sound)).to.deep.equal([true, false]);
    });
  });

  it('are made before tables change and at the next start after a change, not at every start', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'hushto-'));
    const file = path.join(folder, 'hushto.sqlite');
    const start = async (title?: string): Promise<void> => {
      const server = await testServer({ file, now: () => new Date() });
      const revision = async (): Promise<number> => (await readLedger(server.orm.em.fork())).revision;
      const failed = (error: unknown) => expect.fail(String(error));
      await backUpChanges({ backups: server.backups!, revision, failed }, server.backedUp ?? (await revision()))();
      if (title) await server.send('POST', '/api/briefs', brief(title));
      await server.close();
    };
    await start('One');
    expect(existsSync(path.join(folder, 'backups'))).to.equal(false);
    await start();
    await start();
    expect(readdirSync(path.join(folder, 'backups'))).to.have.length(1);
    await start('Two');
    await start();
    expect(readdirSync(path.join(folder, 'backups'))).to.have.length(2);
    rmSync(folder, { recursive: true });
  });

  it('are made each hour while something changes, and one that fails is said and tried again', async () => {
    let [revision, made, fails] = [7, 0, false];
    const said: unknown[] = [];
    const backups = {
      make: async () => {
        if (fails) throw new Error('no room');
        made += 1;
        return { name: '', madeAt: '', bytes: 0, sound: true, beforeRestore: false };
      },
    };
    const hour = backUpChanges({ backups, revision: async () => revision, failed: (error) => said.push(error) }, 7);
    await hour();
    expect(made).to.equal(0);
    revision = 8;
    fails = true;
    await hour();
    expect([made, said.length]).to.deep.equal([0, 1]);
    fails = false;
    await hour();
    await hour();
    expect([made, said.length]).to.deep.equal([1, 1]);
  });
});

describe('an archive of everything', () => {
  let server: TestServer;
  beforeEach(async () => void (server = await testServer({ demo: true })));
  afterEach(() => server.close());
  const archiveOf = async (from: TestServer): Promise<Buffer> =>
    (await from.app.inject({ url: '/api/data/archive', headers: { host: 'localhost' } })).rawPayload;
  const bring = async (to: TestServer, payload: Buffer) => {
    const headers = { host: 'localhost', 'content-type': 'application/gzip' };
    const reply = await to.app.inject({ method: 'POST', url: '/api/data/archive', headers, payload });
    return { status: reply.statusCode, body: reply.json() };
  };
  const NOTHING_ELSE = { filled: 0, differing: 0, leftOut: 0, lines: [] };
  const emptied = async (): Promise<TestServer> => {
    const empty = await testServer();
    for (const kind of KIND_NAMES) await empty.orm.em.getConnection().execute(`delete from \`${KINDS[kind].table}\``);
    return empty;
  };

  it('comes back exactly in an empty database, what is deleted and what cannot be read too', async () => {
    const [first] = (await server.send('GET', '/api/briefs')).body;
    await server.send('DELETE', `/api/briefs/${first.id}`);
    await server.orm.em.getConnection().execute(`update lens set format = 99 where rowid = 1`);
    const before = await everything(server);
    const empty = await emptied();
    const { body } = await bring(empty, await archiveOf(server));
    const all = Object.keys(before).length;
    expect(body).to.deep.equal({ added: all, same: 0, beside: 0, ...NOTHING_ELSE });
    expect(await everything(empty)).to.deep.equal(before);
    expect((await bring(empty, await archiveOf(server))).body).to.deep.equal({ added: 0, same: all, beside: 0, ...NOTHING_ELSE });
    await empty.close();
  });

  it('brings in beside it what is there already but different', async () => {
    const archive = await archiveOf(server);
    const [first] = (await server.send('GET', '/api/briefs')).body;
    await server.send('PUT', `/api/briefs/${first.id}`, brief('Changed since'));
    const { body } = await bring(server, archive);
    expect(body).to.include({ added: 0, beside: 1 });
    const titles = (await server.send('GET', '/api/briefs')).body.map(({ document }: any) => document.title);
    expect(titles).to.include.members(['Changed since', `${first.document.title}, archived`]);
  });

  it('made after an update holds the same as what was kept before it', async () => {
    const archive = await archiveOf(server);
    const [first] = (await server.send('GET', '/api/briefs')).body;
    // The very document, in the form of the first release.
    await server.orm.em.fork().nativeUpdate(DOCUMENT_ENTITIES.briefs, { id: first.id }, { format: 1 });
    expect((await bring(server, archive)).body).to.include({ added: 0, beside: 0 });
  });

  it('that is torn, changed or no archive is refused, and nothing of it is kept', async () => {
    const archive = await archiveOf(server);
    const empty = await emptied();
    const lines = gunzipSync(archive).toString().split('\n');
    const changed = gzipSync(lines.map((line, i) => (i === 1 ? line.replace('"id":"', '"id":"x') : line)).join('\n'));
    const without = gzipSync(lines.filter((_, i) => i !== 2).join('\n'));
    for (const wrong of [
      archive.subarray(0, archive.length / 2),
      changed,
      without,
      Buffer.from('hello'),
      gzipSync('{}'),
      Buffer.alloc(0),
      gzipSync(lines.slice(0, 3).join('\n')),
    ]) {
      // prettier-ignore
      const { status, body } = await bring(empty, wrong);
      expect(status, JSON.stringify(body)).to.equal(400);
      expect(body.error.code).to.equal('BAD_ARCHIVE');
      expect(body.error.issues[0].message).to.match(/\.$/);
    }
    expect(await everything(empty)).to.deep.equal({});
    await empty.close();
  });

  it('brings the starter shelf in never twice; a brief goes on with the body that is here', async () => {
    const other = await testServer();
    const [there] = (await server.send('GET', '/api/bodies')).body;
    const [here] = (await other.send('GET', '/api/bodies')).body.filter(
      ({ document }: any) => document.label === there.document.label,
    );
    const carried = brief('Carries a starter body');
    await server.send('POST', '/api/briefs', {
      ...carried,
      kit: { ...carried.kit, sensor: { ...carried.kit.sensor, id: there.id } },
    });
    const shelf = async () =>
      (await other.send('GET', '/api/bodies')).body.length + (await other.send('GET', '/api/lenses')).body.length;
    const before = await shelf();
    expect((await bring(other, await archiveOf(server))).status).to.equal(200);
    expect(await shelf()).to.equal(before);
    const { document } = (await other.send('GET', '/api/briefs')).body.find((one: any) => one.document.title === carried.title);
    expect(document.kit.sensor.id).to.equal(here.id);
    await other.close();
  });

  it('that unpacks without end, or to lines without end, is refused while it is read', async () => {
    const head = `${JSON.stringify({ format: 'hushto-archive', version: 4, madeAt: '2027-01-14T18:00:00.000Z' })}\n`;
    // 700 kB that unpack to 700 MB: one line, or sixty of them.
    const endless = gzipSync(Buffer.concat([Buffer.from(head), Buffer.alloc(700_000_000, 0x20)]), { level: 1 });
    const line = Buffer.from(`"${'x'.repeat(12_000_000)}"\n`);
    const long = gzipSync(Buffer.concat([Buffer.from(head), ...Array<Buffer>(60).fill(line)]), { level: 1 });
    for (const bomb of [endless, long]) {
      const { status, body } = await bring(server, bomb);
      expect([status, body.error.code]).to.deep.equal([400, 'BAD_ARCHIVE']);
      expect(body.error.issues[0].message).to.match(/^Line 2 is longer/);
    }
  });

  it('of briefs alone is a file of as many as there are: none, one, or 201', async () => {
    const empty = await emptied();
    expect((await empty.send('GET', '/api/briefs/file')).body).to.deep.include({ briefs: [] });
    for (let i = 0; i < 201; i++) await empty.stores.briefs.create(empty.orm.em.fork(), brief(`Brief ${i}`));
    const { status, body } = await empty.send('GET', '/api/briefs/file');
    expect(status).to.equal(200);
    expect(body.briefs).to.have.length(201);
    expect((await empty.send('POST', '/api/briefs/file', body)).status).to.equal(201);
    await empty.close();
  });
});

describe('what cannot be read', () => {
  let server: TestServer;
  beforeEach(async () => void (server = await testServer({ demo: true })));
  afterEach(() => server.close());

  it('stands aside, named and to be taken out, and its list lives on', async () => {
    const em = server.orm.em.fork();
    const places = (await server.send('GET', '/api/places')).body;
    const briefs = (await server.send('GET', '/api/briefs')).body;
    // Under revisions that were read and found sound a moment ago, as a disk would do it.
    const zone = JSON.stringify({ ...places[0].document, timeZone: 'Atlantis/Harbour' });
    await em.nativeUpdate(DOCUMENT_ENTITIES.places, { id: places[0].id }, { document: zone });
    await em.nativeUpdate(DOCUMENT_ENTITIES.briefs, { id: briefs[0].id }, { document: '{"title": "torn' });
    await em.nativeUpdate(DOCUMENT_ENTITIES.briefs, { id: briefs[1].id }, { format: 7 });
    expect((await server.send('GET', '/api/places')).body.map(({ id }: any) => id)).to.deep.equal([places[1].id, places[2].id]);
    expect((await server.send('GET', '/api/briefs')).body).to.have.length(2);
    expect((await server.send('GET', '/api/changes')).body.changes.filter(({ kind }: any) => kind === 'briefs')).to.have.length(
      2,
    );
    const { aside } = (await server.send('GET', '/api/data')).body;
    expect(aside.map(({ kind, id, why }: any) => [kind, id, why])).to.have.deep.members([
      ['places', places[0].id, 'fields'],
      ['briefs', briefs[0].id, 'notJson'],
      ['briefs', briefs[1].id, 'newer'],
    ]);
    expect(aside.find(({ why }: any) => why === 'fields').issues[0].path).to.equal('timeZone');
    expect(aside[0].title).to.be.a('string').and.not.equal('');
    const out = await server.app.inject({ url: `/api/data/aside/briefs/${briefs[0].id}`, headers: { host: 'localhost' } });
    expect(out.body).to.equal('{"title": "torn');
    for (const { kind, id } of aside as { kind: KindName; id: string }[]) {
      const url = `/api/${KINDS[kind].path}/${id}`;
      expect((await server.send('GET', url)).body.error.code).to.equal('SET_ASIDE');
      const document = kind === 'places' ? places[1].document : brief('Over it');
      expect((await server.send('PUT', url, document)).body.error.code, 'never written over').to.equal('SET_ASIDE');
    }
    expect((await server.send('DELETE', `/api/briefs/${briefs[0].id}`)).status).to.equal(204);
  });

  it('also where it is a bare number, which SQLite keeps as one, and an archive takes it out and in', async () => {
    const briefs = (await server.send('GET', '/api/briefs')).body;
    const raw = { host: 'localhost' };
    await server.orm.em.fork().execute(`update brief set document = '2027' where id = ?`, [briefs[0].id]);
    for (const list of ['/api/data', '/api/changes', '/api/briefs', '/api/briefs/file']) expect((await server.send('GET', list)).status, list).to.equal(200); // prettier-ignore
    const { aside } = (await server.send('GET', '/api/data')).body;
    expect(aside.map(({ id }: any) => id)).to.deep.equal([briefs[0].id]);
    expect((await server.send('GET', `/api/briefs/${briefs[0].id}`)).body.error.code).to.equal('SET_ASIDE');
    const archive = await server.app.inject({ url: '/api/data/archive', headers: raw });
    const other = await testServer();
    const payload = archive.rawPayload;
    const brought = await other.app.inject({ method: 'POST', url: '/api/data/archive', headers: { ...raw, 'content-type': 'application/gzip' }, payload }); // prettier-ignore
    expect(brought.statusCode, brought.body).to.equal(200);
    expect((await other.send('GET', '/api/data')).body.aside.map(({ id }: any) => id)).to.deep.equal([briefs[0].id]);
    await other.close();
  });

  it('of a row’s times keeps no list from being sent', async () => {
    const briefs = (await server.send('GET', '/api/briefs')).body;
    await server.orm.em.getConnection().execute(`update brief set created_at = 'long ago', updated_at = 'never' where rowid < 3`);
    const { status, body } = await server.send('GET', '/api/briefs?limit=2');
    expect(status).to.equal(200);
    expect(body).to.have.length(2);
    expect((await server.send('GET', '/api/changes')).body.changes.filter(({ kind }: any) => kind === 'briefs')).to.have.length(
      4,
    );
    expect((await server.send('GET', '/api/briefs')).body).to.have.length(briefs.length);
    await server.orm.em.getConnection().execute('update brief set format = 9 where rowid = 1');
    expect((await server.send('GET', '/api/data')).body.aside).to.have.length(1);
    expect((await server.app.inject({ url: '/api/data/archive', headers: { host: 'localhost' } })).statusCode).to.equal(200);
  });
});

describe('yesterday’s documents', () => {
  const kinds = JSON.parse(
    readFileSync(new URL('../../contract/test/fixtures/documents-format-1.json', import.meta.url), 'utf8'),
  ) as Record<KindName, { document: unknown }[]>;

  // Kinds that came later have no document of that release.
  for (const kind of Object.keys(kinds) as KindName[])
    it(`of the kind ${kind} are opened as the first release wrote them`, () => {
      expect(kinds[kind].length).to.be.above(0);
      for (const { document } of kinds[kind]) {
        const opened = openDocument(kind, 1, structuredClone(document));
        expect('document' in opened, JSON.stringify(opened)).to.equal(true);
        // While format 1 is today's, nothing of them changes.
        if (KINDS[kind].format === 1) expect('document' in opened && opened.document).to.deep.equal(document);
      }
    });
});

describe('lists and changes', () => {
  it('come in pages by cursor, each document once, also while others are added', async () => {
    const server = await testServer();
    for (let i = 0; i < 25; i++) await server.send('POST', '/api/briefs', brief(`Brief ${i}`));
    const seen: string[] = [];
    let next: string | null = '/api/briefs?limit=10';
    while (next) {
      const reply: LightMyRequestResponse = await server.app.inject({ url: next, headers: { host: 'localhost' } });
      seen.push(...reply.json().map(({ document }: any) => document.title));
      next = /<(.+)>; rel="next"/.exec(String(reply.headers['link'] ?? ''))?.[1] ?? null;
      if (seen.length === 10) await server.send('POST', '/api/briefs', brief('Late'));
    }
    expect(seen).to.deep.equal([...Array.from({ length: 25 }, (_, i) => `Brief ${i}`), 'Late']);
    for (const query of ['limit=0', 'limit=501', 'limit=x', 'after=x', 'before=1', `after=1.${'x'.repeat(70)}`])
      expect((await server.send('GET', `/api/briefs?${query}`)).status, query).to.equal(400);
    await server.close();
  });

  it('are sent as they are stored where another thread has opened them, and looked at where they changed since', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'hushto-readable-'));
    const server = await testServer({ file: path.join(folder, 'hushto.sqlite') });
    const ids: string[] = [];
    for (const title of ['A', 'B']) ids.push((await server.send('POST', '/api/briefs', brief(title))).body.id);
    const reader = readInThread(path.join(folder, 'hushto.sqlite'));
    const readable = await reader.readable();
    await reader.close();
    const { briefs } = storesWith(() => new Date());
    const rows = async () => briefs.findRows(server.orm.em.fork(), ids);
    expect([...(await rows()).values()].map((row) => briefs.isKnown(row))).to.deep.equal([false, false]);
    briefs.remember(readable.briefs!);
    expect([...(await rows()).values()].map((row) => briefs.isKnown(row))).to.deep.equal([true, true]);
    // A disk that changed a text is not believed.
    await server.orm.em.fork().execute(`update brief set document = replace(document, '"title":"B"', '"title":7') where id = ?`, [ids[1]]);
    const damaged = (await rows()).get(ids[1]!)!;
    expect(briefs.isKnown(damaged)).to.equal(false);
    expect(briefs.text(damaged)).to.equal(null);
    await server.close();
    rmSync(folder, { recursive: true });
  }); // prettier-ignore

  it('tell what changed since a revision: made, changed, deleted and restored, in order', async () => {
    const server = await testServer();
    const { body: start } = await server.send('GET', '/api/changes?limit=500');
    expect(start.more).to.equal(false);
    const ids = [];
    for (const title of ['A', 'B', 'C']) ids.push((await server.send('POST', '/api/briefs', brief(title))).body.id);
    await server.send('DELETE', `/api/briefs/${ids[0]}`);
    await server.send('PUT', `/api/briefs/${ids[1]}`, brief('B2'));
    const { body } = await server.send('GET', `/api/changes?since=${start.revision}`);
    expect(body.changes.map(({ id, deleted, document }: any) => [id, deleted, document?.title])).to.deep.equal([
      [ids[2], false, 'C'],
      [ids[0], true, undefined],
      [ids[1], false, 'B2'],
    ]);
    expect(body).to.deep.include({ history: start.history, more: false, revision: body.changes[2].revision });
    // By small steps it is the same.
    const steps: string[] = [];
    for (let since = start.revision, more = true; more;) {
      const { body: step } = await server.send('GET', `/api/changes?since=${since}&limit=1`);
      steps.push(...step.changes.map(({ id }: any) => id));
      ({ revision: since, more } = step);
    }
    expect(steps).to.deep.equal([ids[2], ids[0], ids[1]]);
    await server.send('POST', `/api/briefs/${ids[0]}/restore`);
    const { body: last } = await server.send('GET', `/api/changes?since=${body.revision}`);
    expect(last.changes.map(({ id, deleted }: any) => [id, deleted])).to.deep.equal([[ids[0], false]]);
    await server.close();
  });

  it('hold of many tallies the latest, and every one by pages', async () => {
    const server = await testServer();
    const tally = { title: 'T', day: '2027-01-14', briefId: null, runSheetId: null, brief: exampleBrief(), frames: [] };
    const em = server.orm.em.fork();
    await server.stores.tallies.createAll(
      em,
      Array.from({ length: 310 }, (_, i) => ({ ...tally, title: `T${i}` })),
    );
    const found: string[] = [];
    for (let since = 0, more = true; more;) {
      const { body } = await server.send('GET', `/api/changes?since=${since}`);
      found.push(...body.changes.filter(({ kind }: any) => kind === 'tallies').map(({ document }: any) => document.title));
      ({ revision: since, more } = body);
    }
    expect(found).to.have.length(300).and.include('T309').and.not.include('T9');
    expect(new Set(found)).to.have.length(300);
    await server.close();
  });
});
