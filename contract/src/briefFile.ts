import { evaluate, parse, type AnyNode, type DocumentNode, type LocationRange } from '@humanwhocodes/momoa';
import type { Brief } from '@hushto/core';
import { z } from 'zod';
import { BriefSchema } from './brief.ts';
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

/** What came of reading a file: its briefs, where it stops being JSON, or what is wrong with its fields and on which line each stands. */
export type ReadBriefFile =
  | { briefs: Brief[] }
  | { notJson: { line: number; column: number } }
  | { issues: z.core.$ZodIssue[]; lineOf: (path: readonly string[]) => number };

/** Reads a file of briefs, whole or not at all. Lines and columns count from 1. */
export function readBriefFile(text: string): ReadBriefFile {
  const read = documentOf(text);
  if ('notJson' in read) return read;
  const parsed = BriefFileSchema.safeParse(briefFileToday(evaluate(read.document)));
  if (parsed.success) return { briefs: parsed.data.briefs };
  return { issues: parsed.error.issues, lineOf: (path) => lineOf(read.document, path) };
}

/** A file as read, brought to today's version; what is none is left for the schema to refuse. */
export function briefFileToday(file: unknown): unknown {
  if (typeof file !== 'object' || file === null || !('version' in file) || !('briefs' in file)) return file;
  if (file.version !== 1 || !Array.isArray(file.briefs)) return file;
  return { ...file, version: 2, briefs: file.briefs.map(provenanceByCount) };
}

function documentOf(text: string): { document: DocumentNode } | { notJson: { line: number; column: number } } {
  try {
    return { document: parse(text) };
  } catch (error) {
    const { line = 1, column = 1 } = error as { line?: number; column?: number };
    return { notJson: { line, column } };
  }
}

/** Line of a field, or of what should hold it where it is missing. */
function lineOf(document: DocumentNode, path: readonly string[]): number {
  let node: AnyNode = document.body;
  let line = startLine(node);
  for (const key of path) {
    const next = childOf(node, key);
    if (!next) break;
    node = next.value;
    line = next.line;
  }
  return line;
}

function childOf(node: AnyNode, key: string): { value: AnyNode; line: number } | null {
  if (node.type === 'Object') {
    const member = node.members.find(({ name }) => (name.type === 'String' ? name.value : name.name) === key);
    return member ? { value: member.value, line: startLine(member) } : null;
  }
  if (node.type === 'Array') {
    const element = node.elements[Number(key)];
    return element ? { value: element.value, line: startLine(element.value) } : null;
  }
  return null;
}

const startLine = ({ loc }: { loc: LocationRange }): number => loc.start.line;
