import { readKitFile, writeKitFile, type KitFile } from '@hushto/contract';
import { count, fileProblems, type FileProblem } from '@hushto/words';
import { Download, Upload } from 'lucide-react';
import { useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Button } from '../../components/Button.tsx';
import { FileButton } from '../../components/FileButton.tsx';
import { RefusedFile } from '../../components/RefusedFile.tsx';
import { saveFile } from '../../components/saveFile.ts';
import { useToasts } from '../../components/toast.ts';
import { kitAdditions, kitFileOf } from '../../domain/kitFile.ts';
import { create, discard, useLibrary } from '../../state/library.ts';

/** Bodies, lenses and everything measured out to a file, and in again. */
export function KitFiles() {
  const shelf = useLibrary(
    useShallow(({ bodies, lenses, focusTests, holds, tastes }) => ({ bodies, lenses, focusTests, holds, tastes })),
  );
  const [refused, setRefused] = useState<{ name: string; problems: readonly FileProblem[] } | null>(null);
  const { show } = useToasts();
  const bring = async (file: KitFile): Promise<void> => {
    const { added, known } = kitAdditions(file, shelf, () => crypto.randomUUID());
    for (const { kind, id, document } of added) await create(kind, document as never, id);
    const there = known === 0 ? '' : ` ${count(known, 'was', 'were')} there already.`;
    show(added.length === 0 ? `Nothing new in it.${there}` : `${count(added.length, 'thing', 'things')} brought in.${there}`, {
      label: 'Undo',
      run: () => added.forEach(({ kind, id }) => void discard(kind, id)),
    });
  };
  const take = async (file: File): Promise<void> => {
    setRefused(null);
    const read = readKitFile(await file.text());
    if ('file' in read) await bring(read.file);
    else setRefused({ name: file.name, problems: fileProblems(read) });
  };
  return (
    <section aria-labelledby="kit-files">
      <h2 id="kit-files">As a file</h2>
      <p className="text-quiet">Bodies, lenses and what was measured of them.</p>
      <div className="-ml-2 flex flex-wrap">
        <Button look="bare" size="s" onClick={() => saveFile('hushto kit', 'json', writeKitFile(kitFileOf(shelf, 'friend')))}>
          <Download aria-hidden="true" /> For a friend
        </Button>
        <Button
          look="bare"
          size="s"
          onClick={() => saveFile('hushto kit and tests', 'json', writeKitFile(kitFileOf(shelf, 'me')))}
        >
          <Download aria-hidden="true" /> With my hands and eyes
        </Button>
        <FileButton icon={Upload} look="bare" accept="application/json,.json" onFile={(file) => void take(file)}>
          Import
        </FileButton>
      </div>
      {refused && <RefusedFile {...refused} />}
    </section>
  );
}
