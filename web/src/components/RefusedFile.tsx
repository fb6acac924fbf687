import type { FileProblem } from '@hushto/words';
import { TriangleAlert } from 'lucide-react';

/** Problems of a file that are listed; it seldom has more than one cause. */
const MOST_PROBLEMS = 5;

/** A file that was not taken in, with the lines that are wrong. */
export const RefusedFile = ({ name, problems }: { name: string; problems: readonly FileProblem[] }) => (
  <div className="basis-full px-2 pt-1 leading-5" role="alert">
    <p className="font-strong text-warn">
      <TriangleAlert className="inline-block size-3.5 align-[-2px]" aria-hidden="true" /> Nothing was taken from “{name}”:
    </p>
    <ul className="mt-1 wrap-anywhere">
      {problems.slice(0, MOST_PROBLEMS).map(({ line, path, message }) => (
        <li key={`${line}${path}`}>
          <b>Line {line}</b>
          {path && `, ${path}`}: {message}
        </li>
      ))}
      {problems.length > MOST_PROBLEMS && <li>And {problems.length - MOST_PROBLEMS} more.</li>}
    </ul>
  </div>
);
