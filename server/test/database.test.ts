import { PairedEntity } from '../src/entities/paired.entity.ts';
import { KINDS, type KindName } from '@hushto/contract';
import { expect } from 'chai';
import Database from 'libsql';
import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { exampleBrief } from '../../core/test/briefs.ts';
import { openData } from '../src/data/database.ts';
import { lockFolder } from '../src/data/lock.ts';
import { restoreFile } from '../src/data/restore.ts';
import { StartFailure } from '../src/data/startFailure.ts';
import { testServer } from './helpers.ts';

const fixture = (name: string): string => fileURLToPath(new URL(`fixtures/${name}`, import.meta.url));
const brief = (title: string) => ({ ...exampleBrief(), title });

describe('the database', () => {
  let folder: string;
  let file: string;
  beforeEach(() => {
    folder = mkdtempSync(path.join(tmpdir(), 'hushto-'));
    file = path.join(folder, 'hushto.sqlite');
  });
  afterEach(() => rmSync(folder, { recursive: true }));
  const backups = () => readdirSync(path.join(folder, 'backups'));
  const titlesOf = (reply: { body: any }) => reply.body.map((stored: any) => stored.document.title);
  const refusal = async (): Promise<string> => {
    try {
      await openData(file);
    } catch (error) {
      expect(error).to.be.instanceOf(StartFailure);
      return (error as Error).message;
    }
    throw new Error('It opened.');
  };
  /** A database with one brief and a backup of it. */
  const kept = async (): Promise<void> => {
    const server = await testServer({ file });
    await server.send('POST', '/api/briefs', brief('Kept'));
    await server.backups!.make();
    await server.close();
  };

  it('has exactly the tables its entities describe', async () => {
    const { orm, close } = await openData(':memory:');
    expect(await orm.schema.getUpdateSchemaSQL({ wrap: false })).to.equal('');
    await close();
  });

  it('is one file after a clean stop, and its owner’s alone', async () => {
    const server = await testServer({ file });
    const [mode] = await server.orm.em.getConnection().execute('pragma journal_mode');
    expect(mode).to.deep.equal({ journal_mode: 'wal' });
    for (let i = 0; i < 100; i++) await server.send('POST', '/api/briefs', brief(`Brief ${i}`));
    await server.close();
    const alone = path.join(mkdtempSync(path.join(folder, 'alone-')), 'hushto.sqlite');
    copyFileSync(file, alone);
    const copy = await testServer({ file: alone });
    expect((await copy.send('GET', '/api/briefs')).body).to.have.length(100);
    await copy.send('POST', '/api/data/backups');
    await copy.close();
    expect(statSync(file).mode & 0o077).to.equal(0);
    expect(statSync(path.join(path.dirname(alone), 'backups', readdirSync(path.join(path.dirname(alone), 'backups'))[0]!)).mode & 0o077).to.equal(0); // prettier-ignore
  });

  for (const [level, kinds] of [
    ['level-1-documents', ['briefs', 'bodies', 'lenses']],
    ['level-2-outings', ['briefs', 'bodies', 'lenses', 'places', 'runSheets', 'tallies']],
    ['level-3-learning', ['briefs', 'bodies', 'lenses', 'places', 'runSheets', 'tallies', 'holds', 'tastes']],
  ] as const)
    it(`of an earlier release (${level}) is opened whole, after a backup`, async () => {
      const old = new Database(file);
      old.exec(readFileSync(fixture(`${level}.sql`), 'utf8'));
      const before = (kind: KindName): any[] =>
        old.prepare(`select id, document, deleted_at from \`${KINDS[kind].table}\` order by created_at, id`).all();
      const rows = new Map(kinds.map((kind) => [kind, before(kind)]));
      old.close();
      const server = await testServer({ file });
      expect(backups()).to.have.length(1);
      const revisions: number[] = [];
      for (const [kind, [...held]] of rows) {
        const { body } = await server.send('GET', `/api/${KINDS[kind].path}`);
        const lived = held.filter(({ deleted_at }) => deleted_at === null);
        expect(lived.length, kind).to.be.above(0);
        expect(body.map(({ id }: any) => id)).to.deep.equal(lived.map(({ id }) => id));
        expect(body.map(({ document }: any) => document)).to.deep.equal(lived.map(({ document }) => JSON.parse(document)));
        revisions.push(...body.map(({ revision }: any) => revision));
      }
      expect(new Set(revisions).size).to.equal(revisions.length);
      const made = await server.send('POST', '/api/briefs', brief('New'));
      expect(made.body.revision).to.be.above(Math.max(...revisions));
      if (level === 'level-1-documents') {
        expect((await server.send('GET', '/api/run-sheets')).body).to.deep.equal([]);
      } else {
        const deleted = new Database(file);
        const paired = deleted.prepare('select name, token_hash, expires_at > paired_at as later from paired').all();
        deleted.close();
        expect(paired).to.deep.equal([{ name: 'Phone', token_hash: 'ab12', later: 1 }]);
      }
      await server.close();
    });

  it('goes back to the tables of the release before, for whoever must', async () => {
    await kept();
    const { orm, close } = await openData(file);
    await orm.migrator.down();
    const [row] = await orm.em.getConnection().execute('select title from brief');
    expect(row).to.deep.equal({ title: 'Kept' });
    await close();
  });

  it('does not bring back demo briefs that were deleted', async () => {
    const first = await testServer({ file, demo: true });
    for (const { id } of (await first.send('GET', '/api/briefs')).body) await first.send('DELETE', `/api/briefs/${id}`);
    await first.close();
    const second = await testServer({ file, demo: true });
    expect((await second.send('GET', '/api/briefs')).body).to.deep.equal([]);
    expect((await second.send('GET', '/api/places')).body).to.have.length(3);
    await second.close();
  });

  it('belongs to one process: a second is refused and told which has it', () => {
    const unlock = lockFolder(folder);
    expect(() => lockFolder(folder)).to.throw(StartFailure, new RegExp(`Another Hushto \\(process ${process.pid}\\)`));
    unlock();
    lockFolder(folder)();
    expect(existsSync(path.join(folder, 'hushto.pid'))).to.equal(false);
  });

  it('with a damaged page is not run; the newest backup that reads whole is offered, and restored by its command', async () => {
    await kept();
    const [name] = backups();
    // A newer one that is torn in the middle is not the one to offer.
    copyFileSync(path.join(folder, 'backups', name!), path.join(folder, 'backups', 'hushto-2026-06-01T00-00-00-000Z.sqlite'));
    truncateSync(path.join(folder, 'backups', 'hushto-2026-06-01T00-00-00-000Z.sqlite'), 20_000);
    const bytes = readFileSync(file);
    bytes.fill(0xa5, 8192, 16_384);
    writeFileSync(file, bytes);
    const say = await refusal();
    expect(say).to.match(/is damaged; nothing was changed/);
    expect(say).to.include(`npm run restore -- "${path.join(folder, 'backups', name!)}"`);
    expect(readFileSync(file)).to.deep.equal(bytes);
    const { before, devicesStay } = await restoreFile(folder, path.join(folder, 'backups', name!), new Date());
    expect(readFileSync(path.join(before!, 'hushto.sqlite'))).to.deep.equal(bytes);
    expect(devicesStay, 'which devices were sent away cannot be read').to.equal(false);
    const server = await testServer({ file });
    expect(titlesOf(await server.send('GET', '/api/briefs'))).to.deep.equal(['Kept']);
    await server.close();
  });

  it('with a wrong index is opened, and found out when that is read through', async () => {
    await (await testServer({ file, demo: true })).close();
    const database = new Database(file);
    const { rootpage } = database.prepare(`select rootpage from sqlite_master where name = 'brief_revision'`).get() as { rootpage: number };
    database.close();
    const bytes = readFileSync(file);
    // The last byte of its page is a revision's: no page is the worse for it.
    bytes[4096 * rootpage - 1]! ^= 0x10;
    writeFileSync(file, bytes);
    const { readThrough, close } = await openData(file);
    const found = await readThrough().catch((error: unknown) => error);
    await close();
    expect(found).to.be.instanceOf(StartFailure);
    expect((found as Error).message).to.match(/is damaged; what was changed since the start is in it alone/);
  }); // prettier-ignore

  it('lets others in between transactions that wait for each other', async () => {
    const { orm, close } = await openData(':memory:');
    let [turns, done] = [0, 0];
    const many = Array.from({ length: 40 }, () => orm.em.fork().transactional(async () => void (done += 1)));
    while (done < many.length) {
      await new Promise((resolve) => setImmediate(resolve));
      turns += 1;
    }
    await Promise.all(many);
    await close();
    expect(turns).to.be.at.least(many.length);
  });

  it('with an old journal beside it is restored without that journal', async () => {
    await kept();
    const [name] = backups();
    const server = await testServer({ file });
    await server.send('POST', '/api/briefs', brief('After the backup'));
    // As after a kill: file and journal as they are now.
    const killed = mkdtempSync(path.join(folder, 'killed-'));
    for (const rest of ['', '-wal']) copyFileSync(file + rest, path.join(killed, `hushto.sqlite${rest}`));
    await server.close();
    const { before } = await restoreFile(killed, path.join(folder, 'backups', name!), new Date());
    expect(existsSync(path.join(killed, 'hushto.sqlite-wal'))).to.equal(false);
    const restored = await testServer({ file: path.join(killed, 'hushto.sqlite') });
    expect(titlesOf(await restored.send('GET', '/api/briefs'))).to.deep.equal(['Kept']);
    await restored.close();
    const whatWas = await testServer({ file: path.join(before!, 'hushto.sqlite') });
    expect(titlesOf(await whatWas.send('GET', '/api/briefs'))).to.have.members(['Kept', 'After the backup']);
    await whatWas.close();
  });

  it('is restored with the devices of today: one that was sent away since stays away, and revisions go on above all before', async () => {
    await kept();
    const [name] = backups();
    const server = await testServer({ file });
    const em = server.orm.em.fork();
    const at = new Date();
    for (const id of ['stays', 'goes'])
      em.create(PairedEntity, { id, tokenHash: id, name: id, pairedAt: at, seenAt: at, expiresAt: at, removedAt: null });
    await em.flush();
    await server.send('POST', '/api/data/backups');
    const [paired] = backups()
      .filter((one) => one !== name)
      .sort()
      .reverse();
    await em.nativeUpdate(PairedEntity, { id: 'goes' }, { removedAt: at });
    await server.send('POST', '/api/briefs', brief('Later'));
    const { revision } = (await server.send('GET', '/api/changes')).body;
    await server.close();
    expect((await restoreFile(folder, path.join(folder, 'backups', paired!), new Date(0))).devicesStay).to.equal(true);
    const restored = await testServer({ file });
    const devices = await restored.orm.em.fork().find(PairedEntity, {}, { orderBy: { id: 'asc' } });
    expect(devices.map(({ id, removedAt }) => [id, removedAt === null])).to.deep.equal([['goes', false], ['stays', true]]); // prettier-ignore
    const { changes } = (await restored.send('GET', '/api/changes')).body;
    expect(changes[0].revision).to.be.above(revision);
    await restored.close();
  });

  it('that is empty or gone beside its backups is not begun anew unasked', async () => {
    await kept();
    writeFileSync(file, '');
    expect(await refusal()).to.match(/is empty, though.*npm run restore.*To begin anew instead, move .*backups away/);
    rmSync(file);
    expect(await refusal()).to.match(/is missing, though.*npm run restore/);
    rmSync(path.join(folder, 'backups'), { recursive: true });
    await (await testServer({ file })).close();
  });

  it('of a newer Hushto, or of something else, is left as it is and said', async () => {
    await kept();
    const newer = new Database(file);
    newer.exec(`insert into mikro_orm_migrations (name) values ('Migration20990101000000_tomorrow')`);
    newer.close();
    expect(await refusal()).to.match(/was written by a newer Hushto.*Start the newer version again/);
    rmSync(file);
    const foreign = new Database(file);
    foreign.exec('create table recipes (name text); insert into recipes values (randomblob(9000))');
    foreign.close();
    expect(await refusal()).to.match(/holds no data of Hushto/);
    writeFileSync(file, 'this is a letter, not a database'.repeat(100));
    expect(await refusal()).to.match(/is damaged/);
    await restoreFile(folder, file, new Date()).then(
      () => expect.fail('restored'),
      (error: Error) => expect(error.message).to.match(/is damaged\. Nothing was changed/),
    );
  });

  it('says that the disk is full, keeps what there was, and goes on when there is room again', async () => {
    const server = await testServer({ file });
    const connection = server.orm.em.getConnection();
    const [{ page_count: pages }] = await connection.execute<[{ page_count: number }]>('pragma page_count');
    await connection.execute(`pragma max_page_count = ${pages + 2}`);
    const statuses: number[] = [];
    for (let i = 0; i < 20; i++) {
      const { status, body } = await server.send('POST', '/api/briefs', brief(`Brief ${i}`));
      statuses.push(status);
      if (status !== 201) expect(body.error.code).to.equal('DISK_FULL');
    }
    const taken = statuses.filter((status) => status === 201).length;
    expect(statuses.slice(taken)).to.deep.equal(Array(20 - taken).fill(507));
    expect(taken).to.be.below(20);
    expect((await server.send('GET', '/api/briefs')).body).to.have.length(taken);
    await connection.execute('pragma max_page_count = 1000000');
    expect((await server.send('POST', '/api/briefs', brief('Again'))).status).to.equal(201);
    await server.close();
  });
});
