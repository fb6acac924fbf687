import { Slider as RadixSlider } from 'radix-ui';

interface SliderProps {
  label: string;
  value: number;
  min: number;
  max: number;
  /** Steps over the whole run; a logarithmic slider moves by equal ratios. */
  steps?: number;
  logarithmic?: boolean;
  onChange: (value: number) => void;
  /** The value as it is read aloud. */
  text: string;
  marks?: string[];
}

/** A slider under the sentence that says its value, as it is also read aloud. */
export function SaidSlider({ says, ...slider }: Omit<SliderProps, 'text'> & { says: string }) {
  return (
    <>
      <p className="mt-2 text-quiet">{says}</p>
      <Slider {...slider} text={says} />
    </>
  );
}

/** A slider in even or logarithmic steps, in ink: it is the user's. */
export function Slider({ label, value, min, max, steps = 120, logarithmic = false, onChange, text, marks = [] }: SliderProps) {
  const at = (share: number): number => (logarithmic ? min * (max / min) ** share : min + (max - min) * share);
  const held = Math.min(max, Math.max(min, value));
  const share = max <= min ? 0 : logarithmic ? Math.log(held / min) / Math.log(max / min) : (held - min) / (max - min);
  return (
    <div>
      <RadixSlider.Root
        className="relative flex h-6 touch-none items-center select-none max-sm:h-11"
        min={0}
        max={steps}
        step={1}
        value={[Math.round(share * steps)]}
        onValueChange={([step]) => onChange(at((step ?? 0) / steps))}
      >
        <RadixSlider.Track className="relative h-1 flex-1 rounded-xs bg-rule forced-colors:border">
          <RadixSlider.Range className="absolute h-full rounded-xs bg-ink" />
        </RadixSlider.Track>
        <RadixSlider.Thumb
          className="block size-4.5 cursor-grab rounded-sm border-3 border-ink bg-panel"
          aria-label={label}
          aria-valuetext={text}
        />
      </RadixSlider.Root>
      {marks.length > 0 && (
        <div className="flex justify-between text-13 text-quiet tabular-nums" aria-hidden="true">
          {marks.map((mark) => (
            <span key={mark}>{mark}</span>
          ))}
        </div>
      )}
    </div>
  );
}
