import { evaluate, parse, type AnyNode, type DocumentNode, type LocationRange } from '@humanwhocodes/momoa';
import type { z } from 'zod';

/** Where a file stops being JSON, or what is wrong with its fields and on which line each stands. */
export type UnreadFile =
  { notJson: { line: number; column: number } } | { issues: z.core.$ZodIssue[]; lineOf: (path: readonly string[]) => number };

/**
 * Reads a file of ours, whole or not at all. Lines and columns count from 1.
 * @param today brings a file as read to today's version; what is none is left for the schema to refuse
 */
export function readJsonFile<File>(
  text: string,
  schema: z.ZodType<File>,
  today: (file: unknown) => unknown = (same) => same,
): { file: File } | UnreadFile {
  const read = documentOf(text);
  if ('notJson' in read) return read;
  const parsed = schema.safeParse(today(evaluate(read.document)));
  if (parsed.success) return { file: parsed.data };
  return { issues: parsed.error.issues, lineOf: (path) => lineOf(read.document, path) };
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
