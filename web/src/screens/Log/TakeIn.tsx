import type { StoredTally } from '@hushto/contract';
import { count } from '@hushto/words';
import { fromEvent } from 'file-selector';
import { FolderInput, ListChecks, Table2 } from 'lucide-react';
import { useEffect, useId, useState, type DragEvent, type MouseEvent } from 'react';
import { Button, buttonLook } from '../../components/Button.tsx';
import { cn } from '../../components/cn.ts';
import { FileButton } from '../../components/FileButton.tsx';
import { Switch } from '../../components/Switch.tsx';
import { useToasts } from '../../components/toast.ts';
import { talliesBeside } from '../../domain/countsOnFrames.ts';
import { readCsv, type CsvTable } from '../../domain/logExchange.ts';
import { useLibrary } from '../../state/library.ts';
import { findFolder, forgetImport, goOn, stopImport, takeFolderIn, takeIn, useImport } from '../../state/logImport.ts';
import { useShelf } from '../../state/logQueries.ts';
import type { Folder } from '../../sync/keptFolder.ts';
import { CountsSheet } from './CountsSheet.tsx';
import { CsvSheet } from './CsvSheet.tsx';

const LATEST_SHOWN = 6;

/** What the page's own types leave out: folders that a browser hands out. */
type DroppedItem = DataTransferItem & { getAsFileSystemHandle?: () => Promise<Folder | FileSystemFileHandle | null> };
type Picker = Window & { showDirectoryPicker?: (options: { id: string; mode: 'read' }) => Promise<Folder> };

/** Where a folder is dropped or chosen; how far taking it in has come, and what could not be read. */
export function TakeIn() {
  const id = useId();
  const [over, setOver] = useState(false);
  const { doing, left, hasFolder, keepsPreviews, findsCauses } = useImport();
  useEffect(() => void findFolder(), []);
  const tallies = useLibrary((library) => library.tallies);
  const counted = tallies.filter(({ document }) => document.frames.length > 0);
  const [laying, setLaying] = useState<readonly StoredTally[] | null>(null);
  const [table, setTable] = useState<{ name: string; table: CsvTable } | null>(null);
  const { show } = useToasts();
  const openTable = async (file: File): Promise<void> => {
    const read = readCsv(await file.text());
    if (read) setTable({ name: file.name, table: read });
    else show(`“${file.name}” is no table with heads; nothing was taken in.`);
  };
  const dropped = async (event: DragEvent): Promise<void> => {
    event.preventDefault();
    setOver(false);
    // Asked for before anything is waited for: a drop is over then.
    const [only, ...others] = [...event.dataTransfer.items] as DroppedItem[];
    const handle = others.length === 0 && only?.webkitGetAsEntry()?.isDirectory ? only.getAsFileSystemHandle?.() : undefined;
    if (handle) {
      const folder = await handle.catch(() => null);
      if (folder?.kind === 'directory') await takeFolderIn(folder);
      return;
    }
    const found = await fromEvent(event.nativeEvent);
    await takeIn(found.filter((one): one is (typeof found)[number] & File => one instanceof File));
  };
  /** Browsers that hand folders out let an import go on after a reload; others have their field for it. */
  const choose = (event: MouseEvent): void => {
    const { showDirectoryPicker } = window as Picker;
    if (!showDirectoryPicker) return;
    event.preventDefault();
    showDirectoryPicker({ id: 'hushto-log', mode: 'read' }).then(
      (folder) => takeFolderIn(folder),
      // None was chosen.
      () => undefined,
    );
  };
  return (
    <section
      aria-label="Take frames in"
      className={cn(
        'grid justify-items-start gap-1.5 rounded-md border border-dashed border-edge px-3 py-2.5',
        over && 'bg-sunk',
      )}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => void dropped(event)}
    >
      {!doing && (
        <>
          <label className={buttonLook({ size: 's' })} htmlFor={id}>
            <FolderInput aria-hidden="true" /> Take a folder in
          </label>
          <input
            id={id}
            type="file"
            className="sr-only"
            multiple
            {...{ webkitdirectory: '' }}
            onClick={choose}
            onChange={({ target }) => {
              const files = [...(target.files ?? [])];
              target.value = '';
              if (files.length > 0) void takeIn(files);
            }}
          />
          <p className="leading-5 text-quiet">Or drop it here. The pictures stay where they are.</p>
          <div className="flex flex-wrap gap-1.5">
            <FileButton icon={Table2} accept=".csv,.tsv,text/csv" look="bare" onFile={(file) => void openTable(file)}>
              A table (CSV)
            </FileButton>
            {counted.length > 0 && (
              <Button size="s" look="bare" onClick={() => setLaying(counted)}>
                <ListChecks aria-hidden="true" /> What Pocket counted
              </Button>
            )}
          </div>
          <Switch on={keepsPreviews} onChange={(on) => useImport.setState({ keepsPreviews: on })}>
            Keep small previews
          </Switch>
          <Switch on={findsCauses} onChange={(on) => useImport.setState({ findsCauses: on })}>
            Find out why each is soft
          </Switch>
          {left && (
            <p role="status">
              An import stopped at {left.done} of {left.of}.{' '}
              {hasFolder ? (
                <Button size="s" onClick={() => void goOn()}>
                  Go on
                </Button>
              ) : (
                'Take the same folder in again: what is here already is passed over. '
              )}
              <Button look="bare" size="s" onClick={forgetImport}>
                Leave it
              </Button>
            </p>
          )}
        </>
      )}
      <Progress />
      <Outcome counted={counted} onLay={setLaying} />
      {laying && <CountsSheet tallies={laying} onClose={() => setLaying(null)} />}
      {table && <CsvSheet {...table} onClose={() => setTable(null)} />}
    </section>
  );
}

