import type { Brief } from '@hushto/core';
import { z } from 'zod';
import { BriefSchema } from './brief.ts';
import { readJsonFile, type UnreadFile } from './jsonFile.ts';
import { provenanceByCount } from './upgrades.ts';

/** Far more than anybody writes: a bound for whoever reads. */
const MOST_BRIEFS = 50_000;

/** Briefs as a file: open, readable, and the same again when read back. */
export const BriefFileSchema = z.strictObject({
  $schema: z.string().max(300).optional(),
  format: z.literal('hushto-briefs'),
  version: z.literal(2),
  briefs: z.array(BriefSchema).max(MOST_BRIEFS),
});
export type BriefFile = z.infer<typeof BriefFileSchema>;

/** Where the server publishes the JSON Schema of such files. */
export const BRIEF_FILE_SCHEMA_PATH = '/api/brief-file.schema.json';

/** The JSON Schema of a file of briefs, draft 7. What fields cannot be together is checked beyond it, on reading. */
export const briefFileJsonSchema = (): object => z.toJSONSchema(BriefFileSchema, { target: 'draft-7', unrepresentable: 'any' });

/** A file that holds briefs, two spaces to a level. */
export const writeBriefFile = (briefs: readonly Brief[]): string =>
  `${JSON.stringify({ format: 'hushto-briefs', version: 2, briefs }, null, 2)}\n`;

/** Reads a file of briefs, whole or not at all. */
export function readBriefFile(text: string): { briefs: Brief[] } | UnreadFile {
  const read = readJsonFile(text, BriefFileSchema, briefFileToday);
  return 'file' in read ? { briefs: read.file.briefs } : read;
}

/** A file as read, brought to today's version; what is none is left for the schema to refuse. */
export function briefFileToday(file: unknown): unknown {
  if (typeof file !== 'object' || file === null || !('version' in file) || !('briefs' in file)) return file;
  if (file.version !== 1 || !Array.isArray(file.briefs)) return file;
  return { ...file, version: 2, briefs: file.briefs.map(provenanceByCount) };
}
