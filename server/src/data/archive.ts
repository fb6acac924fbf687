import { KIND_NAMES, KINDS, openDocument, STARTER_BODIES, STARTER_LENSES, type Brought, type KindName } from '@hushto/contract';
import type { EntityManager } from '@mikro-orm/libsql';
import { createHash, randomUUID } from 'node:crypto';
import { pipeline, Readable } from 'node:stream';
import { setImmediate as breathe } from 'node:timers/promises';
import { isDeepStrictEqual } from 'node:util';
import { createGzip } from 'node:zlib';
import { z } from 'zod';
import { timeText, type Row } from '../documents.ts';
import { LogBringer } from '../log/logBringer.ts';
import { LogLineSchema, logLines, type LogLine } from '../log/logLines.ts';
import { LOG_TABLES } from '../log/logRows.ts';
import { nextRevision } from '../ledger.ts';
import type { Stores } from '../stores.ts';
import { archiveLines, badArchive } from './archiveLines.ts';

/** Lines brought in between two breaths. */
const SLICE = 100;
/** … or characters of them. */
const SLICE_BYTES = 4_000_000;

/** The second version has the log too, the third why its frames are soft, the fourth focus tests and blind looks at kits. */
const VERSION = 4;
const HeadSchema = z.strictObject({
  format: z.literal('hushto-archive'),
  version: z.literal([1, 2, 3, VERSION]),
  madeAt: z.string(),
});
const DocumentLineSchema = z.strictObject({
  kind: z.enum(KIND_NAMES as [KindName, ...KindName[]]),
  id: z.string().regex(/^[\w-]{1,64}$/),
  title: z.string().max(400),
  format: z.number().int().min(0),
  createdAt: z.iso.datetime(),
  updatedAt: z.iso.datetime(),
  deletedAt: z.iso.datetime().nullable(),
  /** Its JSON as it is stored, whether or not it can be read. */
  document: z.string(),
});
type DocumentLine = z.infer<typeof DocumentLineSchema>;
const LineSchema = z.union([DocumentLineSchema, LogLineSchema]);
type Line = DocumentLine | LogLine;
const isOfLog = (line: Line): line is LogLine => 'log' in line;
const FootSchema = z.strictObject({ lines: z.number().int(), sha256: z.string() });

/**
 * Everything that is kept as one file: gzip over lines of JSON, a head, a line for each document (deleted ones and those that cannot be
 * read too, exactly as they are stored), one for each row of the log, and a foot with their number and digest.
 * @param previews whether the small pictures of the log's frames go along
 */
export function writeArchive(em: EntityManager, stores: Stores, madeAt: Date, previews = true): Readable {
  async function* lines(): AsyncGenerator<string> {
    yield `${JSON.stringify({ format: 'hushto-archive', version: VERSION, madeAt: madeAt.toISOString() })}\n`;
    const digest = createHash('sha256');
    let count = 0;
    const counted = (value: Line): string => {
      const line = `${JSON.stringify(value)}\n`;
      digest.update(line);
      count += 1;
      return line;
    };
    for (const kind of KIND_NAMES) for await (const row of stores[kind].rows(em)) yield counted(lineOf(kind, row));
    for await (const line of logLines(em, previews)) yield counted(line);
    yield `${JSON.stringify({ lines: count, sha256: digest.digest('hex') })}\n`;
  }
  // Torn off where a line fails: an archive without its foot is refused by whoever reads it.
  return pipeline(Readable.from(lines()), createGzip(), () => undefined);
}

const lineOf = (kind: KindName, { id, title, document, format, createdAt, updatedAt, deletedAt }: Row): DocumentLine => ({
  kind,
  id,
  title,
  format,
  createdAt: timeText(createdAt),
  updatedAt: timeText(updatedAt),
  deletedAt: deletedAt?.toISOString() ?? null,
  document,
});

/**
 * Brings an archive in, all of it or nothing. Read through to its foot first. What is there already and the same is left; a document that
 * is there but different comes in beside it, under an id of its own and its title marked. The starter shelf never comes twice.
 * @throws ApiError BAD_ARCHIVE
 */
export async function readArchive(em: EntityManager, stores: Stores, file: string): Promise<Brought> {
  const starters = await starterIds(em, stores, file);
  const brought: Brought = { added: 0, same: 0, beside: 0, filled: 0, differing: 0, leftOut: 0, lines: [] };
  try {
    await em.transactional(async (inner) => {
      const log = new LogBringer(inner, brought);
      await eachSlice(file, async (lines) => {
        for (const kind of KIND_NAMES)
          await bringDocuments(inner, stores, kind, lines.filter((line): line is Numbered<DocumentLine> => !isOfLog(line) && line.kind === kind), starters, brought); // prettier-ignore
        const ofLog = lines.filter((line): line is Numbered<LogLine> => isOfLog(line));
        if (ofLog.length > 0) await nextRevision(inner);
        for (const table of LOG_TABLES) {
          const rows = ofLog.filter((line) => line.log === table);
          if (rows.length > 0) await log.put(table, rows);
        }
      });
    });
  } catch (error) {
    // Whatever its rows claim of each other: what the tables refuse is no archive of ours.
    if (/constraint/i.test(String((error as Error).message))) throw badArchive('Its lines do not fit together.');
    throw error;
  }
  return brought;
}

