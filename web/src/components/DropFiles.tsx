import { FileInput } from 'lucide-react';
import { useId, useState, type ReactNode } from 'react';

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
      className={over ? 'drop over' : 'drop'}
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
      <div className="row start">
        <label className="btn s" htmlFor={id}>
          <FileInput className="i" aria-hidden="true" /> {label}
        </label>
        <input
          id={id}
          type="file"
          className="vh"
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
      <p className="help">{help}</p>
      {reading && (
        <p className="row start" role="status">
          <progress value={reading.done} max={reading.of} aria-label="Files read" /> {reading.done} of {reading.of}
          <button type="button" className="btn s bare" onClick={onStop}>
            Stop
          </button>
        </p>
      )}
    </div>
  );
}
