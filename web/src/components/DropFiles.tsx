import { FileInput } from 'lucide-react';
import { useId, useState, type ReactNode } from 'react';
import { Button, buttonLook } from './Button.tsx';
import { cn } from './cn.ts';

interface DropFilesProps {
  label: string;
  accept: string;
  onFiles: (files: readonly File[]) => void;
  /** How many are read of how many; null while nothing is read. */
  reading: { done: number; of: number } | null;
  onStop: () => void;
  help: string;
  children?: ReactNode;
}

/** A place to drop files, or to choose them; says how far reading them has come, and lets it be stopped. */
export function DropFiles({ label, accept, onFiles, reading, onStop, help, children }: DropFilesProps) {
  const id = useId();
  const [over, setOver] = useState(false);
  return (
    <div
      className={cn(
        'my-2 grid justify-items-start gap-1.5 rounded-md border border-dashed border-edge px-3 py-2.5',
        over && 'bg-sunk',
      )}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        onFiles([...event.dataTransfer.files]);
      }}
    >
      <div className="flex flex-wrap gap-x-2 gap-y-1 items-center">
        <label className={buttonLook({ size: 's', className: 'max-2xs:py-1 max-2xs:whitespace-normal' })} htmlFor={id}>
          <FileInput aria-hidden="true" /> {label}
        </label>
        <input
          id={id}
          type="file"
          className="sr-only"
          multiple
          accept={accept}
          onChange={({ target }) => {
            const files = [...(target.files ?? [])];
            target.value = '';
            if (files.length > 0) onFiles(files);
          }}
        />
        {children}
      </div>
      <p className="text-quiet">{help}</p>
      {reading && (
        <p className="flex flex-wrap gap-x-2 gap-y-1 items-center" role="status">
          <progress className="w-40" value={reading.done} max={reading.of} aria-label="Files read" /> {reading.done} of{' '}
          {reading.of}
          <Button look="bare" size="s" onClick={onStop}>
            Stop
          </Button>
        </p>
      )}
    </div>
  );
}
