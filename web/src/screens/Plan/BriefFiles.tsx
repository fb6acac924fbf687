import { readBriefFile, writeBriefFile } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { fileProblems, type FileProblem } from '@hushto/words';
import { Download, Printer, Upload } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { Button, buttonLook } from '../../components/Button.tsx';
import { FileButton } from '../../components/FileButton.tsx';
import { RefusedFile } from '../../components/RefusedFile.tsx';
import { saveFile } from '../../components/saveFile.ts';

interface BriefFilesProps {
  id: string;
  title: string;
  /** The open brief, and every brief. */
  these: readonly Brief[];
  all: readonly Brief[];
  onTakenIn: (briefs: readonly Brief[]) => void;
}

/** Briefs out to a file and in again, and the card to print. A wrong file is refused with its lines, and nothing of it is taken. */
export function BriefFiles({ id, title, these, all, onTakenIn }: BriefFilesProps) {
  const [refused, setRefused] = useState<{ name: string; problems: readonly FileProblem[] } | null>(null);
  const take = async (file: File): Promise<void> => {
    const read = readBriefFile(await file.text());
    if ('briefs' in read) onTakenIn(read.briefs);
    else setRefused({ name: file.name, problems: fileProblems(read) });
  };
  return (
    <div className="flex flex-wrap gap-x-1 gap-y-0 mt-1.5 px-2 pt-1.5 border-t border-t-rule">
      <Button look="bare" size="s" onClick={() => save(these, title)}>
        <Download aria-hidden="true" /> Export this
      </Button>
      <Button look="bare" size="s" onClick={() => save(all, 'hushto briefs')}>
        <Download aria-hidden="true" /> Export all
      </Button>
      <FileButton icon={Upload} look="bare" accept="application/json,.json" onFile={(file) => void take(file)}>
        Import
      </FileButton>
      <Link className={buttonLook({ look: 'bare', size: 's' })} to={`/card/${id}`}>
        <Printer aria-hidden="true" /> Card
      </Link>
      {refused && <RefusedFile {...refused} />}
    </div>
  );
}

const save = (briefs: readonly Brief[], name: string): void => saveFile(name, 'json', writeBriefFile(briefs));
