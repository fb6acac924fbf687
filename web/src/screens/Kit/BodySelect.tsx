import type { StoredBody } from '@hushto/contract';
import { useId } from 'react';

interface BodySelectProps {
  label: string;
  bodies: readonly StoredBody[];
  value: string;
  onChange: (id: string) => void;
  /** What stands for none, where there may be none. */
  none?: string;
}

/** A body of the shelf. */
export function BodySelect({ label, bodies, value, onChange, none }: BodySelectProps) {
  const id = useId();
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <select id={id} className="inp" value={value} onChange={({ target }) => onChange(target.value)}>
        {none !== undefined && <option value="">{none}</option>}
        {bodies.map((stored) => (
          <option key={stored.id} value={stored.id}>
            {stored.document.label}
          </option>
        ))}
      </select>
    </div>
  );
}