const DOING = {
  headers: { says: 'Reading', made: 'Files read' },
  previews: { says: 'Previews', made: 'Previews made' },
  causes: { says: 'Why they are soft', made: 'Frames looked into' },
} as const;

function Progress() {
  const { doing, done, of, startedMs, nowMs } = useImport();
  if (!doing) return null;
  const seconds = (nowMs - startedMs) / 1000;
  const rate = seconds > 0.5 ? done / seconds : 0;
  return (
    <div className="grid w-full gap-1" role="status">
      <p>
        {DOING[doing].says}: {done} of {of}
      </p>
      <progress className="w-full" value={done} max={Math.max(1, of)} aria-label={DOING[doing].made} />
      <p className="text-quiet tabular-nums">{rate > 0 ? `${Math.round(rate)} a second, ${leftWords((of - done) / rate)} left` : ' '}</p>
      <Button size="s" onClick={stopImport}>
        Stop
      </Button>
    </div>
  );
} // prettier-ignore

const leftWords = (seconds: number): string =>
  seconds < 90 ? `${Math.max(1, Math.round(seconds))} s` : `${Math.round(seconds / 60)} min`;

interface OutcomeProps {
  counted: readonly StoredTally[];
  onLay: (tallies: readonly StoredTally[]) => void;
}

function Outcome({ counted, onLay }: OutcomeProps) {
  const { finished, doing, added, known, notTaken, ofFiles } = useImport();
  const outings = useShelf().data?.outings;
  if (!finished || doing) return null;
  const beside = ofFiles && added > 0 ? talliesBeside(counted, outings ?? []) : [];
  const shown = notTaken.slice(0, LATEST_SHOWN);
  return (
    <div role="status" className="grid gap-1">
      <p>
        {count(added, 'frame', 'frames')} taken in{known > 0 && `, ${known} here already`}
        {notTaken.length > 0 ? `; ${count(notTaken.length, 'file', 'files')} not:` : '.'}
      </p>
      {beside.length > 0 && (
        <p>
          Pocket counted while these were taken.{' '}
          <Button size="s" onClick={() => onLay(beside)}>
            <ListChecks aria-hidden="true" /> Use its counts as verdicts
          </Button>
        </p>
      )}
      {shown.length > 0 && (
        <ul className="grid gap-0.5">
          {shown.map(({ name, why }, i) => (
            <li key={i} className="wrap-anywhere">
              <b>{name === '' ? 'The server' : name}</b> {why}
            </li>
          ))}
          {notTaken.length > shown.length && <li className="text-quiet">and {notTaken.length - shown.length} more</li>}
        </ul>
      )}
    </div>
  );
}
