import { briefFaultOf, type FieldIssue, type UnreadFile } from '@hushto/contract';
import type { z } from 'zod';
import { problemWords } from './problems.ts';

type Issue = z.core.$ZodIssue;

/** As many as anybody reads; a request with more wrong is wrong all the same. */
export const MOST_ISSUES = 50;

/** What is wrong with each field, in a sentence with the remedy; unknown keys are named by their own path. The first fifty. */
export function fieldIssues({ issues }: Pick<z.ZodError, 'issues'>): FieldIssue[] {
  // A field out of range can also fail the checks between fields: its first sentence is the one to say.
  const byPath = new Map<string, FieldIssue>();
  for (const issue of issues)
    for (const field of explain(issue)) {
      if (byPath.size >= MOST_ISSUES) return [...byPath.values()];
      if (!byPath.has(field.path)) byPath.set(field.path, field);
    }
  return [...byPath.values()];
}

/** The same sentences for forms that check with a schema as one types; undefined leaves the schema's own message. */
export function formSentence(issue: z.core.$ZodRawIssue): string | undefined {
  return explain({ ...issue, path: issue.path ?? [], message: issue.message ?? '' })[0]?.message || undefined;
}

function explain(issue: Issue): FieldIssue[] {
  const path = issue.path.map(String).join('.');
  const say = (message: string): FieldIssue[] => [{ path, message }];
  switch (issue.code) {
    case 'unrecognized_keys':
      return issue.keys
        .slice(0, MOST_ISSUES)
        .map((key) => ({ path: path ? `${path}.${key}` : key, message: 'There is no such field; leave it out.' }));
    case 'too_small':
      return say(
        issue.origin === 'string'
          ? 'Give it at least one character.'
          : `Must be ${issue.inclusive ? 'at least' : 'more than'} ${issue.minimum}.`,
      );
    case 'too_big':
      return say(
        issue.origin === 'string'
          ? `Keep it to ${issue.maximum} characters.`
          : `Must be ${issue.inclusive ? 'at most' : 'less than'} ${issue.maximum}.`,
      );
    case 'invalid_type':
      return say(
        issue.message.endsWith('received undefined')
          ? `Missing: give a ${issue.expected}.`
          : `Must be a ${issue.expected}${issue.expected === 'number' ? ', finite' : ''}.`,
      );
    case 'invalid_value':
      return say(`Must be one of ${issue.values.map(String).join(', ')}.`);
    default: {
      const fault = briefFaultOf(issue);
      return say(fault ? problemWords(fault) : issue.message);
    }
  }
}

/** What is wrong with a file, line by line; the path is empty for the file as a whole. */
export interface FileProblem {
  line: number;
  path: string;
  message: string;
}

export function fileProblems(read: UnreadFile): FileProblem[] {
  if ('notJson' in read) {
    const { line, column } = read.notJson;
    return [{ line, path: '', message: `This is not JSON: something is wrong at column ${column}.` }];
  }
  return fieldIssues(read).map(({ path, message }) => ({
    line: read.lineOf(path === '' ? [] : path.split('.')),
    path,
    message,
  }));
}
