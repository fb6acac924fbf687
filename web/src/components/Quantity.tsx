import type { ReactNode } from 'react';
import { NumberField } from './NumberField.tsx';
import { Slider } from './Slider.tsx';

interface QuantityProps {
  label: string;
  /** In the unit shown. */
  value: number;
  unit: string;
  min: number;
  max: number;
  logarithmic?: boolean;
  steps?: number;
  format: (value: number) => string;
  marks?: string[];
  onChange: (value: number) => void;
  children?: ReactNode;
}

/** A value to type or to slide: the field takes anything, the slider keeps to what is usual. */
export function Quantity({ label, value, unit, min, max, logarithmic, steps, format, marks, onChange, children }: QuantityProps) {
  return (
    <>
      <NumberField label={label} hideLabel value={value} unit={unit} format={format} onChange={onChange} />
      <Slider
        label={`${label}, slider`}
        value={value}
        min={min}
        max={max}
        {...(logarithmic ? { logarithmic } : {})}
        {...(steps ? { steps } : {})}
        {...(marks ? { marks } : {})}
        onChange={onChange}
        text={`${format(value)} ${unit}`}
      />
      {children}
    </>
  );
}
