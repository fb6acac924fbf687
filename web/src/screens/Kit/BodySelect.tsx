import type { StoredBody } from '@hushto/contract';
import { Select } from '../../components/Select.tsx';

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
  return (
    <Select
      label={label}
      value={value}
      options={[
        ...(none === undefined ? [] : [{ value: '', label: none }]),
        ...bodies.map(({ id, document }) => ({ value: id, label: document.label })),
      ]}
      onChange={onChange}
    />
  );
}
