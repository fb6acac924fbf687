import { broughtWords } from '@hushto/words';
import { Download, Upload } from 'lucide-react';
import { api, ARCHIVE_PATH } from '../../api/client.ts';
import { buttonLook } from '../../components/Button.tsx';
import { FileButton } from '../../components/FileButton.tsx';
import { loadLibrary } from '../../state/library.ts';
import { PANEL, type Attempt } from './panel.ts';

/** Everything as one file, out and in. */
export function Archive({ attempt }: { attempt: Attempt }) {
  const bring = (file: File): void =>
    void attempt(async () => {
      const brought = await api.bringArchive(file);
      await loadLibrary();
      return broughtWords(brought);
    });
  return (
    <section className={PANEL} aria-labelledby="archive-title">
      <h2 id="archive-title">Everything as one file</h2>
      <p>
        Open and readable: lines of JSON, packed with gzip. It comes back exactly in an empty Hushto; where there is something
        already, only what is missing is added, and what differs comes in beside it.
      </p>
      <p className="flex flex-wrap gap-2">
        <a className={buttonLook({ size: 's' })} href={ARCHIVE_PATH} download>
          <Download aria-hidden="true" /> Export everything
        </a>
        <a className={buttonLook({ size: 's', look: 'bare' })} href={`${ARCHIVE_PATH}?previews=no`} download>
          Without the log’s pictures
        </a>
        <FileButton icon={Upload} accept=".gz,application/gzip" onFile={bring}>
          Bring an archive in
        </FileButton>
      </p>
    </section>
  );
}
