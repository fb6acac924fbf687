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
      <p className="field small quiet">{says}</p>
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
        className="slider"
        min={0}
        max={steps}
        step={1}
        value={[Math.round(share * steps)]}
        onValueChange={([step]) => onChange(at((step ?? 0) / steps))}
      >
        <RadixSlider.Track className="slider-track">
          <RadixSlider.Range className="slider-range" />
        </RadixSlider.Track>
        <RadixSlider.Thumb className="slider-thumb" aria-label={label} aria-valuetext={text} />
      </RadixSlider.Root>
      {marks.length > 0 && (
        <div className="scale" aria-hidden="true">
          {marks.map((mark) => (
            <span key={mark}>{mark}</span>
          ))}
        </div>
      )}
    </div>
  );
}
