import { useId } from 'react';

interface SegmentedControlProps<Value extends string> {
  label: string;
  value: Value | null;
  options: readonly { value: Value; label: string; title?: string }[];
  onChange: (value: Value) => void;
  /** Whether the label is only for those who listen. */
  hideLabel?: boolean;
}

/** One of a few, all in view. */
export function SegmentedControl<Value extends string>({
  label,
  value,
  options,
  onChange,
  hideLabel = false,
}: SegmentedControlProps<Value>) {
  const name = useId();
  return (
    <fieldset className="field">
      <legend className={hideLabel ? 'vh' : ''}>{label}</legend>
      <span className="seg">
        {options.map((option) => (
          <label key={option.value} title={option.title}>
            <input type="radio" name={name} checked={option.value === value} onChange={() => onChange(option.value)} />
            <span>{option.label}</span>
          </label>
        ))}
      </span>
    </fieldset>
  );
}
