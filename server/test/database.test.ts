import { MikroORM } from '@mikro-orm/libsql';
import { expect } from 'chai';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { exampleBrief } from '../../core/test/briefs.ts';
import { openDatabase } from '../src/database.ts';
import { ormConfig } from '../src/mikro-orm.config.ts';
import { testServer } from './helpers.ts';

describe('the database', () => {
  let folder: string;
  beforeEach(() => void (folder = mkdtempSync(path.join(tmpdir(), 'hushto-'))));
  afterEach(() => rmSync(folder, { recursive: true }));

  it('has exactly the tables its entities describe', async () => {
    const orm = await openDatabase(':memory:');
    expect(await orm.schema.getUpdateSchemaSQL({ wrap: false })).to.equal('');
    await orm.close();
  });

  it('keeps what was stored over a restart, in a write-ahead journal, and backs it up once a day', async () => {
    const file = path.join(folder, 'hushto.sqlite');
    const first = await testServer({ file, demo: true });
    await first.send('POST', '/api/briefs', { ...exampleBrief(), title: 'Kept' });
    await first.close();
    const second = await testServer({ file, demo: true });
    const titles = (await second.send('GET', '/api/briefs')).body.map((stored: any) => stored.document.title);
    expect(titles).to.include('Kept').and.to.have.length(5);
    const [mode] = await second.orm.em.getConnection().execute('pragma journal_mode');
    expect(mode).to.deep.equal({ journal_mode: 'wal' });
    await second.close();
    await (await testServer({ file })).close();
    const backups = readdirSync(path.join(folder, 'backups'));
    expect(backups).to.have.length(1);
    const copy = await testServer({ file: path.join(folder, 'backups', backups[0]!) });
    expect((await copy.send('GET', '/api/briefs')).body).to.have.length(5);
    await copy.close();
  });

  it('opens data from before outings, backs it up first, and keeps every brief', async () => {
    const file = path.join(folder, 'hushto.sqlite');
    const old = await MikroORM.init(ormConfig(file));
    await old.migrator.up({ to: 'Migration20260112000000_documents' });
    const columns = 'id, title, document, format, revision, created_at, updated_at';
    const values = ['old', 'Kept', JSON.stringify({ ...exampleBrief(), title: 'Kept' }), 1, 3, 0, 0];
    await old.em.getConnection().execute(`insert into brief (${columns}) values (?, ?, ?, ?, ?, ?, ?)`, values);
    await old.close();
    const server = await testServer({ file });
    const [brief] = (await server.send('GET', '/api/briefs')).body;
    expect(brief).to.deep.include({ id: 'old', revision: 3, document: { ...exampleBrief(), title: 'Kept' } });
    expect((await server.send('GET', '/api/run-sheets')).body).to.deep.equal([]);
    expect(readdirSync(path.join(folder, 'backups'))).to.have.length(1);
    await server.close();
  });

  it('does not bring back demo briefs that were deleted', async () => {
    const file = path.join(folder, 'hushto.sqlite');
    const first = await testServer({ file, demo: true });
    for (const { id } of (await first.send('GET', '/api/briefs')).body) await first.send('DELETE', `/api/briefs/${id}`);
    await first.close();
    const second = await testServer({ file, demo: true });
    expect((await second.send('GET', '/api/briefs')).body).to.deep.equal([]);
    expect((await second.send('GET', '/api/places')).body).to.have.length(3);
    await second.close();
  });
});
