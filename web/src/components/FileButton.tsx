import type { LucideIcon } from 'lucide-react';
import { useId, type ReactNode } from 'react';

interface FileButtonProps {
  icon: LucideIcon;
  accept: string;
  /** More classes of the button's look. */
  look?: string;
  onFile: (file: File) => void;
  children: ReactNode;
}

/** A button that asks for one file. The same file may be chosen again. */
export function FileButton({ icon: Icon, accept, look = 's', onFile, children }: FileButtonProps) {
  const id = useId();
  return (
    <>
      <label className={`btn ${look}`} htmlFor={id}>
        <Icon className="i" aria-hidden="true" /> {children}
      </label>
      <input
        id={id}
        type="file"
        className="vh"
        accept={accept}
        onChange={({ target }) => {
          const file = target.files?.[0];
          target.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
}
