import type { LucideIcon } from 'lucide-react';
import { useId, type ReactNode } from 'react';
import { buttonLook } from './Button.tsx';

interface FileButtonProps {
  icon: LucideIcon;
  accept: string;
  look?: 'plain' | 'bare';
  onFile: (file: File) => void;
  children: ReactNode;
}

/** A button that asks for one file. The same file may be chosen again. */
export function FileButton({ icon: Icon, accept, look = 'plain', onFile, children }: FileButtonProps) {
  const id = useId();
  return (
    <>
      <label className={buttonLook({ look, size: 's' })} htmlFor={id}>
        <Icon aria-hidden="true" /> {children}
      </label>
      <input
        id={id}
        type="file"
        className="sr-only"
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