async function bringDocuments(
  inner: EntityManager,
  stores: Stores,
  kind: KindName,
  lines: readonly DocumentLine[],
  starters: ReadonlyMap<string, string>,
  brought: Brought,
): Promise<void> {
  if (lines.length === 0) return;
  const there = await stores[kind].findRows(inner, lines.map(({ id }) => id)); // prettier-ignore
  const rows: Row[] = [];
  for (const line of lines) {
    if (starters.has(line.id)) {
      brought.same += 1;
      continue;
    }
    const row = { ...rowOf(line), document: withIds(line.document, starters) };
    const known = there.get(line.id);
    if (known && isSame(kind, known, row)) brought.same += 1;
    else {
      brought[known ? 'beside' : 'added'] += 1;
      rows.push(known ? { ...row, ...marked(kind, row), id: randomUUID() } : row);
    }
    // The same id again in one archive is another one beside it.
    there.set(line.id, row);
  }
  await stores[kind].putRows(inner, rows);
}

/** Bodies and lenses of an archive that every Hushto begins with and that are here too, under the ids they have here. */
async function starterIds(em: EntityManager, stores: Stores, file: string): Promise<Map<string, string>> {
  const here = new Map<string, string>();
  for (const kind of ['bodies', 'lenses'] as const)
    for (const { id, document } of await stores[kind].list(em)) here.set(JSON.stringify([kind, document]), id);
  // Read as they would be stored, so that their fields stand in the same order.
  const starters = new Set(
    ([['bodies', STARTER_BODIES], ['lenses', STARTER_LENSES]] as const).flatMap(([kind, documents]) =>
      documents.map((document) => JSON.stringify([kind, KINDS[kind].schema.parse(document)])),
    ),
  ); // prettier-ignore
  const ids = new Map<string, string>();
  await eachSlice(file, async (lines) => {
    for (const line of lines) {
      if (isOfLog(line) || (line.kind !== 'bodies' && line.kind !== 'lenses') || line.deletedAt !== null) continue;
      const key = JSON.stringify([line.kind, opened(line.kind, line)]);
      const id = here.get(key);
      if (id !== undefined && id !== line.id && starters.has(key)) ids.set(line.id, id);
    }
  });
  return ids;
}

/** A document as JSON with ids of the archive replaced by those here. An id stands for itself alone: it is looked for as it is quoted. */
function withIds(json: string, ids: ReadonlyMap<string, string>): string {
  let text = json;
  for (const [from, to] of ids) if (text.includes(`"${from}"`)) text = text.replaceAll(`"${from}"`, `"${to}"`);
  return text;
}

const rowOf = ({ id, title, format, document, createdAt, updatedAt, deletedAt }: DocumentLine): Row => ({
  id,
  title,
  format,
  document,
  revision: 0,
  createdAt: new Date(createdAt),
  updatedAt: new Date(updatedAt),
  deletedAt: deletedAt === null ? null : new Date(deletedAt),
});

function isSame(kind: KindName, there: Row, row: Row): boolean {
  if (Boolean(there.deletedAt) !== Boolean(row.deletedAt)) return false;
  if (there.format === row.format)
    return there.document === row.document || isDeepStrictEqual(parsed(there.document), parsed(row.document));
  const [one, other] = [opened(kind, there), opened(kind, row)];
  return one !== null && isDeepStrictEqual(one, other);
}

/** A document in today's form; null where it cannot be read. */
function opened(kind: KindName, { format, document }: Pick<Row, 'format' | 'document'>): object | null {
  const found = openDocument(kind, format, parsed(document));
  return 'document' in found ? found.document : null;
}

/** With its title saying where it comes from, where it can be read. */
function marked(kind: KindName, row: Row): Partial<Row> {
  const document = opened(kind, row);
  const title = `${row.title.slice(0, 100)}, archived`;
  if (document === null) return { title };
  const field = 'title' in document ? 'title' : 'label';
  return { title, format: KINDS[kind].format, document: JSON.stringify({ ...document, [field]: title }) };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

type Numbered<Kind> = Kind & { number: number };

/** Goes through the lines of an archive, some at a time. @throws ApiError BAD_ARCHIVE when it is none, or does not reach its own foot */
async function eachSlice(file: string, take: (lines: readonly Numbered<Line>[]) => Promise<unknown>): Promise<void> {
  const digest = createHash('sha256');
  let [number, whole, bytes] = [0, false, 0];
  let slice: Numbered<Line>[] = [];
  for await (const text of archiveLines(file)) {
    if (whole && text.trim() === '') continue;
    if (whole) throw badArchive('There is something after its foot.');
    const json = parsed(text);
    if (number === 0) {
      if (!HeadSchema.safeParse(json).success)
        throw badArchive('Its first line does not say that it is an archive of Hushto, version 1 to 4.');
    } else {
      const foot = FootSchema.safeParse(json);
      if (foot.success) {
        if (foot.data.lines !== number - 1 || foot.data.sha256 !== digest.digest('hex'))
          throw badArchive('It was changed or is incomplete: its digest does not match.');
        await take(slice);
        whole = true;
        slice = [];
        continue;
      }
      const line = LineSchema.safeParse(json);
      if (!line.success) throw badArchive(`Line ${number + 1} cannot be read.`);
      digest.update(`${text}\n`);
      slice.push({ ...line.data, number: number + 1 });
      bytes += text.length;
    }
    number += 1;
    if (slice.length === SLICE || bytes > SLICE_BYTES) {
      await take(slice);
      [slice, bytes] = [[], 0];
      await breathe();
    }
  }
  if (!whole) throw badArchive('It ends before its foot.');
}
