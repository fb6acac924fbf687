import { ApiError, KIND_NAMES, KINDS, openDocument, type Brought, type KindName } from '@hushto/contract';
import type { EntityManager } from '@mikro-orm/libsql';
import { createHash, randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { createInterface } from 'node:readline';
import { pipeline, Readable } from 'node:stream';
import { setImmediate as breathe } from 'node:timers/promises';
import { isDeepStrictEqual } from 'node:util';
import { createGunzip, createGzip } from 'node:zlib';
import { z } from 'zod';
import { timeText, type Row } from '../documents.ts';
import { LogLineSchema, logLines, putLogLines, type LogLine } from '../log/logArchive.ts';
import { nextRevision } from '../ledger.ts';
import type { Stores } from '../shelf.ts';

/** Lines brought in between two breaths. */
const SLICE = 100;
/** Longest line, characters: far above the largest document. */
const LONGEST_LINE = 16_000_000;

/** The second version has the log too, the third why its frames are soft, the fourth focus tests and blind looks at kits. */
const VERSION = 4;
const HeadSchema = z.strictObject({
  format: z.literal('hushto-archive'),
  version: z.literal([1, 2, 3, VERSION]),
  madeAt: z.string(),
});
const DocumentLineSchema = z.strictObject({
  kind: z.enum(KIND_NAMES as [KindName, ...KindName[]]),
  id: z.string().min(1).max(64),
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
 * Brings an archive in, all of it or nothing. Read through to its foot first. What is there already and the same is left; what is there
 * but different comes in beside it, under an id of its own and its title marked.
 * @throws ApiError BAD_ARCHIVE
 */
export async function readArchive(em: EntityManager, stores: Stores, file: string): Promise<Brought> {
  await eachSlice(file, async () => undefined);
  const brought: Brought = { added: 0, same: 0, beside: 0 };
  const came = new Set<string>();
  await em.transactional((inner) =>
    eachSlice(file, async (lines) => {
      const documents = lines.filter((line): line is DocumentLine => !isOfLog(line));
      for (const kind of KIND_NAMES) {
        const rows: Row[] = [];
        for (const line of documents.filter((one) => one.kind === kind)) {
          const there = await stores[kind].findRow(inner, line.id);
          if (there && isSame(kind, there, rowOf(line))) brought.same += 1;
          else {
            brought[there ? 'beside' : 'added'] += 1;
            rows.push(there ? { ...rowOf(line), ...marked(line), id: randomUUID() } : rowOf(line));
          }
        }
        await stores[kind].putRows(inner, rows);
      }
      const ofLog = lines.filter(isOfLog);
      if (ofLog.length > 0) await nextRevision(inner);
      await putLogLines(inner, ofLog, came, brought);
    }),
  );
  return brought;
}

const rowOf = ({ kind: _kind, createdAt, updatedAt, deletedAt, ...line }: DocumentLine): Row => ({
  ...line,
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
function marked(line: DocumentLine): Partial<Row> {
  const document = opened(line.kind, line);
  const title = `${line.title.slice(0, 100)}, archived`;
  if (document === null) return { title };
  const field = 'title' in document ? 'title' : 'label';
  return { title, format: KINDS[line.kind].format, document: JSON.stringify({ ...document, [field]: title }) };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

const bad = (message: string): ApiError => new ApiError('BAD_ARCHIVE', [{ path: '', message }]);

/** Goes through the lines of an archive, some at a time. @throws ApiError BAD_ARCHIVE when it is none, or does not reach its own foot */
async function eachSlice(file: string, take: (lines: readonly Line[]) => Promise<unknown>): Promise<void> {
  try {
    await takeSlices(file, take);
  } catch (error) {
    if ((error as { code?: string }).code?.startsWith('Z_')) throw bad('It is not compressed as archives are (gzip), or torn.');
    throw error;
  }
}

async function takeSlices(file: string, take: (lines: readonly Line[]) => Promise<unknown>): Promise<void> {
  const unpacked = createReadStream(file).pipe(createGunzip());
  const digest = createHash('sha256');
  let [number, whole] = [0, false];
  let slice: Line[] = [];
  for await (const text of createInterface({ input: unpacked, crlfDelay: Infinity })) {
    if (text.length > LONGEST_LINE) throw bad(`Line ${number + 1} is longer than any document.`);
    const json = parsed(text);
    if (number === 0) {
      if (!HeadSchema.safeParse(json).success)
        throw bad('Its first line does not say that it is an archive of Hushto, version 1 to 4.');
    } else {
      const foot = FootSchema.safeParse(json);
      if (foot.success) {
        if (foot.data.lines !== number - 1 || foot.data.sha256 !== digest.digest('hex'))
          throw bad('It was changed or is incomplete: its digest does not match.');
        await take(slice);
        whole = true;
        break;
      }
      const line = LineSchema.safeParse(json);
      if (!line.success) throw bad(`Line ${number + 1} cannot be read.`);
      digest.update(`${text}\n`);
      slice.push(line.data);
    }
    number += 1;
    if (slice.length === SLICE) {
      await take(slice);
      slice = [];
      await breathe();
    }
  }
  if (!whole) throw bad('It ends before its foot.');
}
