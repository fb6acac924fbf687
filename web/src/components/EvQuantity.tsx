import { evDigits } from '@hushto/words';
import { Quantity } from './Quantity.tsx';

interface EvQuantityProps {
  label?: string;
  value: number;
  onChange: (ev100: number) => void;
}

/** A light as EV, to type or to slide over what is met at night and by day. */
export function EvQuantity({ label = 'EV at ISO 100', value, onChange }: EvQuantityProps) {
  return (
    <Quantity
      label={label}
      value={value}
      unit="EV"
      min={-4}
      max={14}
      steps={54}
      format={evDigits}
      marks={['−4', '5', '14']}
      onChange={onChange}
    />
  );
}

/** Held to what a light may be. */
export const heldEv = (ev100: number): number => Math.min(24, Math.max(-12, ev100));
