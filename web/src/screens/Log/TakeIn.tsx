import { count } from '@hushto/words';
import { fromEvent } from 'file-selector';
import { FolderInput, ListPlus, Table2 } from 'lucide-react';
import { useId, useState, type DragEvent } from 'react';
import { Button, buttonLook } from '../../components/Button.tsx';
import { cn } from '../../components/cn.ts';
import { FileButton } from '../../components/FileButton.tsx';
import { Switch } from '../../components/Switch.tsx';
import { useToasts } from '../../components/toast.ts';
import { framesOfTally, readCsv, type CsvTable } from '../../domain/logExchange.ts';
import { useLibrary } from '../../state/library.ts';
import { forgetImport, stopImport, takeFramesIn, takeIn, useImport, zoneAt } from '../../state/logImport.ts';
import { CsvSheet } from './CsvSheet.tsx';

const LATEST_SHOWN = 6;

/** Where a folder is dropped or chosen; how far taking it in has come, and what could not be read. */
export function TakeIn() {
  const id = useId();
  const [over, setOver] = useState(false);
  const { doing, left, keepsPreviews } = useImport();
  const tallies = useLibrary((library) => library.tallies);
  const counted = tallies.filter(({ document }) => document.frames.length > 0);
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
    const found = await fromEvent(event.nativeEvent);
    await takeIn(found.filter((one): one is (typeof found)[number] & File => one instanceof File));
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
              <Button
                size="s"
                look="bare"
                onClick={() => void takeFramesIn(counted.flatMap((tally) => framesOfTally(tally, zoneAt)))}
              >
                <ListPlus aria-hidden="true" /> What Pocket counted
              </Button>
            )}
          </div>
          <Switch on={keepsPreviews} onChange={(on) => useImport.setState({ keepsPreviews: on })}>
            Keep small previews
          </Switch>
          {left && (
            <p role="status">
              An import stopped at {left.done} of {left.of}. Take the same folder in again: what is here already is passed over.{' '}
              <Button look="bare" size="s" onClick={forgetImport}>
                Leave it
              </Button>
            </p>
          )}
        </>
      )}
      <Progress />
      <Outcome />
      {table && <CsvSheet {...table} onClose={() => setTable(null)} />}
    </section>
  );
}

function Progress() {
  const { doing, done, of, startedMs, nowMs } = useImport();
  if (!doing) return null;
  const seconds = (nowMs - startedMs) / 1000;
  const rate = seconds > 0.5 ? done / seconds : 0;
  return (
    <div className="grid w-full gap-1" role="status">
      <p>
        {doing === 'headers' ? 'Reading' : 'Previews'}: {done} of {of}
      </p>
      <progress className="w-full" value={done} max={Math.max(1, of)} aria-label={doing === 'headers' ? 'Files read' : 'Previews made'} />
      <p className="text-quiet tabular-nums">{rate > 0 ? `${Math.round(rate)} a second, ${leftWords((of - done) / rate)} left` : ' '}</p>
      <Button size="s" onClick={stopImport}>
        Stop
      </Button>
    </div>
  );
} // prettier-ignore

const leftWords = (seconds: number): string =>
  seconds < 90 ? `${Math.max(1, Math.round(seconds))} s` : `${Math.round(seconds / 60)} min`;

function Outcome() {
  const { finished, doing, added, known, notTaken } = useImport();
  if (!finished || doing) return null;
  const shown = notTaken.slice(0, LATEST_SHOWN);
  return (
    <div role="status" className="grid gap-1">
      <p>
        {count(added, 'frame', 'frames')} taken in{known > 0 && `, ${known} here already`}
        {notTaken.length > 0 ? `; ${count(notTaken.length, 'file', 'files')} not:` : '.'}
      </p>
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
