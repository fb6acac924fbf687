import type { Brought } from '@hushto/contract';

const frames = (count: number): string => (count === 1 ? '1 frame' : `${count} frames`);

/** The result of bringing an archive in, in sentences. */
export function broughtWords({ added, same, beside, filled, differing, leftOut, lines }: Brought): string {
  const first =
    added + beside + filled === 0
      ? `All ${same} were here already; nothing was changed.`
      : `${added} added, ${same} were here already.`;
  const more = [
    beside > 0 && `${beside} differed from what was here, and stand beside it, marked “archived”.`,
    filled > 0 && `${filled} verdicts, causes and pictures were filled in where there were none.`,
    differing > 0 && `Of ${frames(differing)} the verdict here is another one; it stays.`,
    leftOut > 0 &&
      `${leftOut === 1 ? '1 line' : `${leftOut} lines`} of the log could not be used: ${namedLines(lines, leftOut)}.`,
  ];
  return [first, ...more.filter((sentence) => sentence !== false)].join(' ');
}

/** “line 7 (orientation), line 9 (taken_at) and 3 more”. */
function namedLines(lines: Brought['lines'], all: number): string {
  const named = lines.slice(0, 3).map(({ line, field }) => `line ${line}${field ? ` (${field})` : ''}`);
  const rest = all - named.length;
  return rest > 0 ? `${named.join(', ')} and ${rest} more` : named.join(', ');
}
