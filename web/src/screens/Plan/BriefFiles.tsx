import { FileButton } from '../../components/FileButton.tsx';
import { saveFile } from '../../components/saveFile.ts';
import { readBriefFile, writeBriefFile } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { briefFileProblems, type FileProblem } from '@hushto/words';
import { Download, Printer, TriangleAlert, Upload } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';

interface BriefFilesProps {
  id: string;
  title: string;
  /** The open brief, and every brief. */
  these: readonly Brief[];
  all: readonly Brief[];
  onTakenIn: (briefs: readonly Brief[]) => void;
}

/** Problems of a file that are listed; it seldom has more than one cause. */
const MOST_PROBLEMS = 5;

/** Briefs out to a file and in again, and the card to print. A wrong file is refused with its lines, and nothing of it is taken. */
export function BriefFiles({ id, title, these, all, onTakenIn }: BriefFilesProps) {
  const [refused, setRefused] = useState<{ name: string; problems: readonly FileProblem[] } | null>(null);
  const take = async (file: File): Promise<void> => {
    const read = readBriefFile(await file.text());
    if ('briefs' in read) onTakenIn(read.briefs);
    else setRefused({ name: file.name, problems: briefFileProblems(read) });
  };
  return (
    <div className="files">
      <button type="button" className="btn s bare" onClick={() => save(these, title)}>
        <Download className="i" aria-hidden="true" /> Export this
      </button>
      <button type="button" className="btn s bare" onClick={() => save(all, 'hushto briefs')}>
        <Download className="i" aria-hidden="true" /> Export all
      </button>
      <FileButton icon={Upload} look="s bare" accept="application/json,.json" onFile={(file) => void take(file)}>
        Import
      </FileButton>
      <Link className="btn s bare" to={`/card/${id}`}>
        <Printer className="i" aria-hidden="true" /> Card
      </Link>
      {refused && (
        <div className="refused" role="alert">
          <p>
            <TriangleAlert className="i" aria-hidden="true" /> Nothing was taken from “{refused.name}”:
          </p>
          <ul>
            {refused.problems.slice(0, MOST_PROBLEMS).map(({ line, path, message }) => (
              <li key={`${line}${path}`}>
                <b>Line {line}</b>
                {path && `, ${path}`}: {message}
              </li>
            ))}
            {refused.problems.length > MOST_PROBLEMS && <li>And {refused.problems.length - MOST_PROBLEMS} more.</li>}
          </ul>
        </div>
      )}
    </div>
  );
}

const save = (briefs: readonly Brief[], name: string): void => saveFile(name, 'json', writeBriefFile(briefs));
